import type { AnswerProps } from "./answer";
import { PickList } from "./PickList";

/** Items that are put in their order by being picked one after another. */
export function Order(props: AnswerProps) {
  const all = props.question.options.length;
  return (
    <PickList
      {...props}
      said={(place) => `${place + 1} of ${all}`}
      enough={(picked) => picked === all}
    />
  );
}
