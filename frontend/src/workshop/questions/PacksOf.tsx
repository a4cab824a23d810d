import { useMutation } from "@tanstack/react-query";
import { Ellipsis } from "lucide-react";
import { useRef, useState } from "react";
import { Link, useNavigate } from "react-router";
import { api, type Edit, type Game, type Job, type Pack, type PackSummary } from "../../api/client";
import { Menu, MenuDo } from "../../ui/Menu";
import { FileInput } from "../../ui/FileInput";
import { Notice } from "../../ui/Notice";
import { useShelf, useShow } from "../data";
import { insert, move, remove } from "../rules/rows";
import { Working } from "../shelf/Working";
import { useGameChange } from "../useGameChange";
import { counted, shortName } from "../words";

interface Props {
  game: Game;
  pack: Pack | undefined;
}

/** The packs of a game: looked at, added from the shelf or from a file, put in order, removed. */
export function PacksOf({ game, pack }: Props) {
  const navigate = useNavigate();
  const { packs } = game;
  const shelf = useShelf().data?.packs ?? [];
  const { change, changeAsync, problem } = useGameChange(game, false);
  const others = shelf.filter(({ name }) => !game.pack_names.includes(name));
  const place = (one: PackSummary) => game.pack_names.indexOf(one.name);
  const open = (one: { id: number }) => void navigate(`/games/${game.id}/questions/${one.id}`);
  const include = async (one: { id: number; name: string }) => {
    await changeAsync([insert(["packs", game.pack_names.length], one.name)]);
    open(one);
  };
  return (
    <nav
      aria-label="Packs of this game"
      className="flex flex-wrap items-center gap-x-4 gap-y-1 px-7 pt-3"
    >
      {packs.map((one, n) => (
        <span key={one.id} data-pack-of={one.id} className="flex items-center gap-1">
          <Link
            to={`/games/${game.id}/questions/${one.id}`}
            aria-current={one.id === pack?.id ? "page" : undefined}
            className="text-soft underline-offset-4 hover:underline aria-[current]:font-bold aria-[current]:text-pine"
          >
            {shortName(one)}
          </Link>
          {one.id === pack?.id && (
            <PackMenu
              pack={one}
              place={place(one)}
              first={n === 0}
              last={n + 1 === packs.length}
              change={change}
              left={() => void navigate(`/games/${game.id}/questions`)}
            />
          )}
        </span>
      ))}
      {packs.length === 0 && <p className="text-soft">This game has no pack yet.</p>}
      <AddPack game={game} others={others} include={include} />
      {problem && (
        <div className="w-full">
          <Notice tone="bad">{problem.message}</Notice>
        </div>
      )}
    </nav>
  );
}

interface AddProps {
  game: Game;
  others: PackSummary[];
  include: (one: { id: number; name: string }) => Promise<void>;
}

/** The ways to give a game another pack: from a file, a new one, or one that stands on the shelf. */
function AddPack({ game, others, include }: AddProps) {
  const navigate = useNavigate();
  const show = useShow();
  const input = useRef<HTMLInputElement>(null);
  const [job, setJob] = useState<Job>();
  const bring = useMutation({
    mutationFn: (file: File) => api.bring(file),
    onSuccess: async (brought) => {
      void show.shelf();
      if (brought.pack) await include(brought.pack);
      if (brought.job) setJob(brought.job);
      if (brought.game) void navigate(`/games/${brought.game}/rules`);
    },
  });
  const write = useMutation({
    mutationFn: () => api.emptyPack(`${game.title} questions`),
    onSuccess: include,
  });
  const problem = bring.error ?? write.error;
  return (
    <>
      <Menu label="Add a pack">
        <MenuDo act={() => input.current?.click()}>From a file …</MenuDo>
        <MenuDo act={() => write.mutate()}>New, to write into</MenuDo>
        {others.map((one) => (
          <MenuDo
            key={one.id}
            act={() => void include(one)}
            hint={counted(one.questions, "question")}
          >
            {shortName(one)}
          </MenuDo>
        ))}
      </Menu>
      <FileInput input={input} label="A question file for this game" take={bring.mutate} />
      {job && (
        <Working
          job={job}
          done={(id) => {
            setJob(undefined);
            void api.pack(id).then(include);
          }}
        />
      )}
      {problem && (
        <div className="w-full">
          <Notice tone="bad">{problem.message}</Notice>
        </div>
      )}
    </>
  );
}

interface MenuProps {
  pack: PackSummary;
  /** Where it stands among the packs that the game names, and whether that is at an end of those there are. */
  place: number;
  first: boolean;
  last: boolean;
  change: (edits: Edit[]) => void;
  left: () => void;
}

/** What can be done with a pack of the game. */
function PackMenu({ pack, place, first, last, change, left }: MenuProps) {
  return (
    <Menu
      small
      label={
        <>
          <Ellipsis className="size-4" aria-hidden="true" />
          <span className="sr-only">More for {shortName(pack)} in this game</span>
        </>
      }
    >
      {!first && (
        <MenuDo act={() => change([move(["packs", place], place - 1)])}>Move forward</MenuDo>
      )}
      {!last && <MenuDo act={() => change([move(["packs", place], place + 2)])}>Move back</MenuDo>}
      <MenuDo
        act={() => {
          change([remove(["packs", place])]);
          left();
        }}
      >
        Remove from this game
      </MenuDo>
    </Menu>
  );
}
