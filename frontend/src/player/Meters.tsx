import { useLayoutEffect, useRef, useState } from "react";
import type { View } from "../api/client";
import { type Counting, isStill } from "./Scene";
import { useTexts } from "./texts";

type Meter = View["meters"][number];

interface Props {
  meters: Meter[];
  mark?: string;
  /** A picture that stands for a mark. */
  picture?: string;
  /** Whether it is told beside each how the last moment changed it. */
  changes?: boolean;
  /** How numbers count up to what they are; they stand at once where it is not said. */
  counting?: Counting | null;
}

/** The meters of a play: marks as small lanterns, a bar between its bounds, or a number. */
export function Meters(props: Props) {
  const { meters, mark = "lantern", picture = "", changes = true, counting = null } = props;
  const t = useTexts();
  return (
    <dl data-on="meters" className="flex flex-wrap items-end gap-x-7 gap-y-2">
      {meters.map((meter) => (
        <div key={meter.name} data-meter={meter.name} data-value={meter.value}>
          <dt className="text-sm text-soft">{meter.label}</dt>
          <dd className="flex min-h-8 items-baseline gap-1.5">
            <Shown
              meter={meter}
              mark={mark}
              picture={picture}
              from={changes ? meter.value - meter.change : 0}
              counting={counting}
            />
            {changes && meter.change !== 0 && (
              <span
                key={`${meter.value} ${meter.change}`}
                data-change={meter.change}
                className={meter.change > 0 ? "text-sm text-pine" : "text-sm text-ember"}
                dir="ltr"
              >
                {meter.change > 0 ? "+" : "−"}
                {t.number(Math.abs(meter.change))}
              </span>
            )}
          </dd>
        </div>
      ))}
    </dl>
  );
}

const MOST_MARKS = 12;

interface ShownProps {
  meter: Meter;
  mark: string;
  picture: string;
  /** What a number counts up from. */
  from: number;
  counting: Counting | null;
}

function Shown({ meter, mark, picture, from, counting }: ShownProps) {
  const t = useTexts();
  const { value, min, max } = meter;
  if (meter.show === "marks" && value >= 0 && (max ?? value) <= MOST_MARKS) {
    const all = Math.max(max ?? 0, Math.ceil(value));
    return (
      <span
        className="flex gap-1"
        role="img"
        aria-label={t("meter.marks", { n: value, total: all })}
      >
        {Array.from({ length: all }, (_, n) => (
          <Mark key={n} mark={mark} picture={picture} lit={n < value} />
        ))}
      </span>
    );
  }
  if (meter.show === "bar" && max !== null) {
    const low = min ?? 0;
    const part = max > low ? Math.min(1, Math.max(0, (value - low) / (max - low))) : 0;
    return (
      <span className="flex items-center gap-2">
        <span className="block h-2 w-24 border border-edge bg-sheet" aria-hidden="true">
          <span className="block h-full bg-lake" style={{ width: `${part * 100}%` }} />
        </span>
        <span className="tabular-nums">
          <Counted from={from} to={value} counting={counting} />
        </span>
      </span>
    );
  }
  return (
    <span className="text-2xl font-bold tabular-nums">
      <Counted from={from} to={value} counting={counting} />
    </span>
  );
}

/** A number, that counts to what it is where a cue says so. */
function Counted({ from, to, counting }: Pick<ShownProps, "from" | "counting"> & { to: number }) {
  const t = useTexts();
  const place = useRef<HTMLSpanElement>(null);
  const [shown, setShown] = useState(to);
  const { at, lasts } = counting ?? { at: 0, lasts: 0 };
  useLayoutEffect(() => {
    if (!lasts || from === to || !place.current || isStill(place.current)) {
      setShown(to);
      return;
    }
    setShown(from);
    const whole = Number.isInteger(from) && Number.isInteger(to);
    const begun = performance.now() + 1000 * at;
    let frame = 0;
    const count = (now: number) => {
      const gone = Math.min(1, Math.max(0, (now - begun) / (1000 * lasts)));
      const reached = from + (to - from) * gone;
      setShown(gone === 1 ? to : whole ? Math.round(reached) : reached);
      if (gone < 1) frame = requestAnimationFrame(count);
    };
    frame = requestAnimationFrame(count);
    return () => cancelAnimationFrame(frame);
  }, [from, to, at, lasts]);
  return <span ref={place}>{t.number(shown)}</span>;
}

/** The mark that stands for one whole of a meter; it is drawn empty once it is lost. */
function Mark({ mark, picture, lit }: { mark: string; picture: string; lit: boolean }) {
  if (picture)
    return (
      <img
        src={picture}
        alt=""
        data-lit={lit}
        className={lit ? "size-8 object-contain" : "size-8 object-contain opacity-25 grayscale"}
      />
    );
  if (mark === "lantern") return <Lantern lit={lit} />;
  const shape = SHAPES[mark] ?? SHAPES["dot"];
  return (
    <svg width="22" height="26" viewBox="0 0 22 26" aria-hidden="true" data-lit={lit}>
      <path
        d={shape}
        fill={lit && mark !== "flake" ? "var(--color-pine)" : "transparent"}
        stroke={lit ? "var(--color-pine)" : "currentColor"}
        strokeWidth={lit ? 2 : 1}
        strokeDasharray={lit ? undefined : "2 2"}
        strokeLinecap="round"
      />
    </svg>
  );
}

const SHAPES: Record<string, string> = {
  dot: "M11 6.500a6.500 6.500 0 1 0 .01 0z",
  boot: "M6 4h6v9c3 1.500 7 2 7 6v2H5V13z",
  flake:
    "M11 4v18M3.200 8.500l15.600 9M18.800 8.500l-15.600 9M8 5.500l3 2.500 3-2.500M8 20.500l3-2.500 3 2.500",
};

function Lantern({ lit }: { lit: boolean }) {
  return (
    <svg width="18" height="26" viewBox="0 0 18 26" aria-hidden="true" data-lit={lit}>
      <path d="M6 4.5a3 3 0 0 1 6 0" fill="none" stroke="currentColor" strokeWidth="1.4" />
      <path d="M4 5h10l1 3H3z" fill="currentColor" />
      <path
        d="M4 8.7h10v11H4z"
        fill={lit ? "var(--color-straw)" : "transparent"}
        stroke="currentColor"
        strokeWidth="1.4"
      />
      {lit && (
        <path
          d="M9 11c2 2.4 2.6 3.6 2.6 4.8a2.6 2.6 0 0 1-5.2 0C6.400 14.600 7 13.400 9 11z"
          fill="var(--color-ochre)"
        />
      )}
      <path d="M3 20.500h12l-1 2.500H4z" fill="currentColor" />
    </svg>
  );
}
