import clsx from "clsx";
import { useEffect, useRef } from "react";
import type { BenchSeen } from "../../api/client";
import { Button } from "../../ui/Button";
import { FileInput } from "../../ui/FileInput";

interface Props {
  steps: BenchSeen["steps"];
  goTo: (moves: number, onward: boolean) => void;
  trail: () => Promise<void>;
  bring: (file: File) => void;
}

const EDGE = { good: "border-pine", info: "border-ochre", bad: "border-ember", plain: "" };

/** The trail as a ribbon of steps; a press on one goes back to where the play was there. */
export function Ribbon({ steps, goTo, trail, bring }: Props) {
  const input = useRef<HTMLInputElement>(null);
  const end = useRef<HTMLLIElement>(null);
  useEffect(() => {
    end.current?.scrollIntoView({ block: "nearest", inline: "end" });
  }, [steps.length]);
  return (
    <section
      aria-label="The trail"
      className="col-span-full flex items-stretch gap-3 border-t border-line px-7 py-2"
    >
      <ol className="flex min-w-0 flex-1 gap-1 overflow-x-auto pb-1" tabIndex={0}>
        {steps.map((step, n) => (
          <li key={step.n} ref={n === steps.length - 1 ? end : undefined} className="shrink-0">
            <button
              type="button"
              data-step={step.n}
              title={step.tell || step.error || undefined}
              onClick={() =>
                goTo(step.made_by, step.moment === "opened" || step.moment === "begun")
              }
              className={clsx(
                "h-full rounded-sm border-t-4 bg-sheet px-2 py-0.5 text-left text-sm hover:bg-moss",
                step.error ? "border-ochre" : EDGE[step.tone],
              )}
            >
              <span className="font-mono text-soft">{step.n}</span>{" "}
              <b className="font-normal">{step.moment || (step.error ? "mistake" : step.move)}</b>
              <span className="block whitespace-nowrap text-soft">{short(step) || "\u00a0"}</span>
            </button>
          </li>
        ))}
      </ol>
      <span className="flex flex-col justify-center gap-1">
        <Button small onClick={() => void trail()}>
          Save the trail
        </Button>
        <Button small onClick={() => input.current?.click()}>
          Bring a trail
        </Button>
        <FileInput input={input} label="A trail" take={bring} />
      </span>
    </section>
  );
}

function short(step: BenchSeen["steps"][number]): string {
  const changes = Object.entries(step.changes).map(
    ([name, change]) =>
      `${name} ${change > 0 ? "+" : "−"}${Math.abs(Math.round(change * 100) / 100)}`,
  );
  return [step.row === null ? "" : `row ${step.row}`, ...changes].filter(Boolean).join(", ");
}
