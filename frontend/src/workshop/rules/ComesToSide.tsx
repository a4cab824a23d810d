import clsx from "clsx";
import type { ReactNode } from "react";
import type { ComesTo, Coverage, Game } from "../../api/client";
import { counted } from "../words";
import { Neither } from "./Neither";
import { Flow } from "./Flow";
import { RoundFlow } from "./RoundFlow";

interface Props {
  game: Game;
  comesTo: ComesTo | undefined;
  covered: Coverage | undefined;
}

/** What the rules come to: what each try pays, what can be reached, how long it takes, how it flows. */
export function ComesToSide({ game, comesTo, covered }: Props) {
  if (!comesTo) return <p className="text-soft">Going through the plays …</p>;
  if (!comesTo.ready)
    return (
      <p className="text-soft" data-comes-to="working">
        Going through all plays …
      </p>
    );
  if (comesTo.meters.length === 0 && comesTo.flow.length === 0)
    return <p className="text-soft">Mend the snags that stop the game, then this is known.</p>;
  return (
    <div className="flex flex-col gap-4" data-comes-to="ready" data-revision={comesTo.revision}>
      <Pays comesTo={comesTo} />
      <Reachable game={game} comesTo={comesTo} />
      <Part id="length" title="How long it takes">
        <p className="text-sm">{lengthWords(comesTo)}</p>
      </Part>
      {comesTo.rounds.length > 0 && (
        <Part id="round-flow" title="From round to round">
          <RoundFlow game={game} comesTo={comesTo} />
          <p className="text-sm text-soft">Shares are those of a player of skill 0.7.</p>
        </Part>
      )}
      <Part id="flow" title="How it flows">
        <Flow comesTo={comesTo} walked={covered?.moments ?? []} />
        <p className="text-sm text-soft">Bold moments are ones a waymark comes to.</p>
      </Part>
    </div>
  );
}

interface PartProps {
  id: string;
  title: string;
  children: ReactNode;
}

function Part({ id, title, children }: PartProps) {
  return (
    <section aria-labelledby={id}>
      <h3 id={id} className="text-lg">
        {title}
      </h3>
      {children}
    </section>
  );
}

function Pays({ comesTo }: { comesTo: ComesTo }) {
  const pays = comesTo.pays.filter(({ moment }) => moment !== "opened");
  const ofGame = { number: 0, name: "" };
  return (
    <Part id="pays" title="What each try pays">
      <table className="w-full text-sm">
        {(comesTo.rounds.length > 0 ? comesTo.rounds : [ofGame]).map(({ number, name }) => (
          <tbody key={number} data-pays-in={number}>
            {name && (
              <tr className="border-t border-line">
                <th colSpan={2} scope="rowgroup" className="pt-2 pb-0.5 text-start">
                  {number} {name}
                </th>
              </tr>
            )}
            {pays
              .filter(({ round }) => round === number)
              .map((pay) => (
                <tr key={`${pay.moment} ${pay.attempt}`} className="border-t border-line align-top">
                  <td className="py-0.5 pr-2 whitespace-nowrap">
                    <span className="font-mono">{pay.moment}</span>
                    {pay.attempt > 0 && <span className="text-soft"> {triesWords(pay)}</span>}
                  </td>
                  <td data-pay={`${pay.moment} ${pay.attempt}`}>{payWords(pay.changes)}</td>
                </tr>
              ))}
          </tbody>
        ))}
      </table>
    </Part>
  );
}

function Reachable({ game, comesTo }: { game: Game; comesTo: ComesTo }) {
  return (
    <Part id="reached" title="What can be reached">
      <ul className="text-sm">
        {comesTo.meters.map((meter) => (
          <li key={meter.name} data-range={meter.name} className="border-t border-line py-0.5">
            <span className="font-mono">{meter.name}</span>{" "}
            {meter.open_ended ? `from ${meter.least}, no bound found` : rangeWords(meter)}
          </li>
        ))}
        {[...comesTo.endings, ...comesTo.awards].map((one, n) => (
          <li
            key={n}
            data-possible={`${one.title}: ${one.possible}`}
            className={clsx("border-t border-line py-0.5", one.possible === false && "text-ember")}
          >
            {one.title}
            <span className={one.possible === false ? "font-bold" : "text-soft"}>
              {one.possible === null ? ": not known" : one.possible ? ": can be" : ": never"}
            </span>
          </li>
        ))}
        {isUndecided(comesTo) && <Neither game={game} />}
      </ul>
      {!comesTo.complete && (
        <p className="text-sm text-soft">
          There are more plays than could be gone through; what was not found may still be there.
        </p>
      )}
      {comesTo.timed && (
        <p className="text-sm text-soft">
          Clocks were looked at by their ends: at once, and at the last moment.
        </p>
      )}
      {comesTo.mixed && (
        <p className="text-sm text-soft">Questions of all sorts were taken in any mix.</p>
      )}
    </Part>
  );
}

/** Whether plays are won or lost, and may end as neither. */
const isUndecided = ({ results }: ComesTo) =>
  results.includes("done") && (results.includes("won") || results.includes("lost"));

function triesWords({ attempt, last }: ComesTo["pays"][number]): string {
  if (last === null) return `from try ${attempt} on`;
  return attempt === last ? `at try ${attempt}` : `at tries ${attempt} to ${last}`;
}

function payWords(changes: Record<string, number[]>): string {
  const parts = Object.entries(changes)
    .filter(([, values]) => values.some((value) => value !== 0))
    .map(([name, values]) =>
      values.length > 4
        ? `${name} ${sign(Math.min(...values))} to ${sign(Math.max(...values))}`
        : `${name} ${values.map(sign).join(" or ")}`,
    );
  return parts.join(", ") || "nothing";
}

const sign = (value: number) => (value > 0 ? `+${value}` : String(value).replace("-", "−"));

function rangeWords({ least, most, number, values }: ComesTo["meters"][number]): string {
  if (number === 1) return `always ${least}`;
  if (values.length > 0 && values.length <= 8) return values.join(", ");
  return `${least} to ${most} (${number} values)`;
}

function lengthWords(comesTo: ComesTo): string {
  const questions =
    comesTo.shortest === null
      ? "not known"
      : comesTo.longest === null
        ? `${counted(comesTo.shortest, "question")} and more`
        : comesTo.shortest === comesTo.longest
          ? counted(comesTo.shortest, "question")
          : `${comesTo.shortest} to ${counted(comesTo.longest, "question")}`;
  return `${questions}, ${timeWords(comesTo)}.`;
}

function timeWords({ slowest, on_clock: onClock }: ComesTo): string {
  if (slowest !== null) return `${minutes(slowest)} at most`;
  return onClock === null
    ? "with no bound on the time"
    : `${minutes(onClock)} on the clock at most, pauses besides`;
}

function minutes(seconds: number): string {
  if (seconds < 90) return `${Math.round(seconds)} seconds`;
  return `${Math.round(seconds / 60)} minutes`;
}
