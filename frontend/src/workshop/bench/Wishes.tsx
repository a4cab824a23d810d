import type { Outcomes } from "../../api/client";
import { Button } from "../../ui/Button";
import { selectLook } from "../../ui/Field";
import type { Wish } from "./wishes";

interface Props {
  wishes: Wish[];
  set: (wishes: Wish[]) => void;
  moves: string[];
  /** What can be expected before the first move and after each. */
  after: Outcomes["after"];
}

/** Whatever must come of a play, at its end or on the way, with what comes of it now. */
export function Wishes({ wishes, set, moves, after }: Props) {
  const made = after.length - 1;
  const now = (wish: Wish) => after[wish.after === "end" ? made : Math.min(wish.after, made)];
  const nowOf = (wish: Wish) => String(now(wish)?.[wish.name] ?? "");
  const names = Object.keys(after[made] ?? {});
  const put = (n: number, part: Partial<Wish>) =>
    set(wishes.map((wish, at) => (at === n ? { ...wish, ...part } : wish)));
  return (
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
            <Button small weight="quiet" onClick={() => set(wishes.filter((_, at) => at !== n))}>
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
          set([...wishes, { ...wish, name, value: nowOf({ ...wish, name }) }]);
        }}
      >
        Expect something more
      </Button>
    </section>
  );
}
