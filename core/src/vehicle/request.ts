import {
  airLabel,
  driveLabel,
  engineLabel,
  monthLabel,
  packageLabel,
  steeringLabel,
  transmissionLabel,
} from './labels.ts';
import type { Configuration, Vocabulary } from './types.ts';

/** The details a caller can state. One value each; a year and a build month may be a span. */
export const FIELDS = [
  'year',
  'make',
  'model',
  'displacement',
  'fuel',
  'layout',
  'cylinders',
  'aspiration',
  'engineCode',
  'transmission',
  'transmissionCode',
  'gears',
  'airConditioning',
  'package',
  'body',
  'drive',
  'steering',
  'built',
  'part',
] as const;
export type Field = (typeof FIELDS)[number];

export interface Choice {
  value: string;
  label: string;
}

/** One stated detail, and the words it was read from. */
export interface Chip {
  field: Field;
  /**
   * Spelled for a URL: `2009`, `2008-2011`, `yes`, `towing`, `2010-03..`, an id for make and model; `!a` for a
   * denial, `a|b` for "one or the other".
   */
  value: string;
  label: string;
  /** The words as typed, and where they stood; empty and -1 when the chip was set by hand. */
  text: string;
  from: number;
  to: number;
  /** The stretches that were read, where other words stand between them. */
  stretches?: { from: number; to: number }[];
  certainty: 'read' | 'likely' | 'set';
  /** Other readings of the same words, likeliest first. */
  alternatives: Choice[];
}

const EARLIEST = 1900;
const LATEST = 2100;

/** `2009`, `2008-2011`, `2010-` or `-2012` as an inclusive span. */
export function readYearSpan(value: string): [number, number] {
  const [from, to] = value.includes('-') ? value.split('-') : [value, value];
  return [from ? Number(from) : EARLIEST, to ? Number(to) : LATEST];
}

/** `2010-03..`, `..2010-03` or `2010-03` as an inclusive span of months. */
export function readMonthSpan(value: string): [string, string] {
  const [from, to] = value.includes('..') ? value.split('..') : [value, value];
  return [from || '0000-00', to || '9999-12'];
}

/** Displacements are spoken to a tenth of a litre; half a step either side still is the same engine. */
export const DISPLACEMENT_SLACK_L = 0.051;

type Test = (configuration: Configuration, value: string, vocabulary: Vocabulary) => boolean;

/** Lists are searched once for each configuration of a library: an index over each, made when first asked. */
const indexes = new WeakMap<readonly { id: number }[], Map<number, { id: number }>>();
export function byId<T extends { id: number }>(list: readonly T[], id: number): T | undefined {
  let index = indexes.get(list);
  if (!index || index.size !== list.length)
    indexes.set(list, (index = new Map(list.map((item) => [item.id, item]))));
  return index.get(id) as T | undefined;
}
const engineOf = (configuration: Configuration, vocabulary: Vocabulary) =>
  byId(vocabulary.engines, configuration.engineId);
const transmissionOf = (configuration: Configuration, vocabulary: Vocabulary) =>
  byId(vocabulary.transmissions, configuration.transmissionId);

const TESTS: Record<Field, Test> = {
  year: (c, value) => {
    const [from, to] = readYearSpan(value);
    return c.year >= from && c.year <= to;
  },
  make: (c, value, v) => byId(v.models, c.modelId)?.makeId === Number(value),
  model: (c, value) => c.modelId === Number(value),
  displacement: (c, value, v) =>
    Math.abs((engineOf(c, v)?.displacementL ?? 0) - Number(value)) <= DISPLACEMENT_SLACK_L,
  fuel: (c, value, v) => engineOf(c, v)?.fuel === value,
  layout: (c, value, v) => engineOf(c, v)?.layout === value,
  cylinders: (c, value, v) => engineOf(c, v)?.cylinders === Number(value),
  aspiration: (c, value, v) => engineOf(c, v)?.aspiration === value,
  engineCode: (c, value, v) => engineOf(c, v)?.code === value,
  transmission: (c, value, v) => transmissionOf(c, v)?.kind === value,
  transmissionCode: (c, value, v) => transmissionOf(c, v)?.code === value,
  gears: (c, value, v) => transmissionOf(c, v)?.gears === Number(value),
  airConditioning: (c, value) => c.airConditioning === (value === 'yes'),
  package: (c, value) => c.package === value,
  body: (c, value) => c.body === value,
  drive: (c, value) => c.drive === value,
  steering: (c, value) => c.steering === value,
  built: (c, value) => {
    const [from, to] = readMonthSpan(value);
    return c.built[1] >= from && c.built[0] <= to;
  },
  part: () => true,
};

