import type { components, paths } from "./schema";

export type Shapes = components["schemas"];
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
export type Ending = Words["endings"][number];
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
export type Waiting = Shapes["WaitingOut"];
export type Wall = Shapes["WallOut"];
export type WallNews = Wall["now"];
export type Play = Shapes["PlayOut"];
export type View = Shapes["View"];
export type Move = Shapes["MoveIn"];
export type CellKind = Shapes["CellIn"]["kind"];
export type Edit = Shapes["Edit"];
export type CheckingOf = Shapes["CheckingOut"];
export type Tried = Shapes["TriedOut"];
export type RulesOf = Shapes["RulesOut"];
export type GameDocument = Shapes["Document"];
export type RuleRow = Shapes["ConsequencePart"];
export type Played = Shapes["PlayedIn"];
export type BenchWanted = Played & Partial<Shapes["BenchIn"]>;
export type Waymark = Shapes["WaymarkPart"];
export type WalkedWaymark = Shapes["WalkedOut"];
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
  /** Whether it uses the helps there are where it does not know. */
  helps: boolean;
}
/** Who walks: one walker, or a company of them. */
export type WalkWanted = Walker & Partial<Shapes["WalkIn"]>;
export type Manner = Shapes["MannerOut"];
export type DealMade = Shapes["DealOut"];
export type Card = Shapes["CardOut"];
export type Fairness = Shapes["FairnessOut"];
export type Finding = Shapes["FindingOut"];
export type Generated = Shapes["GeneratedOut"];

/** What questions are looked for, and in which order. */
export type Sought = NonNullable<
  paths["/api/workshop/packs/{pack_id}/questions"]["get"]["parameters"]["query"]
>;
/** What stands on the shelf. */
export type Kind = "packs" | "games";
/** A dice number; its digits where it is larger than whole numbers are exact here. */
export type Dice = number | string;
