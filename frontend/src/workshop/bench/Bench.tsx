import { keepPreviousData, useMutation, useQuery } from "@tanstack/react-query";
import { useCallback, useEffect, useState } from "react";
import { api, type BenchSeen, type BenchWanted, type Game, type Played } from "../../api/client";
import { PlayView } from "../../player/PlayView";
import { Button } from "../../ui/Button";
import { Notice } from "../../ui/Notice";
import { Sides } from "../../ui/Sides";
import { GameHead } from "../GameHead";
import { useShow } from "../data";
import { useGameChange } from "../useGameChange";
import { WithGame } from "../WithGame";
import { Branches } from "./Branches";
import { Covered } from "./Covered";
import { Gauges } from "./Gauges";
import { ClockBar, LEAVE, MOVES, Moves } from "./Moves";
import { Ribbon } from "./Ribbon";
import { Setup } from "./Setup";
import { useAttempt } from "./useAttempt";
import { useBenchSound } from "./useBenchSound";
import { Waymarks } from "./Waymarks";
import { Peek, Why } from "./Why";

/** The bench: the player's own view, every meter beside it, and the trail below, to be gone back in. */
export function Bench() {
  return <WithGame>{(game) => <OnBench key={game.id} game={game} />}</WithGame>;
}

const MOST_AT_ONCE = 200;
/** Milliseconds between two steps of a clock that runs. */
const TICK = 250;

type Side = "waymarks" | "counts" | "ways" | "touched";
type Gauge = BenchSeen["gauges"][number];

/** Meters, and the clocks that there are. */
const shownAbove = ({ sort, value }: Gauge) =>
  sort === "meter" || (sort === "clock" && value !== null);

const phase = (found: BenchSeen | undefined) => found?.view.phase;

function OnBench({ game }: { game: Game }) {
  const changing = useGameChange(game);
  const show = useShow().game;
  const bench = useAttempt(game);
  const { attempt, before, play, move, back, onward } = bench;
  const [peek, setPeek] = useState(false);
  const [side, setSide] = useState<Side>("waymarks");
  const wanted: BenchWanted = { ...play, wait: attempt.wait, onward: attempt.onward };
  const questions = game.packs.map(({ id, revision }) => `${id} ${revision}`).join();
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
      const far = await api.bench(game.id, { ...play, moves });
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
  const takeUp = useMutation({
    mutationFn: async (other: Played) => {
      if (other.dice !== game.dice) show(await api.setDice(game.id, other.dice));
      return other;
    },
    onSuccess: bench.take,
  }).mutate;
  const bring = useMutation({
    mutationFn: (file: File) => api.bringTrail(game.id, file),
    onSuccess: (brought) => takeUp(brought.play),
  });
  const [running, setRunning] = useState(false);
  useBenchSound(found);
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
  const { many } = bench;
  const toTheEnd = useCallback((line: string) => many(line, MOST_AT_ONCE), [many]);
  const { mutate: untilALifeIsLost } = lose;

  useEffect(() => {
    const key = (event: KeyboardEvent) => {
      const { target } = event;
      if (event.ctrlKey || event.metaKey || event.altKey) return;
      if (target instanceof HTMLElement && target.closest("input, textarea, select")) return;
      const chosen = [...MOVES, LEAVE].find(([letter]) => letter === event.key);
      if (chosen && can) move(chosen[1]);
      else if (/^[a-h]$/.test(event.key) && can) move(`answer ${event.key}`);
      else if (event.key === "R" && can) toTheEnd("right");
      else if (event.key === "W" && can) toTheEnd("wrong");
      else if (event.key === "L" && can) untilALifeIsLost();
      else if (event.key === "Backspace") back();
      else if (event.key === ".") onward();
      else return;
      event.preventDefault();
    };
    window.addEventListener("keydown", key);
    return () => window.removeEventListener("keydown", key);
  }, [can, move, toTheEnd, untilALifeIsLost, back, onward]);

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
            role="group"
            aria-label="The play"
          >
            <Moves
              can={can}
              canBeLate={found.can_be_late || now !== "asking"}
              canLeave={found.view.can_leave}
              canGoBack={attempt.moves.length > 0}
              inFeedback={now === "feedback"}
              move={move}
              toTheEnd={toTheEnd}
              untilALifeIsLost={untilALifeIsLost}
              back={back}
              onward={onward}
            />
            <div className="flex flex-wrap items-center gap-x-5 gap-y-1 text-sm empty:hidden">
              <Setup game={game} setup={bench.setup} setUp={bench.setUp} />
              {now === "asking" && found.can_be_late && (
                <ClockBar
                  running={running}
                  run={setRunning}
                  step={bench.wait}
                  toItsEnd={() => move("late")}
                />
              )}
            </div>
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
                dense
                heard={Infinity}
                seen={{ view: standing(found.view), at: 0 }}
                send={({ do: what, text }) => {
                  if (what === "answer") move(`answer ${text ?? ""}`);
                  else if (what === "skip" || what === "leave") move(what);
                  else onward();
                }}
              />
              {found.view.outcome && <Ended found={found} />}
            </div>
          </div>
          <div
            className="relative flex min-h-0 flex-col gap-4 overflow-auto border-l border-line px-5 py-3"
            tabIndex={0}
            role="group"
            aria-label="What happened"
          >
            <Why game={game} packs={game.packs} found={found} />
            <section aria-label="Meters">
              <Gauges gauges={found.gauges.filter(shownAbove)} />
              <Peek found={found} open={peek} turn={() => setPeek(!peek)} />
            </section>
            <Sides
              label="Beside the play"
              side={side}
              turn={setSide}
              tabs={[
                ["waymarks", `Waymarks ${game.passed + game.failed}`],
                ["counts", "Counts"],
                ["ways", bench.branches.length > 0 ? `Ways ${bench.branches.length}` : "Ways"],
                ["touched", "Touched"],
              ]}
              className="gap-2"
            >
              {side === "waymarks" && (
                <Waymarks
                  game={game}
                  found={found}
                  play={play}
                  takeUp={takeUp}
                  change={changing.change}
                />
              )}
              {side === "counts" && (
                <Gauges small gauges={found.gauges.filter(({ sort }) => sort === "count")} />
              )}
              {side === "ways" && (
                <Branches
                  game={game}
                  branches={bench.branches}
                  wanted={wanted}
                  takeUp={takeUp}
                  forget={bench.forget}
                />
              )}
              {side === "touched" && (
                <Covered
                  game={game}
                  plays={[{ ...play, moves: found.moves }, ...bench.branches]}
                  takeUp={takeUp}
                />
              )}
            </Sides>
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
  found: { view: { outcome?: { result: string; award: string; tell: string } | null } };
}) {
  const outcome = found.view.outcome;
  if (!outcome) return null;
  return (
    <div data-result={outcome.result} data-award={outcome.award}>
      <h2 className="text-2xl">{outcome.award || `The play is ${outcome.result}`}</h2>
      <p>{outcome.tell}</p>
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
