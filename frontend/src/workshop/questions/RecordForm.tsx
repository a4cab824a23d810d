import type { QuestionRecord } from "../../api/client";
import { Button } from "../../ui/Button";
import { Field, inputLook, selectLook } from "../../ui/Field";
import { MediaFields, usePictureOption } from "./MediaFields";

const KINDS = [
  "choice",
  "typed",
  "number",
  "truth",
  "sort",
  "letters",
  "formula",
  "table",
  "odd",
] as const;
const LETTERS = "ABCDEFGH";

interface Props {
  record: QuestionRecord;
  /** A field has changed; `keep` says to save at once. */
  change: (record: QuestionRecord, keep: boolean) => void;
  /** What was typed is to be saved now. */
  keep: () => void;
}

/** The fields of a question, those that its kind has. What is typed is saved when a field is left. */
export function RecordForm({ record, change, keep }: Props) {
  const kind = text(record.kind);
  const put = (fields: QuestionRecord, now = false) => {
    const filled = Object.entries({ ...record, ...fields }).filter(([, value]) => value.length > 0);
    change(Object.fromEntries(filled), now);
  };
  const line = (role: string, label: string, hint?: string) => (
    <Line
      key={role}
      label={label}
      {...(hint ? { hint } : {})}
      value={text(record[role])}
      type={(value) => put({ [role]: value })}
      keep={keep}
    />
  );
  return (
    <div className="flex flex-col gap-3">
      <Field label="Kind">
        {(id) => (
          <select
            id={id}
            className={selectLook}
            value={kind}
            onChange={(event) => change(asKind(record, event.target.value), true)}
          >
            {KINDS.map((one) => (
              <option key={one}>{one}</option>
            ))}
          </select>
        )}
      </Field>
      <Field label="Prompt">
        {(id) => (
          <textarea
            id={id}
            rows={3}
            className={inputLook}
            value={text(record.prompt)}
            onChange={(event) => put({ prompt: event.target.value })}
            onBlur={keep}
          />
        )}
      </Field>
      {(kind === "choice" || kind === "sort") && <Options record={record} put={put} keep={keep} />}
      {(kind === "typed" || kind === "number" || kind === "letters") && (
        <Answers record={record} put={put} keep={keep} />
      )}
      {kind === "truth" && (
        <fieldset className="flex gap-5">
          <legend className="font-bold">The statement is</legend>
          {["True", "False"].map((answer) => (
            <label key={answer} className="flex items-center gap-2">
              <input
                type="radio"
                className="accent-pine"
                checked={text(record.answer) === answer}
                onChange={() => put({ answer }, true)}
              />
              {answer.toLowerCase()}
            </label>
          ))}
        </fieldset>
      )}
      {kind === "number" && (
        <div className="grid grid-cols-2 gap-3">
          {line("unit", "Unit")}
          {line("tolerance", "Tolerance")}
        </div>
      )}
      {kind === "letters" && line("misses", "Misses allowed", "3 where nothing is written")}
      {kind === "formula" && (
        <>
          {line("variables", "Variables", "a = 2..12; b = 1..a by 1/2; c = 3 | 5 | 7")}
          {line("answer", "Answer", "an expression, such as a * b")}
          {line("where", "What has to hold", "whole; a >= b")}
        </>
      )}
      {kind === "table" && (
        <>
          {line("from", "Table", "the file on the shelf that holds the rows")}
          {line("answer", "Column of the answer")}
          {line("parted by", "Several answers in a cell are parted by")}
        </>
      )}
      {kind === "odd" &&
        line("groups", "Groups", "High: Cirrus | Cirrostratus; Low: Stratus | Fog")}
      {["formula", "table", "odd"].includes(kind) && (
        <div className="grid grid-cols-3 gap-3">
          {kind !== "odd" && line("ask", "Asked as")}
          {line("choices", "Options")}
          {line("times", "Times")}
        </div>
      )}
      <div className="grid grid-cols-2 gap-3">
        {line("topic", "Topic")}
        {line("level", "Level, 1 to 5")}
        {line("worth", "Worth")}
        {line("seconds", "Seconds")}
      </div>
      {line("why", "Why, shown after it")}
      <MediaFields record={record} put={put} keep={keep} />
    </div>
  );
}

interface LineProps {
  label: string;
  hint?: string;
  value: string;
  type: (value: string) => void;
  keep: () => void;
}

export function Line({ label, hint, value, type, keep }: LineProps) {
  return (
    <Field label={label} {...(hint ? { hint } : {})}>
      {(id, described) => (
        <input
          id={id}
          aria-describedby={described}
          className={inputLook}
          value={value}
          onChange={(event) => type(event.target.value)}
          onBlur={keep}
          onKeyDown={(event) => event.key === "Enter" && keep()}
        />
      )}
    </Field>
  );
}

interface PartProps {
  record: QuestionRecord;
  put: (fields: QuestionRecord, now?: boolean) => void;
  keep: () => void;
}

