import { useEffect, useState } from "react";
import type { View, Waiting as Others } from "../api/client";
import { useCarrier } from "./carrier";
import { useTexts, WithTexts } from "./texts";

const ASKED_EVERY = 3000;

interface Props {
  play: string;
  view: View;
}

/** Before a play that begins for all at once: who else waits. The play's first view ends it. */
export function Waiting(props: Props) {
  return (
    <WithTexts language={props.view.language} texts={props.view.texts}>
      <WhoWaits {...props} />
    </WithTexts>
  );
}

function WhoWaits({ play, view }: Props) {
  const t = useTexts();
  const others = useOthers(play);
  const names = others?.names ?? [];
  const more = (others?.players ?? 0) - names.length;
  return (
    <section className="flex flex-col gap-4" data-waits={others?.players}>
      <p className="font-head text-lg text-soft">{view.title}</p>
      <h1 className="text-4xl">{t("wait.title")}</h1>
      {others && others.players <= 1 && <p>{t("wait.alone")}</p>}
      {others && others.players > 1 && (
        <>
          <h2 className="text-xl">
            {t("wait.with")} <span className="tabular-nums">{t.number(others.players)}</span>
          </h2>
          <ul className="flex flex-wrap gap-2">
            {names.map((name, n) => (
              <li key={n} className="max-w-60 truncate rounded-full border-2 border-line px-3">
                {name}
              </li>
            ))}
            {more > 0 && names.length > 0 && <li>+{t.number(more)}</li>}
          </ul>
        </>
      )}
    </section>
  );
}

/** Who waits, asked again and again. */
function useOthers(play: string): Others | undefined {
  const { waiting } = useCarrier();
  const [others, setOthers] = useState<Others>();
  useEffect(() => {
    if (!waiting) return;
    const ask = () => waiting(play).then(setOthers, () => undefined);
    void ask();
    const timer = window.setInterval(() => void ask(), ASKED_EVERY);
    return () => window.clearInterval(timer);
  }, [waiting, play]);
  return others;
}
