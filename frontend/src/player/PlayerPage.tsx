import clsx from "clsx";
import { Volume2, VolumeX } from "lucide-react";
import { type ReactNode, useCallback, useEffect, useState } from "react";
import { type Best, type Invitation, Problem } from "../api/client";
import { isPlain, lookStyle } from "../look/look";
import { setSound, soundIsOn } from "../look/sounds";
import { Button } from "../ui/Button";
import { Notice } from "../ui/Notice";
import { type Carrier, useCarrier } from "./carrier";
import { List } from "./List";
import { PlayView } from "./PlayView";
import { Result } from "./Result";
import { Shown } from "./Shown";
import { Waiting } from "./Waiting";
import { Start } from "./Start";
import { useTexts, WithTexts } from "./texts";
import { useLivePlay } from "./useLivePlay";
import { type Surroundings, surroundingsOf, useMusic, useTextSize } from "./useSurroundings";

/**
 * The player's page: an invitation, or a play that goes on. With `?show=STATE&game=ID` its maker sees it in one
 * of its states.
 */
export function PlayerPage() {
  const carrier = useCarrier();
  const [{ slug, play }, setPlace] = useState(carrier.place);
  useEffect(() => {
    const moved = () => setPlace(carrier.place());
    window.addEventListener("popstate", moved);
    return () => window.removeEventListener("popstate", moved);
  }, [carrier]);
  const go = (to: string) => {
    carrier.go({ slug, play: to });
    setPlace(carrier.place());
  };
  /** The play that was begun on this page: its first cue is still to be heard. */
  const [begun, setBegun] = useState("");
  const [around, setAround] = useState<Surroundings>();
  const wear = useCallback((worn: Surroundings) => setAround(worn), []);
  const begin = (id: string) => {
    setBegun(id);
    go(id);
  };
  const shown = new URLSearchParams(location.search).get("show");

  return (
    <WithTexts page language={around?.language} texts={around?.texts}>
      <Ground around={around} quiet={shown !== null} playing={play !== ""}>
        {shown !== null ? (
          <Shown wear={wear} />
        ) : play ? (
          <Going
            key={play}
            play={play}
            fresh={play === begun}
            again={async (same) => {
              if (!same) go("");
              else
                begin(
                  await carrier.start(slug, {
                    player: "",
                    players: [],
                    topic: "",
                    like: play,
                    hidden: false,
                  }),
                );
            }}
            wear={wear}
          />
        ) : !slug && carrier.listed ? (
          <List listed={carrier.listed} />
        ) : (
          <Invited slug={slug} started={begin} wear={wear} />
        )}
      </Ground>
    </WithTexts>
  );
}

interface GroundProps {
  around: Surroundings | undefined;
  quiet: boolean;
  /** Whether a play goes on. */
  playing: boolean;
  children: ReactNode;
}

/** What everything on the page stands on: the look's colours, its picture under a veil, and its music. */
function Ground({ around, quiet, playing, children }: GroundProps) {
  const look = around?.look;
  const [on, setOn] = useState(soundIsOn);
  useTextSize(look?.size ?? "normal");
  useMusic(
    around?.welcome.music ?? "",
    around?.welcome.volume ?? 0,
    on && !around?.silent && !quiet && (!playing || around?.welcome.music_when === "always"),
  );
  const plain = isPlain(look) && !look?.behind;
  const veil = `color-mix(in srgb, ${look?.ground} ${100 * (look?.veil ?? 1)}%, transparent)`;
  return (
    <div
      className={clsx("relative isolate min-h-dvh", plain && "contours")}
      style={
        look && !plain
          ? {
              ...lookStyle(look),
              ...(look.behind && {
                background: `linear-gradient(${veil}, ${veil}), url("${look.behind}") center / cover fixed`,
              }),
            }
          : undefined
      }
      data-look={look?.ground}
    >
      <header className="mx-auto flex min-h-10 max-w-3xl items-center justify-end px-5 pt-3">
        {around && !around.silent && (
          <SoundSwitch
            on={on}
            turn={() => {
              setSound(!on);
              setOn(!on);
            }}
          />
        )}
      </header>
      <main className="mx-auto max-w-3xl px-5 pt-2 pb-10">{children}</main>
    </div>
  );
}

