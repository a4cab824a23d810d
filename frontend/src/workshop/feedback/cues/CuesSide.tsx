import { Tick } from "../../../ui/Tick";
import { useState } from "react";
import type { FeedbackOf, Game } from "../../../api/client";
import type { Look } from "../../../look/look";
import { SnagLines } from "../../snags/SnagLine";
import { CUE_PARTS, PAGE_PARTS, snagsIn } from "../../places";
import type { useGameChange } from "../../useGameChange";
import { CueFields } from "./CueFields";
import { Cues } from "./Cues";
import { Experience } from "./Experience";
import { Heard } from "./Heard";

/** The colours of a dark page, to see a cue on one. */
const DARK = { ground: "#161d22", ink: "#f1ede2", accent: "#8fc7a3" };

interface CuesSideProps {
  game: Game;
  found: FeedbackOf;
  changing: ReturnType<typeof useGameChange>;
}

/** The cues, what one of them is made of, and what it is like. */
export function CuesSide({ game, found, changing }: CuesSideProps) {
  const [picked, setPicked] = useState("bright");
  const [still, setStill] = useState(false);
  const [silent, setSilent] = useState(false);
  const [slow, setSlow] = useState(false);
  const [dark, setDark] = useState(false);
  const look = found.look as Look;
  const own = found.cues[picked];
  const cue = own ?? found.shipped_cues[picked];
  const snags = snagsIn([...CUE_PARTS, ...PAGE_PARTS, "clocks"], game.snags);
  return (
    <div className="grid h-full min-h-0 grid-cols-[13rem_20rem_1fr] grid-rows-[minmax(0,1fr)] max-lg:grid-cols-1 max-lg:grid-rows-none">
      <Cues found={found} picked={picked} pick={setPicked} change={changing.change} />
      <div
        className="relative overflow-auto border-r border-line px-5 py-4"
        tabIndex={0}
        role="group"
        aria-label="The cue"
      >
        {cue && (
          <CueFields
            key={`${picked} ${game.revision}`}
            name={picked}
            cue={cue}
            mine={own !== undefined}
            found={found}
            change={changing.change}
          />
        )}
      </div>
      <div
        className="relative flex flex-col gap-4 overflow-auto px-5 py-4"
        tabIndex={0}
        role="group"
        aria-label="As a player has it"
      >
        <SnagLines snags={snags} change={changing.change} />
        <Experience
          game={game}
          cue={picked}
          hold={cue?.hold ?? 0}
          look={dark ? { ...look, ...DARK } : look}
          still={still}
          silent={silent}
          speed={slow ? 0.5 : 1}
        >
          <Tick label="with reduced motion" value={still} keep={setStill} />
          <Tick label="at half speed" value={slow} keep={setSlow} />
          <Tick label="on a dark page" value={dark} keep={setDark} />
          <Tick label="without sound" value={silent} keep={setSilent} />
        </Experience>
        <Heard key={`heard ${game.revision}`} found={found} change={changing.change} />
      </div>
    </div>
  );
}
