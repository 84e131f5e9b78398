import type { Stretch } from './belonging.ts';
import { labelFor } from './choices.ts';
import { CUBIC_INCH_L, NOT_KEPT, SHORTHAND, displacement } from './grammar.ts';
import { plain, type Name, type Names, namesOf, nearNames, nearKeyword } from './names.ts';
import {
  ALREADY_AFTER,
  ALREADY_BEFORE,
  AND_ANOTHER,
  AND_BETWEEN,
  ASKED_AFTER,
  AUTOMATIC,
  CAN_BE_OFF,
  COUNT,
  COUNTED,
  GAP,
  HARMLESS,
  NEAR_BEFORE,
  NEXT_VEHICLE,
  NOISE,
  NOT_DENIED,
  NOW_AFTER,
  PART_OF_YEAR,
  SAID_AGAIN,
  SIDE_BY_SIDE,
  SITS_ON,
  UNANSWERED,
  WAS,
  WORD,
} from './phrases.ts';
import { DISPLACEMENT_SLACK_L, type Chip, type Choice, type Field } from './request.ts';
import { END, ONE, ONES, type Context, type Detail } from './rule.ts';
import {
  applyRules,
  endOfName,
  groupedVin,
  matchAt,
  nameInLetters,
  nameInWords,
  readAt,
  singularOf,
} from './spelling.ts';
import { Stance } from './stance.ts';
import { turnAt } from './turns.ts';
import { areNeighbours, deniedValue, isDenied, isWithin, joined, neighbours, OPEN_SPAN } from './twice.ts';
import type { Vocabulary } from './types.ts';
import { isForm, looksLikeVin, readVin, type VinPattern, type VinReading } from './vin.ts';
import { monthNumber, plate } from './when.ts';

/** Words of a line, and where they stand in it. */
export interface Words {
  text: string;
  from: number;
  to: number;
}

/** Reads one text from left to right; what it has understood so far bears on what comes next. */
export class Reader {
  readonly chips: Chip[] = [];
  readonly leftover: Words[] = [];
  /** Words that are no detail, no talk and no figure of a known kind: what the line is about there is not known. */
  readonly foreign: Stretch[] = [];
  vin: VinReading | undefined;
  private readonly stance = new Stance();
  /** The model on record was named within a denial of something else: the next one replaces it. */
  private contrasted = false;
  /** What is being added stands beside its own kind in an "or". */
  private amongTwo = false;

  private readonly read: string;
  private readonly vocabulary: Vocabulary;
  private readonly names: Names;
  private readonly context: Context;
  private readonly patterns: readonly VinPattern[];
  /** Stretches that speak of what was before. */
  private readonly former: readonly Stretch[];
  /** Stretches that look like a detail and belong to something else than the vehicle. */
  private readonly strays: readonly Stretch[];
  /** What was said there: kept as the other reading of a detail. */
  private readonly before: Chip[] = [];
  /** Where the last detail that replaced another ends: "no, the 2.5 petrol" replaces two. */
  private correctedTo = -1;
  /** Where the same model is named once more, as if of another vehicle. */
  private sameAgain: number | undefined;
  /** Where the last detail stands that goes against one said before. */
  private conflictAt = -1;
  /** Where a second vehicle begins, once its model was met. */
  secondVehicle: number | undefined;

  constructor(
    read: string,
    vocabulary: Vocabulary,
    context: Context,
    patterns: readonly VinPattern[],
    former: readonly Stretch[] = [],
    strays: readonly Stretch[] = [],
  ) {
    this.read = read;
    this.vocabulary = vocabulary;
    this.names = namesOf(vocabulary);
    this.context = context;
    this.patterns = patterns;
    this.former = former;
    this.strays = strays;
  }

  /** Keeps what nothing is made of. */
  private leave(from: number, to: number): void {
    // One word may hold several details that nothing is made of.
    const last = this.leftover.at(-1);
    if (last?.from === from && last.to === to) return;
    this.leftover.push({ text: this.read.slice(from, to), from, to });
  }

