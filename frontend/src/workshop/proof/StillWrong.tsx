import { type FormEvent, useState } from "react";
import { Link } from "react-router";
import type { Edit, Game, Snag } from "../../api/client";
import { Button } from "../../ui/Button";
import { inputLook } from "../../ui/Field";
import { screenOf } from "../places";
import { insert, remove, set } from "../rules/rows";
import { counted, worthALook } from "../words";
import { SnagSaid } from "../snags/SnagLine";
import { PackSnags } from "./PackSnags";

const WEIGHT: Record<Snag["severity"], number> = { stop: 0, warn: 1, note: 2 };

interface Props {
  game: Game;
  change: (edits: Edit[]) => void;
}

/** Everything that is wrong anywhere, the weightiest first, each a press from its place. */
export function StillWrong({ game, change }: Props) {
  const snags = worthALook(game.snags).sort((a, b) => WEIGHT[a.severity] - WEIGHT[b.severity]);
  const packs = game.packs.filter(({ to_mend }) => to_mend > 0);
  const number = snags.length + packs.length + (game.failed ? 1 : 0);
  return (
    <section aria-labelledby="wrong" data-wrong={number}>
      <h2 id="wrong" className="mb-2 text-xl">
        What is still wrong
      </h2>
      {number === 0 && (
        <p className="text-soft">
          {game.looking ? "Nothing so far; its plays are being gone through." : "Nothing."}
        </p>
      )}
      <ul className="flex flex-col gap-2">
        {packs.map((pack) => (
          <PackSnags key={`pack ${pack.id}`} game={game} pack={pack} />
        ))}
        {snags.map((snag) => (
          <li
            key={`${snag.code} ${snag.path} ${snag.line} ${snag.message}`}
            data-snag={snag.code}
            className={
              snag.severity === "stop"
                ? "border-s-[3px] border-ember ps-2"
                : "border-s-[3px] border-ochre ps-2"
            }
          >
            <SnagSaid snag={snag} change={change} />{" "}
            <Link
              className="whitespace-nowrap text-pine underline"
              to={`/games/${game.id}/${screenOf(snag)}`}
            >
              {snag.line ? `line ${snag.line}` : "its place"}
            </Link>
            {snag.severity === "warn" && (
              <SetAside
                message={snag.message}
                keep={(why) => {
                  const aside = { snag: snag.code, at: snag.path, why };
                  change([
                    game.set_aside.length
                      ? insert(["set_aside", game.set_aside.length], aside)
                      : set(["set_aside"], [aside]),
                  ]);
                }}
              />
            )}
          </li>
        ))}
        {game.set_aside.map((one, n) => (
          <li
            key={`aside ${one.snag} ${one.at}`}
            className="ps-3 text-sm text-soft"
            data-aside={one.snag}
          >
            Set aside: {one.snag}
            {one.at && ` at ${one.at}`}, because {one.why}{" "}
            <Button
              small
              aria-label={`Take back that ${one.snag} is set aside`}
              onClick={() => change([remove(["set_aside", n])])}
            >
              Take back
            </Button>
          </li>
        ))}
        {game.failed > 0 && (
          <li className="border-s-[3px] border-ember ps-2">
            <Link className="text-pine underline" to={`/games/${game.id}/playtest`}>
              {counted(game.failed, "waymark")}
            </Link>{" "}
            {game.failed === 1 ? "fails" : "fail"}
          </li>
        )}
      </ul>
    </section>
  );
}

/** Sets a snag aside, for a reason that is kept with the game. */
function SetAside({ message, keep }: { message: string; keep: (why: string) => void }) {
  const [why, setWhy] = useState<string>();
  if (why === undefined) {
    return (
      <Button
        small
        className="ms-2"
        aria-label={`Set aside: ${message}`}
        onClick={() => setWhy("")}
      >
        Set aside
      </Button>
    );
  }
  const submit = (event: FormEvent) => {
    event.preventDefault();
    if (why.trim()) keep(why.trim());
  };
  return (
    <form onSubmit={submit} className="mt-1 flex gap-2">
      <input
        autoFocus
        aria-label="Why it is set aside"
        placeholder="because …"
        className={inputLook}
        maxLength={300}
        value={why}
        onChange={(event) => setWhy(event.target.value)}
        onKeyDown={(event) => event.key === "Escape" && setWhy(undefined)}
      />
      <Button small type="submit" disabled={!why.trim()}>
        Set aside
      </Button>
    </form>
  );
}
