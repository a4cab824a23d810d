import { Field, inputLook } from "../../../ui/Field";
import { ExpectedFields } from "./carried";
import { answered, type FieldsProps, type KindForm, list, OWN, text } from "./record";

/** Accepted answers, the first being the one that is shown. */
export function TypedFields({ record, put, keep }: FieldsProps) {
  const lines = [text(record["answer"]), ...list(record["accepted"])].join("\n");
  return (
    <Field
      label="Accepted answers, one a line"
      hint="The first is the one that is shown. Shift and Enter begin another line."
    >
      {(id, described) => (
        <textarea
          id={id}
          {...OWN}
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

function Fields(props: FieldsProps) {
  return (
    <>
      <TypedFields {...props} />
      <ExpectedFields {...props} />
    </>
  );
}

export const typed: KindForm = { fresh: { answer: "" }, from: answered, Fields };
