import type { Mark } from "./useWall";

/** How many marks have room beside and above one another. */
export const COLUMNS = 6;
export const ROWS = 5;
/** How far within its field a mark may stand from the middle of it. */
const LOOSE = 0.35;

/** Marks that stand together: where, from the left and from the top, in percent of the map. */
export interface Group {
  key: string;
  marks: Mark[];
  left: number;
  top: number;
}

/** Where marks stand: further right as far as their plays have come, higher as their score. Those that would
 * hide one another are gathered. */
export function placed(marks: Mark[]): Group[] {
  const scores = marks.map(({ score }) => score ?? 0);
  const [low, high] = [Math.min(...scores), Math.max(...scores)];
  const fields = new Map<string, { mark: Mark; x: number; y: number }[]>();
  for (const mark of marks) {
    const x = (mark.far / 100) * (COLUMNS - 0.001);
    const height = high > low ? ((mark.score ?? 0) - low) / (high - low) : mark.far / 100;
    const y = (1 - height) * (ROWS - 0.001);
    const key = `${Math.floor(x)} ${Math.floor(y)}`;
    fields.set(key, [...(fields.get(key) ?? []), { mark, x, y }]);
  }
  return [...fields].map(([key, some]) => {
    const [column = 0, row = 0] = key.split(" ").map(Number);
    return {
      key: some.length === 1 ? `mark ${some[0]?.mark.number}` : `field ${key}`,
      marks: some.map(({ mark }) => mark).sort(better),
      left:
        (100 * (column + 0.5 + LOOSE * (mean(some.map(({ x }) => x)) - column - 0.5))) / COLUMNS,
      top: (100 * (row + 0.5 + LOOSE * (mean(some.map(({ y }) => y)) - row - 0.5))) / ROWS,
    };
  });
}

/** Who stands before whom: the higher score, then who came further. */
export const better = (one: Mark, other: Mark) =>
  (other.score ?? 0) - (one.score ?? 0) || other.far - one.far || one.number - other.number;

const mean = (values: number[]) => values.reduce((sum, one) => sum + one, 0) / values.length;

/** The first letters of a name's words: two at most. */
export function initials(name: string): string {
  const words = name.split(/[\s,]+/).filter(Boolean);
  return words
    .slice(0, 2)
    .map((word) => [...word][0]?.toLocaleUpperCase() ?? "")
    .join("");
}
