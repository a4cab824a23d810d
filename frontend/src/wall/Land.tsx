/** The land of the wall: contour lines around a summit, and a way up to a hut. */
export function Land() {
  return (
    <svg
      viewBox="0 0 900 700"
      preserveAspectRatio="none"
      className="absolute inset-0 size-full"
      aria-hidden="true"
    >
      {LINES.map((line, n) => (
        <path
          key={n}
          d={line}
          className="fill-none stroke-line"
          strokeWidth={n % 5 === 0 ? 2.5 : 1.2}
        />
      ))}
      <path
        d="M 20 680 C 150 660 180 560 300 560 S 420 430 540 420 S 620 250 720 235 S 790 130 830 105"
        className="fill-none stroke-pine"
        strokeWidth="5"
        strokeDasharray="2 14"
        strokeLinecap="round"
      />
      <g transform="translate(806 34)" className="fill-sheet stroke-ink" strokeWidth="4">
        <path d="M 8 34 V 66 H 72 V 34" />
        <path d="M 0 38 L 40 4 L 80 38" strokeLinejoin="round" />
        <path d="M 34 66 V 46 H 48 V 66" className="fill-straw" />
      </g>
    </svg>
  );
}

const SUMMIT = { x: 830, y: 60 };
/** One line for each height: rings around the summit that widen to the valley, uneven as land is. */
const LINES = Array.from({ length: 22 }, (_, n) => ring(50 + n * 52));

function ring(radius: number): string {
  const points = Array.from({ length: 73 }, (_, n) => {
    const turn = (n / 72) * 2 * Math.PI;
    const uneven =
      1 +
      0.1 * Math.sin(3 * turn + radius / 190) +
      0.06 * Math.sin(5 * turn - radius / 120) +
      0.03 * Math.cos(9 * turn + radius / 70);
    const x = SUMMIT.x + 1.15 * radius * uneven * Math.cos(turn);
    const y = SUMMIT.y + 0.85 * radius * uneven * Math.sin(turn);
    return `${x.toFixed(1)} ${y.toFixed(1)}`;
  });
  return `M ${points.join(" L ")} Z`;
}
