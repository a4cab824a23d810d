import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useVirtualizer } from "@tanstack/react-virtual";
import clsx from "clsx";
import { type KeyboardEvent, useEffect, useRef, useState } from "react";
import {
  api,
  type Pack,
  type Question,
  type QuestionRecord,
  type Questions,
} from "../../api/client";
import { Button } from "../../ui/Button";
import { Notice } from "../../ui/Notice";
import { usePages } from "../usePages";
import { counted, optionWords } from "../words";
import { Detail } from "./Detail";
import { Filters, NOTHING_WANTED, type Wanted } from "./Filters";

const WIDE = "grid grid-cols-[2rem_3.5rem_minmax(0,2fr)_minmax(0,1fr)_4.5rem_minmax(0,0.7fr)_3rem]";
const NARROW = "grid grid-cols-[2rem_3.5rem_minmax(0,2fr)_minmax(0,1fr)_4.5rem]";
const HEADS = ["Chosen", "Line", "Prompt", "Right answer", "Kind", "Topic", "Level"];

/** The questions of a pack: found, looked at, changed in place, and changed many at once. */
export function QuestionTable({ pack }: { pack: Pack }) {
  const [wanted, setWanted] = useState<Wanted>(NOTHING_WANTED);
  const [current, setCurrent] = useState<number>();
  const [chosen, setChosen] = useState<ReadonlySet<number>>(new Set());
  const [writing, setWriting] = useState<number>();
  const scroller = useRef<HTMLDivElement>(null);
  const pages = usePages(["questions", pack.id, pack.revision, wanted], (offset, limit) =>
    api.questions(pack.id, asked(wanted), offset, limit),
  );
  const change = useChange(pack);
  const total = pages.first?.total ?? 0;
  // eslint-disable-next-line react-hooks/incompatible-library -- the list is not memoised
  const rows = useVirtualizer({
    count: total,
    getScrollElement: () => scroller.current,
    estimateSize: () => 37,
    overscan: 15,
  });
  const items = rows.getVirtualItems();
  const [from, to] = [items[0]?.index ?? 0, items.at(-1)?.index ?? 0];
  useEffect(() => pages.see(from, to));
  const questionAt = (row: number): Question | undefined => {
    const { page, place } = pages.at(row);
    return page?.questions[place];
  };
  const find = (next: Wanted) => {
    setWanted(next);
    setCurrent(undefined);
    setChosen(new Set());
    scroller.current?.scrollTo({ top: 0 });
  };
  const open = current === undefined ? undefined : questionAt(current);
  const numbers = chosen.size > 0 ? [...chosen].sort((a, b) => a - b) : open ? [open.number] : [];
  const toggle = (number: number) => {
    const next = new Set(chosen);
    if (!next.delete(number)) next.add(number);
    setChosen(next);
  };
  const many = (work: "remove" | "double" | "move", before: number | null = null) => {
    if (numbers.length === 0) return;
    change.mutate(
      () => api.changeMany(pack.id, { do: work, numbers, before, revision: pack.revision }),
      {
        onSuccess: () => {
          setChosen(new Set());
          if (work === "remove") setCurrent(undefined);
        },
      },
    );
  };
  const shift = (by: number) => {
    const [first] = numbers;
    if (numbers.length !== 1 || first === undefined || wanted.order !== "filed") return;
    const target = by < 0 ? first - 1 : first + 2;
    if (target < 0 || first + by >= (pages.first?.all ?? 0)) return;
    change.mutate(
      () =>
        api.changeMany(pack.id, {
          do: "move",
          numbers,
          before: target >= (pages.first?.all ?? 0) ? null : target,
          revision: pack.revision,
        }),
      { onSuccess: () => setCurrent((current ?? 0) + by) },
    );
  };
  const add = () => {
    const record: QuestionRecord = {
      kind: "typed",
      prompt: `New question ${(pages.first?.all ?? 0) + 1}`,
      answer: "answer",
    };
    const after = open?.number ?? null;
    change.mutate(() => api.addQuestion(pack.id, record, after, pack.revision), {
      onSuccess: () => {
        const row = after === null ? (pages.first?.all ?? 0) : after + 1;
        if (wanted !== NOTHING_WANTED) setWanted(NOTHING_WANTED);
        setCurrent(row);
        rows.scrollToIndex(row);
      },
    });
  };
  const go = (row: number) => {
    const target = Math.max(0, Math.min(total - 1, row));
    setCurrent(target);
    rows.scrollToIndex(target);
  };
  const key = (event: KeyboardEvent) => {
    if (event.target instanceof HTMLInputElement && event.target.type !== "checkbox") return;
    const at = current ?? -1;
    const acts: Record<string, (() => void) | undefined> = {
      ArrowDown: () => (event.altKey ? shift(1) : go(at + 1)),
      ArrowUp: () => (event.altKey ? shift(-1) : go(at - 1)),
      PageDown: () => go(at + 12),
      PageUp: () => go(at - 12),
      Home: () => go(0),
      End: () => go(total - 1),
      " ": () => open && toggle(open.number),
      Delete: () => many("remove"),
      Enter: () => open && setWriting(open.number),
      Escape: () => setCurrent(undefined),
    };
    const act = acts[event.key];
    if (!act) return;
    event.preventDefault();
    act();
  };
  const problem = change.error ?? pages.error;

  return (
    <div className="flex min-h-0 flex-1">
      <div className="flex min-w-0 flex-1 flex-col">
        <Filters wanted={wanted} found={pages.first} set={find} />
        <div className="flex flex-wrap items-center gap-2 px-7 pb-2">
          <Button small weight="main" onClick={add} disabled={change.isPending}>
            Add a question
          </Button>
          <Button
            small
            disabled={numbers.length === 0 || change.isPending}
            onClick={() => many("double")}
          >
            Double
          </Button>
          <Button
            small
            disabled={numbers.length === 0 || change.isPending}
            onClick={() => many("remove")}
          >
            Take away
          </Button>
          <Button
            small
            disabled={numbers.length === 0 || change.isPending}
            onClick={() => many("move", 0)}
          >
            To the top
          </Button>
          <p role="status" className="ml-auto text-sm text-soft">
            {change.isPending ? "Saving …" : foundWords(pages.first, chosen.size)}
          </p>
        </div>
        {problem && (
          <div className="px-7 pb-2">
            <Notice tone="bad">{problem.message}</Notice>
          </div>
        )}
        <div
          role="grid"
          aria-label="Questions"
          aria-rowcount={total + 1}
          aria-multiselectable="true"
          className="flex min-h-0 flex-1 flex-col"
          onKeyDown={key}
        >
          <div role="rowgroup" className="overflow-hidden bg-shade [scrollbar-gutter:stable]">
            <div
              role="row"
              aria-rowindex={1}
              className={clsx(
                open ? NARROW : WIDE,
                "border-y border-line bg-shade px-7 py-1 text-sm text-soft",
              )}
            >
              {HEADS.slice(0, open ? 5 : 7).map((head, n) => (
                <span role="columnheader" key={head}>
                  <span className={n === 0 ? "sr-only" : ""}>{head}</span>
                </span>
              ))}
            </div>
          </div>
          <div
            ref={scroller}
            role="rowgroup"
            tabIndex={0}
            aria-label="Rows; arrow keys go from question to question"
            className="flex-1 overflow-auto [scrollbar-gutter:stable]"
          >
            <div role="presentation" className="relative" style={{ height: rows.getTotalSize() }}>
              {items.map((item) => (
                <div
                  key={item.key}
                  role="presentation"
                  className="absolute inset-x-0 top-0"
                  style={{ transform: `translateY(${item.start}px)`, height: item.size }}
                >
                  <QuestionRow
                    question={questionAt(item.index)}
                    row={item.index}
                    current={item.index === current}
                    wide={!open}
                    chosen={chosen.has(questionAt(item.index)?.number ?? -1)}
                    writing={writing === questionAt(item.index)?.number}
                    look={() => setCurrent(item.index)}
                    toggle={toggle}
                    write={setWriting}
                    save={(question, prompt) => {
                      setWriting(undefined);
                      scroller.current?.focus();
                      if (prompt === question.prompt) return;
                      change.mutate(async () => {
                        const { record } = await api.question(pack.id, question.number);
                        const next = { ...record, prompt };
                        return api.changeQuestion(pack.id, question.number, next, pack.revision);
                      });
                    }}
                  />
                </div>
              ))}
            </div>
          </div>
        </div>
        {pages.first?.total === 0 && (
          <p className="px-7 pb-10 text-soft">
            {pages.first.all === 0
              ? "No question yet. Add one, or look at the lines for what was not read."
              : "No question is like that. Take a condition away."}
          </p>
        )}
      </div>
      {open && (
        <Detail
          key={`${open.id} ${open.number}`}
          pack={pack}
          number={open.number}
          close={() => setCurrent(undefined)}
        />
      )}
    </div>
  );
}

