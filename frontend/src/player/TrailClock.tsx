import clsx from "clsx";
import { useEffect, useRef } from "react";
import type { View } from "../api/client";
import { playTick, type Sound } from "../look/sounds";
import { useTexts } from "./texts";

type Clock = NonNullable<View["question_clock"]>;

interface Props {
  clock: Clock;
  at: number;
  label: string;
  /** As a trail, in figures, or both. */
  as?: View["look"]["clock_as"];
  /** In the middle of the page, where it is seen from afar. */
  large?: boolean;
  /** How many of the last seconds are heard, the last of them at zero. */
  tick?: number;
  /** What they are heard as; null for the built-in sound. */
  sound?: Sound | null;
}

/** Milliseconds between two drawings at least. */
const FRAME = 16;

/**
 * A clock as a trail that grows shorter, with the seconds in figures. `at` is when `clock` was read. It is drawn anew
 * where there is something else to be seen: a pixel less of the trail, or the next second.
 */
export function TrailClock(props: Props) {
  const { clock, at, label, as = "both", large = false, tick = 0, sound = null } = props;
  const t = useTexts();
  const [before, after] = t("clock.seconds").split("{n}");
  const line = useRef<HTMLDivElement>(null);
  const heard = useRef(Math.ceil(clock.left / 1000));
  const figures = useRef<HTMLSpanElement>(null);

  useEffect(() => {
    let next = 0;
    const width = line.current?.parentElement?.clientWidth ?? 0;
    const step = width ? Math.max(FRAME, clock.limit / width) : Infinity;
    const draw = () => {
      const passed = clock.running ? performance.now() - at : 0;
      const left = Math.max(0, clock.left - passed);
      const part = clock.limit ? left / clock.limit : 0;
      if (line.current) {
        line.current.style.width = `${part * 100}%`;
        line.current.dataset["short"] = String(part < 0.25);
      }
      const seconds = Math.ceil(left / 1000);
      const told = t.number(seconds);
      if (figures.current && figures.current.textContent !== told)
        figures.current.textContent = told;
      const goesOn = clock.running || left === 0;
      if (goesOn && seconds < heard.current && seconds < tick) playTick(seconds, sound);
      heard.current = seconds;
      const ofSecond = left - 1000 * (seconds - 1);
      if (clock.running && left > 0) next = window.setTimeout(draw, Math.min(step, ofSecond));
    };
    draw();
    return () => window.clearTimeout(next);
  }, [clock, at, tick, sound, t]);

  return (
    <div
      className={clsx("flex items-center gap-3", large && "flex-col-reverse")}
      role="timer"
      aria-label={label}
    >
      {as !== "figures" && (
        <div className={clsx("relative h-3", large ? "w-full" : "flex-1")} aria-hidden="true">
          <div className="absolute inset-x-0 top-1/2 border-t border-line" />
          <div
            ref={line}
            className="group absolute start-0 top-1/2 border-t-[3px] border-dotted border-pine data-[short=true]:border-ember"
          >
            <span className="absolute -end-[5px] -top-[7px] size-[11px] rotate-45 bg-pine group-data-[short=true]:bg-ember" />
          </div>
        </div>
      )}
      <span
        className={clsx(
          "whitespace-nowrap tabular-nums",
          as === "trail" && "sr-only",
          as === "both" && "min-w-14 text-end",
        )}
      >
        {before}
        <span ref={figures} className={clsx("font-bold", large ? "text-7xl" : "text-2xl")} />
        {after}
      </span>
    </div>
  );
}
