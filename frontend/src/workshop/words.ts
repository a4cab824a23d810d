import type { Game, GameSummary, Pack, PackSummary, Snag } from "../api/client";

export function counted(number: number, one: string, many = `${one}s`): string {
  return `${number.toLocaleString("en")} ${number === 1 ? one : many}`;
}

/** How many of some things: "2 of 3 aims", or "3 aims" where it is all of them. */
export function someOf(some: number, all: number, one: string): string {
  return some === all ? counted(all, one) : `${some} of ${counted(all, one)}`;
}

/** The snags a maker has to look at: notes only tell what was left aside. */
export function worthALook(snags: Snag[]): Snag[] {
  return snags.filter((snag) => snag.severity !== "note");
}

export function snagWords(number: number): string {
  return number === 0 ? "no snags" : counted(number, "snag");
}

export function packWords(pack: PackSummary | Pack): string {
  return `${counted(pack.questions, "question")} · ${snagWords(pack.to_mend)}`;
}

/** The snags of a game; while its plays are gone through there may be more. */
export function gameSnags(game: Game | GameSummary): string {
  const words = snagWords("snags" in game ? worthALook(game.snags).length : game.to_mend);
  return game.looking ? `${words} so far` : words;
}

/** How many questions a game has, and in how many packs; and what is wrong in these. */
export function packsWords(packs: PackSummary[]): string {
  if (packs.length === 0) return "no pack yet";
  const questions = packs.reduce((sum, pack) => sum + pack.questions, 0);
  const toMend = packs.reduce((sum, pack) => sum + pack.to_mend, 0);
  const words = `${counted(questions, "question")} in ${counted(packs.length, "pack")}`;
  return toMend === 0 ? words : `${words} · ${counted(toMend, "snag")}`;
}

export function gameWords(game: Game | GameSummary): string {
  const snags = gameSnags(game);
  return game.rows > 0 ? `${counted(game.rows, "row")} · ${snags}` : snags;
}

/** An option as words: what is said of it where it is a picture. */
export function optionWords(option: string): string {
  return option.replace(/^!\[(.*)\]\(.*\)$/, (_, said: string) => `▧ ${said}`);
}

/** The file of an option that is a picture; undefined where it is text. */
export function pictureOf(option: string): string | undefined {
  return /^!\[.*\]\((.*)\)$/.exec(option)?.[1];
}

/** A pack's name without the folder it is kept in. */
export function shortName(pack: { name: string }): string {
  return pack.name.replace(/^packs\//, "");
}
