import { keepPreviousData, useMutation, useQuery } from "@tanstack/react-query";
import { api, type Game, type Played } from "../../api/client";
import { Button } from "../../ui/Button";
import { Notice } from "../../ui/Notice";

interface Props {
  game: Game;
  plays: Played[];
  takeUp: (play: Played) => void;
}

/** What the waymarks and the plays of this bench have touched, and a way to what they have not. */
export function Covered({ game, plays, takeUp }: Props) {
  const found = useQuery({
    queryKey: ["coverage", game.id, game.revision, plays],
    queryFn: () => api.coverage(game.id, plays),
    placeholderData: keepPreviousData,
    retry: false,
  }).data;
  const take = useMutation({
    mutationFn: async (what: string) => {
      const way = await api.way(game.id, what);
      if (way.moves === null)
        throw new Error(`No way to ${what} was found: it may need an answer typed by hand.`);
      return { player: "", players: [], topic: "", dice: way.dice, moves: way.moves };
    },
    onSuccess: takeUp,
  });
  if (!found) return null;
  const left = found.parts.filter(({ touched }) => !touched);
  return (
    <section aria-label="Touched so far" className="flex flex-col gap-1">
      <p className="text-sm text-soft" data-covered={found.parts.length - left.length}>
        {found.parts.length - left.length} of {found.parts.length}{" "}
        {partsOf(found.parts.map(({ what }) => what.split(" ")[0]))}
        {found.kinds_left.length > 0 && `; not yet asked: ${found.kinds_left.join(", ")}`}
      </p>
      {take.error && <Notice tone="mind">{take.error.message}</Notice>}
      <ul className="text-sm">
        {left.map((part) => (
          <li
            key={part.what}
            data-left={part.what}
            className="flex items-baseline gap-2 border-t border-line py-0.5"
          >
            <span className="min-w-0 flex-1 break-words">{part.title}</span>
            {part.possible === false ? (
              <span className="text-ember">never</span>
            ) : (
              <Button
                small
                weight="quiet"
                disabled={take.isPending}
                onClick={() => take.mutate(part.what)}
              >
                Take me there<span className="sr-only">: {part.what}</span>
              </Button>
            )}
          </li>
        ))}
      </ul>
    </section>
  );
}

const USUAL = ["row", "ending", "award"];

/** What can be touched, in words: rows, endings and awards, and what else the game has. */
function partsOf(kinds: (string | undefined)[]): string {
  const more = ["round", "gate", "help"].filter((kind) => kinds.includes(kind));
  const named = [...USUAL, ...more].map((kind) => `${kind}s`);
  return `${named.slice(0, -1).join(", ")} and ${named.at(-1)}`;
}
