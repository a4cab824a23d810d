import type { ReactNode } from "react";
import { Link } from "react-router";
import type { Game, Pack } from "../api/client";
import { Notice } from "../ui/Notice";
import { useCurrent, useShelf } from "./data";

interface OnceThereProps {
  /** What is said until the shelf is there. */
  waiting: string;
  children: () => ReactNode;
}

/** Shows something once the shelf is there, or why it is not. */
export function OnceThere({ waiting, children }: OnceThereProps) {
  const shelf = useShelf();
  if (shelf.error) {
    return (
      <div className="p-8">
        <Notice tone="bad">{shelf.error.message}</Notice>
      </div>
    );
  }
  return shelf.isPending ? <p className="p-8">{waiting}</p> : children();
}

/** Shows a screen of a game once the game is there, or says why it is not. */
export function WithGame({ children }: { children: (game: Game, packs: Pack[]) => ReactNode }) {
  const { game, packs } = useCurrent();
  return (
    <OnceThere waiting="Opening the game …">
      {() =>
        game ? (
          children(game, packs)
        ) : (
          <div className="p-8">
            <h1 className="mb-2 text-3xl">This game is not on the shelf</h1>
            <Link to="/" className="text-pine underline">
              To the shelf
            </Link>
          </div>
        )
      }
    </OnceThere>
  );
}
