import clsx from "clsx";
import { useEffect, useRef } from "react";
import type { Best, View } from "../api/client";
import { playSound } from "../look/sounds";
import { Button } from "../ui/Button";
import { saveFile } from "../ui/saveFile";
import { Light } from "../ui/Light";
import { Meters } from "./Meters";
import { Places } from "./Players";
import { Laps } from "./Rounds";
import { countingOf, Scene } from "./Scene";
import { useTexts, WithTexts } from "./texts";

interface Props {
  view: View;
  /** Begins a new play: dealt anew, or the same deal. */
  again: (same: boolean) => void;
  /** The play's record as a file, where a player may have it. */
  trail?: (() => string) | undefined;
  /** The best plays, where the maker shows them. */
  best?: Best[] | undefined;
  /** Shown to its maker, beside other things to type in: takes no focus, and is not heard. */
  quiet?: boolean;
}

/** The result of a play: the award, the figures, and every question with its answer. */
export function Result(props: Props) {
  return (
    <WithTexts language={props.view.language} texts={props.view.texts}>
      <Outcome {...props} />
    </WithTexts>
  );
}

function Outcome({ view, again, trail, best, quiet = false }: Props) {
  const t = useTexts();
  const outcome = view.outcome;
  const head = useRef<HTMLHeadingElement>(null);
  const page = useRef<HTMLDivElement>(null);
  useEffect(() => {
    if (quiet) return;
    head.current?.focus();
    if (outcome?.cue) playSound(outcome.cue.sound);
  }, [outcome?.cue, quiet]);
  if (!outcome) return null;
  const came = t(`result.${outcome.by || outcome.result}`);
  const { seats } = view;
  const first = seats.filter((seat) => seat.rank === 1).map((seat) => seat.name);
  const title = seats.length ? t("players.first", { names: first.join(", ") }) : outcome.award;
  const said = seats.length ? [outcome.tell] : [outcome.tell, outcome.award_tell];
  return (
    <div
      ref={page}
      className={clsx("flex flex-col gap-6", quiet && "relative isolate")}
      data-result={outcome.result}
      data-award={outcome.award}
    >
      {outcome.cue && outcome.cue.scene.length > 0 && (
        <Scene acts={outcome.cue.scene} page={page} speed={1} />
      )}
      <div className="flex flex-wrap items-center gap-5">
        {outcome.picture && (
          <img src={outcome.picture} alt="" className="max-h-40 max-w-full object-contain" />
        )}
        <div className="min-w-0 break-words">
          <h1 ref={head} tabIndex={-1} className="text-4xl outline-none">
            {title || came}
          </h1>
          <p className="mt-2 text-lg whitespace-pre-line">
            {[title && `${came}.`, ...said].filter(Boolean).join(" ")}
          </p>
        </div>
      </div>
      <div className="flex flex-wrap items-end gap-x-7 gap-y-3 border-y border-line py-3">
        {seats.length > 0 ? (
          <Places seats={seats} />
        ) : (
          <Meters
            meters={view.meters}
            mark={view.look.mark}
            picture={view.look.pictures.life}
            changes={false}
            counting={countingOf(outcome.cue?.scene, 1)}
          />
        )}
        {seats.length === 0 && (outcome.answered > 0 || outcome.opinions === 0) && (
          <div>
            <p className="text-sm text-soft">{t("result.right")}</p>
            <p className="min-h-8 text-2xl font-bold tabular-nums">
              {t("result.of", { right: outcome.right, asked: outcome.answered })}
              <span className="ms-2 text-base font-normal">{t.percent(outcome.percent)}</span>
            </p>
          </div>
        )}
        <div className="ms-auto flex flex-wrap gap-3">
          {trail && (
            <Button onClick={() => saveFile(`${view.title}.jsonl`, trail())}>
              {t("result.save")}
            </Button>
          )}
          {view.same_deal && <Button onClick={() => again(true)}>{t("result.same")}</Button>}
          <Button weight="main" onClick={() => again(false)}>
            {t("result.again")}
          </Button>
        </div>
      </div>
      {best && best.length > 0 && <BestPlays rows={best} />}
      {outcome.laps.length > 1 && <Laps laps={outcome.laps} title={t("round.each")} />}
      {outcome.topics.length > 0 && <Laps laps={outcome.topics} title={t("result.topics")} />}
      {outcome.summary.length > 0 && <Questions rows={outcome.summary} />}
    </div>
  );
}

function BestPlays({ rows }: { rows: Best[] }) {
  const t = useTexts();
  return (
    <section>
      <h2 className="mb-1 text-xl">{t("result.best")}</h2>
      <ol className="max-w-md">
        {rows.map((row, n) => (
          <li
            key={n}
            data-own={row.own}
            className={`flex gap-4 border-b border-line py-1 last:border-0 ${row.own ? "font-bold" : ""}`}
          >
            <span className="min-w-0 flex-1 break-words">{row.player || t("nameless")}</span>
            <span className="tabular-nums">{row.score != null && t.number(row.score)}</span>
          </li>
        ))}
      </ol>
    </section>
  );
}

const OUTCOMES: Record<string, string> = { right: "text-pine", answered: "text-lake" };

function Questions({ rows }: { rows: NonNullable<View["outcome"]>["summary"] }) {
  const t = useTexts();
  return (
    <section>
      <h2 className="mb-1 text-xl">{t("result.each")}</h2>
      <ol>
        {rows.map((row, n) => (
          <li
            key={n}
            className="grid grid-cols-[minmax(0,1fr)_auto] gap-x-4 border-b border-line py-2 break-words last:border-0"
          >
            <span>
              {row.player && <span className="me-2 text-sm text-soft">{row.player}</span>}
              <Light text={row.prompt} />
            </span>
            <span className={OUTCOMES[row.outcome] ?? "text-ember"}>
              {t(`outcome.${row.outcome}`)}
            </span>
            <span className="text-soft">
              <Light text={row.answer} />
              {row.outcome !== "right" && row.given && (
                <>
                  {row.answer && " · "}
                  <Light text={t("result.given", { given: row.given })} />
                </>
              )}
              {row.why && (
                <span className="block text-sm whitespace-pre-line">
                  <Light text={row.why} />
                </span>
              )}
            </span>
          </li>
        ))}
      </ol>
    </section>
  );
}
