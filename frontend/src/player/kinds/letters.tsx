import clsx from "clsx";
import { useEffect } from "react";
import { useTexts } from "../texts";
import type { AnswerProps, Question } from "./answer";
import { Typed } from "./typed";

type Covering = NonNullable<Question["letters"]>;

/** A covered phrase, the letters to press, and a field for the whole. The keys of those letters press them. */
export function Letters(props: AnswerProps) {
  const { question, asking, quiet, give } = props;
  const { letters } = question;
  useEffect(() => {
    if (!asking || quiet) return;
    const press = (event: KeyboardEvent) => {
      if (event.ctrlKey || event.metaKey || event.altKey || event.repeat) return;
      if (event.target instanceof HTMLInputElement) return;
      const key = event.key.toLowerCase();
      const plain = key.normalize("NFD").slice(0, 1);
      const letter = letters?.board.find((one) => one.letter === key || one.letter === plain);
      if (!letter || event.key.length > 1) return;
      event.preventDefault();
      if (!letter.mark) give(letter.letter);
    };
    window.addEventListener("keydown", press);
    return () => window.removeEventListener("keydown", press);
  });
  if (!letters) return null;
  return (
    <>
      <Covered letters={letters} />
      <Board {...props} board={letters.board} />
      <Typed {...props} quiet />
    </>
  );
}

const KEY = "min-w-9 rounded-sm border px-1 py-1.5 text-lg";
const KEY_MARKS: Record<string, string> = {
  right: "border-pine bg-moss font-bold text-pine",
  wrong: "border-line text-soft line-through",
  "": "border-edge bg-sheet hover:border-pine",
};

interface BoardProps extends AnswerProps {
  board: Covering["board"];
}

/** The letters there are, those that were guessed marked, and the misses that are left. */
function Board({ board, question, asking, dense, give }: BoardProps) {
  const t = useTexts();
  const left = question.tries_left ?? 0;
  return (
    <div className="flex flex-col gap-2" data-board>
      <div role="group" aria-label={t("answer.board")} className="flex flex-wrap gap-1.5">
        {board.map(({ letter, mark }) => (
          <button
            key={letter}
            type="button"
            data-mark={mark}
            aria-disabled={!asking || mark !== ""}
            aria-label={mark ? `${capital(letter)}, ${t(`mark.${mark}`)}` : capital(letter)}
            onClick={() => asking && !mark && give(letter)}
            className={clsx(KEY, dense && "min-w-7 py-0.5 text-base", KEY_MARKS[mark])}
          >
            {capital(letter)}
          </button>
        ))}
      </div>
      <p className="flex items-center gap-2 text-soft">
        <span aria-hidden="true" className="flex gap-1">
          {Array.from({ length: left }, (_, n) => (
            <span key={n} className="size-2.5 rotate-45 bg-pine" />
          ))}
        </span>
        {t.plural("letters.misses", left)}
      </p>
    </div>
  );
}

/** A letter as a capital, where there is one. */
function capital(letter: string): string {
  const large = letter.toUpperCase();
  return large.length === 1 ? large : letter;
}

/** A word or phrase as far as it is uncovered: a line for every covered letter, wrapped at its blanks. */
function Covered({ letters }: { letters: Covering }) {
  const t = useTexts();
  const said = letters.pattern.map((mark) => (mark === "" ? t("letters.covered") : mark)).join(" ");
  return (
    <div
      className="flex flex-col gap-2"
      data-pattern={letters.pattern.map((mark) => mark || "_").join("")}
    >
      <p className="sr-only" aria-live="polite">
        {said}
      </p>
      <div aria-hidden="true" className="flex flex-wrap gap-x-6 gap-y-3 font-mono text-3xl">
        {words(letters.pattern).map((word, n) => (
          <span key={n} className="flex flex-wrap gap-x-1.5 gap-y-3">
            {word.map((mark, m) => (
              <span
                key={m}
                className={clsx(
                  "inline-block w-7 border-b-[3px] text-center",
                  mark === "" ? "border-edge" : "border-transparent",
                )}
              >
                {mark || "\u00a0"}
              </span>
            ))}
          </span>
        ))}
      </div>
    </div>
  );
}

function words(pattern: string[]): string[][] {
  const found: string[][] = [[]];
  for (const mark of pattern) {
    if (mark === " ") found.push([]);
    else found.at(-1)?.push(mark);
  }
  return found;
}