  /** Whether nothing but a space stands between; never after what is not there (-1). */
  private isNextTo = (end: number, from: number): boolean =>
    end >= 0 && /^\s+$/.test(this.read.slice(end, from));

  private labelled = (field: Field, value: string): Choice => ({
    value,
    label: labelFor(field, value, this.vocabulary),
  });

  /** What is said in a way that says nothing of the vehicle: a part that is not wanted, a question without an answer. */
  private isNoDetail(field: Field, value: string, from: number, to: number): boolean {
    const after = this.read.slice(to).toLowerCase();
    if (field === 'part')
      return (
        this.stance.denying ||
        ALREADY_AFTER.test(after) ||
        ALREADY_BEFORE.test(this.read.slice(0, from).toLowerCase()) ||
        NEAR_BEFORE.test(this.read.slice(0, from).toLowerCase())
      );
    if (CAN_BE_OFF.has(field) && (this.stance.unknown || UNANSWERED.test(after))) return true;
    // "Not built in March": no span says that, and the opposite must not be said.
    return field === 'built' && this.stance.denying && !OPEN_SPAN.test(value);
  }

  /** The value that is meant, after "not", "no", "without". */
  private asMeant(field: Field, value: string, earlier: Chip | undefined): string {
    if (!this.stance.denying || NOT_DENIED.has(field)) return value;
    if (this.stance.bareNo && SAID_AGAIN.has(field) && earlier && !earlier.value.startsWith('!')) {
      this.stance.denying = false;
      this.stance.correcting = true;
      return value;
    }
    return deniedValue(field, value);
  }

  /** Whether this and what was said before of the same detail are one or the other. */
  private isAlternative(field: Field, earlier: Chip, value: string, { from, to }: Words): boolean {
    if (this.amongTwo) return true;
    const [between, after] = [this.read.slice(earlier.to, from).toLowerCase(), this.read.slice(to)];
    // "A 2013, could be a 2014", "he reckons 2014", "1.4 and 1.8", "2013? 2014?"
    return (
      this.stance.doubting ||
      this.stance.opinion ||
      AND_BETWEEN.test(between) ||
      (field === 'year' && areNeighbours(earlier.value, value) && SIDE_BY_SIDE.test(between)) ||
      (ASKED_AFTER.test(between) && ASKED_AFTER.test(after))
    );
  }

  private add(
    field: Field,
    plainValue: string,
    from: number,
    to: number,
    certainty: Chip['certainty'],
    others: string[],
  ): void {
    if (this.strays.some(([begin, end]) => from < end && to > begin)) return this.leave(from, to);
    this.stance.narrow(field, (end) => this.isNextTo(end, from), CAN_BE_OFF.has(field) || field === 'part');
    if (field === 'year' && others.length === 1 && /^(?:maybe|probably)/i.test(this.read.slice(from, to))) {
      // "2012, maybe 2013" leaves two years open; by itself "maybe 2013" is one either way.
      if (this.chips.some((chip) => chip.field === 'year')) {
        this.stance.doubting = true;
        return this.add(field, others[0]!, from, to, certainty, []);
      }
    }
    if (this.isNoDetail(field, plainValue, from, to)) return this.leave(from, to);
    const earlier = this.chips.find((chip) => chip.field === field);
    const value = this.asMeant(field, plainValue, earlier);
    if (this.former.some(([begin, end]) => from >= begin && from < end)) {
      const words = { text: this.read.slice(from, to), from, to };
      this.before.push({ field, ...this.labelled(field, value), ...words, certainty, alternatives: [] });
      return;
    }
    if (this.stance.questioned && this.stance.questioned.field !== field) this.deny(this.stance.questioned);
    this.stance.questioned = undefined;
    if (this.isNextTo(this.correctedTo, from)) this.stance.correcting = true;
    this.correctedTo = this.stance.correcting ? to : -1;
    if (field === 'part' && earlier && SITS_ON.test(this.read.slice(earlier.to, from).toLowerCase())) return;
    this.stance.denied = isDenied(field, value);
    const group = this.isNextTo(this.stance.eitherTo, from);
    this.amongTwo = earlier !== undefined && (this.stance.either !== undefined || group);
    this.stance.eitherTo = this.amongTwo ? to : -1;
    const other =
      this.stance.either !== undefined &&
      this.stance.either !== field &&
      !earlier &&
      OF_A_THING.has(field) &&
      OF_A_THING.has(this.stance.either)
        ? this.eitherChip()
        : undefined;
    if (other) {
      // "turbo or hybrid" names two things of which one holds: neither can be kept as a detail.
      this.chips.splice(this.chips.indexOf(other), 1);
      this.leave(other.from, other.to);
      this.leave(from, to);
      this.stance.settle(undefined);
      return;
    }
    const doubtful = this.stance.doubting && certainty === 'read' ? 'likely' : certainty;
    const words = { text: this.read.slice(from, to), from, to };
    if (earlier) this.sayAgain(earlier, value, words, doubtful);
    else {
      // "Hybrid or turbo? Hybrid": what could not be kept before now is.
      const open = this.leftover.findIndex((each) => each.text.toLowerCase() === words.text.toLowerCase());
      if (open >= 0) this.leftover.splice(open, 1);
      this.chips.push({
        field,
        ...this.labelled(field, value),
        ...words,
        certainty: doubtful,
        alternatives: others.map((each) => this.labelled(field, each)),
      });
    }
    this.stance.lastField = field;
  }

