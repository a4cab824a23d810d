import { api, type BenchWanted, type Game } from "../../api/client";
import { Button } from "../../ui/Button";
import { Notice } from "../../ui/Notice";
import { GameHead } from "../GameHead";
import { useGameChange } from "../useGameChange";
import { saveFile } from "../../ui/saveFile";
import { WithGame } from "../WithGame";
import { BesideThePlay } from "./BesideThePlay";
import { PlayOnBench } from "./PlayOnBench";
import { Ribbon } from "./Ribbon";
import { usePlaying } from "./usePlaying";

/** The bench: the player's own view, every meter beside it, and the trail below, to be gone back in. */
export function Bench() {
  return <WithGame>{(game) => <OnBench key={game.id} game={game} />}</WithGame>;
}

function OnBench({ game }: { game: Game }) {
  const changing = useGameChange(game);
  const playing = usePlaying(game);
  const { bench, seen, found, bring, wanted } = playing;
  return (
    <div className="flex h-full flex-col">
      <GameHead
        game={game}
        title="Playtest"
        about="Play it as you build it, go back, and keep what must stay true."
        changing={changing}
      >
        <Button
          small
          onClick={() => {
            bench.start();
            document.querySelector<HTMLElement>("[data-play-on-bench]")?.focus();
          }}
        >
          Start over
        </Button>
      </GameHead>
      {seen.error && (
        <div className="p-7">
          <Notice tone="bad">{seen.error.message}</Notice>
        </div>
      )}
      {found && !seen.error && (
        <div className="grid min-h-0 flex-1 grid-cols-[1fr_21rem] grid-rows-[minmax(0,1fr)_auto] max-lg:grid-cols-1 max-lg:grid-rows-none">
          <PlayOnBench game={game} playing={playing} found={found} />
          <BesideThePlay game={game} playing={playing} found={found} change={changing.change} />
          <Ribbon
            steps={found.steps}
            goTo={bench.goTo}
            trail={() => trailOf(game, wanted)}
            bring={(file) => bring.mutate(file)}
          />
        </div>
      )}
    </div>
  );
}

async function trailOf(game: Game, wanted: BenchWanted) {
  const text = await api.trail(game.id, wanted);
  saveFile(`${game.slug}-${game.dice}.jsonl`, text);
}
