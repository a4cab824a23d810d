import clsx from "clsx";
import { type CSSProperties, type FormEvent, useEffect, useRef, useState } from "react";
import type { Move, View } from "../api/client";
import { playSound, type Sound } from "../look/sounds";
import { Button, buttonLook } from "../ui/Button";
import { inputLook } from "../ui/Field";
import { Light } from "../ui/Light";
import { Covered } from "./Covered";
import { Hear } from "./Hear";
import { Meters } from "./Meters";
import { TrailClock } from "./TrailClock";
import type { Seen } from "./useLivePlay";

type Question = NonNullable<View["question"]>;
type Option = Question["options"][number];
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
            {(question.topic || question.kind === "sort") && (
              <p className="text-sm text-soft italic">
                {question.topic || "Where does this belong?"}
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
          {question.letters && <Covered letters={question.letters} />}
          {question.options.length > 0 ? (
            <Options
              key={view.visit}
              question={question}
              view={view}
              asking={asking}
              quiet={quiet}
              dense={dense}
              move={move}
            />
          ) : (
            <Typed
              key={view.visit}
              question={question}
              asking={asking}
              quiet={quiet}
              move={move}
              steps={view.steps}
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

interface OptionsProps {
  question: Question;
  view: View;
  asking: boolean;
  quiet: boolean;
  dense: boolean;
  move: (kind: Move["do"], text?: string) => void;
}

function Options({ question, view, asking, quiet, dense, move }: OptionsProps) {
  useEffect(() => {
    if (!asking || quiet) return;
    const pick = (event: KeyboardEvent) => {
      if (event.ctrlKey || event.metaKey || event.altKey || event.repeat) return;
      const key = event.key.toUpperCase();
      const option =
        question.options.find(({ label }) => label === key) ?? question.options[Number(key) - 1];
      if (option) move("answer", option.label);
    };
    window.addEventListener("keydown", pick);
    return () => window.removeEventListener("keydown", pick);
  });
  return (
    <ul className={clsx("flex flex-col", !dense && "gap-2")}>
      {question.options.map((option) => (
        <li key={option.label}>
          <OptionLine
            option={option}
            asking={asking}
            dense={dense}
            cue={option.mark && view.feedback?.cue?.motion}
            pick={() => move("answer", option.label)}
          />
        </li>
      ))}
    </ul>
  );
}

const MARKS: Record<string, { look: string; said: string }> = {
  right: { look: "border-pine bg-moss", said: "right" },
  wrong: { look: "border-ember bg-blush", said: "wrong" },
};

interface OptionLineProps {
  option: Option;
  asking: boolean;
  dense: boolean;
  cue: string | undefined;
  pick: () => void;
}

function OptionLine({ option, asking, dense, cue, pick }: OptionLineProps) {
  const mark = MARKS[option.mark];
  return (
    <button
      type="button"
      aria-disabled={!asking}
      onClick={() => asking && pick()}
      data-mark={option.mark}
      className={clsx(
        "flex w-full items-baseline gap-4 border-b px-3 text-left",
        dense ? "py-1" : "py-2 text-lg",
        mark ? mark.look : "border-line",
        asking && !mark && "hover:border-pine hover:bg-sheet",
        !asking && !mark && "text-soft",
        cue && `motion-${cue}`,
      )}
    >
      <span className="w-5 shrink-0 font-head text-xl font-semibold text-pine italic">
        {option.label}
      </span>
      <span className="flex-1 break-words">
        {option.image ? (
          <img
            src={option.image}
            alt={option.text}
            className="max-h-24 max-w-full object-contain"
          />
        ) : (
          <Light text={option.text} />
        )}
      </span>
      {mark && (
        <span className={option.mark === "right" ? "font-bold text-pine" : "font-bold text-ember"}>
          {mark.said}
        </span>
      )}
    </button>
  );
}

interface TypedProps {
  question: Question;
  asking: boolean;
  quiet: boolean;
  steps: number;
  move: (kind: Move["do"], text?: string) => void;
}

function Typed({ question, asking, quiet, steps, move }: TypedProps) {
  const [text, setText] = useState("");
  const input = useRef<HTMLInputElement>(null);
  useEffect(() => {
    if (asking && !quiet) input.current?.focus();
  }, [asking, quiet, steps]);
  const give = (event: FormEvent) => {
    event.preventDefault();
    if (!asking) return;
    move("answer", text);
    if (question.letters) setText("");
    else input.current?.select();
  };
  return (
    <form onSubmit={give} className="flex items-center gap-3">
      <input
        ref={input}
        className={clsx(inputLook, "flex-1 py-2 text-lg")}
        aria-label={question.letters ? "A letter, or the whole" : "Your answer"}
        placeholder={question.letters ? "a letter, or the whole" : undefined}
        autoComplete="off"
        autoCapitalize="off"
        spellCheck={false}
        value={text}
        readOnly={!asking}
        onChange={(event) => setText(event.target.value)}
      />
      {question.unit && <span className="text-lg">{question.unit}</span>}
      <Button type="submit" weight="main" disabled={!asking}>
        Answer
      </Button>
    </form>
  );
}

const SAID: Record<string, string> = {
  right: "Right.",
  part: "That is in it.",
  close: "Close.",
  wrong: "Not right.",
  missed: "Not right.",
  late: "Too late.",
  skipped: "Skipped.",
  unreadable: "That can't be read as an answer. Try again; it cost nothing.",
};

const TONES: Record<string, string> = {
  good: "border-pine bg-moss",
  bad: "border-ember bg-blush",
  info: "border-lake bg-mist",
  plain: "border-line bg-sheet",
};

const BUILT_IN_TONES: Record<string, string> = {
  right: "good",
  part: "good",
  missed: "bad",
  late: "bad",
  wrong: "info",
  close: "info",
  unreadable: "info",
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
  const said = feedback ? feedback.tell || (SAID[feedback.moment] ?? "") : "";
  const tone = feedback?.cue?.tone ?? BUILT_IN_TONES[feedback?.moment ?? ""] ?? "plain";
  return (
    <div ref={box} aria-live="polite" className={dense ? "" : "min-h-24"}>
      {feedback && (said || feedback.answer || feedback.why) && (
        <div
          key={view.steps}
          data-moment={feedback.moment}
          className={clsx(
            "flex flex-col gap-1 border-l-4 px-4",
            dense ? "py-1.5" : "py-3",
            TONES[tone],
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