/** What a field is of a configuration, spelled as a chip of it would be; undefined where the field says nothing. */
export function readsOf(field: Field, c: Configuration, v: Vocabulary): string | undefined {
  const [engine, transmission] = [engineOf(c, v), transmissionOf(c, v)];
  switch (field) {
    case 'year':
      return String(c.year);
    case 'make':
      return String(byId(v.models, c.modelId)?.makeId);
    case 'model':
      return String(c.modelId);
    case 'displacement':
      return engine && engine.fuel !== 'electric' ? String(engine.displacementL) : undefined;
    case 'fuel':
      return engine?.fuel;
    case 'layout':
      return engine?.layout;
    case 'cylinders':
      return engine && String(engine.cylinders);
    case 'aspiration':
      return engine?.aspiration;
    case 'engineCode':
      return engine?.code;
    case 'transmission':
      return transmission?.kind;
    case 'transmissionCode':
      return transmission?.code;
    case 'gears':
      return transmission && transmission.gears > 0 ? String(transmission.gears) : undefined;
    case 'airConditioning':
      return c.airConditioning ? 'yes' : 'no';
    case 'package':
      return c.package;
    case 'body':
      return c.body;
    case 'drive':
      return c.drive;
    case 'steering':
      return c.steering;
    case 'built':
      return c.built.join('..');
    case 'part':
      return undefined;
  }
}

/** The readings of a value (`a|b` has two), and whether it is a denial (`!a`). */
export function readValue(value: string): { denied: boolean; any: string[] } {
  const denied = value.startsWith('!');
  return { denied, any: (denied ? value.slice(1) : value).split('|') };
}

function holds(field: Field, configuration: Configuration, value: string, vocabulary: Vocabulary): boolean {
  const test = TESTS[field];
  if (!value.startsWith('!') && !value.includes('|')) return test(configuration, value, vocabulary);
  const { denied, any } = readValue(value);
  return any.some((each) => test(configuration, each, vocabulary)) !== denied;
}

/** Whether a configuration agrees with every stated detail. */
export const suits = (
  configuration: Configuration,
  chips: readonly Pick<Chip, 'field' | 'value'>[],
  vocabulary: Vocabulary,
): boolean => chips.every((chip) => holds(chip.field, configuration, chip.value, vocabulary));

/**
 * The smallest set of stated details that no configuration agrees with, whatever else was said; empty when some agree
 * with all. Of several of one size, the first as the details are ordered.
 */
export function ruledOutBy(
  chips: readonly Chip[],
  configurations: readonly Configuration[],
  vocabulary: Vocabulary,
): Chip[] {
  // What each configuration agrees with, as a set of bits; configurations alike in it are one.
  const agreeing = new Set(
    configurations.map((configuration) =>
      chips.reduce(
        (bits, { field, value }, at) =>
          holds(field, configuration, value, vocabulary) ? bits | (1 << at) : bits,
        0,
      ),
    ),
  );
  const everything = 2 ** chips.length - 1;
  if (agreeing.has(everything)) return [];
  for (let size = 1; size <= chips.length; size += 1)
    for (const subset of subsetsOf(chips.length, size))
      if (![...agreeing].some((bits) => (bits & subset) === subset))
        return chips.filter((_, at) => subset & (1 << at));
  return [];
}

/** Sets of `size` out of `count` things as bits, in order. */
function* subsetsOf(count: number, size: number, from = 0, bits = 0): Generator<number> {
  if (size === 0) yield bits;
  else
    for (let at = from; at <= count - size; at += 1)
      yield* subsetsOf(count, size - 1, at + 1, bits | (1 << at));
}

export interface Difference {
  field: string;
  label: string;
  values: { value: string; label: string; ids: number[] }[];
}

const TOLD_APART_BY: [
  field: string,
  label: string,
  read: (c: Configuration, v: Vocabulary) => [string, string],
][] = [
  ['model', 'Model', (c, v) => [String(c.modelId), byId(v.models, c.modelId)?.name ?? '?']],
  ['year', 'Year', (c) => [String(c.year), String(c.year)]],
  ['engine', 'Engine', (c, v) => [String(c.engineId), engineOf(c, v) ? engineLabel(engineOf(c, v)!) : '?']],
  [
    'gearbox',
    'Transmission',
    (c, v) => [
      String(c.transmissionId),
      transmissionOf(c, v) ? transmissionLabel(transmissionOf(c, v)!) : '?',
    ],
  ],
  [
    'airConditioning',
    'Air conditioning',
    (c) => [c.airConditioning ? 'yes' : 'no', airLabel(c.airConditioning)],
  ],
  ['package', 'Cooling package', (c) => [c.package, packageLabel(c.package)]],
  ['body', 'Body', (c) => [c.body, c.body]],
  ['drive', 'Drive', (c) => [c.drive, driveLabel(c.drive)]],
  ['steering', 'Steering', (c) => [c.steering, steeringLabel(c.steering)]],
  ['built', 'Built', (c) => [c.built.join('..'), `${monthLabel(c.built[0])} to ${monthLabel(c.built[1])}`]],
];

/** What tells several configurations apart: the details in which they differ, fewest values first. */
export function tellApart(configurations: readonly Configuration[], vocabulary: Vocabulary): Difference[] {
  const differences: Difference[] = [];
  for (const [field, label, read] of TOLD_APART_BY) {
    const values = new Map<string, { value: string; label: string; ids: number[] }>();
    for (const configuration of configurations) {
      const [value, text] = read(configuration, vocabulary);
      const entry = values.get(value) ?? { value, label: text, ids: [] };
      entry.ids.push(configuration.id);
      values.set(value, entry);
    }
    if (values.size > 1) differences.push({ field, label, values: [...values.values()] });
  }
  // A build window always differs when the year does; it tells apart only where nothing else does.
  const telling = differences.filter((difference) => difference.field !== 'built');
  return (telling.length > 0 ? telling : differences).sort((a, b) => a.values.length - b.values.length);
}
