import type { ComponentType } from "react";
import type { QuestionRecord } from "../../../api/client";
import { ChoiceFields } from "./choice";
import { FormulaFields } from "./formula";
import { LettersFields } from "./letters";
import { NumberFields } from "./number";
import { OddFields } from "./odd";
import { TableFields } from "./table";
import { TruthFields } from "./truth";
import { TypedFields } from "./typed";
import { type FieldsProps, LETTERS, list, text } from "./record";

/** What a kind of question is written with. */
interface KindForm {
  /** What a new question of the kind begins with, besides its prompt. */
  fresh: QuestionRecord;
  /** What a question of another kind becomes: its right answer and its options are kept where they fit. */
  from: (before: { answer: string; record: QuestionRecord }) => QuestionRecord;
  Fields: ComponentType<FieldsProps>;
}

const options: KindForm["from"] = ({ answer, record }) => {
  const have = list(record["option"]);
  return { option: have.length > 1 ? have : [answer, "another"], key: record["key"] ?? "A" };
};
const answered: KindForm["from"] = ({ answer }) => ({ answer });

/** Every kind of question by its name, in the order they are offered. */
export const KINDS: Record<string, KindForm> = {
  choice: { fresh: { option: ["", "", "", ""], key: "A" }, from: options, Fields: ChoiceFields },
  typed: { fresh: { answer: "" }, from: answered, Fields: TypedFields },
  number: {
    fresh: { answer: "" },
    from: ({ answer }) => ({ answer: /\d/.test(answer) ? answer : "1" }),
    Fields: NumberFields,
  },
  truth: { fresh: { answer: "True" }, from: () => ({ answer: "True" }), Fields: TruthFields },
  sort: { fresh: { option: ["", ""], key: "A" }, from: options, Fields: ChoiceFields },
  letters: { fresh: { answer: "" }, from: answered, Fields: LettersFields },
  formula: {
    fresh: { variables: "a = 2..12; b = 2..12", answer: "a * b" },
    from: ({ record }) => ({
      prompt: text(record["prompt"]).includes("{") ? text(record["prompt"]) : "{a} × {b} = ?",
      variables: "a = 2..12; b = 2..12",
      answer: "a * b",
    }),
    Fields: FormulaFields,
  },
  table: {
    fresh: { answer: "", from: "" },
    from: () => ({ answer: "", from: "" }),
    Fields: TableFields,
  },
  odd: {
    fresh: { groups: "" },
    from: () => ({
      groups: "High: Cirrus | Cirrostratus | Cirrocumulus; Low: Stratus | Stratocumulus",
    }),
    Fields: OddFields,
  },
};

const COMMON = [
  ...["id", "prompt", "topic", "level", "worth", "seconds"],
  ...["why", "why right", "why wrong", "image", "alt", "sound"],
];

/** A new question of a kind, to be written. */
export function freshRecord(kind: string): QuestionRecord {
  return { kind, prompt: "", ...KINDS[kind]?.fresh };
}

/** A record as it is saved: without options that are blank, the right one and the pinned ones still theirs. */
export function trimmed(record: QuestionRecord): QuestionRecord {
  const options = list(record["option"]);
  const kept = options.flatMap((option, place) => (option.trim() === "" ? [] : place));
  if (kept.length === options.length) return record;
  const letterNow = (letter: string) => LETTERS[kept.indexOf(LETTERS.indexOf(letter))] ?? "";
  const pinned = (text(record["pinned"]).match(/[A-H]/g) ?? []).map(letterNow).filter(Boolean);
  return {
    ...record,
    option: kept.map((place) => options[place] ?? ""),
    key: letterNow(text(record["key"])),
    ...(record["pinned"] && { pinned: pinned.join(", ") }),
  };
}

/** A record as a question of another kind, with what it needs to begin with. */
export function asKind(record: QuestionRecord, kind: string): QuestionRecord {
  const next: QuestionRecord = { kind };
  for (const role of COMMON) {
    const value = record[role];
    if (value !== undefined) next[role] = value;
  }
  const right = list(record["option"])[Math.max(0, LETTERS.indexOf(text(record["key"])))];
  const answer = right ?? (text(record["answer"]) || "answer");
  return { ...next, ...KINDS[kind]?.from({ answer, record }) };
}
