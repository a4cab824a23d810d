import { useState } from "react";
import type { BenchSeen, Edit, Game } from "../../api/client";
import { Sides } from "../../ui/Sides";
import { Branches } from "./Branches";
import { Covered } from "./Covered";
import { Gauges } from "./Gauges";
import type { Playing } from "./usePlaying";
import { Waymarks } from "./Waymarks";
import { Peek, Why } from "./Why";

type Side = "waymarks" | "counts" | "ways" | "touched";
type Gauge = BenchSeen["gauges"][number];

/** Meters, and the clocks that there are. */
const shownAbove = ({ sort, value }: Gauge) =>
  sort === "meter" || (sort === "clock" && value !== null);

interface Props {
  game: Game;
  playing: Playing;
  found: BenchSeen;
  change: (edits: Edit[]) => void;
}

/** Why it came out as it did, every meter, and what is kept of plays. */
export function BesideThePlay({ game, playing, found, change }: Props) {
  const { bench, takeUp, wanted } = playing;
  const { play, branches } = bench;
  const seats = [...found.view.seats].sort((one, other) => one.number - other.number);
  const names = seats.map((seat) => seat.name);
  const turn = (seats.find((seat) => seat.here) ?? found.view.seats[0])?.number;
  const [peek, setPeek] = useState(false);
  const [side, setSide] = useState<Side>("waymarks");
  return (
    <div
      className="relative flex min-h-0 flex-col gap-4 overflow-auto border-l border-line px-5 py-3"
      tabIndex={0}
      role="group"
      aria-label="What happened"
    >
      <Why game={game} packs={game.packs} found={found} />
      <section aria-label="Meters">
        <Gauges gauges={found.gauges.filter(shownAbove)} names={names} />
        <Peek found={found} open={peek} turn={() => setPeek(!peek)} />
      </section>
      <Sides
        label="Beside the play"
        side={side}
        turn={setSide}
        tabs={[
          ["waymarks", `Waymarks ${game.passed + game.failed}`],
          ["counts", "Counts"],
          ["ways", branches.length > 0 ? `Ways ${branches.length}` : "Ways"],
          ["touched", "Touched"],
        ]}
        className="gap-2"
      >
        {side === "waymarks" && (
          <Waymarks game={game} found={found} play={play} takeUp={takeUp} change={change} />
        )}
        {side === "counts" && (
          <>
            <NamedNow named={found.named} />
            <Gauges
              small
              names={names}
              gauges={found.gauges.filter(
                ({ sort, seat }) => sort === "count" && !(seat && seat !== turn),
              )}
            />
          </>
        )}
        {side === "ways" && (
          <Branches
            game={game}
            branches={branches}
            wanted={wanted}
            takeUp={takeUp}
            forget={bench.forget}
          />
        )}
        {side === "touched" && (
          <Covered
            game={game}
            plays={[{ ...play, moves: found.moves }, ...branches]}
            takeUp={takeUp}
          />
        )}
      </Sides>
    </div>
  );
}

/** What the named expressions of the game come to. */
function NamedNow({ named }: { named: BenchSeen["named"] }) {
  const all = Object.entries(named);
  if (all.length === 0) return null;
  return (
    <table className="mb-2 w-full text-sm">
      <caption className="text-left text-soft">Named</caption>
      <tbody>
        {all.map(([name, value]) => (
          <tr key={name} data-named={name} className="border-t border-line">
            <th scope="row" className="py-0.5 text-left font-mono font-medium">
              {name}
            </th>
            <td className="pl-2 text-right font-bold tabular-nums">{value}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
