/** Model years as a cell gives them. */
export type YearsRead =
  /** A span, with the years inside it that were not named. */
  | { read: 'span'; years: readonly [number, number]; gaps: number[] }
  /** One end is left to the model's life, and the cell says so. */
  | { read: 'open'; from?: number; to?: number }
  /** Two figures that may be a year or a month. */
  | { read: 'short' }
  | { read: 'backwards' }
  | { read: 'none' };

const YEAR = String.raw`((?:19|20)\d{2})(?:\.0+)?`;
const TO = String.raw`\s*(?:-|–|—|\.\.|/|to|thru|through|until|till|a|al|hasta|bis)\s*`;
const ONE = new RegExp(`^${YEAR}$`);
const SPAN = new RegExp(`^${YEAR}${TO}${YEAR}$`);
const ONWARDS = new RegExp(String.raw`^(?:(?:from|since|desde|>=?|≥)\s*${YEAR}|${YEAR}\s*(?:-|–|—|\+|->|→|(?:-|–)?\s*(?:on|onward|onwards|up|and up|and on|and later|newer|present|now|en adelante)))$`); // prettier-ignore
const UP_TO = new RegExp(String.raw`^(?:-|–|to|up to|until|till|hasta|<=?|≤)\s*${YEAR}$`);
const SHORT = /^(?:'?\d{2}|(?:19|20)\d{2})\s*(?:-|–|\/|to)\s*'?\d{2}$/;
const LISTED = /\s*(?:,|;|&|\band\b|\by\b)\s*/;

/**
 * Reads a span of model years as lists write it: `2008-2012`, `2008.0`, `2010, 2011`, `2010-`, `2010+`, `2010-on`, `to 2012`.
 * A list with years left out keeps them as gaps, since "2010, 2012" does not say 2011.
 */
export function readYears(text: string): YearsRead {
  const own = text
    .trim()
    .toLowerCase()
    .replace(/^(?:my|model years?|años?)\s+/, '');
  const open = ONWARDS.exec(own);
  if (open) return { read: 'open', from: Number(open[1] ?? open[2]) };
  const upTo = UP_TO.exec(own);
  if (upTo) return { read: 'open', to: Number(upTo[1]) };
  if (SHORT.test(own)) return { read: 'short' };
  const named = new Set<number>();
  for (const each of own.split(LISTED)) {
    const span = SPAN.exec(each);
    const one = span ?? ONE.exec(each);
    if (!one) return { read: 'none' };
    const [from, to] = [Number(one[1]), Number(span?.[2] ?? one[1])];
    if (from > to) return { read: 'backwards' };
    for (let year = from; year <= to; year += 1) named.add(year);
  }
  const all = [...named].sort((a, b) => a - b);
  const [first, last] = [all[0]!, all.at(-1)!];
  const gaps: number[] = [];
  for (let year = first; year <= last; year += 1) if (!named.has(year)) gaps.push(year);
  return { read: 'span', years: [first, last], gaps };
}
