import { GET, POST, PUT, told, ofGame } from "./asking";
import type { CellKind, Dice, Edit } from "./shapes";

/** Games: their rules, checking, feedback and deal. */
export const games = {
  newGame: (pack_id: number | null, title: string, manner: string) =>
    told(POST("/api/workshop/games", { body: { pack_id, title, manner } })),
  copyGame: (id: number) =>
    told(POST("/api/workshop/games/{game_id}/copy", { params: ofGame(id) })),
  game: (id: number) => told(GET("/api/workshop/games/{game_id}", { params: ofGame(id) })),
  saveGame: (id: number, text: string, revision: number) =>
    told(PUT("/api/workshop/games/{game_id}", { params: ofGame(id), body: { text, revision } })),
  editGame: (id: number, edits: Edit[], revision: number) =>
    told(
      POST("/api/workshop/games/{game_id}/edits", {
        params: ofGame(id),
        body: { edits, revision },
      }),
    ),
  renameMeter: (game_id: number, from: string, name: string, revision: number) =>
    told(
      POST("/api/workshop/games/{game_id}/meters/{name}", {
        params: { path: { game_id, name: from } },
        body: { name, revision },
      }),
    ),
  renameNamed: (game_id: number, from: string, name: string, revision: number) =>
    told(
      POST("/api/workshop/games/{game_id}/names/{name}", {
        params: { path: { game_id, name: from } },
        body: { name, revision },
      }),
    ),
  commentOn: (id: number, path: (string | number)[], comment: string, revision: number) =>
    told(
      POST("/api/workshop/games/{game_id}/comments", {
        params: ofGame(id),
        body: { path, comment, revision },
      }),
    ),
  turnGame: (game_id: number, way: "undo" | "redo", revision: number) =>
    told(
      POST("/api/workshop/games/{game_id}/turn/{way}", {
        params: { path: { game_id, way }, query: { revision } },
      }),
    ),
  setDice: (id: number, dice: Dice | null) =>
    told(PUT("/api/workshop/games/{game_id}/dice", { params: ofGame(id), body: { dice } })),
  rules: (id: number) => told(GET("/api/workshop/games/{game_id}/rules", { params: ofGame(id) })),
  cell: (id: number, kind: CellKind, text: string) =>
    told(POST("/api/workshop/games/{game_id}/cell", { params: ofGame(id), body: { kind, text } })),
  comesTo: (id: number) =>
    told(GET("/api/workshop/games/{game_id}/comes-to", { params: ofGame(id) })),
  checking: (game_id: number, pack_id: number, number: number, texts: string[]) =>
    told(
      POST("/api/workshop/games/{game_id}/checking/{pack_id}/{number}", {
        params: { path: { game_id, pack_id, number } },
        body: { texts },
      }),
    ),
  feedback: (id: number) =>
    told(GET("/api/workshop/games/{game_id}/feedback", { params: ofGame(id) })),
  experience: (id: number, cue: string) =>
    told(POST("/api/workshop/games/{game_id}/feedback/try", { params: ofGame(id), body: { cue } })),
  deal: (id: number, dice: Dice) =>
    told(GET("/api/workshop/games/{game_id}/deal", { params: { ...ofGame(id), query: { dice } } })),
  startFairness: (id: number, deals: number) =>
    told(POST("/api/workshop/games/{game_id}/fairness", { params: ofGame(id), body: { deals } })),
  fairness: (game_id: number, job_id: string) =>
    told(
      GET("/api/workshop/games/{game_id}/fairness/{job_id}", {
        params: { path: { game_id, job_id } },
      }),
    ),
  firstSet: (id: number) =>
    told(GET("/api/workshop/games/{game_id}/first-set", { params: ofGame(id) })),
};
