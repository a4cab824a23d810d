import clsx from "clsx";
import type { Tried } from "../../api/client";

const MARK: Record<Tried["verdict"], string> = {
  right: "border-pine bg-pine",
  close: "border-ochre bg-ochre",
  wrong: "border-ember bg-ember",
  unreadable: "border-edge bg-edge",
  answered: "border-lake bg-lake",
};
const WORD: Record<Tried["verdict"], string> = {
  right: "text-pine",
  close: "text-ochre",
  wrong: "text-ember",
  unreadable: "text-soft",
  answered: "text-lake",
};

/** A verdict in its colour; the word says it too. */
export function Verdict({ verdict }: { verdict: Tried["verdict"] }) {
  return <span className={clsx("font-bold", WORD[verdict])}>{verdict}</span>;
}

/** The way of an answer from what was typed to its verdict, step by step. */
export function Steps({ tried }: { tried: Tried | undefined }) {
  if (!tried) {
    return (
      <p className="self-center text-soft">
        Its way through the switches, step by step, stands here.
      </p>
    );
  }
  return (
    <ol aria-label="The steps of the check" aria-live="polite" className="flex flex-col gap-1">
      {tried.steps.map((step, n) => (
        <li key={n} className="relative border-l-2 border-dotted border-edge pl-4 break-all">
          {step}
        </li>
      ))}
      <li data-verdict={tried.verdict} className="relative pl-4">
        <span
          aria-hidden="true"
          className={clsx(
            "absolute top-1.5 -left-1 size-2.5 rotate-45 border",
            MARK[tried.verdict],
          )}
        />
        <Verdict verdict={tried.verdict} />
      </li>
    </ol>
  );
}
