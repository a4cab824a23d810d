import { useState } from "react";
import type { Figures } from "../../api/client";
import { Button } from "../../ui/Button";
import { number, share } from "./said";

interface Props {
  figures: Figures;
  /** How the figures were got. */
  said: string;
}

/** What plays come to: results and awards as shares, the meters' values, how many questions and how long. */
export function FigureTable({ figures, said }: Props) {
  const [copied, setCopied] = useState(false);
  const results = Object.entries(figures.results).filter(([, part]) => part > 0);
  const awards = Object.entries(figures.awards).filter(([, part]) => part > 0);
  return (
    <div className="flex flex-col gap-4" data-figures={said}>
      <div className="grid grid-cols-2 gap-x-8 gap-y-3 max-md:grid-cols-1">
        <Shares title="Results" rows={results} />
        {awards.length > 0 && <Shares title="Awards" rows={awards} none="no award" />}
      </div>
      {figures.places.length > 0 && <Places places={figures.places} />}
      <table className="w-full text-start">
        <thead className="text-sm text-soft">
          <tr>
            {["number", "on average", "spread (sd)", "from", "to", "how it is spread"].map(
              (head) => (
                <th key={head} className="pe-4 text-start font-normal" scope="col">
                  {head}
                </th>
              ),
            )}
          </tr>
        </thead>
        <tbody>
          {[
            ...Object.entries(figures.spreads),
            ["questions", figures.asked] as const,
            ["seconds", figures.seconds] as const,
          ].map(([name, spread]) => (
            <tr key={name} className="border-t border-line" data-spread={name}>
              <th className="py-1 pe-4 text-start font-bold" scope="row">
                {name.replaceAll("_", " ")}
              </th>
              {[spread.mean, spread.sd, spread.min, spread.max].map((value, n) => (
                <td key={n} className="pe-4 tabular-nums">
                  {number(value)}
                </td>
              ))}
              <td>{figures.meters[name] && <Bars name={name} values={figures.meters[name]} />}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <div className="flex flex-wrap items-center gap-4 text-sm text-soft">
        <span>
          {said}
          {figures.left_over > 0 && `; ${share(figures.left_over)} of all plays still go on`}
          {figures.unused_rows.length > 0 && `; never used: row ${figures.unused_rows.join(", ")}`}
        </span>
        <Button
          small
          onClick={() => {
            void navigator.clipboard.writeText(csv(figures)).then(() => setCopied(true));
          }}
        >
          {copied ? "Copied" : "Copy as CSV"}
        </Button>
        <a
          className="text-pine underline"
          download="odds.csv"
          href={`data:text/csv;charset=utf-8,${encodeURIComponent(csv(figures))}`}
        >
          Save as CSV
        </a>
      </div>
    </div>
  );
}

/** How often each of several players comes to which place. */
function Places({ places }: { places: Figures["places"] }) {
  return (
    <div className="overflow-x-auto">
      <h3 className="text-base">Places</h3>
      <table data-places={places.length}>
        <thead className="text-sm text-soft">
          <tr>
            <th scope="col" className="pe-6 text-start font-normal">
              player
            </th>
            {places.map((_, n) => (
              <th key={n} scope="col" className="pe-6 text-end font-normal">
                {n + 1}.
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {places.map((shares, player) => (
            <tr key={player} className="border-t border-line">
              <th scope="row" className="pe-6 text-start font-bold">
                {player + 1}
              </th>
              {shares.map((part, n) => (
                <td key={n} className="pe-6 text-end tabular-nums">
                  {share(part)}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
      <p className="text-sm text-soft">
        Players of one place share it. Everything else here is of the one who came first.
      </p>
    </div>
  );
}

function Shares({ title, rows, none }: { title: string; rows: [string, number][]; none?: string }) {
  return (
    <div>
      <h3 className="text-base">{title}</h3>
      <ul>
        {rows.map(([name, part]) => (
          <li key={name} className="flex items-center gap-3" data-share={name} data-part={part}>
            <span className="w-32 truncate">{name || none}</span>
            <span aria-hidden="true" className="h-2.5 flex-1 border-b border-dotted border-line">
              <span className="block h-full bg-pine" style={{ width: `${100 * part}%` }} />
            </span>
            <span className="w-16 text-end tabular-nums">{share(part)}</span>
          </li>
        ))}
      </ul>
    </div>
  );
}

const WIDE = 160;
const HIGH = 26;

function Bars({ name, values }: { name: string; values: Figures["meters"][string] }) {
  const most = Math.max(...values.map((one) => one.share));
  const low = Math.min(...values.map((one) => one.value));
  const high = Math.max(...values.map((one) => one.value));
  const each = Math.min(12, WIDE / Math.max(1, values.length));
  const at = (value: number) => (high > low ? ((value - low) / (high - low)) * (WIDE - each) : 0);
  const likeliest = values.reduce((best, one) => (one.share > best.share ? one : best));
  return (
    <svg
      viewBox={`0 0 ${WIDE} ${HIGH}`}
      className="h-7 w-40"
      role="img"
      aria-label={`${name}: most often ${number(likeliest.value)}, in ${share(likeliest.share)}`}
    >
      {values.map((one) => (
        <rect
          key={one.value}
          x={at(one.value)}
          width={Math.max(1, each - 1)}
          y={HIGH - (one.share / most) * HIGH}
          height={(one.share / most) * HIGH}
          className="fill-lake"
        />
      ))}
    </svg>
  );
}

function csv(figures: Figures): string {
  const rows: (string | number)[][] = [["what", "value", "share or number"]];
  for (const [name, part] of Object.entries(figures.results)) rows.push(["result", name, part]);
  for (const [title, part] of Object.entries(figures.awards)) rows.push(["award", title, part]);
  figures.places.forEach((shares, player) =>
    shares.forEach((part, place) =>
      rows.push([`player ${player + 1}`, `place ${place + 1}`, part]),
    ),
  );
  for (const [name, values] of Object.entries(figures.meters))
    for (const one of values) rows.push([name, one.value, one.share]);
  for (const [name, spread] of [
    ...Object.entries(figures.spreads),
    ["questions", figures.asked] as const,
    ["seconds", figures.seconds] as const,
  ])
    for (const [key, value] of Object.entries(spread)) rows.push([name, key, value]);
  const cell = (value: string | number) => `"${String(value).replaceAll('"', '""')}"`;
  return rows.map((row) => row.map(cell).join(",")).join("\r\n") + "\r\n";
}
