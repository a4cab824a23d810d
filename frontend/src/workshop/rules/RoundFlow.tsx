import { useQuery } from "@tanstack/react-query";
import { api, type ComesTo, type Game, type Walker } from "../../api/client";

/** The player whose shares the drawing shows. */
const WALKER: Walker = { how: "skill", share: 0.7, pace: 0, helps: false };
const STEP = 54;
const WIDTH = 300;
const ENDS: Record<string, string> = { over: "the end", won: "won", lost: "lost" };

/** The way through the rounds, drawn: each round, and where its gates lead, with the share of plays that go there. */
export function RoundFlow({ game, comesTo }: { game: Game; comesTo: ComesTo }) {
  const { rounds } = comesTo;
  const shares = useQuery({
    queryKey: ["odds", game.id, game.revision, WALKER],
    queryFn: ({ signal }) => api.odds(game.id, WALKER, signal),
    retry: false,
  }).data?.figures?.gates;
  const yOf = (n: number) => 20 + n * STEP;
  const height = yOf(rounds.length - 1) + 24;
  const gates = rounds.flatMap((round, n) => round.gates.map((gate) => ({ ...gate, from: n })));
  const told = gates
    .map(
      ({ from, go, condition }) =>
        `${rounds[from]?.name} leads to ${ENDS[go] ?? go} ${condition ? `if ${condition}` : "always"}`,
    )
    .join("; ");
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${height}`}
      role="img"
      aria-label={told || "From round to round"}
      className="w-full"
      data-round-flow
    >
      {rounds.map((round, n) => (
        <g key={round.number}>
          {n > 0 && (
            <path
              d={`M 22 ${yOf(n - 1) + 7} V ${yOf(n) - 7}`}
              className="fill-none stroke-edge"
              strokeDasharray="2 3"
            />
          )}
          <rect
            x={17}
            y={yOf(n) - 5}
            width={10}
            height={10}
            transform={`rotate(45 22 ${yOf(n)})`}
            className={round.possible === false ? "fill-ember" : "fill-pine"}
          />
          <text x={36} y={yOf(n) + 4} className="fill-ink text-[12px] font-bold">
            {round.name}
          </text>
          {round.gates.map((gate, place) => {
            const share = shares?.[`${round.number}.${gate.number}`];
            const back = rounds.findIndex(({ name }) => name === gate.go);
            return (
              <g key={gate.number}>
                {back >= 0 && back <= n && (
                  <path
                    d={`M 22 ${yOf(n) + 8} C -2 ${yOf(n) + 12}, -2 ${yOf(back) - 12}, 22 ${yOf(back) - 8}`}
                    className="fill-none stroke-ochre"
                  />
                )}
                <text
                  x={36}
                  y={yOf(n) + 18 + 13 * place}
                  className={
                    gate.possible === false ? "fill-ember text-[11px]" : "fill-soft text-[11px]"
                  }
                  data-gate-share={`${round.number}.${gate.number}`}
                >
                  {shortly(gate.condition || "always")} → {ENDS[gate.go] ?? gate.go}
                  {gate.possible === false
                    ? ": never"
                    : share === undefined
                      ? ""
                      : `: ${(100 * share).toFixed(1)} %`}
                </text>
              </g>
            );
          })}
        </g>
      ))}
    </svg>
  );
}

const shortly = (text: string) => (text.length > 22 ? `${text.slice(0, 21)}…` : text);
