import { useCallback, useEffect, useRef, useState } from "react";
import type { Move, View } from "../api/client";
import { type Joined, type Link, useCarrier } from "./carrier";

/** A view with the moment it came, for clocks that run on between two views. */
export interface Seen {
  view: View;
  /** `performance.now()` when it came. */
  at: number;
}

/** Joins a live play: its present view, how the link is, and a way to send moves. */
export function useLivePlay(play: string) {
  const carrier = useCarrier();
  const [seen, setSeen] = useState<Seen>();
  const [link, setLink] = useState<Link>("joining");
  const joined = useRef<Joined>(undefined);

  useEffect(() => {
    joined.current = carrier.join(play, {
      see: (view) => setSeen({ view, at: performance.now() }),
      link: setLink,
    });
    return () => joined.current?.leave();
  }, [carrier, play]);

  const send = useCallback((move: Move) => joined.current?.send(move), []);
  return { seen, link, send };
}
