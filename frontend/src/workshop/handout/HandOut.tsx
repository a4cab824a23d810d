import { useState } from "react";
import type { Game, Handout } from "../../api/client";
import { selectLook } from "../../ui/Field";
import { Sides } from "../../ui/Sides";
import { GameHead } from "../GameHead";
import { useGameChange } from "../useGameChange";
import { WithGame } from "../WithGame";
import { Files } from "./Files";
import { Handouts } from "./Handouts";
import { History } from "./History";
import { Now } from "./Now";
import { PlayData } from "./PlayData";
import { QuestionsPlayed } from "./QuestionsPlayed";
import { settingsOf, useHandoutChanges, useHandouts } from "./useHandouts";

type Side = "links" | "files" | "now" | "history" | "questions" | "data";
const OF_PLAYS: Side[] = ["now", "history", "questions", "data"];

/** The hand-out screen: the game's links, the files it is given away as, and what real plays say. */
export function HandOut() {
  return <WithGame>{(game) => <HandOutOf key={game.id} game={game} />}</WithGame>;
}

function HandOutOf({ game }: { game: Game }) {
  const changing = useGameChange(game);
  const [side, setSide] = useState<Side>("links");
  const handouts = useHandouts(game).data ?? [];
  const [number, setNumber] = useState<number>();
  const [version, setVersion] = useState<number>();
  const handout = handouts.find(({ id }) => id === number) ?? handouts[0];
  const ofPlays = OF_PLAYS.includes(side);
  return (
    <div className="flex h-full flex-col">
      <GameHead
        game={game}
        title="Hand out"
        about="Let others play it, see how they did, and mend the questions."
        changing={changing}
        quiet
      />
      <Sides
        label="Parts of handing out"
        side={side}
        turn={setSide}
        tabs={[
          ["links", "Links"],
          ["files", "Files to take away"],
          ["now", "Playing now"],
          ["history", "History"],
          ["questions", "Questions"],
          ["data", "Data"],
        ]}
        beside={
          ofPlays &&
          handout && (
            <Which
              handouts={handouts}
              handout={handout}
              version={version}
              choose={(id, at) => {
                setNumber(id);
                setVersion(at);
              }}
            />
          )
        }
        className="min-h-0 flex-1"
        headClassName="border-b border-line px-7 py-2 max-md:flex-wrap"
        bodyClassName="min-h-0 flex-1 overflow-auto px-7 py-4"
      >
        {side === "links" && <Handouts game={game} />}
        {side === "files" && <Files game={game} />}
        {ofPlays && !handout && (
          <p className="text-soft">
            Plays are kept once the game is handed out under a link: that is done on the Links side.
          </p>
        )}
        {ofPlays && handout && (
          <OfPlays key={handout.id} game={game} side={side} handout={handout} version={version} />
        )}
      </Sides>
    </div>
  );
}

interface WhichProps {
  handouts: Handout[];
  handout: Handout;
  version: number | undefined;
  choose: (handout: number, version?: number) => void;
}

/** Which hand-out's plays are looked at, and which of its versions. */
function Which({ handouts, handout, version, choose }: WhichProps) {
  return (
    <span className="flex flex-wrap gap-2">
      <select
        aria-label="Hand-out"
        className={selectLook}
        value={handout.id}
        onChange={({ target }) => choose(Number(target.value))}
      >
        {handouts.map((one) => (
          <option key={one.id} value={one.id}>
            {one.name}
          </option>
        ))}
      </select>
      {handout.versions.length > 1 && (
        <select
          aria-label="Version"
          className={selectLook}
          value={version ?? ""}
          onChange={({ target }) =>
            choose(handout.id, target.value ? Number(target.value) : undefined)
          }
        >
          <option value="">all versions</option>
          {handout.versions.map((one) => (
            <option key={one.number} value={one.number}>
              version {one.number}
            </option>
          ))}
        </select>
      )}
    </span>
  );
}

interface OfPlaysProps {
  game: Game;
  side: Side;
  handout: Handout;
  version: number | undefined;
}

function OfPlays({ game, side, handout, version }: OfPlaysProps) {
  const { change } = useHandoutChanges(game);
  return (
    <>
      {handout.made_up && (
        <p className="mb-3 border-s-[3px] border-lake ps-2" data-made-up>
          These plays are made up: nobody played them. They are here to show what plays say.
        </p>
      )}
      {side === "now" && <Now handout={handout} />}
      {side === "history" && <History game={game} handout={handout} version={version} />}
      {side === "questions" && <QuestionsPlayed game={game} handout={handout} version={version} />}
      {side === "data" && (
        <PlayData
          handout={handout}
          keep={(keep_days) =>
            change.mutate({ handout, settings: { ...settingsOf(handout), keep_days } })
          }
        />
      )}
    </>
  );
}
