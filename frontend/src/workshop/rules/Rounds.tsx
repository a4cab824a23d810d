import clsx from "clsx";
import type { GameDocument } from "../../api/client";
import { Button } from "../../ui/Button";
import { type Change, insert } from "./rows";

interface Props {
  document: GameDocument;
  /** The round that is shown, from 0; the whole game where it is not said. */
  round: number | undefined;
  show: (round: number | undefined) => void;
  change: Change;
}

/** The rounds of a game as a strip: all of them, each by its name, and one more. */
export function Rounds({ document, round, show, change }: Props) {
  const rounds = document.rounds ?? [];
  const add = () => {
    const name = freeName(rounds.map((one) => one.name));
    change([insert(["rounds", rounds.length], { name })], "round: name");
    show(rounds.length);
  };
  return (
    <nav aria-label="Rounds" className="flex flex-wrap items-baseline gap-x-5 gap-y-1">
      <h2 className="text-xl">Rounds</h2>
      {rounds.length > 0 && (
        <>
          <Stop here={round === undefined} press={() => show(undefined)} at="all">
            all rounds
          </Stop>
          {rounds.map(({ name }, n) => (
            <Stop key={n} here={round === n} press={() => show(n)} at={String(n + 1)}>
              <span className="mr-1.5 font-mono text-sm text-soft">{n + 1}</span>
              {name}
            </Stop>
          ))}
        </>
      )}
      {rounds.length === 0 && (
        <span className="text-sm text-soft">
          None: the game is one round, from its first question to its last.
        </span>
      )}
      <Button small weight="quiet" className="ml-auto" onClick={add}>
        Add a round
      </Button>
    </nav>
  );
}

interface StopProps {
  here: boolean;
  press: () => void;
  at: string;
  children: React.ReactNode;
}

function Stop({ here, press, at, children }: StopProps) {
  return (
    <button
      type="button"
      aria-pressed={here}
      data-round-stop={at}
      onClick={press}
      className={clsx(
        "max-w-56 truncate border-b-2",
        here ? "border-pine font-bold text-pine" : "border-transparent hover:border-line",
      )}
    >
      {children}
    </button>
  );
}

/** A name that no round has yet. */
function freeName(names: string[]): string {
  for (let n = names.length + 1; ; n++) if (!names.includes(`Round ${n}`)) return `Round ${n}`;
}
