import { HowMany } from "./generated";
import { type FieldsProps, type KindForm, RoleLine } from "./record";

function OddFields(props: FieldsProps) {
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

export const odd: KindForm = {
  fresh: { groups: "" },
  from: () => ({
    groups: "High: Cirrus | Cirrostratus | Cirrocumulus; Low: Stratus | Stratocumulus",
  }),
  Fields: OddFields,
};