  /** A second statement of a detail: both hold, one of them does, the second replaces the first, or it is left over. */
  private sayAgain(earlier: Chip, value: string, words: Words, certainty: Chip['certainty']): void {
    const { field } = earlier;
    if (earlier.value === value) return;
    const { from, to } = words;
    // "But could be a 2012" leaves it open.
    const correcting =
      !this.stance.doubting &&
      (this.stance.correcting ||
        this.stance.superseding ||
        NOW_AFTER.test(this.read.slice(to).toLowerCase()));
    const widened = (both: string): void =>
      void Object.assign(earlier, this.labelled(field, both), {
        text: this.read.slice(earlier.from, to),
        to,
        stretches: [...(earlier.stretches ?? [{ from: earlier.from, to: earlier.to }]), { from, to }],
      });
    const both = joined(field, earlier.value, value, correcting);
    if (both !== undefined) return widened(both);
    const [wasDenied, denied] = [earlier.value.startsWith('!'), value.startsWith('!')];
    if (this.stance.striking && denied && earlier.value === value.slice(1)) return this.deny(earlier);
    // "Auto, not manual" says one thing twice.
    if (denied && !wasDenied && earlier.value !== value.slice(1)) return;
    if (correcting || (wasDenied && !denied)) {
      earlier.alternatives = [{ value: earlier.value, label: earlier.label }, ...earlier.alternatives];
      Object.assign(earlier, this.labelled(field, value), words, { certainty });
      return;
    }
    const alternative = this.isAlternative(field, earlier, value, words);
    // "2.2 or 2.5? 2.5": one of what was left open; "2010-ish, maybe 2011" stays open.
    const narrowing = isWithin(field, value, earlier.value);
    if (narrowing && alternative) return;
    if (narrowing) Object.assign(earlier, this.labelled(field, value), words);
    else if (alternative && !denied)
      widened(field === 'year' ? neighbours(earlier.value, value) : `${earlier.value}|${value}`);
    else {
      earlier.alternatives.unshift(this.labelled(field, value));
      if (WAS.test(this.read.slice(earlier.to, from).toLowerCase())) return;
      this.conflictAt = from;
      const another = AND_ANOTHER.exec(this.read.slice(earlier.to, from).toLowerCase());
      if (another) this.secondVehicle ??= earlier.to + another.index;
      this.leave(from, to);
    }
  }

  /** Whether this is said of the thing that was denied just before, with nothing but a space between. */
  private inTheThing = (field: Field, from: number): boolean =>
    OF_A_THING.has(field) && this.isNextTo(this.stance.thingTo, from);

  private eitherChip = (): Chip | undefined => this.chips.find((chip) => chip.field === this.stance.either);

