import clsx from "clsx";
import { type CSSProperties, useEffect, useRef, useState } from "react";
import type { Move, View } from "../api/client";
import { playSound, type Sound } from "../look/sounds";
import { Button, buttonLook } from "../ui/Button";
import { Light } from "../ui/Light";
import { Hear } from "./Hear";
import { ANSWERS } from "./kinds/kinds";
import { Meters } from "./Meters";
import { TrailClock } from "./TrailClock";
import type { Seen } from "./useLivePlay";

type Feedback = NonNullable<View["feedback"]>;
type Send = (move: Move) => void;

interface Props {
  seen: Seen;
  send: Send;
  /** Beside other things to type in: takes no focus and no keys of its own accord. */
  quiet?: boolean;
  /** The steps of the play whose sounds were heard already; those of the first view where it is not said. */
  heard?: number;
  /** Shown, but not heard. */
  silent?: boolean;
  /** With less room between things: beside the tools of the bench. */
  dense?: boolean;
}

/** What the player sees while a play goes on. It shows a view and sends moves; it decides nothing. */
export function PlayView(props: Props) {
  const { seen, send, quiet = false, heard, silent = false, dense = false } = props;
  const { view } = seen;
  const question = view.question;
  const feedback = view.feedback;
  useSound(silent ? null : feedback?.cue?.sound, feedback?.step ?? view.steps, heard);
  const asking = view.phase === "asking";
  const Answer = question && ANSWERS[question.kind];
  const move = (kind: Move["do"], text = "") => send({ do: kind, text, visit: view.visit });

  return (
    <div
      className={clsx("flex flex-col", dense ? "gap-2.5" : "gap-5")}
      data-phase={view.phase}
      data-visit={view.visit}
      data-steps={view.steps}
    >
      <div className="flex flex-wrap items-end justify-between gap-x-8 gap-y-3">
        <Meters meters={view.meters} mark={view.look.mark} />
        {question && (
          <p className="text-soft">
            Question {question.number}
            {question.total !== null && ` of ${question.total}`}
          </p>
        )}
      </div>
      {view.game_clock && (
        <TrailClock clock={view.game_clock} at={seen.at} label="Time left in the game" />
      )}
      {view.question_clock && (
        <TrailClock
          clock={view.question_clock}
          at={seen.at}
          label="Time left for this question"
          tick={view.silent || silent ? 0 : view.tick}
          sound={view.tick_sound}
        />
      )}
      {question && (
        <>
          <div>
            {(question.topic || question.hint) && (
              <p className="text-sm text-soft italic">
                {[question.topic, question.hint].filter(Boolean).join(" · ")}
              </p>
            )}
            <Prompt
              key={view.visit}
              text={question.prompt}
              takesFocus={!quiet && question.options.length > 0}
              dense={dense}
            />
          </div>
          {question.image && (
            <img
              key={`image ${view.visit}`}
              src={question.image}
              alt={question.alt || "The question's picture, without a description"}
              className="max-h-64 max-w-full self-start rounded-sm border border-line bg-sheet object-contain"
            />
          )}
          {question.sound && (
            <Hear
              key={`sound ${view.visit}`}
              file={question.sound}
              {...(silent ? {} : { asking })}
            />
          )}
          {Answer && (
            <Answer
              key={view.visit}
              question={question}
              view={view}
              asking={asking}
              quiet={quiet}
              dense={dense}
              give={(text) => move("answer", text)}
            />
          )}
        </>
      )}
      <FeedbackNote feedback={feedback} view={view} dense={dense} move={move} />
      <div className="flex flex-wrap gap-3 empty:hidden">
        {asking && view.can_skip && <Button onClick={() => move("skip")}>Skip this one</Button>}
        {view.can_leave && view.phase !== "over" && (
          <Button onClick={() => move("leave")}>Finish</Button>
        )}
      </div>
    </div>
  );
}

/** The prompt. A new question takes the focus, so that no key held down answers it. */
function Prompt(props: { text: string; takesFocus: boolean; dense: boolean }) {
  const { text, takesFocus, dense } = props;
  const head = useRef<HTMLHeadingElement>(null);
  useEffect(() => {
    if (takesFocus) head.current?.focus();
  }, [takesFocus]);
  return (
    <h1
      ref={head}
      tabIndex={-1}
      className={clsx("break-words outline-none", dense ? "text-xl" : "text-[1.7rem]")}
    >
      <Light text={text} />
    </h1>
  );
}

/** Lets the cue of a new step be heard. */
function useSound(sound: Sound | null | undefined, step: number, heard = step) {
  const last = useRef(heard);
  useEffect(() => {
    if (step > last.current && sound) playSound(sound);
    last.current = Math.max(last.current, step);
  }, [sound, step]);
}

const TONES: Record<string, string> = {
  good: "border-pine bg-moss",
  bad: "border-ember bg-blush",
  info: "border-lake bg-mist",
  plain: "border-line bg-sheet",
};

interface NoteProps {
  feedback: Feedback | null;
  view: View;
  dense: boolean;
  move: (kind: Move["do"]) => void;
}

function FeedbackNote({ feedback, view, dense, move }: NoteProps) {
  const box = useRef<HTMLDivElement>(null);
  useEffect(() => {
    if (dense) box.current?.scrollIntoView({ block: "nearest" });
  }, [dense, view.steps]);
  const said = feedback?.tell;
  return (
    <div ref={box} aria-live="polite" className={dense ? "" : "min-h-24"}>
      {feedback && (said || feedback.answer || feedback.why) && (
        <div
          key={view.steps}
          data-moment={feedback.moment}
          className={clsx(
            "flex flex-col gap-1 border-l-4 px-4",
            dense ? "py-1.5" : "py-3",
            TONES[feedback.tone],
            feedback.cue && `motion-${feedback.cue.motion}`,
          )}
          style={feedback.cue ? again(feedback.cue) : undefined}
        >
          {said && <p className="text-lg font-bold">{said}</p>}
          {feedback.answer && (
            <p>
              The answer is{" "}
              <strong>
                <Light text={feedback.answer} />
              </strong>
              .
            </p>
          )}
          {feedback.why && (
            <p className="text-soft">
              <Light text={feedback.why} />
            </p>
          )}
        </div>
      )}
      {view.waits_for_player && (
        <GoOn key={`on-${view.steps}`} after={view.resume_in ?? 0} move={() => move("continue")} />
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

/** The player's key that ends a breather. It appears once the feedback has stayed as long as the rules ask. */
function GoOn({ after, move }: { after: number; move: () => void }) {
  const [ready, setReady] = useState(after <= 0);
  const button = useRef<HTMLButtonElement>(null);
  useEffect(() => {
    const timer = window.setTimeout(() => setReady(true), after);
    return () => window.clearTimeout(timer);
  }, [after]);
  useEffect(() => {
    if (ready) button.current?.focus();
  }, [ready]);
  if (!ready) return null;
  return (
    <button ref={button} type="button" className={clsx(buttonLook("main"), "mt-3")} onClick={move}>
      Go on
    </button>
  );
}
