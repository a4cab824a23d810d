/** A place of a picture, in percent of its width and its height. */
export type Place = [number, number];

/** An area of a picture, as it is written: `circle 40 60 8`. */
export interface Area {
  shape: string;
  numbers: number[];
}

export function areaOf(text: string): Area {
  const [shape = "", ...numbers] = text
    .trim()
    .toLowerCase()
    .split(/[\s,]+/);
  return { shape, numbers: numbers.map(Number) };
}

export function areaText({ shape, numbers }: Area): string {
  return [shape, ...numbers.map((one) => Math.round(one * 10) / 10)].join(" ");
}

/** Areas drawn on the picture they lie over. */
export function Areas({ areas, chosen = -1 }: { areas: string[]; chosen?: number }) {
  if (areas.length === 0) return null;
  return (
    <svg
      aria-hidden="true"
      viewBox="0 0 100 100"
      preserveAspectRatio="none"
      className="pointer-events-none absolute inset-0 size-full"
    >
      {areas.map((text, n) => (
        <g
          key={n}
          fill="#fff"
          fillOpacity={n === chosen ? 0.45 : 0.25}
          stroke="#111"
          strokeWidth={n === chosen ? 3 : 2}
        >
          <Shape {...areaOf(text)} />
        </g>
      ))}
    </svg>
  );
}

const KEPT = { vectorEffect: "non-scaling-stroke" } as const;

function Shape({ shape, numbers }: Area) {
  const [a = 0, b = 0, c = 0, d = 0] = numbers;
  if (shape === "circle") return <ellipse {...KEPT} cx={a} cy={b} rx={c} ry={c} />;
  if (shape === "box")
    return <rect {...KEPT} x={a} y={b} width={Math.max(0, c - a)} height={Math.max(0, d - b)} />;
  return <polygon {...KEPT} points={numbers.join(" ")} />;
}
