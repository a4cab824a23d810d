import type { View } from "../api/client";

type Meter = View["meters"][number];

/** The meters of a play: marks as small lanterns, a bar between its bounds, or a number. */
export function Meters({ meters }: { meters: Meter[] }) {
  return (
    <dl className="flex flex-wrap items-end gap-x-7 gap-y-2">
      {meters.map((meter) => (
        <div key={meter.name} data-meter={meter.name} data-value={meter.value}>
          <dt className="text-sm text-soft">{meter.name.replaceAll("_", " ")}</dt>
          <dd className="min-h-8">
            <Shown meter={meter} />
          </dd>
        </div>
      ))}
    </dl>
  );
}

const MOST_MARKS = 12;

function Shown({ meter }: { meter: Meter }) {
  const { value, min, max } = meter;
  if (meter.show === "marks" && value >= 0 && (max ?? value) <= MOST_MARKS) {
    const all = Math.max(max ?? 0, Math.ceil(value));
    return (
      <span className="flex gap-1" role="img" aria-label={`${value} of ${all}`}>
        {Array.from({ length: all }, (_, n) => (
          <Lantern key={n} lit={n < value} />
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
        <span className="tabular-nums">{shown(value)}</span>
      </span>
    );
  }
  return <span className="text-2xl font-bold tabular-nums">{shown(value)}</span>;
}

function shown(value: number): string {
  return String(Math.round(value * 100) / 100);
}

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
