import type { ReactNode } from "react";
import type { Game } from "../api/client";
import { Button } from "../ui/Button";
import { Notice } from "../ui/Notice";
import { BrokenStarts } from "./snags/BrokenStarts";
import type { useGameChange } from "./useGameChange";

interface Props {
  game: Game;
  title: string;
  about: string;
  changing: ReturnType<typeof useGameChange>;
  /** Where the screen itself says whether everything is saved, and has an undo of its own. */
  quiet?: boolean;
  children?: ReactNode;
}

/** The head of a screen that changes a game: whether everything is saved, undo and redo. */
export function GameHead({ game, title, about, changing, quiet = false, children }: Props) {
  const { pending, problem, turn } = changing;
  return (
    <>
      <div className="flex flex-wrap items-end gap-x-6 gap-y-2 border-b border-line px-7 pt-4 pb-3">
        <div className="min-w-0 flex-1">
          <h1 className="text-3xl">{title}</h1>
          <p className="text-soft">{about}</p>
        </div>
        {!quiet && (
          <p role="status" data-save={saveState(pending, problem)} className="text-soft">
            {pending ? "Saving …" : problem ? "Not saved" : "Everything is saved"}
          </p>
        )}
        <div className="flex items-center gap-2">
          {children}
          {!quiet && (
            <>
              <Button small disabled={!game.can_undo || pending} onClick={() => turn("undo")}>
                Undo
              </Button>
              <Button small disabled={!game.can_redo || pending} onClick={() => turn("redo")}>
                Redo
              </Button>
            </>
          )}
        </div>
      </div>
      {problem && (
        <div className="px-7 py-2">
          <Notice tone="bad">{problem.message}</Notice>
        </div>
      )}
      {!quiet && <BrokenStarts game={game} change={changing.change} />}
    </>
  );
}

function saveState(pending: boolean, problem: Error | null): string {
  if (pending) return "saving";
  return problem ? "failed" : "saved";
}
