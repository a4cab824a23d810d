import { useEffect, useState } from "react";
import type { Questions, Sought } from "../../api/client";
import { selectLook } from "../../ui/Field";

export interface Wanted {
  words: string;
  kind: string;
  topic: string | undefined;
  level: string;
  snag: string;
  order: NonNullable<Sought["order"]>;
  falling: boolean;
}

export const NOTHING_WANTED: Wanted = {
  words: "",
  kind: "",
  topic: undefined,
  level: "",
  snag: "",
  order: "filed",
  falling: false,
};

interface Props {
  wanted: Wanted;
  found: Questions | undefined;
  set: (wanted: Wanted) => void;
}

/** What is looked for in a pack, and in which order it is shown. */
export function Filters({ wanted, found, set }: Props) {
  const [words, setWords] = useState(wanted.words);
  useEffect(() => {
    if (words === wanted.words) return;
    const timer = window.setTimeout(() => set({ ...wanted, words }), 200);
    return () => window.clearTimeout(timer);
  }, [words, wanted, set]);
  return (
    <div className="flex flex-wrap items-center gap-2 px-7 py-2">
      <input
        type="search"
        aria-label="Search the questions"
        placeholder="Search"
        className={`${selectLook} w-44`}
        value={words}
        onChange={(event) => setWords(event.target.value)}
      />
      <Select
        label="Kind"
        value={wanted.kind}
        options={[["", "every kind"], ...(found?.kinds ?? []).map(same)]}
        choose={(kind) => set({ ...wanted, kind })}
      />
      <Select
        label="Topic"
        value={wanted.topic ?? "*"}
        options={[
          ["*", "every topic"],
          ...(found?.topics ?? []).map((topic): [string, string] => [topic, topic || "no topic"]),
        ]}
        choose={(topic) => set({ ...wanted, topic: topic === "*" ? undefined : topic })}
      />
      <Select
        label="Level"
        value={wanted.level}
        options={[["", "every level"], ...["1", "2", "3", "4", "5"].map(levelled)]}
        choose={(level) => set({ ...wanted, level })}
      />
      <Select
        label="Snags"
        value={wanted.snag}
        options={[
          ["", "with or without snags"],
          ["any", "any snag or tip"],
          ...(found?.codes ?? []).map(same),
        ]}
        choose={(snag) => set({ ...wanted, snag })}
      />
      <Select
        label="Order"
        value={`${wanted.order}${wanted.falling ? " falling" : ""}`}
        options={ORDERS}
        choose={(value) => {
          const [order = "filed", falling] = value.split(" ");
          set({ ...wanted, order: order as Wanted["order"], falling: falling !== undefined });
        }}
      />
    </div>
  );
}

const same = (text: string): [string, string] => [text, text];
const levelled = (level: string): [string, string] => [level, `level ${level}`];

const ORDERS: [string, string][] = [
  ["filed", "as in the file"],
  ["prompt", "by prompt"],
  ["answer", "by answer"],
  ["kind", "by kind"],
  ["topic", "by topic"],
  ["level", "easiest first"],
  ["level falling", "hardest first"],
];

interface SelectProps {
  label: string;
  value: string;
  options: [string, string][];
  choose: (value: string) => void;
}

export function Select({ label, value, options, choose }: SelectProps) {
  return (
    <select
      aria-label={label}
      className={selectLook}
      value={value}
      onChange={(event) => choose(event.target.value)}
    >
      {options.map(([of, said]) => (
        <option key={of} value={of}>
          {said}
        </option>
      ))}
    </select>
  );
}
