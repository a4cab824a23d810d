import clsx from "clsx";
import { selectLook } from "./Field";

/** One of a few words, with its label. */
export function Choice({
  label,
  values,
  value,
  keep,
}: {
  label: string;
  values: string[];
  value: string;
  keep: (value: string) => void;
}) {
  return (
    <label className="flex items-center gap-3">
      <span className="w-24 shrink-0">{label}</span>
      <select
        data-field={label}
        className={clsx(selectLook, "flex-1")}
        value={value}
        onChange={(event) => keep(event.target.value)}
      >
        {values.map((one) => (
          <option key={one}>{one}</option>
        ))}
      </select>
    </label>
  );
}
