import { USUAL_TABLE } from './table.ts';
import type { Finding } from './types.ts';

/** One line of a diagnosis, as far as it matters here: how a finding was got. */
type Line =
  | { kind: 'found'; check: string; outcome: string; how: string }
  | { kind: 'passed over' }
  | { kind: 'repaired' };

export interface Unconfirmed extends Finding {
  /** Minutes of hands and of waiting that looking takes. */
  hands: number;
  waits: number;
}

/**
 * What somebody said of a check that can be made, and nobody has made: it counts, and is to be confirmed at the vehicle before
 * a part is ordered on it. What only a customer can tell is not among it; a repair ends what was said before.
 */
export function unconfirmed(lines: readonly Line[]): Unconfirmed[] {
  const since = lines.slice(lines.findLastIndex(({ kind }) => kind === 'repaired') + 1);
  const last = new Map(since.flatMap((line) => (line.kind === 'found' ? [[line.check, line] as const] : [])));
  return [...last.values()].flatMap(({ check, outcome, how }) => {
    const line = USUAL_TABLE.checks.find(({ id, told }) => id === check.split('@')[0] && !told);
    return how === 'told' && line ? [{ check, outcome, hands: line.minutes, waits: line.waits }] : [];
  });
} // prettier-ignore
