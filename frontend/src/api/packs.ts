import { GET, POST, PUT, told, sent, ofPack, ofQuestion } from "./asking";
import type { QuestionRecord, Settings, Sought, Shapes } from "./shapes";

/** Packs and their questions. */
export const packs = {
  emptyPack: (name: string) => told(POST("/api/workshop/packs/empty", { body: { name } })),
  pack: (id: number) => told(GET("/api/workshop/packs/{pack_id}", { params: ofPack(id) })),
  bring: (file: File, settings?: Settings) =>
    told(POST("/api/workshop/packs", sent(file, settings))),
  lookAt: (file: File, settings?: Settings) =>
    told(POST("/api/workshop/packs/look", sent(file, settings))),
  paste: (name: string, text: string) =>
    told(POST("/api/workshop/packs/paste", { body: { name, text } })),
  lines: (id: number, offset: number, limit: number, snags: boolean) =>
    told(
      GET("/api/workshop/packs/{pack_id}/lines", {
        params: { ...ofPack(id), query: { offset, limit, snags } },
      }),
    ),
  questions: (id: number, wanted: Sought, offset: number, limit: number) =>
    told(
      GET("/api/workshop/packs/{pack_id}/questions", {
        params: { ...ofPack(id), query: { ...wanted, offset, limit } },
      }),
    ),
  lostInFile: (id: number, ending: string) =>
    told(
      GET("/api/workshop/packs/{pack_id}/lost", { params: { ...ofPack(id), query: { ending } } }),
    ),
  question: (id: number, number: number) =>
    told(
      GET("/api/workshop/packs/{pack_id}/questions/{number}", { params: ofQuestion(id, number) }),
    ),
  tryQuestion: (id: number, number: number, answers: string[], dice: number) =>
    told(
      POST("/api/workshop/packs/{pack_id}/questions/{number}/try", {
        params: ofQuestion(id, number),
        body: { answers, dice },
      }),
    ),
  addQuestion: (id: number, record: QuestionRecord, after: number | null, revision: number) =>
    told(
      POST("/api/workshop/packs/{pack_id}/questions", {
        params: ofPack(id),
        body: { record, after, revision },
      }),
    ),
  changeQuestion: (id: number, number: number, record: QuestionRecord, revision: number) =>
    told(
      PUT("/api/workshop/packs/{pack_id}/questions/{number}", {
        params: ofQuestion(id, number),
        body: { record, revision },
      }),
    ),
  changeMany: (id: number, body: Shapes["ManyIn"]) =>
    told(POST("/api/workshop/packs/{pack_id}/questions/many", { params: ofPack(id), body })),
  mendLines: (id: number, code: string, revision: number) =>
    told(
      POST("/api/workshop/packs/{pack_id}/mend/{code}", {
        params: { path: { pack_id: id, code }, query: { revision } },
      }),
    ),
  removeLetters: (id: number, revision: number) =>
    told(
      POST("/api/workshop/packs/{pack_id}/questions/without-letters", {
        params: { ...ofPack(id), query: { revision } },
      }),
    ),
  renamePack: (id: number, name: string, revision: number) =>
    told(
      POST("/api/workshop/packs/{pack_id}/name", {
        params: ofPack(id),
        body: { name, revision },
      }),
    ),
  addRows: (id: number, text: string, after: number | null, revision: number) =>
    told(
      POST("/api/workshop/packs/{pack_id}/questions/rows", {
        params: ofPack(id),
        body: { text, after, revision },
      }),
    ),
  giveQuestions: (id: number, body: Shapes["GiveIn"]) =>
    told(POST("/api/workshop/packs/{pack_id}/questions/give", { params: ofPack(id), body })),
  accept: (id: number, number: number, text: string, revision: number) =>
    told(
      POST("/api/workshop/packs/{pack_id}/questions/{number}/accept", {
        params: ofQuestion(id, number),
        body: { text, revision },
      }),
    ),
  says: (id: number, number: number, text: string, says: string, revision: number) =>
    told(
      POST("/api/workshop/packs/{pack_id}/questions/{number}/says", {
        params: ofQuestion(id, number),
        body: { text, says, revision },
      }),
    ),
  columns: (id: number) =>
    told(GET("/api/workshop/packs/{pack_id}/columns", { params: ofPack(id) })),
  changeColumns: (id: number, body: Settings, revision: number) =>
    told(
      PUT("/api/workshop/packs/{pack_id}/columns", {
        params: { ...ofPack(id), query: { revision } },
        body,
      }),
    ),
  again: (id: number, file: File) =>
    told(POST("/api/workshop/packs/{pack_id}/again", { params: ofPack(id), ...sent(file) })),
  takeAgain: (id: number, body: Shapes["TakeIn"]) =>
    told(POST("/api/workshop/packs/{pack_id}/again/take", { params: ofPack(id), body })),
  changeLine: (id: number, number: number, raw: string | null, revision: number) =>
    told(
      PUT("/api/workshop/packs/{pack_id}/lines/{number}", {
        params: ofQuestion(id, number),
        body: { raw, revision },
      }),
    ),
  turnPack: (pack_id: number, way: "undo" | "redo", revision: number) =>
    told(
      POST("/api/workshop/packs/{pack_id}/turn/{way}", {
        params: { path: { pack_id, way }, query: { revision } },
      }),
    ),
};
