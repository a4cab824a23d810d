import { ExpectedFields } from "./carried";
import { type FieldsProps, type KindForm, RoleLine } from "./record";
import { TypedFields } from "./typed";

function NumberFields(props: FieldsProps) {
  return (
    <>
      <TypedFields {...props} />
      <div className="grid grid-cols-2 gap-3">
        <RoleLine {...props} role="unit" label="Unit" />
        <RoleLine {...props} role="tolerance" label="Tolerance" />
      </div>
      <RoleLine
        {...props}
        role="between"
        label="Set between"
        hint="Such as 0..3000: players get a slider. Blank: they type."
      />
      <ExpectedFields {...props} />
    </>
  );
}

export const number: KindForm = {
  fresh: { answer: "" },
  from: ({ answer }) => ({ answer: /\d/.test(answer) ? answer : "1" }),
  Fields: NumberFields,
};
