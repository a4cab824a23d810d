import { useMutation } from "@tanstack/react-query";
import clsx from "clsx";
import { type FormEvent, useState } from "react";
import { Link, NavLink, Outlet, useLocation } from "react-router";
import { api, type Game } from "../api/client";
import { Button, buttonLook } from "../ui/Button";
import { Help } from "./handbook/Help";
import { useAims, useCurrentGame, useCurrentPack, useShow } from "./data";
import { counted, gameSnags, gameWords, packsWords, packWords, someOf } from "./words";

/** The frame of every screen: the route down the left side, the current game in the top line. */
export function Frame() {
  const { data: game } = useCurrentGame();
  const { data: pack } = useCurrentPack();
  const inHandbook = useLocation().pathname.startsWith("/handbook");
  return (
    <div className="grid h-dvh grid-cols-[13.5rem_1fr] grid-rows-[3.25rem_1fr] max-md:h-auto max-md:grid-cols-1 max-md:grid-rows-none">
      <header className="contents">
        <div className="flex items-center border-r border-b border-line px-5">
          <NavLink to="/" className="font-head text-2xl font-semibold italic">
            Dice Trail
          </NavLink>
        </div>
        <div className="flex items-center gap-5 border-b border-line px-6 max-md:flex-wrap max-md:py-2">
          {game ? (
            <TopLine key={`${game.id}-${game.dice}`} game={game} />
          ) : (
            <p className="mr-auto text-soft">
              {inHandbook ? "The handbook" : pack ? "A pack on the shelf" : "The shelf"}
            </p>
          )}
          <Help />
        </div>
      </header>
      <nav aria-label="Route" className="contours overflow-y-auto border-r border-line px-5 py-5">
        <ol className="route flex flex-col gap-[1.1rem]">
          <Stop to="/" end title="Shelf" state="packs and games" />
          {game ? (
            <Stop
              to={`/games/${game.id}/questions`}
              title="Questions"
              state={packsWords(game.packs)}
            />
          ) : (
            pack && <Stop to={`/packs/${pack.id}`} title="Questions" state={packWords(pack)} />
          )}
          {game && (
            <Stop to={`/games/${game.id}/checking`} title="Checking" state={game.checking} />
          )}
          {game && <Stop to={`/games/${game.id}/deal`} title="Deal" state={game.deal} />}
          {game && <Stop to={`/games/${game.id}/rules`} title="Rules" state={gameWords(game)} />}
          {game && (
            <Stop to={`/games/${game.id}/feedback`} title="Feedback" state="cues, sounds, look" />
          )}
          {game && (
            <Stop
              to={`/games/${game.id}/playtest`}
              title="Playtest"
              state="play, go back, compare"
            />
          )}
          {game && (
            <Stop to={`/games/${game.id}/proof`} title="Proof" state="odds, aims, changes" />
          )}
          {game && (
            <Stop to={`/games/${game.id}/handout`} title="Hand out" state="links, files, plays" />
          )}
          <Stop to="/handbook" title="Handbook" state="how to, reference, keys" />
        </ol>
      </nav>
      <main className="relative overflow-auto">
        <Outlet />
      </main>
    </div>
  );
}

interface StopProps {
  to: string;
  title: string;
  state: string;
  end?: boolean;
}

function Stop({ to, title, state, end = false }: StopProps) {
  return (
    <li className="stop relative pl-7">
      <NavLink to={to} end={end} className="group block">
        {({ isActive }) => (
          <>
            <span
              aria-hidden="true"
              className={clsx(
                "absolute top-1.5 left-0 size-3 rotate-45 border",
                isActive ? "border-pine bg-pine" : "border-edge bg-paper group-hover:border-pine",
              )}
            />
            <span
              className={clsx("block font-head text-lg font-semibold", isActive && "text-pine")}
            >
              {title}
            </span>
            <span className="block text-sm text-soft">{state}</span>
          </>
        )}
      </NavLink>
    </li>
  );
}

/** How many of a game's aims hold, looked at anew after each edit. */
function AimsLine({ game }: { game: Game }) {
  const aims = useAims(game).data?.aims;
  if (!aims) return null;
  const missed = aims.filter(({ holds }) => !holds).length;
  return (
    <Link
      to={`/games/${game.id}/proof`}
      data-top-aims={`${aims.length - missed} ${missed}`}
      className={toppedLook(missed > 0)}
    >
      {missed
        ? `${someOf(missed, aims.length, "aim")} missed`
        : `${counted(aims.length, "aim")} hold${aims.length === 1 ? "s" : ""}`}
    </Link>
  );
}

/** What the top line says of a game is pressed to get to where it is mended. */
const toppedLook = (bad: boolean) =>
  clsx("whitespace-nowrap hover:underline", bad ? "font-bold text-ember" : "text-soft");

function TopLine({ game }: { game: Game }) {
  const [dice, setDice] = useState(String(game.dice));
  const change = useMutation({
    mutationFn: (wanted: string | null) => api.setDice(game.id, wanted),
    onSuccess: useShow().game,
  });
  const keep = (event: FormEvent) => {
    event.preventDefault();
    if (dice !== "" && dice !== String(game.dice)) change.mutate(dice);
  };
  return (
    <>
      <p className="truncate font-head text-xl font-semibold">{game.title}</p>
      <Link
        to={`/games/${game.id}/proof`}
        data-top-snags
        className={clsx("ml-auto", toppedLook(!game.playable))}
      >
        {gameSnags(game)}
      </Link>
      {game.passed + game.failed > 0 && (
        <Link
          to={`/games/${game.id}/playtest`}
          data-top-waymarks={`${game.passed} ${game.failed}`}
          className={toppedLook(game.failed > 0)}
        >
          {game.failed
            ? `${someOf(game.failed, game.passed + game.failed, "waymark")} ${game.failed === 1 ? "fails" : "fail"}`
            : `${counted(game.passed, "waymark")} pass${game.passed === 1 ? "es" : ""}`}
        </Link>
      )}
      {game.aims > 0 && game.playable && <AimsLine game={game} />}
      <form onSubmit={keep} onBlur={keep} className="flex items-center gap-1.5">
        <label htmlFor="dice" className="text-soft">
          Dice
        </label>
        <input
          id="dice"
          inputMode="numeric"
          className="w-24 rounded-sm border border-line bg-sheet px-2 py-0.5 font-mono"
          value={dice}
          onChange={(event) => setDice(event.target.value.replace(/\D/g, "").slice(0, 38))}
        />
        <Button small onClick={() => change.mutate(null)}>
          Roll
        </Button>
      </form>
      {game.playable ? (
        <a
          className={buttonLook("main")}
          href={`/play/${game.slug}`}
          target="_blank"
          rel="noreferrer"
        >
          Play
        </a>
      ) : (
        <Button weight="main" disabled title="Mend the snags that stop this game first">
          Play
        </Button>
      )}
    </>
  );
}
