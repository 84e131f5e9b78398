import { backStep, orderOut, outStep, type AccessMap, type PastCount } from '../access/index.ts';
import { amountU, atTwenty, isCooling, readStrength, type Amount } from '../coolant/index.ts';
import { attributeOf, combined, type FigureSet } from '../figures/index.ts';
import { minutesOf, type JobState } from '../job/index.ts';
import { USUAL_PRACTICE, type Practice } from '../practice/index.ts';
import type { JobAccount } from '../prove/index.ts';
import { formatQuantity, type Method } from '../quantity/index.ts';
import type { OperationMinutes } from './minutes.ts';

/** What accepting a difference does to the library; all but `outcome` and `photo` become drafts that a reviewer releases. */
export type Act =
  | { do: 'figure'; key: string; text: string; method: Method }
  | { do: 'count'; tray: string; count: number }
  | { do: 'minutes'; operation: string; minutes: number }
  | { do: 'breaks'; operation: string; chance: number }
  | { do: 'tool'; operation: string; tool: string }
  | { do: 'detail'; operation: string; text: string }
  | { do: 'order'; text: string }
  | { do: 'photo'; photo: string; operation: string; caption: string }
  | {
      do: 'outcome';
      partId: number;
      revisionId: number;
      result: InstallResult;
      altered: boolean;
      note: string;
    };
export const INSTALL_RESULTS = ['straight in', 'with changes', 'did not fit'] as const;
export type InstallResult = (typeof INSTALL_RESULTS)[number];

/** One thing that the job found otherwise than the library has it. */
export interface Difference {
  /** Lasting: what was accepted or left hangs on it. */
  id: string;
  about: 'figure' | 'map' | 'part' | 'photograph';
  /** Empty for a figure, which goes by its own name (`act.key`). */
  title: string;
  before: string;
  after: string;
  /** What it rests on. */
  evidence: string;
  act: Act;
}

/** A part that went in, or was tried, and what that took. */
export interface FittedPart {
  partId: number;
  revisionId: number;
  number: string;
  sentBack: boolean;
  work: string[];
  /** What the record said of it before, in words. */
  expected: string;
}

export interface FilingInput {
  state: JobState;
  /** Of the bay, without this job's own. */
  bay: FigureSet<'bay'>;
  /** What earlier jobs gave, by key: what was filed is weighed with it. */
  filed: Readonly<Record<string, Amount>>;
  account: JobAccount | undefined;
  /** Everything that had to be proven was. */
  proven: boolean;
  map: AccessMap | undefined;
  past: readonly PastCount[];
  minutes: ReadonlyMap<string, OperationMinutes>;
  parts: readonly FittedPart[];
}

/** Two amounts as one, each as heavy as it is sure. @param amounts with u > 0 */
export function weighed(a: Amount, b: Amount): Amount {
  const [wa, wb] = [1 / a.u ** 2, 1 / b.u ** 2];
  return { value: (a.value * wa + b.value * wb) / (wa + wb), u: 1 / Math.sqrt(wa + wb) };
}

const litres = ({ value, u }: Amount): string => `${value.toFixed(2)} ± ${u.toFixed(2)} L`;
/** Of two amounts that are both sure, whether one can be the other. */
const agree = (a: Amount, b: Amount): boolean => Math.abs(a.value - b.value) <= combined(a.u, b.u);

/** Litres that a job saw, beside what is on record, weighed with it and never in its place. */
function litresFound(id: string, key: string, title: string, seen: Amount, { bay, filed }: FilingInput, evidence: string): Difference[] {
  const held = filed[key] ?? (bay.quantities[key as 'coolantCapacity'] as Amount | undefined);
  if (!(seen.value > 0 && seen.u > 0)) return [];
  const known = held && held.u > 0 ? held : undefined;
  const after = known ? weighed(known, seen) : seen;
  // A figure that would be written just as it stands is no difference.
  if (known && Math.abs(after.value - known.value) < 0.05 && Math.abs(after.u - known.u) < 0.05) return [];
  const off = known && !agree(known, seen) ? ', which it does not agree with' : '';
  return [{
    id, about: 'figure', title, before: held ? (held.u > 0 ? litres(held) : `${held.value} L`) : 'not on record',
    after: litres(after), evidence: `${evidence}: ${litres(seen)}${known ? `, weighed with what was known${off}` : ''}`,
    act: { do: 'figure', key, text: litres(after), method: 'jug' },
  }];
} // prettier-ignore

