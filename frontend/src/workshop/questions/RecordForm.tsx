import { type KeyboardEvent, useEffect, useRef } from "react";
import type { QuestionRecord } from "../../api/client";
import { Field, inputLook, selectLook } from "../../ui/Field";
import { asKind, KINDS } from "./kinds/kinds";
import { OWN, RoleLine, text } from "./kinds/record";
import { MediaFields } from "./MediaFields";

interface Props {
  record: QuestionRecord;
  /** A field has changed; `keep` says to save at once. */
  change: (record: QuestionRecord, keep: boolean) => void;
  /** What was typed is to be saved now. */
  keep: () => void;
  /** Enter was pressed in the last field of the question itself. */
  past: () => void;
  /** Whether the prompt takes the focus. */
  focused?: boolean;
  /** The record as a question of another kind. */
  turn?: (record: QuestionRecord, kind: string) => QuestionRecord;
}

/**
 * The fields of a question, those that its kind has. Enter goes from field to field of the question itself;
 * what is typed is saved when a field is left.
 */
export function RecordForm(props: Props) {
  const { record, change, keep, past, focused = false, turn = asKind } = props;
  const kind = text(record["kind"]);
  const prompt = useRef<HTMLTextAreaElement>(null);
  useEffect(() => {
    if (focused) prompt.current?.focus();
  }, [focused]);
  const put = (fields: QuestionRecord, now = false) => {
    const filled = Object.entries({ ...record, ...fields }).filter(([, value]) => value.length > 0);
    change(Object.fromEntries(filled), now);
  };
  const onward = (event: KeyboardEvent<HTMLElement>) => {
    const { target, currentTarget } = event;
    if (event.key !== "Enter" || event.shiftKey || !(target instanceof HTMLElement)) return;
    if (!("own" in target.dataset)) return;
    event.preventDefault();
    const fields = [...currentTarget.querySelectorAll<HTMLElement>("[data-own]")];
    const next = fields[fields.indexOf(target) + 1];
    if (!next) past();
    next?.focus();
    if (next instanceof HTMLInputElement) next.select();
  };
  const common = { record, put, keep };
  const Fields = KINDS[kind]?.Fields;
  return (
    <div className="flex flex-col gap-3" onKeyDown={onward}>
      <Field label="Kind">
        {(id) => (
          <select
            id={id}
            className={selectLook}
            value={kind}
            onChange={(event) => change(turn(record, event.target.value), true)}
          >
            {Object.keys(KINDS).map((one) => (
              <option key={one}>{one}</option>
            ))}
          </select>
        )}
      </Field>
      <Field label="Prompt">
        {(id) => (
          <textarea
            id={id}
            ref={prompt}
            {...OWN}
            rows={3}
            className={inputLook}
            value={text(record["prompt"])}
            onChange={(event) => put({ prompt: event.target.value })}
            onBlur={keep}
          />
        )}
      </Field>
      {Fields && <Fields {...common} />}
      <div className="grid grid-cols-2 gap-3">
        <RoleLine {...common} role="topic" label="Topic" />
        <RoleLine {...common} role="level" label="Level, 1 to 5" />
        <RoleLine {...common} role="worth" label="Worth" />
        <RoleLine {...common} role="seconds" label="Seconds" />
      </div>
      <RoleLine {...common} role="why" lines label="Why, shown after it" />
      <div className="grid grid-cols-2 gap-3">
        <RoleLine {...common} role="why right" lines label="… where it was right" />
        <RoleLine {...common} role="why wrong" lines label="… where it was not" />
      </div>
      <RoleLine {...common} role="hint" lines label="Hint, shown by a help" />
      <MediaFields record={record} put={put} keep={keep} />
    </div>
  );
}
