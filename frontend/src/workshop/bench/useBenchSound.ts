import { useEffect, useRef } from "react";
import type { BenchSeen } from "../../api/client";
import { hasPressed, playSound } from "../../look/sounds";

/** Lets the cue of what happened last be heard, once for the moves that led to it. */
export function useBenchSound(found: BenchSeen | undefined): void {
  const step = found && (found.view.outcome ? found.view.steps : found.view.feedback?.step);
  const moves = found?.moves.slice(0, found.steps.find(({ n }) => n === step)?.made_by);
  const place = found && `${step} ${moves?.join()}`;
  const last = useRef<string>(undefined);
  useEffect(() => {
    if (!found || place === last.current) return;
    const first = last.current === undefined;
    last.current = place;
    const cue = found.view.outcome?.cue ?? found.view.feedback?.cue;
    if (!first && hasPressed()) playSound(cue?.sound);
  }, [found, place]);
}
