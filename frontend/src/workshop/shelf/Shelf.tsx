import { useMutation } from "@tanstack/react-query";
import clsx from "clsx";
import { type DragEvent, useRef, useState } from "react";
import { Link, useNavigate } from "react-router";
import { api, type Game, type Pack } from "../../api/client";
import { Button } from "../../ui/Button";
import { Notice } from "../../ui/Notice";
import { useShelf } from "../data";
import { counted, gameWords, packWords, shortName } from "../words";
import { NewGame } from "./NewGame";
import { Paste } from "./Paste";

/** The shelf: what there is, and the ways to bring more. */
export function Shelf() {
  const { data, error, isPending } = useShelf();
  const [pasting, setPasting] = useState(false);
  const [basis, setBasis] = useState<Pack>();

  return (
    <div className="mx-auto grid max-w-6xl gap-x-12 gap-y-8 px-8 py-7 lg:grid-cols-[1fr_1fr]">
      {error && (
        <div className="lg:col-span-2">
          <Notice tone="bad">{error.message}</Notice>
        </div>
      )}
      <section aria-labelledby="packs">
        <h1 id="packs" className="mb-3 text-3xl">
          Packs
        </h1>
        <Bring paste={() => setPasting(true)} />
        <ul className="mt-3">
          {data?.packs.map((pack) => (
            <PackEntry key={pack.id} pack={pack} start={() => setBasis(pack)} />
          ))}
        </ul>
        {data?.packs.length === 0 && (
          <p className="mt-3 text-soft">
            No pack yet. A pack is a file with a question and its answer on every line, parted by a
            tab, comma or semicolon.
          </p>
        )}
      </section>
      <section aria-labelledby="games">
        <h2 id="games" className="mb-3 text-3xl">
          Games
        </h2>
        <ul>
          {data?.games.map((game) => (
            <GameEntry key={game.id} game={game} />
          ))}
        </ul>
        {data?.games.length === 0 && (
          <p className="text-soft">No game yet. Choose “New game” beside a pack to begin one.</p>
        )}
        {isPending && <p role="status">Looking at the shelf …</p>}
      </section>
      <Paste open={pasting} onClose={() => setPasting(false)} />
      <NewGame pack={basis} onClose={() => setBasis(undefined)} />
    </div>
  );
}

function GameEntry({ game }: { game: Game }) {
  return (
    <li className="border-b border-line py-3 first:border-t">
      <div className="flex items-baseline gap-3">
        <Link
          to={`/games/${game.id}/rules`}
          className="flex-1 font-head text-xl font-semibold hover:text-pine"
        >
          {game.title}
        </Link>
        {game.playable && (
          <a
            className="font-bold text-pine underline underline-offset-4"
            href={`/play/${game.slug}`}
            target="_blank"
            rel="noreferrer"
          >
            Play<span className="sr-only"> {game.title}</span>
          </a>
        )}
      </div>
      <p className={game.playable ? "text-soft" : "text-ember"}>
        {counted(game.questions, "question")} · {gameWords(game)}
      </p>
    </li>
  );
}

function PackEntry({ pack, start }: { pack: Pack; start: () => void }) {
  return (
    <li className="flex items-center gap-3 border-b border-line py-3">
      <div className="min-w-0 flex-1">
        <Link to={`/packs/${pack.id}`} className="font-bold break-words hover:text-pine">
          {shortName(pack)}
        </Link>
        <p className="text-soft">{packWords(pack)}</p>
      </div>
      <Button small onClick={start} disabled={pack.questions === 0}>
        New game<span className="sr-only"> from {shortName(pack)}</span>
      </Button>
    </li>
  );
}

function Bring({ paste }: { paste: () => void }) {
  const navigate = useNavigate();
  const input = useRef<HTMLInputElement>(null);
  const [over, setOver] = useState(false);
  const bring = useMutation({
    mutationFn: async (files: File[]) => {
      const brought: Pack[] = [];
      for (const file of files) brought.push(await api.bring(file));
      return brought;
    },
    onSuccess: ([first, ...more]) => {
      if (first && more.length === 0) void navigate(`/packs/${first.id}`);
    },
  });
  const drop = (event: DragEvent) => {
    event.preventDefault();
    setOver(false);
    const files = [...event.dataTransfer.files];
    if (files.length > 0) bring.mutate(files);
  };
  return (
    <div
      data-drop="questions"
      onDrop={drop}
      onDragOver={(event) => {
        event.preventDefault();
        setOver(true);
      }}
      onDragLeave={() => setOver(false)}
      className={clsx(
        "flex flex-wrap items-center gap-3 rounded-md border border-dashed px-4 py-4",
        over ? "border-pine bg-moss" : "border-edge bg-sheet",
      )}
    >
      <p className="flex-1 whitespace-nowrap">
        {bring.isPending ? "Reading …" : "Drop question files here, or"}
      </p>
      <input
        ref={input}
        type="file"
        multiple
        className="hidden"
        aria-label="Question files"
        onChange={(event) => {
          const files = [...(event.target.files ?? [])];
          event.target.value = "";
          if (files.length > 0) bring.mutate(files);
        }}
      />
      <Button weight="main" onClick={() => input.current?.click()}>
        Choose files
      </Button>
      <Button onClick={paste}>Paste text</Button>
      {bring.error && (
        <div className="w-full">
          <Notice tone="bad">{bring.error.message}</Notice>
        </div>
      )}
    </div>
  );
}
