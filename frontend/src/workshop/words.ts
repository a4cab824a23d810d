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

/** The snags of a game; while its plays are gone through there may be more. */
export function gameSnags(game: Game): string {
  return game.looking ? `${snagWords(game.snags)} so far` : snagWords(game.snags);
}

/** How many questions a game has, and in how many packs; and what is wrong in these. */
export function packsWords(packs: Pack[]): string {
  if (packs.length === 0) return "no pack yet";
  const questions = packs.reduce((sum, pack) => sum + pack.questions, 0);
  const toMend = packs.reduce((sum, pack) => sum + pack.to_mend, 0);
  const words = `${counted(questions, "question")} in ${counted(packs.length, "pack")}`;
  return toMend === 0 ? words : `${words} · ${counted(toMend, "snag")}`;
}

export function gameWords(game: Game): string {
  const snags = gameSnags(game);
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
