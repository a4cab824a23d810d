import { OptionList, withOptions } from "./options";
import type { FieldsProps, KindForm } from "./record";

function Fields(props: FieldsProps) {
  return <OptionList {...props} legend="Options, every right one marked" marks="several" />;
}

export const several: KindForm = {
  fresh: { option: ["", "", "", ""], key: "A" },
  from: withOptions,
  Fields,
};
