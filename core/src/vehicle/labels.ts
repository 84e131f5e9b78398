import type { Configuration, Engine, Transmission, TransmissionKind, Vocabulary } from './types.ts';

const KIND_WORDS: Record<TransmissionKind, string> = {
  manual: 'manual',
  automatic: 'automatic',
  cvt: 'CVT',
  'dual-clutch': 'dual-clutch',
};

const ASPIRATION_WORDS = { natural: '', turbo: ' turbo', supercharged: ' supercharged' } as const;

/** "2.2 diesel, straight 4" */
export const engineLabel = (engine: Engine): string =>
  engine.fuel === 'electric'
    ? 'electric'
    : `${engine.displacementL.toFixed(1)} ${engine.fuel}${ASPIRATION_WORDS[engine.aspiration]}, ${
        engine.layout === 'vee' ? `V${engine.cylinders}` : `${engine.layout} ${engine.cylinders}`
      }`;

/** "automatic, 5-speed" */
export const transmissionLabel = (transmission: Transmission): string =>
  KIND_WORDS[transmission.kind] + (transmission.gears > 0 ? `, ${transmission.gears}-speed` : '');

export const airLabel = (has: boolean): string => (has ? 'air conditioning' : 'no air conditioning');
export const packageLabel = (name: string): string =>
  name === 'towing' ? 'towing package' : `${name} cooling`;
export const driveLabel = (drive: string): string =>
  drive === 'all' ? 'all-wheel drive' : `${drive}-wheel drive`;
export const steeringLabel = (side: string): string => `${side}-hand drive`;

const MONTHS = [
  'January',
  'February',
  'March',
  'April',
  'May',
  'June',
  'July',
  'August',
  'September',
  'October',
  'November',
  'December',
];

/** "March 2010" from "2010-03". */
export const monthLabel = (month: string): string =>
  `${MONTHS[Number(month.slice(5)) - 1] ?? '?'} ${month.slice(0, 4)}`;

/** "2009 Quillon Tussock" */
export function configurationTitle(configuration: Configuration, vocabulary: Vocabulary): string {
  const model = vocabulary.models.find((candidate) => candidate.id === configuration.modelId);
  const make = vocabulary.makes.find((candidate) => candidate.id === model?.makeId);
  return [configuration.year, make?.name, model?.name].filter(Boolean).join(' ');
}
