import { useCallback, useEffect, useRef, useState } from "react";
import { keptObject } from "../../kept";
import { api, type Game, Problem } from "../../api/client";

export type SaveState = "saved" | "waiting" | "saving" | "failed" | "stale";

const PAUSE = 350;
const RETRY = 2500;

const draftKey = ({ id, born }: Game) => `dicetrail.draft.${id}.${born}`;

export interface Draft {
  text: string;
  /** The revision it was typed over. */
  revision: number;
}

/** What was typed but not saved before the page closed. */
export function draftOf(game: Game): Draft | undefined {
  const { text, revision } = keptObject(draftKey(game)) ?? {};
  if (typeof text !== "string" || typeof revision !== "number") return undefined;
  return text === game.text ? undefined : { text, revision };
}

/**
 * Saves a game's text a moment after the last key. What is typed is also kept in the browser until the
 * server has it, so that neither a lost server nor a closed page loses an edit. A `draft` that was left so is
 * saved at once; where the game was changed meanwhile it is stale like any other edit.
 */
export function useAutosave(game: Game, draft: Draft | undefined, saved: (game: Game) => void) {
  const key = draftKey(game);
  const [state, setState] = useState<SaveState>(draft ? "waiting" : "saved");
  const [problem, setProblem] = useState("");
  const latest = useRef(draft?.text ?? game.text);
  const revision = useRef(draft?.revision ?? game.revision);
  const kept = useRef(game.text);
  const timer = useRef<number>(undefined);
  const busy = useRef(false);
  const push = useRef<() => Promise<void>>(async () => undefined);

  useEffect(() => {
    push.current = async () => {
      if (busy.current || latest.current === kept.current) return;
      busy.current = true;
      setState("saving");
      const text = latest.current;
      try {
        const now = await api.saveGame(game.id, text, revision.current);
        revision.current = now.revision;
        kept.current = text;
        setProblem("");
        saved(now);
        if (latest.current === text) {
          localStorage.removeItem(key);
          setState("saved");
        } else {
          timer.current = window.setTimeout(() => void push.current(), PAUSE);
        }
      } catch (error) {
        const stale = error instanceof Problem && error.status === 409;
        setState(stale ? "stale" : "failed");
        setProblem(error instanceof Error ? error.message : String(error));
        if (!stale) timer.current = window.setTimeout(() => void push.current(), RETRY);
      } finally {
        busy.current = false;
      }
    };
  }, [game.id, key, saved]);

  const isKept = useCallback(() => latest.current === kept.current, []);
  useEffect(() => () => window.clearTimeout(timer.current), []);
  const pushNow = useCallback(() => void push.current(), []);
  usePushedOnLeaving(pushNow, isKept);

  const change = useCallback(
    (text: string) => {
      latest.current = text;
      window.clearTimeout(timer.current);
      if (text === kept.current && !busy.current) {
        localStorage.removeItem(key);
        setState("saved");
        return;
      }
      localStorage.setItem(key, JSON.stringify({ text, revision: revision.current }));
      setState("waiting");
      timer.current = window.setTimeout(() => void push.current(), PAUSE);
    },
    [key],
  );

  /** Save over what was changed elsewhere. */
  const keepMine = useCallback(async () => {
    revision.current = (await api.game(game.id)).revision;
    await push.current();
  }, [game.id]);

  /** Let what was typed go; gives the text that was saved elsewhere. */
  const takeOther = useCallback(async () => {
    const now = await api.game(game.id);
    revision.current = now.revision;
    kept.current = now.text;
    saved(now);
    return now.text;
  }, [game.id, saved]);

  return { state, problem, change, keepMine, takeOther };
}

/** Pushes at once what was left from before, and what is left when the page is. */
function usePushedOnLeaving(push: () => void, isKept: () => boolean) {
  useEffect(() => {
    push();
    const leaving = (event: BeforeUnloadEvent) => {
      if (isKept()) return;
      push();
      event.preventDefault();
    };
    window.addEventListener("beforeunload", leaving);
    return () => {
      window.removeEventListener("beforeunload", leaving);
      push();
    };
  }, [push, isKept]);
}
