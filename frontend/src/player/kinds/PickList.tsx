import { useState } from "react";
import { Button } from "../../ui/Button";
import { useTexts } from "../texts";
import type { AnswerProps } from "./answer";
import { Options } from "./Options";
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
  const t = useTexts();
  const [chosen, setPicked] = useState(() => given(view.feedback?.given ?? ""));
  const gone = question.options.filter((option) => option.gone).map((option) => option.label);
  const picked = chosen.filter((label) => !gone.includes(label));
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
      <Options
        question={question}
        view={view}
        asking={asking}
        dense={dense}
        picked={(label) => {
          const place = picked.indexOf(label);
          return place < 0 ? "" : said(place);
        }}
        pick={toggle}
      />
      <Button weight="main" className="self-start" disabled={!ready} onClick={answer}>
        {t("answer.give")}
      </Button>
    </div>
  );
}

/** The labels that an answer named, where it was given by them. */
function given(text: string): string[] {
  return /^[A-H]( [A-H])*$/.test(text) ? text.split(" ") : [];
}
