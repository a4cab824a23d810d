import { createContext, useContext } from "react";
import type {
  Best,
  Invitation,
  Listed,
  Move,
  PageTexts,
  PlayStart,
  View,
  Waiting,
} from "../api/client";

export type Link = "joining" | "live" | "lost" | "gone";

/** What a play tells its page. */
export interface Listener {
  see: (view: View) => void;
  link: (link: Link) => void;
}

/** A play that a page has joined. */
export interface Joined {
  send: (move: Move) => void;
  leave: () => void;
}

/** Where the page is: at a game's invitation, or in a play of it. */
export interface Place {
  slug: string;
  play: string;
}

/** What lies behind the player's page: a server, or the engine in the page itself. */
export interface Carrier {
  texts: (language: string) => Promise<PageTexts>;
  invitation: (slug: string) => Promise<Invitation>;
  /** The games that players may find without a link. */
  listed?: () => Promise<Listed[]>;
  /** Starts a play; its id. */
  start: (slug: string, wanted: PlayStart) => Promise<string>;
  join: (play: string, listener: Listener) => Joined;
  place: () => Place;
  go: (place: Place) => void;
  /** The best plays, where the maker shows them to a player whose play is over. */
  best?: (play: string) => Promise<Best[]>;
  /** Who else waits for the begin, where all begin at once. */
  waiting?: (play: string) => Promise<Waiting>;
  /** The record of a play, where a player may have it. */
  trail?: (play: string) => string;
}

const Carried = createContext<Carrier | undefined>(undefined);
export const WithCarrier = Carried.Provider;

export function useCarrier(): Carrier {
  const carrier = useContext(Carried);
  if (!carrier) throw new Error("nothing lies behind this page");
  return carrier;
}
