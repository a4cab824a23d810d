import { useEffect, useState } from "react";
import { api } from "../../api/client";
import { SIGN } from "./rows";

/**
 * An expression, one that picks questions out or says which comes next, a change of a meter (`+5`, `= 3`), a text with expressions in braces, or something of which
 * nothing is checked as it is typed.
 */
export type CellKind =
  | "expression"
  | "row"
  | "named"
  | "picks"
  | "steers"
  | "change"
  | "template"
  | "text"
  | "number"
  | "name";

const WAIT = 90;
type Checked = "expression" | "row" | "named" | "picks" | "steers" | "template";
const CHECKED: Partial<Record<CellKind, Checked>> = {
  expression: "expression",
  row: "row",
  named: "named",
  picks: "picks",
  steers: "steers",
  change: "row",
  template: "template",
};

/** Whether what is typed in a cell of a kind is checked. */
export const isChecked = (kind: CellKind) => CHECKED[kind] !== undefined;

/** What is wrong with what is being typed; an older check's answer never takes a newer one's place. */
export function useCellCheck(game: number, kind: CellKind, draft: string | undefined): string {
  const [found, setFound] = useState({ draft: "", problem: "" });
  useEffect(() => {
    const as = CHECKED[kind];
    if (draft === undefined || as === undefined) return;
    let outdated = false;
    const sign = kind === "change" ? (SIGN.exec(draft)?.[0].length ?? 0) : 0;
    const text = draft.slice(sign);
    const timer = window.setTimeout(() => {
      const told = (problem: string) => {
        if (!outdated) setFound({ draft, problem });
      };
      if (text.trim() === "") told("");
      else
        void api.cell(game, as, text).then(
          ({ problem, column }) => told(problem ? `At character ${column + sign}: ${problem}` : ""),
          () => told(""),
        );
    }, WAIT);
    return () => {
      outdated = true;
      window.clearTimeout(timer);
    };
  }, [draft, game, kind]);
  return draft === undefined ? "" : found.problem;
}
