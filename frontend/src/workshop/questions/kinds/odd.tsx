import { HowMany } from "./generated";
import { type FieldsProps, RoleLine } from "./record";

export function OddFields(props: FieldsProps) {
  return (
    <>
      <RoleLine
        {...props}
        own
        role="groups"
        label="Groups"
        hint="High: Cirrus | Cirrostratus; Low: Stratus | Fog"
      />
      <div className="grid grid-cols-2 gap-3">
        <HowMany {...props} />
      </div>
    </>
  );
}
