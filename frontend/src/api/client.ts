import createClient from "openapi-fetch";
import type { components, paths } from "./schema";

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
export type PageState = Words["page_states"][number];
export type PageTexts = Shapes["PageTextsOut"];
export type Invitation = Shapes["Invitation"];
export type Listed = Shapes["ListedOut"];
export type Handout = Shapes["HandoutOut"];
export type HandoutSettings = Shapes["HandoutIn"];
export type Addresses = Shapes["AddressesOut"];
export type Best = Shapes["BestOut"];
export type PlayRow = Shapes["PlayRowOut"];
export type PlaysSought = NonNullable<
  paths["/api/workshop/handouts/{handout_id}/plays"]["get"]["parameters"]["query"]
>;
export type GoingOn = Shapes["NowOut"];
export type Statistics = Shapes["StatisticsOut"];
export type QuestionStatistics = Shapes["QuestionStatisticsOut"];
export type Advice = Shapes["AdviceOut"];
export type WhatIf = Shapes["WhatIfOut"];
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
export type Figures = Shapes["FiguresOut"];
export type Curve = Shapes["CurveOut"];
export type Held = Shapes["HeldOut"];
export type Compared = Shapes["ComparedOut"];
export type Walk = Shapes["WalkOut"];
/** Who plays: how well, and how fast. */
export interface Walker {
  how: "skill" | "knows";
  share: number;
  pace: number;
}
/** Who walks: one walker, or a company of them. */
export type WalkWanted = Walker & Partial<Shapes["WalkIn"]>;
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
/** What questions are looked for, and in which order. */
export type Sought = NonNullable<
  paths["/api/workshop/packs/{pack_id}/questions"]["get"]["parameters"]["query"]
>;

const { GET, POST, PUT, DELETE } = createClient<paths>({ fetch: reaching });

async function reaching(request: Request): Promise<Response> {
  try {
    return await fetch(request);
  } catch {
    throw new Problem("The workshop can't be reached. Is it still running?", 0);
  }
}

/** What was answered. Raises a Problem where the server refused. */
async function told<T>(
  asked: Promise<{ data?: T; error?: unknown; response: Response }>,
): Promise<T> {
  const { data, error, response } = await asked;
  if (!response.ok) throw new Problem(refusal(error, response.status), response.status);
  return data as T;
}

function refusal(body: unknown, status: number): string {
  const said = (body as Partial<Shapes["Refusal"]> | undefined)?.detail;
  return said ?? `The server refused this (${status}).`;
}

/** A file to be sent, which the description of the API has as a text. */
const sent = (file: File, settings?: Settings) =>
  fileOnly(file, { settings: JSON.stringify(settings ?? {}) });

function bodySerializer(body: Record<string, unknown>) {
  const form = new FormData();
  for (const [name, value] of Object.entries(body)) form.append(name, value as string | Blob);
  return form;
}

/** A file to be sent, with other fields of a form beside it. */
function fileOnly<Fields extends Record<string, string>>(file: File, fields?: Fields) {
  return {
    body: { file: file as unknown as string, ...fields } as { file: string } & Fields,
    bodySerializer,
  };
}

const ofPack = (pack_id: number) => ({ path: { pack_id } });
const ofQuestion = (pack_id: number, number: number) => ({ path: { pack_id, number } });
const ofHandout = (handout_id: number) => ({ path: { handout_id } });
const ofGame = (game_id: number) => ({ path: { game_id } });

/** A walk of the bench, with what is usual where nothing is said of it. */
const whole = (wanted: BenchWanted) => ({ onward: false, wait: 0, ...wanted });

/** What stands on the shelf. */
export type Kind = "packs" | "games";

