import { wallJoinCode } from "../api/client";
import { useTexts } from "../player/texts";
import type { Shown } from "./useWall";

/** Beside the map: how to join, how many are on the way, and the best of the last ten minutes. */
export function Side({ shown: { wall, marks, best } }: { shown: Shown }) {
  const t = useTexts();
  const host = wall.address.replace(/^https?:\/\//, "");
  const address = `${host}/play/${wall.link}`;
  const going = marks.filter(({ state }) => state === "going").length;
  return (
    <aside
      aria-label={wall.title}
      className="flex min-h-0 w-[23rem] shrink-0 flex-col gap-4 overflow-hidden border-s-2 border-line bg-sheet p-5 text-[1.75rem] leading-tight max-md:w-full"
    >
      <h1 className="line-clamp-2 text-[2.2rem] break-words">{wall.title}</h1>
      {!wall.shut && (
        <section aria-label={t("wall.join")}>
          <img
            src={wallJoinCode(wall.link)}
            alt={address}
            className="mx-auto block size-52 max-w-full"
          />
          <p className="mt-2 text-center font-mono leading-8 break-words">
            {host}
            <wbr />
            <span className="inline-block">/play/</span>
            <wbr />
            <b className="font-medium whitespace-nowrap">{wall.link}</b>
          </p>
        </section>
      )}
      <p className="font-bold tabular-nums" data-going={going}>
        {t("wall.on_the_way", { n: going })}
      </p>
      {best.length > 0 && (
        <section aria-label={t("wall.best")} className="min-h-0 overflow-hidden">
          <h2 className="text-[1.75rem]">{t("wall.best")}</h2>
          <ol>
            {best.map((one, n) => (
              <li key={n} className="flex gap-3 border-t border-line py-1">
                <span className="min-w-0 flex-1 truncate">{one.name || t("wall.somebody")}</span>
                <span className="font-bold tabular-nums">
                  {one.score != null && t.number(one.score)}
                </span>
              </li>
            ))}
          </ol>
        </section>
      )}
    </aside>
  );
}
