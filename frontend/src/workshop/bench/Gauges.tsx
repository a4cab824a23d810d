import clsx from "clsx";
import type { BenchSeen } from "../../api/client";

type Gauge = BenchSeen["gauges"][number];

interface Props {
  gauges: Gauge[];
  /** The names of those who play in turn. */
  names?: string[];
  small?: boolean;
}

/** Numbers of a play, each with its last change and the course it took. */
export function Gauges({ gauges, names = [], small = false }: Props) {
  return (
    <table className={clsx("w-full", small && "text-sm")}>
      <tbody>
        {gauges.map((gauge) => (
          <tr
            key={`${gauge.seat} ${gauge.name}`}
            data-gauge={gauge.name}
            data-seat={gauge.seat || undefined}
            data-value={gauge.value ?? "none"}
            className="border-t border-line first:border-t-0"
          >
            <th scope="row" className="py-0.5 text-left font-mono font-medium">
              {names[gauge.seat - 1] && (
                <span className="me-1.5 font-sans font-normal text-soft">
                  {names[gauge.seat - 1]}
                </span>
              )}
              {gauge.name}
            </th>
            <td
              className={clsx(
                "pl-2 text-right font-bold whitespace-nowrap tabular-nums",
                !small && "text-xl",
              )}
            >
              {gauge.value === null ? "∞" : figure(gauge.value, gauge.sort)}
              {gauge.sort === "clock" && <span className="text-sm font-normal"> s</span>}
            </td>
            <td className="pl-3 text-sm whitespace-nowrap text-soft">
              {gauge.step > 0 && `${signed(gauge.change, gauge.sort)} at step ${gauge.step}`}
            </td>
            <td className={small ? "w-14 pl-2" : "w-18 pl-2"}>
              <Course values={gauge.course} className={small ? "w-12" : "w-16"} />
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

function Course({ values, className }: { values: Gauge["course"]; className: string }) {
  const known = values.filter((value) => value !== null);
  const [low, high] = [Math.min(...known), Math.max(...known)];
  const points = known
    .map((value, n) => {
      const x = known.length > 1 ? (78 * n) / (known.length - 1) : 0;
      const y = high > low ? 18 - (16 * (value - low)) / (high - low) : 10;
      return `${(x + 1).toFixed(1)},${y.toFixed(1)}`;
    })
    .join(" ");
  return (
    <svg
      viewBox="0 0 80 20"
      preserveAspectRatio="none"
      className={clsx("h-5", className)}
      aria-hidden="true"
    >
      <polyline points={points} className="fill-none stroke-lake" strokeWidth="1.5" />
    </svg>
  );
}

/** A meter's number to the last digit that it keeps; times and percentages to two decimals. */
const figure = (value: number, sort: Gauge["sort"]) =>
  String(Number(value.toFixed(sort === "meter" ? 9 : 2)));
const signed = (value: number, sort: Gauge["sort"]) =>
  value > 0 ? `+${figure(value, sort)}` : figure(value, sort).replace("-", "−");
