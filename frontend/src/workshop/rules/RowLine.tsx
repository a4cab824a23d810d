import clsx from "clsx";
import { DropdownMenu } from "radix-ui";
import { Plus } from "lucide-react";
import type { KeyboardEvent, ReactNode } from "react";
import type { RuleRow, Snag } from "../../api/client";
import { Cell } from "./Cell";
import { Pick } from "./Pick";
import {
  asValue,
  type Change,
  insert,
  move,
  type Path,
  remove,
  set,
  setOrRemove,
  type Words,
} from "./rows";
import { Tools } from "./Tools";

const THENS = [
  ["next", "on to the next question"],
  ["again", "again"],
  ["won", "the play is won"],
  ["lost", "the play is lost"],
  ["done", "the play is done"],
] as const;

interface Props {
  row: RuleRow;
  /** Its place among all rows, from 0. */
  place: number;
  /** The places of the rows of the same moment before and after it. */
  before: number | undefined;
  after: number | undefined;
  snags: Snag[];
  never: boolean;
  /** Whether a waymark comes to it. */
  walked: boolean | undefined;
  words: Words;
  change: Change;
}

/** A row of the rules as a sentence; every value in it is a cell. */
export function RowLine({ row, place, before, after, snags, never, walked, words, change }: Props) {
  const path: Path = ["consequences", place];
  const what = `row ${place + 1}`;
  const cell = { game: words.game, names: words.names };
  const up = before === undefined ? undefined : () => change([move(path, before)]);
  const down = after === undefined ? undefined : () => change([move(path, after + 1)]);
  const key = (event: KeyboardEvent) => {
    if (!event.altKey || !["ArrowUp", "ArrowDown"].includes(event.key)) return;
    event.preventDefault();
    (event.key === "ArrowUp" ? up : down)?.();
  };
  const changes = (["add", "set"] as const).flatMap((key_) =>
    Object.entries(row[key_] ?? {}).map(([name, value]) => (
      <Part key={`${key_} ${name}`}>
        <b className="font-mono font-medium">{name}</b> {key_ === "add" ? "by" : "to"}{" "}
        <Cell
          {...cell}
          label={`${what}: ${name} ${key_ === "add" ? "by" : "to"}`}
          kind="expression"
          value={signed(String(value), key_ === "add")}
          keep={(text) =>
            change(
              text === ""
                ? [remove([...path, key_, name])]
                : [set([...path, key_, name], asValue(text.replace(/^\+/, "")))],
            )
          }
        />
      </Part>
    )),
  );
  return (
    <li
      id={`row-${place + 1}`}
      data-row={place + 1}
      onKeyDown={key}
      className={clsx("border-t border-line py-1.5", never && "bg-shade")}
    >
      <div className="flex items-start gap-2">
        <span
          className={clsx(
            "w-7 shrink-0 border-r-2 pt-0.5 pr-1 text-right font-mono text-sm text-soft",
            walked ? "border-pine" : "border-transparent",
          )}
          title={walked ? "A waymark comes to this row" : "No waymark comes to this row"}
          data-walked={walked || undefined}
        >
          {place + 1}
        </span>
        <p className="flex min-w-0 flex-1 flex-wrap items-baseline gap-x-2.5 gap-y-1">
          {row.if !== null && row.if !== undefined ? (
            <Part>
              <Dim>if</Dim>{" "}
              <Cell
                {...cell}
                label={`${what}: if`}
                kind="expression"
                value={String(row.if)}
                keep={(text) => change([setOrRemove([...path, "if"], text)])}
              />
            </Part>
          ) : (
            <Dim>always</Dim>
          )}
          {changes}
          {Object.entries(row.time ?? {}).map(([clock, seconds]) => (
            <Part key={clock}>
              <Dim>{clock} clock by</Dim>{" "}
              <Cell
                {...cell}
                label={`${what}: ${clock} clock by`}
                kind="expression"
                value={signed(String(seconds), true)}
                keep={(text) =>
                  change([setOrRemove([...path, "time", clock], text.replace(/^\+/, ""))])
                }
              />{" "}
              <Dim>s</Dim>
            </Part>
          ))}
          {(row.restart ?? []).map((clock) => (
            <Off
              key={clock}
              said={`${clock} clock starts anew`}
              press={() => change([remove([...path, "restart"])])}
            />
          ))}
          {row.tell !== "" && row.tell !== undefined && (
            <Part>
              <Dim>tell</Dim>{" "}
              <Cell
                {...cell}
                label={`${what}: tell`}
                kind="template"
                value={row.tell}
                keep={(text) => change([setOrRemove([...path, "tell"], text)])}
              />
            </Part>
          )}
          {row.reveal && (
            <Off said="show the answer" press={() => change([remove([...path, "reveal"])])} />
          )}
          {row.cue !== "" && row.cue !== undefined && (
            <Part>
              <Dim>cue</Dim>{" "}
              <Pick
                label={`${what}: cue`}
                value={row.cue}
                values={[["", "none"], ...words.cues.map((cue) => [cue, cue] as const)]}
                keep={(value) => change([setOrRemove([...path, "cue"], value)])}
              />
            </Part>
          )}
          {row.hold !== null && row.hold !== undefined && (
            <Part>
              <Dim>stay</Dim>{" "}
              <Cell
                {...cell}
                label={`${what}: stay`}
                kind="number"
                value={String(row.hold)}
                keep={(text) =>
                  change([
                    text === "" ? remove([...path, "hold"]) : set([...path, "hold"], asValue(text)),
                  ])
                }
              />{" "}
              <Dim>s</Dim>
            </Part>
          )}
          {row.then && (
            <Part>
              <Dim>then</Dim>{" "}
              <Pick
                label={`${what}: then`}
                value={row.then}
                values={[["", "the built-in way"], ...THENS]}
                keep={(value) => change([setOrRemove([...path, "then"], value)])}
              />
            </Part>
          )}
        </p>
        <Tools
          what={what}
          up={up}
          down={down}
          double={() => change([insert(["consequences", place + 1], plain(row))])}
          take={() => change([remove(path)])}
        >
          <More row={row} path={path} words={words} change={change} what={what} />
        </Tools>
      </div>
      {snags.map((snag) => (
        <p
          key={`${snag.code} ${snag.path}`}
          data-snag={snag.code}
          className={clsx(
            "mt-1 ml-9 border-l-[3px] pl-2 text-sm",
            snag.severity === "stop" ? "border-ember text-ember" : "border-ochre",
          )}
        >
          {snag.message}
        </p>
      ))}
    </li>
  );
}

