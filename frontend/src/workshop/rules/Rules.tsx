import { keepPreviousData, useQuery, useQueryClient } from "@tanstack/react-query";
import { lazy, Suspense, useEffect, useState } from "react";
import { useSearchParams } from "react-router";
import { api, type Game, gameFile, type Snag } from "../../api/client";
import { buttonLook } from "../../ui/Button";
import { Notice } from "../../ui/Notice";
import { GameHead } from "../GameHead";
import { useRules } from "../data";
import { useGameChange } from "../useGameChange";
import { WithGame } from "../WithGame";
import { SnagLines } from "../snags/SnagLine";
import { ComesToSide } from "./ComesToSide";
import { Before, House } from "./House";
import { GamesRows, roundAt } from "./GamesRows";
import { Moments } from "./Moments";
import { Helps } from "./Helps";
import { Named } from "./Named";
import { Results } from "./Results";
import { RoundHouse } from "./RoundHouse";
import { Players } from "./Players";
import { Rounds } from "./Rounds";
import { askFocus } from "./focus";
import type { Change, Words } from "./rows";
import { draftOf } from "./useAutosave";

/** With an editor of code, which is larger than all else of the workshop: not before it is wanted. */
const TextSide = lazy(() => import("./TextSide").then(({ TextSide }) => ({ default: TextSide })));

type Side = "table" | "text";

/** The rules of a game: a table of sentences and the text of the same document, two views of one thing. */
export function Rules() {
  return <WithGame>{(game) => <RulesOfGame key={game.id} game={game} />}</WithGame>;
}

function RulesOfGame({ game }: { game: Game }) {
  const [params, setParams] = useSearchParams();
  const [drafted] = useState(() => draftOf(game) !== undefined);
  const side: Side =
    (params.get("side") ?? (drafted ? "text" : "table")) === "text" ? "text" : "table";
  const setSide = (next: Side) => setParams({ side: next }, { replace: true });
  const changing = useGameChange(game, side === "table");
  return (
    <div className="flex h-full flex-col">
      <GameHead
        game={game}
        title="Rules"
        about="What every outcome does, and what it comes to."
        changing={changing}
        quiet={side === "text"}
      >
        <span role="group" aria-label="How to see the rules" className="flex gap-3 pr-3">
          {(["table", "text"] as const).map((one) => (
            <button
              key={one}
              type="button"
              aria-pressed={side === one}
              onClick={() => setSide(one)}
              className="border-b-2 border-transparent text-soft aria-pressed:border-pine aria-pressed:font-bold aria-pressed:text-pine"
            >
              {one === "table" ? "As sentences" : "As text"}
            </button>
          ))}
        </span>
        <a className={buttonLook("plain", true)} href={gameFile(game.id)} download>
          Save as file
        </a>
      </GameHead>
      <Suspense>
        {side === "table" ? (
          <Table game={game} changing={changing} toText={() => setSide("text")} />
        ) : (
          <TextSide />
        )}
      </Suspense>
    </div>
  );
}

interface TableProps {
  game: Game;
  changing: ReturnType<typeof useGameChange>;
  toText: () => void;
}

