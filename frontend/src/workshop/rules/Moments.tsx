import { useState } from "react";
import type { Coverage, GameDocument, RulesOf, Snag } from "../../api/client";
import { Button } from "../../ui/Button";
import { BegunEntry } from "./BegunEntry";
import type { CommentOn } from "./Comment";
import { askFocus } from "./focus";
import { type Change, insert, type Path, snagsAt, type Words } from "./rows";
import { RowLine } from "./RowLine";

/** Moments that only games with rounds have, and those that no round has. */
const OF_ROUNDS = ["round_begun", "round_over"];
const OF_THE_GAME = ["begun", "over"];

interface Props {
  rules: RulesOf;
  /** The round whose rows these are, from 0; those of the game where it is not said. */
  round?: number | undefined;
  snags: Snag[];
  covered: Coverage | undefined;
  words: Words;
  change: Change;
  comment: CommentOn;
}

/** The consequences, grouped by moment in the order a question is lived through. */
export function Moments({ rules, round, snags, covered, words, change, comment }: Props) {
  const { document } = rules;
  const rounds = document.rounds ?? [];
  const list: Path = round === undefined ? ["consequences"] : ["rounds", round, "consequences"];
  const rows = (round === undefined ? document.consequences : rounds[round]?.consequences) ?? [];
  const first = firstNumber(document, round);
  const all = rows.map((row, place) => ({ row, place }));
  const used = rules.moments.filter((moment) => all.some(({ row }) => row.moment === moment));
  const without = round !== undefined ? OF_THE_GAME : rounds.length === 0 ? OF_ROUNDS : [];
  const idle = rules.moments.filter(
    (moment) => !used.includes(moment) && !without.includes(moment),
  );
  const [begun, setBegun] = useState<string>();
  const add = (moment: string) => change([insert([...list, all.length], { moment })]);
  /** A new row stands behind the others, or before the one that always applies, once it has a condition. */
  const addRow = (moment: string, last: number, always: boolean) => {
    if (!always) change([insert([...list, last + 1], { moment })]);
    else {
      askFocus(`new row at ${moment}: if`, words.revision);
      setBegun(moment);
    }
  };
  return (
    <div className="flex flex-col gap-4">
      {used.map((moment) => {
        const rows = all.filter(({ row }) => row.moment === moment);
        const last = rows.at(-1);
        const always = last !== undefined && (last.row.if ?? null) === null;
        return (
          <section key={moment} aria-labelledby={`moment-${moment}`} data-moment={moment}>
            <MomentHead
              moment={moment}
              title={rules.titles[moment] ?? moment}
              add={() => addRow(moment, last?.place ?? all.length - 1, always)}
            />
            <ol className="border-b border-line">
              {rows.map(({ row, place }, n) => {
                const here = snagsAt(snags, [...list, place]);
                return (
                  <RowLine
                    key={place}
                    row={row}
                    list={list}
                    place={place}
                    number={first + place}
                    inRounds={rounds.length > 0}
                    before={rows[n - 1]?.place}
                    after={rows[n + 1]?.place}
                    snags={here}
                    walked={covered?.parts.some(
                      ({ what, touched }) => touched && what === `row ${first + place}`,
                    )}
                    never={here.some(({ code }) => code === "hidden-row" || code === "row-never")}
                    words={words}
                    change={change}
                    comment={comment}
                  />
                );
              })}
              {begun === moment && last && (
                <BegunEntry
                  what={`new row at ${moment}`}
                  where={moment}
                  words={words}
                  keep={(source) => {
                    setBegun(undefined);
                    change([insert([...list, last.place], { moment, if: source })]);
                  }}
                  cancel={() => setBegun(undefined)}
                />
              )}
              {!always && (
                <li className="border-t border-line py-1 pl-9 text-soft">
                  otherwise:{" "}
                  {round === undefined ? rules.built_in[moment] : "as the game’s rows say"}
                </li>
              )}
            </ol>
          </section>
        );
      })}
      <Idle
        idle={idle}
        rules={rules}
        add={add}
        said={(moment) =>
          round !== undefined && document.consequences?.some((row) => row.moment === moment)
            ? "as the game’s rows say"
            : (rules.built_in[moment] ?? "")
        }
      />
    </div>
  );
}

/** The number of the first row of a round, or of the game. */
export function firstNumber(document: GameDocument, round: number | undefined): number {
  if (round === undefined) return 1;
  const before = (document.rounds ?? []).slice(0, round);
  const lists = [document.consequences, ...before.map((one) => one.consequences)];
  return 1 + lists.reduce((sum, list) => sum + (list?.length ?? 0), 0);
}

function MomentHead(props: { moment: string; title: string; add: () => void }) {
  const { moment, title, add } = props;
  return (
    <div className="flex items-baseline gap-3">
      <h3 id={`moment-${moment}`} className="text-lg">
        {title}
      </h3>
      <span className="font-mono text-sm text-soft">{moment}</span>
      <Button small weight="quiet" className="ml-auto" onClick={add}>
        Add a row<span className="sr-only"> at {moment}</span>
      </Button>
    </div>
  );
}

interface IdleProps {
  idle: string[];
  rules: Props["rules"];
  add: (moment: string) => void;
  /** What happens there by itself. */
  said: (moment: string) => string;
}

/** The moments at which the rules say nothing, and what happens there by itself. */
function Idle({ idle, rules, add, said }: IdleProps) {
  return (
    <section aria-label="Moments without rows">
      <h3 className="text-lg">Moments without rows</h3>
      <ul className="mt-1 flex flex-col gap-0.5">
        {idle.map((moment) => (
          <li key={moment} className="flex items-baseline gap-2">
            <button
              type="button"
              data-add-moment={moment}
              onClick={() => add(moment)}
              className="text-left font-bold whitespace-nowrap text-pine underline-offset-4 hover:underline"
            >
              {rules.titles[moment] ?? moment}
            </button>
            <span className="truncate text-sm text-soft">{said(moment)}</span>
          </li>
        ))}
      </ul>
    </section>
  );
}