interface InvitedProps {
  slug: string;
  started: (play: string) => void;
  wear: (around: Surroundings) => void;
}

function Invited({ slug, started, wear }: InvitedProps) {
  const t = useTexts();
  const carrier = useCarrier();
  const [invitation, setInvitation] = useState<Invitation>();
  const [problem, setProblem] = useState("");
  useEffect(() => {
    carrier.invitation(slug).then(
      (found) => {
        document.title = found.title;
        wear(surroundingsOf(found));
        setInvitation(found);
      },
      (error: unknown) => setProblem(error instanceof Problem ? error.message : String(error)),
    );
  }, [carrier, slug, wear]);
  if (problem)
    return (
      <>
        <h1 className="mb-4 text-3xl">{t("page.nothing")}</h1>
        <Notice tone="bad">{problem}</Notice>
      </>
    );
  if (!invitation) return <p role="status">{t("page.looking")}</p>;
  const dice = new URLSearchParams(location.search).get("dice");
  return <Start invitation={invitation} dice={dice ? Number(dice) : null} started={started} />;
}

interface GoingProps {
  play: string;
  fresh: boolean;
  again: (same: boolean) => Promise<void>;
  wear: (around: Surroundings) => void;
}

function Going({ play, fresh, again, wear }: GoingProps) {
  const t = useTexts();
  const carrier = useCarrier();
  const { seen, link, send } = useLivePlay(play);
  const best = useBest(carrier, play, seen?.view.phase === "over");
  const worn = seen && JSON.stringify(surroundingsOf(seen.view));
  useEffect(() => {
    if (worn) wear(JSON.parse(worn) as Surroundings);
  }, [worn, wear]);
  const title = seen?.view.title;
  useEffect(() => {
    if (title) document.title = title;
  }, [title]);
  if (link === "gone") {
    return (
      <div className="flex flex-col items-start gap-4">
        <h1 className="text-3xl">{t("page.gone")}</h1>
        <Notice tone="mind">{t("page.gone_why")}</Notice>
        <Button weight="main" onClick={() => void again(false)}>
          {t("page.new")}
        </Button>
      </div>
    );
  }
  return (
    <>
      {link === "lost" && (
        <div className="mb-3">
          <Notice tone="mind">{t("page.lost")}</Notice>
        </div>
      )}
      {!seen && link === "joining" && <p role="status">{t("page.joining")}</p>}
      {seen?.view.phase === "ready" && <Waiting play={play} view={seen.view} />}
      {seen &&
        seen.view.phase !== "ready" &&
        (seen.view.phase === "over" ? (
          <Result
            view={seen.view}
            again={(same) => void again(same)}
            best={best}
            trail={carrier.trail && (() => carrier.trail?.(play) ?? "")}
          />
        ) : (
          <PlayView seen={seen} send={send} {...(fresh ? { heard: 0 } : {})} />
        ))}
    </>
  );
}

/** The best plays, once a play is over and where the maker shows them. */
function useBest(carrier: Carrier, play: string, over: boolean) {
  const [best, setBest] = useState<Best[]>();
  useEffect(() => {
    if (over) carrier.best?.(play).then(setBest, () => undefined);
  }, [carrier, play, over]);
  return best;
}

function SoundSwitch({ on, turn }: { on: boolean; turn: () => void }) {
  const t = useTexts();
  const Icon = on ? Volume2 : VolumeX;
  return (
    <button
      type="button"
      aria-pressed={on}
      className="flex items-center gap-1.5 rounded-sm px-1.5 py-1 text-sm text-soft hover:text-ink"
      onClick={turn}
    >
      <Icon size={17} aria-hidden="true" /> {t(on ? "sound.on" : "sound.off")}
    </button>
  );
}
