/** A stretch of a row, as shares of the day that is drawn. */
export interface Stretch {
  key: string;
  left: number;
  right: number;
}
export interface Laid {
  left: number;
  width: number;
  /** Wide enough to be hit, and nothing lies on it; else it is a mark, and its job is taken elsewhere. */
  hit: boolean;
}

/**
 * Lays the bars of a row, none narrower than a finger needs. Work of a few minutes is drawn wider than it is; what would
 * then lie on its neighbour is drawn as long as it is, and is no target.
 *
 * @param least share of the day that the narrowest target takes
 */
export function laidOut(stretches: readonly Stretch[], least: number): Map<string, Laid> {
  const laid = new Map<string, Laid>();
  let taken = 0;
  for (const { key, left, right } of [...stretches].sort((a, b) => a.left - b.left || a.right - b.right)) {
    const width = Math.max(right - left, least);
    // At the end of the day a bar reaches back instead of out of the picture.
    const begin = Math.max(0, Math.min(left, 1 - width));
    if (begin >= taken - 1e-9) {
      laid.set(key, { left: begin, width, hit: true });
      taken = begin + width;
    } else if (right - left >= least && left + (right - left) - taken >= least) {
      // Long enough without what the one before it took.
      laid.set(key, { left: taken, width: right - taken, hit: true });
      taken = right;
    } else laid.set(key, { left, width: right - left, hit: false });
  }
  return laid;
}
