import { Link } from "react-router";
import type { Game, Snag } from "../../api/client";
import { counted, shortName, worthALook } from "../words";

const WEIGHT: Record<Snag["severity"], number> = { stop: 0, warn: 1, note: 2 };

/** Where a snag of a game is mended: the screen of what its place belongs to. */
function screenOf(path: string): string {
  const [part = ""] = path.split(".");
  if (["cues", "sounds", "look", "welcome", "words", "silent"].includes(part)) return "feedback";
  if (part === "checking") return "checking";
  if (part === "deal" || part === "setup") return "deal";
  if (part === "waymarks") return "playtest";
  return "rules";
}

/** Everything that is wrong anywhere, the weightiest first, each a press from its place. */
export function StillWrong({ game }: { game: Game }) {
  const snags = worthALook(game.snags).sort((a, b) => WEIGHT[a.severity] - WEIGHT[b.severity]);
  const packs = game.packs.filter(({ to_mend }) => to_mend > 0);
  const number = snags.length + packs.length + (game.failed ? 1 : 0);
  return (
    <section aria-labelledby="wrong" data-wrong={number}>
      <h2 id="wrong" className="mb-2 text-xl">
        What is still wrong
      </h2>
      {number === 0 && (
        <p className="text-soft">
          {game.looking ? "Nothing so far; its plays are being gone through." : "Nothing."}
        </p>
      )}
      <ul className="flex flex-col gap-2">
        {packs.map((pack) => (
          <li key={`pack ${pack.id}`} className="border-s-[3px] border-ochre ps-2">
            <Link className="text-pine underline" to={`/games/${game.id}/questions/${pack.id}`}>
              {shortName(pack)}
            </Link>
            : {counted(pack.to_mend, "snag")} in its lines
          </li>
        ))}
        {snags.map((snag) => (
          <li
            key={`${snag.code} ${snag.path} ${snag.line} ${snag.message}`}
            data-snag={snag.code}
            className={
              snag.severity === "stop"
                ? "border-s-[3px] border-ember ps-2"
                : "border-s-[3px] border-ochre ps-2"
            }
          >
            {snag.message}{" "}
            <Link
              className="whitespace-nowrap text-pine underline"
              to={`/games/${game.id}/${screenOf(snag.path)}`}
            >
              {snag.line ? `line ${snag.line}` : "its place"}
            </Link>
          </li>
        ))}
        {game.failed > 0 && (
          <li className="border-s-[3px] border-ember ps-2">
            <Link className="text-pine underline" to={`/games/${game.id}/playtest`}>
              {counted(game.failed, "waymark")}
            </Link>{" "}
            {game.failed === 1 ? "fails" : "fail"}
          </li>
        )}
      </ul>
    </section>
  );
}
