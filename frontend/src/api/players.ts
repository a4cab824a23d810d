import { GET, POST, told, ofGame, ofHandout } from "./asking";
import type { PageState, PlayStart, Wall } from "./shapes";

/** What players are served. */
export const players = {
  pageStart: (id: number) =>
    told(GET("/api/workshop/games/{game_id}/page/start", { params: ofGame(id) })),
  pageAt: (id: number, state: PageState) =>
    told(
      GET("/api/workshop/games/{game_id}/page/{state}", {
        params: { path: { game_id: id, state } },
      }),
    ),
  pageTexts: (language: string) =>
    told(GET("/api/players/words/{language}", { params: { path: { language } } })),
  best: (play_id: string) =>
    told(GET("/api/players/plays/{play_id}/best", { params: { path: { play_id } } })),
  listed: () => told(GET("/api/players/handouts")),
  invitation: (slug: string) =>
    told(GET("/api/players/games/{slug}", { params: { path: { slug } } })),
  wall: async (link: string) =>
    (await told(GET("/api/players/walls/{link}", { params: { path: { link } } }))) as Wall,
  waiting: (play_id: string) =>
    told(GET("/api/players/plays/{play_id}/waiting", { params: { path: { play_id } } })),
  beginTogether: (id: number) =>
    told(POST("/api/workshop/handouts/{handout_id}/begin", { params: ofHandout(id) })),
  waitAgain: (id: number) =>
    told(POST("/api/workshop/handouts/{handout_id}/wait", { params: ofHandout(id) })),
  startPlay: (slug: string, body: PlayStart) =>
    told(POST("/api/players/games/{slug}/plays", { params: { path: { slug } }, body })),
};
