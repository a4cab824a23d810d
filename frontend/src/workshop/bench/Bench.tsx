import { keepPreviousData, useMutation, useQuery } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { api, type BenchSeen, type BenchWanted, type Game, type Pack } from "../../api/client";
import { PlayView } from "../../player/PlayView";
import { Button } from "../../ui/Button";
import { Notice } from "../../ui/Notice";
import { GameHead } from "../GameHead";
import { useGameChange } from "../useGameChange";
import { WithGame } from "../WithGame";
import { Branches } from "./Branches";
import { Covered } from "./Covered";
import { Gauges } from "./Gauges";
import { Ribbon } from "./Ribbon";
import { useAttempt } from "./useAttempt";
import { Waymarks } from "./Waymarks";

/** The bench: the player's own view, every meter beside it, and the trail below, to be gone back in. */
export function Bench() {
  return (
    <WithGame>{(game, packs) => <OnBench key={game.id} game={game} packs={packs} />}</WithGame>
  );
}

const MOVES: [key: string, move: string, said: string][] = [
  ["r", "right", "Right"],
  ["w", "wrong", "Wrong"],
  ["l", "late", "Too late"],
  ["s", "skip", "Skip"],
  ["u", "unreadable", "Unreadable"],
];
const MOST_AT_ONCE = 200;
/** Milliseconds between two steps of a clock that runs. */
const TICK = 250;

const phase = (found: BenchSeen | undefined) => found?.view.phase;

