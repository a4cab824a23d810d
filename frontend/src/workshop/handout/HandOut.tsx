import { useState } from "react";
import type { Game } from "../../api/client";
import { Sides } from "../../ui/Sides";
import { GameHead } from "../GameHead";
import { useGameChange } from "../useGameChange";
import { WithGame } from "../WithGame";
import { Files } from "./Files";
import { Handouts } from "./Handouts";

type Side = "links" | "files";

/** The hand-out screen: the game's links, and the files it is given away as. */
export function HandOut() {
  return <WithGame>{(game) => <HandOutOf key={game.id} game={game} />}</WithGame>;
}

function HandOutOf({ game }: { game: Game }) {
  const changing = useGameChange(game);
  const [side, setSide] = useState<Side>("links");
  return (
    <div className="flex h-full flex-col">
      <GameHead
        game={game}
        title="Hand out"
        about="Let others play it: under a link, or as a file."
        changing={changing}
        quiet
      />
      <Sides
        label="Ways to hand it out"
        side={side}
        turn={setSide}
        tabs={[
          ["links", "Links"],
          ["files", "Files to take away"],
        ]}
        className="min-h-0 flex-1"
        headClassName="border-b border-line px-7 py-2"
        bodyClassName="min-h-0 flex-1 overflow-auto px-7 py-4"
      >
        {side === "links" ? <Handouts game={game} /> : <Files game={game} />}
      </Sides>
    </div>
  );
}
