export type MonthRead = { month: string } | { twoWays: readonly [string, string] } | undefined;

const stamp = (year: string, month: string): string | undefined =>
  Number(month) >= 1 && Number(month) <= 12 ? `${year}-${month.padStart(2, '0')}` : undefined;
const NAMES = ['jan', 'feb', 'mar', 'apr', 'may', 'jun', 'jul', 'aug', 'sep', 'oct', 'nov', 'dec'];
/** Spanish months that begin with other letters. */
const OTHER_NAMES: Readonly<Record<string, string>> = { ene: 'jan', abr: 'apr', ago: 'aug', dic: 'dec' };

/**
 * The month that a cell names: `2010-03`, `2010/3`, `03/2010`, `Mar 2010`, or a day of it (`2010-03-15`, `15.03.2010`). A day and
 * month that can be read either way is both.
 */
export function readMonth(text: string): MonthRead {
  const own = text
    .trim()
    .toLowerCase()
    .replace(/[t\s]\d{2}:\d{2}.*$/, '');
  const yearFirst = /^((?:19|20)\d{2})[-/.](\d{1,2})(?:[-/.]\d{1,2})?$/.exec(own);
  if (yearFirst) {
    const month = stamp(yearFirst[1]!, yearFirst[2]!);
    return month === undefined ? undefined : { month };
  }
  const monthFirst = /^(\d{1,2})[-/.]((?:19|20)\d{2})$/.exec(own);
  if (monthFirst) {
    const month = stamp(monthFirst[2]!, monthFirst[1]!);
    return month === undefined ? undefined : { month };
  }
  const named = /^(?:\d{1,2}[\s.-]+)?([a-z]{3})[a-z]*\.?[\s.,-]+((?:19|20)\d{2})$/.exec(own);
  if (named) {
    const at = NAMES.indexOf(OTHER_NAMES[named[1]!] ?? named[1]!);
    return at < 0 ? undefined : { month: stamp(named[2]!, String(at + 1))! };
  }
  const day = /^(\d{1,2})([-/.])(\d{1,2})\2((?:19|20)\d{2})$/.exec(own);
  if (!day) return undefined;
  const [, one, mark, other, year] = day as unknown as [string, string, string, string, string];
  const [asDayFirst, asMonthFirst] = [
    Number(one) <= 31 ? stamp(year, other) : undefined,
    // Points part a day from its month in that order (common practice); strokes and dashes are used for both.
    Number(other) <= 31 && mark !== '.' ? stamp(year, one) : undefined,
  ];
  if (asDayFirst && asMonthFirst && asDayFirst !== asMonthFirst)
    return { twoWays: [asDayFirst, asMonthFirst] };
  const month = asDayFirst ?? asMonthFirst;
  return month === undefined ? undefined : { month };
}

export type BuiltRead =
  { months: [string, string] } | { twoWays: readonly [string, string] } | { backwards: true } | undefined;

/** A span of build months: two of them, or one that stands for itself. */
export function readBuilt(text: string): BuiltRead {
  const one = readMonth(text);
  if (one) return 'month' in one ? { months: [one.month, one.month] } : one;
  for (const parted of [
    /^(.+?)\s*(?:\.\.|–|—|\bto\b|\bhasta\b|\ba\b|\bbis\b)\s*(.+)$/i,
    /^(.+?)\s+-\s+(.+)$/,
    /^(.+?)\s*,\s*(.+)$/,
    // Without blanks only where both ends are whole: 2010-03-2011-02.
    /^((?:19|20)\d{2}-\d{2})-((?:19|20)\d{2}-\d{2})$/,
  ]) {
    const match = parted.exec(text.trim());
    const ends = match && [readMonth(match[1]!), readMonth(match[2]!)];
    const [from, to] = ends ?? [];
    if (!from || !to) continue;
    if ('twoWays' in from) return from;
    if ('twoWays' in to) return to;
    return from.month <= to.month ? { months: [from.month, to.month] } : { backwards: true };
  }
  return undefined;
}
