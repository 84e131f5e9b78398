import { labelFor } from './choices.ts';
import { readsOf, type Field } from './request.ts';
import type { Configuration, Vocabulary } from './types.ts';

/**
 * The next question to ask a caller: of the details still open, the one whose answer is expected to tell most about
 * which parts go in, for the trouble of finding it out. Information is counted in bits (Shannon): how uncertain the
 * verdicts are now, less how uncertain they are expected to be once the answer is known. Where every vehicle that is
 * left gets the same verdicts there is nothing to ask, however many vehicles are left.
 */

/** A vehicle that may be meant, and what would be said of each part if it were. */
export interface Prospect {
  configuration: Configuration;
  /** One for each part, in the same order for every prospect; `no` means that it does not go in. */
  verdicts: readonly string[];
  /** What decides each verdict, in words ("transmission oil cooler"); empty where nothing does. */
  reasons: readonly string[];
}

export interface Answer {
  /** As the field's chip spells it. */
  value: string;
  label: string;
  vehicles: number;
  /** How many of the parts that still could go in are out after this answer. */
  out: number;
}

export interface Question {
  field: Field;
  ask: string;
  /** Where to look on the vehicle. */
  where: string;
  why: string;
  answers: Answer[];
  /** Expected information about the verdicts, bits. */
  bits: number;
}

interface Asking {
  ask: string;
  where: string;
  /** What it takes a caller to find out, in minutes; common practice. */
  minutes: number;
}

/** What can be asked, and how hard it is to find out. */
const ASKING: Partial<Record<Field, Asking>> = {
  model: { ask: 'Which model?', where: 'the badge on the tail, or the registration papers', minutes: 0.1 },
  body: { ask: 'Which body?', where: 'look at the vehicle', minutes: 0.1 },
  steering: { ask: 'Which side is the wheel on?', where: 'look through the window', minutes: 0.1 },
  transmission: { ask: 'Manual or automatic?', where: 'count the pedals: three is a manual; a lever with P R N D is not', minutes: 0.2 },
  fuel: { ask: 'Which fuel?', where: 'the label inside the filler flap', minutes: 0.2 },
  airConditioning: { ask: 'Has it air conditioning?', where: 'a snowflake or A/C button on the dash; a compressor on the belt', minutes: 0.3 },
  year: { ask: 'Which model year?', where: 'the registration papers, or the plate on the door frame', minutes: 0.5 },
  displacement: { ask: 'Which engine size?', where: 'the badge on the tail, the engine cover, or the papers', minutes: 0.5 },
  gears: { ask: 'How many gears?', where: 'the pattern on top of the lever', minutes: 0.4 },
  drive: { ask: 'Which wheels are driven?', where: 'a badge or a drive lever; a shaft to the rear axle', minutes: 1 },
  aspiration: { ask: 'Turbo or not?', where: 'a badge, or the pipe from the intercooler', minutes: 0.8 },
  cylinders: { ask: 'How many cylinders?', where: 'the engine cover, or count the injector leads', minutes: 1 },
  layout: { ask: 'Straight or V engine?', where: 'look from above: one bank or two', minutes: 1 },
  package: { ask: 'Which cooling package?', where: 'the option plate; a second cooler before the radiator means towing or heavy-duty', minutes: 1.5 },
  built: { ask: 'Built when?', where: 'month and year on the plate in the door frame', minutes: 1 },
  engineCode: { ask: 'Which engine code?', where: 'stamped on the block, or on the emissions label under the bonnet', minutes: 2 },
  transmissionCode: { ask: 'Which transmission?', where: 'the tag on its case, or the option plate', minutes: 4 },
}; // prettier-ignore

/** Asking costs something even where the answer is at hand. */
const MINUTES_TO_ASK = 0.2;
/** Less than this much is noise of rounding, bits. */
const NOTHING = 1e-6;
const ANSWERS_SHOWN = 9;

const bitsOf = (weights: Iterable<number>, total: number): number => {
  let bits = 0;
  for (const weight of weights) if (weight > 0) bits -= (weight / total) * Math.log2(weight / total);
  return bits;
};

interface Group {
  value: string;
  members: number[];
}

function groupsOf(field: Field, prospects: readonly Prospect[], vocabulary: Vocabulary): Group[] {
  const groups = new Map<string, Group>();
  prospects.forEach(({ configuration }, at) => {
    const value = readsOf(field, configuration, vocabulary);
    if (value === undefined) return;
    const group = groups.get(value);
    if (group) group.members.push(at);
    else groups.set(value, { value, members: [at] });
  });
  return [...groups.values()];
}

/** Neighbouring years that say the same are one answer: "2008 to 2010". */
function joinYears(groups: Group[], signatures: readonly number[]): Group[] {
  const shape = (group: Group): string => {
    const counts = new Map<number, number>();
    for (const at of group.members) counts.set(signatures[at]!, (counts.get(signatures[at]!) ?? 0) + 1);
    return [...counts]
      .map(([signature, count]) => `${signature}=${(count / group.members.length).toFixed(6)}`)
      .sort()
      .join('&');
  };
  const joined: (Group & { shape: string })[] = [];
  for (const group of [...groups].sort((a, b) => Number(a.value) - Number(b.value))) {
    const last = joined.at(-1);
    const own = shape(group);
    if (last && last.shape === own && Number(last.value.split('-').at(-1)) + 1 === Number(group.value)) {
      last.value = `${last.value.split('-')[0]}-${group.value}`;
      last.members.push(...group.members);
    } else joined.push({ ...group, members: [...group.members], shape: own });
  }
  return joined;
}

