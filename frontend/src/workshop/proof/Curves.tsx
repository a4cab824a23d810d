import { useState } from "react";
import type { Curve, Held, Walker } from "../../api/client";
import { OneOf } from "../../ui/OneOf";
import { share } from "./said";

interface Props {
  curve: Curve;
  how: Walker["how"];
  /** The skill that is chosen, marked on it. */
  at: number;
  /** The aims, of which those about what is drawn are marked. */
  aims: Held[];
}

const WIDE = 560;
const HIGH = 150;
const STROKES = ["", "7 4", "2 3", "10 3 2 3", "1 6", "14 4"];

/** How likely each result and award is over all skills from 0 to 1. */
export function Curves({ curve, how, at, aims }: Props) {
  const results = Object.entries(curve.results);
  const awards = Object.entries(curve.awards).filter(([title]) => title);
  const [kind, setKind] = useState<"results" | "awards">("results");
  const lines = (kind === "results" ? results : awards).filter(([, parts]) =>
    parts.some((part) => part > 0),
  );
  const marked = aims.filter(
    ({ aim, value, about }) =>
      value !== null &&
      (how === "skill" ? (aim.skill ?? null) : (aim.knows ?? null)) !== null &&
      lines.some(([name]) => about.includes(name)),
  );
  const near = Math.round(at * (curve.shares.length - 1));
  return (
    <figure className="flex flex-col gap-2" data-curve={kind}>
      <figcaption className="flex items-center gap-4">
        <span className="font-head text-base font-semibold">
          Over all {how === "skill" ? "skills" : "shares of knowledge"}, exactly
        </span>
        {awards.length > 0 && (
          <OneOf
            label="Drawn"
            values={["results", "awards"] as const}
            said={(one) => one}
            value={kind}
            choose={setKind}
          />
        )}
      </figcaption>
      <div className="flex flex-wrap items-start gap-5">
        <Drawing curve={curve} how={how} at={at} lines={lines} marked={marked} />
        <Legend lines={lines} near={near} />
      </div>
    </figure>
  );
}

type Line = [name: string, parts: number[]];

interface LegendProps {
  lines: Line[];
  /** The place of the chosen skill among those that are drawn. */
  near: number;
}

/** What each line is, and how likely that is at the chosen skill. */
function Legend({ lines, near }: LegendProps) {
  return (
    <ul className="flex flex-col gap-1 text-sm">
      {lines.map(([name, parts], n) => (
        <li key={name} className="flex items-center gap-2">
          <svg width="34" height="8" aria-hidden="true">
            <path
              d="M0 4H34"
              strokeWidth="2"
              strokeDasharray={STROKES[n % STROKES.length]}
              className={n % 2 ? "stroke-lake" : "stroke-pine"}
            />
          </svg>
          {name}: {share(parts[near] ?? 0)}
        </li>
      ))}
    </ul>
  );
}

interface DrawingProps extends Pick<Props, "curve" | "how" | "at"> {
  lines: Line[];
  marked: Held[];
}

const x = (value: number) => value * WIDE;
const y = (part: number) => HIGH - part * HIGH;

/** The lines, the chosen skill, where guessing alone leads, and the aims that are about them. */
function Drawing({ curve, how, at, lines, marked }: DrawingProps) {
  return (
    <svg
      viewBox={`-6 -6 ${WIDE + 12} ${HIGH + 26}`}
      className="w-full max-w-xl"
      role="img"
      aria-label={lines
        .map(([name, parts]) => `${name}: ${share(parts[0] ?? 0)} to ${share(parts.at(-1) ?? 0)}`)
        .join("; ")}
    >
      <path d={`M0 0V${HIGH}H${WIDE}`} fill="none" className="stroke-edge" />
      <path
        d={`M0 ${HIGH / 2}H${WIDE}`}
        fill="none"
        className="stroke-line"
        strokeDasharray="2 4"
      />
      <path d={`M${x(at)} 0V${HIGH}`} className="stroke-ochre" strokeDasharray="3 3" />
      {how === "skill" && curve.guess > 0 && (
        <path d={`M${x(curve.guess)} 0V${HIGH}`} className="stroke-soft" strokeDasharray="1 4" />
      )}
      {lines.map(([name, parts], n) => (
        <polyline
          key={name}
          fill="none"
          strokeWidth="2"
          strokeDasharray={STROKES[n % STROKES.length]}
          className={n % 2 ? "stroke-lake" : "stroke-pine"}
          points={parts.map((part, k) => `${x(curve.shares[k] ?? 0)},${y(part)}`).join(" ")}
        />
      ))}
      {how === "skill" && curve.guess > 0 && (
        <text
          data-guess={curve.guess}
          x={x(curve.guess) + 4}
          y={HIGH / 2 + 4}
          className="fill-soft stroke-paper stroke-4 text-[12px] [paint-order:stroke]"
        >
          only guessing
        </text>
      )}
      {marked.map(({ aim, holds, value }) => (
        <rect
          key={aim.name}
          data-marked={aim.name}
          x={x(aim.skill ?? aim.knows ?? 0) - 4}
          y={y(value ?? 0) - 4}
          width="8"
          height="8"
          transform={`rotate(45 ${x(aim.skill ?? aim.knows ?? 0)} ${y(value ?? 0)})`}
          className={holds ? "fill-pine" : "fill-ember"}
        >
          <title>{aim.name}</title>
        </rect>
      ))}
      {[0, 0.25, 0.5, 0.75, 1].map((tick) => (
        <text
          key={tick}
          x={x(tick)}
          y={HIGH + 15}
          textAnchor={tick === 0 ? "start" : tick === 1 ? "end" : "middle"}
          className="fill-soft text-[12px]"
        >
          {tick}
        </text>
      ))}
    </svg>
  );
}
