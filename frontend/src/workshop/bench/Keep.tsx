import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import { api, type Edit, type Game, type Played, type Waymark } from "../../api/client";
import { Button } from "../../ui/Button";
import { Field, inputLook } from "../../ui/Field";
import { Notice } from "../../ui/Notice";
import { Sheet } from "../../ui/Sheet";
import { insert, set } from "../rules/rows";
import { short } from "./marks";
import { Wishes } from "./Wishes";
import { type Wish, wishesOf, written } from "./wishes";

interface Props {
  game: Game;
  /** The waymark that is changed, or a play that is to be kept as a new one. */
  mark: Waymark;
  /** The place of the waymark among those of the game; one past the last for a new one. */
  place: number;
  isNew: boolean;
  change: (edits: Edit[]) => void;
  close: () => void;
}

/** A waymark in full: its moves line by line, and whatever must come of them, at the end or on the way. */
export function Keep({ game, mark, place, isNew, change, close }: Props) {
  const [name, setName] = useState(mark.name);
  const [text, setText] = useState(mark.moves.join("\n"));
  const [wishes, setWishes] = useState<Wish[]>(() => wishesOf(mark));
  const moves = text.split("\n").filter((line) => line.trim() !== "");
  const seen = useOutcomes(game, mark, moves);
  const after = seen.data?.after ?? [];
  const made = after.length - 1;
  const keep = (event: FormEvent) => {
    event.preventDefault();
    const { expect, along } = written(wishes);
    const kept = { ...mark, name: name.trim(), moves, expect, along };
    change(isNew ? [insert(["waymarks", place], short(kept))] : changed(place, mark, kept));
    close();
  };
  const problem = seen.data?.problem;
  return (
    <Sheet
      open
      wide
      onClose={close}
      title={isNew ? "Keep a waymark" : "Change a waymark"}
      about="Moves, and what must come of them: walked again after every change of the game."
    >
      <form onSubmit={keep} className="grid grid-cols-[16rem_1fr] gap-6 max-sm:grid-cols-1">
        <div className="flex flex-col gap-4">
          <Field label="Name">
            {(id) => (
              <input
                id={id}
                className={inputLook}
                value={name}
                maxLength={200}
                onChange={(event) => setName(event.target.value)}
              />
            )}
          </Field>
          <Field
            label="Moves"
            hint="One a line: right, wrong, late, skip, unreadable, answer TEXT; @2.5 behind it waits so many seconds."
          >
            {(id, hint) => (
              <textarea
                id={id}
                aria-describedby={hint}
                className={`${inputLook} font-mono`}
                rows={9}
                spellCheck={false}
                value={text}
                onChange={(event) => setText(event.target.value)}
              />
            )}
          </Field>
          {seen.error && <Notice tone="bad">{seen.error.message}</Notice>}
          {problem && (
            <Notice tone="mind">
              <span data-problem>
                Move {made + 1}: {problem}
              </span>
            </Notice>
          )}
        </div>
        <Wishes wishes={wishes} set={setWishes} moves={moves} after={after} />
        <div className="col-span-full flex gap-2">
          <Button
            weight="main"
            type="submit"
            disabled={name.trim() === "" || moves.length === 0 || problem !== ""}
          >
            Keep it
          </Button>
          <Button onClick={close}>Cancel</Button>
        </div>
      </form>
    </Sheet>
  );
}

/** What comes of a waymark's moves, as they are written now. */
function useOutcomes(game: Game, mark: Waymark, moves: string[]) {
  const { dice, player, topic, count, level, players } = mark;
  const play: Played = {
    dice,
    player,
    topic,
    count: count ?? null,
    level: level ?? null,
    players,
    moves,
  };
  return useQuery({
    queryKey: ["outcomes", game.id, game.revision, play],
    queryFn: () => api.outcomes(game.id, play),
    placeholderData: keepPreviousData,
    retry: false,
  });
}

/** The edits that make one waymark of another, and leave what is the same as it is written. */
function changed(place: number, before: Waymark, after: Waymark): Edit[] {
  return (["name", "moves", "expect", "along"] as const)
    .filter((key) => JSON.stringify(before[key]) !== JSON.stringify(after[key]))
    .map((key) => set(["waymarks", place, key], after[key]));
}
