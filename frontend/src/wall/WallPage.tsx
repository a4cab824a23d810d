import clsx from "clsx";
import { useEffect, useState } from "react";
import { api, type Wall } from "../api/client";
import { useTexts, WithTexts } from "../player/texts";
import { Button } from "../ui/Button";
import { Notice } from "../ui/Notice";
import { Land } from "./Land";
import { OnTheWay } from "./OnTheWay";
import { better } from "./placing";
import { Side } from "./Side";
import { type Mark, type Shown, useWall } from "./useWall";

const TOLD_FOR = 5000;
const MOST_WAITING = 36;
const MOST_STANDING = 10;

/** The wall of a hand-out, for a projector: who is on the way, how far, and what they came to. */
export function WallPage({ link }: { link: string }) {
  const { shown, gone, arrived } = useWall(link);
  return (
    <WithTexts page language={shown?.wall.language} texts={shown?.wall.texts}>
      {gone ? <Nothing /> : shown && <TheWall shown={shown} arrived={arrived} />}
    </WithTexts>
  );
}

function Nothing() {
  const t = useTexts();
  return (
    <main className="p-10">
      <h1 className="text-4xl">{t("wall.none")}</h1>
    </main>
  );
}

function TheWall({ shown: all, arrived }: { shown: Shown; arrived: Mark | undefined }) {
  const t = useTexts();
  const { wall } = all;
  useEffect(() => {
    document.title = wall.title;
  }, [wall.title]);
  useEffect(() => {
    const { style } = document.documentElement;
    style.fontSize = "max(16px, min(1.25vw, 2vh))"; // as large as the screen has room for
    return () => {
      style.fontSize = "";
    };
  }, []);
  const waits = wall.together && !all.begun;
  const shown = all.marks.filter(({ state }) => state !== "waiting");
  const ended = shown.length > 0 && shown.every(({ state }) => state === "over") && !waits;
  return (
    <div className="flex h-dvh text-[1.75rem] max-md:h-auto max-md:flex-col" data-wall={wall.link}>
      <main className="relative min-h-[26rem] min-w-0 flex-1 overflow-hidden">
        <Land />
        {waits ? (
          <Waiting wall={wall} marks={all.marks} />
        ) : ended ? (
          <Standing marks={shown} />
        ) : shown.length > 0 ? (
          <OnTheWay marks={shown} />
        ) : (
          <p className="absolute inset-x-6 top-6">
            <span className="bg-paper/85 px-2">{t("wall.nobody")}</span>
          </p>
        )}
        <Arrived mark={arrived} low={ended} />
      </main>
      <Side shown={all} />
    </div>
  );
}

/** Who waits for the begin; its maker begins for all. */
function Waiting({ wall, marks }: { wall: Wall; marks: Mark[] }) {
  const t = useTexts();
  const [problem, setProblem] = useState("");
  const waiting = marks.filter(({ state }) => state === "waiting");
  const begin = () => {
    if (wall.handout != null)
      api.beginTogether(wall.handout).catch((error: Error) => setProblem(error.message));
  };
  return (
    <section
      aria-label={t("wall.waiting")}
      className="absolute inset-6 flex flex-col gap-5"
      data-waiting={waiting.length}
    >
      <h2 className="self-start bg-paper/85 px-2 text-[2.4rem]">
        {t("wall.waiting")}
        <span className="ms-4 tabular-nums">{t.number(waiting.length)}</span>
      </h2>
      <ul className="flex min-h-0 flex-wrap content-start gap-3 overflow-hidden">
        {waiting.slice(0, MOST_WAITING).map((mark) => (
          <li
            key={mark.number}
            className="max-w-72 truncate rounded-full border-4 border-pine bg-sheet px-4 leading-10"
          >
            {mark.name || t("wall.somebody")}
          </li>
        ))}
        {waiting.length > MOST_WAITING && (
          <li className="bg-paper/85 px-2 leading-10">
            +{t.number(waiting.length - MOST_WAITING)}
          </li>
        )}
      </ul>
      {problem && <Notice tone="bad">{problem}</Notice>}
      {wall.maker && (
        <Button
          weight="main"
          className="mt-auto self-start px-6 py-3 text-[1.75rem]"
          onClick={begin}
        >
          {t("wall.begin")}
        </Button>
      )}
    </section>
  );
}

/** How it ended, once all have come to the end. */
function Standing({ marks }: { marks: Mark[] }) {
  const t = useTexts();
  const best = [...marks].sort(better).slice(0, MOST_STANDING);
  return (
    <section
      aria-label={t("wall.standing")}
      data-standing={marks.length}
      className="absolute start-6 top-6 bottom-6 flex w-[36rem] max-w-[calc(100%-3rem)] flex-col"
    >
      <h2 className="self-start bg-paper/85 px-2 text-[2.4rem]">{t("wall.standing")}</h2>
      <ol className="mt-3 min-h-0 overflow-hidden border-2 border-line bg-sheet/95">
        {best.map((mark) => (
          <li
            key={mark.number}
            className="flex gap-4 border-b border-line px-4 leading-[3.4rem] last:border-0"
          >
            <span className="w-10 font-head text-pine tabular-nums">
              {t.number(1 + best.findIndex(({ score }) => score === mark.score))}
            </span>
            <span className="min-w-0 flex-1 truncate">{mark.name || t("wall.somebody")}</span>
            <span className="font-bold tabular-nums">
              {mark.score != null && t.number(mark.score)}
            </span>
          </li>
        ))}
      </ol>
    </section>
  );
}

/** Who has just arrived, for a few seconds: over the map, or below how it ended. */
function Arrived({ mark, low }: { mark: Mark | undefined; low: boolean }) {
  const t = useTexts();
  const [past, setPast] = useState<Mark>();
  useEffect(() => {
    const timer = window.setTimeout(() => setPast(mark), TOLD_FOR);
    return () => window.clearTimeout(timer);
  }, [mark]);
  const told = mark === past ? undefined : mark;
  return (
    <p role="status" className={clsx("absolute inset-x-6", low ? "bottom-4" : "top-4")}>
      {told && (
        <span className="border-s-8 border-pine bg-sheet px-4 py-1 text-[2rem]" data-arrived>
          {t("wall.arrived", { name: told.name || t("wall.somebody") })}
          {told.score != null && <b className="ms-4 tabular-nums">{t.number(told.score)}</b>}
        </span>
      )}
    </p>
  );
}
