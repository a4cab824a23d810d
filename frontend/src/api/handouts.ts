import { GET, POST, PUT, told, ofHandout, ofGame } from "./asking";
import type { HandoutSettings, PlaysSought, Shapes } from "./shapes";

/** Hand-outs and the plays of them. */
export const handouts = {
  handouts: (id: number) =>
    told(GET("/api/workshop/games/{game_id}/handouts", { params: ofGame(id) })),
  handOut: (id: number, body: HandoutSettings) =>
    told(POST("/api/workshop/games/{game_id}/handouts", { params: ofGame(id), body })),
  changeHandout: (handout_id: number, body: HandoutSettings & { revision: number }) =>
    told(PUT("/api/workshop/handouts/{handout_id}", { params: { path: { handout_id } }, body })),
  handOutAnew: (handout_id: number) =>
    told(POST("/api/workshop/handouts/{handout_id}/anew", { params: { path: { handout_id } } })),
  addresses: () => told(GET("/api/workshop/addresses")),
  plays: (handout_id: number, query: PlaysSought) =>
    told(
      GET("/api/workshop/handouts/{handout_id}/plays", { params: { path: { handout_id }, query } }),
    ),
  takeUpPlay: (handout_id: number, play_id: string) =>
    told(
      GET("/api/workshop/handouts/{handout_id}/plays/{play_id}/bench", {
        params: { path: { handout_id, play_id } },
      }),
    ),
  comparePlays: (handout_id: number, play_id: string, other_id: string) =>
    told(
      GET("/api/workshop/handouts/{handout_id}/plays/{play_id}/beside/{other_id}", {
        params: { path: { handout_id, play_id, other_id } },
      }),
    ),
  removePlays: (handout_id: number, plays: string[]) =>
    told(
      POST("/api/workshop/handouts/{handout_id}/plays/remove", {
        params: ofHandout(handout_id),
        body: { plays },
      }),
    ),
  forgetNames: (handout_id: number, plays: string[] | null) =>
    told(
      POST("/api/workshop/handouts/{handout_id}/plays/forget-names", {
        params: ofHandout(handout_id),
        body: { plays },
      }),
    ),
  endPlay: (handout_id: number, play_id: string) =>
    told(
      POST("/api/workshop/handouts/{handout_id}/now/{play_id}/end", {
        params: { path: { handout_id, play_id } },
      }),
    ),
  endAllPlays: (handout_id: number) =>
    told(POST("/api/workshop/handouts/{handout_id}/now/end", { params: ofHandout(handout_id) })),
  statistics: (handout_id: number, version?: number) =>
    told(
      GET("/api/workshop/handouts/{handout_id}/statistics", {
        params: { path: { handout_id }, query: version === undefined ? {} : { version } },
      }),
    ),
  beginWhatIf: (handout_id: number, version: number | null) =>
    told(
      POST("/api/workshop/handouts/{handout_id}/what-if", {
        params: ofHandout(handout_id),
        body: { version },
      }),
    ),
  whatIf: (handout_id: number, job_id: string) =>
    told(
      GET("/api/workshop/handouts/{handout_id}/what-if/{job_id}", {
        params: { path: { handout_id, job_id } },
      }),
    ),
  sendStatements: (handout_id: number, body: Shapes["StoreIn"]) =>
    told(
      POST("/api/workshop/handouts/{handout_id}/statements", {
        params: ofHandout(handout_id),
        body,
      }),
    ),
};
