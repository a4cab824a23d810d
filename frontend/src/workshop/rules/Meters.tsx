import { type FormEvent, useState } from "react";
import type { GameDocument } from "../../api/client";
import { Button } from "../../ui/Button";
import { Cell } from "./Cell";
import { Comment, type CommentOn } from "./Comment";
import { Pick } from "./Pick";
import { asValue, type Change, remove, set, setOrRemove, type Words } from "./rows";
import { Tools } from "./Tools";

const SHOWS = [
  ["number", "a number"],
  ["marks", "marks"],
  ["bar", "a bar"],
] as const;

interface Props {
  document: GameDocument;
  words: Words;
  change: Change;
  renameMeter: (from: string, to: string) => void;
  comment: CommentOn;
}

export function Meters({ document, words, change, renameMeter, comment }: Props) {
  const [name, setName] = useState("");
  const meters = Object.entries(document.meters ?? {});
  const add = (event: FormEvent) => {
    event.preventDefault();
    const wanted = name.trim();
    if (wanted) change([set(["meters", wanted], { start: 0 })], `${wanted}: start`);
    setName("");
  };
  return (
    <section aria-labelledby="meters">
      <div className="flex items-baseline gap-3">
        <h2 id="meters" className="text-xl">
          Meters
        </h2>
        <form onSubmit={add} className="ml-auto flex items-center gap-1.5">
          <input
            aria-label="Name of a new meter"
            placeholder="new meter"
            value={name}
            onChange={(event) => setName(event.target.value)}
            className="w-28 rounded-sm border border-line bg-sheet px-1.5 font-mono text-sm leading-6 placeholder:text-soft"
          />
          <Button small type="submit" weight="quiet" disabled={name.trim() === ""}>
            Add a meter
          </Button>
        </form>
      </div>
      <ul className="border-b border-line">
        {meters.length === 0 && (
          <li className="border-t border-line py-1 text-soft">
            None yet. A score and lives are meters: add one by its name.
          </li>
        )}
        {meters.map(([meter, part]) => (
          <MeterLine
            key={meter}
            meter={meter}
            part={part}
            words={words}
            change={change}
            rename={(to) => renameMeter(meter, to)}
            comment={comment}
          />
        ))}
      </ul>
    </section>
  );
}

interface LineProps {
  meter: string;
  part: NonNullable<GameDocument["meters"]>[string];
  words: Words;
  change: Change;
  rename: (to: string) => void;
  comment: CommentOn;
}

/** A meter: what it is called, where it starts, its bounds, and how it is shown. */
function MeterLine({ meter, part, words, change, rename, comment }: LineProps) {
  const [writing, setWriting] = useState(false);
  const { game, revision } = words;
  return (
    <li data-meter={meter} className="border-t border-line py-1">
      <div className="flex items-start gap-2">
        <p className="flex flex-1 flex-wrap items-baseline gap-x-2 gap-y-1">
          <span className="min-w-20">
            <Cell
              game={game}
              revision={revision}
              label={`${meter}: name`}
              kind="name"
              value={meter}
              keep={(text) => text.trim() !== "" && rename(text.trim())}
            />
          </span>
          <span className="inline-flex items-baseline gap-1">
            <span className="text-soft">called</span>
            <Cell
              game={game}
              revision={revision}
              label={`${meter}: label`}
              kind="text"
              value={part.label ?? ""}
              placeholder={meter}
              keep={(text) => change([setOrRemove(["meters", meter, "label"], text)])}
            />
          </span>
          {(["start", "min", "max", "decimals"] as const).map((key) => (
            <span key={key} className="inline-flex items-baseline gap-1">
              <span className="text-soft">
                {{ start: "starts at", min: "least", max: "most", decimals: "decimals" }[key]}
              </span>
              <Cell
                game={game}
                revision={revision}
                label={`${meter}: ${key}`}
                kind="number"
                value={part[key] === null || part[key] === undefined ? "" : String(part[key])}
                placeholder="–"
                keep={(text) =>
                  change([
                    text === ""
                      ? remove(["meters", meter, key])
                      : set(["meters", meter, key], asValue(text)),
                  ])
                }
              />
            </span>
          ))}
          <span className="inline-flex items-baseline gap-1">
            <span className="text-soft">shown as</span>
            <Pick
              label={`${meter}: shown as`}
              revision={revision}
              value={words.shows[meter] ?? "number"}
              values={SHOWS}
              keep={(value) => change([set(["meters", meter, "show"], value)])}
            />
          </span>
        </p>
        <Tools
          what={`meter ${meter}`}
          ordered={false}
          comment={() => setWriting(true)}
          remove={() => change([remove(["meters", meter])])}
        />
      </div>
      <Comment
        what={`meter ${meter}`}
        comment={words.comments[`meters.${meter}`] ?? ""}
        writing={writing}
        close={() => setWriting(false)}
        keep={(text) => comment(["meters", meter], text)}
      />
    </li>
  );
}
