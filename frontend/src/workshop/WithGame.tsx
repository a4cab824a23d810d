import type { ReactNode } from "react";
import { Link } from "react-router";
import { type Game, Problem } from "../api/client";
import { Notice } from "../ui/Notice";
import { useCurrentGame } from "./data";

interface OnceThereProps<T> {
  found: { data: T | undefined; error: Error | null };
  /** What is said until it is there. */
  waiting: string;
  /** What is said where there is no such thing. */
  missing: string;
  children: (data: T) => ReactNode;
}

/** Shows something once it is there, or why it is not. */
export function OnceThere<T>({ found, waiting, missing, children }: OnceThereProps<T>) {
  const { data, error } = found;
  if (error instanceof Problem && error.status === 404) {
    return (
      <div className="p-8">
        <h1 className="mb-2 text-3xl">{missing}</h1>
        <Link to="/" className="text-pine underline">
          To the shelf
        </Link>
      </div>
    );
  }
  if (data !== undefined) return children(data);
  if (!error) return <p className="p-8">{waiting}</p>;
  return (
    <div className="p-8">
      <Notice tone="bad">{error.message}</Notice>
    </div>
  );
}

/** Shows a screen of a game once the game is there, or says why it is not. */
export function WithGame({ children }: { children: (game: Game) => ReactNode }) {
  return (
    <OnceThere
      found={useCurrentGame()}
      waiting="Opening the game …"
      missing="This game is not on the shelf"
    >
      {children}
    </OnceThere>
  );
}
