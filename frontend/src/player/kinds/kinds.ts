import type { ComponentType } from "react";
import type { AnswerProps } from "./answer";
import { Choice } from "./choice";
import { Gaps } from "./gaps";
import { Letters } from "./letters";
import { Match } from "./match";
import { NumberAnswer } from "./number";
import { Order } from "./order";
import { Several } from "./several";
import { Spot } from "./spot";
import { Typed } from "./typed";

/** How a question of each kind is answered. A new kind is a module here and a line below. */
export const ANSWERS: Record<string, ComponentType<AnswerProps>> = {
  choice: Choice,
  several: Several,
  order: Order,
  typed: Typed,
  number: NumberAnswer,
  truth: Choice,
  sort: Choice,
  letters: Letters,
  match: Match,
  gaps: Gaps,
  spot: Spot,
  opinion: Choice,
};
/** The kinds whose picture is part of how they are answered. */
export const POINTED_AT: ReadonlySet<string> = new Set(["spot"]);
