import type { ComponentType } from "react";
import type { AnswerProps } from "./answer";
import { Choice } from "./choice";
import { Letters } from "./letters";
import { Order } from "./order";
import { Several } from "./several";
import { Typed } from "./typed";

/** How a question of each kind is answered. A new kind is a module here and a line below. */
export const ANSWERS: Record<string, ComponentType<AnswerProps>> = {
  choice: Choice,
  several: Several,
  order: Order,
  typed: Typed,
  number: Typed,
  truth: Choice,
  sort: Choice,
  letters: Letters,
  opinion: Choice,
};
