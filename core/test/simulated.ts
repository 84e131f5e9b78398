/**
 * How many draws a simulated rate rests on: a sample on every run of the tests, all of them by `npm run simulate`.
 */
export const drawn = (sample: number, all: number): number => (everything ? all : sample);
const everything =
  (globalThis as { process?: { env: Record<string, string | undefined> } }).process?.env['SIMULATE'] ===
  'all';

/** Rates beside their test: in its report, and on the screen where all are drawn. */
export async function tell(annotate: (message: string) => Promise<unknown>, lines: readonly string[]): Promise<void> {
  await annotate(lines.join('\n'));
  if (everything) (globalThis as unknown as { console: { log: (text: string) => void } }).console.log(lines.join('\n'));
} // prettier-ignore

/** A rate with its 95 % interval (Wilson 1927). @example rateText(203, 4000) // '5.1 % (4.4 to 5.8) of 4,000' */
export function rateText(hits: number, n: number): string {
  const [lo, hi] = wilson(hits, n);
  const percent = (share: number): string => (100 * share).toFixed(1);
  return `${percent(hits / n)} % (${percent(lo)} to ${percent(hi)}) of ${n.toLocaleString('en')}`;
}

/** @returns the 95 % interval of a rate */
export function wilson(hits: number, n: number, z = 1.96): [number, number] {
  const [share, by] = [hits / n, z * z];
  const middle = (share + by / (2 * n)) / (1 + by / n);
  const half = (z * Math.sqrt((share * (1 - share)) / n + by / (4 * n * n))) / (1 + by / n);
  return [Math.max(0, middle - half), Math.min(1, middle + half)];
}

/** Of how many intervals of a sample one may lie outside by chance: many rates are looked at, each on few draws. */
const SAMPLE_Z = 3.3;
/** The least that a rate may truly be, for what was drawn. */
export const atLeast = (hits: number, n: number): number => wilson(hits, n, everything ? 1.96 : SAMPLE_Z)[0];
/** The most. */
export const atMost = (hits: number, n: number): number => wilson(hits, n, everything ? 1.96 : SAMPLE_Z)[1];
