import { type FieldsProps, type KindForm, text } from "./record";

function TruthFields({ record, put }: FieldsProps) {
  return (
    <fieldset className="flex gap-5">
      <legend className="font-bold">The statement is</legend>
      {["True", "False"].map((answer) => (
        <label key={answer} className="flex items-center gap-2">
          <input
            type="radio"
            className="accent-pine"
            checked={text(record["answer"]) === answer}
            onChange={() => put({ answer }, true)}
          />
          {answer.toLowerCase()}
        </label>
      ))}
    </fieldset>
  );
}

export const truth: KindForm = {
  fresh: { answer: "True" },
  from: () => ({ answer: "True" }),
  Fields: TruthFields,
};
