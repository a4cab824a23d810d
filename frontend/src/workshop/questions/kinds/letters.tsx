import { type FieldsProps, RoleLine } from "./record";
import { TypedFields } from "./typed";

export function LettersFields(props: FieldsProps) {
  return (
    <>
      <TypedFields {...props} />
      <RoleLine {...props} role="misses" label="Misses allowed, 1 to 12" hint="5 if left blank" />
    </>
  );
}
