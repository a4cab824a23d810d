import { useState } from "react";
import type { QuestionRecord } from "../../../api/client";
import { Field, inputLook } from "../../../ui/Field";
import { type FieldsProps, LETTERS, text } from "./record";

/** What an option or an answer can have with it when it is given. */
const PARTS = [
  ["says", "Says", "Shown when it is given"],
  ["value", "Value", "A number that rules know as value"],
  ["adds", "Adds", "To meters: fox 2, owl -1"],
] as const;

/** What options carry once only those of these places are left, in this order. */
export function carriedBy(record: QuestionRecord, places: number[]): QuestionRecord {
  const now: QuestionRecord = {};
  for (const [part] of PARTS) {
    for (const [place, letter] of [...LETTERS].entries()) {
      const from = LETTERS[places[place] ?? -1];
      now[`${part} ${letter}`] = from === undefined ? "" : text(record[`${part} ${from}`]);
    }
  }
  return now;
}

interface Props extends FieldsProps {
  /** The letter of the option. */
  target: string;
  called: string;
}

/** What an option carries: hidden until there is something, or it is asked for. */
export function CarriedFields({ record, target, called, put, keep }: Props) {
  const has = PARTS.some(([part]) => text(record[`${part} ${target}`]) !== "");
  const [open, setOpen] = useState(false);
  if (!has && !open) {
    return (
      <button
        type="button"
        data-answer-it={target}
        className="text-sm text-pine underline"
        onClick={() => setOpen(true)}
      >
        says<span className="sr-only"> when {called} is given</span>
      </button>
    );
  }
  return (
    <div
      className="grid w-full grid-cols-[minmax(0,1fr)_4rem_7rem] gap-2 pl-8"
      data-carried={target}
    >
      {PARTS.map(([part, label, hint]) => (
        <label key={part} className="flex flex-col text-sm text-soft" title={hint}>
          <span>
            {label}
            <span className="sr-only"> of {called}</span>
          </span>
          <input
            className={inputLook}
            value={text(record[`${part} ${target}`])}
            onChange={(event) => put({ [`${part} ${target}`]: event.target.value })}
            onBlur={keep}
          />
        </label>
      ))}
    </div>
  );
}

/** A bar that parts answers in a cell, and not one that is meant. */
const BAR = /(?<!\\)\s*\|\s*/;

/** The answers that are expected, one a line: each with what is said to it. */
export function ExpectedFields({
  record,
  put,
  keep,
  label = "Expected answers, one a line",
  hint = "4 = You divided the other way. What else comes of it, behind: {value 1; adds slips 1}",
}: FieldsProps & { label?: string; hint?: string }) {
  const lines = text(record["expected"]).split(BAR).join("\n");
  return (
    <Field label={label} hint={hint}>
      {(id, described) => (
        <textarea
          id={id}
          aria-describedby={described}
          rows={Math.max(1, lines.split("\n").length)}
          className={inputLook}
          value={lines}
          onChange={(event) => put({ expected: event.target.value.split("\n").join(" | ") })}
          onBlur={keep}
        />
      )}
    </Field>
  );
}