  /** Reads `lower` (a stretch of the text beginning at `offset`); pieces of a word that ran together are read again. */
  scan(lower: string, offset: number, whole: boolean): void {
    let at = 0;
    while (at < lower.length) {
      const gap = matchAt(GAP, lower, at);
      if (gap) {
        // "Blades (not the motor), merlet": a denial ends with its clause, once it has said something.
        if (
          this.stance.denying &&
          /[,;()]/.test(gap) &&
          /[a-z]/.test(lower.slice(this.stance.deniedFrom - offset, at))
        )
          this.stance.denying = false;
        at += gap.length;
        continue;
      }
      at = this.step(lower, at, offset, whole);
    }
  }

  private step(lower: string, at: number, offset: number, whole: boolean): number {
    const word = matchAt(WORD, lower, at)!;
    const grouped = whole ? groupedVin(lower, at, this.patterns, this.context) : undefined;
    if (grouped) {
      this.readVin(grouped.vin, at + offset, grouped.end + offset);
      return grouped.end;
    }
    const bare = word.replace(/[.!?:]+$/, '');
    if (whole && looksLikeVin(bare)) {
      // Details that ran together ("haulden2012diesel") may be as long as a number.
      if (isForm(plain(bare).toUpperCase()) || !this.pieces(word, at + offset))
        this.readVin(bare, at + offset);
      return at + word.length;
    }
    const long = nameInWords(this.names, lower, at);
    if (long) return this.takeName(long.names, at + offset, long.end + offset) - offset;
    const shouted = this.read.slice(at + offset, at + offset + word.length);
    const kept = matchAt(NOT_KEPT, lower, at);
    if (kept) {
      this.leave(at + offset, at + offset + kept.length);
      this.stance.settle(undefined);
      return at + kept.length;
    }
    const ruled =
      shouted === 'AT' ? { details: AUTOMATIC, end: at + 2 } : applyRules(lower, at, this.context);
    if (ruled) return this.takeDetails(ruled.details, at + offset, ruled.end + offset) - offset;
    const exact = this.names.exact.get(plain(bare));
    if (exact) return this.takeName(exact, at + offset, at + bare.length + offset) - offset;
    const spelled = whole ? nameInLetters(this.names, lower, at) : undefined;
    if (spelled) return this.takeName(spelled.names, at + offset, spelled.end + offset) - offset;
    const single = singularOf(bare, this.names, this.context);
    if (single && 'names' in single)
      return this.takeName(single.names, at + offset, at + word.length + offset) - offset;
    if (single) return this.takeDetails(single.details, at + offset, at + bare.length + offset) - offset;
    const size = whole ? this.spokenSize(lower, at, offset) : 0;
    if (size > 0) return at + size;
    const last = this.chips.find((chip) => chip.field === this.stance.lastField);
    const turn = turnAt(lower, at, offset, last, this.stance, this.deny);
    if (turn > 0) return at + turn;
    this.guess(word, bare, at, offset, whole);
    return at + word.length;
  }

  /** What was said last does not hold after all. */
  private deny = (named: Chip): void => {
    if (!isDenied(named.field, named.value))
      Object.assign(named, this.labelled(named.field, deniedValue(named.field, named.value)));
  };

  /** A model other than the one that was named, of which nothing says that it is meant instead: another vehicle. */
  private noteSecond(name: Name, from: number, certainty: Chip['certainty']): void {
    const earlier = this.chips.find((chip) => chip.field === 'model');
    if (name.field !== 'model' || !earlier || certainty !== 'read') return;
    if (
      this.stance.correcting ||
      this.stance.denying ||
      this.stance.doubting ||
      this.stance.either !== undefined
    )
      return;
    if (earlier.value.startsWith('!')) return;
    if (this.former.some(([begin, end]) => from >= begin && from < end)) return;
    const between = this.read.slice(earlier.to, from).toLowerCase();
    if (/\([^)]*$/.test(between)) return;
    const parting = [...between.matchAll(NEXT_VEHICLE)].at(-1);
    if (!parting) return;
    if (earlier.value.split('|').includes(name.value)) this.sameAgain ??= earlier.to + parting.index;
    else this.secondVehicle ??= earlier.to + parting.index;
  }

