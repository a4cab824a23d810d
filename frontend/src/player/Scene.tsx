import { type RefObject, useEffect, useRef, useState } from "react";
import type { View } from "../api/client";

type Act = NonNullable<NonNullable<View["feedback"]>["cue"]>["scene"][number];

interface Props {
  acts: Act[];
  /** The page that motions are made on: its parts are told by what they are `data-on`. */
  page: RefObject<HTMLElement | null>;
  /** How fast it goes: half as fast at 0.5. */
  speed: number;
}

/** What falls or rises over the whole page, drawn grain by grain. */
const DRAWN: Record<string, { colour: string; up: number; size: number }> = {
  embers: { colour: "232, 140, 60", up: 1, size: 2.4 },
  snow: { colour: "225, 235, 245", up: -1, size: 3.2 },
};

/** How fast, in seconds, the meters' numbers count up; nothing where no cue says so. */
export interface Counting {
  at: number;
  lasts: number;
}

/** What a cue says of the meters' numbers. */
export function countingOf(acts: Act[] | undefined, speed: number): Counting | null {
  const act = acts?.find((one) => one.do === "count");
  return act ? { at: act.at / speed, lasts: act.lasts / speed } : null;
}

/** What else a cue lets happen: motions on parts of the page, and texts and pictures that come and go. */
export function Scene({ acts, page, speed }: Props) {
  return (
    <div className="pointer-events-none absolute inset-0 z-20" aria-hidden="true" data-scene>
      {acts.map((act, n) =>
        act.do === "count" ? null : act.do in DRAWN ? (
          <Grains key={n} act={act} speed={speed} />
        ) : act.do !== "none" ? (
          <Moved key={n} act={act} page={page} speed={speed} />
        ) : (
          <Shown key={n} act={act} speed={speed} />
        ),
      )}
    </div>
  );
}

/** A motion on a part of the page, for as long as it takes. */
function Moved({ act, page, speed }: { act: Act; page: Props["page"]; speed: number }) {
  const on = useOn(act, speed);
  useEffect(() => {
    const root = page.current;
    if (!on || !root) return;
    const parts =
      act.on === "page" ? [root] : [...root.querySelectorAll<HTMLElement>(`[data-on=${act.on}]`)];
    const name = `motion-${act.do}`;
    for (const part of parts) {
      part.style.setProperty("--motion-speed", String(speed));
      part.classList.add(name);
    }
    return () => parts.forEach((part) => part.classList.remove(name));
  }, [act, on, page, speed]);
  return null;
}

/** Whether an act is on: from when it begins until it is over. */
function useOn(act: Act, speed: number): boolean {
  const [on, setOn] = useState(act.at === 0);
  useEffect(() => {
    const begin = setTimeout(() => setOn(true), (1000 * act.at) / speed);
    const over = setTimeout(() => setOn(false), (1000 * (act.at + act.lasts)) / speed);
    return () => {
      clearTimeout(begin);
      clearTimeout(over);
    };
  }, [act, speed]);
  return on;
}

/** A short text or a picture over the page. */
function Shown({ act, speed }: { act: Act; speed: number }) {
  if (!useOn(act, speed)) return null;
  return (
    <div
      className="act absolute inset-x-0 top-[18%] flex flex-col items-center gap-2"
      style={{ animationDuration: `${act.lasts / speed}s` }}
    >
      {act.picture && <img src={act.picture} alt="" className="max-h-56 max-w-[60%]" />}
      {act.text && (
        <p className="border-2 border-pine bg-sheet px-5 py-2 font-head text-3xl text-ink">
          {act.text}
        </p>
      )}
    </div>
  );
}

const GRAINS = 46;
/** How fine grains are drawn: at half the page's size, a quarter of the work. */
const GRAIN = 0.5;

/** Whether nothing is to move here: by the player's wish, or as the workshop shows it. */
export function isStill(part: Element): boolean {
  return matchMedia("(prefers-reduced-motion: reduce)").matches || part.closest(".still") !== null;
}

/** Grains that rise or fall over the page; none where motion is reduced. */
function Grains({ act, speed }: { act: Act; speed: number }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const on = useOn(act, speed);
  useEffect(() => {
    const drawn = canvas.current;
    const pen = drawn?.getContext("2d");
    const how = DRAWN[act.do];
    if (!on || !drawn || !pen || !how || isStill(drawn)) return;
    const { width, height } = drawn.getBoundingClientRect();
    drawn.width = width * GRAIN;
    drawn.height = height * GRAIN;
    pen.scale(GRAIN, GRAIN);
    const grains = Array.from({ length: GRAINS }, (_, n) => ({
      x: ((n * 0.618) % 1) * width,
      y: ((n * 0.381) % 1) * height,
      pace: 0.5 + ((n * 0.273) % 1),
    }));
    const begun = performance.now();
    let frame = 0;
    const draw = (now: number) => {
      const gone = Math.min(1, ((now - begun) * speed) / (1000 * act.lasts));
      pen.clearRect(0, 0, width, height);
      for (const { x, y, pace } of grains) {
        const along = how.up * gone * pace * height * 0.6;
        const at = (((y - along) % height) + height) % height;
        pen.fillStyle = `rgba(${how.colour}, ${0.9 * Math.sin(Math.PI * gone)})`;
        pen.beginPath();
        pen.arc(x + 9 * Math.sin(6 * gone + y), at, how.size * pace, 0, 2 * Math.PI);
        pen.fill();
      }
      if (gone < 1) frame = requestAnimationFrame(draw);
    };
    frame = requestAnimationFrame(draw);
    return () => cancelAnimationFrame(frame);
  }, [act, on, speed]);
  return <canvas ref={canvas} className="absolute inset-0 size-full" />;
}
