import type { QuestionRecord } from "../../../api/client";
import { carriedBy } from "./carried";
import { choice, sort } from "./choice";
import { formula } from "./formula";
import { gaps } from "./gaps";
import { letters } from "./letters";
import { match } from "./match";
import { number } from "./number";
import { odd } from "./odd";
import { opinion } from "./opinion";
import { relabelled, rightOf } from "./options";
import { order } from "./order";
import { type KindForm, LETTERS, list, text } from "./record";
import { several } from "./several";
import { spot } from "./spot";
import { table } from "./table";
import { truth } from "./truth";
import { typed } from "./typed";

/** Every kind of question by its name, in the order they are offered. A new kind is a module and a line. */
export const KINDS: Record<string, KindForm> = {
  choice,
  several,
  order,
  typed,
  number,
  truth,
  sort,
  letters,
  match,
  gaps,
  spot,
  opinion,
  formula,
  table,
  odd,
};

const COMMON = [
  ...["id", "prompt", "topic", "level", "worth", "seconds"],
  ...["why", "why right", "why wrong", "hint", "image", "alt", "sound"],
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
  const now = (role: string) =>
    relabelled(text(record[role]).match(/[A-H]/g) ?? [], kept).join(", ");
  return {
    ...record,
    ...carriedBy(record, kept),
    option: kept.map((place) => options[place] ?? ""),
    ...(record["key"] && { key: now("key") }),
    ...(record["pinned"] && { pinned: now("pinned") }),
  };
}

/** A record as a question of another kind, with what it needs to begin with. */
export function asKind(record: QuestionRecord, kind: string): QuestionRecord {
  const next: QuestionRecord = { kind };
  for (const role of COMMON) {
    const value = record[role];
    if (value !== undefined) next[role] = value;
  }
  const right = list(record["option"])[Math.max(0, LETTERS.indexOf(rightOf(record)[0] ?? "A"))];
  const answer = right ?? (text(record["answer"]) || "answer");
  return { ...next, ...KINDS[kind]?.from({ answer, record }) };
}
