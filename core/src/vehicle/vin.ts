/**
 * Vehicle identification numbers: form by ISO 3779, check digit and model-year code by 49 CFR Part 565, which bind
 * vehicles for North America only. A number from elsewhere is read for its form and never refused for its digit.
 */

const ALPHABET = 'ABCDEFGHJKLMNPRSTUVWXYZ0123456789';
export const VIN_LENGTH = 17;

/** Transliteration of 49 CFR 565.15(c)(2), Table III. */
const VALUES: Readonly<Record<string, number>> = {
  A: 1, B: 2, C: 3, D: 4, E: 5, F: 6, G: 7, H: 8, J: 1, K: 2, L: 3, M: 4, N: 5, P: 7, R: 9,
  S: 2, T: 3, U: 4, V: 5, W: 6, X: 7, Y: 8, Z: 9,
}; // prettier-ignore
/** Weight of each position, Table IV; the check digit itself weighs nothing. */
const WEIGHTS = [8, 7, 6, 5, 4, 3, 2, 10, 0, 9, 8, 7, 6, 5, 4, 3, 2] as const;
const CHECK_AT = 8;
const YEAR_AT = 9;
const CYCLE_AT = 6;
/** Model-year codes in order from 1980, Table VII: no I, O, Q, U, Z, 0. They repeat every 30 years. */
const YEAR_CODES = 'ABCDEFGHJKLMNPRSTVWXY123456789';
const CYCLE_YEARS = 30;
const FIRST_YEAR = 1980;

const valueOf = (character: string): number => VALUES[character] ?? Number(character);

/**
 * The check digit that belongs at position 9 of a 17-character number, `0` to `9` or `X`.
 * Source: 49 CFR 565.15(c).
 * @throws RangeError when the text is not 17 characters of the alphabet
 */
export function vinCheckDigit(vin: string): string {
  if (!isForm(vin)) throw new RangeError('a VIN has 17 characters without I, O and Q');
  let sum = 0;
  for (let at = 0; at < VIN_LENGTH; at += 1) sum += valueOf(vin[at]!) * WEIGHTS[at]!;
  const rest = sum % 11;
  return rest === 10 ? 'X' : String(rest);
}

export const isForm = (vin: string): boolean =>
  vin.length === VIN_LENGTH && [...vin].every((character) => ALPHABET.includes(character));

/** Countries of North America give numbers that begin with 1 to 5. */
export const isNorthAmerican = (vin: string): boolean => /^[1-5]/.test(vin);

export interface VinYear {
  year: number;
  /** The same code one cycle away, where that cannot be ruled out. */
  other: number | null;
  why: string;
}

/**
 * The model year that position 10 stands for. Position 7 decides the cycle for light vehicles: a digit is
 * 1980–2009, a letter 2010–2039 (49 CFR 565.15(d)(1)); a year that is not yet sold decides it for all.
 * @param referenceYear the present year
 * @returns undefined when the character is no year code
 */
export function vinYear(vin: string, referenceYear: number): VinYear | undefined {
  const index = YEAR_CODES.indexOf(vin[YEAR_AT] ?? '?');
  if (index < 0) return undefined;
  const early = FIRST_YEAR + index;
  const late = early + CYCLE_YEARS;
  if (late > referenceYear + 1)
    return { year: early, other: null, why: `${late} is not on sale yet, so the code means ${early}` };
  const digit = /\d/.test(vin[CYCLE_AT]!);
  return {
    year: digit ? early : late,
    other: digit ? late : early,
    why: `position 7 is a ${digit ? 'digit: 1980 to 2009' : 'letter: 2010 to 2039'} for cars and light trucks`,
  };
}

export type Slip =
  'look-alike' | 'swapped pair' | 'neighbouring key' | 'character missing' | 'character too many';

export interface VinRepair {
  vin: string;
  slip: Slip;
  /** What was taken for what: "B at position 4 read as 8". */
  how: string;
  /** Higher is likelier; only the order means something. */
  weight: number;
}

/** What is taken for what on a plate, a photocopy or a bad line. Common practice. */
const LOOK_ALIKES: readonly (readonly [string, string])[] = [
  ['O', '0'], ['Q', '0'], ['I', '1'], ['Q', '9'], ['O', 'D'], ['I', 'L'], ['Q', 'G'], ['D', '0'], ['L', '1'], ['S', '5'], ['B', '8'],
  ['Z', '2'], ['G', '6'], ['U', 'V'], ['T', '7'], ['A', '4'], ['C', 'G'], ['M', 'N'], ['V', 'Y'], ['E', 'F'], ['P', 'R'], ['K', 'X'], ['1', '7'], ['3', '8'],
]; // prettier-ignore
const KEY_ROWS = ['1234567890', 'QWERTYUIOP', 'ASDFGHJKL', 'ZXCVBNM'];
/** Prior weights of the slips; common practice, only their order matters. */
const WEIGHT: Readonly<Record<Slip, number>> = {
  'look-alike': 8,
  'swapped pair': 5,
  'neighbouring key': 3,
  'character missing': 4,
  'character too many': 4,
};
export const REPAIRS_SHOWN = 6;

