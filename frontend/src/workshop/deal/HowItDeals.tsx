import { useState } from "react";
import type { RulesOf } from "../../api/client";
import type { Change, Path, Words } from "../rules/rows";
import { selectLook } from "../../ui/Field";
import { How } from "./How";
import { Steering } from "./Steering";

interface Props {
  rules: RulesOf;
  game: number;
  pool: number | undefined;
  change: Change;
}

/** How the game deals, or one of its rounds; every choice is kept at once. */
export function HowItDeals({ rules, game, pool, change }: Props) {
  const { document } = rules;
  const rounds = document.rounds ?? [];
  const [chosen, choose] = useState("all");
  const place = chosen === "all" ? undefined : Number(chosen);
  const round = place === undefined ? undefined : rounds[place];
  const at: Path = round && place !== undefined ? ["rounds", place, "deal"] : ["deal"];
  const says = (place === undefined ? undefined : rules.rounds_say[place]) ?? [];
  const own = Object.entries(round?.deal ?? {}).filter(([key]) => says.includes(`deal.${key}`));
  const how = { ...document.deal, ...Object.fromEntries(own) };
  const words: Words = { ...rules, game, meters: Object.keys(document.meters ?? {}) };
  return (
    <div className="border-b border-line px-7 py-2">
      {rounds.length > 0 && (
        <label className="mb-2 flex items-center gap-2">
          For
          <select
            className={selectLook}
            data-deal="round"
            value={round ? chosen : "all"}
            onChange={(event) => choose(event.target.value)}
          >
            <option value="all">all rounds that say nothing else</option>
            {rounds.map(({ name }, n) => (
              <option key={n} value={n}>
                {`${n + 1} ${name}`}
              </option>
            ))}
          </select>
        </label>
      )}
      <How key={at.join(" ")} how={how} at={at} pool={pool} change={change} />
      <Steering key={`by ${at.join(" ")}`} how={how} at={at} words={words} change={change} />
    </div>
  );
}
