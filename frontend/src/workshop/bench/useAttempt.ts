import { useCallback, useState } from "react";
import { keptObject } from "../../kept";
import type { Game, Played } from "../../api/client";

/** What a play was set up with, besides its dice. */
export type Setup = Pick<Played, "player" | "count" | "topic" | "level" | "players">;

/** A play on the bench: the moves made, how far its clock was stepped, and whether the feedback is past. */
export interface Attempt {
  moves: string[];
  wait: number;
  onward: boolean;
}

const NOTHING: Attempt = { moves: [], wait: 0, onward: true };
const UNASKED: Setup = { player: "", topic: "", players: [] };
const MOST_BRANCHES = 12;

interface Kept {
  attempt: Attempt;
  setup: Setup;
  branches: Played[];
  /** The game's revision when the last move was made: what is otherwise since then is told. */
  revision: number;
}

const keyOf = (game: Game) => `dicetrail.bench.${game.id}.${game.born}`;

function attemptOf(game: Game): Kept {
  const found = keptObject(keyOf(game)) as Kept | undefined;
  if (Array.isArray(found?.branches) && found.revision && found.setup && found.attempt)
    return found;
  return { attempt: NOTHING, setup: UNASKED, branches: [], revision: game.revision };
}

/** The present play of a game's bench and its branches, kept in this browser. */
export function useAttempt(game: Game) {
  const [state, setState] = useState(() => attemptOf(game));
  const put = useCallback(
    (change: (before: Kept) => Partial<Kept>) =>
      setState((before) => {
        const after = { ...before, ...change(before), revision: game.revision };
        localStorage.setItem(keyOf(game), JSON.stringify(after));
        return after;
      }),
    [game],
  );
  /** Leaves the present play for another attempt, and keeps it as a branch. */
  const leave = useCallback(
    (attempt: (before: Attempt) => Attempt, setup?: Setup) =>
      put((before) => ({
        attempt: attempt(before.attempt),
        setup: setup ?? before.setup,
        branches: withBranch(before.branches, {
          ...before.setup,
          dice: game.dice,
          moves: before.attempt.moves,
        }),
      })),
    [put, game.dice],
  );
  const add = useCallback(
    (lines: (attempt: Attempt) => string[], onward: boolean) =>
      put(({ attempt }) => ({
        attempt: { moves: [...attempt.moves, ...lines(attempt)], wait: 0, onward },
      })),
    [put],
  );
  const move = useCallback((line: string) => add(({ wait }) => [timed(line, wait)], false), [add]);
  const many = useCallback(
    (line: string, times: number) => add(() => Array.from({ length: times }, () => line), true),
    [add],
  );
  const back = useCallback(
    () => leave(({ moves }) => ({ moves: moves.slice(0, -1), wait: 0, onward: true })),
    [leave],
  );
  const onward = useCallback(
    () => put(({ attempt }) => ({ attempt: { ...attempt, onward: true } })),
    [put],
  );
  const wait = useCallback(
    (by: number) => put(({ attempt }) => ({ attempt: { ...attempt, wait: attempt.wait + by } })),
    [put],
  );
  return {
    attempt: state.attempt,
    setup: state.setup,
    branches: state.branches,
    /** The present play. */
    play: { ...state.setup, dice: game.dice, moves: state.attempt.moves } satisfies Played,
    /** The revision that the present play was made under, where the game was changed since. */
    before: state.revision === game.revision ? undefined : state.revision,
    move,
    back,
    onward,
    wait,
    many,
    goTo: (made: number, past = true) => {
      const cut = ({ moves }: Attempt) => ({ moves: moves.slice(0, made), wait: 0, onward: past });
      if (made < state.attempt.moves.length) leave(cut);
      else put(({ attempt }) => ({ attempt: cut(attempt) }));
    },
    start: () => leave(() => NOTHING),
    take: ({ moves, ...played }: Played) =>
      leave(() => ({ moves, wait: 0, onward: true }), setupOf(played)),
    /** The same moves in a play that is set up otherwise. */
    setUp: (change: Partial<Setup>) => put(({ setup }) => ({ setup: { ...setup, ...change } })),
    /** More moves in the same play: nothing is left that would be a branch. */
    extend: (moves: string[]) => put(() => ({ attempt: { moves, wait: 0, onward: false } })),
    forget: (place: number) =>
      put(({ branches }) => ({ branches: branches.filter((_, n) => n !== place) })),
  };
}

function setupOf({ player, topic, count, level, players = [] }: Setup): Setup {
  return { player, topic, count: count ?? null, level: level ?? null, players };
}

/** A branch is kept unless it is the beginning of one that is kept already; then the longer one stays. */
function withBranch(branches: Played[], play: Played): Played[] {
  if (play.moves.length === 0) return branches;
  const alike = (one: Played, other: Played) =>
    JSON.stringify({ ...one, moves: [] }) === JSON.stringify({ ...other, moves: [] });
  const begins = (long: Played, short: Played) =>
    alike(long, short) && short.moves.every((line, n) => long.moves[n] === line);
  if (branches.some((one) => begins(one, play))) return branches;
  return [play, ...branches.filter((one) => !begins(play, one))].slice(0, MOST_BRANCHES);
}

function timed(line: string, wait: number): string {
  return wait > 0 && line !== "late" ? `${line} @${wait / 1000}` : line;
}
