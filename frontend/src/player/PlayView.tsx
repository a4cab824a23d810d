import clsx from "clsx";
import { useEffect, useRef } from "react";
import type { Move, View } from "../api/client";
import { playSound, type Sound, stopSound } from "../look/sounds";
import { Button } from "../ui/Button";
import { Light } from "../ui/Light";
import { Breather } from "./Breather";
import { FeedbackNote, isTold } from "./Feedback";
import { Hear } from "./Hear";
import { Helps } from "./Helps";
import { ANSWERS, POINTED_AT } from "./kinds/kinds";
import { HandOver, Rope } from "./Players";
import { BeforeRound, Choosing, RoundTrail } from "./Rounds";
import { Standing } from "./Standing";
import { Scene } from "./Scene";
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
  /** How fast scenes go: half as fast at 0.5. */
  speed?: number;
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
  const { seen, send, quiet = false, heard, silent = false, dense = false, speed = 1 } = props;
  const { view } = seen;
  const { feedback, question } = view;
  useSound(silent ? null : feedback?.cue?.sound, feedback?.step ?? view.steps, heard);
  const asking = view.phase === "asking";
  const page = useRef<HTMLDivElement>(null);
  const Answer = question && ANSWERS[question.kind];
  const move = (kind: Move["do"], text = "") => {
    if (!silent) {
      stopSound();
      playSound(view.press_sound);
    }
    send({ do: kind, text, visit: view.visit });
  };

  return (
    <div
      ref={page}
      className={clsx("flex flex-col", dense ? "relative isolate gap-2.5" : "gap-5")}
      data-phase={view.phase}
      data-visit={view.visit}
      data-steps={view.steps}
    >
      {feedback?.cue && feedback.cue.scene.length > 0 && (
        <Scene key={feedback.step} acts={feedback.cue.scene} page={page} speed={speed} />
      )}
      {view.look.title && <p className="font-head text-lg text-soft">{view.title}</p>}
      {view.round && <RoundTrail round={view.round} />}
      {view.seats.length > 0 && <Rope seats={view.seats} />}
      <Standing seen={seen} where="above" silent={silent} speed={speed} />
      {view.round?.intro && (
        <BeforeRound key={`round ${view.steps}`} round={view.round} quiet={quiet} />
      )}
      {view.hands_over && <HandOver key={`turn ${view.visit}`} name={view.player} quiet={quiet} />}
      {view.phase === "choosing" && (
        <Choosing
          key={`choosing ${view.steps}`}
          view={view}
          quiet={quiet}
          dense={dense}
          choose={(text) => move("choose", text)}
        />
      )}
      {question && (
        <>
          {!POINTED_AT.has(question.kind) && <Picture view={view} key={`image ${view.visit}`} />}
          <div data-on="prompt">
            <About question={question} />
            <Prompt
              key={view.visit}
              text={question.prompt}
              size={view.look.question_size}
              takesFocus={!quiet && (question.options.length > 0 || question.letters !== null)}
              dense={dense}
            />
          </div>
          <Standing seen={seen} where="middle" silent={silent} speed={speed} />
          {question.sound && (
            <Hear
              key={`sound ${view.visit}`}
              file={question.sound}
              {...(silent ? {} : { asking })}
            />
          )}
          {Answer && (
            <div data-on="options">
              <Answer
                key={view.visit}
                question={question}
                view={view}
                asking={asking}
                quiet={quiet}
                dense={dense}
                give={(text) => move("answer", text)}
              />
            </div>
          )}
          <Shown question={question} />
          <Helps
            helps={view.helps}
            quiet={quiet}
            dense={dense}
            take={(name) => move("help", name)}
          />
        </>
      )}
      <div
        className={clsx(
          "flex flex-col gap-3",
          // in sight, however much stands above it
          isTold(feedback) &&
            feedback.moment !== "helped" &&
            !dense &&
            "sticky bottom-0 z-10 bg-paper pb-1",
        )}
      >
        <div data-on="note">
          <FeedbackNote view={view} dense={dense} />
        </div>
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
      <Standing seen={seen} where="below" silent={silent} speed={speed} />
      <Ways view={view} move={move} />
    </div>
  );
}

/** What is said over a prompt. */
function About({ question }: { question: NonNullable<View["question"]> }) {
  const said = [question.topic, question.hint].filter(Boolean);
  return said.length > 0 && <p className="text-sm text-soft italic">{said.join(" · ")}</p>;
}

/** What helps have shown of a question. */
function Shown({ question }: { question: NonNullable<View["question"]> }) {
  const t = useTexts();
  const [before, after] = t("help.starts").split("{start}");
  return (
    <>
      {question.clue && (
        <p data-clue className="border-s-4 border-lake ps-3">
          <Light text={question.clue} />
        </p>
      )}
      {question.start && (
        <p data-start className="border-s-4 border-lake ps-3">
          {before}
          <b className="font-mono whitespace-pre">{question.start}</b>
          {after}
        </p>
      )}
    </>
  );
}

/** What a player may do besides answering. */
function Ways({ view, move }: { view: View; move: (kind: Move["do"]) => void }) {
  const t = useTexts();
  return (
    <div className="flex flex-wrap gap-3 empty:hidden">
      {view.phase === "asking" && view.can_skip && (
        <Button onClick={() => move("skip")}>{t("play.skip")}</Button>
      )}
      {view.can_leave && view.phase !== "over" && (
        <Button onClick={() => move("leave")}>{t("play.finish")}</Button>
      )}
    </div>
  );
}

/** The question's picture: above its prompt, or behind everything under as much of the ground as text needs. */
function Picture({ view }: { view: View }) {
  const t = useTexts();
  const { question, look } = view;
  if (!question?.image) return null;
  const alt = question.alt || t("picture.none");
  if (look.picture === "behind")
    return (
      <div className="absolute inset-0 -z-10 overflow-hidden" data-behind>
        <img src={question.image} alt={alt} className="size-full object-cover" />
        <div
          className="absolute inset-0"
          style={{ background: look.ground, opacity: look.veil }}
          data-veil={look.veil}
        />
      </div>
    );
  return (
    <img
      src={question.image}
      alt={alt}
      className="max-h-64 max-w-full self-start rounded-sm border border-line bg-sheet object-contain"
    />
  );
}

const PROMPTS: Record<View["look"]["question_size"], string> = {
  normal: "text-[1.7rem]",
  large: "text-4xl",
  wall: "text-6xl",
};

interface PromptProps {
  text: string;
  size: View["look"]["question_size"];
  takesFocus: boolean;
  dense: boolean;
}

/** The prompt. A new question takes the focus, so that no key held down answers it. */
function Prompt({ text, size, takesFocus, dense }: PromptProps) {
  const head = useRef<HTMLHeadingElement>(null);
  useEffect(() => {
    if (takesFocus) head.current?.focus();
  }, [takesFocus]);
  return (
    <h1
      ref={head}
      tabIndex={-1}
      className={clsx("break-words outline-none", dense ? "text-xl" : PROMPTS[size])}
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
