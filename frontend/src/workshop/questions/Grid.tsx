import clsx from "clsx";
import { type KeyboardEvent, type RefObject, useRef, useState } from "react";
import type { Question } from "../../api/client";
import { NARROW, QuestionRow, rowId, WIDE } from "./QuestionRow";
import type { List } from "./useList";

const HEADS = ["Chosen", "Line", "Prompt", "Right answer", "Kind", "Topic", "Level"];
const PAGE = 12;

interface Props {
  list: List;
  scroller: RefObject<HTMLDivElement | null>;
  narrow: boolean;
  /** Goes to the question of a row. */
  look: (row: number) => void;
  shift: (by: number) => void;
  remove: () => void;
  savePrompt: (question: Question, prompt: string) => void;
}

/** The questions as a grid: arrow keys go from one to the next, and a prompt is changed in place. */
export function Grid({ list, scroller, narrow, look, shift, remove, savePrompt }: Props) {
  const [writing, setWriting] = useState<number>();
  const grid = useRef<HTMLDivElement>(null);
  const { open, current, chosen, total } = list;
  const key = (event: KeyboardEvent) => {
    if (event.target instanceof HTMLInputElement && event.target.type !== "checkbox") return;
    const at = current ?? -1;
    const acts: Record<string, (() => void) | undefined> = {
      ArrowDown: () => (event.altKey ? shift(1) : look(at + 1)),
      ArrowUp: () => (event.altKey ? shift(-1) : look(at - 1)),
      PageDown: () => look(at + PAGE),
      PageUp: () => look(at - PAGE),
      Home: () => look(0),
      End: () => look(total - 1),
      " ": () => open && list.choose(open.number),
      Delete: remove,
      Enter: () => open && setWriting(open.number),
      Escape: () => list.setCurrent(undefined),
    };
    const act = acts[event.key];
    if (!act) return;
    event.preventDefault();
    act();
  };
  const save = (question: Question, prompt: string) => {
    setWriting(undefined);
    grid.current?.focus();
    if (prompt !== question.prompt) savePrompt(question, prompt);
  };
  return (
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
      <Heads narrow={narrow} />
      <div
        ref={scroller}
        role="rowgroup"
        className="flex-1 overflow-auto [scrollbar-gutter:stable]"
      >
        <div role="presentation" className="relative" style={{ height: list.rows.getTotalSize() }}>
          {list.items.map(({ key: id, index, start, size }) => {
            const question = list.at(index);
            return (
              <div
                key={id}
                role="presentation"
                className="absolute inset-x-0 top-0"
                style={{ transform: `translateY(${start}px)`, height: size }}
              >
                <QuestionRow
                  question={question}
                  row={index}
                  current={index === current}
                  wide={!narrow}
                  chosen={chosen.has(question?.number ?? -1)}
                  writing={writing !== undefined && writing === question?.number}
                  look={() => look(index)}
                  toggle={list.choose}
                  write={setWriting}
                  save={save}
                />
              </div>
            );
          })}
        </div>
      </div>
    </div>
  );
}

function Heads({ narrow }: { narrow: boolean }) {
  return (
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
  );
}
