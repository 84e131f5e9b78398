import type { RecordedMove } from '@radiatrix/core/job';

/** A break longer than this is no work on the vehicle. */
const LONGEST_MIN = 240;

/**
 * Minutes since the move before, when asked: what a move took. Null over a break, or where the clock was put back.
 *
 * @param openedMs when the recording was opened, for the first move
 */
export const minutesSince =
  (recorded: readonly RecordedMove[], openedMs: number) =>
  (now = Date.now()): number | null => {
    const last = recorded.flatMap(({ at, back }) => [at, ...(back ? [back.at] : [])]).map((at) => Date.parse(at));
    const minutes = (now - Math.max(openedMs, ...last)) / 60_000;
    return minutes >= 0 && minutes <= LONGEST_MIN ? Math.round(10 * minutes) / 10 : null;
  }; // prettier-ignore

/** The next place of the tray that nothing lies in: A to Z, and Z again once it is full. */
export function freeTray(recorded: readonly RecordedMove[]): string {
  const used = new Set(recorded.flatMap(({ fasteners }) => fasteners.map(({ tray }) => tray)));
  const letters = [...'ABCDEFGHIJKLMNOPQRSTUVWXYZ'];
  return letters.find((letter) => !used.has(letter)) ?? 'Z';
}

/** A short, lasting word for a thing that somebody named: `Wiper motor cover` is `wiper-motor-cover`. */
export const codeOf = (name: string): string =>
  name
    .normalize('NFKD')
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-+|-+$/g, '')
    .slice(0, 36)
    .replace(/-+$/, '') || 'thing';
