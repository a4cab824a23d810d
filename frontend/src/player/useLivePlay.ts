import { useCallback, useEffect, useRef, useState } from "react";
import { livePath, type Move, type View } from "../api/client";

/** A view with the moment it came, for clocks that run on between two views. */
export interface Seen {
  view: View;
  /** `performance.now()` when it came. */
  at: number;
}

export type Link = "joining" | "live" | "lost" | "gone";

const NO_PLAY = 4404;
const RETRY = [300, 700, 1500, 3000];

/** Joins a live play: its present view, how the link is, and a way to send moves. */
export function useLivePlay(play: string) {
  const [seen, setSeen] = useState<Seen>();
  const [link, setLink] = useState<Link>("joining");
  const socket = useRef<WebSocket>(undefined);

  useEffect(() => {
    let left = false;
    let tries = 0;
    let timer: number | undefined;
    const join = () => {
      const ws = new WebSocket(livePath(play));
      socket.current = ws;
      ws.onmessage = (message) => {
        tries = 0;
        setLink("live");
        setSeen({ view: JSON.parse(String(message.data)) as View, at: performance.now() });
      };
      ws.onclose = (closed) => {
        if (left) return;
        if (closed.code === NO_PLAY) {
          setLink("gone");
          return;
        }
        setLink("lost");
        timer = window.setTimeout(join, RETRY[Math.min(tries, RETRY.length - 1)]);
        tries += 1;
      };
    };
    join();
    return () => {
      left = true;
      window.clearTimeout(timer);
      socket.current?.close();
    };
  }, [play]);

  const send = useCallback((move: Move) => {
    const ws = socket.current;
    if (ws?.readyState === WebSocket.OPEN) ws.send(JSON.stringify(move));
  }, []);

  return { seen, link, send };
}
