import { RULES } from './grammar.ts';
import { plain, START, type Name, type Names } from './names.ts';
import { GAP, NOISE, WORD } from './phrases.ts';
import { END, type Context, type Detail, type Rule } from './rule.ts';
import { isForm, readVin, type VinPattern } from './vin.ts';

// What the letters at one place of a line spell: a name in one word or several, letter by letter, in the plural or run
// together with something else; a detail of the grammar; an identification number in groups. Positions are in the line.

/** Names, and where what spells them ends. */
export interface Spelled {
  names: Name[];
  end: number;
}

export function matchAt(pattern: RegExp, text: string, at: number): string | undefined {
  pattern.lastIndex = at;
  return pattern.exec(text)?.[0];
}

export function readAt(rule: Rule, lower: string, at: number, context: Context) {
  rule.pattern.lastIndex = at;
  const match = rule.pattern.exec(lower);
  const details = match ? rule.read(match, context) : [];
  return match && details.length > 0 ? { details, end: at + match[0].length } : undefined;
}

/** The first rule of the grammar that makes something of what begins here. */
export function applyRules(lower: string, at: number, context: Context) {
  for (const rule of RULES) {
    const read = readAt(rule, lower, at, context);
    if (read) return read;
  }
  return undefined;
}

/** The longest exact name of several words that begins here. */
export function nameInWords(names: Names, lower: string, at: number): Spelled | undefined {
  let found: Spelled | undefined;
  let end = at;
  let joined = '';
  for (let count = 1; count <= names.longestWords; count += 1) {
    const gap = matchAt(GAP, lower, end);
    const start = end + (gap?.length ?? 0);
    const word = start < lower.length ? matchAt(WORD, lower, start) : undefined;
    if (!word || plain(word) === '') break;
    joined += plain(word);
    end = start + word.length;
    const exact = names.exact.get(joined);
    if (exact && count >= 2) found = { names: exact, end };
  }
  return found;
}

const LETTERS = new RegExp(`[a-z](?:[\\s.-]+[a-z]){3,}${END}`, 'y');

/** A name said letter by letter: "t u s s o c k". */
export function nameInLetters(names: Names, lower: string, at: number): Spelled | undefined {
  const letters = matchAt(LETTERS, lower, at);
  const exact = letters && names.exact.get(plain(letters));
  return exact ? { names: exact, end: at + letters.length } : undefined;
}

/** A plural: of a name on record, or of a word of the grammar. */
export function singularOf(
  bare: string,
  names: Names,
  context: Context,
): { names: Name[] } | { details: Detail[] } | undefined {
  if (bare.length < 4 || !bare.endsWith('s') || NOISE.has(bare)) return undefined;
  const one = bare.replace(/'?s$/, '');
  const exact = names.exact.get(plain(one))?.filter(({ field }) => field === 'model' || field === 'make');
  if (exact?.length) return { names: exact };
  const ruled = applyRules(one, 0, context);
  return ruled?.end === one.length ? { details: ruled.details } : undefined;
}

/** Where a name ends that something has run into ("merletcvt"); undefined where the word begins with none. */
export function endOfName(word: string, names: Names): number | undefined {
  const text = word.toLowerCase();
  const ends = (names.byStart.get(text.slice(0, START)) ?? [])
    .filter(({ spelling }) => text.length > spelling.length + 1 && text.startsWith(spelling))
    .map(({ spelling }) => spelling.length);
  return ends.length > 0 ? Math.max(...ends) : undefined;
}

const VIN_LENGTH = 17;
const VIN_GROUP = /[\s.-]*[a-z0-9]+/y;

/** An identification number that was said in groups; only one that its own check digit bears out. */
export function groupedVin(
  lower: string,
  at: number,
  patterns: readonly VinPattern[],
  context: Context,
): { vin: string; end: number } | undefined {
  let [end, together, groups] = [at, '', 0];
  while (together.length < VIN_LENGTH) {
    const group = matchAt(VIN_GROUP, lower, end);
    if (!group) return undefined;
    together += group.replace(/[^a-z0-9]/g, '');
    end += group.length;
    groups += 1;
  }
  if (together.length !== VIN_LENGTH || groups < 2 || /[a-z0-9]/.test(lower[end] ?? '')) return undefined;
  const vin = together.toUpperCase();
  if (!isForm(vin)) return undefined;
  return readVin(vin, patterns, context.referenceYear).state === 'right' ? { vin, end } : undefined;
}
