import clsx from "clsx";
import type { AnswerProps, Question } from "./answer";
import { Typed } from "./typed";

type Covering = NonNullable<Question["letters"]>;

/** A covered phrase, and a field for a letter or the whole. */
export function Letters(props: AnswerProps) {
  const { letters } = props.question;
  return (
    <>
      {letters && <Covered letters={letters} />}
      <Typed {...props} />
    </>
  );
}

/** A word or phrase as far as it is uncovered: a line for every covered letter, wrapped at its blanks. */
function Covered({ letters }: { letters: Covering }) {
  const covered = letters.pattern.filter((mark) => mark === "").length;
  const said = letters.pattern.map((mark) => (mark === "" ? "covered" : mark)).join(" ");
  return (
    <div
      className="flex flex-col gap-2"
      data-pattern={letters.pattern.map((mark) => mark || "_").join("")}
    >
      <p className="sr-only" aria-live="polite">
        {covered} letters are covered: {said}
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
      {letters.vain.length > 0 && (
        <p className="text-soft">
          Not in it: <span className="font-mono text-ember">{letters.vain.join(" ")}</span>
        </p>
      )}
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
