import { OptionList, withOptions } from "./options";
import type { FieldsProps, KindForm } from "./record";

function Fields(props: FieldsProps) {
  return <OptionList {...props} legend="Options, the right one marked" marks="one" />;
}

export const choice: KindForm = {
  fresh: { option: ["", "", "", ""], key: "A" },
  from: withOptions,
  Fields,
};

export const sort: KindForm = { fresh: { option: ["", ""], key: "A" }, from: withOptions, Fields };
