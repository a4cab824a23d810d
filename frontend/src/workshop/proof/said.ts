import type { Walker } from "../../api/client";

/** A number to a few digits. */
export function number(value: number): string {
  return String(Number(value.toPrecision(4)));
}

/** A share as a percentage, small ones to a digit that tells. */
export function share(value: number): string {
  const percent = 100 * value;
  if (percent === 0 || percent >= 0.1) return `${percent.toFixed(1).replace(/\.0$/, "")} %`;
  return `${percent.toPrecision(1)} %`;
}

export function walkerWords({ how, share: part, pace, helps }: Walker): string {
  const who =
    how === "skill"
      ? `a player of skill ${number(part)}`
      : `a player who knows ${share(part)} and guesses the rest`;
  const more = [...(pace ? [`${number(pace)} s a try`] : []), ...(helps ? ["with helps"] : [])];
  return [who, ...more].join(", ");
}