/** What a row does not say yet, to be added. */
function More({
  row,
  path,
  words,
  change,
  what,
}: {
  row: RuleRow;
  path: Path;
  words: Words;
  change: Change;
  what: string;
}) {
  const free = words.meters.filter(
    (name) => !(name in (row.add ?? {})) && !(name in (row.set ?? {})),
  );
  const things: [said: string, edits: ReturnType<typeof set>[]][] = [];
  if (row.if === null || row.if === undefined)
    things.push(["a condition: if …", [set([...path, "if"], "attempt == 1")]]);
  for (const name of free) {
    things.push([`${name} by …`, [set([...path, "add", name], 1)]]);
    things.push([`${name} to …`, [set([...path, "set", name], 0)]]);
  }
  if (!row.tell) things.push(["tell …", [set([...path, "tell"], "…")]]);
  if (!row.reveal) things.push(["show the answer", [set([...path, "reveal"], true)]]);
  if (!row.cue) things.push(["a cue", [set([...path, "cue"], words.cues[0] ?? "bright")]]);
  if (row.hold === null || row.hold === undefined)
    things.push(["stay … seconds", [set([...path, "hold"], 1.5)]]);
  if (!row.then) things.push(["then …", [set([...path, "then"], "next")]]);
  for (const clock of ["question", "game"])
    if (!(clock in (row.time ?? {})))
      things.push([`${clock} clock by … seconds`, [set([...path, "time", clock], 5)]]);
  return (
    <DropdownMenu.Root modal={false}>
      <DropdownMenu.Trigger
        aria-label={`Add to ${what}`}
        title={`Add to ${what}`}
        className="rounded-sm p-1 text-soft hover:bg-moss hover:text-pine"
      >
        <Plus size={16} aria-hidden="true" />
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          align="end"
          className="z-20 max-h-80 overflow-auto rounded-md border border-edge bg-sheet py-1"
        >
          {things.map(([said, edits]) => (
            <DropdownMenu.Item
              key={said}
              onSelect={() => change(edits)}
              className="cursor-pointer px-3 py-0.5 outline-none data-[highlighted]:bg-moss data-[highlighted]:text-pine"
            >
              {said}
            </DropdownMenu.Item>
          ))}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}

function Part({ children }: { children: ReactNode }) {
  return (
    <span className="inline-flex max-w-full flex-wrap items-baseline gap-x-1">{children}</span>
  );
}

function Dim({ children }: { children: ReactNode }) {
  return <span className="text-soft">{children}</span>;
}

/** Something that is either there or not; a press takes it away. */
function Off({ said, press }: { said: string; press: () => void }) {
  return (
    <button
      type="button"
      title="Press to take this away"
      aria-label={`${said}: take this away`}
      onClick={press}
      className="rounded-sm border border-line px-1.5 leading-6 hover:border-ember hover:line-through"
    >
      {said}
    </button>
  );
}

/** A number that is added, with its sign. */
function signed(text: string, shown: boolean): string {
  return shown && /^\d/.test(text) && Number.isFinite(Number(text)) ? `+${text}` : text;
}

/** A row as it is written: without what it does not say. */
function plain(row: RuleRow): Record<string, unknown> {
  return Object.fromEntries(
    Object.entries(row).filter(
      ([, value]) =>
        value !== null &&
        value !== "" &&
        value !== false &&
        !(typeof value === "object" && Object.keys(value).length === 0),
    ),
  );
}
