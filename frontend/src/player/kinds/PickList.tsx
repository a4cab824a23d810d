import clsx from "clsx";
import { useState } from "react";
import { Button } from "../../ui/Button";
import type { AnswerProps } from "./answer";
import { OptionLine } from "./OptionLine";
import { useLabelKeys } from "./useLabelKeys";

interface Props extends AnswerProps {
  /** What an option is picked as, by the place at which it was picked. */
  said: (place: number) => string;
  /** Whether so many picked options are an answer. */
  enough: (picked: number) => boolean;
}

/**
 * Options of which more than one is picked before the answer is given. Pressing one again takes it out, and
 * Backspace the last one; Enter gives the answer.
 */
export function PickList(props: Props) {
  const { question, view, asking, quiet, dense, give, said, enough } = props;
  const [picked, setPicked] = useState(() => given(view.feedback?.given ?? ""));
  const toggle = (label: string) => {
    if (!asking) return;
    setPicked((now) =>
      now.includes(label) ? now.filter((one) => one !== label) : [...now, label],
    );
  };
  const ready = asking && enough(picked.length);
  const answer = () => ready && give(picked.join(" "));
  useLabelKeys(question, asking && !quiet, toggle, (key, target) => {
    if (key === "Backspace") setPicked((now) => now.slice(0, -1));
    else if (key !== "Enter" || target instanceof HTMLButtonElement) return false;
    else answer();
    return true;
  });
  return (
    <div className="flex flex-col gap-3">
      <ul className={clsx("flex flex-col", !dense && "gap-2")}>
        {question.options.map((option) => {
          const place = picked.indexOf(option.label);
          return (
            <li key={option.label}>
              <OptionLine
                option={option}
                asking={asking}
                dense={dense}
                cue={option.mark && view.feedback?.cue?.motion}
                picked={place < 0 ? "" : said(place)}
                pick={() => toggle(option.label)}
              />
            </li>
          );
        })}
      </ul>
      <Button weight="main" className="self-start" disabled={!ready} onClick={answer}>
        Answer
      </Button>
    </div>
  );
}

/** The labels that an answer named, where it was given by them. */
function given(text: string): string[] {
  return /^[A-H]( [A-H])*$/.test(text) ? text.split(" ") : [];
}
