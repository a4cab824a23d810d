import type { Edit, RulesOf, Snag } from "../../api/client";

export type Path = (string | number)[];
/** Makes edits; `focus` is the label of the cell that takes the focus once they are made. */
export type Change = (edits: Edit[], focus?: string) => void;

export const set = (path: Path, value: unknown): Edit => ({ do: "set", path, value, to: 0 });
export const remove = (path: Path): Edit => ({ do: "remove", path, to: 0 });
export const insert = (path: Path, value: unknown): Edit => ({ do: "insert", path, value, to: 0 });
export const move = (path: Path, to: number): Edit => ({ do: "move", path, to });

/** Sets a value, or takes its place away where it is empty. */
export const setOrRemove = (path: Path, value: string): Edit =>
  value === "" ? remove(path) : set(path, value);

/** A number as a number, anything else as the expression it is. */
export function asValue(text: string): number | string {
  return text.trim() !== "" && Number.isFinite(Number(text)) ? Number(text) : text;
}

/** What stands before the expression of a change: + (or nothing) where it is added, = where it is set. */
export const SIGN = /^\s*[+=]\s*/;

/** A change of a meter as arithmetic: `+5`, `-2`, `= 3`. */
export function changeText(how: "add" | "set", value: unknown): string {
  const text = String(value);
  if (how === "set") return `= ${text}`;
  return /^[-+]/.test(text) ? text : `+${text}`;
}

/** The edits that make one change of a meter of another; without a sign it is what it was, added or set. */
export function changeEdits(path: Path, how: "add" | "set", meter: string, text: string): Edit[] {
  if (text.trim() === "") return [remove([...path, how, meter])];
  const [sign] = text.trimStart();
  const now = sign === "=" ? "set" : sign === "+" || sign === "-" ? "add" : how;
  const value = asValue(text.replace(SIGN, "").trim());
  const written = set([...path, now, meter], value);
  return now === how ? [written] : [remove([...path, how, meter]), written];
}

/** A path as snags and comments have it: rows are counted from 1. */
export const written = (path: Path) =>
  path.map((part) => (typeof part === "number" ? part + 1 : part)).join(".");

/** The snags at a place of the document or below it. */
export function snagsAt(snags: Snag[], at: Path): Snag[] {
  const path = written(at);
  return snags.filter((snag) => snag.path === path || snag.path.startsWith(`${path}.`));
}

/** What the sentences of a game's rules need to know of the game. */
export interface Words extends Pick<
  RulesOf,
  "revision" | "names" | "picks" | "rounds_say" | "told" | "cues" | "thens" | "shows"
> {
  game: number;
  meters: string[];
  conditions: RulesOf["conditions"];
  comments: RulesOf["comments"];
}

/** What a cell needs to know of the game. */
export const cellOf = ({ game, names, revision }: Words) => ({ game, names, revision });
/** The same, for a text: it knows the answer too. */
export const textOf = ({ game, names, told, revision }: Words) => ({
  game,
  names: { ...names, ...told },
  revision,
});
