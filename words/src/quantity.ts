import { formatQuantity, type UnitSystem } from '@radiatrix/core/quantity';
import type { Amount } from './arguments.ts';

/** Half of what is shown of a length: a smaller ± would be said as none. */
const SHOWN_FROM = 0.05;

/** An amount as the reader's units say it. @example quantityText({ value: 612, u: 3, dimension: 'length' }, 'metric') // '612 ± 3 mm' */
export const quantityText = ({ value, dimension, u, difference }: Amount, units: UnitSystem): string =>
  formatQuantity(value, dimension, units, {
    ...(u !== undefined && u >= SHOWN_FROM ? { uncertainty: u } : {}),
    ...(difference ? { difference } : {}),
  });
