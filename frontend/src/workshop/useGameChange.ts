import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useEffect } from "react";
import { api, type Edit, type Game } from "../api/client";
import { useShow } from "./data";

type Renamed = "renameMeter" | "renameNamed";

/** Changes parts of a game, takes changes back and makes them again; by keys too, where `keys` says so. */
export function useGameChange(game: Game, keys = true) {
  const show = useShow().game;
  const queries = useQueryClient();
  // One after another: a change that is made while another is on its way is made to what came of that one.
  const scope = { id: `game ${game.id}` };
  const latest = () => queries.getQueryData<Game>(["game", game.id]) ?? game;
  /** A change that was kept is the latest that is told of: what was refused before it is over. */
  const kept = (now: Game) => {
    for (const one of [change, turn, rename, comment]) if (one.isError) one.reset();
    show(now);
  };
  const change = useMutation({
    scope,
    mutationFn: (edits: Edit[]) => api.editGame(game.id, edits, latest().revision),
    onSuccess: kept,
  });
  const turn = useMutation({
    scope,
    mutationFn: (way: "undo" | "redo") => api.turnGame(game.id, way, latest().revision),
    onSuccess: kept,
  });
  const rename = useMutation({
    scope,
    mutationFn: ({ what, from, to }: { what: Renamed; from: string; to: string }) =>
      api[what](game.id, from, to, latest().revision),
    onSuccess: kept,
  });
  const comment = useMutation({
    scope,
    mutationFn: ({ path, text }: { path: (string | number)[]; text: string }) =>
      api.commentOn(game.id, path, text, latest().revision),
    onSuccess: kept,
  });
  const { can_undo: canUndo, can_redo: canRedo } = game;
  const { mutate } = turn;
  useEffect(() => {
    if (!keys) return;
    const key = (event: KeyboardEvent) => {
      const typing = event.target instanceof HTMLElement && event.target.closest("textarea, input");
      const text = typing && !["checkbox", "radio"].includes(typing.getAttribute("type") ?? "");
      if (text || !(event.ctrlKey || event.metaKey) || event.key.toLowerCase() !== "z") return;
      event.preventDefault();
      if (event.shiftKey ? canRedo : canUndo) mutate(event.shiftKey ? "redo" : "undo");
    };
    window.addEventListener("keydown", key);
    return () => window.removeEventListener("keydown", key);
  }, [canUndo, canRedo, keys, mutate]);
  /** Makes a change; gives back why it was refused, "" where it was not. */
  const told = (edits: Edit[], done: (now: Game) => void = () => undefined) =>
    change.mutateAsync(edits).then(
      (now) => {
        done(now);
        return "";
      },
      (error: Error) => error.message,
    );
  const renamed = (what: Renamed) => (from: string, to: string) =>
    rename.mutateAsync({ what, from, to }).then(
      () => "",
      (error: Error) => error.message,
    );
  return {
    change: told,
    changeAsync: change.mutateAsync,
    turn: mutate,
    renameMeter: renamed("renameMeter"),
    renameNamed: renamed("renameNamed"),
    comment: (path: (string | number)[], text: string) => comment.mutate({ path, text }),
    pending: [change, turn, rename, comment].some(({ isPending }) => isPending),
    problem: change.error ?? turn.error ?? rename.error ?? comment.error,
  };
}
