import { GET, POST, told, ofGame } from "./asking";
import type { Walker, WalkWanted } from "./shapes";

/** Proof: odds, walks, aims, versions. What nobody waits for any more is given up by its `signal`. */
export const proof = {
  odds: (id: number, query: Walker, signal: AbortSignal) =>
    told(
      GET("/api/workshop/games/{game_id}/proof/odds", { params: { ...ofGame(id), query }, signal }),
    ),
  curve: (id: number, query: Omit<Walker, "share">, signal: AbortSignal) =>
    told(
      GET("/api/workshop/games/{game_id}/proof/curve", {
        params: { ...ofGame(id), query },
        signal,
      }),
    ),
  startWalk: (id: number, wanted: WalkWanted & { plays: number }) => {
    const body = { spread: 0, pace_spread: 0, levels: {}, ...wanted };
    return told(POST("/api/workshop/games/{game_id}/proof/walk", { params: ofGame(id), body }));
  },
  walk: (game_id: number, job_id: string) =>
    told(
      GET("/api/workshop/games/{game_id}/proof/walk/{job_id}", {
        params: { path: { game_id, job_id } },
      }),
    ),
  aims: (id: number, signal: AbortSignal) =>
    told(GET("/api/workshop/games/{game_id}/proof/aims", { params: ofGame(id), signal })),
  versions: (id: number) =>
    told(GET("/api/workshop/games/{game_id}/proof/versions", { params: ofGame(id) })),
  compare: (id: number, query: Walker & { revision: number }, signal: AbortSignal) =>
    told(
      GET("/api/workshop/games/{game_id}/proof/compare", {
        params: { ...ofGame(id), query },
        signal,
      }),
    ),
};
