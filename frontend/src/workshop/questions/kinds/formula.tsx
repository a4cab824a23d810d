import { HowMany, RolePick } from "./generated";
import { type FieldsProps, type KindForm, RoleLine, text } from "./record";

const FORMS = ["decimal", "fraction", "mixed"] as const;

function FormulaFields(props: FieldsProps) {
  return (
    <>
      <RoleLine
        {...props}
        own
        role="variables"
        label="Variables"
        hint="a = 2..12; b = 1..a by 1/2; c = 3 | 5 | 7"
      />
      <RoleLine {...props} own role="answer" label="Answer" hint="an expression, such as a * b" />
      <RoleLine {...props} role="where" label="What has to hold" hint="whole; a >= b" />
      <div className="grid grid-cols-2 gap-3">
        <RolePick {...props} role="ask" label="Asked as" values={["number", "choice"]} />
        <RolePick {...props} role="form" label="Answer written as" values={FORMS} />
        <HowMany {...props} />
      </div>
    </>
  );
}

export const formula: KindForm = {
  fresh: { variables: "a = 2..12; b = 2..12", answer: "a * b" },
  from: ({ record }) => ({
    prompt: text(record["prompt"]).includes("{") ? text(record["prompt"]) : "{a} × {b} = ?",
    variables: "a = 2..12; b = 2..12",
    answer: "a * b",
  }),
  Fields: FormulaFields,
};
