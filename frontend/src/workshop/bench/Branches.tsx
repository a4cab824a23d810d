import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { api, type BenchWanted, type Game } from "../../api/client";
import { Button } from "../../ui/Button";
import { counted } from "../words";
import type { useAttempt } from "./useAttempt";

interface Props {
  game: Game;
  bench: ReturnType<typeof useAttempt>;
  wanted: BenchWanted;
}

/** Other ways that were played; each can be taken up again, or held against the present one. */
export function Branches({ game, bench, wanted }: Props) {
  const [held, setHeld] = useState<string[]>();
  const compared = useQuery({
    queryKey: ["bench", game.id, game.revision, wanted, "other", held],
    queryFn: () => api.bench(game.id, { ...wanted, other: held ?? [] }),
    enabled: held !== undefined,
    retry: false,
  });
  if (bench.branches.length === 0) return null;
  return (
    <section aria-labelledby="branches">
      <h2 id="branches" className="text-lg">
        Other ways
      </h2>
      <ul>
        {bench.branches.map((moves, n) => (
          <li key={moves.join("\n")} data-branch={n} className="border-t border-line py-1 text-sm">
            <span className="block truncate" title={moves.join(", ")}>
              {counted(moves.length, "move")}: {moves.join(", ")}
            </span>
            <span className="flex gap-3">
              <Button small weight="quiet" onClick={() => bench.take(moves)}>
                Take it up
              </Button>
              <Button
                small
                weight="quiet"
                onClick={() => setHeld(held === moves ? undefined : moves)}
              >
                {held === moves ? "Enough" : "Compare"}
              </Button>
              <Button small weight="quiet" onClick={() => bench.forget(n)}>
                Forget
              </Button>
            </span>
            {held === moves && compared.data?.differences && (
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
