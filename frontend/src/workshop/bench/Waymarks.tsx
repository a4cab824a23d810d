import clsx from "clsx";
import { type FormEvent, useState } from "react";
import type { BenchSeen, Edit, Game, Played, Waymark } from "../../api/client";
import { Button } from "../../ui/Button";
import { useWaymarks } from "../data";
import { insert, remove } from "../rules/rows";
import { wantedNow } from "../snags/BrokenStarts";
import { Keep } from "./Keep";
import { short } from "./marks";
import { Proposed } from "./Proposed";

interface Props {
  game: Game;
  found: BenchSeen;
  play: Played;
  takeUp: (play: Played) => void;
  change: (edits: Edit[]) => void;
}

/** A waymark that is written in full: a new one, or the one at a place. */
interface Opened {
  mark: Waymark;
  place?: number;
}

/** The waymarks of the game, walked after every change; the present play can be kept as one. */
export function Waymarks({ game, found, play, takeUp, change }: Props) {
  const [name, setName] = useState("");
  const [opened, setOpened] = useState<Opened>();
  const walked = useWaymarks(game);
  const marks = walked.data?.waymarks;
  const present: Waymark = {
    ...play,
    name: name.trim(),
    moves: found.moves,
    expect: found.expected,
    along: [],
  };
  const keep = (event: FormEvent) => {
    event.preventDefault();
    if (!marks || !present.name || found.moves.length === 0) return;
    change([insert(["waymarks", marks.length], short(present))]);
    setName("");
  };
  return (
    <section aria-label="Waymarks" className="flex flex-col gap-1.5">
      <p
        role="status"
        data-waymarks={walked.data && `${walked.data.passed} ${walked.data.failed}`}
        className={clsx(
          "min-h-5 text-sm",
          walked.data?.failed ? "font-bold text-ember" : "text-soft",
        )}
      >
        {walked.data &&
          `${walked.data.passed} pass${walked.data.failed ? `, ${walked.data.failed} fail` : ""}`}
      </p>
      <form onSubmit={keep} className="flex gap-1.5">
        <input
          aria-label="Name of the waymark"
          placeholder="keep this play as …"
          value={name}
          onChange={(event) => setName(event.target.value)}
          className="min-w-0 flex-1 rounded-sm border border-edge bg-sheet px-2 py-0.5 placeholder:text-soft"
        />
        <Button
          small
          type="submit"
          disabled={!marks || name.trim() === "" || found.moves.length === 0}
        >
          Keep
        </Button>
        <Button small onClick={() => setOpened({ mark: present })}>
          In full …
        </Button>
      </form>
      {opened && marks && (
        <Keep
          game={game}
          mark={opened.mark}
          place={opened.place ?? marks.length}
          isNew={opened.place === undefined}
          change={(edits) => {
            change(edits);
            setName("");
          }}
          close={() => setOpened(undefined)}
        />
      )}
      <ul>
        {marks?.map((walked) => (
          <MarkLine
            key={walked.number}
            walked={walked}
            takeUp={takeUp}
            open={() => setOpened({ mark: walked.mark, place: walked.number })}
            change={change}
          />
        ))}
      </ul>
      {marks && <Proposed game={game} marks={marks} change={change} />}
    </section>
  );
}

interface MarkProps {
  walked: NonNullable<ReturnType<typeof useWaymarks>["data"]>["waymarks"][number];
  takeUp: Props["takeUp"];
  open: () => void;
  change: Props["change"];
}

/** A waymark: whether it passes, why not, and what can be done with it. */
function MarkLine({ walked, takeUp, open, change }: MarkProps) {
  const { mark, number, passed, says, since, came_along: cameAlong } = walked;
  return (
    <li data-waymark={mark.name} data-passed={passed} className="border-t border-line py-1 text-sm">
      <span className="flex items-baseline gap-2">
        <span className={clsx("flex-1 break-words", !passed && "font-bold text-ember")}>
          {mark.name}
        </span>
        <span className={passed ? "text-pine" : "text-ember"}>{passed ? "passes" : "fails"}</span>
      </span>
      {cameAlong && (
        <span className="block text-soft" data-came-along>
          It came with the starting point.
        </span>
      )}
      {since && <span className="block text-soft">{since}</span>}
      {says.map((said) => (
        <span key={said} className="block border-l-[3px] border-ember pl-2">
          {said}
        </span>
      ))}
      <span className="-ml-2 flex flex-wrap">
        <Button small weight="quiet" onClick={() => takeUp(mark)}>
          Play it<span className="sr-only">: {mark.name}</span>
        </Button>
        {!passed && (
          <Button small weight="quiet" onClick={() => change(wantedNow(walked))}>
            That is what I want now
          </Button>
        )}
        <Button small weight="quiet" onClick={() => open()}>
          Change<span className="sr-only"> {mark.name}</span>
        </Button>
        <Button small weight="quiet" onClick={() => change([remove(["waymarks", number])])}>
          Remove<span className="sr-only"> {mark.name}</span>
        </Button>
      </span>
    </li>
  );
}
