import clsx from "clsx";
import { useEffect, useRef } from "react";
import type { View } from "../api/client";
import { useTexts } from "./texts";

type Seat = View["seats"][number];

/** Those who play in turn, roped together in their order: how each stands, and whose turn it is. */
export function Rope({ seats }: { seats: Seat[] }) {
  const t = useTexts();
  return (
    <ul aria-label={t("players.stand")} className="flex flex-wrap gap-y-2" data-rope>
      {seats.map((seat) => (
        <li
          key={seat.number}
          data-seat={seat.number}
          aria-current={seat.here || undefined}
          className="flex min-w-0 items-center"
        >
          {seat.number > 1 && (
            <span aria-hidden="true" className="w-6 border-t-2 border-dotted border-soft" />
          )}
          <span
            className={clsx(
              "flex min-w-0 items-baseline gap-2 rounded-full border-2 px-3 py-0.5",
              seat.here ? "border-pine bg-sheet" : "border-line",
            )}
          >
            <span
              className={clsx(
                "truncate",
                seat.here && "font-bold",
                seat.out && "text-soft line-through",
              )}
            >
              {seat.name}
            </span>
            <span className="text-sm whitespace-nowrap tabular-nums">
              {seat.out ? t("players.out") : <Stand seat={seat} />}
            </span>
          </span>
        </li>
      ))}
    </ul>
  );
}

/** What a player has, one number after another. */
function Stand({ seat }: { seat: Seat }) {
  const t = useTexts();
  return seat.meters.map((meter, n) => (
    <span key={meter.name} title={meter.label} className={clsx(n > 0 && "ms-2 text-soft")}>
      <span className="sr-only">{meter.label} </span>
      {isFewMarks(meter) ? (
        <>
          <span aria-hidden="true">{"◆".repeat(meter.value)}</span>
          <span className="sr-only">{t.number(meter.value)}</span>
        </>
      ) : (
        t.number(meter.value)
      )}
    </span>
  ));
}

const MOST_MARKS = 5;

/** Whether a meter is shown as marks, and so few that each has its place on the rope. */
function isFewMarks({ show, value }: Seat["meters"][number]): boolean {
  return show === "marks" && Number.isInteger(value) && value > 0 && value <= MOST_MARKS;
}

/** The page between two players: to whom the screen goes. */
export function HandOver({ name, quiet }: { name: string; quiet: boolean }) {
  const t = useTexts();
  const head = useRef<HTMLHeadingElement>(null);
  useEffect(() => {
    if (!quiet) head.current?.focus();
  }, [quiet]);
  return (
    <section className="flex flex-col gap-3 border-y border-line py-8" data-hands-over>
      <p className="text-soft">{t("turn.next", { name })}</p>
      <h1 ref={head} tabIndex={-1} className="text-4xl break-words outline-none">
        {t("turn.of", { name })}
      </h1>
    </section>
  );
}

/** The players by their places, with all that each came to. */
export function Places({ seats }: { seats: Seat[] }) {
  const t = useTexts();
  const meters = seats[0]?.meters ?? [];
  return (
    <div className="overflow-x-auto" tabIndex={0} role="region" aria-label={t("players.stand")}>
      <table className="w-full max-w-2xl" data-places>
        <thead className="text-sm text-soft">
          <tr>
            {[
              t("players.place"),
              t("players.player"),
              ...meters.map((meter) => meter.label),
              t("result.right"),
            ].map((head, n) => (
              <th key={n} scope="col" className={clsx("pe-5 font-normal", ends(n))}>
                {head}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {seats.map((seat) => (
            <tr
              key={seat.number}
              data-place={seat.rank}
              className="border-t border-line align-baseline"
            >
              <td className="py-2 pe-5 font-head text-2xl tabular-nums">{t.number(seat.rank)}</td>
              <th scope="row" className="py-2 pe-5 text-start font-bold break-words">
                {seat.name}
                {seat.out && (
                  <span className="ms-2 text-sm font-normal text-soft">{t("players.out")}</span>
                )}
                <span className="block font-normal">
                  {[seat.award, seat.award_tell, seat.tell].filter(Boolean).join(" ")}
                </span>
              </th>
              {seat.meters.map((meter) => (
                <td key={meter.name} className="py-2 pe-5 text-end tabular-nums">
                  {t.number(meter.value)}
                </td>
              ))}
              <td className="py-2 pe-5 text-end whitespace-nowrap tabular-nums">
                {t("result.of", { right: seat.right, asked: seat.asked })}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}

const ends = (column: number) => (column < 2 ? "text-start" : "text-end");
