import { describe, expect, test } from 'vitest';
import { bracketSvg, upperBracket } from '../src/fitment/index.ts';

describe('an upper bracket, drawn', () => {
  const made = upperBracket({ dropMm: 40, vehicleSpacingMm: 560, radiatorSpacingMm: 600 });

  // Bend allowance of 90° in 3 mm over R 3, K 0.44: π/2 (3 + 0.44 × 3) = 6.79 mm (Machinery's Handbook form, from memory).
  test('bends by its allowance, and stands where both hole patterns want it', () => {
    expect(made.allowanceMm).toBeCloseTo(6.786, 3);
    expect(made.holes.map(({ acrossMm }) => acrossMm)).toEqual([0, 20]);
    // Folded again, the leg's hole lies the drop below the face of the tie bar: flat to the hole less the bend's share.
    const [foot, leg] = made.holes;
    const legOutside = leg!.alongMm - 36 - made.allowanceMm + made.thicknessMm + made.insideRadiusMm;
    expect(legOutside).toBeCloseTo(40, 9);
    // Each hole keeps two diameters from every edge.
    for (const hole of [foot!, leg!]) {
      expect(Math.min(hole.alongMm, made.flatMm - hole.alongMm)).toBeGreaterThanOrEqual(
        2 * hole.diameterMm - 1e-9,
      );
      const across = made.widthMm / 2 - 20 / 2 + hole.acrossMm;
      expect(Math.min(across, made.widthMm - across)).toBeGreaterThanOrEqual(2 * hole.diameterMm - 1e-9);
    }
  });
  test('is drawn at 1:1 with a line to check the printer by', () => {
    const svg = bracketSvg(made, 'Bracket <x> & more');
    const [, width, height, w, h] = /width="([\d.]+)mm" height="([\d.]+)mm" viewBox="0 0 ([\d.]+) ([\d.]+)"/.exec(svg)!; // prettier-ignore
    expect([width, height]).toEqual([w, h]);
    expect(svg).toContain('h100m0');
    expect(svg).not.toContain('<x>');
    expect(svg).not.toMatch(/NaN|undefined/);
  });
  test.each([
    [{ dropMm: 0 }],
    [{ dropMm: -4 }],
    [{ dropMm: NaN }],
    [{ dropMm: 5000 }],
    [{ vehicleSpacingMm: NaN }],
    [{ radiatorSpacingMm: 20_000 }],
    [{ thicknessMm: 0 }],
  ])('refuses %o', (change) => {
    expect(() => upperBracket({ dropMm: 40, vehicleSpacingMm: 560, radiatorSpacingMm: 600, ...change })).toThrow(RangeError); // prettier-ignore
  });
});
