import clsx from "clsx";
import type { View } from "../../api/client";
import type { Question } from "./answer";
import { OptionLine } from "./OptionLine";

interface Props {
  question: Question;
  view: View;
  asking: boolean;
  dense: boolean;
  /** What an option was picked as; for those of which just one is picked it is not said. */
  picked?: (label: string) => string;
  pick: (label: string) => void;
}

const LAID: Record<View["look"]["options"], string> = {
  lines: "flex flex-col",
  columns: "grid grid-cols-1 gap-x-6 sm:grid-cols-2",
  pictures: "grid grid-cols-2 sm:grid-cols-3 lg:grid-cols-4",
};

/** The options of a question, as the look lays them out. */
export function Options({ question, view, asking, dense, picked, pick }: Props) {
  const laid = view.look.options;
  return (
    <ul className={clsx(LAID[laid], !dense && "gap-2")}>
      {question.options.map((option) => (
        <li key={option.label} className="min-w-0">
          <OptionLine
            option={option}
            asking={asking}
            dense={dense}
            tile={laid === "pictures"}
            cue={option.mark && view.feedback?.cue?.motion}
            picked={picked?.(option.label)}
            pick={() => pick(option.label)}
          />
        </li>
      ))}
    </ul>
  );
}
