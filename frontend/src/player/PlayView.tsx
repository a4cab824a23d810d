import clsx from "clsx";
import { type FormEvent, useEffect, useRef, useState } from "react";
import type { Move, View } from "../api/client";
import { playSound } from "../look/sounds";
import { Button, buttonLook } from "../ui/Button";
import { inputLook } from "../ui/Field";
import { Light } from "../ui/Light";
import { Meters } from "./Meters";
import { TrailClock } from "./TrailClock";
import type { Seen } from "./useLivePlay";

type Question = NonNullable<View["question"]>;
type Option = Question["options"][number];
type Feedback = NonNullable<View["feedback"]>;
type Send = (move: Move) => void;

/** What the player sees while a play goes on. It shows a view and sends moves; it decides nothing. */
export function PlayView({ seen, send }: { seen: Seen; send: Send }) {
  const { view } = seen;
  const question = view.question;
  const feedback = view.feedback;
  useSound(feedback?.cue?.sound, view.steps);
  const asking = view.phase === "asking";
  const move = (kind: Move["do"], text = "") => send({ do: kind, text, visit: view.visit });

  return (
    <div className="flex flex-col gap-5" data-phase={view.phase} data-visit={view.visit}>
      <div className="flex flex-wrap items-end justify-between gap-x-8 gap-y-3">
        <Meters meters={view.meters} />
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
        <TrailClock clock={view.question_clock} at={seen.at} label="Time left for this question" />
      )}
      {question && (
        <>
          <div>
            {question.topic && <p className="text-sm text-soft italic">{question.topic}</p>}
            <Prompt
              key={view.visit}
              text={question.prompt}
              takesFocus={question.options.length > 0}
            />
          </div>
          {question.options.length > 0 ? (
            <Options key={view.visit} question={question} view={view} asking={asking} move={move} />
          ) : (
            <Typed
              key={view.visit}
              question={question}
              asking={asking}
              move={move}
              steps={view.steps}
            />
          )}
        </>
      )}
      <FeedbackNote feedback={feedback} view={view} move={move} />
      {asking && view.can_skip && (
        <Button className="self-start" onClick={() => move("skip")}>
          Skip this one
        </Button>
      )}
    </div>
  );
}

/** The prompt. A new question takes the focus, so that no key held down answers it. */
function Prompt({ text, takesFocus }: { text: string; takesFocus: boolean }) {
  const head = useRef<HTMLHeadingElement>(null);
  useEffect(() => {
    if (takesFocus) head.current?.focus();
  }, [takesFocus]);
  return (
    <h1 ref={head} tabIndex={-1} className="text-[1.7rem] break-words outline-none">
      <Light text={text} />
    </h1>
  );
}

function useSound(sound: string | undefined, steps: number) {
  const last = useRef(steps);
  useEffect(() => {
    if (steps !== last.current && sound) playSound(sound);
    last.current = steps;
  }, [sound, steps]);
}

interface OptionsProps {
  question: Question;
  view: View;
  asking: boolean;
  move: (kind: Move["do"], text?: string) => void;
}

function Options({ question, view, asking, move }: OptionsProps) {
  useEffect(() => {
    if (!asking) return;
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
    <ul className="flex flex-col gap-2">
      {question.options.map((option) => (
        <li key={option.label}>
          <OptionLine
            option={option}
            asking={asking}
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
  cue: string | undefined;
  pick: () => void;
}

function OptionLine({ option, asking, cue, pick }: OptionLineProps) {
  const mark = MARKS[option.mark];
  return (
    <button
      type="button"
      aria-disabled={!asking}
      onClick={() => asking && pick()}
      data-mark={option.mark}
      className={clsx(
        "flex w-full items-baseline gap-4 border-b px-3 py-2 text-left text-lg",
        mark ? mark.look : "border-line",
        asking && !mark && "hover:border-pine hover:bg-sheet",
        !asking && !mark && "text-soft",
        cue && `motion-${cue}`,
      )}
    >
      <span className="font-head text-xl font-semibold text-pine italic">{option.label}</span>
      <span className="flex-1 break-words">
        <Light text={option.text} />
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
  steps: number;
  move: (kind: Move["do"], text?: string) => void;
}

function Typed({ question, asking, steps, move }: TypedProps) {
  const [text, setText] = useState("");
  const input = useRef<HTMLInputElement>(null);
  useEffect(() => {
    if (asking) input.current?.focus();
  }, [asking, steps]);
  const give = (event: FormEvent) => {
    event.preventDefault();
    if (!asking) return;
    move("answer", text);
    input.current?.select();
  };
  return (
    <form onSubmit={give} className="flex items-center gap-3">
      <input
        ref={input}
        className={clsx(inputLook, "flex-1 py-2 text-lg")}
        aria-label="Your answer"
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
  missed: "bad",
  late: "bad",
  wrong: "info",
  close: "info",
  unreadable: "info",
};

interface NoteProps {
  feedback: Feedback | null;
  view: View;
  move: (kind: Move["do"]) => void;
}

function FeedbackNote({ feedback, view, move }: NoteProps) {
  const said = feedback ? feedback.say || (SAID[feedback.moment] ?? "") : "";
  const tone = feedback?.cue?.tone ?? BUILT_IN_TONES[feedback?.moment ?? ""] ?? "plain";
  return (
    <div aria-live="polite" className="min-h-24">
      {feedback && (said || feedback.answer || feedback.why) && (
        <div
          key={view.steps}
          data-moment={feedback.moment}
          className={clsx(
            "flex flex-col gap-1 border-l-4 px-4 py-3",
            TONES[tone],
            feedback.cue && `motion-${feedback.cue.motion}`,
          )}
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
