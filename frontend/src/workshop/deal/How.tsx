import { useState } from "react";
import type { Edit, GameDocument } from "../../api/client";
import { selectLook } from "../../ui/Field";
import { type Path, set } from "../rules/rows";

type Deals = NonNullable<GameDocument["deal"]>;

const CHOICES: [key: "order" | "options", label: string, values: [string, string][]][] = [
  [
    "order",
    "Order",
    [
      ["shuffled", "shuffled"],
      ["filed", "as in the file"],
      ["easiest_first", "easiest first"],
      ["by_topic", "by topic"],
      ["by_part", "by part"],
    ],
  ],
  [
    "options",
    "Options",
    [
      ["shuffled", "shuffled"],
      ["balanced", "balanced"],
      ["filed", "as in the file"],
    ],
  ],
];

/** How many questions are drawn: what is said of it, and which ways to repeat them there are then. */
const MANY = {
  all: { said: "all of them", repeats: ["never"] },
  some: { said: "a number", repeats: ["never", "when_empty", "always"] },
  endless: { said: "without end", repeats: ["when_empty", "always"] },
  parts: { said: "in parts", repeats: ["never"] },
} as const;
const REPEATS = {
  never: "never",
  when_empty: "when all were asked",
  always: "at any time",
} as const;
type Many = keyof typeof MANY;

function manyOf({ draw, repeats }: Deals): Many {
  if (typeof draw === "number") return "some";
  if (Array.isArray(draw)) return "parts";
  return repeats === "never" || repeats === undefined ? "all" : "endless";
}

/** The part that stands first where parts are drawn. */
const FIRST_PART = [{ if: "level == 1", draw: 3 }];

interface Props {
  how: Deals;
  /** Where it is written. */
  at: Path;
  /** Questions there are to draw from, where that is known. */
  pool: number | undefined;
  change: (edits: Edit[]) => void;
}

/** How the game deals; every choice is kept at once. */
export function How({ how, at, pool, change }: Props) {
  const many = manyOf(how);
  const choose = (next: Many) => {
    const [first] = MANY[next].repeats;
    const fits = MANY[next].repeats.some((one) => one === how.repeats);
    change([
      set(
        [...at, "draw"],
        next === "some" ? Math.min(10, pool ?? 10) : next === "parts" ? FIRST_PART : "all",
      ),
      ...(fits ? [] : [set([...at, "repeats"], first)]),
      ...(next !== "parts" && how.order === "by_part" ? [set([...at, "order"], "shuffled")] : []),
    ]);
  };
  return (
    <div className="flex flex-wrap items-center gap-x-6 gap-y-2">
      <span className="flex items-center gap-2">
        <label className="flex items-center gap-2">
          Draw
          <select
            className={selectLook}
            data-deal="many"
            value={many}
            onChange={(event) => choose(event.target.value as Many)}
          >
            {Object.entries(MANY).map(([value, { said }]) => (
              <option key={value} value={value}>
                {said}
              </option>
            ))}
          </select>
        </label>
        {many === "some" && (
          <Drawn
            key={String(how.draw)}
            value={String(how.draw)}
            keep={(number) => change([set([...at, "draw"], number)])}
          />
        )}
        {pool !== undefined && <span className="text-soft">of {pool.toLocaleString("en")}</span>}
      </span>
      {CHOICES.map(([key, label, values]) => (
        <Choice
          key={key}
          name={key}
          label={label}
          values={values.filter(([one]) => one !== "by_part" || many === "parts")}
          value={how[key] ?? ""}
          choose={(value) => change([set([...at, key], value)])}
        />
      ))}
      {MANY[many].repeats.length > 1 && (
        <Choice
          name="repeats"
          label="Repeats"
          values={MANY[many].repeats.map((one) => [one, REPEATS[one]] as const)}
          value={how.repeats ?? "never"}
          choose={(value) => change([set([...at, "repeats"], value)])}
        />
      )}
    </div>
  );
}

/** The number that is drawn; an empty one is not kept. */
function Drawn({ value, keep }: { value: string; keep: (number: number) => void }) {
  const [draft, setDraft] = useState(value);
  const done = () => {
    if (draft !== "" && draft !== value) keep(parseInt(draft, 10));
    else setDraft(value);
  };
  return (
    <input
      inputMode="numeric"
      aria-label="How many are drawn"
      data-deal="draw"
      className="w-16 rounded-md border border-edge bg-sheet px-2 py-0.5"
      value={draft}
      onChange={(event) => setDraft(event.target.value.replace(/\D/g, "").slice(0, 6))}
      onBlur={done}
      onKeyDown={(event) => event.key === "Enter" && done()}
    />
  );
}

interface ChoiceProps {
  name: string;
  label: string;
  values: readonly (readonly [value: string, said: string])[];
  value: string;
  choose: (value: string) => void;
}

function Choice({ name, label, values, value, choose }: ChoiceProps) {
  return (
    <label className="flex items-center gap-2">
      {label}
      <select
        className={selectLook}
        data-deal={name}
        value={value}
        onChange={(event) => choose(event.target.value)}
      >
        {values.map(([one, said]) => (
          <option key={one} value={one}>
            {said}
          </option>
        ))}
      </select>
    </label>
  );
}
