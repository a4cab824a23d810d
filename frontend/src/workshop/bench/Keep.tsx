import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import { api, type Edit, type Game, type Played, type Waymark } from "../../api/client";
import { Button } from "../../ui/Button";
import { Field, inputLook, selectLook } from "../../ui/Field";
import { Notice } from "../../ui/Notice";
import { Sheet } from "../../ui/Sheet";
import { asValue, insert, set } from "../rules/rows";
import { short } from "./marks";

/** One thing that must come of a play: after so many moves, or at its end. */
interface Wish {
  after: number | "end";
  name: string;
  value: string;
}

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
  const { dice, player, topic, count, level } = mark;
  const play: Played = {
    dice,
    player,
    topic,
    count: count ?? null,
    level: level ?? null,
    moves,
  };
  const seen = useQuery({
    queryKey: ["outcomes", game.id, game.revision, play],
    queryFn: () => api.outcomes(game.id, play),
    placeholderData: keepPreviousData,
    retry: false,
  });
  const after = seen.data?.after ?? [];
  const made = after.length - 1;
  const now = (wish: Wish) => after[wish.after === "end" ? made : Math.min(wish.after, made)];
  const names = Object.keys(after[made] ?? {});
  const put = (n: number, part: Partial<Wish>) =>
    setWishes(wishes.map((wish, at) => (at === n ? { ...wish, ...part } : wish)));
  const nowOf = (wish: Wish) => String(now(wish)?.[wish.name] ?? "");
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
        <section aria-labelledby="must" className="flex flex-col gap-2">
          <h3 id="must" className="font-bold">
            What must come of it
          </h3>
          <ul className="flex flex-col gap-1">
            {wishes.map((wish, n) => (
              <li key={n} data-wish={n} className="flex flex-wrap items-center gap-1.5">
                <select
                  aria-label={`When, ${n + 1}`}
                  className={selectLook}
                  value={wish.after}
                  onChange={({ target }) =>
                    put(n, { after: target.value === "end" ? "end" : Number(target.value) })
                  }
                >
                  <option value="end">at the end</option>
                  {moves.map((line, at) => (
                    <option key={at} value={at + 1}>
                      after move {at + 1}, {line.slice(0, 20)}
                    </option>
                  ))}
                </select>
                <select
                  aria-label={`What, ${n + 1}`}
                  className={`${selectLook} font-mono`}
                  value={wish.name}
                  onChange={({ target }) => {
                    const next = { ...wish, name: target.value };
                    put(n, { ...next, value: nowOf(next) });
                  }}
                >
                  {[...new Set([wish.name, ...names])].map((one) => (
                    <option key={one}>{one}</option>
                  ))}
                </select>
                <span>is</span>
                <input
                  aria-label={`Value, ${n + 1}`}
                  className={`${selectLook} w-36`}
                  value={wish.value}
                  onChange={({ target }) => put(n, { value: target.value })}
                />
                {now(wish) && nowOf(wish) !== wish.value && (
                  <span className="text-sm text-ember" data-now={nowOf(wish)}>
                    now {nowOf(wish)}
                  </span>
                )}
                <Button
                  small
                  weight="quiet"
                  onClick={() => setWishes(wishes.filter((_, at) => at !== n))}
                >
                  Remove<span className="sr-only"> expectation {n + 1}</span>
                </Button>
              </li>
            ))}
          </ul>
          <Button
            small
            className="self-start"
            disabled={names.length === 0}
            onClick={() => {
              const wish: Wish = { after: "end", name: "score", value: "" };
              const name = names.includes("score") ? "score" : "right";
              setWishes([...wishes, { ...wish, name, value: nowOf({ ...wish, name }) }]);
            }}
          >
            Expect something more
          </Button>
        </section>
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

function wishesOf(mark: Waymark): Wish[] {
  const listed = (after: Wish["after"], expect: Waymark["expect"]): Wish[] =>
    Object.entries(expect).map(([name, value]) => ({ after, name, value: String(value) }));
  return [
    ...mark.along.flatMap(({ after, expect }) => listed(after, expect)),
    ...listed("end", mark.expect),
  ];
}

function written(wishes: Wish[]): Pick<Waymark, "expect" | "along"> {
  const expect: Waymark["expect"] = {};
  const along: Waymark["along"] = [];
  for (const { after, name, value } of wishes) {
    if (after === "end") expect[name] = asValue(value);
    else {
      const part = along.find((one) => one.after === after);
      if (part) part.expect[name] = asValue(value);
      else along.push({ after, expect: { [name]: asValue(value) } });
    }
  }
  return { expect, along: along.sort((one, other) => one.after - other.after) };
}

/** The edits that make one waymark of another, and leave what is the same as it is written. */
function changed(place: number, before: Waymark, after: Waymark): Edit[] {
  return (["name", "moves", "expect", "along"] as const)
    .filter((key) => JSON.stringify(before[key]) !== JSON.stringify(after[key]))
    .map((key) => set(["waymarks", place, key], after[key]));
}
