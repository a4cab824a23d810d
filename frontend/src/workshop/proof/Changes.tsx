import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { api, type Compared, type Game, type Walker } from "../../api/client";
import { selectLook } from "../../ui/Field";
import { number, share, walkerWords } from "./said";

/** This version of a game beside an earlier one, the largest differences first. */
export function Changes({ game, walker }: { game: Game; walker: Walker }) {
  const versions = useQuery({
    queryKey: ["versions", game.id, game.revision],
    queryFn: () => api.versions(game.id),
    placeholderData: keepPreviousData,
  }).data;
  const [chosen, setChosen] = useState<number>();
  const earlier = chosen ?? versions?.[0]?.revision;
  const found = useQuery({
    queryKey: ["compare", game.id, game.revision, earlier, walker],
    queryFn: ({ signal }) => api.compare(game.id, { ...walker, revision: earlier ?? 0 }, signal),
    enabled: earlier !== undefined,
    placeholderData: keepPreviousData,
    retry: false,
  });
  return (
    <section
      aria-labelledby="change"
      className="flex flex-col gap-2"
      data-compared={found.isFetching ? "looking" : (found.data?.changed.length ?? "none")}
    >
      <h2 id="change" className="text-xl">
        What my change did
      </h2>
      {versions?.length === 0 && (
        <p className="text-soft">Change something, and what it did to all plays stands here.</p>
      )}
      {versions && versions.length > 0 && (
        <label className="flex items-center gap-3">
          <span className="shrink-0">Since before</span>
          <select
            className={`${selectLook} min-w-0 flex-1 font-mono text-sm`}
            value={earlier}
            onChange={(event) => setChosen(Number(event.target.value))}
          >
            {versions.map((one) => (
              <option key={one.revision} value={one.revision}>
                {one.said}
              </option>
            ))}
          </select>
        </label>
      )}
      {found.error && <p className="text-ember">{found.error.message}</p>}
      {found.data && <Differences found={found.data} walker={walker} />}
    </section>
  );
}

function Differences({ found, walker }: { found: Compared; walker: Walker }) {
  const shares = new Set([
    ...Object.keys(found.before.results),
    ...Object.keys(found.after.results),
  ]);
  const isShare = (what: string) => shares.has(what) || what.startsWith("award ");
  const said = (what: string, value: number | string | null) => {
    if (typeof value !== "number") return value ?? "—";
    return isShare(what) ? share(value) : number(value);
  };
  return (
    <>
      {found.changed.length === 0 ? (
        <p>No difference for {walkerWords(walker)}.</p>
      ) : (
        <table className="w-full max-w-xl">
          <thead className="text-sm text-soft">
            <tr>
              {["what", "before", "now"].map((head) => (
                <th key={head} scope="col" className="pe-4 text-start font-normal">
                  {head}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {found.changed.map((one) => (
              <tr key={one.what} className="border-t border-line" data-changed={one.what}>
                <th scope="row" className="py-1 pe-4 text-start font-bold">
                  {one.what}
                </th>
                <td className="pe-4 tabular-nums">{said(one.what, one.before)}</td>
                <td className="tabular-nums">{said(one.what, one.after)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      <p className="text-sm text-soft">
        For {walkerWords(walker)},{" "}
        {found.exact
          ? "exactly"
          : `${found.after.plays ?? found.before.plays ?? 0} plays walked of each where there are no exact odds`}
        .
      </p>
    </>
  );
}