  /**
   * "The petrol Haulden, not the diesel Merlet" and the other way about: of two models the one that was named within a
   * denial is not meant; where it is the only one, another of that model may be.
   */
  private isContrast(name: Name, from: number): boolean {
    const model = this.chips.find((chip) => chip.field === 'model');
    if (this.contrasted) this.stance.correcting = true;
    this.contrasted = this.isNextTo(this.stance.thingTo, from);
    return this.contrasted && model !== undefined && model.value !== name.value;
  }

  private takeDetails(details: readonly Detail[], from: number, to: number): number {
    const [first] = details;
    if (this.inTheThing(first!.field, from)) {
      this.stance.thingTo = to;
      this.stance.thingOfMany = true;
      this.leave(from, to);
      return to;
    }
    this.stance.thingTo = this.stance.denying && this.stance.thing ? to : -1;
    this.stance.thingOfMany = false;
    for (const { field, value, alternatives = [] } of details)
      this.add(field, value, from, to, 'read', alternatives);
    this.stance.settle(first!.field);
    return to;
  }

  private takeName(
    names: readonly Name[],
    from: number,
    to: number,
    certainty: Chip['certainty'] = 'read',
  ): number {
    const best = names[0]!;
    if (best.field === 'model' && this.isContrast(best, from)) return to;
    this.noteSecond(best, from, certainty);
    const others = names.filter((name) => name.field === best.field && name.value !== best.value);
    this.add(best.field, best.value, from, to, certainty, [...new Set(others.map((name) => name.value))]);
    this.stance.settle(best.field);
    return to;
  }

