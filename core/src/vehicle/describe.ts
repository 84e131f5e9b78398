import { strays, type Stretch } from './belonging.ts';
import { labelFor } from './choices.ts';
import { FORMER, OPENING } from './phrases.ts';
import { Reader, type Words } from './reader.ts';
import { FIELDS, type Chip, type Field } from './request.ts';
import type { Vocabulary } from './types.ts';
import type { VinPattern, VinReading } from './vin.ts';

export interface Description {
  chips: Chip[];
  /** Words that nothing was made of, never dropped silently. */
  leftover: Words[];
  /** Other vehicles that the same line speaks of, each to be asked for by itself. */
  others: Words[];
  /** Where a vehicle identification number was among the words. */
  vin?: VinReading;
}

/** Longer than anybody speaks; what lies beyond is handed back as not understood. */
export const DESCRIPTION_LIMIT = 400;

/**
 * Reads a vehicle as it is spoken ("09 tussock diesel auto aircon") into chips, in any order.
 *
 * Names of several words come first, then details with a grammar (years, displacement, gearbox…), then exact names,
 * then words run together, then slips of the key, so that a correct word is never taken for a slip of another.
 * "Or" between two values of one detail keeps both (`a|b`), a denial is `!a`, and a correction ("no, wait") replaces
 * what was said before. A second, different statement of one detail without any of these stays as an alternative of
 * the first and is reported as left over.
 *
 * @param referenceYear the present year, which decides the century of a two-digit one
 * @param patterns what the shop knows of identification numbers
 * @throws never; anything that is not understood comes back in `leftover`
 */
export function describeVehicle(
  text: string,
  vocabulary: Vocabulary,
  referenceYear: number,
  patterns: readonly VinPattern[] = [],
): Description {
  // What cannot be seen parts words as a space does: control characters, marks of writing direction, joiners.
  const read = text
    .slice(0, DESCRIPTION_LIMIT)
    .replace(/[\p{Cc}\p{Cf}]/gu, (hidden) => ' '.repeat(hidden.length));
  // Letters of other scripts may change length in lower case; positions must not move.
  const lower = read
    .replace(/[A-Z]/g, (letter) => letter.toLowerCase())
    .replace(/[’‘]/g, "'")
    // "o8", "2.O": the letter for the digit.
    .replace(/(?<![a-z0-9])(?=[o.,']*\d)[\do][\do.,']*(?![a-z0-9])/g, (number) => number.replace(/o/g, '0'));
  const former = [...lower.matchAll(FORMER)].map((hit): [number, number] => [
    hit.index,
    hit.index + hit[0].length,
  ]);
  const sizes = new Set(vocabulary.engines.map(({ displacementL }) => displacementL.toFixed(1)));
  const upTo = (end: number, found: readonly Stretch[] = []): Reader => {
    const reader = new Reader(read.slice(0, end), vocabulary, { referenceYear }, patterns, former, found);
    reader.scan(lower.slice(0, end), 0, true);
    reader.finish();
    const more = strays(reader.chips, reader.foreign, lower.slice(0, end), sizes);
    // Read again without them: what stood against one of them may be the detail that was meant.
    return more.length > 0 && found.length < MOST_STRAYS ? upTo(end, [...found, ...more]) : reader;
  };
  const all = upTo(read.length);
  // Where the line speaks of a second vehicle it is read up to there; the rest is for a line of its own.
  const end = all.secondVehicle;
  const { chips, leftover, vin } = end === undefined ? all : upTo(end);
  const others = end === undefined ? [] : othersFrom(read, end, vocabulary, referenceYear, patterns);
  if (text.length > DESCRIPTION_LIMIT)
    leftover.push({
      text: text.slice(DESCRIPTION_LIMIT, DESCRIPTION_LIMIT + 40),
      from: DESCRIPTION_LIMIT,
      to: text.length,
    });
  chips.sort((a, b) => FIELDS.indexOf(a.field) - FIELDS.indexOf(b.field));
  leftover.sort((a, b) => a.from - b.from);
  return vin ? { chips, leftover, others, vin } : { chips, leftover, others };
}

/** No line holds more details than this that belong to something else; it bounds the reading. */
const MOST_STRAYS = 12;

/** The lines of the vehicles that come after the first, without the words that lead over to them. */
function othersFrom(
  read: string,
  end: number,
  vocabulary: Vocabulary,
  referenceYear: number,
  patterns: readonly VinPattern[],
): Description['others'] {
  const rest = read.slice(end);
  const from = end + (OPENING.exec(rest.toLowerCase())?.[0].length ?? 0);
  const text = read.slice(from).trim();
  if (text === '') return [];
  const further = describeVehicle(text, vocabulary, referenceYear, patterns).others;
  const own = text.slice(0, further[0]?.from).replace(LEADING_OVER, '').trim();
  return [
    { text: own, from, to: from + own.length },
    ...further.map((each) => ({ ...each, from: each.from + from, to: each.to + from })),
  ];
}
/** The words before the next vehicle: "…, and a". */
const LEADING_OVER = /[\s;,]*(?:\b(?:and|also|plus|vs|versus|an?|the|one|for)\b\.?\s*)*$/i;

/**
 * Applies what a person set by hand to what was read: a value replaces the chip of that field or adds one, null
 * takes it away. Unknown values are refused, so that a damaged link changes nothing.
 */
export function correct(
  description: Description,
  fixes: Partial<Record<Field, string | null>>,
  vocabulary: Vocabulary,
): Description {
  const chips = description.chips.filter((chip) => fixes[chip.field] !== null).map((chip) => ({ ...chip }));
  for (const [field, value] of Object.entries(fixes) as [Field, string | null][]) {
    if (value === null || !FIELDS.includes(field)) continue;
    const label = labelFor(field, value, vocabulary);
    if (label === '') continue;
    const chip = chips.find((candidate) => candidate.field === field);
    if (chip) Object.assign(chip, { value, label, certainty: 'set' });
    else chips.push({ field, value, label, text: '', from: -1, to: -1, certainty: 'set', alternatives: [] });
  }
  chips.sort((a, b) => FIELDS.indexOf(a.field) - FIELDS.indexOf(b.field));
  return { ...description, chips };
}
