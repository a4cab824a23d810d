import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useDeferredValue, useEffect, useRef } from "react";
import { api, type Game, type Walker } from "../../api/client";
import { Amount } from "../../ui/Amount";
import { Light } from "../../ui/Light";
import { OneOf } from "../../ui/OneOf";
import { Tick } from "../../ui/Tick";
import { useAims } from "../data";
import { Company } from "./Company";
import { Curves } from "./Curves";
import { FigureTable } from "./FigureTable";
import { number } from "./said";
import { Walked } from "./Walked";

interface Props {
  game: Game;
  walker: Walker;
  setWalker: (walker: Walker) => void;
}

/** Seconds that a try takes at first in a game that nothing but its clock ends. */
const A_PACE = 5;

/** How plays come out for a player one chooses: exactly where that can be, else by walking many. */
export function HowItGoes({ game, walker, setWalker }: Props) {
  const asked = useDeferredValue(walker);
  const exact = useQuery({
    queryKey: ["odds", game.id, game.revision, asked],
    queryFn: ({ signal }) => api.odds(game.id, asked, signal),
    placeholderData: keepPreviousData,
    retry: false,
  });
  const curve = useQuery({
    queryKey: ["curve", game.id, game.revision, asked.how, asked.pace, asked.helps],
    queryFn: ({ signal }) =>
      api.curve(game.id, { how: asked.how, pace: asked.pace, helps: asked.helps }, signal),
    placeholderData: keepPreviousData,
    retry: false,
  });
  const aims = useAims(game).data?.aims ?? [];
  const begun = useRef(false);
  useEffect(() => {
    if (!exact.data || begun.current) return;
    begun.current = true; // a pace that is chosen afterwards stays
    if (exact.data.needs_pace) setWalker({ ...walker, pace: A_PACE });
  }, [exact.data, walker, setWalker]);
  const problem = exact.data?.problem ?? "";
  return (
    <section aria-labelledby="goes" className="flex flex-col gap-3" data-odds={state(exact)}>
      <h2 id="goes" className="text-xl">
        How it goes
      </h2>
      <WalkerFields
        walker={walker}
        setWalker={setWalker}
        hasHelps={exact.data?.has_helps ?? false}
      />
      {exact.error && <p className="text-ember">{exact.error.message}</p>}
      {exact.data?.figures && <FigureTable figures={exact.data.figures} said="exactly" />}
      {problem && (
        <div>
          <p className="mb-2 text-soft">
            <Light text={problem} />
          </p>
          <Walked
            key={`${game.revision} ${asked.how} ${asked.share} ${asked.pace} ${asked.helps}`}
            game={game}
            wanted={asked}
          />
        </div>
      )}
      <Company key={`company ${game.revision}`} game={game} walker={asked} />
      {curve.data && curve.data.shares.length > 0 && (
        <Curves
          curve={curve.data}
          how={asked.how}
          at={walker.share}
          aims={aims.filter(
            ({ aim }) => (aim.pace ?? 0) === asked.pace && (aim.helps ?? false) === asked.helps,
          )}
        />
      )}
    </section>
  );
}

function state(query: { isFetching: boolean; data?: { problem: string } | undefined }): string {
  if (query.isFetching || !query.data) return "looking";
  return query.data.problem ? "inexact" : "exact";
}

interface FieldsProps {
  walker: Walker;
  hasHelps: boolean;
  setWalker: (walker: Walker) => void;
}

function WalkerFields({ walker, setWalker, hasHelps }: FieldsProps) {
  const { how, share, pace } = walker;
  return (
    <div className="flex flex-wrap items-center gap-x-6 gap-y-2">
      <OneOf
        label="Who plays"
        values={["skill", "knows"] as const}
        said={(one) => (one === "skill" ? "by skill" : "knows, else guesses")}
        value={how}
        choose={(one) => setWalker({ ...walker, how: one })}
      />
      <label className="flex min-w-64 flex-1 items-center gap-3">
        <span>{how === "skill" ? "Skill" : "Knows"}</span>
        <input
          type="range"
          className="flex-1 accent-pine"
          min={0}
          max={1}
          step={0.05}
          value={share}
          onChange={(event) => setWalker({ ...walker, share: Number(event.target.value) })}
        />
        <span className="w-10 text-end font-bold tabular-nums">{number(share)}</span>
      </label>
      <Amount
        label="A try takes"
        unit="s"
        step={0.5}
        value={pace}
        keep={(next) => setWalker({ ...walker, pace: Math.max(0, next) })}
      />
      {hasHelps && (
        <Tick
          label="uses helps where they don’t know"
          value={walker.helps}
          keep={(helps) => setWalker({ ...walker, helps })}
        />
      )}
    </div>
  );
}
