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

const GAPS: Record<View["look"]["option_gap"], string> = {
  none: "gap-0",
  narrow: "gap-2",
  wide: "gap-5",
};

/** The options of a question, as the look lays them out. */
export function Options({ question, view, asking, dense, picked, pick }: Props) {
  const { look } = view;
  const laid = look.options;
  return (
    <ul className={clsx(LAID[laid], !dense && GAPS[look.option_gap])}>
      {question.options.map((option) => (
        <li key={option.label} className="min-w-0">
          <OptionLine
            option={option}
            asking={asking}
            dense={dense}
            tile={laid === "pictures"}
            shape={look.option_shape}
            size={look.option_size}
            labelled={look.labels}
            cue={option.mark && view.feedback?.cue?.motion}
            picked={picked?.(option.label)}
            pick={() => pick(option.label)}
          />
        </li>
      ))}
    </ul>
  );
}
