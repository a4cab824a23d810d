import clsx from "clsx";
import { type ReactNode, useState } from "react";
import type { GameDocument, Snag } from "../../api/client";
import { Button } from "../../ui/Button";
import { BegunEntry } from "./BegunEntry";
import { Cell } from "./Cell";
import { Comment, type CommentOn } from "./Comment";
import { Condition } from "./Condition";
import { askFocus } from "./focus";
import { Pick } from "./Pick";
import {
  cellOf,
  type Change,
  insert,
  move,
  type Path,
  remove,
  set,
  setOrRemove,
  snagsAt,
  type Words,
} from "./rows";
import { SnagLine } from "../snags/SnagLine";
import { Dim, Part } from "./Sentence";
import { Tell } from "./Tell";
import { Tools } from "./Tools";

const RESULTS = [
  ["won", "won"],
  ["lost", "lost"],
  ["done", "done"],
] as const;

const ENDS = [
  ["play", "the play"],
  ["player", "whoever’s turn it is"],
] as const;

interface Props {
  document: GameDocument;
  snags: Snag[];
  words: Words;
  change: Change;
  comment: CommentOn;
}

/** Endings, looked at after every row, and awards, looked at once: the first that holds counts. */
export function Results({ document, snags, words, change, comment }: Props) {
  const endings = document.endings ?? [];
  const awards = document.awards ?? [];
  return (
    <>
      <List
        part="endings"
        title="Endings"
        about="Looked at after every row; the first that holds ends the play."
        none={
          document.deal?.repeats === "when_empty" && !document.deal.draw
            ? "The play goes on until the player leaves, or the clock of the game has run down."
            : "The play is over when no question is left."
        }
        count={endings.length}
        fresh={{ result: "lost" }}
        snags={snags}
        words={words}
        change={change}
        comment={comment}
        line={(n) => (
          <EndingLine
            n={n}
            one={endings[n]}
            inTurn={Boolean(document.players)}
            words={words}
            change={change}
          />
        )}
      />
      <List
        part="awards"
        title="Awards"
        about="Looked at once, at the end; the first that holds is given."
        none="No title is given."
        count={awards.length}
        fresh={{ title: "Well done" }}
        snags={snags}
        words={words}
        change={change}
        comment={comment}
        line={(n) => <AwardLine n={n} one={awards[n]} words={words} change={change} />}
      />
    </>
  );
}

interface LineProps {
  n: number;
  words: Words;
  change: Change;
}

interface EndingLineProps extends LineProps {
  one: NonNullable<GameDocument["endings"]>[number] | undefined;
  inTurn: boolean;
}

/** When the play ends, how, and what is said. */
function EndingLine({ n, one, inTurn, words, change }: EndingLineProps) {
  const path: Path = ["endings", n];
  if (!one) return null;
  return (
    <>
      <Condition
        what={`ending ${n + 1}`}
        where="endings"
        source={String(one.if)}
        words={words}
        keep={(text) => change([set([...path, "if"], text)])}
      />
      <Part>
        {inTurn && (
          <Pick
            label={`ending ${n + 1}: for`}
            revision={words.revision}
            value={one.for ?? "play"}
            values={ENDS}
            keep={(value) => change([setOrRemove([...path, "for"], value === "play" ? "" : value)])}
          />
        )}
        <Dim>{inTurn ? "is" : "the play is"}</Dim>
        <Pick
          label={`ending ${n + 1}: result`}
          revision={words.revision}
          value={one.result}
          values={RESULTS}
          keep={(value) => change([set([...path, "result"], value)])}
        />
      </Part>
      <Tell
        what={`ending ${n + 1}`}
        path={path}
        tell={one.tell ?? ""}
        placeholder="nothing"
        words={words}
        change={change}
      />
    </>
  );
}

interface AwardLineProps extends LineProps {
  one: NonNullable<GameDocument["awards"]>[number] | undefined;
}

/** When a title is given, which, and what is said. */
function AwardLine({ n, one, words, change }: AwardLineProps) {
  const path: Path = ["awards", n];
  if (!one) return null;
  return (
    <>
      <Condition
        what={`award ${n + 1}`}
        where="awards"
        source={String(one.if)}
        words={words}
        keep={(text) => change([set([...path, "if"], text)])}
      />
      <Part>
        <Dim>the title is</Dim>
        <Cell
          {...cellOf(words)}
          label={`award ${n + 1}: title`}
          kind="text"
          value={one.title}
          keep={(text) => change([set([...path, "title"], text)])}
        />
      </Part>
      <Tell
        what={`award ${n + 1}`}
        path={path}
        tell={one.tell ?? ""}
        placeholder="nothing"
        words={words}
        change={change}
      />
    </>
  );
}

interface ListProps {
  part: "endings" | "awards";
  title: string;
  about: string;
  none: string;
  count: number;
  fresh: Record<string, unknown>;
  snags: Snag[];
  words: Words;
  change: Change;
  comment: CommentOn;
  line: (n: number) => ReactNode;
}

function List(props: ListProps) {
  const { part, title, about, none, count, fresh, snags, words, change, comment, line } = props;
  const [writing, setWriting] = useState<number>();
  const [begun, setBegun] = useState(false);
  const one = part.slice(0, -1);
  return (
    <section aria-labelledby={`list-${part}`} data-list={part}>
      <div className="flex items-baseline gap-3">
        <h2 id={`list-${part}`} className="text-xl">
          {title}
        </h2>
        <span className="text-sm text-soft">{about}</span>
        <Button
          small
          weight="quiet"
          className="ml-auto"
          onClick={() => {
            askFocus(`${one} ${count + 1}: if`, words.revision);
            setBegun(true);
          }}
        >
          Add an {one}
        </Button>
      </div>
      {snags
        .filter((snag) => snag.path === part)
        .map((snag) => (
          <SnagLine key={snag.code} snag={snag} change={change} className="mt-1 ml-9 text-sm" />
        ))}
      {count === 0 && <p className="border-t border-line py-1 text-soft">{none}</p>}
      <ol className={clsx(count > 0 && "border-b border-line")}>
        {Array.from({ length: count }, (_, n) => (
          <li key={n} data-entry={`${one} ${n + 1}`} className="border-t border-line py-1.5">
            <div className="flex items-start gap-2">
              <span className="w-7 shrink-0 pt-0.5 text-right font-mono text-sm text-soft">
                {n + 1}
              </span>
              <p className="flex min-w-0 flex-1 flex-wrap items-baseline gap-x-2 gap-y-1">
                {line(n)}
              </p>
              <Tools
                what={`${one} ${n + 1}`}
                up={n > 0 ? () => change([move([part, n], n - 1)]) : undefined}
                down={n + 1 < count ? () => change([move([part, n], n + 2)]) : undefined}
                comment={() => setWriting(n)}
                remove={() => change([remove([part, n])])}
              />
            </div>
            <Comment
              what={`${one} ${n + 1}`}
              comment={words.comments[`${part}.${n + 1}`] ?? ""}
              writing={writing === n}
              close={() => setWriting(undefined)}
              keep={(text) => comment([part, n], text)}
            />
            {snagsAt(snags, [part, n]).map((snag) => (
              <SnagLine key={snag.code} snag={snag} change={change} className="mt-1 ml-9 text-sm" />
            ))}
          </li>
        ))}
        {begun && (
          <BegunEntry
            what={`${one} ${count + 1}`}
            where={part}
            words={words}
            keep={(source) => {
              setBegun(false);
              change([insert([part, count], { if: source, ...fresh })]);
            }}
            cancel={() => setBegun(false)}
          />
        )}
      </ol>
    </section>
  );
}
