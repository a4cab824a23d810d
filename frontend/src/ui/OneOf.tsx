interface Props<Value> {
  label: string;
  values: readonly Value[];
  said: (value: Value) => string;
  value: Value;
  choose: (value: Value) => void;
}

/** A short row of things of which one is chosen, each a press away. */
export function OneOf<Value extends string | number>(props: Props<Value>) {
  const { label, values, said, value, choose } = props;
  return (
    <div role="group" aria-label={label} className="flex flex-wrap gap-1">
      {values.map((one) => (
        <button
          key={one}
          type="button"
          aria-pressed={one === value}
          data-switch={one}
          className="rounded-sm border border-line px-2 text-sm aria-pressed:border-pine aria-pressed:bg-moss aria-pressed:font-bold"
          onClick={() => choose(one)}
        >
          {said(one)}
        </button>
      ))}
    </div>
  );
}
