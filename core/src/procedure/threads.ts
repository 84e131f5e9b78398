/** Pitch of the coarse metric thread, mm: ISO 261, from memory. A thread written without its pitch is the coarse one. */
const COARSE: Readonly<Record<string, number>> = { M3: 0.5, M4: 0.7, M5: 0.8, M6: 1, M7: 1, M8: 1.25, M10: 1.5, M12: 1.75, M14: 2, M16: 2 }; // prettier-ignore
/** No screw here is as short as the largest pitch is wide, mm: a smaller number behind the size is a pitch. */
const PITCH_MOST = 4;

/**
 * The thread of a screw as it is written, its length left out: `M6 × 16`, `m6x45`, `M6 × 1.0 × 16` and `M6` are M6,
 * `M8 × 1 × 20` is M8 × 1; empty for clips and whatever has no thread that is read.
 */
export function threadOf(text: string): string {
  const metric = /\bM\s*(\d+)(?:\s*[×x]\s*(\d+(?:[.,]\d+)?))?/i.exec(text);
  if (metric) {
    const size = `M${metric[1]}`;
    const pitch = Number(metric[2]?.replace(',', '.') ?? NaN);
    return pitch < PITCH_MOST && pitch !== COARSE[size] ? `${size} × ${pitch}` : size;
  }
  return /^\s*(\d+\/\d+|no\.?\s*\d+)/i.exec(text)?.[1]?.replace(/\s/g, '').toUpperCase() ?? '';
}

/** Screws of one thread and different lengths: every pair that can change places, the longer first. */
export function swappable<S extends { thread: string; lengthMm: number }>(
  screws: readonly S[],
): { long: S; short: S; thread: string; byMm: number }[] {
  return screws.flatMap((one, index) =>
    screws.slice(index + 1).flatMap((other) => {
      const thread = threadOf(one.thread);
      if (thread === '' || thread !== threadOf(other.thread) || one.lengthMm === other.lengthMm) return [];
      const [short, long] = one.lengthMm < other.lengthMm ? [one, other] : [other, one];
      return [{ long, short, thread, byMm: long.lengthMm - short.lengthMm }];
    }),
  );
}
