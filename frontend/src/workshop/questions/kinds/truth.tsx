import type { KeyboardEvent } from "react";
import { type FieldsProps, type KindForm, OWN, text } from "./record";

const ANSWERS = ["True", "False"];

/** Neither is set until it is said: a statement that nobody judged is not true. */
function TruthFields({ record, put }: FieldsProps) {
  const answer = text(record["answer"]);
  const typed = (event: KeyboardEvent) => {
    const said = ANSWERS.find((one) => one[0]?.toLowerCase() === event.key.toLowerCase());
    if (said) put({ answer: said }, true);
  };
  return (
    <fieldset className="flex gap-5" onKeyDown={typed}>
      <legend className="font-bold">The statement is</legend>
      {ANSWERS.map((one, place) => (
        <label key={one} className="flex items-center gap-2">
          <input
            type="radio"
            name="truth"
            {...((answer === "" ? place === 0 : answer === one) ? OWN : {})}
            className="accent-pine"
            checked={answer === one}
            onChange={() => put({ answer: one }, true)}
          />
          {one.toLowerCase()}
        </label>
      ))}
      <span className="text-sm text-soft">T or F</span>
    </fieldset>
  );
}

export const truth: KindForm = {
  fresh: {},
  from: ({ answer }) => (ANSWERS.includes(answer) ? { answer } : {}),
  Fields: TruthFields,
};
