/** What a record of one row holds, by field. */
export type Values = Record<string, unknown>;

export interface Merged {
  values: Values;
  /** Fields that the other person changed and this one did not; theirs were taken. */
  theirs: string[];
  /** Fields that both changed, differently: somebody must choose. */
  both: string[];
}

const same = (a: unknown, b: unknown): boolean => JSON.stringify(a) === JSON.stringify(b);

/**
 * Two edits of one record put together, field by field: what only one of them changed is taken from that one, so
 * that nobody's work is lost; what both changed stays as this person has it until they choose.
 *
 * @param base  the record as both began with it
 * @param mine  what this person made of it
 * @param now   what is on record now
 */
export function merge(base: Values, mine: Values, now: Values): Merged {
  const merged: Merged = { values: { ...mine }, theirs: [], both: [] };
  for (const key of Object.keys(now)) {
    const [changedHere, changedThere] = [!same(base[key], mine[key]), !same(base[key], now[key])];
    if (!changedThere || same(mine[key], now[key])) continue;
    if (changedHere) merged.both.push(key);
    else {
      merged.values[key] = now[key];
      merged.theirs.push(key);
    }
  }
  return merged;
}
