import type { Snag } from "../api/client";

/** The parts of a game that are set for the player's page. */
export const PAGE_PARTS = ["look", "welcome", "words"];
/** The parts of a game that say what is heard and seen at a moment. */
export const CUE_PARTS = ["cues", "sounds", "silent"];

const SCREENS: Record<string, string> = {
  ...Object.fromEntries([...CUE_PARTS, ...PAGE_PARTS].map((part) => [part, "feedback"])),
  checking: "checking",
  deal: "deal",
  setup: "deal",
  waymarks: "playtest",
};

function partOf({ path }: Pick<Snag, "path">): string {
  return path.split(".")[0] ?? "";
}

/** Where a snag of a game is mended: the screen on which its part is set. */
export function screenOf(snag: Pick<Snag, "path">): string {
  return SCREENS[partOf(snag)] ?? "rules";
}

/** The snags in some parts of a game. */
export function snagsIn(parts: readonly string[], snags: Snag[]): Snag[] {
  return snags.filter((snag) => parts.includes(partOf(snag)));
}