  /** A word nobody knows as it stands: words run together, a slip of the key, talk, or something we do not keep. */
  private guess(word: string, bare: string, at: number, offset: number, whole: boolean): void {
    const from = at + offset;
    const key = plain(bare);
    const lacked = /^([a-z/]+)-?(?:less|free)$/.exec(bare.toLowerCase());
    if (whole && lacked && applyRules(lacked[1]!, 0, this.context)) {
      this.stance.denying = true;
      this.scan(lacked[1]!, from, false);
      return;
    }
    if (whole && this.pieces(word, from)) return;
    if (/^[1-9]$/.test(bare) && COUNTED.test(this.read.slice(from + 1).toLowerCase())) return;
    const litres = Number(bare) * CUBIC_INCH_L;
    if (whole && /^\d{2,3}$/.test(bare) && this.isEngineSize(litres)) {
      for (const { field, value } of displacement(litres))
        this.add(field, value, from, from + bare.length, 'likely', []);
      this.stance.settle('displacement');
      return;
    }
    if (NOISE.has(bare.toLowerCase().replace(/'s$/, '')) || (NOISE.has(key) && !/[/+&]/.test(bare))) return;
    const index = monthNumber(key);
    const built = this.chips.find((chip) => chip.field === 'built' && /^\d{4}-\d\d$/.test(chip.value));
    if (index && built) {
      // "May 2013, or was it March?"
      this.add('built', `${built.value.slice(0, 4)}-${index}`, from, from + bare.length, 'read', []);
      this.stance.settle('built');
      return;
    }
    const short = SHORTHAND.map((rule) => readAt(rule, key, 0, this.context)).find(
      (read) => read?.end === key.length,
    );
    if (short) {
      for (const { field, value } of short.details)
        this.add(field, value, from, from + bare.length, 'likely', []);
      this.stance.settle('transmission');
      return;
    }
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
      this.stance.settle(details[0]!.field);
    } else if (!COUNT.test(key) && !/^[-–—./&+!?':=*]*$/.test(word)) {
      this.leave(from, from + bare.length);
      if (PART_OF_YEAR.test(key)) return;
      if (!HARMLESS.test(key)) this.foreign.push([from, from + bare.length]);
      // "No, plain petrol" goes on correcting, "not the noisy diesel" denying.
      const [correcting, denying] = [this.stance.correcting, this.stance.denying && this.stance.thing];
      this.stance.settle(undefined);
      this.stance.adjectiveTo = denying ? from + bare.length : -1;
      [this.stance.correcting, this.stance.denying] = [correcting, denying];
    }
  }

  /** Words typed without a space between ("2.2diesel", "tussock/2009"): taken when any piece is understood. */
  private pieces(word: string, from: number): boolean {
    const parts = this.partsOf(word, from);
    if (parts.length === 0) return false;
    const before = this.chips.length + this.leftover.length;
    const trial = new Reader(this.read, this.vocabulary, this.context, []);
    for (const part of parts) trial.scan(part.text, from + part.at, false);
    // Digits and letters run together are a word of their own kind ("99x") unless all of it makes sense, or it begins
    // with a size or a year that is told from what follows: "1.8vvt", "1969½".
    const told = /^\d[.,]\d[a-z]{2}|^(?:19|20)\d\d[^a-z0-9]/i.test(word);
    // "merletcvt" is two details; "tussok" is a slip of the key, and no "tuss" that is "ok".
    if (trial.chips.length < (/^[a-z]+$/i.test(word) ? 2 : 1)) return false;
    if (!told && trial.chips.some((chip) => chip.certainty === 'likely')) return false;
    if (!told && trial.leftover.length > 0 && !/[/–—=:_-]/.test(word)) return false;
    for (const part of parts) this.scan(part.text, from + part.at, false);
    return this.chips.length + this.leftover.length > before;
  }

  /** What one word may be made of, and where each part stands in it; none where it is of one piece. */
  private partsOf(word: string, from: number): { text: string; at: number }[] {
    // "six-speed-manual" is read as words of one line, "2.2diesel" piece by piece.
    const spaced = word
      .toLowerCase()
      .replace(/(?<=[a-z])-(?=[a-z])/g, ' ')
      .replace(
        /(?<=[a-z0-9+])[/_+&](?=[a-z0-9])|(?<=[a-z]|\d{4})\.(?=[a-z0-9])|(?<=\d)\.(?=[a-z]|\d{4})/g,
        ',',
      );
    if (spaced !== word.toLowerCase()) {
      const trial = new Reader(this.read, this.vocabulary, this.context, []);
      trial.scan(spaced, from, false);
      if (trial.chips.length > 0 && trial.leftover.length === 0) return [{ text: spaced, at: 0 }];
    }
    const parts = [...word.matchAll(/\d+(?:[.,]\d+)?|[^\d/–—=:_-]+/g)];
    if (parts.length !== 1) return parts.map((part) => ({ text: part[0], at: part.index }));
    const end = endOfName(word, this.names);
    return end === undefined
      ? []
      : [
          { text: word.slice(0, end), at: 0 },
          { text: word.slice(end), at: end },
        ];
  }

  /** A size in spoken digits, "one eight" or "three oh two", where an engine of it is on record. */
  private spokenSize(lower: string, at: number, offset: number): number {
    const said = matchAt(SPOKEN_SIZE, lower, at);
    if (!said) return 0;
    const digits = said.split(/[\s-]+/).map((word) => ONES.indexOf(word) + 1);
    const number = Number(digits.join(''));
    const litres = digits.length === 2 ? number / 10 : number * CUBIC_INCH_L;
    if (digits.length === 2 ? !this.hasEngineOf(litres) : !this.isEngineSize(litres)) return 0;
    for (const { field, value } of displacement(litres))
      this.add(field, value, at + offset, at + offset + said.length, 'likely', []);
    this.stance.settle('displacement');
    return said.length;
  }

  /** Sizes are said to a tenth of a litre. */
  private hasEngineOf = (litres: number): boolean =>
    this.vocabulary.engines.some(
      ({ displacementL }) => Math.abs(displacementL - litres) <= DISPLACEMENT_SLACK_L,
    );

  /** A bare number is cubic inches only where an engine of that size is on record. */
  private isEngineSize = (litres: number): boolean =>
    this.vocabulary.engines.some(
      ({ displacementL }) =>
        displacementL >= SMALLEST_L && Math.abs(displacementL - litres) <= CUBIC_INCH_SLACK_L,
    );

  /** What was said of the vehicle before this one stays to choose from; what only shows at the end of a line. */
  finish(): void {
    if (this.stance.questioned) this.deny(this.stance.questioned);
    if (this.stance.openAt) {
      this.chips.splice(this.chips.indexOf(this.stance.openAt), 1);
      this.leave(this.stance.openAt.from, this.stance.openAt.to);
    }
    this.reconsiderDigits();
    // "A 2009 tussock and a 2012 tussock": of one vehicle the two cannot be.
    if (this.sameAgain !== undefined && this.conflictAt > this.sameAgain)
      this.secondVehicle ??= this.sameAgain;
    // "We sold him a fan for the 2011 Haulden": where no other vehicle is named after it, it is the one.
    const only = !this.chips.some((chip) => chip.field === 'model');
    for (const was of this.before) {
      const chip = this.chips.find((each) => each.field === was.field);
      if (chip && chip.value !== was.value) chip.alternatives.push({ value: was.value, label: was.label });
      if (!chip && only) this.chips.push(was);
    }
  }

  /** "Haulden on a 64", "Tussock 22": two digits that are no year the model was made in, but a plate of one or a size. */
  private reconsiderDigits(): void {
    const [year, named, built] = (['year', 'model', 'built'] as const).map((field) =>
      this.chips.find((chip) => chip.field === field),
    );
    const life = this.vocabulary.models.find(({ id }) => String(id) === named?.value)?.life;
    const digits = /^\D*(\d\d)$/.exec(year?.text ?? '')?.[1];
    const [, not, said] = /^(!?)(\d{4})$/.exec(year?.value ?? '') ?? [];
    if (!year || !life || !digits || !said || (Number(said) >= life[0] && Number(said) <= life[1])) return;
    // "15 plate, no 65" corrects a plate; denied by itself it is neither.
    if (not && !built) return;
    const litres = Number(digits) / 10;
    if (
      !not &&
      /^\d\d$/.test(year.text) &&
      this.hasEngineOf(litres) &&
      !this.chips.some(({ field }) => field === 'displacement')
    ) {
      Object.assign(year, this.labelled('displacement', String(litres)), {
        field: 'displacement',
        certainty: 'likely',
      });
      return;
    }
    const [read] = plate(Number(digits), this.context);
    const given = Number(read?.value.slice(2, 6));
    if (!read || given < life[0] || given > life[1] + 1) return;
    this.chips.splice(this.chips.indexOf(year), 1);
    // Of two plates the later one holds.
    const latest = built?.value.startsWith('..') && built.value > read.value ? built.value : read.value;
    if (built) Object.assign(built, this.labelled('built', latest));
    else
      this.chips.push({
        ...year,
        ...this.labelled('built', read.value),
        field: 'built',
        certainty: 'likely',
        alternatives: [],
      });
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
    if (state === 'wrong form') return this.leave(from, to);
    const certainty = state === 'wrong digit' ? 'likely' : 'read';
    if (year)
      this.add('year', String(year.year), from, to, certainty, year.other ? [String(year.other)] : []);
    for (const { field, value } of holds) {
      if (field === 'plant') continue;
      const spelled = this.spelled(field, value);
      if (labelFor(field, spelled, this.vocabulary) !== '') this.add(field, spelled, from, to, certainty, []);
    }
    this.stance.settle(undefined);
  }
}

const OF_A_THING: ReadonlySet<Field> = new Set([
  'fuel',
  'aspiration',
  'displacement',
  'transmission',
  'layout',
  'cylinders',
  'gears',
]);
const SPOKEN_SIZE = new RegExp(
  `${ONE}(?:[\\s-](?:oh|zero|${ONE})){1,2}(?![\\s-](?:oh|zero|${ONE})\\b)${END}`,
  'y',
);
const SMALLEST_L = 0.9;
/** Half a cubic inch either side, and the rounding of the litres on record. */
const CUBIC_INCH_SLACK_L = 0.058;
