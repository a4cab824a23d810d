import { Volume2, VolumeX } from "lucide-react";
import { useCallback, useEffect, useState } from "react";
import { api, type Invitation, Problem } from "../api/client";
import { isPlain, type Look, lookStyle } from "../look/look";
import { setSound, soundIsOn } from "../look/sounds";
import { Button } from "../ui/Button";
import { Notice } from "../ui/Notice";
import { PlayView } from "./PlayView";
import { Result } from "./Result";
import { Start } from "./Start";
import { useLivePlay } from "./useLivePlay";

/** The player's page: `/play/GAME` invites, `/play/GAME/PLAY` is a play that goes on. */
export function PlayerPage() {
  const [path, setPath] = useState(location.pathname);
  useEffect(() => {
    const moved = () => setPath(location.pathname);
    window.addEventListener("popstate", moved);
    return () => window.removeEventListener("popstate", moved);
  }, []);
  const go = (to: string) => {
    history.pushState(null, "", to);
    setPath(location.pathname);
  };
  const [, , slug = "", play] = path.split("/");
  /** The play that was begun on this page: its first cue is still to be heard. */
  const [begun, setBegun] = useState("");
  const [look, setLook] = useState<Look>();
  const [silent, setSilent] = useState(false);
  const wear = useCallback((worn: Look, quiet: boolean) => {
    setLook(worn);
    setSilent(quiet);
  }, []);

  return (
    <div
      className={isPlain(look) ? "contours min-h-dvh" : "min-h-dvh"}
      style={look && !isPlain(look) ? lookStyle(look) : undefined}
      data-look={look?.ground}
    >
      <header className="mx-auto flex min-h-10 max-w-3xl items-center justify-end px-5 pt-3">
        {!silent && <SoundSwitch />}
      </header>
      <main className="mx-auto max-w-3xl px-5 pt-2 pb-10">
        {play ? (
          <Going
            key={play}
            play={play}
            fresh={play === begun}
            again={() => go(`/play/${slug}`)}
            wear={wear}
          />
        ) : (
          <Invited
            slug={slug}
            started={(id) => {
              setBegun(id);
              go(`/play/${slug}/${id}`);
            }}
            wear={wear}
          />
        )}
      </main>
    </div>
  );
}

interface InvitedProps {
  slug: string;
  started: (play: string) => void;
  wear: (look: Look, silent: boolean) => void;
}

function Invited({ slug, started, wear }: InvitedProps) {
  const [invitation, setInvitation] = useState<Invitation>();
  const [problem, setProblem] = useState("");
  useEffect(() => {
    api.invitation(slug).then(
      (found) => {
        document.title = found.title;
        setInvitation(found);
        if (found.look) wear(found.look as Look, found.silent);
      },
      (error: unknown) => setProblem(error instanceof Problem ? error.message : String(error)),
    );
  }, [slug, wear]);
  if (problem)
    return (
      <>
        <h1 className="mb-4 text-3xl">Nothing to play here</h1>
        <Notice tone="bad">{problem}</Notice>
      </>
    );
  if (!invitation) return <p role="status">Looking for the game …</p>;
  const dice = new URLSearchParams(location.search).get("dice");
  return <Start invitation={invitation} dice={dice ? Number(dice) : null} started={started} />;
}

interface GoingProps {
  play: string;
  fresh: boolean;
  again: () => void;
  wear: (look: Look, silent: boolean) => void;
}

function Going({ play, fresh, again, wear }: GoingProps) {
  const { seen, link, send } = useLivePlay(play);
  const look = seen?.view.look;
  const worn = JSON.stringify(look);
  const silent = seen?.view.silent ?? false;
  useEffect(() => {
    if (worn) wear(JSON.parse(worn) as Look, silent);
  }, [worn, silent, wear]);
  const title = seen?.view.title;
  useEffect(() => {
    if (title) document.title = title;
  }, [title]);
  if (link === "gone") {
    return (
      <div className="flex flex-col items-start gap-4">
        <h1 className="text-3xl">This play is gone</h1>
        <Notice tone="mind">There is no such play any more.</Notice>
        <Button weight="main" onClick={again}>
          Start a new one
        </Button>
      </div>
    );
  }
  return (
    <>
      {link === "lost" && (
        <div className="mb-3">
          <Notice tone="mind">
            The link to the game is lost. Trying again; nothing you did is gone.
          </Notice>
        </div>
      )}
      {!seen && link === "joining" && <p role="status">Joining the play …</p>}
      {seen &&
        (seen.view.phase === "over" ? (
          <Result view={seen.view} again={again} />
        ) : (
          <PlayView seen={seen} send={send} {...(fresh ? { heard: 0 } : {})} />
        ))}
    </>
  );
}

function SoundSwitch() {
  const [on, setOn] = useState(soundIsOn);
  const Icon = on ? Volume2 : VolumeX;
  return (
    <button
      type="button"
      aria-pressed={on}
      className="flex items-center gap-1.5 rounded-sm px-1.5 py-1 text-sm text-soft hover:text-ink"
      onClick={() => {
        setSound(!on);
        setOn(!on);
      }}
    >
      <Icon size={17} aria-hidden="true" /> Sound {on ? "on" : "off"}
    </button>
  );
}
