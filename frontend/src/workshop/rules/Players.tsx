import type { GameDocument, Snag } from "../../api/client";
import { SnagLine } from "../snags/SnagLine";
import { Cell } from "./Cell";
import { Pick } from "./Pick";
import { cellOf, type Change, remove, set, setOrRemove, snagsAt, type Words } from "./rows";
import { Dim, Part } from "./Sentence";

const HOW_MANY = [
  ["one", "one"],
  ["several", "several, in turn"],
] as const;
const PASSES = [
  ["question", "after each question"],
  ["miss", "after a question that was not answered right"],
  ["round", "with each round"],
] as const;
const ASKED = [
  ["names", "their names"],
  ["number", "how many they are"],
] as const;
const NUMBERS = [2, 3, 4, 5, 6].map((n) => [String(n), String(n)] as const);

interface Props {
  document: GameDocument;
  snags: Snag[];
  words: Words;
  change: Change;
}

/** Who plays at one screen, and when the turn passes, as a sentence. */
export function Players({ document, snags, words, change }: Props) {
  const { players } = document;
  const { revision } = words;
  return (
    <section aria-labelledby="players">
      <p className="flex flex-wrap items-baseline gap-x-2 gap-y-1">
        <span id="players" className="text-soft">
          Players
        </span>
        <Pick
          label="players"
          revision={revision}
          value={players ? "several" : "one"}
          values={HOW_MANY}
          keep={(value) =>
            change([
              value === "several"
                ? set(["players"], { least: 2, most: 6, turn: "question" })
                : remove(["players"]),
            ])
          }
        />
        {players && (
          <>
            {(["least", "most"] as const).map((bound) => (
              <Part key={bound}>
                <Dim>{bound === "least" ? "from" : "to"}</Dim>
                <Pick
                  label={`players: ${bound}`}
                  revision={revision}
                  value={String(players[bound] ?? (bound === "least" ? 2 : 6))}
                  values={NUMBERS}
                  keep={(value) => change([set(["players", bound], Number(value))])}
                />
              </Part>
            ))}
            <Part>
              <Dim>The turn passes</Dim>
              <Pick
                label="players: turn"
                revision={revision}
                value={players.turn ?? "question"}
                values={PASSES}
                keep={(value) => change([set(["players", "turn"], value)])}
              />
            </Part>
            <Part>
              <Dim>They are asked for</Dim>
              <Pick
                label="players: ask"
                revision={revision}
                value={players.ask ?? "names"}
                values={ASKED}
                keep={(value) => change([set(["players", "ask"], value)])}
              />
            </Part>
            <Part>
              <Dim>First is who has the most of</Dim>
              <Cell
                {...cellOf(words)}
                label="players: rank"
                kind="expression"
                value={players.rank == null ? "" : String(players.rank)}
                placeholder="the score"
                keep={(text) => change([setOrRemove(["players", "rank"], text)])}
              />
            </Part>
          </>
        )}
      </p>
      {snagsAt(snags, ["players"]).map((snag) => (
        <SnagLine
          key={`${snag.code} ${snag.path}`}
          snag={snag}
          change={change}
          className="mt-1 text-sm"
        />
      ))}
    </section>
  );
}
