import { useRef } from "react";
import { useAskedFocus } from "./focus";

interface Props {
  label: string;
  value: string;
  values: readonly (readonly [value: string, said: string])[];
  revision: number;
  keep: (value: string) => void;
}

/** A choice inside a sentence of the rules. */
export function Pick({ label, value, values, revision, keep }: Props) {
  const select = useRef<HTMLSelectElement>(null);
  useAskedFocus(label, revision, select);
  return (
    <select
      ref={select}
      aria-label={label}
      data-cell={label}
      value={value}
      onChange={(event) => keep(event.target.value)}
      className="rounded-sm border border-line bg-sheet px-1 leading-6 hover:border-edge"
    >
      {!values.some(([one]) => one === value) && <option value={value}>{value}</option>}
      {values.map(([one, said]) => (
        <option key={one} value={one}>
          {said}
        </option>
      ))}
    </select>
  );
}
