import { bench } from "./bench";
import { games } from "./games";
import { handbook } from "./handbook";
import { handouts } from "./handouts";
import { packs } from "./packs";
import { players } from "./players";
import { proof } from "./proof";
import { shelf } from "./shelf";
import type { Job } from "./shapes";

export * from "./addresses";
export { Problem } from "./asking";
export type * from "./shapes";

/** All that can be asked of the server, one module a resource. */
export const api = {
  ...shelf,
  ...packs,
  ...games,
  ...bench,
  ...proof,
  ...handouts,
  ...handbook,
  ...players,
};

/** Whether a job is still going on. */
export const goesOn = ({ state }: Job) => state === "waiting" || state === "working";
