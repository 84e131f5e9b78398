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
 * Findings that the customer told and nobody has checked. They count; the shop confirms them at the vehicle before it orders a
 * part. Questions that only a customer can answer are left out, and so is everything told before the last repair.
 */
export function unconfirmed(lines: readonly Line[]): Unconfirmed[] {
  const since = lines.slice(lines.findLastIndex(({ kind }) => kind === 'repaired') + 1);
  const last = new Map(since.flatMap((line) => (line.kind === 'found' ? [[line.check, line] as const] : [])));
  return [...last.values()].flatMap(({ check, outcome, how }) => {
    const line = USUAL_TABLE.checks.find(({ id, told }) => id === check.split('@')[0] && !told);
    return how === 'told' && line ? [{ check, outcome, hands: line.minutes, waits: line.waits }] : [];
  });
} // prettier-ignore
