import type { GameDocument } from "../../api/client";
import { Button } from "../../ui/Button";
import { Cell } from "./Cell";
import { Condition } from "./Condition";
import { Pick } from "./Pick";
import type { Round } from "./RoundHouse";
import { asValue, cellOf, type Change, insert, move, remove, set, type Words } from "./rows";
import { Dim, Part } from "./Sentence";
import { Tools } from "./Tools";

const GOES = [
  ["next", "the next round"],
  ["over", "the end"],
  ["won", "the end, won"],
  ["lost", "the end, lost"],
] as const;

interface Props {
  document: GameDocument;
  round: Round;
  place: number;
  words: Words;
  change: Change;
}

/** Where the end of a round leads: the first gate that holds. */
export function Gates({ document, round, place, words, change }: Props) {
  const rounds = document.rounds ?? [];
  const gates = round.then ?? [];
  const list = ["rounds", place, "then"];
  const targets = [...rounds.map(({ name }) => [name, name] as const), ...GOES];
  const last = place + 1 === rounds.length;
  return (
    <div>
      <div className="flex items-baseline gap-3">
        <h3 className="text-lg">At its end</h3>
        <Button
          small
          weight="quiet"
          className="ml-auto"
          onClick={() =>
            change(
              [insert([...list, gates.length], { if: "round_right < 3", go: "over" })],
              `gate ${gates.length + 1}: if`,
            )
          }
        >
          Add a gate
        </Button>
      </div>
      <ol className="border-b border-line">
        {gates.map((gate, n) => {
          const path = [...list, n];
          const what = `gate ${n + 1}`;
          return (
            <li key={n} data-gate={n + 1} className="border-t border-line py-1.5">
              <div className="flex items-start gap-2">
                <p className="flex min-w-0 flex-1 flex-wrap items-baseline gap-x-2.5 gap-y-1">
                  {gate.if === null || gate.if === undefined ? (
                    <Dim>always</Dim>
                  ) : (
                    <Condition
                      what={what}
                      words={words}
                      where="round_over"
                      source={String(gate.if)}
                      keep={(text) =>
                        change([text === "" ? remove([...path, "if"]) : set([...path, "if"], text)])
                      }
                      cancel={() => undefined}
                    />
                  )}
                  <Part>
                    <Dim>on to</Dim>
                    <Pick
                      label={`${what}: go`}
                      revision={words.revision}
                      value={gate.go}
                      values={targets}
                      keep={(go) => change([set([...path, "go"], go)])}
                    />
                  </Part>
                  {rounds.some(({ name }) => name === gate.go) && (
                    <Part>
                      <Dim>at most</Dim>
                      <Cell
                        {...cellOf(words)}
                        label={`${what}: most`}
                        kind="number"
                        value={String(gate.most ?? 1)}
                        keep={(text) => change([set([...path, "most"], asValue(text || "1"))])}
                      />
                      <Dim>times</Dim>
                    </Part>
                  )}
                </p>
                <Tools
                  what={what}
                  up={n > 0 ? () => change([move(path, n - 1)]) : undefined}
                  down={n + 1 < gates.length ? () => change([move(path, n + 2)]) : undefined}
                  remove={() => change([remove(path)])}
                />
              </div>
            </li>
          );
        })}
        <li className="border-t border-line py-1 pl-9 text-soft">
          otherwise: {last ? "the play is over" : `on to ${rounds[place + 1]?.name}`}
        </li>
      </ol>
    </div>
  );
}
