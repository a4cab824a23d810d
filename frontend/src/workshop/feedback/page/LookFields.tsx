import { useState } from "react";
import type { Edit, FeedbackOf } from "../../../api/client";
import { selectLook } from "../../../ui/Field";
import { useWords } from "../../data";
import { set } from "../../rules/rows";

const COLOURS = [
  ["ground", "Ground"],
  ["ink", "Text"],
  ["accent", "What is pressed"],
] as const;
const CHOICES = [
  ["mark", "A life is a", "marks"],
  ["face", "Typeface", "faces"],
] as const;
const WORN = ["ground", "ink", "accent", "mark", "face"] as const;
const READABLE = 4.5;

/** The look of the player's page, the contrast of its colours told beside them. */
export function LookFields({
  found,
  change,
}: {
  found: FeedbackOf;
  change: (edits: Edit[]) => void;
}) {
  const { look, contrast } = found;
  const words = useWords();
  return (
    <section aria-labelledby="look" className="flex flex-col gap-3">
      <h2 id="look" className="text-xl">
        Colours, marks, typeface
      </h2>
      <div role="group" aria-label="Looks that ship" className="flex flex-wrap gap-1.5">
        {Object.entries(words?.looks ?? {}).map(([name, shipped]) => (
          <button
            key={name}
            type="button"
            data-shipped={name}
            aria-pressed={WORN.every((key) => look[key] === shipped[key])}
            className="rounded-sm border px-2.5 py-1 aria-pressed:outline-2 aria-pressed:outline-offset-2 aria-pressed:outline-pine"
            style={{ background: shipped.ground, color: shipped.ink, borderColor: shipped.accent }}
            onClick={() => change(WORN.map((key) => set(["look", key], shipped[key])))}
          >
            {name}
          </button>
        ))}
      </div>
      <div className="flex flex-wrap gap-x-6 gap-y-2">
        {COLOURS.map(([key, said]) => (
          <Colour
            key={key}
            label={said}
            value={look[key] ?? ""}
            keep={(colour) => change([set(["look", key], colour)])}
          />
        ))}
        {CHOICES.map(([key, said, list]) => (
          <label key={key} className="flex items-center gap-2">
            {said}
            <select
              data-field={said}
              className={selectLook}
              value={look[key] ?? ""}
              onChange={(event) => change([set(["look", key], event.target.value)])}
            >
              {words?.[list].map((value) => (
                <option key={value}>{value}</option>
              ))}
            </select>
          </label>
        ))}
      </div>
      <p className="text-sm">
        {(["ink", "accent"] as const).map((key) => (
          <span
            key={key}
            data-contrast={key}
            className={
              (contrast[key] ?? 0) < READABLE ? "mr-4 font-bold text-ember" : "mr-4 text-soft"
            }
          >
            {key === "ink" ? "Text" : "What is pressed"} on the ground: {contrast[key]} : 1
            {(contrast[key] ?? 0) < READABLE && ` (${READABLE} is needed)`}
          </span>
        ))}
      </p>
    </section>
  );
}

function Colour({
  label,
  value,
  keep,
}: {
  label: string;
  value: string;
  keep: (colour: string) => void;
}) {
  const [text, setText] = useState(value);
  const done = () => text !== value && keep(text);
  return (
    <label className="flex items-center gap-2">
      {label}
      <span
        aria-hidden="true"
        className="size-5 rounded-sm border border-edge"
        style={{ background: value }}
      />
      <input
        data-field={label}
        value={text}
        onChange={(event) => setText(event.target.value)}
        onBlur={done}
        onKeyDown={(event) => event.key === "Enter" && done()}
        className="w-24 rounded-md border border-edge bg-sheet px-2 py-0.5 font-mono"
      />
    </label>
  );
}
