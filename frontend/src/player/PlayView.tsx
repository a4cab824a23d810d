import clsx from "clsx";
import { type ReactNode, useEffect, useRef } from "react";
import type { Move, View } from "../api/client";
import { playSound, type Sound } from "../look/sounds";
import { Button } from "../ui/Button";
import { Light } from "../ui/Light";
import { Breather } from "./Breather";
import { FeedbackNote } from "./Feedback";
import { Hear } from "./Hear";
import { ANSWERS } from "./kinds/kinds";
import { Standing } from "./Standing";
import { useTexts, WithTexts } from "./texts";
import type { Seen } from "./useLivePlay";

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
  const { view } = props.seen;
  return (
    <WithTexts language={view.language} texts={view.texts}>
      <Play {...props} />
    </WithTexts>
  );
}

function Play(props: Props) {
  const { seen, send, quiet = false, heard, silent = false, dense = false } = props;
  const t = useTexts();
  const { view } = seen;
  const { feedback, question } = view;
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
      {view.look.title && <p className="font-head text-lg text-soft">{view.title}</p>}
      <Standing seen={seen} where="above" silent={silent} />
      {question && (
        <>
          <Behind view={view} picture={question.image}>
            {(question.topic || question.hint) && (
              <p className="text-sm text-soft italic">
                {[question.topic, question.hint].filter(Boolean).join(" · ")}
              </p>
            )}
            <Prompt
              key={view.visit}
              text={question.prompt}
              takesFocus={!quiet && (question.options.length > 0 || question.letters !== null)}
              dense={dense}
            />
          </Behind>
          {question.image && view.look.picture === "above" && (
            <img
              key={`image ${view.visit}`}
              src={question.image}
              alt={question.alt || t("picture.none")}
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
      <div className="flex flex-col gap-3">
        <FeedbackNote view={view} dense={dense} />
        {view.phase === "feedback" && view.resume_in !== null && (
          <Breather
            key={`pause ${view.steps}`}
            left={view.resume_in}
            waits={view.waits_for_player}
            quiet={quiet}
            goOn={() => move("continue")}
          />
        )}
      </div>
      <Standing seen={seen} where="below" silent={silent} />
      <div className="flex flex-wrap gap-3 empty:hidden">
        {asking && view.can_skip && <Button onClick={() => move("skip")}>{t("play.skip")}</Button>}
        {view.can_leave && view.phase !== "over" && (
          <Button onClick={() => move("leave")}>{t("play.finish")}</Button>
        )}
      </div>
    </div>
  );
}

/** What is asked, with the question's picture behind it where the look wants it there. */
function Behind({ view, picture, children }: { view: View; picture: string; children: ReactNode }) {
  const t = useTexts();
  if (!picture || view.look.picture !== "behind") return <div>{children}</div>;
  return (
    <div className="relative flex min-h-56 flex-col justify-end overflow-hidden rounded-sm border border-line">
      <img
        key={`image ${view.visit}`}
        src={picture}
        alt={view.question?.alt || t("picture.none")}
        className="absolute inset-0 size-full object-cover"
      />
      <div className="relative bg-paper px-3 py-2">{children}</div>
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
