import { useState } from "react";
import type { Game, Walker } from "../../api/client";
import { GameHead } from "../GameHead";
import { useGameChange } from "../useGameChange";
import { WithGame } from "../WithGame";
import { Aims } from "./Aims";
import { Changes } from "./Changes";
import { HowItGoes } from "./HowItGoes";
import { StillWrong } from "./StillWrong";

/** The proof screen: is it right, is it fair, how hard is it, and what did the last change do? */
export function Proof() {
  return <WithGame>{(game) => <ProofOf key={game.id} game={game} />}</WithGame>;
}

function ProofOf({ game }: { game: Game }) {
  const changing = useGameChange(game);
  const [walker, setWalker] = useState<Walker>({ how: "skill", share: 0.7, pace: 0, helps: false });
  return (
    <div className="flex h-full flex-col">
      <GameHead
        game={game}
        title="Proof"
        about="Is it right, is it fair, how hard is it, and what did my change do?"
        changing={changing}
      />
      <div className="grid min-h-0 flex-1 grid-cols-[26rem_minmax(0,1fr)] grid-rows-[minmax(0,1fr)] max-lg:grid-cols-1 max-lg:grid-rows-none">
        <div
          className="relative flex flex-col gap-6 overflow-auto border-e border-line px-6 py-4 max-lg:border-0"
          tabIndex={0}
          role="group"
          aria-label="What is wrong, and the aims"
        >
          <StillWrong game={game} change={changing.change} />
          <Aims game={game} change={changing.change} walker={walker} />
        </div>
        <div
          className="relative flex flex-col gap-6 overflow-auto px-6 py-4"
          tabIndex={0}
          role="group"
          aria-label="How it goes, and what a change did"
        >
          {game.playable ? (
            <>
              <HowItGoes game={game} walker={walker} setWalker={setWalker} />
              <Changes key={`changes ${game.id}`} game={game} walker={walker} />
            </>
          ) : (
            <p>It can’t be played yet: mend what is wrong first. Then its odds stand here.</p>
          )}
        </div>
      </div>
    </div>
  );
}