function Table({ game, changing, toText }: TableProps) {
  const [params, setParams] = useSearchParams();
  const rules = useRules(game);
  const comesTo = useComesTo(game);
  const covered = useQuery({
    queryKey: ["coverage", game.id, game.revision, game.dice, []],
    queryFn: () => api.coverage(game.id, []),
    placeholderData: keepPreviousData,
    retry: false,
  }).data;
  if (rules.error) {
    return (
      <div className="flex flex-col gap-3 p-7">
        <Notice tone="bad">{rules.error.message}</Notice>
        <button type="button" className="self-start font-bold text-pine" onClick={toText}>
          To the text
        </button>
      </div>
    );
  }
  if (!rules.data) return <p className="p-7">Reading the rules …</p>;
  const document = rules.data.document;
  const words: Words = {
    ...rules.data,
    game: game.id,
    meters: Object.keys(document.meters ?? {}),
  };
  const fresh = comesTo?.revision === game.revision ? comesTo : undefined;
  const snags = together(game.snags, fresh?.snags ?? []);
  const elsewhere = snags.filter(
    ({ path }) =>
      !/^((rounds\.\d+\.)?consequences|endings|awards|names|helps|players)\.?/.test(path),
  );
  const rounds = document.rounds ?? [];
  const asked = Number(params.get("round"));
  const place = asked >= 1 && asked <= rounds.length ? asked - 1 : undefined;
  const round = roundAt(document, place);
  const show = (next: number | undefined) =>
    setParams(next === undefined ? {} : { round: String(next + 1) }, { replace: true });
  const change: Change = (edits, focus) =>
    changing.change(edits, ({ revision }) => focus !== undefined && askFocus(focus, revision));
  const common = { words, change };
  const { comment } = changing;
  return (
    <div className="grid min-h-0 flex-1 grid-cols-[1fr_20.5rem] grid-rows-[minmax(0,1fr)] max-lg:grid-cols-1 max-lg:grid-rows-none">
      <div
        className="relative flex min-h-0 flex-col gap-5 overflow-auto px-7 py-4"
        tabIndex={0}
        role="group"
        aria-label="The rules as sentences"
      >
        <SnagLines snags={elsewhere} change={change} />
        <Rounds document={document} round={place} show={show} change={change} />
        {round && place !== undefined ? (
          <RoundHouse document={document} round={round} place={place} show={show} {...common} />
        ) : (
          <House
            document={document}
            {...common}
            renameMeter={changing.renameMeter}
            comment={comment}
          />
        )}
        {!round && (
          <>
            <Players document={document} snags={snags} {...common} />
            <Helps document={document} snags={snags} {...common} />
            <Named
              game={game}
              document={document}
              snags={snags}
              {...common}
              rename={changing.renameNamed}
            />
          </>
        )}
        <section aria-labelledby="consequences">
          <h2 id="consequences" className="mb-2 text-xl">
            {round ? `Rows of ${round.name}` : "Consequences"}
            <span className="ml-3 font-text text-sm font-normal text-soft">
              {round
                ? "They are looked at before the game’s."
                : "At each moment the first row that holds applies."}
            </span>
          </h2>
          <Moments
            key={place ?? "all"}
            rules={rules.data}
            round={place}
            snags={snags}
            covered={covered}
            {...common}
            comment={comment}
          />
        </section>
        {round ? (
          <GamesRows rules={rules.data} show={() => show(undefined)} />
        ) : (
          <>
            <Results document={document} snags={snags} {...common} comment={comment} />
            <Before document={document} {...common} />
          </>
        )}
      </div>
      <aside
        className="overflow-auto border-l border-line px-5 py-4 max-lg:border-t max-lg:border-l-0"
        tabIndex={0}
        aria-label="What it comes to"
      >
        <h2 className="mb-2 text-xl">What it comes to</h2>
        <ComesToSide game={game} comesTo={comesTo} covered={covered} />
      </aside>
    </div>
  );
}

/** What the rules come to, as far as it is known; it is asked for until all plays were gone through. */
function useComesTo(game: Game) {
  const queries = useQueryClient();
  const { data } = useQuery({
    queryKey: ["comes-to", game.id, game.revision],
    queryFn: () => api.comesTo(game.id),
    placeholderData: keepPreviousData,
    retry: false,
    refetchInterval: ({ state }) => (state.data?.ready === false ? 300 : false),
  });
  const found = data?.ready ? data.revision : undefined;
  useEffect(() => {
    // The number of snags in the top line counts what going through the plays brought up.
    if (found !== undefined) void queries.invalidateQueries({ queryKey: ["game", game.id] });
  }, [found, game.id, queries]);
  return data;
}

/** Both lists of snags, each snag once. */
function together(some: Snag[], more: Snag[]): Snag[] {
  const known = new Set(some.map(({ code, path }) => `${code} ${path}`));
  return [...some, ...more.filter(({ code, path }) => !known.has(`${code} ${path}`))];
}
