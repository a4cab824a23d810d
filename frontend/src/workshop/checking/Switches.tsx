import clsx from "clsx";
import { useState } from "react";
import type { CheckingOf, Edit, PackSummary } from "../../api/client";
import { Button } from "../../ui/Button";
import { selectLook } from "../../ui/Field";
import { useWords } from "../data";
import { shortName } from "../words";

type Switch = NonNullable<CheckingOf["holds"]["ignore"]>[number];
type Scope = "game" | "pack" | "question";

const SPELLINGS: [string, string, number | Record<string, number>][] = [
  ["0", "no slip", 0],
  ["1", "one slip, from 3 letters on", 1],
  ["2", "one slip, two from 6 letters on", 2],
  ["by length", "one from 5 letters, two from 9", { 5: 1, 9: 2 }],
];

interface Props {
  found: CheckingOf;
  pack: PackSummary;
  questionId: string | undefined;
  change: (edits: Edit[]) => void;
}

/** The switches of the game, of the pack or of the question; the nearest that is set holds. */
export function Switches({ found, pack, questionId, change }: Props) {
  const [scope, setScope] = useState<Scope>("game");
  const part = { game: found.game, pack: found.pack, question: found.own }[scope];
  const base = {
    game: ["checking"],
    pack: ["checking", "packs", pack.name],
    question: ["checking", "questions", questionId ?? ""],
  }[scope];
  const holding = found.around[scope];
  const ignore = new Set(holding?.ignore ?? []);
  const spelling = holding?.spelling ?? 0;
  const unreadable = holding?.unreadable ?? "ask_again";
  const articles = holding?.articles ?? [];
  const set = (key: string, value: unknown) =>
    change([{ do: "set", path: [...base, key], value, to: 0 }]);
  const own = scope !== "game" && part !== null;
  return (
    <section
      aria-label="Switches"
      className="flex min-h-0 flex-col gap-3 overflow-auto border-r border-line px-6 py-4"
      tabIndex={0}
    >
      <Scopes scope={scope} choose={setScope} pack={pack} questionId={questionId} />
      <fieldset>
        <legend className="text-lg font-semibold">What does not matter</legend>
        <Holds found={found} of="ignore" />
        <Ignored ignore={ignore} keep={(next) => set("ignore", next)} />
        {ignore.has("articles") && (
          <Articles
            key={articles.join()}
            words={articles}
            change={(next) => set("articles", next)}
          />
        )}
      </fieldset>
      <label className="block">
        <span className="block text-lg font-semibold">Slips of the fingers</span>
        <Holds found={found} of="spelling" />
        <select
          className={clsx(selectLook, "mt-1 w-full")}
          data-switch="spelling"
          value={SPELLINGS.find(([, , value]) => alike(value, spelling))?.[0] ?? "other"}
          onChange={(event) => {
            const picked = SPELLINGS.find(([name]) => name === event.target.value);
            if (picked) set("spelling", picked[2]);
          }}
        >
          {SPELLINGS.map(([name, said]) => (
            <option key={name} value={name}>
              {said}
            </option>
          ))}
          {!SPELLINGS.some(([, , value]) => alike(value, spelling)) && (
            <option value="other">{JSON.stringify(spelling)}, as written</option>
          )}
        </select>
      </label>
      <label className="block">
        <span className="block text-lg font-semibold">What can’t be read</span>
        <Holds found={found} of="unreadable" />
        <select
          className={clsx(selectLook, "mt-1 w-full")}
          data-switch="unreadable"
          value={unreadable}
          onChange={(event) => set("unreadable", event.target.value)}
        >
          <option value="ask_again">is asked again and costs nothing</option>
          <option value="wrong">is a wrong answer</option>
        </select>
      </label>
      {own && (
        <Button small onClick={() => change([{ do: "remove", path: base, to: 0 }])}>
          Remove these switches
        </Button>
      )}
    </section>
  );
}

const WHERE: Record<string, string> = {
  game: "set for the game",
  pack: "set for this pack",
  question: "set for this question",
};

/** Which setting holds for the question at the right. */
function Holds({ found, of }: { found: CheckingOf; of: string }) {
  return (
    <span className="block text-sm text-lake" data-origin={`${of} ${found.origins[of] ?? ""}`}>
      here: {WHERE[found.origins[of] ?? "game"]}
    </span>
  );
}

function Articles({ words, change }: { words: string[]; change: (next: string[]) => void }) {
  const [text, setText] = useState(words.join(", "));
  const keep = () => {
    const next = text
      .split(",")
      .map((word) => word.trim())
      .filter(Boolean);
    if (next.join() !== words.join()) change(next);
  };
  return (
    <label className="mt-1 block pl-6 text-sm">
      Leading words
      <input
        className="block w-full rounded-sm border border-edge bg-sheet px-2 py-0.5"
        value={text}
        onChange={(event) => setText(event.target.value)}
        onBlur={keep}
        onKeyDown={(event) => event.key === "Enter" && keep()}
      />
    </label>
  );
}

interface ScopesProps extends Pick<Props, "pack" | "questionId"> {
  scope: Scope;
  choose: (scope: Scope) => void;
}

/** Whose switches are shown: the game's, the pack's or the question's. */
function Scopes({ scope, choose, pack, questionId }: ScopesProps) {
  return (
    <>
      <div role="radiogroup" aria-label="Switches of" className="flex gap-4">
        {(["game", "pack", "question"] as const).map((one) => (
          <button
            key={one}
            type="button"
            role="radio"
            aria-checked={scope === one}
            disabled={one === "question" && questionId === undefined}
            onClick={() => choose(one)}
            className="border-b-2 border-transparent text-soft aria-checked:border-pine aria-checked:font-bold aria-checked:text-pine"
          >
            {{ game: "Game", pack: "Pack", question: "Question" }[one]}
          </button>
        ))}
      </div>
      <p className="text-sm text-soft">
        {scope === "game" && "They hold wherever a pack or a question has none of its own."}
        {scope === "pack" && `For the questions of ${shortName(pack)}.`}
        {scope === "question" && "For the question at the right alone."}
      </p>
    </>
  );
}

interface IgnoredProps {
  ignore: Set<Switch>;
  keep: (next: Switch[]) => void;
}

/** A tick for everything that may be ignored. */
function Ignored({ ignore, keep }: IgnoredProps) {
  const switches = useWords()?.switches ?? [];
  const all = switches.map((one) => one.switch);
  return (
    <ul className="mt-1 flex flex-col gap-1">
      {switches.map(({ switch: name, title, example }) => (
        <li key={name}>
          <label className="flex cursor-pointer items-start gap-2">
            <input
              type="checkbox"
              className="mt-1 size-4 accent-pine"
              data-switch={name}
              checked={ignore.has(name)}
              onChange={(event) => keep(asList(all, ignore, name, event.target.checked))}
            />
            <span>
              {title}
              <span className="block text-sm whitespace-pre-wrap text-soft">{example}</span>
            </span>
          </label>
        </li>
      ))}
    </ul>
  );
}

/** The switches that are on, of all in their order; those of blanks together where both are. */

function asList(all: Switch[], on: Set<Switch>, name: Switch, now: boolean): Switch[] {
  const next = new Set(on);
  if (now) next.add(name);
  else next.delete(name);
  const list = all.filter((one) => next.has(one));
  const both = next.has("outer_blanks") && next.has("inner_blanks");
  return both ? ["blanks", ...list.filter((one) => !one.endsWith("_blanks"))] : list;
}

function alike(a: unknown, b: unknown): boolean {
  return JSON.stringify(a) === JSON.stringify(b);
}
