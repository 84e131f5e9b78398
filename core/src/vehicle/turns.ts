import * as say from './phrases.ts';
import type { Chip } from './request.ts';
import { matchAt } from './spelling.ts';
import type { Stance } from './stance.ts';

/** Where a reader stands in a line, and the detail that was said last. */
interface Place {
  lower: string;
  at: number;
  /** Where `lower` begins in the line. */
  offset: number;
  before: string;
  last: Chip | undefined;
  /** Turns a detail into its denial. */
  deny: (chip: Chip) => void;
}

/** Sets how the next (or the last) detail is meant; returns the words that say so, undefined where these are others. */
type Turn = (place: Place, stance: Stance) => string | undefined;

const isAsked = ({ before }: Place): boolean => /\?\s*$/.test(before);

/** "Tow bar off", "diesels excluded". */
const takenBack: Turn = ({ lower, at, before, last, deny }) => {
  if (!last) return undefined;
  const off =
    say.CAN_BE_OFF.has(last.field) && /[^\s,;.]\s+$/.test(before)
      ? matchAt(say.TAKEN_BACK, lower, at)
      : undefined;
  const words = off ?? (last.field === 'part' ? undefined : matchAt(say.EXCLUDED_AFTER, lower, at));
  if (words) deny(last);
  return words;
};

const withOrWithout: Turn = ({ lower, at }, stance) => {
  const words = matchAt(say.EITHER_WAY, lower, at);
  if (words) stance.unknown = true;
  return words;
};

const orNot: Turn = ({ lower, at, last }, stance) => {
  const words = last ? matchAt(say.OR_NOT, lower, at) : undefined;
  if (words) stance.openAt = last;
  return words;
};

/** "Diesel? No." */
const answered: Turn = (place, stance) => {
  if (!isAsked(place)) return undefined;
  const { lower, at, last } = place;
  const no = matchAt(say.ANSWER_NO, lower, at);
  if (no ?? matchAt(say.ANSWER_YES, lower, at)) stance.openAt = undefined;
  if (!no || !last || last.field === 'part') return undefined;
  stance.questioned = last;
  stance.correcting = true;
  return no;
};

const struck: Turn = ({ lower, at, offset }, stance) => {
  const words = matchAt(say.STRIKE, lower, at);
  if (!words) return undefined;
  stance.denying = stance.striking = true;
  stance.deniedFrom = offset + at + words.length;
  return words;
};

const denied: Turn = (place, stance) => {
  // "Six speed? No, five": what follows a question is its answer.
  if (isAsked(place)) return undefined;
  const { lower, at, offset } = place;
  const words = matchAt(say.DENIAL, lower, at);
  if (!words) return undefined;
  const end = at + words.length;
  stance.denying = !say.NOTHING_DENIED.test(lower.slice(end));
  stance.unknown = say.NOT_KNOWN.test(lower.slice(end));
  stance.listing = say.LISTED.test(words);
  stance.bareNo = words.trim() === 'no';
  stance.holds = say.HOLDS.test(words);
  stance.thing = say.THING.test(lower.slice(0, end));
  stance.deniedFrom = offset + end;
  stance.deniedField = undefined;
  stance.adjectiveTo = -1;
  return words;
};

const allBut: Turn = ({ lower, at, offset, before }, stance) => {
  const words = say.OF_ALL.test(before) ? matchAt(say.ALL_BUT, lower, at) : undefined;
  if (!words) return undefined;
  stance.denying = stance.listing = true;
  stance.deniedFrom = offset + at + words.length;
  return words;
};

const corrected: Turn = ({ lower, at, before }, stance) => {
  const words = matchAt(say.CORRECTION, lower, at);
  if (!words || (say.WISH.test(words) && !say.ASKED_FOR.test(before))) return undefined;
  stance.correcting = true;
  if (say.STRUCK_OUT.test(words) || (/^(?:but|this)/.test(words) && say.ONCE.test(before)))
    stance.superseding = true;
  return words;
};

const doubted: Turn = ({ lower, at, last }, stance) => {
  const after = last?.certainty === 'read' ? matchAt(say.DOUBT_AFTER, lower, at) : undefined;
  if (last && after && /^\s*(?:$|[,.;!?])/.test(lower.slice(at + after.length))) {
    last.certainty = 'likely';
    return after;
  }
  const words = matchAt(say.DOUBT_BEFORE, lower, at);
  if (words) stance.doubting = true;
  return words;
};

const opinion: Turn = ({ lower, at }, stance) => {
  const words = matchAt(say.OPINION, lower, at);
  if (words) stance.opinion = true;
  return words;
};

/** "Or is it the 2.5?", and words that only sound like an "or". */
const orIs: Turn = ({ lower, at }, stance) => {
  const words = matchAt(say.OR_IS, lower, at);
  if (words) stance.doubting = true;
  return words ?? matchAt(say.FAILING_THAT, lower, at) ?? matchAt(say.OR_SO, lower, at);
};

const oneOrOther: Turn = ({ lower, at, offset }, stance) => {
  const or = matchAt(say.OR, lower, at);
  if (or && stance.thingOfMany && /^\s+$/.test(lower.slice(Math.max(0, stance.thingTo - offset), at))) {
    stance.thingTo = offset + at + or.length;
    return or;
  }
  const more = or ?? (stance.listing ? matchAt(say.AND_TOO, lower, at) : undefined);
  if (more && stance.denied) {
    stance.denying = true;
    stance.deniedFrom = offset + at + more.length;
    // "Anything but diesel and air con": of another kind only what is said as a list, "the …" or "automatics".
    const isListed =
      or !== undefined || say.THING.test(more) || say.PLURAL.test(lower.slice(at + more.length));
    stance.deniedField = isListed ? undefined : stance.lastField;
    return more;
  }
  const stroke = matchAt(say.STROKE, lower, at);
  if (stroke) stance.eitherTo = offset + at + stroke.length;
  if (!or || !stance.lastField) return stroke;
  stance.either = stance.lastField;
  return or;
};

const TURNS: readonly Turn[] = [
  takenBack, withOrWithout, orNot, answered, struck, denied, allBut, corrected, doubted, opinion, orIs, oneOrOther,
]; // prettier-ignore

/** How long the turn of phrase is that begins here, 0 for none; the stance is what it makes of it. */
export function turnAt(
  lower: string,
  at: number,
  offset: number,
  last: Chip | undefined,
  stance: Stance,
  deny: Place['deny'],
): number {
  const place = { lower, at, offset, before: lower.slice(0, at), last, deny };
  for (const turn of TURNS) {
    const words = turn(place, stance);
    if (words) return words.length;
  }
  return 0;
}
