import { OptionList } from "./options";
import { type FieldsProps, type KindForm, list } from "./record";

function Fields(props: FieldsProps) {
  return <OptionList {...props} legend="Options, none of them right" marks="none" />;
}

export const opinion: KindForm = {
  fresh: { option: ["", ""] },
  from: ({ answer, record }) => {
    const have = list(record["option"]);
    return { option: have.length > 1 ? have : [answer, "another"] };
  },
  Fields,
};
