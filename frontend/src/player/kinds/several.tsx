import type { AnswerProps } from "./answer";
import { PickList } from "./PickList";

/** Options of which every right one is to be picked. */
export function Several(props: AnswerProps) {
  return <PickList {...props} said={() => "✓"} enough={(picked) => picked > 0} />;
}
