import clsx from "clsx";
import { type KeyboardEvent, useState } from "react";
import type { RuleRow, Snag } from "../../api/client";
import { AddToRow, type Begun } from "./AddToRow";
import { Cell } from "./Cell";
import { Comment, type CommentOn } from "./Comment";
import { Condition } from "./Condition";
import { askFocus } from "./focus";
import { Pick } from "./Pick";
import {
  asValue,
  cellOf,
  type Change,
  changeEdits,
  changeText,
  insert,
  move,
  type Path,
  remove,
  set,
  setOrRemove,
  type Words,
  written,
} from "./rows";
import { Dim, Off, Part } from "./Sentence";
import { SnagLine } from "../snags/SnagLine";
import { Tell } from "./Tell";
import { Tools } from "./Tools";

const THENS: Record<string, string> = {
  next: "on to the next question",
  again: "again",
  later: "it comes again later",
  round: "on from this round",
  won: "the play is won",
  lost: "the play is lost",
  done: "the play is done",
};

interface Props {
  row: RuleRow;
  /** The list that it stands in, and its place there, from 0. */
  list: Path;
  place: number;
  /** Its number among all rows, from 1. */
  number: number;
  /** Whether it may lead on from its round. */
  inRounds: boolean;
  /** The places of the rows of the same moment before and after it. */
  before: number | undefined;
  after: number | undefined;
  snags: Snag[];
  never: boolean;
  /** Whether a waymark comes to it. */
  walked: boolean | undefined;
  words: Words;
  change: Change;
  comment: CommentOn;
}

/** A row of the rules as a sentence; every value in it is a cell. */
export function RowLine(props: Props) {
  const { row, list, place, number, before, after, inRounds } = props;
  const { snags, never, walked, words, change, comment } = props;
  const [writing, setWriting] = useState(false);
  const [begun, setBegun] = useState<Begun>();
  const stop = () => setBegun(undefined);
  const path: Path = [...list, place];
  const what = `row ${number}`;
  const up = before === undefined ? undefined : () => change([move(path, before)]);
  const down = after === undefined ? undefined : () => change([move(path, after + 1)]);
  return (
    <li
      id={`row-${number}`}
      data-row={number}
      onKeyDown={moved(up, down)}
      className={clsx("border-t border-line py-1.5", never && "bg-shade")}
    >
      <div className="flex items-start gap-2">
        <Number number={number} walked={walked} />
        <p className="flex min-w-0 flex-1 flex-wrap items-baseline gap-x-2.5 gap-y-1">
          <When
            row={row}
            what={what}
            words={words}
            begun={begun === "if"}
            keep={(source) => {
              stop();
              change([setOrRemove([...path, "if"], source)]);
            }}
            cancel={stop}
          />
          <Numbers row={row} path={path} what={what} words={words} change={change} />
          <Shown
            row={row}
            path={path}
            what={what}
            inRounds={inRounds}
            words={words}
            change={(edits, focus) => {
              stop();
              return change(edits, focus);
            }}
            begun={begun}
            cancel={stop}
          />
        </p>
        <Tools
          what={what}
          up={up}
          down={down}
          duplicate={() => change([insert([...list, place + 1], plain(row))])}
          comment={() => setWriting(true)}
          remove={() => change([remove(path)])}
        >
          <AddToRow
            row={row}
            path={path}
            words={words}
            change={change}
            what={what}
            inRounds={inRounds}
            begin={(part) => {
              askFocus(`${what}: ${part}`, words.revision);
              setBegun(part);
            }}
          />
        </Tools>
      </div>
      <Comment
        what={what}
        comment={words.comments[written(path)] ?? ""}
        writing={writing}
        close={() => setWriting(false)}
        keep={(text) => comment(path, text)}
      />
      {snags.map((snag) => (
        <SnagLine
          key={`${snag.code} ${snag.path}`}
          snag={snag}
          change={change}
          className="mt-1 ml-9 text-sm"
        />
      ))}
    </li>
  );
}

/** The number of a row, marked where a waymark comes to it. */
function Number({ number, walked }: { number: number; walked: boolean | undefined }) {
  return (
    <span
      className={clsx(
        "w-7 shrink-0 border-r-2 pt-0.5 pr-1 text-right font-mono text-sm text-soft",
        walked ? "border-pine" : "border-transparent",
      )}
      title={walked ? "A waymark comes to this row" : "No waymark comes to this row"}
      data-walked={walked || undefined}
    >
      {number}
    </span>
  );
}

interface WhenProps {
  row: RuleRow;
  what: string;
  words: Words;
  begun: boolean;
  keep: (source: string) => void;
  cancel: () => void;
}

/** When a row holds. */
function When({ row, what, words, begun, keep, cancel }: WhenProps) {
  if (!isSaid(row.if) && !begun) return <Dim>always</Dim>;
  const source = isSaid(row.if) ? String(row.if) : "";
  return <Condition {...{ what, words, source, keep, cancel }} where={row.moment} />;
}

