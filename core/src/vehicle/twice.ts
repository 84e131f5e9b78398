import type { Field } from './request.ts';
import { otherMonth } from './when.ts';

/** What two statements of one detail come to, and what a denial leaves of one. */

/** A span of months with one end: what it leaves out is such a span too. */
export const OPEN_SPAN = /^(?:\.\.\d{4}-\d{2}|\d{4}-\d{2}\.\.)$/;

/** Whether a value says what a vehicle is not. */
export const isDenied = (field: Field, value: string): boolean =>
  value.startsWith('!') || (field === 'airConditioning' && value === 'no');

/** What a denial leaves: of a span without end, the rest; of anything else, all but it. */
export function deniedValue(field: Field, value: string): string {
  if (field === 'airConditioning') return value === 'yes' ? 'no' : 'yes';
  if (field === 'year' && /^-\d{4}$/.test(value)) return `${Number(value.slice(1)) + 1}-`;
  if (field === 'year' && /^\d{4}-$/.test(value)) return `-${Number(value.slice(0, 4)) - 1}`;
  if (field === 'built')
    return value.startsWith('..')
      ? `${otherMonth(value.slice(2), 1)}..`
      : `..${otherMonth(value.slice(0, 7), -1)}`;
  return value.startsWith('!') ? value.slice(1) : `!${value}`;
}

/** Whether a value is one of those that another leaves open: "2010" of "2009-2011", "2.5" of "2.2|2.5". */
export function isWithin(field: Field, value: string, open: string): boolean {
  if (open.split('|').includes(value)) return true;
  const [, from, to] = /^(\d{4})-(\d{4})$/.exec(open) ?? [];
  return field === 'year' && oneYear(value) && from !== undefined && value >= from && value <= to!;
}

const oneYear = (value: string): boolean => /^\d{4}$/.test(value);
/** Two years side by side are a span, others are one or the other. */
export const areNeighbours = (a: string, b: string): boolean =>
  oneYear(a) && oneYear(b) && Math.abs(Number(a) - Number(b)) === 1;
export const neighbours = (a: string, b: string): string =>
  areNeighbours(a, b) ? [a, b].sort().join('-') : `${a}|${b}`;

/**
 * Two statements of one detail that both hold: two wanted parts, two denials, "newer than" with "older than".
 * Undefined where the second stands against the first.
 */
export function joined(field: Field, first: string, second: string, correcting: boolean): string | undefined {
  if (first === second) return undefined;
  if (field === 'year') return between(first, second);
  // "2.2 or 2.5, not the 2.5"
  const left = first.split('|').filter((each) => !second.slice(1).split('|').includes(each));
  const isLess = second.startsWith('!') && left.length > 0 && left.length < first.split('|').length;
  if (isLess) return left.join('|');
  if (correcting) return undefined;
  if (field === 'part') return first.split('|').includes(second) ? first : `${first}|${second}`;
  if (field === 'transmission' && [first, second].includes('automatic')) {
    // "An automatic, the twin-clutch one": the second says which.
    const which = [first, second].find((each) => each === 'cvt' || each === 'dual-clutch');
    if (which) return which;
  }
  if (first.startsWith('!') && second.startsWith('!')) return `${first}|${second.slice(1)}`;
  return undefined;
}

type Span = readonly [from: number, to: number];
const spansOf = (value: string): Span[] =>
  value.split('|').map((each) => {
    const [from, to] = each.includes('-') ? each.split('-') : [each, each];
    return [from ? Number(from) : 0, to ? Number(to) : Infinity];
  });
const spelled = ([from, to]: Span): string =>
  from === to ? String(from) : `${from > 0 ? from : ''}-${to < Infinity ? to : ''}`;

/** "2015 to 2018, except 2016", "from 2013, except 2015": what is left; undefined where that is all of it, or nothing. */
function yearsWithout(said: string, denied: string): string | undefined {
  if (said.startsWith('!') || !denied.startsWith('!')) return undefined;
  const left = spansOf(denied.slice(1)).reduce<Span[]>(
    (spans, [least, most]) =>
      spans.flatMap(([from, to]): Span[] => {
        if (most < from || least > to) return [[from, to]];
        return (
          [
            [from, least - 1],
            [most + 1, to],
          ] as const
        ).filter(([first, last]) => first <= last);
      }),
    spansOf(said),
  );
  const value = left.map(spelled).join('|');
  return value === '' || value === said ? undefined : value;
}

/** "Newer than 2009 but older than 2012" as one span; undefined where the two are no such pair. */
function between(first: string, second: string): string | undefined {
  if (first.startsWith('!') && second.startsWith('!')) return `${first}|${second.slice(1)}`;
  const without = yearsWithout(first, second) ?? yearsWithout(second, first);
  if (without) return without;
  const [from, to] = first.endsWith('-') ? [first, second] : [second, first];
  if (!/^\d{4}-$/.test(from) || !/^-\d{4}$/.test(to)) return undefined;
  const [least, most] = [from.slice(0, 4), to.slice(1)];
  return least === most ? least : least < most ? `${least}-${most}` : undefined;
}
