import { type FieldsProps, RoleLine } from "./record";
import { TypedFields } from "./typed";

export function NumberFields(props: FieldsProps) {
  return (
    <>
      <TypedFields {...props} />
      <div className="grid grid-cols-2 gap-3">
        <RoleLine {...props} role="unit" label="Unit" />
        <RoleLine {...props} role="tolerance" label="Tolerance" />
      </div>
    </>
  );
}
