import { OptionList } from "./options";
import { type FieldsProps, type KindForm, list } from "./record";

function Fields(props: FieldsProps) {
  return <OptionList {...props} legend="Items, in their order" marks="order" />;
}

export const order: KindForm = {
  fresh: { option: ["", "", "", ""] },
  from: ({ answer, record }) => {
    const have = list(record["option"]);
    return { option: have.length > 1 ? have : [answer, "another"] };
  },
  Fields,
};
