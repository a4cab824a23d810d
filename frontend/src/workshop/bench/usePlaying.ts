import { keepPreviousData, useMutation, useQuery } from "@tanstack/react-query";
import { useCallback, useEffect, useMemo, useState } from "react";
import { useLocation, useNavigate } from "react-router";
import { api, type BenchSeen, type BenchWanted, type Game, type Played } from "../../api/client";
import { stateOf, useShow, useWords } from "../data";
import { useAttempt } from "./useAttempt";
import { useBenchSound } from "./useBenchSound";

const MOST_AT_ONCE = 200;
/** Milliseconds between two steps of a clock that runs. */
const TICK = 250;

/** The play on the bench: what was done in it so far, what it came to, and the ways to go on. */
export function usePlaying(game: Game) {
  const show = useShow().game;
  const bench = useAttempt(game);
  const { attempt, before, play, move, many } = bench;
  const wanted: BenchWanted = { ...play, wait: attempt.wait, onward: attempt.onward };
  const seen = useQuery({
    queryKey: ["bench", game.id, stateOf(game), wanted, before],
    queryFn: () => api.bench(game.id, before ? { ...wanted, before } : wanted),
    placeholderData: keepPreviousData,
    retry: false,
  });
  const found = seen.data;
  const phase = found?.view.phase;
  const { mutate: untilALifeIsLost } = useMutation({
    mutationFn: () => api.untilALifeIsLost(game.id, play),
    onSuccess: ({ moves }) => bench.extend(moves),
  });
  const { mutate: takeUp } = useMutation({
    mutationFn: async (other: Played) => {
      if (other.dice !== game.dice) show(await api.setDice(game.id, other.dice));
      return other;
    },
    onSuccess: bench.take,
  });
  useHandedOver(takeUp);
  const bring = useMutation({
    mutationFn: (file: File) => api.bringTrail(game.id, file),
    onSuccess: (brought) => takeUp(brought.play),
  });
  const toTheEnd = useCallback((line: string) => many(line, MOST_AT_ONCE), [many]);
  useBenchSound(found);
  const helps = useMemo(() => found?.view.helps.map((help) => help.name) ?? [], [found]);
  const acts = {
    helps,
    can: phase === "asking" || phase === "choosing" || phase === "feedback" || phase === "ready",
    move,
    toTheEnd,
    untilALifeIsLost,
    back: bench.back,
    onward: bench.onward,
  };
  useBenchKeys(acts);
  return {
    bench,
    acts,
    wanted,
    seen,
    found,
    phase,
    takeUp,
    bring,
    clock: useRunningClock(found, move, bench.wait),
  };
}

export type Playing = ReturnType<typeof usePlaying>;

/** A clock of the question that runs by itself, where it is let run. */
function useRunningClock(
  found: BenchSeen | undefined,
  move: (line: string) => void,
  wait: (milliseconds: number) => void,
) {
  const [running, run] = useState(false);
  const left = found?.view.question_clock?.left;
  useEffect(() => {
    if (!running || found?.view.phase !== "asking") return;
    const timer = window.setTimeout(() => {
      if (left !== undefined && left <= TICK) move("late");
      else wait(TICK);
    }, TICK);
    return () => window.clearTimeout(timer);
  });
  return { running, run };
}

interface Acts {
  can: boolean;
  helps: string[];
  move: (line: string) => void;
  toTheEnd: (line: string) => void;
  untilALifeIsLost: () => void;
  back: () => void;
  onward: () => void;
}

/** Keys that go on as on the player's page, where they press nothing else. */
const GO_ON = new Set(["Enter", " "]);
const isPressed = (target: EventTarget | null) =>
  target instanceof HTMLElement && target.closest("button, a, summary") !== null;

/** One key for each move, wherever nothing is typed. */
function useBenchKeys(acts: Acts) {
  const { can, helps, move, toTheEnd, untilALifeIsLost, back, onward } = acts;
  const moves = useWords()?.moves;
  useEffect(() => {
    const key = (event: KeyboardEvent) => {
      const { target } = event;
      if (event.ctrlKey || event.metaKey || event.altKey) return;
      if (target instanceof HTMLElement && target.closest("input, textarea, select")) return;
      const chosen = moves?.find((one) => one.key === event.key);
      const help = /^[1-9]$/.test(event.key) ? helps[Number(event.key) - 1] : undefined;
      if (chosen && can) move(chosen.do);
      else if (help && can) move(`help ${help}`);
      else if (/^[a-h]$/.test(event.key) && can) move(`answer ${event.key}`);
      else if (event.key === "R" && can) toTheEnd("right");
      else if (event.key === "W" && can) toTheEnd("wrong");
      else if (event.key === "L" && can) untilALifeIsLost();
      else if (event.key === "Backspace") back();
      else if (event.key === "." || (GO_ON.has(event.key) && !isPressed(target))) onward();
      else return;
      event.preventDefault();
    };
    window.addEventListener("keydown", key);
    return () => window.removeEventListener("keydown", key);
  }, [can, helps, moves, move, toTheEnd, untilALifeIsLost, back, onward]);
}

/** Takes up a play that another screen sent here, once. */
function useHandedOver(takeUp: (play: Played) => void) {
  const navigate = useNavigate();
  const state: unknown = useLocation().state;
  const play =
    state !== null && typeof state === "object" && "play" in state
      ? (state.play as Played)
      : undefined;
  useEffect(() => {
    if (!play) return;
    takeUp(play);
    void navigate(".", { replace: true, state: null });
  }, [play, takeUp, navigate]);
}