function OnBench({ game, packs }: { game: Game; packs: Pack[] }) {
  const changing = useGameChange(game);
  const bench = useAttempt(game);
  const { attempt, before, move, back, onward } = bench;
  const [peek, setPeek] = useState(false);
  const wanted: BenchWanted = {
    dice: game.dice,
    moves: attempt.moves,
    wait: attempt.wait,
    onward: attempt.onward,
  };
  const questions = packs.map(({ id, revision }) => `${id} ${revision}`).join();
  const seen = useQuery({
    queryKey: ["bench", game.id, game.revision, questions, wanted, before],
    queryFn: () => api.bench(game.id, before ? { ...wanted, before } : wanted),
    placeholderData: keepPreviousData,
    retry: false,
  });
  const found = seen.data;
  const lose = useMutation({
    mutationFn: async () => {
      const moves = [...attempt.moves, ...Array.from({ length: MOST_AT_ONCE }, () => "wrong")];
      const far = await api.bench(game.id, { dice: game.dice, moves });
      const marks = far.view.meters.filter(({ show }) => show === "marks").map(({ name }) => name);
      const lost = far.steps.find(
        (step) =>
          step.made_by > attempt.moves.length &&
          Object.entries(step.changes).some(
            ([name, change]) => change < 0 && (marks.length === 0 || marks.includes(name)),
          ),
      );
      return far.moves.slice(0, lost?.made_by ?? far.moves.length);
    },
    onSuccess: (moves) => bench.extend(moves),
  });
  const bring = useMutation({
    mutationFn: async (file: File) => {
      const brought = await api.bringTrail(game.id, file);
      if (brought.dice !== game.dice) await api.setDice(game.id, brought.dice);
      return brought;
    },
    onSuccess: ({ moves }) => bench.take(moves),
  });
  const [running, setRunning] = useState(false);
  const left = found?.view.question_clock?.left;
  const { wait } = bench;
  useEffect(() => {
    if (!running || phase(found) !== "asking") return;
    const timer = window.setTimeout(() => {
      if (left !== undefined && left <= TICK) move("late");
      else wait(TICK);
    }, TICK);
    return () => window.clearTimeout(timer);
  });
  const now = phase(found);
  const can = now === "asking" || now === "feedback" || now === "ready";

  useEffect(() => {
    const key = (event: KeyboardEvent) => {
      const { target } = event;
      if (event.ctrlKey || event.metaKey || event.altKey) return;
      if (target instanceof HTMLElement && target.closest("input, textarea, select")) return;
      const chosen = MOVES.find(([letter]) => letter === event.key);
      if (chosen && can) move(chosen[1]);
      else if (/^[a-h]$/.test(event.key) && can && event.key !== "h") move(`answer ${event.key}`);
      else if (event.key === "Backspace") back();
      else if (event.key === ".") onward();
      else return;
      event.preventDefault();
    };
    window.addEventListener("keydown", key);
    return () => window.removeEventListener("keydown", key);
  }, [can, move, back, onward]);

  return (
    <div className="flex h-full flex-col">
      <GameHead
        game={game}
        title="Playtest"
        about="Play it as you build it, go back, and keep what must stay true."
        changing={changing}
      >
        <Button small onClick={() => bench.start()}>
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
          <div
            className="relative flex min-h-0 flex-col gap-3 overflow-auto px-7 py-3"
            tabIndex={0}
            aria-label="The play"
          >
            <div className="flex flex-wrap items-center gap-1.5" role="group" aria-label="Moves">
              {MOVES.map(([letter, line, said]) => (
                <Button
                  key={line}
                  small
                  disabled={!can || (line === "late" && !found.can_be_late && now === "asking")}
                  onClick={() => move(line)}
                >
                  {said} <kbd className="font-mono text-xs font-normal text-soft">{letter}</kbd>
                </Button>
              ))}
              <Button small disabled={!can} onClick={() => bench.many("right", MOST_AT_ONCE)}>
                Right to the end
              </Button>
              <Button small disabled={!can} onClick={() => bench.many("wrong", MOST_AT_ONCE)}>
                Wrong to the end
              </Button>
              <Button small disabled={!can} onClick={() => lose.mutate()}>
                Until a life is lost
              </Button>
              <Button small disabled={attempt.moves.length === 0} onClick={back}>
                Back <kbd className="font-mono text-xs font-normal text-soft">⌫</kbd>
              </Button>
              {now === "feedback" && (
                <Button small weight="main" onClick={onward}>
                  Go on <kbd className="font-mono text-xs font-normal">.</kbd>
                </Button>
              )}
            </div>
            {now === "asking" && found.can_be_late && (
              <div
                className="flex items-center gap-1.5 text-sm"
                role="group"
                aria-label="The clock"
              >
                <label className="flex items-center gap-1.5">
                  <input
                    type="checkbox"
                    className="accent-pine"
                    checked={running}
                    onChange={(event) => setRunning(event.target.checked)}
                  />
                  Let the clock run
                </label>
                <span className="text-soft">or step it by</span>
                <Button small weight="quiet" onClick={() => bench.wait(100)}>
                  0.1 s
                </Button>
                <Button small weight="quiet" data-wait="1000" onClick={() => bench.wait(1000)}>
                  1 s
                </Button>
                <Button small weight="quiet" onClick={() => move("late")}>
                  to its end
                </Button>
              </div>
            )}
            {bring.error && <Notice tone="bad">{bring.error.message}</Notice>}
            {bring.data && (
              <Notice tone="info">
                <span data-difference="brought">
                  The trail was taken up.{" "}
                  {bring.data.differences.length === 0
                    ? "It comes out as it did."
                    : bring.data.differences.map(({ said }) => said).join(" ")}
                </span>
              </Notice>
            )}
            {found.problem && <Notice tone="mind">Not possible here: {found.problem}</Notice>}
            {found.differences && found.differences.length > 0 && (
              <Notice tone="info">
                <span data-difference="rules">
                  Since the rules were changed:{" "}
                  {found.differences.map(({ said }) => said).join(" ")}
                </span>
              </Notice>
            )}
            <div data-bench={found.view.steps} data-over={found.over || undefined}>
              <PlayView
                key={`${found.view.visit} ${found.view.phase}`}
                quiet
                seen={{ view: standing(found.view), at: 0 }}
                send={({ do: what, text }) => {
                  if (what === "answer") move(`answer ${text ?? ""}`);
                  else if (what === "skip") move("skip");
                  else onward();
                }}
              />
              {found.view.outcome && <Ended found={found} />}
            </div>
          </div>
          <div
            className="relative flex min-h-0 flex-col gap-4 overflow-auto border-l border-line px-5 py-3"
            tabIndex={0}
            aria-label="What happened"
          >
            <Gauges game={game} found={found} peek={peek} turnPeek={() => setPeek(!peek)} />
            <Branches game={game} bench={bench} wanted={wanted} />
            <Waymarks game={game} found={found} bench={bench} change={changing.change} />
            <Covered game={game} moves={found.moves} bench={bench} />
          </div>
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

function Ended({
  found,
}: {
  found: { view: { outcome?: { result: string; award: string; say: string } | null } };
}) {
  const outcome = found.view.outcome;
  if (!outcome) return null;
  return (
    <div data-result={outcome.result} data-award={outcome.award}>
      <h2 className="text-2xl">{outcome.award || `The play is ${outcome.result}`}</h2>
      <p>{outcome.say}</p>
    </div>
  );
}

/** A view whose clocks stand: on the bench time passes only by steps. */
function standing(view: Parameters<typeof PlayView>[0]["seen"]["view"]) {
  const still = (clock: typeof view.question_clock) => clock && { ...clock, running: false };
  return {
    ...view,
    question_clock: still(view.question_clock),
    game_clock: still(view.game_clock),
    resume_in: 0,
  };
}

async function trailOf(game: Game, wanted: BenchWanted) {
  const text = await api.trail(game.id, wanted);
  const link = document.createElement("a");
  link.href = URL.createObjectURL(new Blob([text], { type: "application/jsonl" }));
  link.download = `${game.slug}-${game.dice}.jsonl`;
  link.click();
  URL.revokeObjectURL(link.href);
}
