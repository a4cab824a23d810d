/** A percentage with one decimal, none where it would be zero. */
export function percentWords(value: number): string {
  return `${value.toFixed(1).replace(/\.0$/, "")} %`;
}
