import { Link } from "react-router";
import type { BenchSeen, Game } from "../../api/client";
import { Button } from "../../ui/Button";

interface Props {
  game: Game;
  found: BenchSeen;
  peek: boolean;
  turnPeek: () => void;
}

const SHOWN = ["right", "asked", "missed", "late", "streak", "percent", "attempt", "tries_left"];

/** Every meter with its last change and its course, the counts, and the reason for what happened last. */
export function Gauges({ game, found, peek, turnPeek }: Props) {
  return (
    <section aria-label="Meters" className="flex flex-col gap-2">
      {found.reason && (
        <p aria-live="polite" data-reason={found.steps.length} className="break-words">
          {found.reason}{" "}
          {found.row !== null && (
            <Link
              to={`/games/${game.id}/rules#row-${found.row}`}
              className="font-bold text-pine underline-offset-4 hover:underline"
            >
              To row {found.row}
            </Link>
          )}
          {found.row !== null && found.line > 0 && " · "}
          {found.line > 0 && (
            <Link
              to={`/games/${game.id}/questions`}
              className="font-bold text-pine underline-offset-4 hover:underline"
            >
              Line {found.line} of the file
            </Link>
          )}
        </p>
      )}
      <table className="w-full">
        <tbody>
          {found.gauges.map((gauge) => (
            <tr
              key={gauge.name}
              data-gauge={gauge.name}
              data-value={gauge.value}
              className="border-t border-line"
            >
              <th scope="row" className="py-1 text-left font-mono font-medium">
                {gauge.name}
              </th>
              <td className="text-right text-xl font-bold tabular-nums">{figure(gauge.value)}</td>
              <td className="pl-3 text-sm whitespace-nowrap text-soft">
                {gauge.step > 0 && `${signed(gauge.change)} at step ${gauge.step}`}
              </td>
              <td className="w-20 pl-2">
                <Course values={gauge.course} />
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="font-mono text-sm text-soft">
        {SHOWN.map((name) => `${name} ${count(found.counts[name])}`).join("  ")}
      </p>
      <div className="text-sm">
        <Button small weight="quiet" aria-pressed={peek} onClick={turnPeek}>
          {peek ? "Hide the key and what comes" : "Peek at the key and what comes"}
        </Button>
        {peek && (
          <p data-peek className="break-words">
            {found.key && (
              <>
                The key is <b>{found.key}</b>: {found.answer}.{" "}
              </>
            )}
            {found.coming.length > 0 && `Next: ${found.coming.join(" · ")}`}
          </p>
        )}
      </div>
    </section>
  );
}

function Course({ values }: { values: number[] }) {
  const [low, high] = [Math.min(...values), Math.max(...values)];
  const points = values
    .map((value, n) => {
      const x = values.length > 1 ? (78 * n) / (values.length - 1) : 0;
      const y = high > low ? 18 - (16 * (value - low)) / (high - low) : 10;
      return `${(x + 1).toFixed(1)},${y.toFixed(1)}`;
    })
    .join(" ");
  return (
    <svg viewBox="0 0 80 20" className="h-5 w-20" aria-hidden="true">
      <polyline points={points} className="fill-none stroke-lake" strokeWidth="1.5" />
    </svg>
  );
}

const figure = (value: number) => String(Math.round(value * 100) / 100);
const signed = (value: number) =>
  value > 0 ? `+${figure(value)}` : figure(value).replace("-", "−");
const count = (value: number | null | undefined) =>
  value === null || value === undefined ? "∞" : figure(value);