function ofCoolant(input: FilingInput, practice: Practice): Difference[] {
  const { state, account } = input;
  if (!account) return [];
  const drained = state.moves.filter((move) => move.way === 'out' && move.stage === 'remove' && isCooling(move.liquid));
  // Volumes are those at 20 °C: what came out hot measures more. A strength that nobody knows is the usual one.
  const strength = state.account?.strength ?? practice.usualMix;
  const out = drained.reduce((sum, { litres: each, tempC }) => sum + (tempC === null ? each : atTwenty(each, state.account?.base ?? 'ethylene', strength, tempC)), 0);
  const u = combined(...drained.map(({ litres: each, got }) => amountU(each, got, practice)));
  const yielded = state.account?.arrival === 'full' && drained.every(({ lost }) => !lost) && out > 0
    ? litresFound('drain', 'drainYield', 'What comes out at the drain', { value: out, u }, input, `It arrived full, and ${drained.length === 1 ? 'one measure' : `${drained.length} measures`} came out`)
    : [];
  // Concentrate that is known to be inside, over the strength that was read, is how much there is to hold it.
  const last = state.strengths.at(-1);
  const read = last && readStrength(last, last.of);
  const since = last && state.moves.some((move) => Date.parse(move.at) > Date.parse(last.at));
  const { concentrateL } = account.account;
  const flushed = state.moves.some(({ stage }) => stage === 'flush');
  const diluted = flushed && read?.ok && !since && concentrateL > 0 && read.strength.value > 5
    ? litresFound('capacity', 'coolantCapacity', 'What the system holds', { value: (100 * concentrateL) / read.strength.value, u: ((100 * concentrateL) / read.strength.value) * (read.strength.u / read.strength.value) }, input, `${concentrateL.toFixed(2)} L of concentrate made ${Math.round(read.strength.value)} ± ${Math.ceil(read.strength.u)} %`)
    : [];
  return [...yielded, ...diluted];
} // prettier-ignore

function ofFigures({ state, bay }: FilingInput): Difference[] {
  return Object.entries(state.figures).flatMap(([key, taken]): Difference[] => {
    const attribute = attributeOf('bay', key);
    if (!attribute) return [];
    const held = bay.quantities[key as keyof typeof bay.quantities];
    const word = bay.words[key as keyof typeof bay.words];
    const before = held && attribute.type === 'quantity' ? formatQuantity(held.value, attribute.dimension, 'metric', { uncertainty: held.u }) : (word?.word ?? 'not on record'); // prettier-ignore
    if (before === taken.text) return [];
    return [{ id: `figure ${key}`, about: 'figure', title: '', before, after: taken.text, evidence: `${taken.method} on this vehicle, ${taken.by} ${taken.at.slice(0, 10)}`, act: { do: 'figure', key, text: taken.text, method: taken.method } }]; // prettier-ignore
  });
}

const byStep = (map: AccessMap, step: string) =>
  map.operations.find(({ code }) => outStep(code) === step || backStep(code) === step);

