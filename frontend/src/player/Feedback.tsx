import clsx from "clsx";
import { type CSSProperties, Fragment, useEffect, useRef } from "react";
import type { View } from "../api/client";
import { Light } from "../ui/Light";
import { useTexts } from "./texts";

type Feedback = NonNullable<View["feedback"]>;

const TONES: Record<Feedback["tone"], string> = {
  good: "border-pine bg-moss",
  bad: "border-ember bg-blush",
  info: "border-lake bg-mist",
  plain: "border-line bg-sheet",
};

interface Props {
  view: View;
  dense: boolean;
}

/** Whether a moment left something to see. */
export const isTold = (feedback: View["feedback"]): feedback is Feedback =>
  feedback !== null &&
  [feedback.tell, feedback.answer, feedback.why, feedback.picture].some((one) => one !== "");

/** What the last moment left to see; told once to those who do not see it. */
export function FeedbackNote({ view, dense }: Props) {
  const { feedback } = view;
  const box = useRef<HTMLDivElement>(null);
  useEffect(() => {
    if (dense) box.current?.scrollIntoView({ block: "nearest" });
  }, [dense, view.steps]);
  return (
    <div ref={box} aria-live="polite" className={dense ? "" : "min-h-24"}>
      {isTold(feedback) && (
        <div
          key={feedback.step}
          data-moment={feedback.moment}
          className={clsx(
            "flex items-center gap-4 border-s-4 px-4",
            dense ? "py-1.5" : "py-3",
            TONES[feedback.tone],
            feedback.cue && `motion-${feedback.cue.motion}`,
          )}
          style={feedback.cue ? again(feedback.cue) : undefined}
        >
          {feedback.picture && (
            <img src={feedback.picture} alt="" className="max-h-20 max-w-24 object-contain" />
          )}
          <Said feedback={feedback} />
          <Changed view={view} />
        </div>
      )}
    </div>
  );
}

/** By how much meters changed, where the eyes are; it is told to others where the meters stand. */
function Changed({ view }: { view: View }) {
  const t = useTexts();
  const changed = view.meters.filter(({ change }) => change !== 0);
  if (changed.length === 0) return null;
  return (
    <ul className="ms-auto flex shrink-0 flex-col items-end" aria-hidden="true" data-changed-meters>
      {changed.map(({ name, label, change }) => (
        <li key={name} className="whitespace-nowrap" dir="ltr">
          <span className="text-xl font-bold tabular-nums">
            {change > 0 ? "+" : "−"}
            {t.number(Math.abs(change))}
          </span>{" "}
          <span className="text-sm text-soft">{label}</span>
        </li>
      ))}
    </ul>
  );
}

function Said({ feedback }: { feedback: Feedback }) {
  const t = useTexts();
  const [before, after] = t("answer.is").split("{answer}");
  return (
    <div className="flex min-w-0 flex-col gap-1 break-words">
      {feedback.tell && <p className="text-lg font-bold whitespace-pre-line">{feedback.tell}</p>}
      {feedback.answer && (
        <p>
          {before}
          <strong>
            <Light text={feedback.answer} />
          </strong>
          <Fragment>{after}</Fragment>
        </p>
      )}
      {feedback.why && (
        <p className="whitespace-pre-line text-soft">
          <Light text={feedback.why} />
        </p>
      )}
    </div>
  );
}

const MOST_A_SECOND = 3;

/** A motion that is made several times: never more than three times a second, whatever the rules say. */
function again({ times, hold }: NonNullable<Feedback["cue"]>): CSSProperties | undefined {
  if (times <= 1) return undefined;
  const each = Math.max(1 / MOST_A_SECOND, hold / times);
  return { animationIterationCount: times, animationDuration: `${each}s` };
}
