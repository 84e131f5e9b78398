import { labelFor } from './choices.ts';
import { type Name, plain, type Names, namesOf, nearNames, nearKeyword } from './names.ts';
import {
  NOISE,
  WORD,
  GAP,
  CORRECTION,
  DENIAL,
  ALL_BUT,
  OF_ALL,
  FORMER,
  NEXT_VEHICLE,
  OPENING,
  OR,
  DOUBT_BEFORE,
  DOUBT_AFTER,
  NOT_DENIED,
  AUTOMATIC,
} from './phrases.ts';
import { CUBIC_INCH_L, NOT_KEPT, RULES, displacement, type Context, type Detail } from './grammar.ts';
import { FIELDS, type Chip, type Choice, type Field } from './request.ts';
import type { Vocabulary } from './types.ts';
import { looksLikeVin, readVin, type VinPattern, type VinReading } from './vin.ts';

export interface Description {
  chips: Chip[];
  /** Words that nothing was made of, never dropped silently. */
  leftover: { text: string; from: number; to: number }[];
  /** Other vehicles that the same line speaks of, each to be asked for by itself. */
  others: { text: string; from: number; to: number }[];
  /** Where a vehicle identification number was among the words. */
  vin?: VinReading;
}

/** Longer than anybody speaks; what lies beyond is handed back as not understood. */
export const DESCRIPTION_LIMIT = 400;

/** Reads one text from left to right; what it has understood so far bears on what comes next. */
class Reader {
  readonly chips: Chip[] = [];
  readonly leftover: Description['leftover'] = [];
  vin: VinReading | undefined;
  private correcting = false;
  private denying = false;
  private doubting = false;
  private lastField: Field | undefined;
  /** What was said last was a denial: an "or" goes on denying. */
  private denied = false;
  private either: Field | undefined;

  private readonly read: string;
  private readonly vocabulary: Vocabulary;
  private readonly names: Names;
  private readonly context: Context;
  private readonly patterns: readonly VinPattern[];
  /** Stretches that speak of what was before. */
  private readonly former: readonly [number, number][];
  /** What was said there: kept as the other reading of a detail. */
  private readonly before: { field: Field; choice: Choice }[] = [];
  /** Where a second vehicle begins, once its model was met. */
  secondVehicle: number | undefined;

  constructor(
    read: string,
    vocabulary: Vocabulary,
    context: Context,
    patterns: readonly VinPattern[],
    former: readonly [number, number][] = [],
  ) {
    this.read = read;
    this.vocabulary = vocabulary;
    this.names = namesOf(vocabulary);
    this.context = context;
    this.patterns = patterns;
    this.former = former;
  }

