import { useMutation } from "@tanstack/react-query";
import { api, type Edit, type Game, type Waymark } from "../../api/client";
import { Button } from "../../ui/Button";
import { Notice } from "../../ui/Notice";
import { insert } from "../rules/rows";
import { counted } from "../words";
import { short } from "./marks";

interface Props {
  game: Game;
  /** The waymarks there are. */
  marks: { mark: Waymark }[];
  change: (edits: Edit[]) => void;
}

/** Waymarks proposed from the rules, to be kept one by one or all at once. */
export function Proposed({ game, marks, change }: Props) {
  const known = new Set(marks.map(({ mark }) => mark.name));
  const first = useMutation({ mutationFn: () => api.firstSet(game.id) });
  const fresh = first.data?.filter((mark) => !known.has(mark.name)) ?? [];
  return (
    <>
      <Button
        small
        className="self-start"
        disabled={first.isPending}
        onClick={() => first.mutate()}
      >
        {first.isPending ? "Going through the plays …" : "Propose a first set"}
      </Button>
      {first.error && <Notice tone="bad">{first.error.message}</Notice>}
      {first.data && (
        <Button
          small
          className="self-start"
          disabled={fresh.length === 0}
          onClick={() =>
            change(fresh.map((mark, n) => insert(["waymarks", marks.length + n], short(mark))))
          }
        >
          Keep them all
        </Button>
      )}
      {first.data && (
        <ul data-proposed={first.data.length}>
          {first.data.map((mark) => {
            const there = known.has(mark.name);
            return (
              <li
                key={mark.name}
                data-proposal={mark.name}
                className="border-t border-line py-1 text-sm"
              >
                <b>{mark.name}</b>{" "}
                <span className="text-soft">
                  {counted(mark.moves.length, "move")},{" "}
                  {Object.entries(mark.expect)
                    .filter(([, value]) => value !== "none")
                    .map(([key, value]) => `${key} ${value}`)
                    .join(", ")}
                </span>
                <Button
                  small
                  weight="quiet"
                  disabled={there}
                  onClick={() => change([insert(["waymarks", marks.length], short(mark))])}
                >
                  {there ? "kept" : "So it is meant"}
                  <span className="sr-only">: {mark.name}</span>
                </Button>
              </li>
            );
          })}
        </ul>
      )}
    </>
  );
}