/** A change of the pack: what is shown of it is fetched anew. */
function useChange(pack: Pack) {
  const queries = useQueryClient();
  return useMutation({
    mutationKey: ["change", pack.id],
    mutationFn: async (work: () => Promise<Pack>) => {
      const now = await work();
      await queries.invalidateQueries({ queryKey: ["shelf"] });
      return now;
    },
  });
}

function asked(wanted: Wanted): Record<string, string> {
  const { topic, level, falling, ...rest } = wanted;
  return {
    ...rest,
    ...(topic !== undefined && { topic }),
    ...(level && { level }),
    ...(falling && { falling: "true" }),
  };
}

function foundWords(found: Questions | undefined, chosen: number): string {
  if (!found) return "Looking …";
  const words =
    found.total === found.all
      ? counted(found.all, "question")
      : `${found.total.toLocaleString("en")} of ${counted(found.all, "question")}`;
  return chosen > 0 ? `${words} · ${chosen} chosen` : words;
}

interface RowProps {
  question: Question | undefined;
  row: number;
  current: boolean;
  wide: boolean;
  chosen: boolean;
  writing: boolean;
  look: () => void;
  toggle: (number: number) => void;
  write: (number: number | undefined) => void;
  save: (question: Question, prompt: string) => void;
}

function QuestionRow({
  question,
  row,
  current,
  wide,
  chosen,
  writing,
  look,
  toggle,
  write,
  save,
}: RowProps) {
  if (!question) return null;
  const worst = question.snags.some((snag) => snag.severity !== "note");
  const answer = optionWords(question.options[question.right] ?? question.answers.join(" | "));
  return (
    <div
      role="row"
      aria-rowindex={row + 2}
      aria-selected={current}
      data-question={question.number}
      data-kind={question.kind}
      onClick={look}
      onDoubleClick={() => write(question.number)}
      className={clsx(
        wide ? WIDE : NARROW,
        "h-full items-center border-b border-line px-7",
        current ? "bg-moss" : "hover:bg-sheet",
      )}
    >
      <span role="gridcell">
        <input
          type="checkbox"
          className="size-4 accent-pine"
          aria-label={`Choose line ${question.line}`}
          checked={chosen}
          onClick={(event) => event.stopPropagation()}
          onChange={() => toggle(question.number)}
        />
      </span>
      <span role="gridcell" className="font-mono text-sm text-soft">
        {question.line}
        {question.snags.length > 0 && (
          <span
            className={clsx("ml-1 font-bold", worst ? "text-ember" : "text-lake")}
            title={question.snags.map((snag) => snag.message).join("\n")}
          >
            {worst ? "!" : "i"}
            <span className="sr-only"> has {worst ? "a snag" : "a tip"}</span>
          </span>
        )}
      </span>
      <span role="gridcell" className="truncate pr-3">
        {writing ? (
          <input
            autoFocus
            aria-label="Prompt"
            className="w-full rounded-sm border border-pine bg-sheet px-1"
            defaultValue={question.prompt}
            onBlur={(event) => save(question, event.currentTarget.value.trim())}
            onKeyDown={(event) => {
              if (event.key === "Enter") event.currentTarget.blur();
              if (event.key === "Escape") {
                event.currentTarget.value = question.prompt;
                event.currentTarget.blur();
              }
            }}
          />
        ) : (
          question.prompt
        )}
      </span>
      <span role="gridcell" className="truncate pr-3 text-pine">
        {answer}
      </span>
      <span role="gridcell" className="truncate text-sm">
        {question.kind}
      </span>
      {wide && (
        <>
          <span role="gridcell" className="truncate pr-2 text-sm text-soft">
            {question.topic}
          </span>
          <span role="gridcell" className="text-sm">
            {question.level}
          </span>
        </>
      )}
    </div>
  );
}