function ofMap(input: FilingInput, map: AccessMap, practice: Practice): Difference[] {
  const { state, past, minutes } = input;
  const found: Difference[] = [];
  const put = (id: string, title: string, before: string, after: string, evidence: string, act: Act): void =>
    void found.push({ id, about: 'map', title, before, after, evidence, act });
  for (const fastener of map.fasteners) {
    // Of every step at that place: all that came out there, missing ones and wrong ones too, is how many there should be.
    const steps = Object.entries(state.tray).filter(([key]) => key.startsWith(`${fastener.tray} `));
    const counts = steps.flatMap(([, { out }]) => out.slice(-1));
    const used = map.operations.filter(({ code }) => steps.some(([key]) => key.slice(2) === outStep(code))).flatMap(({ uses }) => uses.filter(({ tray }) => tray === fastener.tray)).reduce((sum, { count }) => sum + count, 0);
    const seen = counts.reduce((sum, { there, missing, broken, wrong }) => sum + there + missing + broken + wrong, 0);
    if (counts.length > 0 && used > 0 && seen !== used && seen > 0)
      put(`count ${fastener.tray}`, `${fastener.name}, place ${fastener.tray}`, `${used}`, `${seen}`, `counted out on this vehicle: ${counts.map(({ there, missing, broken, wrong }) => `${there} there, ${missing} missing, ${broken} broken, ${wrong} wrong`).join('; ')}`, { do: 'count', tray: fastener.tray, count: seen });
    const lost = past.find(({ tray }) => tray === fastener.tray);
    const [only, ...others] = map.operations.filter(({ uses }) => uses.some(({ tray }) => tray === fastener.tray));
    if (lost && lost.jobs >= practice.breaksTell && only && others.length === 0 && /clip/i.test(fastener.name)) {
      const of = only.uses.find(({ tray }) => tray === fastener.tray)!.count;
      const chance = Math.round((100 * lost.broken) / (lost.jobs * of)) / 100;
      if (Math.abs(chance - only.breaks) >= 0.1 && chance <= 1)
        put(`breaks ${only.code}`, `Clips of “${only.text}” break`, `${Math.round(100 * only.breaks)} of 100`, `${Math.round(100 * chance)} of 100`, `${lost.broken} of ${lost.jobs * of} on ${lost.jobs} jobs`, { do: 'breaks', operation: only.code, chance });
    }
  }
  for (const operation of map.operations) {
    const own = minutesOf(state, outStep(operation.code));
    const all = minutes.get(outStep(operation.code));
    // What the map says lies outside what jobs make likely, and enough of them were seen.
    if (own !== undefined && all && all.jobs >= practice.minutesTell && (operation.minutes < all.lo || operation.minutes > all.hi)) {
      const rounded = Math.max(0.5, Math.round(all.minutes * 2) / 2);
      if (Math.abs(rounded - operation.minutes) >= Math.max(1, practice.minutesApart * operation.minutes)) put(`minutes ${operation.code}`, `Minutes of “${operation.text}”`, `${operation.minutes} min`, `${rounded} min`, `${all.jobs} jobs, this one ${own.toFixed(1)}: ${all.lo.toFixed(1)} to ${all.hi.toFixed(1)} likely`, { do: 'minutes', operation: operation.code, minutes: rounded });
    }
  }
  state.delays.forEach(({ step, why, note, by, event }) => {
    const operation = byStep(map, step);
    if (operation && why === 'missing' && note !== '' && !operation.tools.includes(note)) put(`tool ${event}`, `Tool for “${operation.text}”`, operation.tools.join(', ') || 'none named', [...operation.tools, note].join(', '), `it was missing: ${by}`, { do: 'tool', operation: operation.code, tool: note });
  });
  for (const { step, text, by, event } of state.stepNotes) {
    const operation = byStep(map, step);
    if (operation && !operation.detail.includes(text)) put(`detail ${event}`, `Note on “${operation.text}”`, operation.detail || 'nothing', [operation.detail, text].filter(Boolean).join(' '), by, { do: 'detail', operation: operation.code, text });
  }
  found.push(...ofOrder(state, map));
  for (const { photo, step, caption, by } of state.photos) {
    const operation = byStep(map, step);
    if (operation) found.push({ id: `photo ${photo}`, about: 'photograph', title: `Photograph of “${operation.text}”`, before: operation.photoId === null ? 'none' : 'another', after: caption || 'this one', evidence: by, act: { do: 'photo', photo, operation: operation.code, caption } });
  }
  return found;
} // prettier-ignore

/** Operations taken out in another order than the map's, where that was possible and the job came through. */
function ofOrder(state: JobState, map: AccessMap): Difference[] {
  const codes = (state.way?.operations ?? []).filter((code) => map.operations.some((each) => each.code === code));
  const ticked = codes.filter((code) => state.steps[outStep(code)]?.done).sort((a, b) => Date.parse(state.steps[outStep(a)]!.at) - Date.parse(state.steps[outStep(b)]!.at));
  if (ticked.length < codes.length || codes.length < 2) return [];
  let usual: string[];
  try {
    usual = orderOut(map, codes);
  } catch {
    // The map has changed since: what was done can no longer be held against it.
    return [];
  }
  const moved = ticked.findIndex((code, at) => code !== usual[at]);
  if (moved < 0) return [];
  const name = (code: string): string => map.operations.find((each) => each.code === code)!.text;
  const text = `Done in this order on a job: ${ticked.map(name).join('; ')}.`;
  if (map.notes.some((note) => note.text === text)) return [];
  return [{ id: 'order', about: 'map', title: 'Another order', before: `${moved + 1}: ${name(usual[moved]!)}`, after: `${moved + 1}: ${name(ticked[moved]!)}`, evidence: 'as the steps were ticked', act: { do: 'order', text } }];
} // prettier-ignore

