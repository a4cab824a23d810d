import { Tick } from "../../ui/Tick";
import type { GameDocument } from "../../api/client";
import { Cell } from "./Cell";
import type { CommentOn } from "./Comment";
import { Meters } from "./Meters";
import { Pick } from "./Pick";
import {
  asValue,
  cellOf,
  type Change,
  type Path,
  remove,
  set,
  setOrRemove,
  type Words,
} from "./rows";
import { Dim, Part } from "./Sentence";

interface Props {
  document: GameDocument;
  words: Words;
  change: Change;
}

interface HouseProps extends Props {
  renameMeter: (from: string, to: string) => void;
  comment: CommentOn;
}

const WHICH_TOPIC = [
  ["none", "no"],
  ["ask", "yes, or all"],
  ["one", "yes, one of them"],
] as const;
const YES_NO = [
  ["none", "no"],
  ["ask", "yes"],
] as const;

/** What holds for the whole game: tries, clocks and meters. */
export function House({ document, words, change, renameMeter, comment }: HouseProps) {
  const { clocks } = document;
  const plain = { game: words.game, revision: words.revision };
  const number = numberCell(words, change);
  const question = clocks?.question;
  return (
    <div className="flex flex-col gap-3">
      <p className="flex flex-wrap items-baseline gap-x-2 gap-y-1">
        <span className="text-soft">Tries</span>
        {number("tries", ["tries"], document.tries)}
        <span className="text-soft">Clocks: question</span>
        <Cell
          {...cellOf(words)}
          label="question clock"
          kind={typeof question === "object" && question !== null ? "text" : "expression"}
          value={
            question === null || question === undefined
              ? ""
              : typeof question === "object"
                ? Object.entries(question)
                    .map(([level, seconds]) => `${level}: ${seconds}`)
                    .join(", ")
                : String(question)
          }
          placeholder="none"
          keep={(text) => change([set(["clocks", "question"], clockValue(text))])}
        />
        <span className="text-soft">s, game</span>
        {number("game clock", ["clocks", "game"], clocks?.game)}
        <span className="text-soft">s, breather</span>
        <Cell
          {...plain}
          label="breather"
          kind="number"
          value={String(clocks?.breather ?? 0)}
          keep={(text) => change([set(["clocks", "breather"], text === "" ? 0 : asValue(text))])}
        />
        <Tick
          label="anew at each try"
          value={clocks?.restart_on_again ?? false}
          keep={(anew) => change([set(["clocks", "restart_on_again"], anew)])}
        />
        <Tick
          label="the player may leave"
          value={document.leave ?? false}
          keep={(may) => change([may ? set(["leave"], true) : remove(["leave"])])}
        />
      </p>
      <Meters
        document={document}
        words={words}
        change={change}
        renameMeter={renameMeter}
        comment={comment}
      />
    </div>
  );
}

/** Seconds, seconds by level ("1: 30, 3: 20"), or an expression. */
function clockValue(text: string): unknown {
  if (text === "") return "none";
  if (/^\s*\d\s*:/.test(text))
    return Object.fromEntries(
      text.split(",").map((part) => {
        const [level, seconds] = part.split(":");
        return [Number(level), asValue((seconds ?? "").trim())];
      }),
    );
  return asValue(text);
}

const AT_FIRST = {
  count: { min: 3, max: 20, default: 10 },
  level: { min: 1, max: 5, default: 1 },
};

/** Whether the player is asked for a number before the play, and between which bounds. */
function AskedNumber({ what, document, words, change }: Props & { what: "count" | "level" }) {
  const number = numberCell(words, change);
  const asked = document.setup?.[what];
  return (
    <span className="inline-flex flex-wrap items-baseline gap-x-2">
      <span className="text-soft">{what === "count" ? "how many" : "level"}</span>
      <Pick
        label={`ask for the ${what}`}
        revision={words.revision}
        value={asked?.ask ? "ask" : "none"}
        values={YES_NO}
        keep={(value) =>
          change([
            value === "ask"
              ? set(["setup", what], {
                  ask: true,
                  ...AT_FIRST[what],
                })
              : remove(["setup", what]),
          ])
        }
      />
      {asked?.ask && (
        <>
          {number(`${what}: least`, ["setup", what, "min"], asked.min, 1)}
          <span className="text-soft">to</span>
          {number(`${what}: most`, ["setup", what, "max"], asked.max, 20)}
          <span className="text-soft">at first</span>
          {number(`${what}: at first`, ["setup", what, "default"], asked.default, 10)}
        </>
      )}
    </span>
  );
}

/** What a player sees and is asked before the play. */
export function Before({ document, words, change }: Props) {
  const { setup } = document;
  const { revision } = words;
  const plain = { game: words.game, revision };
  return (
    <section aria-labelledby="before" className="flex flex-col gap-2">
      <h2 id="before" className="text-xl">
        Before the play
      </h2>
      <p className="flex flex-wrap items-baseline gap-x-2 gap-y-1">
        <span className="text-soft">Title</span>
        <Cell
          {...plain}
          label="title"
          kind="text"
          value={document.title}
          keep={(text) => text && change([set(["title"], text)])}
        />
        <Part>
          <Dim>before the play</Dim>
          <Cell
            {...cellOf(words)}
            label="intro"
            kind="template"
            value={document.intro ?? ""}
            placeholder="nothing is said"
            keep={(text) => change([setOrRemove(["intro"], text)])}
          />
        </Part>
      </p>
      <p className="flex flex-wrap items-baseline gap-x-2 gap-y-1">
        <span className="text-soft">Asked: name</span>
        <Pick
          label="ask for the name"
          revision={revision}
          value={setup?.name ?? "none"}
          values={YES_NO}
          keep={(value) => change([set(["setup", "name"], value)])}
        />
        <span className="text-soft">topic</span>
        <Pick
          label="ask for the topic"
          revision={revision}
          value={setup?.topic ?? "none"}
          values={WHICH_TOPIC}
          keep={(value) => change([set(["setup", "topic"], value)])}
        />
        {(["count", "level"] as const).map((key) => (
          <AskedNumber key={key} what={key} document={document} words={words} change={change} />
        ))}
      </p>
    </section>
  );
}

/** Makes cells for numbers that may be left away. */
function numberCell({ game, revision }: Words, change: Change) {
  return function cell(
    label: string,
    path: Path,
    value: number | "none" | null | undefined,
    none: unknown = "none",
  ) {
    return (
      <Cell
        game={game}
        revision={revision}
        label={label}
        kind="number"
        value={value === null || value === undefined || value === "none" ? "" : String(value)}
        placeholder="none"
        keep={(text) => change([set(path, text === "" ? none : asValue(text))])}
      />
    );
  };
}