function Answers({ record, put, keep }: PartProps) {
  const lines = [text(record.answer), ...list(record.accepted)].join("\n");
  return (
    <Field label="Accepted answers, one a line" hint="The first is the one that is shown.">
      {(id, described) => (
        <textarea
          id={id}
          aria-describedby={described}
          rows={Math.min(6, lines.split("\n").length + 1)}
          className={inputLook}
          value={lines}
          onChange={(event) => {
            const [answer = "", ...accepted] = event.target.value.split("\n");
            put({ answer, accepted });
          }}
          onBlur={keep}
        />
      )}
    </Field>
  );
}

function Options({ record, put, keep }: PartProps) {
  const options = list(record.option);
  const key = Math.max(0, LETTERS.indexOf(text(record.key)));
  const pinned = new Set(text(record.pinned).match(/[A-H]/g) ?? []);
  const withPicture = usePictureOption();
  const set = (next: string[], fields: QuestionRecord = {}, now = false) =>
    put({ ...fields, option: next }, now);
  return (
    <fieldset className="flex flex-col gap-1.5">
      <legend className="font-bold">Options, the right one marked</legend>
      {options.map((option, place) => {
        const letter = LETTERS[place] ?? "";
        return (
          <div key={place} className="flex items-center gap-2">
            <input
              type="radio"
              name="right"
              className="accent-pine"
              aria-label={`${letter} is right`}
              checked={place === key}
              onChange={() => put({ key: letter }, true)}
            />
            <span className="font-head font-semibold text-pine italic">{letter}</span>
            <input
              aria-label={`Option ${letter}`}
              className={inputLook}
              value={option}
              onChange={(event) => set(options.with(place, event.target.value))}
              onBlur={keep}
            />
            <label
              className="flex items-center gap-1 text-sm"
              title="Stays in its place when options are shuffled"
            >
              <input
                type="checkbox"
                className="accent-pine"
                checked={pinned.has(letter)}
                onChange={() => {
                  const next = new Set(pinned);
                  if (!next.delete(letter)) next.add(letter);
                  put({ pinned: [...next].sort().join(", ") }, true);
                }}
              />
              pin<span className="sr-only"> option {letter}</span>
            </label>
            <label className="cursor-pointer text-sm text-pine underline focus-within:outline-2 focus-within:outline-lake">
              picture<span className="sr-only"> for option {letter}</span>
              <input
                type="file"
                accept="image/*"
                className="sr-only"
                onChange={(event) => {
                  const [file] = event.target.files ?? [];
                  if (file) withPicture(file, (shown) => set(options.with(place, shown), {}, true));
                }}
              />
            </label>
            {options.length > 2 && (
              <button
                type="button"
                className="px-1 text-soft hover:text-ember"
                aria-label={`Take option ${letter} away`}
                onClick={() => {
                  const rest = options.filter((_, other) => other !== place);
                  const right = key > place ? key - 1 : Math.min(key, rest.length - 1);
                  set(rest, { key: LETTERS[right] ?? "A", pinned: "" }, true);
                }}
              >
                ×
              </button>
            )}
          </div>
        );
      })}
      {options.length < 8 && (
        <Button
          small
          className="self-start"
          onClick={() => set([...options, `option ${options.length + 1}`], {}, true)}
        >
          Add an option
        </Button>
      )}
    </fieldset>
  );
}

function text(value: string | string[] | undefined): string {
  return typeof value === "string" ? value : (value?.join(" | ") ?? "");
}

function list(value: string | string[] | undefined): string[] {
  if (value === undefined) return [];
  return typeof value === "string" ? [value] : value;
}

const COMMON = [
  "id",
  "prompt",
  "topic",
  "level",
  "worth",
  "seconds",
  "why",
  "image",
  "alt",
  "sound",
];

/** The record as a question of another kind, with what it needs to begin with. */
function asKind(record: QuestionRecord, kind: string): QuestionRecord {
  const next: QuestionRecord = { kind };
  for (const role of COMMON) if (record[role] !== undefined) next[role] = record[role];
  const options = list(record.option);
  const right = options[Math.max(0, LETTERS.indexOf(text(record.key)))];
  const answer = right ?? (text(record.answer) || "answer");
  const starts: Record<string, QuestionRecord> = {
    choice: { option: options.length > 1 ? options : [answer, "another"], key: record.key ?? "A" },
    sort: { option: options.length > 1 ? options : [answer, "another"], key: record.key ?? "A" },
    truth: { answer: "True" },
    number: { answer: /\d/.test(answer) ? answer : "1" },
    formula: {
      prompt: text(record.prompt).includes("{") ? text(record.prompt) : "{a} × {b} = ?",
      variables: "a = 2..12; b = 2..12",
      answer: "a * b",
    },
    table: { answer: "", from: "" },
    odd: { groups: "High: Cirrus | Cirrostratus | Cirrocumulus; Low: Stratus | Stratocumulus" },
  };
  return { ...next, ...(starts[kind] ?? { answer }) };
}
