import clsx from "clsx";
import type { ReactNode } from "react";

const LOOK = {
  bad: "border-ember bg-blush text-ember",
  mind: "border-ochre bg-straw text-ink",
  info: "border-lake bg-mist text-ink",
};

/** A sentence about something that happened, where it happened. */
export function Notice({ tone, children }: { tone: keyof typeof LOOK; children: ReactNode }) {
  return (
    <div
      role={tone === "bad" ? "alert" : "status"}
      className={clsx("rounded-sm border-l-4 px-3 py-2", LOOK[tone])}
    >
      {children}
    </div>
  );
}
