import type { Incoherent } from '@radiatrix/core/figures';
import type { UnitSystem } from '@radiatrix/core/quantity';
import { verdictWords } from './en/verdict.ts';
import { figureName } from './figures.ts';

/** Two figures of one record that cannot both be true. @example 'Core width 640 mm is larger than overall width 600 mm. One of the two is wrong.' */
export function incoherenceText(
  { subject, keys: [a, b], count, written, holds }: Incoherent,
  units: UnitSystem,
): string {
  const [smaller, larger] = [figureName(subject, a), figureName(subject, b)];
  const [is, than] = written;
  if (a === 'drivenBy') return verdictWords('incoherent:belt', { larger });
  if (holds !== undefined)
    return verdictWords('incoherent:volume', { is, box: { value: holds, dimension: 'volume' } }, units);
  if (a === 'standsOn') return verdictWords('incoherent:feet', { larger: than });
  return count > 1
    ? verdictWords('incoherent:count', { smaller, larger, is, than, count })
    : verdictWords('incoherent', { smaller, larger, is, than });
}
