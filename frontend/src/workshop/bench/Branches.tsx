import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { api, type BenchWanted, type Game, type Played } from "../../api/client";
import { Button } from "../../ui/Button";
import { counted } from "../words";

interface Props {
  game: Game;
  branches: Played[];
  wanted: BenchWanted;
  takeUp: (play: Played) => void;
  forget: (place: number) => void;
}

/** Other ways that were played; each can be taken up again, or held against the present one. */
export function Branches({ game, branches, wanted, takeUp, forget }: Props) {
  const [held, setHeld] = useState<Played>();
  const compared = useQuery({
    queryKey: ["bench", game.id, game.revision, wanted, "other", held],
    queryFn: () => api.bench(game.id, { ...wanted, other: held ?? null }),
    enabled: held !== undefined,
    retry: false,
  });
  if (branches.length === 0) {
    return (
      <p className="text-sm text-soft">
        Go back in the trail and play on another way: the way you leave stays here, to be taken up
        again or compared.
      </p>
    );
  }
  return (
    <section aria-label="Other ways">
      <ul>
        {branches.map((play, n) => (
          <li key={n} data-branch={n} className="border-t border-line py-1 text-sm">
            <span className="block truncate" title={play.moves.join(", ")}>
              {counted(play.moves.length, "move")}: {play.moves.join(", ")}
            </span>
            <span className="-ml-2 flex">
              <Button small weight="quiet" onClick={() => takeUp(play)}>
                Take it up
              </Button>
              <Button
                small
                weight="quiet"
                onClick={() => setHeld(held === play ? undefined : play)}
              >
                {held === play ? "Enough" : "Compare"}
              </Button>
              <Button small weight="quiet" onClick={() => forget(n)}>
                Forget
              </Button>
            </span>
            {held === play && compared.data?.differences && (
              <ul data-difference="other" className="border-l-[3px] border-lake pl-2">
                {compared.data.differences.length === 0 && <li>No difference.</li>}
                {compared.data.differences.map(({ name, said }) => (
                  <li key={name}>{said}</li>
                ))}
              </ul>
            )}
          </li>
        ))}
      </ul>
    </section>
  );
}
