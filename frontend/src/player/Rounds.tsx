import clsx from "clsx";
import { useEffect, useRef } from "react";
import type { View } from "../api/client";
import { Light } from "../ui/Light";
import { swallowBurst } from "./burst";
import { useTexts } from "./texts";

type Round = NonNullable<View["round"]>;

const MARKS: Record<Round["marks"][number]["stands"], string> = {
  behind: "border-pine bg-pine",
  here: "border-pine bg-paper ring-2 ring-pine ring-offset-2 ring-offset-paper",
  ahead: "border-line bg-paper",
};

/** The way through the rounds as a short trail of marks, with the name of the one the player is in. */
export function RoundTrail({ round }: { round: Round }) {
  const t = useTexts();
  const place = t("round.of", { n: round.number, total: round.marks.length });
  return (
    <p className="flex flex-wrap items-center gap-x-3 gap-y-1 text-soft" data-round={round.number}>
      <span aria-hidden="true" className="flex items-center">
        {round.marks.map((mark, n) => (
          <span key={n} className="flex items-center">
            {n > 0 && <span className="w-5 border-t-2 border-dotted border-line" />}
            <span
              data-stands={mark.stands}
              title={mark.name}
              className={clsx("mx-1 size-2.5 rotate-45 border-2", MARKS[mark.stands])}
            />
          </span>
        ))}
      </span>
      <span className="font-bold text-ink">{round.name}</span>
      <span className="text-sm">{place}</span>
    </p>
  );
}

/** The page before a round: its name, what is said of it, and in figures what is coming. */
export function BeforeRound({ round, quiet }: { round: Round; quiet: boolean }) {
  const head = useRef<HTMLHeadingElement>(null);
  useEffect(() => {
    if (!quiet) head.current?.focus();
  }, [quiet, round.number]);
  return (
    <section className="flex flex-col gap-3 border-y border-line py-6" data-before-round>
      <h1 ref={head} tabIndex={-1} className="text-4xl break-words outline-none">
        {round.name}
      </h1>
      <p className="text-lg break-words whitespace-pre-line">
        <Light text={round.intro} />
      </p>
      <p className="text-soft">{round.coming}</p>
    </section>
  );
}

interface ChoosingProps {
  view: View;
  quiet: boolean;
  dense: boolean;
  choose: (text: string) => void;
}

/** What the player can choose as what comes next; by its number on the keys, too. */
export function Choosing({ view, quiet, dense, choose }: ChoosingProps) {
  const t = useTexts();
  const head = useRef<HTMLHeadingElement>(null);
  const gone = useRef(false);
  const { offered, choosing } = view;
  const take = (text: string) => {
    if (gone.current) return;
    gone.current = true;
    choose(text);
  };
  useEffect(() => {
    if (quiet) return;
    head.current?.focus();
  }, [quiet]);
  useEffect(() => {
    if (quiet) return;
    const press = (event: KeyboardEvent) => {
      if (event.ctrlKey || event.metaKey || event.altKey || event.repeat) return;
      const chosen =
        choosing === "level"
          ? offered.find((one) => one === event.key)
          : offered[Number(event.key) - 1];
      if (chosen === undefined) return;
      swallowBurst(event);
      take(chosen);
    };
    window.addEventListener("keydown", press);
    return () => window.removeEventListener("keydown", press);
  });
  const named = (text: string) =>
    choosing === "level" ? t("choose.level", { n: Number(text) }) : text || t("choose.rest");
  return (
    <section data-choosing={choosing}>
      <h1
        ref={head}
        tabIndex={-1}
        className={clsx("mb-3 outline-none", dense ? "text-xl" : "text-[1.7rem]")}
      >
        {view.seats.length > 0 && `${t("turn.of", { name: view.player })}: `}
        {t("choose.next")}
      </h1>
      <ul className="grid grid-cols-1 gap-x-6 sm:grid-cols-2">
        {offered.map((text, n) => (
          <li key={text}>
            <button
              type="button"
              data-offered={text}
              onClick={() => take(text)}
              className={clsx(
                "flex w-full items-baseline gap-4 border-b border-line px-3 text-start hover:border-pine hover:bg-sheet",
                dense ? "py-1" : "py-2 text-lg",
              )}
            >
              <span className="w-6 shrink-0 font-head text-xl font-semibold text-pine">
                {choosing === "level" ? text : t.number(n + 1)}
              </span>
              <span className="min-w-0 break-words">{named(text)}</span>
            </button>
          </li>
        ))}
      </ul>
    </section>
  );
}

interface LapsProps {
  laps: NonNullable<View["outcome"]>["laps"];
  title: string;
}

/** What became of each round, or of each topic. */
export function Laps({ laps, title }: LapsProps) {
  const t = useTexts();
  return (
    <section>
      <h2 className="mb-1 text-xl">{title}</h2>
      <ol className="max-w-xl">
        {laps.map((lap, n) => (
          <li
            key={n}
            data-lap={n + 1}
            className="grid grid-cols-[minmax(0,1fr)_6rem_auto] items-center gap-x-4 border-b border-line py-1.5 last:border-0"
          >
            <span className="break-words">{lap.name}</span>
            <span aria-hidden="true" className="h-1.5 bg-shade">
              <span className="block h-full bg-pine" style={{ width: `${lap.percent}%` }} />
            </span>
            <span className="text-end tabular-nums">
              {t("result.of", { right: lap.right, asked: lap.asked })}
            </span>
          </li>
        ))}
      </ol>
    </section>
  );
}
