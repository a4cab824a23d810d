import type { AnswerProps } from "./answer";
import { JoinList } from "./JoinList";

/** Items that are each joined with one of another list. */
export function Match(props: AnswerProps) {
  return (
    <JoinList
      {...props}
      items={props.question.items}
      reuse={false}
      written={(labels) => labels.map((label, n) => `${label}${n + 1}`).join(" ")}
    />
  );
}