  private add(
    field: Field,
    plainValue: string,
    from: number,
    to: number,
    certainty: Chip['certainty'],
    others: string[],
  ): void {
    let value = plainValue;
    if (this.denying && !NOT_DENIED.has(field)) {
      value =
        field === 'airConditioning'
          ? value === 'yes'
            ? 'no'
            : 'yes'
          : value.startsWith('!')
            ? value.slice(1)
            : `!${value}`;
    }
    const labelled = (each: string): Choice => ({
      value: each,
      label: labelFor(field, each, this.vocabulary),
    });
    if (this.former.some(([begin, end]) => from >= begin && from < end)) {
      this.before.push({ field, choice: labelled(value) });
      return;
    }
    const doubtful = this.doubting && certainty === 'read' ? 'likely' : certainty;
    const words = { text: this.read.slice(from, to), from, to };
    const earlier = this.chips.find((chip) => chip.field === field);
    this.denied = value.startsWith('!') || (field === 'airConditioning' && value === 'no');
    // "A 2013, could be a 2014" leaves it open as much as "or" does.
    const alternative = this.either === field || (this.doubting && earlier !== undefined);
    if (this.either !== undefined && this.either !== field && this.eitherChip()) {
      // "turbo or hybrid" names two things of which one holds: neither can be kept as a detail.
      const other = this.eitherChip()!;
      this.chips.splice(this.chips.indexOf(other), 1);
      this.leftover.push({ text: other.text, from: other.from, to: other.to }, words);
      this.settle(undefined);
      return;
    }
    if (!earlier) {
      this.chips.push({
        field,
        ...labelled(value),
        ...words,
        certainty: doubtful,
        alternatives: others.map(labelled),
      });
    } else if (joined(field, earlier.value, value, this.correcting) !== undefined) {
      const both = joined(field, earlier.value, value, this.correcting)!;
      Object.assign(earlier, labelled(both), { text: this.read.slice(earlier.from, to), to });
    } else if (value.startsWith('!') && !earlier.value.startsWith('!') && earlier.value !== value.slice(1)) {
      // "Auto, not manual" says one thing twice.
      this.lastField = field;
      return;
    } else if (
      earlier.value !== value &&
      (this.correcting || (earlier.value.startsWith('!') && !value.startsWith('!')))
    ) {
      earlier.alternatives = [{ value: earlier.value, label: earlier.label }, ...earlier.alternatives];
      Object.assign(earlier, labelled(value), words, { certainty: doubtful });
    } else if (earlier.value !== value && alternative && !value.startsWith('!')) {
      Object.assign(
        earlier,
        labelled(field === 'year' ? neighbours(earlier.value, value) : `${earlier.value}|${value}`),
        {
          text: this.read.slice(earlier.from, to),
          to,
        },
      );
    } else if (earlier.value !== value) {
      earlier.alternatives.unshift(labelled(value));
      this.leftover.push(words);
    }
    this.lastField = field;
  }

  private eitherChip = (): Chip | undefined => this.chips.find((chip) => chip.field === this.either);

  /** After a detail, or after a word that carries meaning of its own. */
  private settle(field: Field | undefined): void {
    this.correcting = this.denying = this.doubting = false;
    this.either = undefined;
    this.lastField = field;
  }

  /** Reads `lower` (a stretch of the text beginning at `offset`); pieces of a word that ran together are read again. */
  scan(lower: string, offset: number, whole: boolean): void {
    let at = 0;
    while (at < lower.length) {
      const gap = matchAt(GAP, lower, at);
      if (gap) {
        at += gap.length;
        continue;
      }
      at = this.step(lower, at, offset, whole);
    }
  }

  private step(lower: string, at: number, offset: number, whole: boolean): number {
    const word = matchAt(WORD, lower, at)!;
    const grouped = whole ? this.groupedVin(lower, at) : undefined;
    if (grouped) {
      this.readVin(grouped.vin, at + offset, grouped.end + offset);
      return grouped.end;
    }
    const bare = word.replace(/[.!?:]+$/, '');
    if (whole && looksLikeVin(bare)) {
      this.readVin(bare, at + offset);
      return at + word.length;
    }
    const long = this.joinedName(lower, at, 2);
    if (long) return this.takeName(long.names, at + offset, long.end + offset) - offset;
    const shouted = this.read.slice(at + offset, at + offset + word.length);
    const kept = matchAt(NOT_KEPT, lower, at);
    if (kept) {
      const from = at + offset;
      this.leftover.push({ text: this.read.slice(from, from + kept.length), from, to: from + kept.length });
      this.settle(undefined);
      return at + kept.length;
    }
    const ruled =
      shouted === 'AT' ? { details: AUTOMATIC, end: at + 2 } : applyRules(lower, at, this.context);
    if (ruled) {
      const [first] = ruled.details;
      for (const detail of ruled.details)
        this.add(
          detail.field,
          detail.value,
          at + offset,
          ruled.end + offset,
          'read',
          detail.alternatives ?? [],
        );
      this.settle(ruled.details.length === 1 ? first!.field : undefined);
      return ruled.end;
    }
    const exact = this.names.exact.get(plain(bare));
    if (exact) return this.takeName(exact, at + offset, at + word.length + offset) - offset;
    const single = this.singular(bare);
    if (single) {
      const end = at + word.length;
      if ('names' in single) return this.takeName(single.names, at + offset, end + offset) - offset;
      for (const { field, value, alternatives = [] } of single.details)
        this.add(field, value, at + offset, at + bare.length + offset, 'read', alternatives);
      this.settle(single.details.length === 1 ? single.details[0]!.field : undefined);
      return end;
    }
    const turn = this.turnOfPhrase(lower, at);
    if (turn > 0) return at + turn;
    this.guess(word, bare, at, offset, whole);
    return at + word.length;
  }

