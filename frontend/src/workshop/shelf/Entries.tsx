import { Ellipsis } from "lucide-react";
import { Link } from "react-router";
import { gameFile, type GameSummary, packFile, type PackSummary } from "../../api/client";
import { Button } from "../../ui/Button";
import { Menu, MenuDo, MenuFile } from "../../ui/Menu";
import { counted, gameWords, packWords, shortName } from "../words";

interface GameProps {
  game: GameSummary;
  copy: () => void;
  remove: () => void;
}

/** A game on the shelf. */
export function GameEntry({ game, copy, remove }: GameProps) {
  return (
    <li data-game={game.id} className="border-b border-line py-2 first:border-t">
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
          <MenuDo act={copy}>Duplicate</MenuDo>
          <MenuFile href={gameFile(game.id)}>Save as file</MenuFile>
          <MenuDo act={remove}>Remove</MenuDo>
        </Menu>
      </div>
      <p className={game.playable ? "text-soft" : "text-ember"}>
        {counted(game.questions, "question")} · {gameWords(game)}
      </p>
    </li>
  );
}

interface PackProps {
  pack: PackSummary;
  /** The games that ask its questions. */
  games: GameSummary[];
  start: () => void;
  remove: () => void;
}

/** A pack on the shelf, with the games that use it. */
export function PackEntry({ pack, games, start, remove }: PackProps) {
  return (
    <li data-pack={pack.id} className="flex items-center gap-3 border-b border-line py-2">
      <div className="min-w-0 flex-1">
        <Link to={`/packs/${pack.id}`} className="font-bold break-words hover:text-pine">
          {shortName(pack)}
        </Link>
        <p className="text-soft">
          {packWords(pack)}
          {games.length > 0 && (
            <span data-used={games.length} title={games.map(({ title }) => title).join("\n")}>
              {" · "}
              {games.length === 1 ? `used by ${games[0]?.title}` : `used by ${games.length} games`}
            </span>
          )}
        </p>
      </div>
      <Button small onClick={start}>
        New game<span className="sr-only"> from {shortName(pack)}</span>
      </Button>
      <Menu label={<More of={shortName(pack)} />}>
        <MenuFile href={packFile(pack.id)}>Save as file</MenuFile>
        <MenuDo act={remove}>Remove</MenuDo>
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

interface RemovedProps {
  things: { id: number; title: string }[] | undefined;
  putBack: (id: number) => void;
}

/** What was removed from the shelf and can be put back. */
export function Removed({ things = [], putBack }: RemovedProps) {
  if (things.length === 0) return null;
  return (
    <details className="mt-4 text-soft" open={things.length < 4}>
      <summary>Removed</summary>
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
