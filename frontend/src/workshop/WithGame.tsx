import type { ReactNode } from "react";
import { Link } from "react-router";
import type { Game, Pack } from "../api/client";
import { Notice } from "../ui/Notice";
import { useCurrent, useShelf } from "./data";

/** Shows a screen of a game once the game is there, or says why it is not. */
export function WithGame({ children }: { children: (game: Game, packs: Pack[]) => ReactNode }) {
  const { game, packs } = useCurrent();
  const shelf = useShelf();
  if (shelf.error) {
    return (
      <div className="p-8">
        <Notice tone="bad">{shelf.error.message}</Notice>
      </div>
    );
  }
  if (shelf.isPending) return <p className="p-8">Opening the game …</p>;
  if (!game) {
    return (
      <div className="p-8">
        <h1 className="mb-2 text-3xl">This game is not on the shelf</h1>
        <Link to="/" className="text-pine underline">
          To the shelf
        </Link>
      </div>
    );
  }
  return children(game, packs);
}
