import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { stateOf } from "../data";
import { api, type Game, type Handout, type HandoutSettings } from "../../api/client";

/** The hand-outs of a game, the latest first. */
export function useHandouts(game: Game) {
  return useQuery({
    queryKey: ["handouts", game.id, stateOf(game)],
    queryFn: () => api.handouts(game.id),
    placeholderData: (before) => before,
  });
}

/** Hands a game out, changes how, and hands it out anew. */
export function useHandoutChanges(game: Game) {
  const queries = useQueryClient();
  const onSuccess = () => queries.invalidateQueries({ queryKey: ["handouts", game.id] });
  const begin = useMutation({
    mutationFn: (settings: HandoutSettings) => api.handOut(game.id, settings),
    onSuccess,
  });
  const change = useMutation({
    mutationFn: ({ handout, settings }: { handout: Handout; settings: HandoutSettings }) =>
      api.changeHandout(handout.id, { ...settings, revision: handout.revision }),
    onSuccess,
  });
  const anew = useMutation({ mutationFn: (id: number) => api.handOutAnew(id), onSuccess });
  return { begin, change, anew, problem: begin.error ?? change.error ?? anew.error };
}

/** How a hand-out is given out, without what only the server says of it. */
export function settingsOf(one: Handout): HandoutSettings {
  const { name, note, closed, asks_name, listed, best, wall, together } = one;
  const [opens, closes] = [one.opens ?? null, one.closes ?? null];
  const [one_deal, plays_each] = [one.one_deal, one.plays_each ?? null];
  const keep_days = one.keep_days ?? null;
  return {
    name,
    note,
    opens,
    closes,
    closed,
    asks_name,
    one_deal,
    plays_each,
    listed,
    best,
    wall,
    together,
    keep_days,
  };
}
