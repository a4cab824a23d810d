import type { components } from "./schema";

type Shapes = components["schemas"];
export type Shelf = Shapes["ShelfOut"];
export type Pack = Shapes["PackOut"];
export type PackSummary = Shapes["PackSummary"];
export type GameSummary = Shapes["GameSummary"];
export type Line = Shapes["LineOut"];
export type Lines = Shapes["LinesOut"];
export type Question = Shapes["QuestionOut"];
export type Questions = Shapes["QuestionsOut"];
export type OneQuestion = Shapes["OneQuestionOut"];
export type QuestionRecord = OneQuestion["record"];
export type Columns = Shapes["ColumnsOut"];
export type Settings = Shapes["SettingsIn"];
export type Job = Shapes["JobOut"];
export type Brought = Shapes["BroughtOut"];
export type Difference = Shapes["DifferenceOut"];
export type Differences = Shapes["DifferencesOut"];
export type Media = Shapes["MediaOut"];
export type Snag = Shapes["SnagOut"];
export type Game = Shapes["GameOut"];
export type Words = Shapes["WordsOut"];
export type Invitation = Shapes["InvitationOut"];
export type PlayStart = Shapes["PlayIn"];
export type Play = Shapes["PlayOut"];
export type View = Shapes["View"];
export type Move = Shapes["MoveIn"];
export type Edit = Shapes["Edit"];
export type CheckingOf = Shapes["CheckingOut"];
export type Tried = Shapes["TriedOut"];
export type RulesOf = Shapes["RulesOut"];
export type GameDocument = Shapes["Document"];
export type RuleRow = Shapes["ConsequencePart"];
export type Played = Shapes["PlayedIn"];
export type BenchWanted = Played & Partial<Shapes["BenchIn"]>;
export type Waymark = Shapes["WaymarkPart"];
export type Outcomes = Shapes["OutcomesOut"];
export type BenchSeen = Shapes["BenchOut"];
export type Coverage = Shapes["CoverageOut"];
export type FeedbackOf = Shapes["FeedbackOut"];
export type CuePart = Shapes["CuePart"];
export type SoundPart = Shapes["SoundPart"];
export type ComesTo = Shapes["ComesToOut"];
export type Manner = Shapes["MannerOut"];
export type DealMade = Shapes["DealOut"];
export type Card = Shapes["CardOut"];
export type Fairness = Shapes["FairnessOut"];
export type Finding = Shapes["FindingOut"];
export type Generated = Shapes["GeneratedOut"];

/** What the server said in refusing a request; `status` is 0 where it could not be reached. */
export class Problem extends Error {
  constructor(
    message: string,
    readonly status: number,
  ) {
    super(message);
  }
}

async function ask<T>(method: string, path: string, body?: unknown): Promise<T> {
  const form = body instanceof FormData;
  const init: RequestInit = { method };
  if (body !== undefined) {
    init.body = form ? body : JSON.stringify(body);
    if (!form) init.headers = { "content-type": "application/json" };
  }
  let response: Response;
  try {
    response = await fetch(path, init);
  } catch {
    throw new Problem("The workshop can't be reached. Is it still running?", 0);
  }
  if (!response.ok) throw new Problem(await refusal(response), response.status);
  return (await response.json()) as T;
}

async function refusal(response: Response): Promise<string> {
  const body: unknown = await response.json().catch(() => null);
  const detail = body && typeof body === "object" && "detail" in body ? body.detail : null;
  if (typeof detail === "string") return detail;
  if (Array.isArray(detail) && detail.length > 0) {
    const first = detail[0] as { loc?: unknown[]; msg?: string };
    return `${String(first.loc?.at(-1) ?? "This")}: ${first.msg ?? "can't be used"}.`;
  }
  return `The server refused this (${response.status}).`;
}

function upload(file: File, settings?: Settings): FormData {
  const form = new FormData();
  form.append("file", file);
  if (settings) form.append("settings", JSON.stringify(settings));
  return form;
}

/** What stands on the shelf. */
export type Kind = "packs" | "games";

const workshop = "/api/workshop";
const players = "/api/players";

