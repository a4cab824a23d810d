import { useQuery } from "@tanstack/react-query";
import clsx from "clsx";
import { useCallback, useEffect, useRef, useState } from "react";
import { useParams } from "react-router";
import { api, type Game, type Snag, type Words } from "../../api/client";
import { Button } from "../../ui/Button";
import { Light } from "../../ui/Light";
import { SnagEntry } from "../snags/SnagText";
import { Notice } from "../../ui/Notice";
import { useShow } from "../data";
import { draftOf, type SaveState, useAutosave } from "./useAutosave";
import { type Editor, YamlEditor } from "./YamlEditor";

/** The rules of a game as text, saved as they are typed, with their snags beside them. */
export function TextSide() {
  const id = Number(useParams()["gameId"]);
  const game = useQuery({
    queryKey: ["game", id],
    queryFn: () => api.game(id),
    staleTime: 0,
    gcTime: 0,
  });
  const words = useQuery({ queryKey: ["words"], queryFn: api.words, staleTime: Infinity });
  if (game.error) {
    return (
      <div className="p-8">
        <Notice tone="bad">{game.error.message}</Notice>
      </div>
    );
  }
  if (!game.data || !words.data) return <p className="p-8">Opening the rules …</p>;
  return <RulesSheet key={id} opened={game.data} words={words.data} />;
}

function RulesSheet({ opened, words }: { opened: Game; words: Words }) {
  const showGame = useShow().game;
  const show = useRef(showGame);
  useEffect(() => {
    show.current = showGame;
  });
  const editor = useRef<Editor>(null);
  const [first] = useState(opened);
  const [draft] = useState(() => draftOf(opened));
  const [game, setGame] = useState(opened);
  const saved = useCallback((now: Game) => {
    setGame(now);
    show.current(now);
  }, []);
  const { state, problem, change, keepMine, takeOther } = useAutosave(first, draft, saved);

  return (
    <div className="grid min-h-0 flex-1 grid-cols-[1fr_21rem] grid-rows-[auto_1fr] max-lg:grid-cols-1">
      <div className="col-span-full border-b border-line px-7 py-1.5">
        <SaveNote state={state} />
      </div>
      <div className="flex min-h-80 flex-col overflow-hidden">
        {draft !== undefined && (
          <Notice tone="info">
            This page was closed before your last words were saved. They are back.
          </Notice>
        )}
        {state === "failed" && (
          <Notice tone="bad">
            Not saved: {problem} Trying again; what you typed is kept in this browser.
          </Notice>
        )}
        {state === "stale" && (
          <Notice tone="mind">
            <span className="flex flex-wrap items-center gap-3">
              These rules were changed in another window. Which shall stay?
              <Button small onClick={() => void keepMine()}>
                Mine
              </Button>
              <Button
                small
                onClick={() => void takeOther().then((text) => editor.current?.replace(text))}
              >
                The other
              </Button>
            </span>
          </Notice>
        )}
        <div className="min-h-0 flex-1">
          <YamlEditor
            handle={editor}
            text={draft?.text ?? first.text}
            snags={game.snags}
            words={[
              ...game.meters,
              ...words.names,
              ...words.functions,
              ...words.moments,
              ...words.cues,
            ]}
            onChange={change}
          />
        </div>
      </div>
      <aside
        className="flex flex-col gap-6 overflow-auto px-6 py-5"
        tabIndex={0}
        aria-label="Beside the rules"
      >
        <Snags snags={game.snags} goTo={(snag) => editor.current?.goTo(snag.line, snag.column)} />
        <WordList title="Your meters" words={game.meters} />
        <WordList title="Moments" words={words.moments} />
        <WordList title="Words for if, add and {…}" words={words.names} />
        <WordList title="Functions" words={words.functions} />
        <WordList title="Cues" words={words.cues} />
      </aside>
    </div>
  );
}

const SAVE_WORDS: Record<SaveState, string> = {
  saved: "Everything is saved",
  waiting: "Typing …",
  saving: "Saving …",
  failed: "Not saved",
  stale: "Changed elsewhere",
};

function SaveNote({ state }: { state: SaveState }) {
  const bad = state === "failed" || state === "stale";
  return (
    <p role="status" data-save={state} className={bad ? "font-bold text-ember" : "text-soft"}>
      {SAVE_WORDS[state]}
    </p>
  );
}

const EDGE: Record<Snag["severity"], string> = {
  stop: "border-ember",
  warn: "border-ochre",
  note: "border-lake",
};

function Snags({ snags, goTo }: { snags: Snag[]; goTo: (snag: Snag) => void }) {
  return (
    <section aria-labelledby="snags" aria-live="polite">
      <h2 id="snags" className="mb-2 text-xl">
        Snags
      </h2>
      {snags.length === 0 && <p className="text-soft">None. The game can be played.</p>}
      <ul className="flex flex-col gap-2">
        {snags.map((snag) => (
          <li key={`${snag.code} ${snag.line} ${snag.column} ${snag.path}`}>
            <button
              type="button"
              data-snag={snag.code}
              onClick={() => goTo(snag)}
              className={clsx(
                "w-full rounded-sm border-l-[3px] py-1 pr-2 pl-3 text-left break-words hover:bg-straw",
                EDGE[snag.severity],
              )}
            >
              <span className="block text-sm text-soft">
                line {snag.line}
                {snag.severity === "stop" && " · stops the game"}
              </span>
              <Light text={snag.message} />
            </button>
            <SnagEntry code={snag.code} />
          </li>
        ))}
      </ul>
    </section>
  );
}

function WordList({ title, words }: { title: string; words: string[] }) {
  if (words.length === 0) return null;
  return (
    <section>
      <h2 className="mb-1 text-lg">{title}</h2>
      <p className="font-mono text-sm leading-relaxed text-soft">{words.join("  ")}</p>
    </section>
  );
}
