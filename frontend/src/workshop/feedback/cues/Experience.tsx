import { useMutation } from "@tanstack/react-query";
import clsx from "clsx";
import { type ReactNode, useState } from "react";
import { api, type Game } from "../../../api/client";
import { lookStyle, type Look } from "../../../look/look";
import { playSound, type Sound } from "../../../look/sounds";
import { PlayView } from "../../../player/PlayView";
import { Button } from "../../../ui/Button";
import { Notice } from "../../../ui/Notice";
import { counted } from "../../words";

interface ExperienceProps {
  game: Game;
  cue: string;
  hold: number;
  look: Look;
  still: boolean;
  silent: boolean;
  speed: number;
  children: ReactNode;
}

/** A question at whose answer the cue happens, as a player has it. */
export function Experience({
  game,
  cue,
  hold,
  look,
  still,
  silent,
  speed,
  children,
}: ExperienceProps) {
  const [seen, setSeen] = useState<{
    view: Parameters<typeof PlayView>[0]["seen"]["view"];
    at: number;
  }>();
  const [round, setRound] = useState(0);
  const press = useMutation({
    mutationFn: () => api.experience(game.id, cue),
    onSuccess: (view) => {
      setSeen({ view, at: performance.now() });
      setRound((before) => before + 1);
      if (!silent) playSound(view.feedback?.cue?.sound as Sound | null);
    },
  });
  return (
    <section aria-label="As a player has it">
      <div className="mb-2 flex flex-wrap items-center gap-x-5 gap-y-1">
        <Button weight="main" disabled={press.isPending} onClick={() => press.mutate()}>
          Experience ‘{cue}’
        </Button>
        {children}
      </div>
      {press.error && <Notice tone="bad">{press.error.message}</Notice>}
      <div
        className={clsx(
          "relative isolate min-h-60 rounded-md border border-edge p-4",
          still && "still",
        )}
        style={lookStyle(look)}
        data-experience={cue}
        data-round={round}
      >
        {seen ? (
          <PlayView key={round} quiet seen={seen} send={() => undefined} speed={speed} />
        ) : (
          <p>Here a player’s page answers. Press, and it does what the cue says.</p>
        )}
      </div>
      <p className="mt-1 text-sm text-soft">
        It stays for {counted(hold, "second")}, then the play goes on.
      </p>
    </section>
  );
}
