import { useState } from "react";

/** A number with its unit, kept when it is left. */
export function Amount({
  label,
  unit,
  value,
  step,
  keep,
}: {
  label: string;
  unit: string;
  value: number;
  step: number;
  keep: (value: number) => void;
}) {
  const [text, setText] = useState(String(value));
  const [known, setKnown] = useState(value);
  if (known !== value) {
    setKnown(value); // it was changed elsewhere
    setText(String(value));
  }
  const done = () => {
    const next = Number(text);
    if (text.trim() === "" || !Number.isFinite(next)) setText(String(value));
    else if (next !== value) keep(next);
  };
  return (
    <label className="flex items-center gap-3">
      <span className="w-24 shrink-0">{label}</span>
      <input
        type="number"
        step={step}
        data-field={label}
        value={text}
        onChange={(event) => setText(event.target.value)}
        onBlur={done}
        onKeyDown={(event) => event.key === "Enter" && done()}
        className="w-20 shrink-0 rounded-md border border-edge bg-sheet px-2 py-0.5"
      />
      <span className="text-soft">{unit}</span>
    </label>
  );
}
