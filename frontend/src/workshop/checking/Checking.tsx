import { keepPreviousData, useMutation, useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { useSearchParams } from "react-router";
import { api, type CheckingOf, type Edit, type Game, type PackSummary } from "../../api/client";
import { SnagText } from "../snags/SnagText";
import { Notice } from "../../ui/Notice";
import { kept } from "../../kept";
import { useShow } from "../data";
import { GameHead } from "../GameHead";
import { useGameChange } from "../useGameChange";
import { WithGame } from "../WithGame";
import { Picker } from "./Picker";
import { Samples } from "./Samples";
import { Steps } from "./Steps";
import { Switches } from "./Switches";

/** The checking screen: the switches at one side, what they make of answers at the other. */
export function Checking() {
  return <WithGame>{(game) => <OfGame key={game.id} game={game} />}</WithGame>;
}

function OfGame({ game }: { game: Game }) {
  const { packs } = game;
  const [params, setParams] = useSearchParams();
  const pack = packs.find(({ id }) => id === Number(params.get("pack"))) ?? packs[0];
  const number = Math.min(Number(params.get("q") ?? 0), Math.max(0, (pack?.questions ?? 1) - 1));
  const changing = useGameChange(game);
  return (
    <div className="flex h-full flex-col">
      <GameHead
        game={game}
        title="Checking"
        about="What counts as right, and why: turn a switch and watch the verdicts."
        changing={changing}
      />
      {pack ? (
        <Tried
          game={game}
          packs={packs}
          pack={pack}
          number={number}
          pick={(packId, q) => setParams({ pack: String(packId), q: String(q) })}
          change={(edits) => changing.change(edits)}
          undo={() => changing.turn("undo")}
        />
      ) : (
        <p className="p-7">This game names no pack that stands on the shelf yet.</p>
      )}
    </div>
  );
}

interface TriedProps {
  game: Game;
  packs: PackSummary[];
  pack: PackSummary;
  number: number;
  pick: (pack: number, number: number) => void;
  change: (edits: Edit[]) => void;
  undo: () => void;
}

function Tried({ game, packs, pack, number, pick, change, undo }: TriedProps) {
  const show = useShow();
  const [typed, setTyped] = useState("");
  const [own, setOwn] = useOwnSamples(game, pack.id, number);
  const texts = typed ? [typed, ...own] : own;
  const tried = useQuery({
    queryKey: ["checking", game.id, game.revision, pack.id, pack.revision, number, texts],
    queryFn: () => api.checking(game.id, pack.id, number, texts),
    placeholderData: keepPreviousData,
  });
  const accept = useMutation({
    mutationFn: (text: string) => api.accept(pack.id, number, text, pack.revision),
    onSuccess: show.pack,
  });
  const before = useBefore(tried.data, `${pack.id} ${number}`);
  if (tried.error) {
    return (
      <div className="p-7">
        <Notice tone="bad">{tried.error.message}</Notice>
      </div>
    );
  }
  const found = tried.data;
  if (!found) return <p className="p-7">Looking at the answers …</p>;
  const shown = typed ? found.samples.find(({ text }) => text === typed) : undefined;
  const question = found.question;
  return (
    <div className="grid min-h-0 flex-1 grid-cols-[19rem_1fr] grid-rows-[minmax(0,1fr)] max-lg:grid-cols-1 max-lg:grid-rows-none">
      <Switches
        found={found}
        pack={pack}
        change={change}
        questionId={question?.id}
        key={`${pack.id} ${question?.id}`}
      />
      <div
        className="flex min-h-0 flex-col gap-4 overflow-auto px-7 py-4"
        tabIndex={0}
        role="group"
        aria-label="Try answers"
      >
        <Picker packs={packs} pack={pack} number={number} question={question} pick={pick} />
        {found.generated ? (
          <Notice tone="info">
            This is a recipe. Its questions are made when they are dealt, so there is no one answer
            to try.
          </Notice>
        ) : (
          <>
            <form
              className="grid grid-cols-[1fr_1fr] gap-6"
              onSubmit={(event) => {
                event.preventDefault();
                if (typed && !own.includes(typed)) setOwn([typed, ...own]);
                setTyped("");
              }}
            >
              <TypeOne typed={typed} type={setTyped} />
              <Steps tried={shown} />
            </form>
            {accept.error && <Notice tone="bad">{accept.error.message}</Notice>}
            <Samples
              samples={found.samples.filter(({ text }) => text !== typed || own.includes(text))}
              own={own}
              before={before}
              typedIn={question !== null && question.options.length === 0}
              pin={(text, must) => change(pinned(found, question?.id ?? "", text, must))}
              accept={(text) => accept.mutate(text)}
              forget={(text) => setOwn(own.filter((one) => one !== text))}
            />
          </>
        )}
        <Pass found={found} undo={undo} canUndo={game.can_undo} change={change} />
      </div>
    </div>
  );
}

function TypeOne({ typed, type }: { typed: string; type: (text: string) => void }) {
  return (
    <div>
      <label htmlFor="try" className="font-bold">
        Type an answer
      </label>
      <input
        id="try"
        autoComplete="off"
        spellCheck={false}
        className="mt-1 w-full rounded-md border border-edge bg-sheet px-3 py-1.5 font-mono"
        value={typed}
        onChange={(event) => type(event.target.value)}
      />
      <p className="mt-1 text-sm text-soft">Enter keeps it in the list below.</p>
    </div>
  );
}

/** What the switches do elsewhere in the game: broken samples, options that collide. */
function Pass({
  found,
  undo,
  canUndo,
  change,
}: {
  found: CheckingOf;
  undo: () => void;
  canUndo: boolean;
  change: (edits: Edit[]) => void;
}) {
  return (
    <section aria-labelledby="pass" aria-live="polite">
      <h2 id="pass" className="mb-1 text-xl">
        In the whole game
      </h2>
      {found.broken.length + found.collisions.length === 0 && (
        <p className="text-soft">No pinned sample is broken, and no two options collide.</p>
      )}
      <ul className="flex flex-col gap-2">
        {found.broken.map((snag) => {
          const at = Number(snag.path.split(".").at(-1)) - 1;
          return (
            <li key={snag.path} data-snag={snag.code} className="border-l-[3px] border-ochre pl-3">
              <SnagText snag={snag} />
              <span className="mt-1 flex gap-4 text-sm">
                {canUndo && (
                  <Act onPress={undo} said="Undo the last change">
                    Undo the last change
                  </Act>
                )}
                <Act
                  said="Let this sample go"
                  onPress={() =>
                    change([{ do: "remove", path: ["checking", "samples", at], to: 0 }])
                  }
                >
                  Let this sample go
                </Act>
              </span>
            </li>
          );
        })}
        {found.collisions.map((said) => (
          <li key={said} data-snag="collision" className="border-l-[3px] border-ochre pl-3">
            {said}
          </li>
        ))}
      </ul>
    </section>
  );
}

function Act({ onPress, said, children }: { onPress: () => void; said: string; children: string }) {
  return (
    <button
      type="button"
      aria-label={said}
      onClick={onPress}
      className="font-bold text-pine underline-offset-4 hover:underline"
    >
      {children}
    </button>
  );
}

/** The changes that pin a sample as right or wrong, or let it go. */
function pinned(
  found: CheckingOf,
  question: string,
  text: string,
  must: "" | "right" | "wrong",
): Edit[] {
  const pin = found.samples.find((one) => one.text === text)?.pin ?? -1;
  const path = ["checking", "samples", pin];
  if (must === "") return pin < 0 ? [] : [{ do: "remove", path, to: 0 }];
  if (pin >= 0) return [{ do: "set", path: [...path, "must"], value: must, to: 0 }];
  const at = found.game.samples?.length ?? 0;
  const value = { question, answer: text, must };
  return [{ do: "insert", path: ["checking", "samples", at], value, to: 0 }];
}

/** The maker's own samples of a question, kept in this browser. */
function useOwnSamples(game: Game, pack: number, number: number) {
  const key = `dicetrail.samples.${game.id}.${game.born}.${pack}.${number}`;
  const [shown, setShown] = useState<{ key: string; texts: string[] }>({ key: "", texts: [] });
  const texts = shown.key === key ? shown.texts : textsKept(key);
  const set = (next: string[]) => {
    localStorage.setItem(key, JSON.stringify(next.slice(0, 20)));
    setShown({ key, texts: next.slice(0, 20) });
  };
  return [texts, set] as const;
}

function textsKept(key: string): string[] {
  const found = kept(key);
  return Array.isArray(found) ? found.filter((one) => typeof one === "string") : [];
}

type Verdicts = Record<string, string>;

/** The verdicts as they were under the settings before the present ones. */
function useBefore(found: CheckingOf | undefined, about: string): Verdicts {
  const [seen, setSeen] = useState<{
    about: string;
    revision: number;
    now: Verdicts;
    was: Verdicts;
  }>({ about, revision: 0, now: {}, was: {} });
  if (!found) return {};
  const now = Object.fromEntries(found.samples.map(({ text, verdict }) => [text, verdict]));
  const same = seen.about === about && seen.revision === found.revision;
  if (!same) {
    setSeen({
      about,
      revision: found.revision,
      now,
      was: seen.about === about ? seen.now : {},
    });
  } else if (Object.keys(now).some((text) => !(text in seen.now))) {
    setSeen({ ...seen, now: { ...now, ...seen.now } });
  }
  return seen.was;
}