  /** Phrases that say how the next (or the last) detail is meant; returns how long one is, 0 for none. */
  private turnOfPhrase(lower: string, at: number): number {
    // "Six speed? No, five": what follows a question is its answer.
    const denial = /\?\s*$/.test(lower.slice(0, at)) ? undefined : matchAt(DENIAL, lower, at);
    // "Not sure" and "doesn't know" deny nothing.
    if (denial && !/^\s+(?:sure|certain|know)/.test(lower.slice(at + denial.length))) {
      this.denying = true;
      return denial.length;
    }
    const allBut = matchAt(ALL_BUT, lower, at);
    if (allBut && OF_ALL.test(lower.slice(0, at))) {
      this.denying = true;
      return allBut.length;
    }
    const correction = matchAt(CORRECTION, lower, at);
    if (correction) {
      this.correcting = true;
      return correction.length;
    }
    const after = matchAt(DOUBT_AFTER, lower, at);
    const last = this.chips.find((chip) => chip.field === this.lastField);
    if (
      after &&
      last &&
      last.certainty === 'read' &&
      /^\s*(?:$|[,.;!?])/.test(lower.slice(at + after.length))
    ) {
      last.certainty = 'likely';
      return after.length;
    }
    const before = matchAt(DOUBT_BEFORE, lower, at);
    if (before) {
      this.doubting = true;
      return before.length;
    }
    const or = matchAt(OR, lower, at);
    if (or && this.denied) {
      this.denying = true;
      return or.length;
    }
    if (or && this.lastField) {
      this.either = this.lastField;
      return or.length;
    }
    return 0;
  }

  /** The longest exact name of several words that begins here. */
  private joinedName(lower: string, at: number, fewest: number): { names: Name[]; end: number } | undefined {
    let found: { names: Name[]; end: number } | undefined;
    let end = at;
    let joined = '';
    for (let count = 1; count <= this.names.longestWords; count += 1) {
      const gap = matchAt(GAP, lower, end);
      const start = end + (gap?.length ?? 0);
      const word = start < lower.length ? matchAt(WORD, lower, start) : undefined;
      if (!word) break;
      joined += plain(word);
      end = start + word.length;
      const names = this.names.exact.get(joined);
      if (names && count >= fewest) found = { names, end };
    }
    return found;
  }

