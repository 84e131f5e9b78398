import { formatQuantity, type UnitSystem } from '../../quantity/index.ts';
import type { FaceShape } from './face-of-parts.ts';
import type { Side } from '../sides.ts';

/** What meets a port, with its size: what a hand has to find. */
export function portLabel(shape: FaceShape, { fresh }: { fresh: Side }, units: UnitSystem): string {
  const { quantities: q, words } = fresh.assembly.radiator ?? { quantities: {}, words: {} };
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
