import {
  correct,
  describeVehicle,
  readValue,
  readYearSpan,
  readMonthSpan,
  suits,
  PACKAGES,
  type Chip,
  type Configuration,
  type CoolingPackage,
  type Field,
  type Vocabulary,
} from '../vehicle/index.ts';
import type { Scope } from './claim.ts';

/** A statement as somebody typed it: "2011-2016 Haulden 2.0 diesel auto, not heavy-duty". */
export interface LineRead {
  modelId: number | undefined;
  scope: Scope & { years: readonly [number, number] };
  exceptions: Scope[];
  fits: boolean;
  /** Words nothing was made of, and details that a statement cannot hold. */
  notUnderstood: string[];
  /** What keeps it from being a statement, as a sentence; empty when it is one. */
  problem: string;
}

const ENGINE_FIELDS: readonly Field[] = ['displacement', 'fuel', 'layout', 'cylinders', 'aspiration', 'engineCode']; // prettier-ignore
const TRANSMISSION_FIELDS: readonly Field[] = ['transmission', 'transmissionCode', 'gears'];
/** Details of a vehicle that a catalogue line has no place for. */
const NO_PLACE: readonly Field[] = ['body', 'drive', 'steering', 'part'];
const EXCEPT = /[,;]?\s*\b(?:but\s+not|not|except(?:ing|\s+for)?|excluding|other\s+than|without)\b(?!\s+(?:fit|a\/?c\b|air))\s*/gi; // prettier-ignore
const DENIES = /^\s*(?:does\s+not\s+fit|doesn['’]t\s+fit|no\s+fit(?:\s+for)?|not\s+for)\s*:?\s*/i;

/**
 * Reads a statement in the words of the trade, with the grammar that reads a caller. What follows "not" or "except"
 * is an exception; several are parted by ";" or a second "not".
 *
 * @param built the vehicles of the library, so that "2.0 diesel" means the engines that were built and "any" is said
 *              where all of them are meant; may be of all models
 * @param openModelId the model that is meant where the line names none
 * @example readLine('2011-2016 Haulden 2.0 diesel auto, not heavy-duty', vocabulary, 2026, built)
 */
export function readLine(
  text: string,
  vocabulary: Vocabulary,
  referenceYear: number,
  built: readonly Configuration[],
  openModelId?: number,
): LineRead {
  const denied = DENIES.test(text);
  const [head = '', ...rest] = text.replace(DENIES, '').split(EXCEPT);
  const notUnderstood: string[] = [];
  const read = (words: string): Chip[] => {
    const { chips, leftover } = correct(describeVehicle(words, vocabulary, referenceYear), {}, vocabulary);
    notUnderstood.push(...leftover.map((each) => each.text), ...chips.filter((chip) => NO_PLACE.includes(chip.field)).map((chip) => chip.text)); // prettier-ignore
    return chips;
  };
  const chips = read(head);
  const modelChip = chips.find((chip) => chip.field === 'model');
  const modelId = modelChip && !/[!|]/.test(modelChip.value) ? Number(modelChip.value) : openModelId;
  const model = vocabulary.models.find((each) => each.id === modelId);
  const own = built.filter((vehicle) => vehicle.modelId === modelId);
  const scope = scopeOf(chips, vocabulary, own);
  const exceptions = rest
    .flatMap((each) => each.split(';'))
    .filter((each) => each.trim() !== '')
    .map((each) => scopeOf(read(each), vocabulary, own));
  const years = clip(scope.years, model?.life);
  const said = (each: Scope): boolean => Object.values(each).some((value) => value !== null);
  const problem = !model
    ? 'Say the model.'
    : !years
      ? `The ${model.name} was built ${model.life[0]} to ${model.life[1]}; none of these years is among them.`
      : scope.engineIds?.length === 0
        ? `No such engine was built in the ${model.name}.`
        : scope.transmissionIds?.length === 0
          ? `No such transmission was built in the ${model.name}.`
          : exceptions.some((each) => !said(each))
            ? 'What is excepted was not understood.'
            : '';
  return { modelId, scope: { ...scope, years: years ?? [0, 0] }, exceptions, fits: !denied, notUnderstood, problem }; // prettier-ignore
}

/** Years open to one side end where the model's life does; none when they lie outside of it. */
function clip(
  years: readonly [number, number] | null,
  life: readonly [number, number] | undefined,
): readonly [number, number] | undefined {
  if (!life) return undefined;
  if (!years) return life;
  const clipped = [Math.max(years[0], life[0]), Math.min(years[1], life[1])] as const;
  return clipped[0] <= clipped[1] ? clipped : undefined;
}

/**
 * Engines or transmissions that a few words mean ("2.2 diesel", "auto"); none where the words say nothing, or speak of
 * something else too.
 */
export function spokenIds(
  key: 'engineId' | 'transmissionId',
  words: string,
  vocabulary: Vocabulary,
): number[] {
  const { chips, leftover } = describeVehicle(words, vocabulary, 2100);
  const fields = key === 'engineId' ? ENGINE_FIELDS : TRANSMISSION_FIELDS;
  if (chips.length === 0 || leftover.length > 0 || !chips.every(({ field }) => fields.includes(field)))
    return [];
  const known = key === 'engineId' ? vocabulary.engines : vocabulary.transmissions;
  return known
    .map(({ id }) => id)
    .filter((id) => suits({ [key]: id } as unknown as Configuration, chips, vocabulary));
}

function scopeOf(chips: readonly Chip[], vocabulary: Vocabulary, own: readonly Configuration[]): Scope {
  const of = (fields: readonly Field[]): Chip[] => chips.filter((chip) => fields.includes(chip.field));
  const ids = (stated: Chip[], key: 'engineId' | 'transmissionId'): number[] | null => {
    if (stated.length === 0) return null;
    const there = [...new Set(own.map((vehicle) => vehicle[key]))];
    const meant = there.filter((id) => suits({ [key]: id } as unknown as Configuration, stated, vocabulary));
    // All of what was built is "any", and stays true when more is built.
    return meant.length === there.length && there.length > 0 ? null : meant.sort((a, b) => a - b);
  };
  const value = (field: Field): string | undefined => chips.find((chip) => chip.field === field)?.value;
  const [year, air, pack, month] = [
    value('year'),
    value('airConditioning'),
    value('package'),
    value('built'),
  ];
  const packages = pack && readValue(pack);
  return {
    years: year && !year.startsWith('!') ? readYears(year) : null,
    built: month ? readMonthSpan(month) : null,
    engineIds: ids(of(ENGINE_FIELDS), 'engineId'),
    transmissionIds: ids(of(TRANSMISSION_FIELDS), 'transmissionId'),
    airConditioning: air === undefined ? null : air === 'yes',
    packages: packages
      ? (PACKAGES.filter((each) => packages.any.includes(each) !== packages.denied) as CoolingPackage[])
      : null,
  };
}

/** "2009|2011" says both years; a line holds a span, so the years between are taken in. */
function readYears(value: string): [number, number] {
  const spans = readValue(value).any.map(readYearSpan);
  return [Math.min(...spans.map(([from]) => from)), Math.max(...spans.map(([, to]) => to))];
}
