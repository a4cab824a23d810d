import { useEffect, useRef } from "react";
import type { View } from "../api/client";
import { playSound } from "../look/sounds";
import { Button } from "../ui/Button";
import { Light } from "../ui/Light";
import { percentWords } from "../ui/percent";
import { Meters } from "./Meters";

const HEADS: Record<string, string> = {
  won: "You made it",
  lost: "Not this time",
  done: "That was the last question",
  stopped: "This play was stopped",
};

const OUTCOMES: Record<string, string> = {
  right: "right",
  missed: "missed",
  late: "too late",
  skipped: "skipped",
  open: "not answered",
};

/** The result of a play: the award, the figures, and every question with its answer. */
export function Result({ view, again }: { view: View; again: () => void }) {
  const outcome = view.outcome;
  const head = useRef<HTMLHeadingElement>(null);
  useEffect(() => {
    head.current?.focus();
    if (outcome?.cue) playSound(outcome.cue.sound);
  }, [outcome?.cue]);
  if (!outcome) return null;
  return (
    <div className="flex flex-col gap-6" data-result={outcome.result} data-award={outcome.award}>
      <div>
        <h1 ref={head} tabIndex={-1} className="text-4xl outline-none">
          {outcome.award || HEADS[outcome.result]}
        </h1>
        <p className="mt-2 text-lg">
          {[outcome.award && `${HEADS[outcome.result] ?? ""}.`, outcome.tell, outcome.award_tell]
            .filter(Boolean)
            .join(" ")}
        </p>
      </div>
      <div className="flex flex-wrap items-end gap-x-7 gap-y-3 border-y border-line py-3">
        <Meters meters={view.meters} mark={view.look.mark} />
        <div>
          <p className="text-sm text-soft">right</p>
          <p className="min-h-8 text-2xl font-bold tabular-nums">
            {outcome.right} of {outcome.asked}
            <span className="ml-2 text-base font-normal">{percentWords(outcome.percent)}</span>
          </p>
        </div>
        <Button weight="main" className="ml-auto" onClick={again}>
          Play again
        </Button>
      </div>
      {outcome.summary.length > 0 && (
        <section>
          <h2 className="mb-1 text-xl">The questions, one by one</h2>
          <ol>
            {outcome.summary.map((row, n) => (
              <li
                key={n}
                className="grid grid-cols-[1fr_auto] gap-x-4 border-b border-line py-2 last:border-0"
              >
                <span className="break-words">
                  <Light text={row.prompt} />
                </span>
                <span className={row.outcome === "right" ? "text-pine" : "text-ember"}>
                  {OUTCOMES[row.outcome] ?? row.outcome}
                </span>
                <span className="text-soft">
                  <Light text={row.answer} />
                  {row.outcome !== "right" && row.given && (
                    <>
                      {" "}
                      · you said <Light text={row.given} />
                    </>
                  )}
                </span>
              </li>
            ))}
          </ol>
        </section>
      )}
    </div>
  );
}
