import type { GameDocument, RuleRow, RulesOf } from "../../api/client";
import { changeText } from "./rows";

/** The game's rows, as they stand behind a round's own: to be read here, and changed where all rounds are. */
export function GamesRows({ rules, show }: { rules: RulesOf; show: () => void }) {
  const rows = rules.document.consequences ?? [];
  if (rows.length === 0) return null;
  return (
    <section aria-labelledby="games-rows" className="text-soft">
      <h3 id="games-rows" className="text-lg text-ink">
        Behind them the game’s rows
        <button
          type="button"
          onClick={show}
          className="ml-3 font-text text-sm font-bold text-pine underline-offset-4 hover:underline"
        >
          change them for all rounds
        </button>
      </h3>
      <ol>
        {rows.map((row, n) => (
          <li
            key={n}
            data-games-row={n + 1}
            className="flex gap-2 border-t border-line py-1 text-sm"
          >
            <span className="w-7 shrink-0 text-right font-mono">{n + 1}</span>
            <span className="w-24 shrink-0 font-mono">{row.moment}</span>
            <span className="min-w-0 break-words">{saidOf(row)}</span>
          </li>
        ))}
      </ol>
    </section>
  );
}

/** A row in a line. */
function saidOf(row: RuleRow): string {
  const changes = (["add", "set"] as const).flatMap((how) =>
    Object.entries(row[how] ?? {}).map(([name, value]) => `${name} ${changeText(how, value)}`),
  );
  const parts = [
    row.if === null || row.if === undefined ? "always" : `if ${String(row.if)}`,
    ...changes,
    row.tell && `tell “${row.tell}”`,
    row.reveal && "show the answer",
    row.cue && `cue ${row.cue}`,
    row.then && `then ${row.then}`,
  ];
  return parts.filter(Boolean).join(" · ");
}

/** A round of a document, where there is one of that place. */
export const roundAt = (document: GameDocument, place: number | undefined) =>
  place === undefined ? undefined : document.rounds?.[place];
