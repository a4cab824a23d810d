import type { GameDocument } from "../../api/client";
import { Button } from "../../ui/Button";
import { Cell } from "../rules/Cell";
import { Pick } from "../rules/Pick";
import {
  asValue,
  type Change,
  insert,
  type Path,
  remove,
  set,
  setOrRemove,
  type Words,
} from "../rules/rows";
import { Dim } from "../rules/Sentence";

type Deals = NonNullable<GameDocument["deal"]>;

const CHOOSE = [
  ["none", "no"],
  ["topic", "the topic"],
  ["level", "the level"],
] as const;

interface Props {
  how: Deals;
  at: Path;
  words: Words;
  change: Change;
}

/** What comes next by how the play goes, or by the player's choice; and the parts that are drawn. */
export function Steering({ how, at, words, change }: Props) {
  const { game, revision } = words;
  return (
    <div className="mt-1.5 flex flex-col gap-1.5">
      {Array.isArray(how.draw) && <Parts {...{ how, at, words, change }} parts={how.draw} />}
      <p className="flex flex-wrap items-baseline gap-x-2 gap-y-1">
        <Dim>Next comes one for which this is least</Dim>
        <Cell
          game={game}
          revision={revision}
          names={{ ...words.names, ...words.picks }}
          label="next"
          kind="steers"
          value={how.next === null || how.next === undefined ? "" : String(how.next)}
          placeholder="as they were dealt"
          keep={(text) => change([setOrRemove([...at, "next"], text)])}
        />
        <Dim>the player chooses</Dim>
        <Pick
          label="choose"
          revision={revision}
          value={how.choose ?? "none"}
          values={CHOOSE}
          keep={(value) =>
            change([value === "none" ? remove([...at, "choose"]) : set([...at, "choose"], value)])
          }
        />
      </p>
    </div>
  );
}

type Part = Exclude<Deals["draw"], number | string | null | undefined>[number];

function Parts({ parts, at, words, change }: Props & { parts: Part[] }) {
  const { game, revision } = words;
  return (
    <ol className="flex flex-col gap-1">
      {parts.map((part, n) => (
        <li key={n} data-part={n + 1} className="flex flex-wrap items-baseline gap-x-2">
          <Dim>{n === 0 ? "first" : "then"}</Dim>
          <Cell
            game={game}
            revision={revision}
            label={`part ${n + 1}: draw`}
            kind="number"
            value={part.draw === null || part.draw === undefined ? "" : String(part.draw)}
            placeholder="all"
            keep={(text) =>
              change([set([...at, "draw", n, "draw"], text === "" ? "all" : asValue(text))])
            }
          />
          <Dim>for which</Dim>
          <Cell
            game={game}
            revision={revision}
            names={words.picks}
            label={`part ${n + 1}: if`}
            kind="picks"
            value={String(part.if)}
            keep={(text) => text && change([set([...at, "draw", n, "if"], text)])}
          />
          {parts.length > 1 && (
            <Button small weight="quiet" onClick={() => change([remove([...at, "draw", n])])}>
              Remove<span className="sr-only"> part {n + 1}</span>
            </Button>
          )}
        </li>
      ))}
      <li>
        <Button
          small
          weight="quiet"
          onClick={() =>
            change([insert([...at, "draw", parts.length], { if: "level >= 2", draw: 2 })])
          }
        >
          Add a part
        </Button>
      </li>
    </ol>
  );
}