export const api = {
  shelf: () => told(GET("/api/workshop/shelf")),
  words: () => told(GET("/api/workshop/words")),
  takeOff: (kind: Kind, number: number) =>
    told(POST("/api/workshop/{kind}/{number}/off", { params: { path: { kind, number } } })),
  putBack: (kind: Kind, number: number) =>
    told(POST("/api/workshop/{kind}/{number}/back", { params: { path: { kind, number } } })),
  loadDemo: () => told(POST("/api/workshop/demo")),

  emptyPack: (name: string) => told(POST("/api/workshop/packs/empty", { body: { name } })),
  pack: (id: number) => told(GET("/api/workshop/packs/{pack_id}", { params: ofPack(id) })),
  bring: (file: File, settings?: Settings) =>
    told(POST("/api/workshop/packs", sent(file, settings))),
  lookAt: (file: File, settings?: Settings) =>
    told(POST("/api/workshop/packs/look", sent(file, settings))),
  paste: (name: string, text: string) =>
    told(POST("/api/workshop/packs/paste", { body: { name, text } })),
  job: (job_id: string) =>
    told(GET("/api/workshop/jobs/{job_id}", { params: { path: { job_id } } })),
  stopJob: (job_id: string) =>
    told(DELETE("/api/workshop/jobs/{job_id}", { params: { path: { job_id } } })),
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

  media: () => told(GET("/api/workshop/media")),
  bringMedia: (file: File) => told(POST("/api/workshop/media", sent(file))),

  manners: () => told(GET("/api/workshop/manners")),
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
  setDice: (id: number, dice: number | null) =>
    told(PUT("/api/workshop/games/{game_id}/dice", { params: ofGame(id), body: { dice } })),
  rules: (id: number) => told(GET("/api/workshop/games/{game_id}/rules", { params: ofGame(id) })),
  cell: (id: number, kind: "expression" | "template", text: string) =>
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
  deal: (id: number, dice: number) =>
    told(GET("/api/workshop/games/{game_id}/deal", { params: { ...ofGame(id), query: { dice } } })),
  startFairness: (id: number, deals: number) =>
    told(POST("/api/workshop/games/{game_id}/fairness", { params: ofGame(id), body: { deals } })),
  fairness: (game_id: number, job_id: string) =>
    told(
      GET("/api/workshop/games/{game_id}/fairness/{job_id}", {
        params: { path: { game_id, job_id } },
      }),
    ),

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
  firstSet: (id: number) =>
    told(GET("/api/workshop/games/{game_id}/first-set", { params: ofGame(id) })),

  odds: (id: number, query: Walker) =>
    told(GET("/api/workshop/games/{game_id}/proof/odds", { params: { ...ofGame(id), query } })),
  curve: (id: number, query: Pick<Walker, "how" | "pace">) =>
    told(GET("/api/workshop/games/{game_id}/proof/curve", { params: { ...ofGame(id), query } })),
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
  aims: (id: number) =>
    told(GET("/api/workshop/games/{game_id}/proof/aims", { params: ofGame(id) })),
  versions: (id: number) =>
    told(GET("/api/workshop/games/{game_id}/proof/versions", { params: ofGame(id) })),
  compare: (id: number, query: Walker & { revision: number }) =>
    told(GET("/api/workshop/games/{game_id}/proof/compare", { params: { ...ofGame(id), query } })),
  handouts: (id: number) =>
    told(GET("/api/workshop/games/{game_id}/handouts", { params: ofGame(id) })),
  handOut: (id: number, body: HandoutSettings) =>
    told(POST("/api/workshop/games/{game_id}/handouts", { params: ofGame(id), body })),
  changeHandout: (handout_id: number, body: HandoutSettings) =>
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
  lookAtBundle: (file: File) => told(POST("/api/workshop/bundles/look", fileOnly(file))),
  bringBundle: (file: File, keep: Record<string, string>) =>
    told(POST("/api/workshop/bundles", fileOnly(file, { keep: JSON.stringify(keep) }))),
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
  startPlay: (slug: string, body: PlayStart) =>
    told(POST("/api/players/games/{slug}/plays", { params: { path: { slug } }, body })),
};

export const packFile = (id: number, ending = "") =>
  `/api/workshop/packs/${id}/file${ending && `?ending=${ending}`}`;
export const sampleFile = `/api/workshop/sample`;
export const bundleFile = (id: number) => `/api/workshop/games/${id}/bundle`;
export const takeAway = (id: number, way: "terminal" | "page") =>
  `/api/workshop/games/${id}/take/${way}`;
export const printableSheet = (id: number, dice: number[], key: boolean) =>
  `/api/workshop/games/${id}/sheet?${dice.map((one) => `dice=${one}`).join("&")}${key ? "&key=true" : ""}`;
export const wallCode = (id: number, address: string) =>
  `/api/workshop/handouts/${id}/code?address=${encodeURIComponent(address)}`;
export const historyFile = (id: number, file: string) => `/api/workshop/handouts/${id}/${file}`;
export const nowEvents = (id: number) => `/api/workshop/handouts/${id}/now/live`;
export const gameFile = (id: number) => `/api/workshop/games/${id}/file`;

export function livePath(play: string): string {
  const scheme = location.protocol === "https:" ? "wss" : "ws";
  return `${scheme}://${location.host}/api/players/plays/${play}/live`;
}
