import type { Waymark } from "../../api/client";
import { asValue } from "../rules/rows";

/** One thing that must come of a play: after so many moves, or at its end. */
export interface Wish {
  after: number | "end";
  name: string;
  value: string;
}

/** What a waymark expects, one after the other. */
export function wishesOf(mark: Waymark): Wish[] {
  const listed = (after: Wish["after"], expect: Waymark["expect"]): Wish[] =>
    Object.entries(expect).map(([name, value]) => ({ after, name, value: String(value) }));
  return [
    ...mark.along.flatMap(({ after, expect }) => listed(after, expect)),
    ...listed("end", mark.expect),
  ];
}

/** What is expected, as a waymark has it. */
export function written(wishes: Wish[]): Pick<Waymark, "expect" | "along"> {
  const expect: Waymark["expect"] = {};
  const along: Waymark["along"] = [];
  for (const { after, name, value } of wishes) {
    if (after === "end") expect[name] = asValue(value);
    else {
      const part = along.find((one) => one.after === after);
      if (part) part.expect[name] = asValue(value);
      else along.push({ after, expect: { [name]: asValue(value) } });
    }
  }
  return { expect, along: along.sort((one, other) => one.after - other.after) };
}
