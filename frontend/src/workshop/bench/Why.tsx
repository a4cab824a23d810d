import { Link } from "react-router";
import type { BenchSeen, Game, PackSummary } from "../../api/client";
import { Button } from "../../ui/Button";
import { Light } from "../../ui/Light";

interface WhyProps {
  game: Game;
  packs: PackSummary[];
  found: BenchSeen;
}

const LINK = "font-bold text-pine underline-offset-4 hover:underline";

/** The reason for what happened last, and the way to the row and the line it comes from. */
export function Why({ game, packs, found }: WhyProps) {
  const pack = packs.find(({ name }) => name === found.file);
  if (!found.reason) return null;
  return (
    <p aria-live="polite" data-reason={found.steps.length} className="break-words">
      <Light text={found.reason} />{" "}
      {found.row !== null && (
        <Link to={`/games/${game.id}/rules#row-${found.row}`} className={LINK}>
          To row {found.row}
        </Link>
      )}
      {found.row !== null && pack && " · "}
      {pack && (
        <Link
          to={`/games/${game.id}/questions/${pack.id}?line=${found.line}`}
          className={LINK}
          data-to-line={found.line}
        >
          To line {found.line} of the file
        </Link>
      )}
    </p>
  );
}

interface PeekProps {
  found: BenchSeen;
  open: boolean;
  turn: () => void;
}

/** The key and what comes next, for makers who want to know. */
export function Peek({ found, open, turn }: PeekProps) {
  return (
    <div className="text-sm">
      <Button small weight="quiet" className="-ml-2" aria-pressed={open} onClick={turn}>
        {open ? "Hide the key and what comes" : "Peek at the key and what comes"}
      </Button>
      {open && (
        <p data-peek className="break-words">
          {found.key && (
            <>
              The key is <b>{found.key}</b>: {found.answer}.{" "}
            </>
          )}
          {found.coming.length > 0 && `Next: ${found.coming.join(" · ")}`}
        </p>
      )}
    </div>
  );
}
