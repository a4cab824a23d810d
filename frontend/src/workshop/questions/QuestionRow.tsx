import clsx from "clsx";
import { useRef } from "react";
import type { Question } from "../../api/client";
import { SmallPicture } from "../SmallPicture";
import { pictureOf } from "../words";

export const WIDE =
  "grid grid-cols-[2rem_3.5rem_minmax(0,2fr)_minmax(0,1fr)_4.5rem_minmax(0,0.7fr)_3rem]";
export const NARROW = "grid grid-cols-[2rem_3.5rem_minmax(0,2fr)_minmax(0,1fr)_4.5rem]";

/** The id of a question's row in the page. */
export const rowId = (question: Question) => `question-${question.number}`;

interface Props {
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

/** A question as a row of the table; its prompt can be written in place. */
export function QuestionRow(props: Props) {
  const { question, row, current, wide, chosen, writing, look, toggle, write, save } = props;
  if (!question) return null;
  const answer = question.shown;
  return (
    <div
      role="row"
      id={rowId(question)}
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
        <Flag question={question} />
      </span>
      <span role="gridcell" className="truncate pr-3">
        {writing ? (
          <PromptField question={question} save={(prompt) => save(question, prompt)} />
        ) : (
          <>
            {question.image && <SmallPicture name={question.image} />}
            {question.prompt}
          </>
        )}
      </span>
      <span role="gridcell" className="truncate pr-3 text-pine">
        {question.rights.map((right) => (
          <SmallPicture key={right} name={pictureOf(question.options[right] ?? "") ?? ""} />
        ))}
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

function Flag({ question }: { question: Question }) {
  if (question.snags.length === 0) return null;
  const worst = question.snags.some((snag) => snag.severity !== "note");
  return (
    <span
      className={clsx("ml-1 font-bold", worst ? "text-ember" : "text-lake")}
      title={question.snags.map((snag) => snag.message).join("\n")}
    >
      {worst ? "!" : "i"}
      <span className="sr-only"> has {worst ? "a snag" : "a tip"}</span>
    </span>
  );
}

function PromptField({ question, save }: { question: Question; save: (prompt: string) => void }) {
  const saved = useRef(false); // a browser may tell twice that a field was left which is just being taken away
  return (
    <input
      autoFocus
      aria-label="Prompt"
      className="w-full rounded-sm border border-pine bg-sheet px-1"
      defaultValue={question.prompt}
      onBlur={(event) => {
        if (saved.current) return;
        saved.current = true; // before it is saved: that takes the field away
        save(event.currentTarget.value.trim());
      }}
      onKeyDown={(event) => {
        if (event.key === "Enter") event.currentTarget.blur();
        if (event.key === "Escape") {
          event.currentTarget.value = question.prompt;
          event.currentTarget.blur();
        }
      }}
    />
  );
}
