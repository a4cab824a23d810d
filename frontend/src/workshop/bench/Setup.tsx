import { useQuery } from "@tanstack/react-query";
import { api, type Game } from "../../api/client";
import { selectLook } from "../../ui/Field";
import type { Setup as Chosen } from "./useAttempt";

interface Props {
  game: Game;
  setup: Chosen;
  setUp: (change: Partial<Chosen>) => void;
}

/** What the game asks of the player before a play, where it asks anything. */
export function Setup({ game, setup, setUp }: Props) {
  const asks = useQuery({
    queryKey: ["invitation", game.slug, game.revision],
    queryFn: () => api.invitation(game.slug),
  }).data;
  if (!asks || !(asks.name || asks.players || asks.count || asks.level || asks.topics.length > 0))
    return null;
  const { players } = asks;
  return (
    <div role="group" aria-label="Setup" className="contents">
      {players && (
        <label className="flex items-center gap-1.5">
          Players
          <input
            className={`${selectLook} w-48`}
            title={`${players.least} to ${players.most} names, with commas between them`}
            placeholder="Ada, Ben"
            defaultValue={(setup.players ?? []).join(", ")}
            onBlur={({ target }) => setUp({ players: namesIn(target.value, players) })}
            onKeyDown={(event) => {
              if (event.key === "Enter") event.currentTarget.blur();
            }}
          />
        </label>
      )}
      {asks.name && (
        <label className="flex items-center gap-1.5">
          Name
          <input
            className={`${selectLook} w-28`}
            placeholder="Player"
            maxLength={40}
            value={setup.player}
            onChange={(event) => setUp({ player: event.target.value })}
          />
        </label>
      )}
      {asks.count && (
        <Bounded
          said="Questions"
          bounds={asks.count}
          value={setup.count}
          choose={(count) => setUp({ count })}
        />
      )}
      {asks.level && (
        <Bounded
          said="Level"
          bounds={asks.level}
          value={setup.level}
          choose={(level) => setUp({ level })}
        />
      )}
      {asks.topics.length > 0 && (
        <label className="flex items-center gap-1.5">
          Topic
          <select
            className={selectLook}
            value={setup.topic}
            onChange={(event) => setUp({ topic: event.target.value })}
          >
            <option value="">all topics</option>
            {asks.topics.map((topic) => (
              <option key={topic}>{topic}</option>
            ))}
          </select>
        </label>
      )}
    </div>
  );
}

/** The names in a text, where so many can play and no two are the same; else none, and the game's own. */
function namesIn(text: string, { least, most }: { least: number; most: number }): string[] {
  const names = text.split(",").map((name) => name.trim().slice(0, 40));
  const named = names.filter(Boolean);
  const fits = names.length >= least && names.length <= most;
  return fits && new Set(named).size === named.length ? names : [];
}

interface BoundedProps {
  said: string;
  bounds: { min: number; max: number; default: number };
  value: number | null | undefined;
  choose: (value: number | null) => void;
}

/** A number within its bounds; one that is typed past them is not taken. */
function Bounded({ said, bounds, value, choose }: BoundedProps) {
  return (
    <label className="flex items-center gap-1.5">
      {said}
      <input
        type="number"
        className={`${selectLook} w-16`}
        title={`${bounds.min} to ${bounds.max}`}
        min={bounds.min}
        max={bounds.max}
        placeholder={String(bounds.default)}
        value={value ?? ""}
        onChange={({ target }) => {
          if (target.value === "") choose(null);
          else if (target.validity.valid) choose(target.valueAsNumber);
        }}
      />
    </label>
  );
}
