import { answered, type FieldsProps, type KindForm, RoleLine } from "./record";
import { TypedFields } from "./typed";

function LettersFields(props: FieldsProps) {
  return (
    <>
      <TypedFields {...props} />
      <RoleLine
        {...props}
        own
        role="misses"
        label="Misses allowed, 1 to 12"
        hint="5 if left blank"
      />
    </>
  );
}

export const letters: KindForm = { fresh: { answer: "" }, from: answered, Fields: LettersFields };
