/**
 * The thread of a screw as it is written, its length left out: `M6 × 16` and `m6x20` are M6, `M8 × 1.25 × 20` is
 * M8 × 1.25; empty for clips and whatever has no thread that is read.
 */
export function threadOf(text: string): string {
  const metric = /\bM\s*\d+(?:\s*[×x]\s*\d(?:[.,]\d+)?(?=\s*[×x]))?/i.exec(text)?.[0];
  if (metric) return metric.toUpperCase().replace(/\s+/g, '').replace(/[×X]/, ' × ').replace(',', '.');
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
