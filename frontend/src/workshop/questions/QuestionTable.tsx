import { useVirtualizer } from "@tanstack/react-virtual";
import clsx from "clsx";
import { type KeyboardEvent, useEffect, useRef, useState } from "react";
import { useSearchParams } from "react-router";
import { api, type Pack, type Question, type Questions } from "../../api/client";
import { Button } from "../../ui/Button";
import { Notice } from "../../ui/Notice";
import { usePages } from "../usePages";
import { counted } from "../words";
import { Detail } from "./Detail";
import { Filters, NOTHING_WANTED, type Wanted } from "./Filters";
import { GiveTo } from "./GiveTo";
import { NewQuestion } from "./NewQuestion";
import { NARROW, QuestionRow, rowId, WIDE } from "./QuestionRow";
import { SetMany } from "./SetMany";
import { useQuestionChanges } from "./useQuestionChanges";

const HEADS = ["Chosen", "Line", "Prompt", "Right answer", "Kind", "Topic", "Level"];
const PAGE = 12;

/** The questions of a pack: found, looked at, changed in place, and changed many at once. */
export function QuestionTable({ pack }: { pack: Pack }) {
  const [params, setParams] = useSearchParams();
  const [wanted, setWanted] = useState<Wanted>(NOTHING_WANTED);
  const [current, setCurrent] = useState<number>();
  const [chosen, setChosen] = useState<ReadonlySet<number>>(new Set());
  const [writing, setWriting] = useState<number>();
  const [adding, setAdding] = useState(() => params.get("new") === "question");
  const [focused, setFocused] = useState(false);
  const [opened, setOpened] = useState<"set" | "give">();
  const scroller = useRef<HTMLDivElement>(null);
  const grid = useRef<HTMLDivElement>(null);
  const pages = usePages(["questions", pack.id, pack.revision, wanted], (offset, limit) =>
    api.questions(pack.id, asked(wanted), offset, limit),
  );
  const change = useQuestionChanges(pack);
  const total = pages.first?.total ?? 0;
  const all = pages.first?.all ?? 0;
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
  const many = (work: "remove" | "duplicate" | "move", before: number | null = null) => {
    if (numbers.length === 0) return;
    change.many({ do: work, numbers, before }, () => {
      setChosen(new Set());
      if (work === "remove") setCurrent(undefined);
    });
  };
  const shift = (by: number) => {
    const [first] = numbers;
    if (numbers.length !== 1 || first === undefined || wanted.order !== "filed") return;
    const target = by < 0 ? first - 1 : first + 2;
    if (target < 0 || first + by >= all) return;
    change.many({ do: "move", numbers, before: target >= all ? null : target }, () =>
      setCurrent((current ?? 0) + by),
    );
  };
  const go = (row: number) => {
    const target = Math.max(0, Math.min(total - 1, row));
    setFocused(false);
    setCurrent(target);
    rows.scrollToIndex(target);
  };
  const add = () => {
    if (wanted !== NOTHING_WANTED) find(NOTHING_WANTED);
    setAdding(true);
  };
  const added = (number: number) => {
    setCurrent(number);
    rows.scrollToIndex(number);
  };
  const stopAdding = () => {
    setAdding(false);
    setParams({}, { replace: true });
  };
  const key = (event: KeyboardEvent) => {
    if (event.target instanceof HTMLInputElement && event.target.type !== "checkbox") return;
    const at = current ?? -1;
    const acts: Record<string, (() => void) | undefined> = {
      ArrowDown: () => (event.altKey ? shift(1) : go(at + 1)),
      ArrowUp: () => (event.altKey ? shift(-1) : go(at - 1)),
      PageDown: () => go(at + PAGE),
      PageUp: () => go(at - PAGE),
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
  usePastedRows((text) => change.addRows(text, open?.number ?? null, () => undefined));
  const problem = change.error ?? pages.error;
  const idle = numbers.length === 0 || change.isPending;
  const narrow = open !== undefined || adding;

  return (
    <div className="flex min-h-0 flex-1">
      <div className="flex min-w-0 flex-1 flex-col">
        <Filters wanted={wanted} found={pages.first} set={find} />
        <div className="flex flex-wrap items-center gap-2 px-7 pb-2">
          <Button small weight="main" onClick={add} disabled={change.isPending}>
            Add a question
          </Button>
          <Button small disabled={idle} onClick={() => many("duplicate")}>
            Duplicate
          </Button>
          <Button small disabled={idle} onClick={() => many("remove")}>
            Remove
          </Button>
          <Button small disabled={idle} onClick={() => many("move", 0)}>
            To the top
          </Button>
          <Button small disabled={idle} onClick={() => setOpened("set")}>
            Set …
          </Button>
          <Button small disabled={idle} onClick={() => setOpened("give")}>
            To another pack …
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
          ref={grid}
          role="grid"
          tabIndex={0}
          aria-label="Questions; arrow keys go from one to the next"
          aria-rowcount={total + 1}
          aria-multiselectable="true"
          aria-activedescendant={open && rowId(open)}
          className="flex min-h-0 flex-1 flex-col"
          onKeyDown={key}
        >
          <div role="rowgroup" className="overflow-hidden bg-shade [scrollbar-gutter:stable]">
            <div
              role="row"
              aria-rowindex={1}
              className={clsx(
                narrow ? NARROW : WIDE,
                "border-y border-line bg-shade px-7 py-1 text-sm text-soft",
              )}
            >
              {HEADS.slice(0, narrow ? 5 : 7).map((head, n) => (
                <span role="columnheader" key={head}>
                  <span className={n === 0 ? "sr-only" : ""}>{head}</span>
                </span>
              ))}
            </div>
          </div>
          <div
            ref={scroller}
            role="rowgroup"
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
                    wide={!narrow}
                    chosen={chosen.has(questionAt(item.index)?.number ?? -1)}
                    writing={writing === questionAt(item.index)?.number}
                    look={() => {
                      setFocused(false);
                      setCurrent(item.index);
                    }}
                    toggle={toggle}
                    write={setWriting}
                    save={(question, prompt) => {
                      setWriting(undefined);
                      grid.current?.focus();
                      if (prompt !== question.prompt) change.savePrompt(question, prompt);
                    }}
                  />
                </div>
              ))}
            </div>
          </div>
        </div>
        {pages.first?.total === 0 && (
          <p className="px-7 pb-10 text-soft">
            {all === 0
              ? "No question yet. Add one, or paste rows from a spreadsheet here; the lines tell what was not read."
              : "No question is like that. Remove a condition."}
          </p>
        )}
      </div>
      {adding ? (
        <NewQuestion
          pack={pack}
          kind={open?.kind ?? pages.first?.questions.at(-1)?.kind ?? "choice"}
          after={open?.number ?? null}
          saved={added}
          close={stopAdding}
        />
      ) : (
        open && (
          <Detail
            key={`${open.id} ${open.number}`}
            pack={pack}
            number={open.number}
            focused={focused}
            next={() => {
              go((current ?? 0) + 1);
              setFocused(true);
            }}
            close={() => setCurrent(undefined)}
          />
        )
      )}
      {opened === "set" && (
        <SetMany
          count={numbers.length}
          set={(fields) => change.many({ do: "set", numbers, fields }, () => setChosen(new Set()))}
          close={() => setOpened(undefined)}
        />
      )}
      {opened === "give" && (
        <GiveTo pack={pack} numbers={numbers} close={() => setOpened(undefined)} />
      )}
    </div>
  );
}

/** Rows that are pasted anywhere but into a field become questions. */
function usePastedRows(take: (text: string) => void) {
  useEffect(() => {
    const pasted = (event: ClipboardEvent) => {
      if (event.target instanceof HTMLElement && event.target.closest("input, textarea")) return;
      const text = event.clipboardData?.getData("text/plain") ?? "";
      if (text.trim() === "") return;
      event.preventDefault();
      take(text);
    };
    window.addEventListener("paste", pasted);
    return () => window.removeEventListener("paste", pasted);
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
