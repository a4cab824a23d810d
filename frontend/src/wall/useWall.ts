import { useCallback, useEffect, useState } from "react";
import { api, Problem, type Wall, type WallNews, wallEvents } from "../api/client";

export type Mark = WallNews["new"][number];

/** A wall with all that is known of it by now. */
export interface Shown {
  wall: Wall;
  marks: Mark[];
  best: NonNullable<WallNews["best"]>;
  begun: boolean;
}

const AGAIN = 3000;

/** A wall as it is now: read once, and then what becomes otherwise as the server tells it. */
export function useWall(link: string) {
  const [shown, setShown] = useState<Shown>();
  const [gone, setGone] = useState(false);
  /** Who came to the end last. */
  const [arrived, setArrived] = useState<Mark>();

  const read = useCallback(async () => {
    try {
      const wall = await api.wall(link);
      setShown(after({ wall, marks: [], best: [], begun: false }, wall.now));
      return true;
    } catch (error) {
      if (error instanceof Problem && error.status === 404) setGone(true);
      return false;
    }
  }, [link]);

  useEffect(() => {
    let events: EventSource | undefined;
    let timer: number | undefined;
    let left = false;
    const begin = async () => {
      if (!(await read())) {
        if (!left) timer = window.setTimeout(() => void begin(), AGAIN);
        return;
      }
      if (left) return;
      events = new EventSource(wallEvents(link));
      events.onmessage = ({ data }) => {
        const news = JSON.parse(String(data)) as WallNews & { anew?: boolean };
        if (news.anew) {
          anew();
          return;
        }
        setShown((before) => before && after(before, news, setArrived));
      };
      events.onerror = anew; // it may have missed something: read it whole again
    };
    const anew = () => {
      events?.close();
      events = undefined;
      if (!left) timer = window.setTimeout(() => void begin(), AGAIN);
    };
    void begin();
    return () => {
      left = true;
      window.clearTimeout(timer);
      events?.close();
    };
  }, [link, read]);

  return { shown, gone, arrived };
}

/** The wall after news of it; who has come to the end with them is told. */
function after(shown: Shown, news: WallNews, tell?: (mark: Mark) => void): Shown {
  const marks = new Map(news.whole ? [] : shown.marks.map((mark) => [mark.number, mark]));
  for (const mark of news.new) marks.set(mark.number, mark);
  for (const [number, far, score, state] of news.moved) {
    const before = marks.get(number);
    if (!before) continue;
    const moved = { ...before, far, score, state };
    if (state === "over" && before.state !== "over") tell?.(moved);
    marks.set(number, moved);
  }
  return {
    ...shown,
    marks: [...marks.values()],
    best: news.best ?? shown.best,
    begun: news.begun,
  };
}
