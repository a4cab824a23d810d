import { type MouseEvent, useEffect, useState } from "react";
import { Areas, type Place } from "../../ui/Areas";
import { Button } from "../../ui/Button";
import { useTexts } from "../texts";
import type { AnswerProps } from "./answer";

const ARROWS: Record<string, Place> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};
/** Percent that an arrow moves the cross with Shift. */
const FAR = 10;

/** A place of the picture: pointed at, or found with a cross that arrows move; Enter gives it. */
export function Spot({ question, view, asking, quiet, dense, give }: AnswerProps) {
  const t = useTexts();
  const [at, setAt] = useState<Place | null>(() => placeOf(view.feedback?.given ?? ""));
  const ready = asking && at !== null;
  const answer = () => ready && give(at.join(" "));
  useEffect(() => {
    if (!asking || quiet) return;
    const press = (event: KeyboardEvent) => {
      const step = ARROWS[event.key];
      if (event.ctrlKey || event.metaKey || event.altKey) return;
      if (step) {
        const far = event.shiftKey ? FAR : 1;
        setAt((now) =>
          now ? [inside(now[0] + far * step[0]), inside(now[1] + far * step[1])] : [50, 50],
        );
      } else if (event.key !== "Enter" || event.target instanceof HTMLButtonElement) return;
      else answer();
      event.preventDefault();
    };
    window.addEventListener("keydown", press);
    return () => window.removeEventListener("keydown", press);
  });
  const point = (event: MouseEvent<HTMLElement>) => {
    if (!asking) return;
    const box = event.currentTarget.getBoundingClientRect();
    const share = (from: number, size: number) => inside(Math.round((1000 * from) / size) / 10);
    setAt([share(event.clientX - box.left, box.width), share(event.clientY - box.top, box.height)]);
  };
  return (
    <div className="flex flex-col items-start gap-3">
      {/* keys move the cross wherever the focus is, so the picture itself takes none */}
      <div
        className={`relative max-w-full ${asking ? "cursor-crosshair" : ""}`}
        data-spot={at?.join(" ") ?? ""}
        onClick={point}
      >
        <img
          src={question.image}
          alt={question.alt || t("picture.none")}
          className={`block max-w-full rounded-sm border border-line ${dense ? "max-h-56" : "max-h-[60vh]"}`}
        />
        <Areas areas={question.areas} />
        {at && <Cross at={at} />}
      </div>
      <p className="text-sm text-soft" aria-live="polite" data-place>
        {at ? t("answer.place", { x: Math.round(at[0]), y: Math.round(at[1]) }) : t("answer.cross")}
      </p>
      <Button weight="main" disabled={!ready} onClick={answer}>
        {t("answer.give")}
      </Button>
    </div>
  );
}

/** A cross with its middle at a place: dark on light, so that it is seen on any picture. */
function Cross({ at }: { at: Place }) {
  return (
    <svg
      aria-hidden="true"
      viewBox="-12 -12 24 24"
      className="pointer-events-none absolute size-8 -translate-x-1/2 -translate-y-1/2"
      style={{ left: `${at[0]}%`, top: `${at[1]}%` }}
    >
      {[5, 2].map((width) => (
        <path
          key={width}
          d="M-11 0H-3M3 0H11M0 -11V-3M0 3V11"
          stroke={width === 5 ? "#fff" : "#111"}
          strokeWidth={width}
        />
      ))}
    </svg>
  );
}

const inside = (value: number) => Math.min(100, Math.max(0, value));

function placeOf(text: string): Place | null {
  const [x, y] = text.split(/[\s,]+/).map(Number);
  return x === undefined || y === undefined || Number.isNaN(x + y) ? null : [x, y];
}
