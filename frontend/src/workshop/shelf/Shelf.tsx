import { useCallback, useState } from "react";
import { useNavigate } from "react-router";
import type { Job } from "../../api/client";
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
  const navigate = useNavigate();
  const ready = useCallback((id: number) => void navigate(`/packs/${id}`), [navigate]);
  const { off, asked, back, copy, demo, problem: failed } = useShelfChanges();
  const problem = error ?? failed;
  const close = () => setOpened(undefined);
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
        <div className="mb-3 flex items-center gap-3">
          <h1 id="packs" className="text-3xl">
            Packs
          </h1>
          <Button small onClick={() => setOpened({ what: "pack" })}>
            New pack
          </Button>
        </div>
        <Bring
          paste={() => setOpened({ what: "paste" })}
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
            loadDemo={() => demo.mutate()}
            write={() => setOpened({ what: "pack" })}
          />
        )}
        <Removed things={data?.packs_off} putBack={(id) => back.mutate({ kind: "packs", id })} />
      </section>
      <section aria-labelledby="games">
        <div className="mb-3 flex flex-wrap items-center gap-x-3 gap-y-2">
          <h2 id="games" className="text-3xl">
            Games
          </h2>
          <Button small onClick={() => setOpened({ what: "game", pack: null })}>
            New game
          </Button>
          {many && <Finder words={words} find={setWords} order={order} sort={setOrder} />}
        </div>
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
        {words.trim() !== "" && packs.length + games.length === 0 && (
          <p className="text-soft">Nothing on the shelf is called that.</p>
        )}
        <Removed things={data?.games_off} putBack={(id) => back.mutate({ kind: "games", id })} />
        {data?.games.length === 0 && (
          <p className="text-soft">No game yet. “New game” begins one, with rules to begin from.</p>
        )}
        {isPending && <p role="status">Looking at the shelf …</p>}
        {many && (
          <p className="mt-6 text-soft">
            Everything here, plays and pictures too, in one file:{" "}
            <a className="text-pine underline" href="/api/workshop/backup" download>
              save a copy
            </a>
          </p>
        )}
      </section>
      {asked && (
        <RemoveGame
          said={off.error?.message ?? ""}
          remove={() => off.mutate({ ...asked, close: true })}
          leave={off.reset}
        />
      )}
      <Paste
        open={opened?.what === "paste"}
        onClose={close}
        working={(job) => setJobs((known) => [...known, job])}
      />
      <NewPack open={opened?.what === "pack"} onClose={close} />
      {opened?.what === "game" && data && (
        <NewGame packs={data.packs} pack={opened.pack} onClose={close} />
      )}
    </div>
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