function neighbours(character: string): string[] {
  for (const [row, keys] of KEY_ROWS.entries()) {
    const at = keys.indexOf(character);
    if (at < 0) continue;
    // Rows are staggered: a key touches two in the row above and two below.
    const touching = [
      keys[at - 1], keys[at + 1], KEY_ROWS[row - 1]?.[at], KEY_ROWS[row - 1]?.[at + 1], KEY_ROWS[row + 1]?.[at - 1], KEY_ROWS[row + 1]?.[at],
    ]; // prettier-ignore
    return touching.filter((key): key is string => key !== undefined);
  }
  return [];
}

const likeness = (character: string): string[] =>
  LOOK_ALIKES.flatMap(([a, b]) => (a === character ? [b] : b === character ? [a] : []));

/** How much a number looks like one: the last four are digits, and what the shop knows begins like it. */
function plausibility(vin: string, prefixes: readonly string[]): number {
  return (/\d{4}$/.test(vin) ? 1 : 0.2) * (prefixes.some((prefix) => vin.startsWith(prefix)) ? 3 : 1);
}

/**
 * Likely repairs of a number that is wrong: look-alikes, neighbouring keys, swapped pairs, a character lost or
 * doubled. Only repairs that satisfy the check digit are offered for North American numbers; a wrong digit proves
 * a mistake but not where, so there is never one answer.
 *
 * @param typed upper case, separators removed, any length
 * @param prefixes beginnings that the shop's own patterns know; they rank a repair higher
 */
export function repairVin(
  typed: string,
  prefixes: readonly string[] = [],
  referenceYear = 2100,
): VinRepair[] {
  const tried = new Map<string, VinRepair>();
  // Letters that no VIN has are mistakes for certain: they are read as what they look like before anything else.
  const cleaned = typed.replaceAll('O', '0').replaceAll('Q', '0').replaceAll('I', '1');
  const offer = (vin: string, slip: Slip, how: string, factor = 1): void => {
    if (vin === typed || !isForm(vin)) return;
    // Elsewhere nothing proves a repair: only the letters that cannot be are put right.
    if (!isNorthAmerican(vin)) {
      if (vin !== cleaned) return;
    } else if (vinCheckDigit(vin) !== vin[CHECK_AT] || !vinYear(vin, referenceYear)) return;
    const weight = WEIGHT[slip] * factor * plausibility(vin, prefixes);
    const held = tried.get(vin);
    if (!held || held.weight < weight) tried.set(vin, { vin, slip, how, weight });
  };
  if (cleaned !== typed) offer(cleaned, 'look-alike', 'I, O and Q read as 1 and 0', 2);
  if (typed.length === VIN_LENGTH) {
    for (let at = 0; at < VIN_LENGTH; at += 1) {
      const was = typed[at]!;
      const put = (as: string, slip: Slip, factor = 1): void =>
        offer(cleanedBut(typed, at, as), slip, `${was} at position ${at + 1} read as ${as}`, factor);
      likeness(was).forEach((as, rank) => put(as, 'look-alike', 1 / (1 + rank / 4)));
      neighbours(was).forEach((as) => put(as, 'neighbouring key'));
      const next = typed[at + 1];
      if (next !== undefined && next !== was)
        offer(
          `${typed.slice(0, at)}${next}${was}${typed.slice(at + 2)}`,
          'swapped pair',
          `positions ${at + 1} and ${at + 2} swapped`,
        );
    }
  } else if (typed.length === VIN_LENGTH - 1) {
    for (let at = 0; at < typed.length; at += 1)
      offer(
        `${cleaned.slice(0, at)}${cleaned[at]}${cleaned.slice(at)}`,
        'character missing',
        `${cleaned[at]} at position ${at + 1} doubled`,
      );
  } else if (typed.length === VIN_LENGTH + 1) {
    for (let at = 0; at < typed.length; at += 1)
      offer(
        `${cleaned.slice(0, at)}${cleaned.slice(at + 1)}`,
        'character too many',
        `${cleaned[at]} at position ${at + 1} left out`,
        // A doubled character is the usual slip.
        cleaned[at] === cleaned[at - 1] ? 2 : 0.5,
      );
  }
  return [...tried.values()]
    .sort((a, b) => b.weight - a.weight || (a.vin < b.vin ? -1 : 1))
    .slice(0, REPAIRS_SHOWN);
}