interface PartsProps {
  row: RuleRow;
  path: Path;
  what: string;
  words: Words;
  change: Change;
}

/** What a row does to meters and clocks, as arithmetic. */
function Numbers({ row, path, what, words, change }: PartsProps) {
  return (
    <>
      {(["add", "set"] as const).flatMap((how) =>
        Object.entries(row[how] ?? {}).map(([name, value]) => (
          <Part key={`${how} ${name}`}>
            <b className="font-mono font-medium">{name}</b>
            <Cell
              {...cellOf(words)}
              label={`${what}: ${name}`}
              kind="change"
              value={changeText(how, value)}
              keep={(text) => change(changeEdits(path, how, name, text))}
            />
          </Part>
        )),
      )}
      {Object.entries(row.time ?? {}).map(([clock, seconds]) => (
        <Part key={clock}>
          <Dim>{clock} clock</Dim>
          <Cell
            {...cellOf(words)}
            label={`${what}: ${clock} clock`}
            kind="change"
            value={changeText("add", seconds)}
            keep={(text) =>
              change([setOrRemove([...path, "time", clock], text.replace(/^\+\s*/, ""))])
            }
          />
          <Dim>s</Dim>
        </Part>
      ))}
      {(row.restart ?? []).map((clock) => (
        <Off
          key={clock}
          said={`${clock} clock starts anew`}
          press={() => {
            const left = (row.restart ?? []).filter((one) => one !== clock);
            change([
              left.length > 0 ? set([...path, "restart"], left) : remove([...path, "restart"]),
            ]);
          }}
        />
      ))}
    </>
  );
}

interface ShownProps extends PartsProps {
  inRounds: boolean;
  begun: Begun | undefined;
  cancel: () => void;
}

/** What a row lets the player see and hear, for how long, and where the play goes on. */
function Shown({ row, path, what, words, change, begun, cancel, inRounds }: ShownProps) {
  const thens = (words.thens[row.moment] ?? [])
    .filter((then) => inRounds || then !== "round" || row.then === then)
    .map((then) => [then, THENS[then] ?? then] as const);
  return (
    <>
      {(row.tell || begun === "tell") && (
        <Tell
          path={path}
          what={what}
          tell={row.tell ?? ""}
          words={words}
          change={change}
          cancel={cancel}
        />
      )}
      {row.reveal && (
        <Off
          said={row.reveal === "parts" ? "mark the parts that are right" : "show the answer"}
          press={() => change([remove([...path, "reveal"])])}
        />
      )}
      {(row.cue || begun === "cue") && (
        <Part>
          <Dim>cue</Dim>
          <Pick
            label={`${what}: cue`}
            revision={words.revision}
            value={row.cue ?? ""}
            values={[["", "none"], ...words.cues.map((cue) => [cue, cue] as const)]}
            keep={(value) => change([setOrRemove([...path, "cue"], value)])}
          />
        </Part>
      )}
      {row.hold !== null && row.hold !== undefined && (
        <Part>
          <Dim>for</Dim>
          <Cell
            {...cellOf(words)}
            label={`${what}: for`}
            kind="number"
            value={String(row.hold)}
            keep={(text) =>
              change([
                text === "" ? remove([...path, "hold"]) : set([...path, "hold"], asValue(text)),
              ])
            }
          />
          <Dim>s</Dim>
        </Part>
      )}
      {row.then && (
        <Part>
          <Dim>then</Dim>
          <Pick
            label={`${what}: then`}
            revision={words.revision}
            value={row.then}
            values={[["", "the built-in way"], ...thens]}
            keep={(value) => change([setOrRemove([...path, "then"], value)])}
          />
        </Part>
      )}
      {row.then === "later" && (
        <Part>
          <Dim>after</Dim>
          <Cell
            {...cellOf(words)}
            label={`${what}: after`}
            kind="number"
            value={String(row.after ?? 3)}
            keep={(text) =>
              change([
                text === "" ? remove([...path, "after"]) : set([...path, "after"], asValue(text)),
              ])
            }
          />
          <Dim>others</Dim>
        </Part>
      )}
    </>
  );
}

type Step = (() => void) | undefined;

/** Alt and an arrow move a row. */
const moved = (up: Step, down: Step) => (event: KeyboardEvent) => {
  if (!event.altKey || !["ArrowUp", "ArrowDown"].includes(event.key)) return;
  event.preventDefault();
  (event.key === "ArrowUp" ? up : down)?.();
};

const isSaid = (value: unknown) => value !== null && value !== undefined;

/** A row as it is written: without what it does not say. */
function plain(row: RuleRow): Record<string, unknown> {
  return Object.fromEntries(
    Object.entries(row).filter(
      ([key, value]) =>
        (key !== "after" || row.then === "later") &&
        value !== null &&
        value !== "" &&
        value !== false &&
        !(typeof value === "object" && Object.keys(value).length === 0),
    ),
  );
}
