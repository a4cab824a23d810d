import { useEffect, useState } from "react";
import type { Listed } from "../api/client";
import { useTexts } from "./texts";

/** The games that can be played here just now, for players without a link. */
export function List({ listed }: { listed: () => Promise<Listed[]> }) {
  const t = useTexts();
  const [games, setGames] = useState<Listed[]>();
  useEffect(() => {
    document.title = t("page.list");
    listed().then(setGames, () => setGames([]));
  }, [listed, t]);
  if (!games) return <p role="status">{t("page.looking")}</p>;
  return (
    <>
      <h1 className="mb-4 text-4xl">{t("page.list")}</h1>
      {games.length === 0 && <p>{t("page.none")}</p>}
      <ul>
        {games.map(({ link, title, note }) => (
          <li key={link} className="border-b border-line py-3 last:border-0">
            <a href={`/play/${link}`} className="font-head text-xl text-pine underline">
              {title}
            </a>
            {note && <p className="text-soft">{note}</p>}
          </li>
        ))}
      </ul>
    </>
  );
}
