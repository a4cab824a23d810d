import type { ComesTo } from "../../api/client";

const SAID: Record<string, string> = {
  ask: "asked",
  next: "next question",
  try: "next try",
  resume: "same try",
  revisit: "asked again",
  later: "again later",
  round: "next round",
};

/** The flow of a play, drawn: from a question over what happened to where it goes on. */
export function Flow({ comesTo, walked }: { comesTo: ComesTo; walked: string[] }) {
  const ways = comesTo.flow;
  const moments = [...new Set(ways.map(({ moment }) => moment))];
  const targets = comesTo.leads_to;
  const height = Math.max(moments.length, targets.length) * 34 + 10;
  const yOf = (list: string[], one: string) =>
    ((list.indexOf(one) + 0.5) * height) / Math.max(1, list.length);
  const most = Math.max(1, ...ways.map(({ times }) => times));
  const told = ways.map(({ moment, to }) => `${moment} leads to ${SAID[to] ?? to}`).join("; ");
  return (
    <svg viewBox={`0 0 300 ${height}`} role="img" aria-label={told} className="w-full">
      {moments.map((moment) => (
        <path
          key={moment}
          d={curve(52, height / 2, 92, yOf(moments, moment))}
          className="fill-none stroke-edge"
          strokeDasharray="2 3"
        />
      ))}
      {ways.map(({ moment, to, times }) => (
        <path
          key={`${moment} ${to}`}
          d={curve(158, yOf(moments, moment), 206, yOf(targets, to))}
          className={
            to === "lost"
              ? "fill-none stroke-ember"
              : to === "won"
                ? "fill-none stroke-pine"
                : "fill-none stroke-edge"
          }
          strokeWidth={1 + (2.5 * times) / most}
        />
      ))}
      <text x={4} y={height / 2 + 4} className="fill-ink text-[12px]">
        question
      </text>
      {moments.map((moment) => (
        <text
          key={moment}
          x={95}
          y={yOf(moments, moment) + 4}
          className={`fill-ink font-mono text-[11px] ${walked.includes(moment) ? "font-bold" : ""}`}
        >
          {moment}
        </text>
      ))}
      {targets.map((to) => (
        <text
          key={to}
          x={210}
          y={yOf(targets, to) + 4}
          className={
            to === "lost"
              ? "fill-ember text-[12px] font-bold"
              : to === "won"
                ? "fill-pine text-[12px] font-bold"
                : "fill-ink text-[12px]"
          }
        >
          {SAID[to] ?? to}
        </text>
      ))}
    </svg>
  );
}

function curve(x1: number, y1: number, x2: number, y2: number): string {
  const middle = (x1 + x2) / 2;
  return `M ${x1} ${y1} C ${middle} ${y1}, ${middle} ${y2}, ${x2} ${y2}`;
}
