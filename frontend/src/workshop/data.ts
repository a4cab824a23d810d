import { useQuery } from "@tanstack/react-query";
import { useParams } from "react-router";
import { api, type Game, type Pack } from "../api/client";

export function useShelf() {
  return useQuery({
    queryKey: ["shelf"],
    queryFn: api.shelf,
    // While plays are being gone through, more snags may come.
    refetchInterval: ({ state }) =>
      state.data?.games.some(({ looking }) => looking) ? 1500 : false,
  });
}

/** The game and the pack that the present address is about. */
export function useCurrent(): { game: Game | undefined; packs: Pack[]; pack: Pack | undefined } {
  const { gameId, packId } = useParams();
  const shelf = useShelf().data;
  const game = shelf?.games.find(({ id }) => id === Number(gameId));
  const packs =
    game?.pack_ids.flatMap((of) => shelf?.packs.find(({ id }) => id === of) ?? []) ?? [];
  const pack = packId ? shelf?.packs.find(({ id }) => id === Number(packId)) : packs[0];
  return { game, packs, pack };
}
