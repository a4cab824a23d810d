import { type ReactNode, useCallback, useState } from "react";
import { useNavigate } from "react-router";
import type { Job, PackSummary } from "../../api/client";
import { Button } from "../../ui/Button";
import { selectLook } from "../../ui/Field";
import { Notice } from "../../ui/Notice";
import { useShelf } from "../data";
import { shortName } from "../words";
import { Bring } from "./Bring";
import { Empty } from "./Empty";
import { GameEntry, PackEntry, Removed } from "./Entries";
import { NewGame } from "./NewGame";
import { NewPack } from "./NewPack";
import { Paste } from "./Paste";
import { RemoveGame } from "./RemoveGame";
import { type Order, sought } from "./sought";
import { useShelfChanges } from "./useShelfChanges";
import { Working } from "./Working";

type Opened = { what: "paste" | "pack" } | { what: "game"; pack: number | null } | undefined;

/** The shelf: what there is, and the ways to bring more. */
export function Shelf() {
  const { data, error, isPending } = useShelf();
  const [opened, setOpened] = useState<Opened>();
  const [jobs, setJobs] = useState<Job[]>([]);
  const [words, setWords] = useState("");
  const [order, setOrder] = useState<Order>("name");
  const { off, asked, back, copy, demo, problem: failed } = useShelfChanges();
  const problem = error ?? failed;
  const packs = sought(data?.packs ?? [], shortName, words, order);
  const games = sought(data?.games ?? [], ({ title }) => title, words, order);
  const many = (data?.packs.length ?? 0) + (data?.games.length ?? 0) > 1;

  return (
    <div className="mx-auto grid max-w-6xl gap-x-12 gap-y-6 px-8 py-7 lg:grid-cols-[1fr_1fr]">
      {problem && (
        <div className="lg:col-span-2">
          <Notice tone="bad">{problem.message}</Notice>
        </div>
      )}
      <section aria-labelledby="packs">
        <Head id="packs" title="Packs" as="h1" begin={() => setOpened({ what: "pack" })} />
        <Bring
          paste={() => setOpened({ what: "paste" })}
          working={(more) => setJobs((known) => [...known, ...more])}
        />
        <Jobs jobs={jobs} />
        <ul className="mt-3">
          {packs.map((pack) => (
            <PackEntry
              key={pack.id}
              pack={pack}
              games={data?.games.filter((game) => game.pack_ids.includes(pack.id)) ?? []}
              start={() => setOpened({ what: "game", pack: pack.id })}
              remove={() => off.mutate({ kind: "packs", id: pack.id })}
            />
          ))}
        </ul>
        {data?.packs.length === 0 && (
          <Empty
            busy={demo.isPending}
            loadDemo={demo.mutate}
            write={() => setOpened({ what: "pack" })}
          />
        )}
        <Removed things={data?.packs_off} putBack={(id) => back.mutate({ kind: "packs", id })} />
      </section>
      <section aria-labelledby="games">
        <Head
          id="games"
          title="Games"
          as="h2"
          begin={() => setOpened({ what: "game", pack: null })}
        >
          {many && <Finder words={words} find={setWords} order={order} sort={setOrder} />}
        </Head>
        <ul>
          {games.map((game) => (
            <GameEntry
              key={game.id}
              game={game}
              copy={() => copy.mutate(game.id)}
              remove={() => off.mutate({ kind: "games", id: game.id })}
            />
          ))}
        </ul>
        <Removed things={data?.games_off} putBack={(id) => back.mutate({ kind: "games", id })} />
        {words.trim() !== "" && packs.length + games.length === 0 && (
          <p className="text-soft">Nothing on the shelf is called that.</p>
        )}
        {data?.games.length === 0 && (
          <p className="text-soft">No game yet. “New game” begins one, with rules to begin from.</p>
        )}
        {isPending && <p role="status">Looking at the shelf …</p>}
        {many && <Backup />}
      </section>
      {asked && (
        <RemoveGame
          said={off.error?.message ?? ""}
          remove={() => off.mutate({ ...asked, close: true })}
          leave={off.reset}
        />
      )}
      <Opening
        opened={opened}
        packs={data?.packs}
        onClose={() => setOpened(undefined)}
        working={(job) => setJobs((known) => [...known, job])}
      />
    </div>
  );
}

interface HeadProps {
  id: "packs" | "games";
  title: string;
  as: "h1" | "h2";
  begin: () => void;
  children?: ReactNode;
}

/** The head of one half of the shelf, with the way to begin something new in it. */
function Head({ id, title, as: Title, begin, children }: HeadProps) {
  return (
    <div className="mb-3 flex flex-wrap items-center gap-x-3 gap-y-2">
      <Title id={id} className="text-3xl">
        {title}
      </Title>
      <Button small onClick={begin}>
        {id === "packs" ? "New pack" : "New game"}
      </Button>
      {children}
    </div>
  );
}

interface OpeningProps {
  opened: Opened;
  packs: PackSummary[] | undefined;
  onClose: () => void;
  working: (job: Job) => void;
}

/** The sheet by which something new is begun. */
function Opening({ opened, packs, onClose, working }: OpeningProps) {
  return (
    <>
      <Paste open={opened?.what === "paste"} onClose={onClose} working={working} />
      <NewPack open={opened?.what === "pack"} onClose={onClose} />
      {opened?.what === "game" && packs && (
        <NewGame packs={packs} pack={opened.pack} onClose={onClose} />
      )}
    </>
  );
}

/** Files that are being read: each opens its pack once it is ready. */
function Jobs({ jobs }: { jobs: Job[] }) {
  const navigate = useNavigate();
  const ready = useCallback((id: number) => void navigate(`/packs/${id}`), [navigate]);
  if (jobs.length === 0) return null;
  return (
    <div className="mt-3 flex flex-col gap-2">
      {jobs.map((job) => (
        <Working key={job.id} job={job} done={ready} />
      ))}
    </div>
  );
}

/** All of it as one file. */
function Backup() {
  return (
    <p className="mt-6 text-soft">
      Everything here, plays and pictures too, in one file:{" "}
      <a className="text-pine underline" href="/api/workshop/backup" download>
        save a copy
      </a>
    </p>
  );
}

interface FinderProps {
  words: string;
  find: (words: string) => void;
  order: Order;
  sort: (order: Order) => void;
}

/** What is looked for on the shelf, and in which order it stands. */
function Finder({ words, find, order, sort }: FinderProps) {
  return (
    <span className="ml-auto flex gap-2">
      <input
        type="search"
        aria-label="Find packs and games"
        placeholder="Find"
        className={`${selectLook} w-32`}
        value={words}
        onChange={(event) => find(event.target.value)}
      />
      <select
        aria-label="Order of packs and games"
        className={selectLook}
        value={order}
        onChange={(event) => sort(event.target.value as Order)}
      >
        <option value="name">by name</option>
        <option value="date">latest first</option>
      </select>
    </span>
  );
}
