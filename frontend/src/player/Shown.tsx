import { useEffect, useState } from "react";
import { api, type Invitation, type PageState, type View } from "../api/client";
import { PlayView } from "./PlayView";
import { Result } from "./Result";
import { Start } from "./Start";
import { type Surroundings, surroundingsOf } from "./useSurroundings";

type Page = { start: Invitation } | { view: View; at: number };

/** The page in one of its states, as its maker looks at it; it is read anew when the game was changed. */
export function Shown({ wear }: { wear: (around: Surroundings) => void }) {
  const asked = new URLSearchParams(location.search);
  const state = asked.get("show") ?? "start";
  const game = Number(asked.get("game"));
  const [page, setPage] = useState<Page>();
  const [round, setRound] = useState(0);
  useEffect(() => {
    const told = (event: MessageEvent) => {
      if (event.origin === location.origin && event.data === "changed") setRound((n) => n + 1);
    };
    window.addEventListener("message", told);
    return () => window.removeEventListener("message", told);
  }, []);
  useEffect(() => {
    let left = false;
    const read = async () => {
      const found: Page =
        state === "start"
          ? { start: await api.pageStart(game) }
          : { view: await api.pageAt(game, state as PageState), at: performance.now() };
      if (left) return;
      wear(surroundingsOf("start" in found ? found.start : found.view));
      setPage(found);
    };
    read().catch(() => undefined); // a game that can't be played keeps the page it had
    return () => {
      left = true;
    };
  }, [state, game, round, wear]);
  if (!page) return null;
  if ("start" in page)
    return (
      <Start key={round} invitation={page.start} dice={null} started={() => undefined} quiet />
    );
  if (page.view.phase === "over") return <Result view={page.view} again={() => undefined} quiet />;
  return <PlayView key={round} seen={page} send={() => undefined} quiet silent />;
}
