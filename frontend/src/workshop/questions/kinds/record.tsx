import type { ComponentType } from "react";
import type { QuestionRecord } from "../../../api/client";
import { Field, inputLook } from "../../../ui/Field";

export const LETTERS = "ABCDEFGH";

/** What the fields of a kind are given: the record, and ways to change it and to save it. */
export interface FieldsProps {
  record: QuestionRecord;
  /** Changes fields; `now` says to save at once. */
  put: (fields: QuestionRecord, now?: boolean) => void;
  /** Saves what was typed. */
  keep: () => void;
}

/** What a kind of question is written with. */
export interface KindForm {
  /** What a new question of the kind begins with, besides its prompt. */
  fresh: QuestionRecord;
  /** What a question of another kind becomes: its right answer and its options are kept where they fit. */
  from: (before: { answer: string; record: QuestionRecord }) => QuestionRecord;
  Fields: ComponentType<FieldsProps>;
}

/** A question whose right answer is kept. */
export const answered: KindForm["from"] = ({ answer }) => ({ answer });

export function text(value: string | string[] | undefined): string {
  return typeof value === "string" ? value : (value?.join(" | ") ?? "");
}

export function list(value: string | string[] | undefined): string[] {
  if (value === undefined) return [];
  return typeof value === "string" ? [value] : value;
}

/** Marks a field that belongs to the question itself: Enter goes from one of them to the next. */
export const OWN = { "data-own": "" };

interface LineProps {
  label: string;
  hint?: string;
  value: string;
  type: (value: string) => void;
  keep: () => void;
  own?: boolean;
  /** Whether it has several lines. */
  lines?: boolean;
}

/** A field of one line, or of several. */
export function Line({ label, hint, value, type, keep, own = false, lines = false }: LineProps) {
  return (
    <Field label={label} {...(hint ? { hint } : {})}>
      {(id, described) => {
        const common = {
          id,
          ...(own ? OWN : {}),
          "aria-describedby": described,
          className: inputLook,
          value,
          onBlur: keep,
        };
        return lines ? (
          <textarea
            {...common}
            rows={Math.max(1, value.split("\n").length)}
            onChange={(event) => type(event.target.value)}
          />
        ) : (
          <input
            {...common}
            onChange={(event) => type(event.target.value)}
            onKeyDown={(event) => event.key === "Enter" && !own && keep()}
          />
        );
      }}
    </Field>
  );
}

interface RoleProps extends FieldsProps {
  role: string;
  label: string;
  hint?: string;
  own?: boolean;
  lines?: boolean;
}

/** A field for a role of the record. */
export function RoleLine({ record, put, keep, role, ...rest }: RoleProps) {
  return (
    <Line
      {...rest}
      value={text(record[role])}
      type={(value) => put({ [role]: value })}
      keep={keep}
    />
  );
}
