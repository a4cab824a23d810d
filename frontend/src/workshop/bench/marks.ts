import type { Waymark } from "../../api/client";

/** A waymark without what it does not say. */
export function short(mark: Waymark): Partial<Waymark> {
  const said = Object.entries(mark).filter(
    ([, value]) => value !== "" && value !== null && !(Array.isArray(value) && value.length === 0),
  );
  return Object.fromEntries(said);
}
