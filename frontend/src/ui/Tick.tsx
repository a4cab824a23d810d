interface Props {
  label: string;
  value: boolean;
  keep: (value: boolean) => void;
}

/** Something that is so or not, with its label. */
export function Tick({ label, value, keep }: Props) {
  return (
    <label className="flex items-center gap-1.5">
      <input
        type="checkbox"
        className="accent-pine"
        data-field={label}
        checked={value}
        onChange={({ target }) => keep(target.checked)}
      />
      {label}
    </label>
  );
}