/** One character replaced, and every impossible letter elsewhere read as what it looks like. */
const cleanedBut = (typed: string, at: number, as: string): string => {
  const clean = (text: string): string => text.replaceAll(/[OQ]/g, '0').replaceAll('I', '1');
  return clean(typed.slice(0, at)) + as + clean(typed.slice(at + 1));
};

/** What a pattern may say of a number: fields of a description, or the plant. */
export const VIN_PATTERN_FIELDS = [
  'make', 'model', 'engineCode', 'transmission', 'package', 'body', 'drive', 'steering', 'plant',
] as const; // prettier-ignore

/** What a shop has learnt: numbers that begin so, with this at that position, are of this kind. */
export interface VinPattern {
  id: number;
  /** Beginning of the number, 1 to 17 characters; `.` stands for any. */
  prefix: string;
  /** Position 1 to 17 that is looked at beside the beginning; 0 for none. */
  position: number;
  /** Characters at that position, any of them: `DE`; empty with position 0. */
  codes: string;
  /** What it says: a field of a description, or `plant`. */
  field: (typeof VIN_PATTERN_FIELDS)[number];
  value: string;
}

/** Whether a pattern speaks of a number. */
export const patternHolds = (pattern: VinPattern, vin: string): boolean =>
  [...pattern.prefix].every((character, at) => character === '.' || character === vin[at]) &&
  (pattern.position === 0 || pattern.codes.includes(vin[pattern.position - 1] ?? '?'));

export interface VinReading {
  vin: string;
  state: 'right' | 'wrong digit' | 'wrong form' | 'form only';
  /** What is wrong or what could be told, as a sentence. */
  says: string;
  year?: VinYear;
  holds: VinPattern[];
  repairs: VinRepair[];
}

const TOKEN = /^[A-Z0-9]{15,19}$/;

/** Whether a word was meant as a VIN: 15 to 19 letters and digits, some of each. */
export const looksLikeVin = (word: string): boolean => {
  const key = word.toUpperCase().replace(/[-*]/g, '');
  return TOKEN.test(key) && /\d.*\d.*\d/.test(key) && /[A-Z].*[A-Z]/.test(key);
};

/**
 * Reads a number as typed: form, check digit where it binds, model year, and what the shop's own patterns say.
 * @param referenceYear the present year, which rules out years not yet on sale
 */
export function readVin(
  typed: string,
  patterns: readonly VinPattern[] = [],
  referenceYear = 2100,
): VinReading {
  const vin = typed.toUpperCase().replace(/[^A-Z0-9]/g, '');
  const prefixes = [...new Set(patterns.map((pattern) => pattern.prefix.replace(/\..*$/, '')))].filter(
    (prefix) => prefix.length >= 2,
  );
  const repairs = (): VinRepair[] => repairVin(vin, prefixes, referenceYear);
  if (!isForm(vin)) {
    const strange = [...new Set(vin.match(/[IOQ]/g) ?? [])];
    const says =
      vin.length !== VIN_LENGTH
        ? `A VIN has ${VIN_LENGTH} characters, this has ${vin.length}.`
        : `A VIN has no ${strange.join(' or ')}: ${strange.map((letter) => `${letter} is often ${letter === 'I' ? '1' : '0'}`).join(', ')}.`;
    return { vin, state: 'wrong form', says, holds: [], repairs: repairs() };
  }
  const holds = patterns.filter((pattern) => patternHolds(pattern, vin));
  if (!isNorthAmerican(vin))
    return {
      vin,
      state: 'form only',
      says: 'Not a North American number: its form is right; check digit and year code are not rules there.',
      holds,
      repairs: [],
    };
  const expected = vinCheckDigit(vin);
  const year = vinYear(vin, referenceYear);
  if (expected !== vin[CHECK_AT])
    return {
      vin,
      state: 'wrong digit',
      says: `Position 9 is ${vin[CHECK_AT]} and works out as ${expected}: one character at least is wrong, and it need not be that one.`,
      year,
      holds,
      repairs: repairs(),
    };
  return {
    vin,
    state: 'right',
    says: year
      ? `Check digit ${expected} holds; ${year.why}.`
      : `Check digit ${expected} holds; position 10 is no year code.`,
    year,
    holds,
    repairs: [],
  };
}
