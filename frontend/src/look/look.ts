import type { CSSProperties } from "react";
import type { View } from "../api/client";

export type Look = View["look"];

const FACES: Record<string, string> = {
  plain: "var(--font-text)",
  book: "var(--font-head)",
  typed: "var(--font-mono)",
};

/** Colours of meaning for a light and for a dark ground. */
const ON_LIGHT = { ember: "#9c2f18", ochre: "#7d5200", lake: "#235a82" };
const ON_DARK = { ember: "#f2a38d", ochre: "#ecc878", lake: "#a3cdef" };

/** A game's look as the colours that everything on the player's page is drawn with. */
export function lookStyle(look: Look): CSSProperties {
  const { ground = "#f5efe1", ink = "#2a2620", accent = "#2b5a3c", face = "plain" } = look;
  const inked = (part: number) => `color-mix(in srgb, ${ink} ${part}%, ${ground})`;
  const tinted = (colour: string) => `color-mix(in srgb, ${colour} 14%, ${ground})`;
  const dark = brightness(ground) < 110;
  const { ember, ochre, lake } = dark ? ON_DARK : ON_LIGHT;
  return {
    "--color-paper": ground,
    "--color-sheet": inked(2),
    "--color-shade": inked(8),
    "--color-line": inked(24),
    "--color-edge": inked(55),
    "--color-ink": ink,
    "--color-soft": inked(88),
    "--color-pine": accent,
    "--color-pine-deep": `color-mix(in srgb, ${ink} 30%, ${accent})`,
    "--color-moss": tinted(accent),
    "--color-ember": ember,
    "--color-blush": tinted(ember),
    "--color-ochre": ochre,
    "--color-straw": tinted(ochre),
    "--color-lake": lake,
    "--color-mist": tinted(lake),
    background: ground,
    color: ink,
    fontFamily: FACES[face],
  } as CSSProperties;
}

function brightness(colour: string): number {
  const [red = 0, green = 0, blue = 0] = [1, 3, 5].map((at) =>
    parseInt(colour.slice(at, at + 2), 16),
  );
  return 0.299 * red + 0.587 * green + 0.114 * blue;
}

const COLOURS = { ground: "#f5efe1", ink: "#2a2620", accent: "#2b5a3c", face: "plain" } as const;

/** Whether a look has the colours and the typeface that everything has anyway. */
export function isPlain(look: Look | undefined): boolean {
  if (!look) return true;
  return Object.entries(COLOURS).every(([key, value]) => look[key as keyof Look] === value);
}
