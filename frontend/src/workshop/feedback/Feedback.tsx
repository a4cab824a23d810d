import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { api, type Game } from "../../api/client";
import { Notice } from "../../ui/Notice";
import { Sides } from "../../ui/Sides";
import { GameHead } from "../GameHead";
import { useGameChange } from "../useGameChange";
import { WithGame } from "../WithGame";
import { CuesSide } from "./cues/CuesSide";
import { ThePage } from "./page/ThePage";

/** The feedback screen: what a player sees and hears, pressed and experienced. */
export function Feedback() {
  return <WithGame>{(game) => <Bench key={game.id} game={game} />}</WithGame>;
}

function Bench({ game }: { game: Game }) {
  const changing = useGameChange(game);
  const feedback = useQuery({
    queryKey: ["feedback", game.id, game.revision],
    queryFn: () => api.feedback(game.id),
    placeholderData: keepPreviousData,
    retry: false,
  });
  const [side, setSide] = useState<"cues" | "page">("cues");
  if (feedback.error) {
    return (
      <div className="p-7">
        <Notice tone="bad">{feedback.error.message}</Notice>
      </div>
    );
  }
  const found = feedback.data;
  if (!found) return <p className="p-7">Opening …</p>;
  return (
    <div className="flex h-full flex-col">
      <GameHead
        game={game}
        title="Feedback"
        about="What they see and hear, and for how long: press and experience it."
        changing={changing}
      />
      <Sides
        label="Feedback"
        side={side}
        turn={setSide}
        tabs={[
          ["cues", "Cues and sounds"],
          ["page", "The player’s page"],
        ]}
        className="min-h-0 flex-1"
        headClassName="border-b border-line px-7 py-1.5"
        bodyClassName="min-h-0 flex-1 empty:hidden data-[state=inactive]:hidden"
      >
        {side === "cues" ? (
          <CuesSide game={game} found={found} changing={changing} />
        ) : (
          <ThePage game={game} found={found} change={changing.change} />
        )}
      </Sides>
    </div>
  );
}
