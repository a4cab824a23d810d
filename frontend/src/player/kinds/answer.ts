import type { View } from "../../api/client";

export type Question = NonNullable<View["question"]>;

/** What the part of the page in which a question is answered is given. */
export interface AnswerProps {
  question: Question;
  view: View;
  /** Whether an answer counts now. */
  asking: boolean;
  /** Takes no focus and no keys of its own accord. */
  quiet: boolean;
  dense: boolean;
  give: (text: string) => void;
}
