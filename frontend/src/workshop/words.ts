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
  const snags = pack.to_mend === 0 ? "no snags" : counted(pack.to_mend, "snag");
  return `${counted(pack.questions, "question")} · ${snags}`;
}

export function gameWords(game: Game): string {
  const snags = snagWords(game.snags);
  return game.rows > 0 ? `${counted(game.rows, "row")} · ${snags}` : snags;
}

/** An option as words: what is said of it where it is a picture. */
export function optionWords(option: string): string {
  return option.replace(/^!\[(.*)\]\(.*\)$/, (_, said: string) => `▧ ${said}`);
}

/** A pack's name without the folder it is kept in. */
export function shortName(pack: Pack): string {
  return pack.name.replace(/^packs\//, "");
}
