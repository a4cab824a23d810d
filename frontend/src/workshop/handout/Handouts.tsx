import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link } from "react-router";
import { api, type Game, type Handout } from "../../api/client";
import { Button } from "../../ui/Button";
import { Notice } from "../../ui/Notice";
import { useAims } from "../data";
import { counted } from "../words";
import { HandoutEntry } from "./HandoutEntry";
import { HandoutForm } from "./HandoutForm";
import { settingsOf, useHandoutChanges, useHandouts } from "./useHandouts";

/** The links a game is played under, and what to know before it goes out. */
export function Handouts({ game }: { game: Game }) {
  const handouts = useHandouts(game).data;
  const addresses = useQuery({ queryKey: ["addresses"], queryFn: api.addresses }).data;
  const { begin, change, anew, problem } = useHandoutChanges(game);
  const [edited, setEdited] = useState<Handout | "new">();
  const close = () => setEdited(undefined);
  return (
    <div className="grid gap-x-10 gap-y-6 lg:grid-cols-[minmax(0,1fr)_20rem]">
      <section aria-labelledby="links">
        <div className="mb-3 flex items-center gap-4">
          <h2 id="links" className="text-2xl">
            Under a link
          </h2>
          <Button weight="main" disabled={!game.playable} onClick={() => setEdited("new")}>
            Hand out
          </Button>
        </div>
        {problem && <Notice tone="bad">{problem.message}</Notice>}
        {handouts?.length === 0 && (
          <p className="text-soft">
            Not handed out yet. “Hand out” freezes the game as it is under a link of its own: what
            you change afterwards does not touch it. “Play” in the top line stays a trial for you
            alone.
          </p>
        )}
        <ul className="flex flex-col">
          {handouts?.map((one) => (
            <HandoutEntry
              key={one.id}
              handout={one}
              addresses={addresses}
              edit={() => setEdited(one)}
              close={(closed) =>
                change.mutate({ handout: one, settings: { ...settingsOf(one), closed } })
              }
              anew={() => anew.mutate(one.id)}
            />
          ))}
        </ul>
      </section>
      <div className="flex flex-col gap-6">
        <Before game={game} />
        {addresses && <Reached addresses={addresses} />}
      </div>
      {edited && (
        <HandoutForm
          game={game}
          handout={edited === "new" ? undefined : edited}
          busy={begin.isPending || change.isPending}
          done={(settings) =>
            edited === "new"
              ? begin.mutate(settings, { onSuccess: close })
              : change.mutate({ handout: edited, settings }, { onSuccess: close })
          }
          problem={problem}
          leave={close}
        />
      )}
    </div>
  );
}

/** The addresses by which players reach the workshop's hand-outs. */
function Reached({ addresses }: { addresses: Awaited<ReturnType<typeof api.addresses>> }) {
  return (
    <section aria-labelledby="reach">
      <h2 id="reach" className="mb-1 text-xl">
        Where players reach it
      </h2>
      {addresses.alone ? (
        <>
          <p>
            Just now only this machine does. To let others in, stop the workshop and start it with
          </p>
          <p className="my-1 font-mono text-sm break-all">{addresses.command}</p>
          <p className="text-soft">
            Players on the same network then find it at{" "}
            {addresses.others[0] ?? "the address of this machine, which has no network now"}. You
            open it by the address that is printed then, which holds your key.
          </p>
        </>
      ) : (
        <p>
          At <span className="font-mono text-sm">{addresses.here}</span>
          {addresses.others.length > 0 && ` and at ${addresses.others.join(", ")}`}.
        </p>
      )}
      <p className="mt-2">
        <a className="text-pine underline" href="/play/" target="_blank" rel="noreferrer">
          The players’ list
        </a>{" "}
        <span className="text-soft">shows what you put on it.</span>
      </p>
    </section>
  );
}

/** What is still wrong with a game that is to go out: told, not forbidden. */
function Before({ game }: { game: Game }) {
  const aims = useAims(game).data?.aims ?? [];
  const missed = aims.filter(({ holds }) => !holds).length;
  const stops = game.snags.filter(({ severity }) => severity === "stop").length;
  const warns = game.snags.filter(({ severity }) => severity === "warn").length;
  const wrong: [to: string, said: string][] = [];
  if (stops) wrong.push(["proof", `${counted(stops, "snag")} that stop it`]);
  if (warns) wrong.push(["proof", `${counted(warns, "snag")} worth a look`]);
  if (game.failed) wrong.push(["playtest", `${counted(game.failed, "waymark")} failing`]);
  if (missed) wrong.push(["proof", `${counted(missed, "aim")} missed`]);
  return (
    <section aria-labelledby="before" data-before={wrong.length}>
      <h2 id="before" className="mb-1 text-xl">
        Before it goes out
      </h2>
      {wrong.length === 0 && <p className="text-soft">Nothing is known to be wrong with it.</p>}
      <ul>
        {wrong.map(([to, said]) => (
          <li key={said} className="border-s-[3px] border-ochre ps-2">
            <Link className="text-pine underline" to={`/games/${game.id}/${to}`}>
              {said}
            </Link>
          </li>
        ))}
      </ul>
      {!game.playable && <p className="mt-1">It can’t be handed out before it can be played.</p>}
    </section>
  );
}
