import { useState } from "react";
import type { Game, Walker, WalkWanted } from "../../api/client";
import { Amount } from "../../ui/Amount";
import { selectLook } from "../../ui/Field";
import { useHandouts } from "../handout/useHandouts";
import { Walked } from "./Walked";

interface Props {
  game: Game;
  walker: Walker;
}

/** Many different players at once: skills and paces that differ, skill by level, or as real players did. */
export function Company({ game, walker }: Props) {
  const handouts = (useHandouts(game).data ?? []).filter(({ versions }) =>
    versions.some(({ plays }) => plays > 0),
  );
  const [spread, setSpread] = useState(0.15);
  const [paceSpread, setPaceSpread] = useState(0);
  const [levels, setLevels] = useState("");
  const [handout, setHandout] = useState<number>();
  const byLevel = readLevels(levels);
  const wanted: WalkWanted = {
    ...walker,
    spread,
    pace_spread: paceSpread,
    levels: byLevel ?? {},
    ...(handout !== undefined && { handout }),
  };
  return (
    <details className="border-t border-line pt-2" data-company>
      <summary className="cursor-default text-pine">A whole company of players</summary>
      <div className="mt-2 flex flex-col gap-3">
        <div className="flex flex-wrap items-center gap-x-6 gap-y-2">
          <Amount
            label="Skills differ by"
            unit="sd"
            step={0.05}
            value={spread}
            keep={(next) => setSpread(Math.min(1, Math.max(0, next)))}
          />
          <Amount
            label="Paces differ by"
            unit="s"
            step={0.5}
            value={paceSpread}
            keep={(next) => setPaceSpread(Math.max(0, next))}
          />
          <label className="flex items-center gap-2">
            Skill at levels
            <input
              className={`${selectLook} w-40`}
              placeholder="1: 0.9, 3: 0.5"
              aria-invalid={byLevel === undefined}
              value={levels}
              onChange={({ target }) => setLevels(target.value)}
            />
          </label>
          {handouts.length > 0 && (
            <label className="flex items-center gap-2">
              As they played
              <select
                className={selectLook}
                value={handout ?? ""}
                onChange={({ target }) =>
                  setHandout(target.value ? Number(target.value) : undefined)
                }
              >
                <option value="">no</option>
                {handouts.map((one) => (
                  <option key={one.id} value={one.id}>
                    {one.name}
                  </option>
                ))}
              </select>
            </label>
          )}
        </div>
        <p className="text-sm text-soft">
          Each play is another player’s, around the skill and pace above. As they played: each
          question as hard, and taking as long, as it was for them.
        </p>
        <Walked key={JSON.stringify(wanted)} game={game} wanted={wanted} />
      </div>
    </details>
  );
}

/** Skills by level from a text such as `1: 0.9, 3: 0.5`; undefined where it is none. */
function readLevels(text: string): Record<string, number> | undefined {
  const found: Record<string, number> = {};
  for (const part of text.split(",")) {
    if (!part.trim()) continue;
    const match = /^\s*([1-5])\s*[:=]\s*(0(?:\.\d+)?|1(?:\.0+)?|\.\d+)\s*$/.exec(part);
    if (!match?.[1]) return undefined;
    found[match[1]] = Number(match[2]);
  }
  return found;
}
