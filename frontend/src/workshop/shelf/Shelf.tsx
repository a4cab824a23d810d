import { useMutation, useQueryClient } from "@tanstack/react-query";
import clsx from "clsx";
import { Ellipsis } from "lucide-react";
import { type DragEvent, useCallback, useRef, useState } from "react";
import { Link, useNavigate } from "react-router";
import {
  api,
  type Brought,
  type Game,
  gameFile,
  type Job,
  type Kind,
  type Pack,
  packFile,
  type Settings,
  type Shelf as ShelfData,
} from "../../api/client";
import { Button } from "../../ui/Button";
import { Menu, MenuDo, MenuFile } from "../../ui/Menu";
import { Notice } from "../../ui/Notice";
import { useShelf } from "../data";
import { counted, gameWords, packWords, shortName } from "../words";
import { NewGame } from "./NewGame";
import { LookFirst } from "./LookFirst";
import { Paste } from "./Paste";
import { Working } from "./Working";

interface Thing {
  kind: Kind;
  id: number;
}

/** The shelf: what there is, and the ways to bring more. */
export function Shelf() {
  const { data, error, isPending } = useShelf();
  const [pasting, setPasting] = useState(false);
  const [basis, setBasis] = useState<Pack>();
  const [jobs, setJobs] = useState<Job[]>([]);
  const navigate = useNavigate();
  const ready = useCallback((id: number) => void navigate(`/packs/${id}`), [navigate]);
  const queries = useQueryClient();
  const show = (now: ShelfData) => queries.setQueryData(["shelf"], now);
  const off = useMutation({
    mutationFn: ({ kind, id }: Thing) => api.takeOff(kind, id),
    onSuccess: show,
  });
  const back = useMutation({
    mutationFn: ({ kind, id }: Thing) => api.putBack(kind, id),
    onSuccess: show,
  });
  const copy = useMutation({
    mutationFn: (id: number) => api.copyGame(id),
    onSuccess: (game) => void navigate(`/games/${game.id}/rules`),
  });
  const problem = error ?? off.error ?? back.error ?? copy.error;

  return (
    <div className="mx-auto grid max-w-6xl gap-x-12 gap-y-8 px-8 py-7 lg:grid-cols-[1fr_1fr]">
      {problem && (
        <div className="lg:col-span-2">
          <Notice tone="bad">{problem.message}</Notice>
        </div>
      )}
      <section aria-labelledby="packs">
        <h1 id="packs" className="mb-3 text-3xl">
          Packs
        </h1>
        <Bring
          paste={() => setPasting(true)}
          working={(more) => setJobs((known) => [...known, ...more])}
        />
        {jobs.length > 0 && (
          <div className="mt-3 flex flex-col gap-2">
            {jobs.map((job) => (
              <Working key={job.id} job={job} done={ready} />
            ))}
          </div>
        )}
        <ul className="mt-3">
          {data?.packs.map((pack) => (
            <PackEntry
              key={pack.id}
              pack={pack}
              start={() => setBasis(pack)}
              takeOff={() => off.mutate({ kind: "packs", id: pack.id })}
            />
          ))}
        </ul>
        <Off things={data?.packs_off} putBack={(id) => back.mutate({ kind: "packs", id })} />
        {data?.packs.length === 0 && (
          <p className="mt-3 text-soft">
            No pack yet. A pack is a file with a question and its answer on every line, parted by a
            tab, comma or semicolon; or a spreadsheet, JSON or YAML.
          </p>
        )}
      </section>
      <section aria-labelledby="games">
        <h2 id="games" className="mb-3 text-3xl">
          Games
        </h2>
        <ul>
          {data?.games.map((game) => (
            <GameEntry
              key={game.id}
              game={game}
              copy={() => copy.mutate(game.id)}
              takeOff={() => off.mutate({ kind: "games", id: game.id })}
            />
          ))}
        </ul>
        <Off things={data?.games_off} putBack={(id) => back.mutate({ kind: "games", id })} />
        {data?.games.length === 0 && (
          <p className="text-soft">No game yet. Choose “New game” beside a pack to begin one.</p>
        )}
        {isPending && <p role="status">Looking at the shelf …</p>}
      </section>
      <Paste
        open={pasting}
        onClose={() => setPasting(false)}
        working={(job) => setJobs((known) => [...known, job])}
      />
      <NewGame pack={basis} onClose={() => setBasis(undefined)} />
    </div>
  );
}

interface GameEntryProps {
  game: Game;
  copy: () => void;
  takeOff: () => void;
}

