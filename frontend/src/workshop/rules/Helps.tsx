import type { GameDocument, Snag } from "../../api/client";
import { Button } from "../../ui/Button";
import { Menu, MenuDo } from "../../ui/Menu";
import { SnagLine } from "../snags/SnagLine";
import { Cell } from "./Cell";
import { askFocus } from "./focus";
import { Pick } from "./Pick";
import {
  asValue,
  cellOf,
  type Change,
  changeText,
  insert,
  remove,
  set,
  setOrRemove,
  snagsAt,
  type Words,
} from "./rows";
import { Dim, Part } from "./Sentence";

type Help = NonNullable<GameDocument["helps"]>[number];
type Does = Help["does"];

const DOES: readonly [Does, string][] = [
  ["remove", "takes wrong options away"],
  ["hint", "shows the question’s hint"],
  ["time", "gives the question’s clock time"],
  ["swap", "puts another question in its place"],
  ["letter", "shows a letter of the answer"],
];
const PER = [
  ["play", "a play"],
  ["round", "a round"],
  ["question", "a question"],
] as const;
const MOST_HELPS = 9;

interface Props {
  document: GameDocument;
  snags: Snag[];
  words: Words;
  change: Change;
}

/** The helps of a game as sentences: what each does, how often, while what holds, at what cost. */
export function Helps({ document, snags, words, change }: Props) {
  const helps = document.helps ?? [];
  const add = (does: Does) => {
    const name = freeName(does, helps);
    askFocus(`help ${name}: label`, words.revision);
    change([insert(["helps", helps.length], { name, does })], `help ${name}: label`);
  };
  return (
    <section aria-labelledby="helps">
      <div className="flex items-baseline gap-3">
        <h2 id="helps" className="text-xl">
          Helps
        </h2>
        <span className="text-sm text-soft">
          {helps.length === 0
            ? "None: a player has to do without."
            : "What a player may use at a question. Rows at helped say more of it."}
        </span>
        <span className="ml-auto">
          <Menu label="Add a help" small disabled={helps.length >= MOST_HELPS}>
            {DOES.map(([does, said]) => (
              <MenuDo key={does} act={() => add(does)}>
                {said}
              </MenuDo>
            ))}
          </Menu>
        </span>
      </div>
      {helps.length > 0 && (
        <ul className="border-b border-line">
          {helps.map((help, place) => (
            <li key={help.name} data-help={help.name} className="border-t border-line py-1">
              <div className="flex items-baseline gap-2">
                <HelpLine help={help} place={place} words={words} change={change} />
                <Button small weight="quiet" onClick={() => change([remove(["helps", place])])}>
                  Remove<span className="sr-only"> the help {help.name}</span>
                </Button>
              </div>
              {snagsAt(snags, ["helps", place]).map((snag) => (
                <SnagLine
                  key={`${snag.code} ${snag.path}`}
                  snag={snag}
                  change={change}
                  className="mt-1 text-sm"
                />
              ))}
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}

interface LineProps {
  help: Help;
  place: number;
  words: Words;
  change: Change;
}

/** One help as a sentence. */
function HelpLine({ help, place, words, change }: LineProps) {
  const at = ["helps", place];
  const what = `help ${help.name}`;
  const plain = { game: words.game, revision: words.revision };
  const put = (key: string, value: unknown) => change([set([...at, key], value)]);
  return (
    <p className="flex min-w-0 flex-1 flex-wrap items-baseline gap-x-2.5 gap-y-1">
      <Part>
        <Cell
          {...plain}
          label={`${what}: name`}
          kind="name"
          value={help.name}
          keep={(text) => text && put("name", text)}
        />
        <Pick
          label={`${what}: does`}
          revision={words.revision}
          value={help.does}
          values={DOES}
          keep={(does) => put("does", does)}
        />
      </Part>
      {help.does === "remove" && (
        <Amount
          words={words}
          label={`${what}: remove`}
          before="so many:"
          value={help.remove ?? 2}
          keep={(n) => put("remove", n)}
        />
      )}
      {help.does === "time" && (
        <Amount
          words={words}
          label={`${what}: seconds`}
          after="s"
          value={help.seconds ?? 10}
          keep={(n) => put("seconds", n)}
        />
      )}
      <Part>
        <Dim>called</Dim>
        <Cell
          {...plain}
          label={`${what}: label`}
          kind="text"
          value={help.label ?? ""}
          placeholder="as it does"
          keep={(text) => change([setOrRemove([...at, "label"], text)])}
        />
      </Part>
      <Part>
        <Cell
          {...plain}
          label={`${what}: uses`}
          kind="number"
          value={help.uses === null ? "" : String(help.uses ?? 1)}
          placeholder="any"
          keep={(text) => put("uses", text === "" ? "none" : asValue(text))}
        />
        <Dim>times</Dim>
        <Pick
          label={`${what}: per`}
          revision={words.revision}
          value={help.per ?? "play"}
          values={PER}
          keep={(per) => put("per", per)}
        />
      </Part>
      <Part>
        <Dim>if</Dim>
        <Cell
          {...cellOf(words)}
          label={`${what}: if`}
          kind="expression"
          value={help.if === null || help.if === undefined ? "" : String(help.if)}
          placeholder="always"
          keep={(text) => change([setOrRemove([...at, "if"], text)])}
        />
      </Part>
      {words.meters.map((meter) => (
        <Part key={meter}>
          <Dim>{meter}</Dim>
          <Cell
            {...cellOf(words)}
            label={`${what}: ${meter}`}
            kind="change"
            value={help.add?.[meter] === undefined ? "" : changeText("add", help.add[meter])}
            placeholder="±0"
            keep={(text) =>
              change([
                text.trim() === ""
                  ? remove([...at, "add", meter])
                  : set([...at, "add", meter], asValue(text.replace(/^\s*\+\s*/, "").trim())),
              ])
            }
          />
        </Part>
      ))}
    </p>
  );
}

interface AmountProps {
  words: Words;
  label: string;
  value: number;
  keep: (value: number | string) => void;
  before?: string;
  after?: string;
}

/** A number of a help, between what is said of it. */
function Amount({ words, label, value, keep, before, after }: AmountProps) {
  return (
    <Part>
      {before && <Dim>{before}</Dim>}
      <Cell
        game={words.game}
        revision={words.revision}
        label={label}
        kind="number"
        value={String(value)}
        keep={(text) => text && keep(asValue(text))}
      />
      {after && <Dim>{after}</Dim>}
    </Part>
  );
}

/** A name that no help has yet: what it does, and a figure where there is one already. */
function freeName(does: Does, helps: Help[]): string {
  const taken = new Set(helps.map((help) => help.name));
  let name: string = does;
  for (let n = 2; taken.has(name); n += 1) name = `${does}${n}`;
  return name;
}
