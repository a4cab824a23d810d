import type { Invitation, Move, PageTexts, View } from "../../api/client";
import type { Carrier, Listener } from "../carrier";
import type { Engine } from "./python";

const FILES = /"\/api\/players\/files\/([0-9a-f]{64})/g;
const MOST_ROLLED = 1_000_000;
const KEPT = "dicetrail.play.";

/** A play as this browser keeps it: what it was started with, and each move with its time. */
export interface Kept {
  begun: string;
  moves: [move: Move, at: number][];
}

/** The engine in the page itself. A play is kept in this browser, so that a page shut by mistake loses nothing. */
export function carried(engine: Engine, files: Map<string, string>): Carrier {
  const placed = (text: string) =>
    text.replace(FILES, (all, digest: string) => {
      const file = files.get(digest);
      return file === undefined ? all : `"${file}`;
    });
  const known = new Set<string>();
  const lefts = new Map<string, number>();

  /** Takes up a play that this browser kept; whether there is one. */
  const takeUp = (play: string): boolean => {
    if (known.has(play)) return true;
    const kept = readKept(play);
    if (!kept) return false;
    lefts.set(play, engine.take_up(play, kept.begun, JSON.stringify(kept.moves)));
    known.add(play);
    return true;
  };

  return {
    texts: (language) => Promise.resolve(JSON.parse(engine.texts(language)) as PageTexts),
    invitation: () => Promise.resolve(JSON.parse(placed(engine.invitation())) as Invitation),
    start: (_, { dice, ...wanted }) => {
      const play = crypto.getRandomValues(new Uint32Array(2)).join("-");
      const begun = engine.begin(play, JSON.stringify(wanted), String(dice ?? rolled()));
      known.add(play);
      writeKept(play, { begun, moves: [] });
      return Promise.resolve(play);
    },
    join: (play, listener) => {
      if (takeUp(play)) return joined(engine, play, lefts, placed, listener);
      listener.link("gone");
      return { send: () => undefined, leave: () => undefined };
    },
    place: () => ({ slug: "", play: location.hash.slice(1) }),
    go: ({ play }) => {
      location.hash = play;
    },
    trail: (play) => engine.trail(play),
  };
}

/** Lets the time of a play run, and tells its listener what is to be seen. */
function joined(
  engine: Engine,
  play: string,
  lefts: Map<string, number>,
  placed: (text: string) => string,
  listener: Listener,
) {
  const since = performance.now() - (lefts.get(play) ?? 0);
  const now = () => Math.round(performance.now() - since);
  let timer: number | undefined;
  const show = () => {
    listener.see(JSON.parse(placed(engine.view(play, now()))) as View);
    window.clearTimeout(timer);
    const due = engine.due(play);
    if (due === undefined) return;
    timer = window.setTimeout(
      () => {
        engine.tick(play, now());
        show();
      },
      Math.max(0, due - now()),
    );
  };
  listener.link("live");
  show();
  return {
    send: (move: Move) => {
      const at = now();
      if (engine.move(play, JSON.stringify(move), at)) {
        const kept = readKept(play);
        if (kept) writeKept(play, { ...kept, moves: [...kept.moves, [move, at]] });
      }
      show();
    },
    leave: () => {
      window.clearTimeout(timer);
      lefts.set(play, now());
    },
  };
}

const rolled = () => (crypto.getRandomValues(new Uint32Array(1))[0] ?? 0) % MOST_ROLLED;

/** The plays of this page, for browsers that keep nothing. */
const here = new Map<string, Kept>();

export function readKept(play: string): Kept | undefined {
  try {
    return JSON.parse(sessionStorage.getItem(KEPT + play) ?? "") as Kept;
  } catch {
    return here.get(play);
  }
}

export function writeKept(play: string, kept: Kept) {
  here.set(play, kept);
  try {
    sessionStorage.setItem(KEPT + play, JSON.stringify(kept));
  } catch {
    // A browser that keeps nothing for files on the disk: the play goes on, as long as the page is open.
  }
}
