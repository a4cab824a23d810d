import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { api, type Game, type Walker } from "../../api/client";
import { percentWords } from "../../ui/percent";

const WALKER: Walker = { how: "skill", share: 0.7, pace: 0, helps: false };

/** How often a play is neither won nor lost, where its odds can be had. */
export function Neither({ game }: { game: Game }) {
  const odds = useQuery({
    queryKey: ["odds", game.id, game.revision, WALKER],
    queryFn: ({ signal }) => api.odds(game.id, WALKER, signal),
    placeholderData: keepPreviousData,
    enabled: game.playable,
    retry: false,
  });
  const share = odds.data?.figures?.results["done"];
  return (
    <li className="border-t border-line py-0.5" data-neither={share}>
      neither won nor lost
      <span className="text-soft">
        {share === undefined
          ? ": can be"
          : `: ${percentWords(100 * share)} for a player of skill 0.7`}
      </span>
    </li>
  );
}