export const api = {
  shelf: () => ask<Shelf>("GET", `${workshop}/shelf`),
  words: () => ask<Words>("GET", `${workshop}/words`),
  takeOff: (kind: Kind, id: number) => ask<Shelf>("POST", `${workshop}/${kind}/${id}/off`),
  putBack: (kind: Kind, id: number) => ask<Shelf>("POST", `${workshop}/${kind}/${id}/back`),
  loadDemo: () => ask<Shelf>("POST", `${workshop}/demo`),
  emptyPack: (name: string) => ask<Pack>("POST", `${workshop}/packs/empty`, { name }),
  copyGame: (id: number) => ask<Game>("POST", `${workshop}/games/${id}/copy`),
  pack: (id: number) => ask<Pack>("GET", `${workshop}/packs/${id}`),
  bring: (file: File, settings?: Settings) =>
    ask<Brought>("POST", `${workshop}/packs`, upload(file, settings)),
  lookAt: (file: File, settings?: Settings) =>
    ask<Columns>("POST", `${workshop}/packs/look`, upload(file, settings)),
  paste: (name: string, text: string) =>
    ask<Brought>("POST", `${workshop}/packs/paste`, { name, text }),
  job: (id: string) => ask<Job>("GET", `${workshop}/jobs/${id}`),
  stopJob: (id: string) => ask<Job>("DELETE", `${workshop}/jobs/${id}`),
  lines: (id: number, offset: number, limit: number, snags: boolean) =>
    ask<Lines>(
      "GET",
      `${workshop}/packs/${id}/lines?offset=${offset}&limit=${limit}&snags=${snags}`,
    ),
  questions: (id: number, wanted: Record<string, string>, offset: number, limit: number) => {
    const query = new URLSearchParams({ ...wanted, offset: String(offset), limit: String(limit) });
    return ask<Questions>("GET", `${workshop}/packs/${id}/questions?${query.toString()}`);
  },
  question: (id: number, number: number) =>
    ask<OneQuestion>("GET", `${workshop}/packs/${id}/questions/${number}`),
  tryQuestion: (id: number, number: number, answers: string[], dice: number) =>
    ask<View>("POST", `${workshop}/packs/${id}/questions/${number}/try`, { answers, dice }),
  addQuestion: (id: number, record: QuestionRecord, after: number | null, revision: number) =>
    ask<Pack>("POST", `${workshop}/packs/${id}/questions`, { record, after, revision }),
  changeQuestion: (id: number, number: number, record: QuestionRecord, revision: number) =>
    ask<Pack>("PUT", `${workshop}/packs/${id}/questions/${number}`, { record, revision }),
  changeMany: (id: number, wanted: Shapes["ManyIn"]) =>
    ask<Pack>("POST", `${workshop}/packs/${id}/questions/many`, wanted),
  addRows: (id: number, text: string, after: number | null, revision: number) =>
    ask<Pack>("POST", `${workshop}/packs/${id}/questions/rows`, { text, after, revision }),
  giveQuestions: (id: number, wanted: Shapes["GiveIn"]) =>
    ask<Shapes["GivenOut"]>("POST", `${workshop}/packs/${id}/questions/give`, wanted),
  columns: (id: number) => ask<Columns>("GET", `${workshop}/packs/${id}/columns`),
  changeColumns: (id: number, settings: Settings, revision: number) =>
    ask<Pack>("PUT", `${workshop}/packs/${id}/columns?revision=${revision}`, settings),
  again: (id: number, file: File) =>
    ask<Differences>("POST", `${workshop}/packs/${id}/again`, upload(file)),
  takeAgain: (id: number, wanted: Shapes["TakeIn"]) =>
    ask<Shapes["TakenOut"]>("POST", `${workshop}/packs/${id}/again/take`, wanted),
  media: () => ask<Media[]>("GET", `${workshop}/media`),
  bringMedia: (file: File) => ask<Media>("POST", `${workshop}/media`, upload(file)),
  changeLine: (id: number, number: number, raw: string | null, revision: number) =>
    ask<Pack>("PUT", `${workshop}/packs/${id}/lines/${number}`, { raw, revision }),
  turnPack: (id: number, way: "undo" | "redo") =>
    ask<Pack>("POST", `${workshop}/packs/${id}/turn/${way}`),
  manners: () => ask<Manner[]>("GET", `${workshop}/manners`),
  newGame: (pack_id: number | null, title: string, manner: string) =>
    ask<Game>("POST", `${workshop}/games`, { pack_id, title, manner }),
  rules: (id: number) => ask<RulesOf>("GET", `${workshop}/games/${id}/rules`),
  cell: (id: number, kind: "expression" | "template", text: string) =>
    ask<Shapes["CellOut"]>("POST", `${workshop}/games/${id}/cell`, { kind, text }),
  comesTo: (id: number) => ask<ComesTo>("GET", `${workshop}/games/${id}/comes-to`),
  game: (id: number) => ask<Game>("GET", `${workshop}/games/${id}`),
  saveGame: (id: number, text: string, revision: number) =>
    ask<Game>("PUT", `${workshop}/games/${id}`, { text, revision }),
  editGame: (id: number, edits: Edit[], revision: number) =>
    ask<Game>("POST", `${workshop}/games/${id}/edits`, { edits, revision }),
  renameMeter: (id: number, from: string, name: string, revision: number) =>
    ask<Game>("POST", `${workshop}/games/${id}/meters/${encodeURIComponent(from)}`, {
      name,
      revision,
    }),
  commentOn: (id: number, path: (string | number)[], comment: string, revision: number) =>
    ask<Game>("POST", `${workshop}/games/${id}/comments`, { path, comment, revision }),
  turnGame: (id: number, way: "undo" | "redo") =>
    ask<Game>("POST", `${workshop}/games/${id}/turn/${way}`),
  checking: (game: number, pack: number, number: number, texts: string[]) =>
    ask<CheckingOf>("POST", `${workshop}/games/${game}/checking/${pack}/${number}`, { texts }),
  accept: (pack: number, number: number, text: string, revision: number) =>
    ask<Pack>("POST", `${workshop}/packs/${pack}/questions/${number}/accept`, { text, revision }),
  bench: (id: number, wanted: BenchWanted) =>
    ask<BenchSeen>("POST", `${workshop}/games/${id}/bench`, wanted),
  trail: async (id: number, wanted: BenchWanted): Promise<string> => {
    const response = await fetch(`${workshop}/games/${id}/bench/trail`, {
      method: "POST",
      headers: { "content-type": "application/json" },
      body: JSON.stringify(wanted),
    });
    if (!response.ok) throw new Problem(await refusal(response), response.status);
    return response.text();
  },
  outcomes: (id: number, play: Played) =>
    ask<Outcomes>("POST", `${workshop}/games/${id}/outcomes`, play),
  coverage: (id: number, plays: Played[]) =>
    ask<Coverage>("POST", `${workshop}/games/${id}/coverage`, { plays }),
  way: (id: number, what: string) =>
    ask<Shapes["WayOut"]>("GET", `${workshop}/games/${id}/way?what=${encodeURIComponent(what)}`),
  bringTrail: (id: number, file: File) =>
    ask<Shapes["BroughtTrailOut"]>("POST", `${workshop}/games/${id}/bench/bring`, upload(file)),
  waymarks: (id: number) => ask<Shapes["WaymarksOut"]>("GET", `${workshop}/games/${id}/waymarks`),
  firstSet: (id: number) => ask<Waymark[]>("GET", `${workshop}/games/${id}/first-set`),
  feedback: (id: number) => ask<FeedbackOf>("GET", `${workshop}/games/${id}/feedback`),
  experience: (id: number, cue: string) =>
    ask<View>("POST", `${workshop}/games/${id}/feedback/try`, { cue }),
  deal: (game: number, dice: number) =>
    ask<DealMade>("GET", `${workshop}/games/${game}/deal?dice=${dice}`),
  startFairness: (game: number, deals: number) =>
    ask<Fairness>("POST", `${workshop}/games/${game}/fairness`, { deals }),
  fairness: (game: number, job: string) =>
    ask<Fairness>("GET", `${workshop}/games/${game}/fairness/${job}`),
  setDice: (id: number, dice: number | null) =>
    ask<Game>("PUT", `${workshop}/games/${id}/dice`, { dice }),
  invitation: (slug: string) => ask<Invitation>("GET", `${players}/games/${slug}`),
  startPlay: (slug: string, start: PlayStart) =>
    ask<Play>("POST", `${players}/games/${slug}/plays`, start),
};

export const packFile = (id: number, ending = "") =>
  `${workshop}/packs/${id}/file${ending && `?ending=${ending}`}`;
export const sampleFile = `${workshop}/sample`;
export const gameFile = (id: number) => `${workshop}/games/${id}/file`;

export function livePath(play: string): string {
  const scheme = location.protocol === "https:" ? "wss" : "ws";
  return `${scheme}://${location.host}${players}/plays/${play}/live`;
}
