import { GET, POST, told, sent, ofGame } from "./asking";
import type { BenchWanted, Played } from "./shapes";

/** A walk of the bench, with what is usual where nothing is said of it. */
const whole = (wanted: BenchWanted) => ({ onward: false, wait: 0, ...wanted });

/** The bench: plays, waymarks, coverage. */
export const bench = {
  bench: (id: number, body: BenchWanted) =>
    told(
      POST("/api/workshop/games/{game_id}/bench", {
        params: ofGame(id),
        body: whole(body),
      }),
    ),
  trail: (id: number, body: BenchWanted) =>
    told(
      POST("/api/workshop/games/{game_id}/bench/trail", {
        params: ofGame(id),
        body: whole(body),
        parseAs: "text",
      }),
    ),
  untilALifeIsLost: (id: number, body: Played) =>
    told(POST("/api/workshop/games/{game_id}/bench/lose", { params: ofGame(id), body })),
  bringTrail: (id: number, file: File) =>
    told(POST("/api/workshop/games/{game_id}/bench/bring", { params: ofGame(id), ...sent(file) })),
  outcomes: (id: number, body: Played) =>
    told(POST("/api/workshop/games/{game_id}/outcomes", { params: ofGame(id), body })),
  coverage: (id: number, plays: Played[]) =>
    told(POST("/api/workshop/games/{game_id}/coverage", { params: ofGame(id), body: { plays } })),
  way: (id: number, what: string) =>
    told(GET("/api/workshop/games/{game_id}/way", { params: { ...ofGame(id), query: { what } } })),
  waymarks: (id: number) =>
    told(GET("/api/workshop/games/{game_id}/waymarks", { params: ofGame(id) })),
};