/** What went in, straight or not: it counts as installed only where everything was proven and nothing was altered. */
function ofParts({ state, parts, proven }: FilingInput): Difference[] {
  const altered = state.alterations.length > 0;
  if (state.closed?.outcome !== 'done') return [];
  return parts.flatMap(({ partId, revisionId, number, sentBack, work, expected }): Difference[] => {
    if (!sentBack && !proven) return [];
    const result: InstallResult = sentBack ? 'did not fit' : work.length > 0 ? 'with changes' : 'straight in';
    const note = [...work, ...(altered ? [`Altered: ${state.alterations.join(', ')}.`] : [])].join(' ').slice(0, 400);
    return [{
      id: `outcome ${partId}`, about: 'part', title: `${number}: ${result === 'did not fit' ? 'did not go in' : `went ${result === 'straight in' ? 'straight in' : 'in with changes'}`}`,
      before: expected, after: result, evidence: `${sentBack ? 'sent back' : 'proven'}${altered ? ', on an altered vehicle: it settles nothing for others' : ', unaltered: counts as installed, grade 1'}`,
      act: { do: 'outcome', partId, revisionId, result, altered, note },
    }];
  });
} // prettier-ignore

/** The job laid beside the library: every difference once, with what accepting it would write. */
export function differencesOf(input: FilingInput, practice: Practice = USUAL_PRACTICE): Difference[] {
  return [
    ...ofParts(input),
    ...ofFigures(input),
    ...ofCoolant(input, practice),
    ...(input.map ? ofMap(input, input.map, practice) : []),
  ];
}

/** A map with one accepted difference in it. @throws RangeError where what it names is not there any more */
export function mapWith(map: AccessMap, act: Act, photoId: number | null = null): AccessMap {
  const changed = (code: string, change: (own: AccessMap['operations'][number]) => Partial<AccessMap['operations'][number]>): AccessMap => {
    if (!map.operations.some((each) => each.code === code)) throw new RangeError('That operation is not on the map any more.');
    return { ...map, operations: map.operations.map((each) => (each.code === code ? { ...each, ...change(each) } : each)) };
  };
  switch (act.do) {
    case 'minutes':
      return changed(act.operation, () => ({ minutes: act.minutes }));
    case 'breaks':
      return changed(act.operation, () => ({ breaks: act.chance }));
    case 'tool':
      return changed(act.operation, ({ tools }) => ({ tools: [...tools, act.tool] }));
    case 'detail':
      return changed(act.operation, ({ detail }) => ({ detail: [detail, act.text].filter(Boolean).join(' ') }));
    case 'photo':
      return changed(act.operation, () => ({ photoId }));
    case 'order':
      return { ...map, notes: [...map.notes, { text: act.text, when: null }] };
    case 'count': {
      const fastener = map.fasteners.find(({ tray }) => tray === act.tray);
      const users = map.operations.filter(({ uses }) => uses.some(({ tray }) => tray === act.tray));
      if (!fastener || users.length === 0) throw new RangeError('That place of the tray is not on the map any more.');
      // Where several operations take from one place nobody can say which was wrong: only the whole is put right.
      const [only] = users.length === 1 ? users : [undefined];
      const more = act.count - (only?.uses.find(({ tray }) => tray === act.tray)?.count ?? act.count);
      return {
        ...map,
        fasteners: map.fasteners.map((each) => (each === fastener ? { ...each, expected: only ? Math.max(0, each.expected + more) : act.count } : each)),
        operations: map.operations.map((each) => (each === only ? { ...each, uses: each.uses.map((use) => (use.tray === act.tray ? { ...use, count: act.count } : use)) } : each)),
      };
    }
    default:
      throw new RangeError('That is no change of a map.');
  }
} // prettier-ignore
