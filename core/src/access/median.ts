/** The middle value; undefined of nothing. */
export function median(values: readonly number[]): number | undefined {
  const sorted = [...values].sort((a, b) => a - b);
  const middle = sorted.length >> 1;
  return sorted.length % 2 === 1 || sorted.length === 0
    ? sorted[middle]
    : (sorted[middle - 1]! + sorted[middle]!) / 2;
}
