import type { FaceShape } from '@radiatrix/core/compare';
import { formatQuantity, type UnitSystem } from '@radiatrix/core/quantity';
import type { Compared } from './compared.ts';

/** What meets a port, with its size: what a hand has to find. */
export function goesOn(shape: FaceShape, compared: Pick<Compared, 'fresh'>, units: UnitSystem): string {
  const { quantities: q, words } = compared.fresh.assembly.radiator ?? { quantities: {}, words: {} };
  const size =
    shape.kind === 'circle' && !shape.unknown?.includes('diameter')
      ? ` ø${formatQuantity(shape.d, 'length', units)}`
      : ' ø?';
  const place = shape.unknown ? ', place not on record' : '';
  switch (shape.id) {
    case 'inlet':
      return `upper hose${size}${shape.unknown?.includes('height') ? ', height?' : ''}`;
    case 'outlet':
      return `lower hose${size}${shape.unknown?.includes('height') ? ', height?' : ''}`;
    case 'cooler':
      return `oil line ${(words.oilCoolerFitting?.word ?? 'thread?').toUpperCase().replace('X', ' × ')}`;
    case 'neck':
      return `cap ${q.capPressure ? formatQuantity(q.capPressure.value, 'pressure', units) : '?'}, overflow hose`;
    case 'drain':
      return 'drain tube';
    default:
      return shape.label + place;
  }
}
