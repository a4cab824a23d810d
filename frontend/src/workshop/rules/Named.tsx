import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import { api, type Game, type GameDocument, type Snag } from "../../api/client";
import { Button } from "../../ui/Button";
import { useAttempt } from "../bench/useAttempt";
import { stateOf } from "../data";
import { SnagLine } from "../snags/SnagLine";
import { Cell } from "./Cell";
import { askFocus } from "./focus";
import { asValue, cellOf, type Change, remove, set, snagsAt, type Words } from "./rows";

interface Props {
  game: Game;
  document: GameDocument;
  snags: Snag[];
  words: Words;
  change: Change;
  rename: (from: string, to: string) => void;
}

/** The named expressions of a game, each with what it comes to in the play on the bench. */
export function Named({ game, document, snags, words, change, rename }: Props) {
  const [name, setName] = useState("");
  const named = Object.entries(document.names ?? {});
  const values = useValues(game, named.length > 0);
  const add = (event: FormEvent) => {
    event.preventDefault();
    const wanted = name.trim();
    if (wanted) {
      askFocus(`${wanted}: is`, words.revision);
      change([set(["names", wanted], 0)], `${wanted}: is`);
    }
    setName("");
  };
  return (
    <section aria-labelledby="named">
      <div className="flex items-baseline gap-3">
        <h2 id="named" className="text-xl">
          Named
        </h2>
        <span className="text-sm text-soft">
          Used in expressions and texts; worked out once a step.
        </span>
        <form onSubmit={add} className="ml-auto flex items-center gap-1.5">
          <input
            aria-label="Name of a new expression"
            placeholder="new name"
            value={name}
            onChange={(event) => setName(event.target.value)}
            className="w-28 rounded-sm border border-line bg-sheet px-1.5 font-mono text-sm leading-6 placeholder:text-soft"
          />
          <Button small type="submit" weight="quiet" disabled={name.trim() === ""}>
            Add a name
          </Button>
        </form>
      </div>
      {named.length > 0 && (
        <ul className="border-b border-line">
          {named.map(([one, source]) => (
            <li key={one} data-named={one} className="border-t border-line py-1">
              <div className="flex items-baseline gap-2">
                <p className="flex min-w-0 flex-1 flex-wrap items-baseline gap-x-2 gap-y-1">
                  <span className="min-w-20">
                    <Cell
                      game={words.game}
                      revision={words.revision}
                      label={`${one}: name`}
                      kind="name"
                      value={one}
                      keep={(text) => text.trim() !== "" && rename(one, text.trim())}
                    />
                  </span>
                  <span className="text-soft">is</span>
                  <Cell
                    {...cellOf(words)}
                    label={`${one}: is`}
                    kind="named"
                    value={String(source)}
                    keep={(text) => text.trim() && change([set(["names", one], asValue(text))])}
                  />
                </p>
                <span
                  className="font-mono text-sm text-soft"
                  title="What it comes to in the play on the bench"
                  data-comes-to={one}
                >
                  {values[one] ?? ""}
                </span>
                <Button small weight="quiet" onClick={() => change([remove(["names", one])])}>
                  Remove<span className="sr-only"> the name {one}</span>
                </Button>
              </div>
              {snagsAt(snags, ["names", one]).map((snag) => (
                <SnagLine key={snag.code} snag={snag} change={change} className="mt-1 text-sm" />
              ))}
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}

/** What each comes to in the play on the bench. */
function useValues(game: Game, any: boolean): Record<string, string> {
  const { attempt, play } = useAttempt(game);
  const wanted = { ...play, wait: attempt.wait, onward: attempt.onward };
  const { data } = useQuery({
    queryKey: ["bench", game.id, stateOf(game), wanted, undefined],
    queryFn: () => api.bench(game.id, wanted),
    enabled: any,
    placeholderData: keepPreviousData,
    retry: false,
  });
  return data?.named ?? {};
}
