import { useTexts } from "../texts";
import type { AnswerProps } from "./answer";
import { PickList } from "./PickList";

/** Items that are put in their order by being picked one after another. */
export function Order(props: AnswerProps) {
  const t = useTexts();
  const all = props.question.options.length;
  return (
    <PickList
      {...props}
      said={(place) => t("pick.place", { n: place + 1, total: all })}
      enough={(picked) => picked === all}
    />
  );
}
