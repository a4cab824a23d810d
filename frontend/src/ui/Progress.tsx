interface Props {
  label: string;
  /** How far it has come; undefined where that is not known. */
  value: number | undefined;
  max: number;
}

/** How far a piece of work has come. */
export function Progress({ label, value, max }: Props) {
  return (
    <progress
      className="h-2 w-full flex-1 appearance-none overflow-hidden rounded-sm bg-shade [&::-webkit-progress-bar]:bg-shade [&::-webkit-progress-value]:bg-pine"
      aria-label={label}
      {...(value === undefined ? {} : { value, max })}
    />
  );
}
