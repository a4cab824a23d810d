import { Button } from "../../../ui/Button";
import { inputLook } from "../../../ui/Field";
import { type FieldsProps, type KindForm, LETTERS, OWN, text } from "./record";

interface Pair {
  left: string;
  right: string;
}

/** The pairs of a record, and behind them what belongs to none. */
function pairsOf(record: FieldsProps["record"]): Pair[] {
  const all = [...LETTERS].map((letter) => ({
    left: text(record[`left ${letter}`]),
    right: text(record[`right ${letter}`]),
  }));
  const last = all.findLastIndex(({ left, right }) => left || right);
  return all.slice(0, last + 1);
}

function asFields(pairs: Pair[]): FieldsProps["record"] {
  return Object.fromEntries(
    [...LETTERS].flatMap((letter, n) => [
      [`left ${letter}`, pairs[n]?.left ?? ""],
      [`right ${letter}`, pairs[n]?.right ?? ""],
    ]),
  );
}

/** Two columns: what is joined, and with what. */
function Fields({ record, put, keep }: FieldsProps) {
  const pairs = pairsOf(record);
  const set = (next: Pair[], now = false) => put(asFields(next), now);
  const rows = pairs.length < LETTERS.length ? [...pairs, { left: "", right: "" }] : pairs;
  return (
    <fieldset className="flex flex-col gap-1.5">
      <legend className="font-bold">Pairs: what belongs together</legend>
      <p className="text-sm text-soft">
        A line with nothing on its left is a further one on the right, that belongs to none.
      </p>
      {rows.map((pair, n) => (
        <div key={n} className="flex items-center gap-2" data-pair={n + 1}>
          <span className="w-4 font-mono text-sm text-soft">{n + 1}</span>
          {(["left", "right"] as const).map((side) => (
            <input
              key={side}
              {...OWN}
              aria-label={`${side} ${LETTERS[n] ?? ""}`}
              placeholder={side === "left" ? "item" : "belongs to it"}
              className={inputLook}
              value={pair[side]}
              onChange={({ target }) => set(rows.with(n, { ...pair, [side]: target.value }))}
              onBlur={keep}
            />
          ))}
          <Button
            small
            weight="quiet"
            disabled={n >= pairs.length}
            onClick={() => set(pairs.toSpliced(n, 1), true)}
          >
            Remove<span className="sr-only"> pair {n + 1}</span>
          </Button>
        </div>
      ))}
    </fieldset>
  );
}

export const match: KindForm = {
  fresh: {},
  from: ({ answer }) =>
    asFields([
      { left: "first", right: answer },
      { left: "second", right: "another" },
    ]),
  Fields,
};
