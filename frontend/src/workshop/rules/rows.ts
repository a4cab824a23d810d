import type { Edit, Snag } from "../../api/client";

export type Path = (string | number)[];
export type Change = (edits: Edit[]) => void;

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

/** The snags at a place of the document or below it; rows are counted from 1 in the paths of snags. */
export function snagsAt(snags: Snag[], part: string, place: number): Snag[] {
  const path = `${part}.${place + 1}`;
  return snags.filter((snag) => snag.path === path || snag.path.startsWith(`${path}.`));
}

/** The names and words of a game that its sentences need. */
export interface Words {
  game: number;
  names: string[];
  meters: string[];
  cues: string[];
}