  /** A plural: of a name on record, or of a word of the grammar. */
  private singular(bare: string): { names: Name[] } | { details: Detail[] } | undefined {
    if (bare.length < 4 || !bare.endsWith('s') || NOISE.has(bare)) return undefined;
    const one = bare.replace(/'?s$/, '');
    const names = this.names.exact
      .get(plain(one))
      ?.filter((name) => name.field === 'model' || name.field === 'make');
    if (names?.length) return { names };
    const ruled = applyRules(one, 0, this.context);
    return ruled?.end === one.length ? { details: ruled.details } : undefined;
  }

  /** An identification number that was said in groups; only one that its own check digit bears out. */
  private groupedVin(lower: string, at: number): { vin: string; end: number } | undefined {
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
    return readVin(vin, this.patterns, this.context.referenceYear).state === 'right'
      ? { vin, end }
      : undefined;
  }

  /** A model other than the one that was named, of which nothing says that it is meant instead: another vehicle. */
  private noteSecond(name: Name, from: number, certainty: Chip['certainty']): void {
    const earlier = this.chips.find((chip) => chip.field === 'model');
    if (name.field !== 'model' || !earlier || certainty !== 'read') return;
    if (this.correcting || this.denying || this.doubting || this.either !== undefined) return;
    if (earlier.value.startsWith('!') || earlier.value.split('|').includes(name.value)) return;
    if (this.former.some(([begin, end]) => from >= begin && from < end)) return;
    const between = this.read.slice(earlier.to, from).toLowerCase();
    const parting = [...between.matchAll(NEXT_VEHICLE)].at(-1);
    if (parting) this.secondVehicle ??= earlier.to + parting.index;
  }

  private takeName(
    names: readonly Name[],
    from: number,
    to: number,
    certainty: Chip['certainty'] = 'read',
  ): number {
    const best = names[0]!;
    this.noteSecond(best, from, certainty);
    const others = names.filter((name) => name.field === best.field && name.value !== best.value);
    this.add(best.field, best.value, from, to, certainty, [...new Set(others.map((name) => name.value))]);
    this.settle(best.field);
    return to;
  }

  /** A word nobody knows as it stands: words run together, a slip of the key, talk, or something we do not keep. */
  private guess(word: string, bare: string, at: number, offset: number, whole: boolean): void {
    const from = at + offset;
    const key = plain(bare);
    if (whole && this.pieces(word, from)) return;
    const litres = Number(bare) * CUBIC_INCH_L;
    if (whole && /^\d{2,3}$/.test(bare) && this.isEngineSize(litres)) {
      for (const { field, value } of displacement(litres))
        this.add(field, value, from, from + bare.length, 'likely', []);
      this.settle('displacement');
      return;
    }
    if (NOISE.has(bare.toLowerCase().replace(/'s$/, '')) || (NOISE.has(key) && !/[/+&]/.test(bare))) return;
    const near = nearNames(key, this.names);
    const keyword = key.length >= 3 ? nearKeyword(key) : undefined;
    if (near[0] && near[0].slips <= (keyword?.slips ?? 9)) {
      const best = near.filter((hit) => hit.name.field === near[0]!.name.field);
      this.takeName(best.map((hit) => hit.name), from, from + word.length, 'likely'); // prettier-ignore
      return;
    }
    const details = keyword && applyRules(keyword.word, 0, this.context)?.details;
    if (details) {
      for (const detail of details)
        this.add(detail.field, detail.value, from, from + word.length, 'likely', []);
      this.settle(details[0]!.field);
    } else if (!/^[-–—./&+!?':=*]*$/.test(word)) {
      this.leftover.push({ text: this.read.slice(from, from + bare.length), from, to: from + bare.length });
      this.settle(undefined);
    }
  }

  /** Words typed without a space between ("2.2diesel", "tussock/2009"): taken when any piece is understood. */
  private pieces(word: string, from: number): boolean {
    const parts = [...word.matchAll(/\d+(?:[.,]\d+)?|[^\d/–—=:_-]+/g)];
    if (parts.length < 2) return false;
    const before = this.chips.length + this.leftover.length;
    const trial = new Reader(this.read, this.vocabulary, this.context, []);
    for (const part of parts) trial.scan(part[0], from + part.index, false);
    if (trial.chips.length === 0 || trial.chips.some((chip) => chip.certainty === 'likely')) return false;
    // Digits and letters run together are a word of their own kind ("99x") unless all of it makes sense.
    if (trial.leftover.length > 0 && !/[/–—=:_-]/.test(word)) return false;
    for (const part of parts) this.scan(part[0], from + part.index, false);
    return this.chips.length + this.leftover.length > before;
  }

  /** A bare number is cubic inches only where an engine of that size is on record. */
  private isEngineSize = (litres: number): boolean =>
    this.vocabulary.engines.some(
      ({ displacementL }) =>
        displacementL >= SMALLEST_L && Math.abs(displacementL - litres) <= CUBIC_INCH_SLACK_L,
    );

  /** What was said of the vehicle before this one stays to choose from. */
  finish(): void {
    for (const { field, choice } of this.before) {
      const chip = this.chips.find((each) => each.field === field);
      if (chip && chip.value !== choice.value) chip.alternatives.push(choice);
    }
  }

  /** A pattern names makes and models by their names; a chip carries their ids. */
  private spelled(field: Field, value: string): string {
    const { makes, models } = this.vocabulary;
    const list: readonly { id: number; name: string }[] =
      field === 'make' ? makes : field === 'model' ? models : [];
    const named = list.find((each) => each.name.toLowerCase() === value.toLowerCase());
    return named ? String(named.id) : value;
  }

  private readVin(word: string, from: number, to = from + word.length): void {
    this.vin = readVin(word, this.patterns, this.context.referenceYear);
    const { year, holds, state } = this.vin;
    if (state === 'wrong form') {
      this.leftover.push({ text: this.read.slice(from, to), from, to });
      return;
    }
    const certainty = state === 'wrong digit' ? 'likely' : 'read';
    if (year)
      this.add('year', String(year.year), from, to, certainty, year.other ? [String(year.other)] : []);
    for (const { field, value } of holds) {
      if (field === 'plant') continue;
      const spelled = this.spelled(field, value);
      if (labelFor(field, spelled, this.vocabulary) !== '') this.add(field, spelled, from, to, certainty, []);
    }
    this.settle(undefined);
  }
}

const VIN_LENGTH = 17;
const VIN_GROUP = /[\s.-]*[a-z0-9]+/y;
const SMALLEST_L = 0.9;
/** Half a cubic inch either side, and the rounding of the litres on record. */
const CUBIC_INCH_SLACK_L = 0.03;

const oneYear = (value: string): boolean => /^\d{4}$/.test(value);
/** Two years side by side are a span, others are one or the other. */
const neighbours = (a: string, b: string): string =>
  oneYear(a) && oneYear(b) && Math.abs(Number(a) - Number(b)) === 1 ? [a, b].sort().join('-') : `${a}|${b}`;

/**
 * Two statements of one detail that both hold: two wanted parts, two denials, "newer than" with "older than".
 * Undefined where the second stands against the first.
 */
function joined(field: Field, first: string, second: string, correcting: boolean): string | undefined {
  if (first === second) return undefined;
  if (field === 'year') return between(first, second);
  if (correcting) return undefined;
  if (field === 'part') return first.split('|').includes(second) ? first : `${first}|${second}`;
  if (first.startsWith('!') && second.startsWith('!')) return `${first}|${second.slice(1)}`;
  return undefined;
}

/** "Newer than 2009 but older than 2012" as one span; undefined where the two are no such pair. */
function between(first: string, second: string): string | undefined {
  if (first.startsWith('!') && second.startsWith('!')) return `${first}|${second.slice(1)}`;
  const [from, to] = first.endsWith('-') ? [first, second] : [second, first];
  if (!/^\d{4}-$/.test(from) || !/^-\d{4}$/.test(to)) return undefined;
  const [least, most] = [from.slice(0, 4), to.slice(1)];
  return least === most ? least : least < most ? `${least}-${most}` : undefined;
}

function matchAt(pattern: RegExp, text: string, at: number): string | undefined {
  pattern.lastIndex = at;
  return pattern.exec(text)?.[0];
}

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
  const lower = read.replace(/[A-Z]/g, (letter) => letter.toLowerCase()).replace(/[’‘]/g, "'");
  const former = [...lower.matchAll(FORMER)].map((hit): [number, number] => [
    hit.index,
    hit.index + hit[0].length,
  ]);
  const upTo = (end: number): Reader => {
    const reader = new Reader(read.slice(0, end), vocabulary, { referenceYear }, patterns, former);
    reader.scan(lower.slice(0, end), 0, true);
    reader.finish();
    return reader;
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
const LEADING_OVER = /[\s;,]*(?:\b(?:and|also|plus|an?|the|one|for)\b\s*)*$/i;

function applyRules(lower: string, at: number, context: Context) {
  for (const rule of RULES) {
    rule.pattern.lastIndex = at;
    const match = rule.pattern.exec(lower);
    if (!match) continue;
    const details = rule.read(match, context);
    if (details.length > 0) return { details, end: at + match[0].length };
  }
  return undefined;
}

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
