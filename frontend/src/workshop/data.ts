import { keepPreviousData, useQuery, useQueryClient } from "@tanstack/react-query";
import { useParams } from "react-router";
import { api, type Game, type Pack } from "../api/client";

/** While plays are being gone through, more snags may come: so often it is asked again, in milliseconds. */
const AGAIN = 1500;

/** What stands on the shelf, in short. */
export function useShelf() {
  return useQuery({
    queryKey: ["shelf"],
    queryFn: api.shelf,
    refetchInterval: ({ state }) =>
      state.data?.games.some(({ looking }) => looking) ? AGAIN : false,
  });
}

export function useGame(id: number | undefined) {
  return useQuery({
    queryKey: ["game", id],
    queryFn: () => api.game(id ?? 0),
    enabled: id !== undefined,
    refetchInterval: ({ state }) => (state.data?.looking ? AGAIN : false),
  });
}

export function usePack(id: number | undefined) {
  return useQuery({
    queryKey: ["pack", id],
    queryFn: () => api.pack(id ?? 0),
    enabled: id !== undefined,
  });
}

const given = (param: string | undefined) => (param === undefined ? undefined : Number(param));

/** The game that the present address is about. */
export function useCurrentGame() {
  return useGame(given(useParams()["gameId"]));
}

/** The pack that the present address is about: the one it names, or the first of its game. */
export function useCurrentPack() {
  const { packId } = useParams();
  const first = useCurrentGame().data?.packs[0]?.id;
  return usePack(packId === undefined ? first : given(packId));
}

/** Puts packs and games as the server has them now into what the screens show; what hangs on them is asked anew. */
export function useShow() {
  const queries = useQueryClient();
  const shelf = () => queries.invalidateQueries({ queryKey: ["shelf"] });
  /** Games and packs of which something else has changed. */
  const everything = () =>
    Promise.all([
      shelf(),
      queries.invalidateQueries({ queryKey: ["game"] }),
      queries.invalidateQueries({ queryKey: ["pack"] }),
    ]);
  return {
    shelf,
    everything,
    game: (now: Game) => {
      void queries.cancelQueries({ queryKey: ["game", now.id] }); // an older answer may be on its way
      queries.setQueryData(["game", now.id], now);
      void shelf();
    },
    pack: async (now: Pack) => {
      void queries.cancelQueries({ queryKey: ["pack", now.id] });
      queries.setQueryData(["pack", now.id], now);
      const holds = (game: Game | undefined) =>
        game?.packs.some(({ id }) => id === now.id) ?? false;
      await Promise.all([
        shelf(),
        queries.invalidateQueries({
          queryKey: ["game"],
          predicate: ({ state }) => holds(state.data as Game | undefined),
        }),
      ]);
    },
  };
}

/** What changes whenever a game, or a pack of it, does. */
export const stateOf = (game: Game) =>
  [game.revision, ...game.packs.map(({ id, revision }) => `${id} ${revision}`)].join();

/** The words that rules and packs may use. */
export function useWords() {
  return useQuery({ queryKey: ["words"], queryFn: api.words, staleTime: Infinity }).data;
}

/** The document of a game for its sentences. */
export function useRules(game: Game) {
  return useQuery({
    queryKey: ["rules", game.id, game.revision],
    queryFn: () => api.rules(game.id),
    placeholderData: keepPreviousData,
    retry: false,
  });
}

/** The waymarks of a game, walked under its present rules. */
export function useWaymarks(game: Game, wanted = true) {
  return useQuery({
    queryKey: ["waymarks", game.id, game.revision],
    queryFn: () => api.waymarks(game.id),
    placeholderData: keepPreviousData,
    enabled: wanted,
    retry: false,
  });
}

/** The aims of a game as it is now, looked at. */
export function useAims(game: Game) {
  return useQuery({
    queryKey: ["aims", game.id, game.revision],
    queryFn: ({ signal }) => api.aims(game.id, signal),
    placeholderData: keepPreviousData,
    enabled: game.playable,
    retry: false,
  });
}
