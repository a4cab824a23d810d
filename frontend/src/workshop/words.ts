import type { Game, Pack, Snag } from "../api/client";

export function counted(number: number, one: string, many = `${one}s`): string {
  return `${number.toLocaleString("en")} ${number === 1 ? one : many}`;
}

/** The snags a maker has to look at: notes only tell what was left aside. */
export function worthALook(snags: Snag[]): Snag[] {
  return snags.filter((snag) => snag.severity !== "note");
}

export function snagWords(snags: Snag[]): string {
  const number = worthALook(snags).length;
  return number === 0 ? "no snags" : counted(number, "snag");
}

export function packWords(pack: Pack): string {
  return `${counted(pack.questions, "question")} · ${snagWords(pack.snags)}`;
}

export function gameWords(game: Game): string {
  const snags = snagWords(game.snags);
  return game.rows > 0 ? `${counted(game.rows, "row")} · ${snags}` : snags;
}

/** A pack's name without the folder it is kept in. */
export function shortName(pack: Pack): string {
  return pack.name.replace(/^packs\//, "");
}
