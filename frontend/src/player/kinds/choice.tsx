import type { AnswerProps } from "./answer";
import { Options } from "./Options";
import { useLabelKeys } from "./useLabelKeys";

/** Options of which one is picked: that is the answer. */
export function Choice({ question, view, asking, quiet, dense, give }: AnswerProps) {
  useLabelKeys(question, asking && !quiet, give);
  return <Options question={question} view={view} asking={asking} dense={dense} pick={give} />;
}
