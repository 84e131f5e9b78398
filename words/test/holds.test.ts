import { expect, test } from 'vitest';
import { madeHoseText } from '../src/holds.ts';

test('a hose made to measure is said as it is ordered, in the reader’s units; what nobody said is said to be so', () => {
  const hose = { lengthMm: 480, bends: 'one 90°', ends: [{ boreMm: 38, kind: 'bead', fitting: '' }, { boreMm: null, kind: 'coupler', fitting: 'crimped' }] } as const; // prettier-ignore
  const own = { ...hose, ends: [...hose.ends] as [(typeof hose.ends)[0], (typeof hose.ends)[1]] };
  expect(madeHoseText(own, 'metric')).toBe(
    '480 mm, one 90°, 38 mm plain bead to bore not said quick coupler (crimped)',
  );
  expect(madeHoseText({ ...own, lengthMm: null, bends: '' }, 'us')).toBe(
    'length not said, straight or not said, 1.5 in plain bead to bore not said quick coupler (crimped)',
  );
});
