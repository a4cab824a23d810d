import clsx from "clsx";
import type { AnswerProps } from "./answer";
import { OptionLine } from "./OptionLine";
import { useLabelKeys } from "./useLabelKeys";

/** Options of which one is picked: that is the answer. */
export function Choice({ question, view, asking, quiet, dense, give }: AnswerProps) {
  useLabelKeys(question, asking && !quiet, give);
  return (
    <ul className={clsx("flex flex-col", !dense && "gap-2")}>
      {question.options.map((option) => (
        <li key={option.label}>
          <OptionLine
            option={option}
            asking={asking}
            dense={dense}
            cue={option.mark && view.feedback?.cue?.motion}
            pick={() => give(option.label)}
          />
        </li>
      ))}
    </ul>
  );
}
