import { useState } from "react";
import type { Edit, FeedbackOf, Game, PageState } from "../../../api/client";
import { SnagLines } from "../../snags/SnagLine";
import { PAGE_PARTS, snagsIn } from "../../places";
import { LookFields } from "./LookFields";
import { Arrangement } from "./Arrangement";
import { CopyLook } from "./CopyLook";
import { LivePage } from "./LivePage";
import { PageWords } from "./PageWords";
import { Welcome } from "./Welcome";

interface Props {
  game: Game;
  found: FeedbackOf;
  change: (edits: Edit[]) => void;
}

const PARTS = ["Look", "Arrangement", "Welcome", "Words"] as const;

/** Everything that is set for the player's page, beside the page itself. */
export function ThePage({ game, found, change }: Props) {
  const [part, setPart] = useState<(typeof PARTS)[number]>("Look");
  const [state, setState] = useState<PageState | "start">("start");
  return (
    <div className="grid h-full min-h-0 grid-cols-[24rem_minmax(0,1fr)] grid-rows-[minmax(0,1fr)] max-lg:grid-cols-1 max-lg:grid-rows-none">
      <div
        className="relative flex flex-col gap-3 overflow-auto border-e border-line px-5 py-4"
        tabIndex={0}
        role="group"
        aria-label="What is set"
      >
        <div role="group" aria-label="Part of the page" className="flex flex-wrap gap-x-4">
          {PARTS.map((one) => (
            <button
              key={one}
              type="button"
              aria-pressed={one === part}
              className="border-b-2 border-transparent text-soft aria-pressed:border-pine aria-pressed:font-bold aria-pressed:text-pine"
              onClick={() => setPart(one)}
            >
              {one}
            </button>
          ))}
        </div>
        <SnagLines snags={snagsIn(PAGE_PARTS, game.snags)} change={change} />
        <div key={`${part} ${game.revision}`} className="flex flex-col gap-3">
          {part === "Look" && (
            <>
              <LookFields found={found} change={change} />
              <CopyLook game={game} look={found.look} />
            </>
          )}
          {part === "Arrangement" && <Arrangement found={found} change={change} />}
          {part === "Welcome" && <Welcome found={found} change={change} />}
          {part === "Words" && (
            <PageWords
              found={found}
              change={change}
              show={(at) => setState(at as PageState | "start")}
            />
          )}
        </div>
      </div>
      <LivePage game={game} state={state} setState={setState} />
    </div>
  );
}