/**
 * The question to ask next, or undefined when no answer can change which parts go in.
 *
 * @param prospects every vehicle that agrees with what was said, each as likely as the other
 * @param kinds     what each part is called in the plural ("radiators"), aligned with the verdicts
 * @param settled   fields the caller could not say, which are not asked again
 */
export function nextQuestion(
  prospects: readonly Prospect[],
  kinds: readonly string[],
  vocabulary: Vocabulary,
  settled: readonly Field[] = [],
): Question | undefined {
  // Vehicles of the same verdicts have the same number: they are counted again for every detail that could be asked.
  const numbers = new Map<string, number>();
  const signatures = prospects.map(({ verdicts }) => {
    const own = verdicts.join(' ');
    const number = numbers.get(own) ?? numbers.size;
    numbers.set(own, number);
    return number;
  });
  const uncertainty = (members: readonly number[]): number => {
    const counts = new Map<number, number>();
    for (const at of members) counts.set(signatures[at]!, (counts.get(signatures[at]!) ?? 0) + 1);
    return bitsOf(counts.values(), members.length);
  };
  const all = prospects.map((_, at) => at);
  const now = uncertainty(all);
  if (now < NOTHING) return undefined;
  let best: { field: Field; groups: Group[]; bits: number; score: number } | undefined;
  for (const [field, { minutes }] of Object.entries(ASKING) as [Field, Asking][]) {
    if (settled.includes(field)) continue;
    let groups = groupsOf(field, prospects, vocabulary);
    if (field === 'year') groups = joinYears(groups, signatures);
    if (groups.length < 2) continue;
    const left = groups.reduce(
      (sum, group) => sum + (group.members.length / prospects.length) * uncertainty(group.members),
      0,
    );
    const bits = now - left;
    const score = bits / (MINUTES_TO_ASK + minutes);
    if (bits > NOTHING && (!best || score > best.score)) best = { field, groups, bits, score };
  }
  if (!best) return undefined;
  const couldGo = kinds.map((_, part) => prospects.some(({ verdicts }) => verdicts[part] !== 'no'));
  const answers = best.groups.map((group) => {
    const out = kinds.flatMap((_, part) =>
      couldGo[part] && group.members.every((at) => prospects[at]!.verdicts[part] === 'no') ? [part] : [],
    );
    return { group, out };
  });
  const { ask, where } = ASKING[best.field]!;
  // Only of what is shown: a value is looked up in everything there is.
  const labelOf = ({ value }: Group): string => labelFor(best.field, value, vocabulary);
  return {
    field: best.field,
    ask,
    where,
    why: whyAsk(answers, prospects, kinds, couldGo, best.groups, labelOf),
    answers: answers
      .sort((a, b) => (best.field === 'year' ? 0 : b.group.members.length - a.group.members.length))
      .slice(0, ANSWERS_SHOWN)
      .map(({ group, out }) => ({
        value: group.value,
        label: labelOf(group),
        vehicles: group.members.length,
        out: out.length,
      })),
    bits: best.bits,
  };
}

/** "decides the transmission oil cooler: 3 of 5 radiators drop out if automatic" */
function whyAsk(
  answers: readonly { group: Group; out: number[] }[],
  prospects: readonly Prospect[],
  kinds: readonly string[],
  couldGo: readonly boolean[],
  groups: readonly Group[],
  labelOf: (group: Group) => string,
): string {
  const telling = [...answers].sort(
    (a, b) => b.out.length - a.out.length || b.group.members.length - a.group.members.length,
  )[0]!;
  if (telling.out.length === 0 || telling.out.length === couldGo.filter(Boolean).length) {
    const differs = kinds.flatMap((_, part) => {
      const sets = groups.map((group) =>
        [...new Set(group.members.map((at) => prospects[at]!.verdicts[part]!))].sort().join(),
      );
      return new Set(sets).size > 1 ? [part] : [];
    });
    return `changes what is said of ${count(differs, kinds, couldGo)}`;
  }
  const reasons = new Map<string, number>();
  for (const at of telling.group.members)
    for (const part of telling.out) {
      const reason = prospects[at]!.reasons[part]!;
      if (reason) reasons.set(reason, (reasons.get(reason) ?? 0) + 1);
    }
  const [reason] = [...reasons].sort((a, b) => b[1] - a[1])[0] ?? [];
  const drop = `${count(telling.out, kinds, couldGo)} drop${telling.out.length === 1 ? 's' : ''} out if ${labelOf(telling.group)}`;
  return reason ? `decides the ${reason}: ${drop}` : drop;
}

/** "3 of 5 radiators", of the kind that most of the parts are. */
function count(parts: readonly number[], kinds: readonly string[], couldGo: readonly boolean[]): string {
  const tally = new Map<string, number>();
  for (const part of parts) tally.set(kinds[part]!, (tally.get(kinds[part]!) ?? 0) + 1);
  const [kind, own] = [...tally].sort((a, b) => b[1] - a[1])[0] ?? ['parts', 0];
  const all = kinds.filter((each, part) => each === kind && couldGo[part]).length;
  return `${own} of ${Math.max(own, all)} ${kind}`;
}
