import { airLabel, driveLabel, monthLabel, packageLabel, steeringLabel } from './labels.ts';
import { readValue, readYearSpan, type Choice, type Field } from './request.ts';
import {
  ASPIRATIONS,
  BODIES,
  DRIVES,
  FUELS,
  LAYOUTS,
  PACKAGES,
  SIDES,
  TRANSMISSION_KINDS,
  type Vocabulary,
} from './types.ts';

const unique = <T>(values: readonly T[]): T[] => [...new Set(values)];

/** Kinds of part a caller may name; the same words as the part kinds of the fit rules. */
const SPOKEN_PARTS = [
  'radiator', 'shroud', 'fan', 'motor', 'blade', 'relay', 'module', 'kit', 'cap', 'thermostat', 'hose', 'hosekit', 'tank', 'mount', 'adapter', 'fixings',
] as const; // prettier-ignore
const SPOKEN_PART_LABELS: Record<string, string> = {
  fan: 'fan assembly',
  motor: 'fan motor',
  blade: 'fan blade',
  kit: 'fan controller kit',
  hosekit: 'hose or reroute kit',
  relay: 'fan relay',
  module: 'fan module',
  cap: 'radiator cap',
  tank: 'expansion tank or bottle',
  mount: 'radiator mount',
  fixings: 'spacer and screw kit',
};
const KIND_LABELS: Record<string, string> = { cvt: 'CVT' };
const ASPIRATION_LABELS: Record<string, string> = { natural: 'no turbo' };

/** What a chip of this field says for a value; empty when the value is none. */
export function labelFor(field: Field, value: string, vocabulary: Vocabulary): string {
  const { denied, any } = readValue(value);
  const labels = any.map((each) => plainLabel(field, each, vocabulary));
  if (labels.includes('')) return '';
  // Of several parts all are wanted; of several values of a detail one holds.
  return `${denied ? 'not ' : ''}${labels.join(field === 'part' ? ' and ' : ' or ')}`;
}

function plainLabel(field: Field, value: string, vocabulary: Vocabulary): string {
  const oneOf = (list: readonly string[], label: (item: string) => string = (item) => item): string =>
    list.includes(value) ? label(value) : '';
  switch (field) {
    case 'year': {
      if (!/^(\d{4})?(-(\d{4})?)?$/.test(value) || value === '' || value === '-') return '';
      const [from, to] = readYearSpan(value);
      if (!value.includes('-')) return value;
      return value.startsWith('-')
        ? `up to ${to}`
        : value.endsWith('-')
          ? `${from} onwards`
          : `${from} to ${to}`;
    }
    case 'make':
      return vocabulary.makes.find((make) => String(make.id) === value)?.name ?? '';
    case 'model':
      return vocabulary.models.find((model) => String(model.id) === value)?.name ?? '';
    case 'displacement':
      return Number(value) > 0 && Number(value) < 20 ? `${Number(value).toFixed(1)} L` : '';
    case 'engineCode':
      return vocabulary.engines.some((engine) => engine.code === value) ? `engine ${value}` : '';
    case 'cylinders':
      return /^\d{1,2}$/.test(value) ? `${value} cylinders` : '';
    case 'gears':
      return /^\d{1,2}$/.test(value) ? `${value}-speed` : '';
    case 'fuel':
      return oneOf(FUELS);
    case 'layout':
      return oneOf(LAYOUTS, (item) => (item === 'vee' ? 'V engine' : `${item} engine`));
    case 'aspiration':
      return oneOf(ASPIRATIONS, (item) => ASPIRATION_LABELS[item] ?? item);
    case 'transmission':
      return oneOf(TRANSMISSION_KINDS, (item) => KIND_LABELS[item] ?? item);
    case 'transmissionCode':
      return vocabulary.transmissions.some((transmission) => transmission.code === value)
        ? `transmission ${value}`
        : '';
    case 'airConditioning':
      return value === 'yes' || value === 'no' ? airLabel(value === 'yes') : '';
    case 'package':
      return oneOf(PACKAGES, packageLabel);
    case 'body':
      return oneOf(BODIES);
    case 'drive':
      return oneOf(DRIVES, driveLabel);
    case 'steering':
      return oneOf(SIDES, steeringLabel);
    case 'built': {
      const [, from, dots, to] = /^(\d{4}-\d{2})?(\.\.)?(\d{4}-\d{2})?$/.exec(value) ?? [];
      if (!from && !to) return '';
      if (!dots) return `built ${monthLabel(from ?? to!)}`;
      return from && to
        ? `built ${monthLabel(from)} to ${monthLabel(to)}`
        : from
          ? `built from ${monthLabel(from)}`
          : `built up to ${monthLabel(to!)}`;
    }
    case 'part':
      return oneOf(SPOKEN_PARTS, (item) => SPOKEN_PART_LABELS[item] ?? item);
  }
}

/** Everything a chip of this field could be set to, for correcting it. */
export function choicesFor(field: Field, vocabulary: Vocabulary, modelId?: number): Choice[] {
  const list = (values: readonly string[]): Choice[] =>
    values.map((value) => ({ value, label: labelFor(field, value, vocabulary) }));
  switch (field) {
    case 'year': {
      const lives = vocabulary.models
        .filter((model) => modelId === undefined || model.id === modelId)
        .map((model) => model.life);
      if (lives.length === 0) return [];
      const from = Math.min(...lives.map((life) => life[0]));
      const to = Math.max(...lives.map((life) => life[1]));
      return list(Array.from({ length: to - from + 1 }, (_, step) => String(from + step)));
    }
    // Labels of whole lists are made here, not looked up one by one: a library has thousands of models and engines.
    case 'make':
      return vocabulary.makes.map(({ id, name }) => ({ value: String(id), label: name }));
    case 'model':
      return vocabulary.models.map(({ id, name }) => ({ value: String(id), label: name }));
    case 'displacement':
      return list(
        unique(vocabulary.engines.map((engine) => String(engine.displacementL))).sort(
          (a, b) => Number(a) - Number(b),
        ),
      );
    case 'engineCode':
      return vocabulary.engines.map(({ code }) => ({ value: code, label: `engine ${code}` }));
    case 'cylinders':
      return list(unique(vocabulary.engines.map((engine) => String(engine.cylinders))).sort());
    case 'gears':
      return list(
        unique(vocabulary.transmissions.map((transmission) => String(transmission.gears)))
          .filter((gears) => gears !== '0')
          .sort(),
      );
    case 'fuel':
      return list(FUELS);
    case 'layout':
      return list(LAYOUTS);
    case 'aspiration':
      return list(ASPIRATIONS);
    case 'transmission':
      return list(TRANSMISSION_KINDS);
    case 'transmissionCode':
      return vocabulary.transmissions.map(({ code }) => ({ value: code, label: `transmission ${code}` }));
    case 'airConditioning':
      return list(['yes', 'no']);
    case 'package':
      return list(PACKAGES);
    case 'body':
      return list(BODIES);
    case 'drive':
      return list(DRIVES);
    case 'steering':
      return list(SIDES);
    case 'built':
      return [];
    case 'part':
      return list(SPOKEN_PARTS);
  }
}
