import type { BenchSeen, Game } from "../../api/client";
import { PlayView } from "../../player/PlayView";
import { Result } from "../../player/Result";
import { Notice } from "../../ui/Notice";
import { ClockBar, Moves } from "./Moves";
import { Setup } from "./Setup";
import type { Playing } from "./usePlaying";

interface Props {
  game: Game;
  playing: Playing;
  found: BenchSeen;
}

/** The player's own view, with the moves above it. */
export function PlayOnBench({ game, playing, found }: Props) {
  const { bench, acts, phase, clock } = playing;
  const { move, onward } = acts;
  return (
    <div
      className="relative flex min-h-0 flex-col gap-3 overflow-auto px-7 py-3"
      tabIndex={0}
      role="group"
      aria-label="The play"
      data-play-on-bench
    >
      <Moves
        {...acts}
        canBeLate={found.can_be_late || phase !== "asking"}
        canLeave={found.view.can_leave}
        helps={found.view.helps}
        canGoBack={bench.attempt.moves.length > 0}
        inFeedback={phase === "feedback"}
      />
      <div className="flex flex-wrap items-center gap-x-5 gap-y-1 text-sm empty:hidden">
        <Setup game={game} setup={bench.setup} setUp={bench.setUp} />
        {phase === "asking" && found.can_be_late && (
          <ClockBar {...clock} step={bench.wait} toItsEnd={() => move("late")} />
        )}
      </div>
      <Told playing={playing} found={found} />
      <div data-bench={found.view.steps} data-over={found.over || undefined}>
        {found.view.outcome ? (
          <Result view={found.view} again={() => bench.start()} quiet />
        ) : (
          <PlayView
            key={`${found.view.visit} ${found.view.phase}`}
            quiet
            dense
            heard={Infinity}
            seen={{ view: standing(found.view), at: 0 }}
            send={({ do: what, text }) => {
              if (what === "continue") onward();
              else move(text || what === "answer" ? `${what} ${text ?? ""}` : what);
            }}
          />
        )}
      </div>
    </div>
  );
}

/** What is to be said of the play: how a trail came out that was brought, and what a change of the rules did. */
function Told({ playing: { bring }, found }: { playing: Playing; found: BenchSeen }) {
  return (
    <>
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
            Since the rules were changed: {found.differences.map(({ said }) => said).join(" ")}
          </span>
        </Notice>
      )}
    </>
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
