import type { HoldKind, HoseEnd, MadeHose } from '@radiatrix/core/job';
import { formatQuantity, type UnitSystem } from '@radiatrix/core/quantity';
import { holdsWords } from './en/holds.ts';
import { listed } from './list.ts';

function endText({ boreMm, kind, fitting }: HoseEnd, units: UnitSystem): string {
  const bore = boreMm === null ? holdsWords('ends:unsaid') : formatQuantity(boreMm, 'length', units);
  const text = holdsWords('ends', { bore, kind: holdsWords(`end:${kind ?? 'unsaid'}`) });
  return fitting ? `${text} (${fitting})` : text;
}

/** A hose made to measure as it is ordered. @example '480 mm, one 90°, 38 mm plain bead to 32 mm quick coupler (crimped)' */
export const madeHoseText = ({ lengthMm, bends, ends: [first, second] }: MadeHose, units: UnitSystem): string =>
  holdsWords('made', {
    length: lengthMm === null ? holdsWords('made:no-length') : formatQuantity(lengthMm, 'length', units),
    bends: bends || holdsWords('made:no-bends'),
    first: endText(first, units),
    second: endText(second, units),
  }); // prettier-ignore

/** Rags and guards by what they are and where. @example 'rag in an open hose (lower hose)' */
export const stillInText = (holds: readonly { what: HoldKind; name: string }[]): string =>
  listed(holds.map(({ what, name }) => `${holdsWords(`what:${what}`)} (${name})`));
