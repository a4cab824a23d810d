import { useCallback, useState } from "react";
import type { Game } from "../../api/client";

/** A play on the bench: the moves made, how far its clock was stepped, and whether the feedback is past. */
export interface Attempt {
  moves: string[];
  wait: number;
  onward: boolean;
}

const NOTHING: Attempt = { moves: [], wait: 0, onward: true };
const MOST_BRANCHES = 12;

interface Kept {
  attempt: Attempt;
  branches: string[][];
  /** The game's revision when the last move was made: what is otherwise since then is told. */
  revision: number;
}

const keyOf = (game: Game) => `dicetrail.bench.${game.id}`;

function kept(game: Game): Kept {
  try {
    const found = JSON.parse(localStorage.getItem(keyOf(game)) ?? "") as Kept;
    if (Array.isArray(found.branches) && found.revision) return found;
  } catch {
    // Nothing is kept yet, or not as it is kept now.
  }
  return { attempt: NOTHING, branches: [], revision: game.revision };
}

/** The present play of a game's bench and its branches, kept in this browser. */
export function useAttempt(game: Game) {
  const [state, setState] = useState(() => kept(game));
  const put = useCallback(
    (change: (before: Kept) => Omit<Kept, "revision">) =>
      setState((before) => {
        const after = { ...change(before), revision: game.revision };
        localStorage.setItem(keyOf(game), JSON.stringify(after));
        return after;
      }),
    [game],
  );
  const move = useCallback(
    (line: string) =>
      put(({ attempt, branches }) => ({
        branches,
        attempt: {
          moves: [...attempt.moves, timed(line, attempt.wait)],
          wait: 0,
          onward: false,
        },
      })),
    [put],
  );
  const many = (line: string, times: number) =>
    put(({ attempt, branches }) => ({
      branches,
      attempt: {
        moves: [...attempt.moves, ...Array.from({ length: times }, () => line)],
        wait: 0,
        onward: true,
      },
    }));
  const goTo = (moves: number, onward = true) =>
    put(({ attempt, branches }) => ({
      branches: moves < attempt.moves.length ? withBranch(branches, attempt.moves) : branches,
      attempt: { moves: attempt.moves.slice(0, moves), wait: 0, onward },
    }));
  const back = useCallback(
    () =>
      put(({ attempt, branches }) => ({
        branches: withBranch(branches, attempt.moves),
        attempt: { moves: attempt.moves.slice(0, -1), wait: 0, onward: true },
      })),
    [put],
  );
  const onward = useCallback(
    () => put((before) => ({ ...before, attempt: { ...before.attempt, onward: true } })),
    [put],
  );
  const wait = useCallback(
    (by: number) =>
      put((before) => ({
        ...before,
        attempt: { ...before.attempt, wait: before.attempt.wait + by },
      })),
    [put],
  );
  return {
    attempt: state.attempt,
    branches: state.branches,
    /** The revision that the present play was made under, where the game was changed since. */
    before: state.revision === game.revision ? undefined : state.revision,
    move,
    many,
    goTo,
    back,
    onward,
    wait,
    start: () =>
      put(({ attempt, branches }) => ({
        branches: withBranch(branches, attempt.moves),
        attempt: NOTHING,
      })),
    take: (moves: string[]) =>
      put(({ attempt, branches }) => ({
        branches: withBranch(branches, attempt.moves),
        attempt: { moves, wait: 0, onward: true },
      })),
    /** More moves in the same play: nothing is left that would be a branch. */
    extend: (moves: string[]) =>
      put(({ branches }) => ({ branches, attempt: { moves, wait: 0, onward: false } })),
    forget: (place: number) =>
      put((before) => ({
        ...before,
        branches: before.branches.filter((_, n) => n !== place),
      })),
  };
}

/** A branch is kept unless it is the beginning of one that is kept already; then the longer one stays. */
function withBranch(branches: string[][], moves: string[]): string[][] {
  if (moves.length === 0) return branches;
  const begins = (long: string[], short: string[]) =>
    short.every((line, n) => long[n] === line) && long.length >= short.length;
  if (branches.some((one) => begins(one, moves))) return branches;
  return [moves, ...branches.filter((one) => !begins(moves, one))].slice(0, MOST_BRANCHES);
}

function timed(line: string, wait: number): string {
  return wait > 0 && line !== "late" ? `${line} @${wait / 1000}` : line;
}