function GameEntry({ game, copy, takeOff }: GameEntryProps) {
  return (
    <li className="border-b border-line py-2 first:border-t">
      <div className="flex items-center gap-3">
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
        <Menu label={<More of={game.title} />}>
          <MenuDo act={copy}>Make a copy</MenuDo>
          <MenuFile href={gameFile(game.id)}>Save as file</MenuFile>
          <MenuDo act={takeOff}>Take off the shelf</MenuDo>
        </Menu>
      </div>
      <p className={game.playable ? "text-soft" : "text-ember"}>
        {counted(game.questions, "question")} · {gameWords(game)}
      </p>
    </li>
  );
}

interface PackEntryProps {
  pack: Pack;
  start: () => void;
  takeOff: () => void;
}

function PackEntry({ pack, start, takeOff }: PackEntryProps) {
  return (
    <li className="flex items-center gap-3 border-b border-line py-2">
      <div className="min-w-0 flex-1">
        <Link to={`/packs/${pack.id}`} className="font-bold break-words hover:text-pine">
          {shortName(pack)}
        </Link>
        <p className="text-soft">{packWords(pack)}</p>
      </div>
      <Button small onClick={start} disabled={pack.questions === 0}>
        New game<span className="sr-only"> from {shortName(pack)}</span>
      </Button>
      <Menu label={<More of={shortName(pack)} />}>
        <MenuFile href={packFile(pack.id)}>Save as file</MenuFile>
        <MenuDo act={takeOff}>Take off the shelf</MenuDo>
      </Menu>
    </li>
  );
}

function More({ of }: { of: string }) {
  return (
    <>
      <Ellipsis className="size-4" aria-hidden="true" />
      <span className="sr-only">More for {of}</span>
    </>
  );
}

interface OffProps {
  things: ShelfData["packs_off"] | undefined;
  putBack: (id: number) => void;
}

/** What was taken off the shelf and can be put back. */
function Off({ things = [], putBack }: OffProps) {
  if (things.length === 0) return null;
  return (
    <details className="mt-4 text-soft" open={things.length < 4}>
      <summary>Taken off the shelf</summary>
      <ul>
        {things.map(({ id, title }) => (
          <li key={id} data-off={id} className="flex items-baseline gap-3 py-0.5">
            <span className="min-w-0 flex-1 break-words">{title.replace(/^packs\//, "")}</span>
            <Button small weight="quiet" onClick={() => putBack(id)}>
              Put back<span className="sr-only"> {title}</span>
            </Button>
          </li>
        ))}
      </ul>
    </details>
  );
}

function Bring({ paste, working }: { paste: () => void; working: (jobs: Job[]) => void }) {
  const navigate = useNavigate();
  const input = useRef<HTMLInputElement>(null);
  const [over, setOver] = useState(false);
  const [lookFirst, setLookFirst] = useState(false);
  const [looking, setLooking] = useState<File>();
  const bring = useMutation({
    mutationFn: async ({ files, settings }: { files: File[]; settings?: Settings }) => {
      const brought: Brought[] = [];
      for (const file of files) brought.push(await api.bring(file, settings));
      return brought;
    },
    onSuccess: (brought) => {
      setLooking(undefined);
      working(brought.flatMap(({ job }) => job ?? []));
      const [first, ...more] = brought;
      if (first?.pack && more.length === 0) void navigate(`/packs/${first.pack.id}`);
    },
  });
  const take = (files: File[]) => {
    const [first, ...more] = files;
    if (!first) return;
    if (lookFirst && more.length === 0) setLooking(first);
    else bring.mutate({ files });
  };
  const drop = (event: DragEvent) => {
    event.preventDefault();
    setOver(false);
    take([...event.dataTransfer.files]);
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
        {bring.isPending ? "Reading …" : "Drop files here, or"}
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
          take(files);
        }}
      />
      <Button weight="main" onClick={() => input.current?.click()}>
        Choose files
      </Button>
      <Button onClick={paste}>Paste text</Button>
      <label className="flex w-full items-center gap-2 text-sm text-soft">
        <input
          type="checkbox"
          className="size-4 accent-pine"
          checked={lookFirst}
          onChange={(event) => setLookFirst(event.target.checked)}
        />
        Look at the columns before reading
      </label>
      {looking && (
        <LookFirst
          key={looking.name}
          file={looking}
          busy={bring.isPending}
          done={(settings) => bring.mutate({ files: [looking], settings })}
          leave={() => setLooking(undefined)}
        />
      )}
      {bring.error && (
        <div className="w-full">
          <Notice tone="bad">{bring.error.message}</Notice>
        </div>
      )}
    </div>
  );
}
