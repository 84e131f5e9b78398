import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { cutLine, cutLineSvg, readContour } from '../src/fitment/index.ts';
import { USUAL_PRACTICE } from '../src/practice/index.ts';

const CLEAR = USUAL_PRACTICE.trimClear + USUAL_PRACTICE.trimTold;
const bump = readContour('0 -10\n30 -10\n40 12\n60 12\n70 -10\n100 -10');

describe('the cut of a trimmed support', () => {
  test('a flat contour is cut by the clearance, a lone point by its circle', () => {
    const flat = cutLine(readContour('0 10\n40 10'), 60);
    expect(flat.cut.find(({ alongMm }) => alongMm === 20)!.intoMm).toBeCloseTo(10 + CLEAR, 9);
    // Beyond the last point the circle round it: at 3 mm off, 10 + √(6² − 3²).
    expect(flat.cut.find(({ alongMm }) => alongMm === 43)!.intoMm).toBeCloseTo(10 + Math.sqrt(CLEAR ** 2 - 9), 9); // prettier-ignore
    expect([flat.deepestMm, flat.leavesMm]).toEqual([10 + CLEAR, 60 - 10 - CLEAR]);
    // A slope of 1 is cut the clearance square to it: √2 as much straight down.
    const slope = cutLine(readContour('0 0\n40 40'), 90);
    expect(slope.cut.find(({ alongMm }) => alongMm === 20)!.intoMm).toBeCloseTo(20 + CLEAR * Math.SQRT2, 6);
  });

  test('over random contours every point of the cut keeps the clearance, and somewhere no more than that', () => {
    const points = fc.uniqueArray(fc.tuple(fc.integer({ min: 0, max: 300 }), fc.integer({ min: -30, max: 60 })), { selector: ([along]) => along, minLength: 2, maxLength: 12 }); // prettier-ignore
    fc.assert(
      fc.property(points, (list) => {
        const { contour, cut } = cutLine(list.map(([alongMm, intoMm]) => ({ alongMm, intoMm })), 100); // prettier-ignore
        for (const each of cut) {
          // By brute force along every piece, a tenth of a millimetre apart.
          let nearest = Infinity;
          contour.slice(1).forEach((b, at) => {
            const a = contour[at]!;
            const parts = Math.ceil(Math.hypot(b.alongMm - a.alongMm, b.intoMm - a.intoMm) * 10);
            for (let k = 0; k <= parts; k += 1) nearest = Math.min(nearest, Math.hypot(a.alongMm + ((b.alongMm - a.alongMm) * k) / parts - each.alongMm, a.intoMm + ((b.intoMm - a.intoMm) * k) / parts - each.intoMm)); // prettier-ignore
          });
          if (each.intoMm > 0) {
            expect(nearest).toBeGreaterThanOrEqual(CLEAR - 1e-6);
            expect(nearest).toBeLessThanOrEqual(CLEAR + 0.02);
          }
        }
      }),
      { numRuns: 60, seed: 11 },
    );
  });

  test('what is not known is minded: gaps between stations, a contour that goes on, a width not told, too little left', () => {
    expect(cutLine(bump, 80).minds).toEqual([]);
    expect(cutLine(bump, undefined).minds.join()).toMatch(/width is not told/);
    expect(cutLine(bump, 30).minds.join()).toMatch(/Only 12 mm of the support stay.*body shop/);
    expect(cutLine(bump, 10).minds.join()).toMatch(/Only 0 mm/);
    expect(cutLine(readContour('0 -10\n100 -10'), 80).minds.join()).toMatch(/between 0 and 100 mm/);
    expect(cutLine(readContour('0 12\n30 -10'), 80).minds.join()).toMatch(/goes on beyond/);
    // Clear of the edge nothing is cut.
    expect(cutLine(readContour('0 -20\n30 -20'), 80).deepestMm).toBe(0);
    // Points in any order are the same contour.
    expect(cutLine([...bump].reverse(), 80)).toEqual(cutLine(bump, 80));
  });

  test('is drawn at 1:1', () => {
    const svg = cutLineSvg(cutLine(bump, undefined), 'Support <b> job 4');
    const [, width, , w] = /width="([\d.]+)mm" height="([\d.]+)mm" viewBox="0 0 ([\d.]+) ([\d.]+)"/.exec(svg)!; // prettier-ignore
    expect(width).toBe(w);
    expect(svg).toContain('h100m0');
    expect(svg).toContain('what stays not known');
    expect(svg).not.toMatch(/NaN|undefined|Infinity|<b>/);
  });

  test.each([
    ['12', /line 1/],
    ['0 1\nabout 5', /line 2/],
    ['0 1 2', /line 1/],
    ['0 5', /2 to 200 points/],
    ['0 5\n0 9', /two points/],
    ['0 5\n9000 5', /no support/],
    ['0 5\n40 900', /no support/],
  ])('refuses %j', (text, why) => expect(() => cutLine(readContour(text), 80)).toThrow(why));
  test.each([[0], [-5], [NaN], [5000]])('refuses a support %d wide', (width) => expect(() => cutLine(bump, width)).toThrow(RangeError)); // prettier-ignore
});
