import type { GameDocument } from "../../api/client";
import { Cell } from "./Cell";
import { Gates } from "./Gates";
import {
  asValue,
  cellOf,
  type Change,
  insert,
  move,
  type Path,
  remove,
  set,
  setOrRemove,
  textOf,
  type Words,
} from "./rows";
import { Dim, Part } from "./Sentence";
import { Tools } from "./Tools";

export type Round = NonNullable<GameDocument["rounds"]>[number];

interface Props {
  document: GameDocument;
  round: Round;
  /** Its place among the rounds, from 0. */
  place: number;
  words: Words;
  change: Change;
  show: (round: number | undefined) => void;
}

/** What a round says itself; and, quieter, what it takes from the game. */
export function RoundHouse(props: Props) {
  const { document, round, place, words, change, show } = props;
  const rounds = document.rounds ?? [];
  const path: Path = ["rounds", place];
  const plain = { game: words.game, revision: words.revision };
  const to = (next: number) => {
    change([move(path, next > place ? next + 1 : next)]);
    show(next);
  };
  return (
    <section aria-label={`Round ${place + 1}`} className="flex flex-col gap-2" data-round-house>
      <div className="flex items-start gap-3">
        <p className="flex flex-1 flex-wrap items-baseline gap-x-2 gap-y-1">
          <Dim>Round {place + 1}</Dim>
          <Cell
            {...plain}
            label="round: name"
            kind="text"
            value={round.name}
            keep={(text) => text && change(renamed(rounds, place, text))}
          />
          <Dim>asks questions of which</Dim>
          <Cell
            {...plain}
            names={words.picks}
            label="round: only"
            kind="picks"
            value={round.only === null || round.only === undefined ? "" : String(round.only)}
            placeholder="all of the game"
            keep={(text) => change([setOrRemove([...path, "only"], text)])}
          />
        </p>
        <Tools
          what={`round ${place + 1}`}
          up={place > 0 ? () => to(place - 1) : undefined}
          down={place + 1 < rounds.length ? () => to(place + 1) : undefined}
          duplicate={() => {
            const copy = said(round, words.rounds_say[place] ?? []);
            change([insert(["rounds", place + 1], { ...copy, name: `${round.name} again` })]);
            show(place + 1);
          }}
          remove={() => {
            show(undefined);
            change([remove(path)]);
          }}
        />
      </div>
      <p className="flex flex-wrap items-baseline gap-x-2 gap-y-1">
        <Dim>Before it</Dim>
        <Cell
          {...textOf(words)}
          label="round: intro"
          kind="template"
          value={round.intro ?? ""}
          placeholder="it goes on at once"
          keep={(text) => change([setOrRemove([...path, "intro"], text)])}
        />
      </p>
      <p className="flex flex-wrap items-baseline gap-x-2 gap-y-1">
        <Own {...props} label="draw" path={["deal", "draw"]} kind="number" />
        <Own {...props} label="tries" path={["tries"]} kind="number" />
        <Own {...props} label="question clock" path={["clocks", "question"]} unit="s" />
        <Own {...props} label="round clock" path={["clocks", "round"]} kind="number" unit="s" />
        <Own {...props} label="breather" path={["clocks", "breather"]} kind="number" unit="s" />
      </p>
      <Gates {...{ document, round, place, words, change }} />
    </section>
  );
}

interface OwnProps extends Props {
  label: string;
  path: Path;
  kind?: "number" | "expression";
  unit?: string;
}

/** A value of the round; an empty one is the game's, which shows in its place. */
function Own({ document, round, place, words, change, label, path, kind, unit }: OwnProps) {
  const own = at(round, path);
  const ofGame = at(document, path);
  const shown = (value: unknown) =>
    value === undefined || value === null
      ? ""
      : typeof value === "object"
        ? "parts"
        : String(value as string | number);
  const full: Path = ["rounds", place, ...path];
  const isSaid = words.rounds_say[place]?.includes(path.join("."));
  return (
    <Part>
      <Dim>{label}</Dim>
      <Cell
        {...cellOf(words)}
        label={`round: ${label}`}
        kind={kind ?? "expression"}
        value={isSaid ? shown(own) || (label === "draw" ? "all" : "none") : ""}
        placeholder={`${shown(ofGame) || (label === "draw" ? "all" : "none")}, as the game`}
        keep={(text) => change([text === "" ? remove(full) : set(full, asValue(text))])}
      />
      {unit && <Dim>{unit}</Dim>}
    </Part>
  );
}

function at(value: unknown, path: Path): unknown {
  return path.reduce<unknown>(
    (inner, key) => (inner as Record<string, unknown> | undefined)?.[String(key)],
    value,
  );
}

/** A round as it is written: without what it does not say. */
function said(round: Round, says: string[]): Record<string, unknown> {
  const own = (part: object, under: string): object =>
    Object.fromEntries(
      Object.entries(part)
        .filter(([key]) => says.includes(`${under}${key}`))
        .map(([key, value]) => {
          const inner = key === "deal" || key === "clocks";
          return [key, inner ? own(value as object, `${key}.`) : (value as unknown)];
        }),
    );
  return { ...own(round, "") };
}

/** The edits that rename a round, where gates lead to it, too. */
function renamed(rounds: Round[], place: number, name: string) {
  const old = rounds[place]?.name;
  const gates = rounds.flatMap(({ then }, n) =>
    (then ?? []).flatMap(({ go }, gate) =>
      go === old ? [set(["rounds", n, "then", gate, "go"], name)] : [],
    ),
  );
  return [set(["rounds", place, "name"], name), ...gates];
}
