import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import {
  accountOf,
  amountU,
  atTwenty,
  compatible,
  judgeVacuum,
  moveProblem,
  moved,
  pourFor,
  protection,
  readStrength,
  refractiveIndex,
  schoolFor,
  settleWith,
  shortfall,
  flushDone,
  TECHNOLOGIES,
  type CoolantMove,
  type Opening,
  type PourWanted,
  type StrengthReading,
} from '../src/coolant/index.ts';
import { coolant, freezesC, massShareOf } from '../src/fluid/index.ts';
import { practiceOf } from '../src/practice/index.ts';

const out = (litres: number, more: Partial<CoolantMove> = {}): CoolantMove => ({ way: 'out', liquid: 'coolant', litres, got: 'jug', tempC: null, strength: null, lost: false, ...more }); // prettier-ignore
const into = (litres: number, liquid: CoolantMove['liquid'], more: Partial<CoolantMove> = {}): CoolantMove => out(litres, { way: 'in', liquid, ...more }); // prettier-ignore
const opening: Opening = {
  capacity: { value: 8, u: 0.4 },
  change: { value: 0, u: 0 },
  arrival: 'full',
  lowL: null,
  strength: { value: 50, u: 5 },
  base: 'ethylene',
};

describe('the coolant account', () => {
  test('coolant and water are conserved in any sequence of drains, flushes and fills, to 1e-9', () => {
    const move = fc.record({ in: fc.boolean(), litres: fc.double({ min: 0.01, max: 3, noNaN: true }), strength: fc.constantFrom(0, 33, 50, 100) });
    fc.assert(
      fc.property(fc.array(move, { maxLength: 40 }), fc.double({ min: 1, max: 20, noNaN: true }), (moves, start) => {
        let held = { insideL: start, concentrateL: 0.42 * start };
        // By its own books: every litre that left took its own share with it.
        let [inside, glycol] = [start, 0.42 * start];
        for (const each of moves) {
          const litres = each.in ? each.litres : Math.min(each.litres, held.insideL);
          const share = held.insideL > 0 ? held.concentrateL / held.insideL : 0;
          inside += each.in ? litres : -litres;
          glycol += litres * (each.in ? each.strength / 100 : -share);
          held = moved(held, each.in ? 'in' : 'out', litres, each.strength);
          expect(Math.abs(held.insideL - inside)).toBeLessThan(1e-9);
          expect(Math.abs(held.concentrateL - glycol)).toBeLessThan(1e-9);
          expect(held.concentrateL).toBeLessThanOrEqual(held.insideL + 1e-9);
        }
      }),
      { numRuns: 300 },
    );
  }); // prettier-ignore
  test('8 L, 5 out: 3 inside at what it was; a water flush leaves water, and 5 L at 80 % ends at 50 (facts of the trade)', () => {
    const drained = accountOf(opening, [out(5)]);
    expect(drained.inside.value).toBeCloseTo(3, 9);
    expect(drained.strength.value).toBeCloseTo(50, 9);
    // Capacity, not jug, is what it is known by: 0.4 and 0.11 together.
    expect(drained.inside.u).toBeCloseTo(Math.hypot(0.4, amountU(5, 'jug')), 6);
    const flushed = { ...opening, strength: { value: 0, u: 0 } };
    const filled = accountOf(flushed, [out(5), into(4, 'concentrate'), into(1, 'water')]);
    expect(filled.strength.value).toBeCloseTo(50, 9);
    expect(filled.missing.value).toBeCloseTo(0, 9);
    // What is missing is known better than what is inside: both hang on the same capacity.
    expect(filled.missing.u).toBeLessThan(0.2);
    expect(filled.inside.u).toBeGreaterThan(0.4);
  });
  test('a hose that ran through leaves a full system and e^(−n) of what was in it, whatever ran out; it never fills more than it holds', () => {
    const through = (litres: number, more: Partial<CoolantMove> = {}): CoolantMove => ({
      way: 'through',
      liquid: 'water',
      litres,
      got: 'eye',
      tempC: null,
      strength: null,
      lost: false,
      ...more,
    });
    // 20 L through 8 L: once it was written as 20 L inside.
    const hosed = accountOf(opening, [through(20)]);
    expect(hosed.problems).toEqual([]);
    expect([hosed.inside.value, hosed.missing.value]).toEqual([8, 0]);
    expect(hosed.strength.value).toBeCloseTo(50 * Math.exp(-20 / 8), 9);
    expect(hosed.strength.u).toBeGreaterThanOrEqual(hosed.strength.value);
    expect(hosed.disposeL).toBeCloseTo(20, 9);
    // Stirred in a thousand small steps it comes to the same: each brings a little water and lets as much mixture out.
    let stirred = { insideL: 3, concentrateL: 1.5 };
    for (let step = 0; step < 5000; step += 1) stirred = moved(moved(stirred, 'out', 0, 0), 'in', 0.001, 0);
    for (let step = 0; step < 12_000; step += 1)
      stirred = moved(moved(stirred, 'in', 0.001, 0), 'out', 0.001, 0);
    const drained = accountOf(opening, [out(5), through(17, { lost: true })]);
    expect(drained.inside.value).toBeCloseTo(stirred.insideL, 6);
    expect(drained.concentrateL).toBeCloseTo(stirred.concentrateL, 3);
    expect(drained.lostL).toBeCloseTo(12, 9);
    // Drained and filled again it counts like any water that stayed.
    const filled = accountOf(opening, [through(40), out(5), into(4, 'concentrate'), into(1, 'water')]);
    expect(filled.missing.value).toBeCloseTo(0, 9);
    expect(Math.abs(filled.strength.value - 50)).toBeLessThan(1);
    expect(accountOf(opening, [through(20, { liquid: 'concentrate' })]).problems).toHaveLength(1);
    // Full of flush water is not full: it says how much comes out first, and what goes in then ends where it should.
    const shelf = [{ name: 'concentrate', strength: 100, bottleL: null, bottles: null }];
    const answer = pourFor({
      total: hosed.total,
      inside: hosed.inside,
      strength: hosed.strength,
      target: 50,
      shelf,
      drainYieldL: 5,
    });
    expect(answer).toMatchObject({ ok: false, because: 'too weak', isFull: true });
    const drainL = !answer.ok && answer.because === 'too weak' ? answer.drainFirstL! : NaN;
    expect(
      accountOf(opening, [through(20), out(drainL), into(drainL, 'concentrate')]).strength.value,
    ).toBeCloseTo(50, 6);
    expect(
      pourFor({
        total: hosed.total,
        inside: hosed.inside,
        strength: { value: 35, u: 35 },
        target: 50,
        shelf,
        drainYieldL: 5,
      }),
    ).toEqual({ ok: false, because: 'full' });
  });
  test('how it was got says how well it is known; a strength nobody knows leaves it open', () => {
    const by = (got: CoolantMove['got']): number => accountOf({ ...opening, capacity: { value: 8, u: 0 } }, [out(5, { got })]).inside.u; // prettier-ignore
    expect(by('eye')).toBeGreaterThan(1);
    expect(by('scale')).toBeLessThan(0.06);
    expect(accountOf({ ...opening, strength: null }, [out(5)]).strength.u).toBeGreaterThan(30);
    expect(accountOf({ ...opening, arrival: 'not known' }, []).missing.u).toBeGreaterThan(1);
  });
  test('hot coolant measures 4 to 5 % more (common practice) and is brought back', () => {
    for (const tempC of [85, 95]) {
      const more = 100 * (1 - atTwenty(1, 'ethylene', 50, tempC));
      expect(more).toBeGreaterThan(3.5);
      expect(more).toBeLessThan(5.5);
    }
    expect(accountOf(opening, [out(4, { tempC: 90 })]).inside.value).toBeGreaterThan(4.1);
  });
  test('what a new radiator holds more is missing until it is filled; transmission fluid is an account of its own; what ran out on the ground is lost', () => {
    const own = accountOf({ ...opening, change: { value: 0.6, u: 0.1 } }, [out(5, { lost: true }), out(0.4, { liquid: 'transmission fluid' }), into(5.6, 'ready-mixed')]);
    expect(own.missing.value).toBeCloseTo(0, 9);
    expect(own.lostL).toBe(5);
    expect(own.disposeL).toBe(0);
    expect(own.transmission.out.value).toBe(0.4);
    expect(own.out.value).toBe(5);
  }); // prettier-ignore
  test('more out than it held is said and asked about, and what is inside is no better known than that', () => {
    const five = { ...opening, capacity: { value: 5, u: 0.25 } };
    const own = accountOf(five, [out(6.5), into(5, 'ready-mixed')]);
    // 6.5 L out of 5.0: 1.5 too much, known to the capacity and the jug.
    expect(own.over!.litres.value).toBeCloseTo(1.5, 9);
    expect(own.over!.litres.u).toBeCloseTo(Math.hypot(0.25, amountU(6.5, 'jug')), 1);
    expect(own.over!.move).toBe(0);
    expect(own.inside.u).toBeGreaterThan(1.5);
    expect(own.missing.u).toBeGreaterThan(1.5);
    // What the amounts may be off by is no question, whichever way they are off.
    expect(accountOf(five, [out(5.2), into(5, 'ready-mixed')]).over).toBeUndefined();
    expect(accountOf(five, [out(4.9), out(0.2, { got: 'eye' })]).over).toBeUndefined();
    // A system that arrived low has that much less in it, and a flush that went in came out again.
    expect(accountOf({ ...five, arrival: 'low', lowL: 2 }, [out(4.6)]).over!.litres.value).toBeCloseTo(
      1.6,
      9,
    );
    expect(accountOf(five, [out(5), into(5, 'water'), out(5)]).over).toBeUndefined();
    expect(accountOf(opening, [out(5), out(5)]).over!.move).toBe(1);
    // The answer that it holds more settles it; so does the right amount.
    expect(accountOf({ ...five, capacity: { value: 6.6, u: 0.3 } }, [out(6.5)]).over).toBeUndefined();
    expect(accountOf(five, [out(5)]).over).toBeUndefined();
    // Wrong amounts before it do not shift which move is asked about.
    expect(accountOf(five, [out(-1), out(6.5)]).over!.move).toBe(1);
  });
  test('bad input: a sentence each, and the rest of the account stands', () => {
    for (const wrong of [
      out(-1),
      out(0),
      out(40),
      out(3, { strength: 130 }),
      out(3, { tempC: 400 }),
      out(NaN),
    ]) {
      expect(moveProblem(wrong, 8)).not.toBe('');
      const own = accountOf(opening, [out(2), wrong]);
      expect(own.problems).toHaveLength(1);
      expect(own.inside.value).toBeCloseTo(6, 9);
    }
    expect(accountOf(opening, [out(2), into(6, 'water')]).problems.join()).toMatch(
      /more went in than it holds/,
    );
  });
});

const wanted: PourWanted = {
  total: { value: 8, u: 0.3 },
  inside: { value: 3, u: 0.3 },
  strength: { value: 0, u: 0 },
  target: 50,
  shelf: [
    { name: 'concentrate', strength: 100, bottleL: 1.5, bottles: null },
    { name: 'ready-mixed', strength: 50, bottleL: 5, bottles: 1 },
  ],
  drainYieldL: 5,
};

describe('what to mix and pour', () => {
  test('8.0 L with 3.0 L of water left: 5.0 L at 80 %, 4.0 L of concentrate and 1.0 of water (facts of the trade)', () => {
    const own = pourFor({ ...wanted, shelf: wanted.shelf.slice(0, 1) });
    if (!own.ok) throw new Error('it can be done');
    expect(own.needs).toBeCloseTo(80, 9);
    expect(own.options[0]!.parts.map(({ product, litres, bottles, leftL }) => [product.name, litres, bottles, leftL])).toEqual([
      ['concentrate', 4, 3, 0.5],
      ['distilled water', 1, null, 0],
    ]);
    expect(own.options[0]!.whole).toBeUndefined();
    expect(own.endsAt.u).toBeGreaterThan(2);
  }); // prettier-ignore
  test('any answer ends at its target, and is filled to the brim', () => {
    const figure = (min: number, max: number) => fc.double({ min, max, noNaN: true });
    let [done, not] = [0, 0];
    fc.assert(
      fc.property(figure(4, 18), figure(0, 0.95), figure(0, 60), fc.integer({ min: 25, max: 58 }), (V, share, s, target) => {
        const inside = V * share;
        const own = pourFor({ ...wanted, total: { value: V, u: 0.2 }, inside: { value: inside, u: 0.2 }, strength: { value: s, u: 3 }, target });
        if (!own.ok) {
          not += 1;
          if (own.because === 'too weak' && own.drainFirstL !== null) {
            // What makes it possible does: drained that much more, the strongest on the shelf just reaches it.
            const after = pourFor({ ...wanted, total: { value: V, u: 0 }, inside: { value: inside - own.drainFirstL - 1e-9, u: 0 }, strength: { value: s, u: 0 }, target });
            expect(after.ok && after.endsAt.value).toBeCloseTo(target, 6);
          }
          if ('fills' in own && own.fills) {
            let now = s;
            let held = inside;
            for (const step of own.fills) {
              held -= step.drainL;
              const product = own.because === 'too weak' ? 100 : 0;
              now = (now * held + product * step.pourL) / (held + step.pourL);
              held += step.pourL;
              expect(step.drainL).toBeLessThanOrEqual(5 + 1e-9);
            }
            expect(now).toBeCloseTo(target, 6);
            expect(held).toBeCloseTo(V, 6);
          }
          return;
        }
        done += 1;
        expect(own.options.length).toBeGreaterThan(0);
        for (const { parts } of own.options) {
          const litres = parts.reduce((sum, part) => sum + part.litres, 0);
          const glycol = parts.reduce((sum, part) => sum + (part.litres * part.product.strength) / 100, 0);
          expect(litres).toBeCloseTo(V - inside, 6);
          expect((100 * (glycol + (inside * s) / 100)) / V).toBeGreaterThan(target - 0.5);
          expect((100 * (glycol + (inside * s) / 100)) / V).toBeLessThan(target + 0.5);
        }
      }),
      { numRuns: 400 },
    );
    expect(done).toBeGreaterThan(100);
    expect(not).toBeGreaterThan(20);
  }); // prettier-ignore
  test('two strengths on the shelf are mixed; a shelf that has too few bottles comes last; whole bottles where that is close enough', () => {
    const own = pourFor({ ...wanted, inside: { value: 4.4, u: 0.2 }, strength: { value: 50, u: 3 }, target: 52, shelf: [{ name: 'strong', strength: 100, bottleL: 0.25, bottles: 0 }, { name: 'thirds', strength: 66, bottleL: 1, bottles: 9 }] });
    if (!own.ok) throw new Error('it can be done');
    expect(own.options[0]!.parts.map(({ product }) => product.name)).toEqual(['thirds', 'distilled water']);
    expect(own.options.at(-1)!.parts.some(({ enough }) => !enough)).toBe(true);
    expect(own.options[0]!.whole!.parts[0]!.leftL).toBeCloseTo(0, 9);
    expect(Math.abs(own.options[0]!.whole!.endsAt - 52)).toBeLessThanOrEqual(3);
  }); // prettier-ignore
  test('what cannot be says so, and never a number', () => {
    expect(pourFor({ ...wanted, target: 130 })).toMatchObject({ ok: false, because: 'no number' });
    expect(pourFor({ ...wanted, inside: { value: NaN, u: 0 } })).toMatchObject({ ok: false, because: 'no number' });
    expect(pourFor({ ...wanted, inside: { value: 8, u: 0 }, strength: { value: 50, u: 2 } })).toMatchObject({ ok: false, because: 'full' });
    expect(pourFor({ ...wanted, inside: { value: 8, u: 0 } })).toMatchObject({ ok: false, because: 'too weak', isFull: true });
    expect(pourFor({ ...wanted, inside: { value: 7, u: 0 } })).toMatchObject({ ok: false, because: 'too weak' });
    // Ready-mixed cannot do it at all after a water flush (facts of the trade).
    expect(pourFor({ ...wanted, shelf: wanted.shelf.slice(1) })).toMatchObject({ ok: false, because: 'too weak', drainFirstL: null, fills: undefined });
  }); // prettier-ignore
  test('a shop that goes no further than 55 % is answered by its own number', () => {
    expect(pourFor({ ...wanted, target: 58 }, practiceOf({ strengthMost: 55 }))).toMatchObject({ ok: false, because: 'no number' }); // prettier-ignore
  });
});

describe('strength that was read', () => {
  // CRC Handbook, concentrative properties of aqueous solutions, nD at 20 °C by mass; from memory.
  test.each([
    ['ethylene', [[10, 1.3425], [20, 1.3525], [30, 1.3626], [40, 1.3728], [50, 1.3828], [60, 1.3924]]],
    ['propylene', [[10, 1.3438], [20, 1.3552], [30, 1.3664], [40, 1.377], [50, 1.387], [60, 1.3961]]],
  ] as const)('refractive indices of %s glycol as recalled, within 0.003', (base, table) => {
    for (const [percent, index] of table) expect(Math.abs(refractiveIndex(base, percent / 100) - index)).toBeLessThan(0.003);
  }); // prettier-ignore
  const reading = (more: Partial<StrengthReading>): StrengthReading => ({ with: 'refractometer', shows: -33.8, scale: 'ethylene', sampleC: 20, compensated: true, ...more }); // prettier-ignore
  test('−33.8 °C on the ethylene scale is 50 % by mass (ASHRAE Fundamentals ch. 31, from memory), 47 % by volume', () => {
    const own = readStrength(reading({}), 'ethylene');
    expect(own.ok && own.strength.value).toBeCloseTo(47.3, 0);
  });
  test('the scale of the other glycol is converted and named: it means another strength, and is less sure', () => {
    const [right, wrong] = [readStrength(reading({}), 'ethylene'), readStrength(reading({}), 'propylene')];
    if (!right.ok || !wrong.ok) throw new Error('both can be read');
    expect(wrong.said.join()).toMatch(/made for ethylene glycol and propylene is in it/);
    expect(wrong.strength.u).toBeGreaterThan(right.strength.u);
    expect(Math.abs(wrong.strength.value - right.strength.value)).toBeGreaterThan(1);
    expect(wrong.freezesC).not.toBeCloseTo(right.freezesC, 0);
  });
  test('a warm sample without compensation reads weaker than it is, and is brought back', () => {
    const index = refractiveIndex('ethylene', 0.5, 40);
    const own = readStrength(reading({ with: 'index', shows: index, scale: null, sampleC: 40, compensated: false }), 'ethylene'); // prettier-ignore
    const raw = readStrength(reading({ with: 'index', shows: index, scale: null, sampleC: 20 }), 'ethylene');
    if (!own.ok || !raw.ok) throw new Error('both can be read');
    expect(massShareOf('ethylene', own.strength.value / 100)).toBeCloseTo(0.5, 3);
    expect(raw.strength.value).toBeLessThan(own.strength.value - 3);
  });
  test('a float finds its own density again, and never judges propylene', () => {
    const gravity = coolant('ethylene', 0.4, 30).densityKgM3 / coolant('water', 0, 20).densityKgM3;
    const own = readStrength(reading({ with: 'hydrometer', shows: gravity, sampleC: 30, compensated: false }), 'ethylene'); // prettier-ignore
    expect(own.ok && own.freezesC).toBeCloseTo(freezesC('ethylene', 0.4), 1);
    expect(readStrength(reading({ with: 'hydrometer', shows: 1.04 }), 'propylene')).toMatchObject({ ok: false, because: expect.stringMatching(/does not judge propylene/) as string }); // prettier-ignore
  });
  test.each([
    ['mixed glycols', reading({}), 'mixed', /mixed in it/],
    ['a glycol nobody knows', reading({}), null, /\d+ % if it is ethylene/],
    ['below its scale', reading({ shows: 4 }), 'ethylene', /below its scale/],
    ['past its end', reading({ shows: -80 }), 'ethylene', /past the end/],
    ['a hot sample', reading({ sampleC: 85 }), 'ethylene', /let it cool/],
    ['an index of air', reading({ with: 'index', shows: 1, scale: null }), 'ethylene', /below water/],
    ['an index of oil', reading({ with: 'index', shows: 1.47, scale: null }), 'propylene', /past the end/],
    ['a strip of 130 %', reading({ with: 'strip', shows: 130, scale: null }), 'ethylene', /0 to 70/],
    ['nothing', reading({ shows: NaN }), 'ethylene', /Nothing was read/],
  ] as const)('%s: a sentence, no strength', (_name, read, of, because) => {
    const own = readStrength(read, of);
    expect(own.ok ? '' : own.because).toMatch(because);
  });
  test('account and reading: where they agree both count, where they do not the reading does, and what would explain it is said', () => {
    const account = accountOf({ ...opening, strength: { value: 0, u: 0 } }, [out(5), into(4, 'concentrate'), into(1, 'water')]); // prettier-ignore
    const both = settleWith(account, { value: 51, u: 2 }, undefined);
    expect(both.agree).toBe(true);
    expect(both.strength.u).toBeLessThan(2);
    const off = settleWith(account, { value: 62, u: 2 }, { litres: 5, strength: 80, stayedStrength: 0 });
    expect(off).toMatchObject({ agree: false, strength: { value: 62 } });
    // r·0 + 5·80 = 62 (r + 5): 1.45 L.
    expect(off.wouldHaveStayedL).toBeCloseTo(1.45, 2);
  });
});

describe('less in than expected', () => {
  const filled = (litres: number) => accountOf(opening, [out(5), into(litres, 'ready-mixed')]);
  test('chances add to one; full is nothing, a litre short is air, three litres short is a figure', () => {
    for (const litres of [5, 4.5, 4, 3, 2]) {
      const { chances } = shortfall(filled(litres));
      expect(chances.reduce((sum, { chance }) => sum + chance, 0)).toBeCloseTo(1, 9);
    }
    expect(shortfall(filled(5)).chances[0]!.reason).toBe('nothing');
    expect(shortfall(filled(4)).chances[0]!.reason).toBe('air');
    expect(shortfall(filled(4)).tell.length).toBeGreaterThan(2);
    const far = shortfall(filled(1), practiceOf({ airUsual: 0.4 }));
    expect(far.chances[0]!.reason).toBe('figure');
    // More in than expected is never air.
    expect(shortfall(filled(5.6)).chances[0]!.reason).not.toBe('air');
  });
});

describe('technology, schools, vacuum', () => {
  test('compatible is symmetric, unknown never passes, unlike ones do not meet', () => {
    for (const a of TECHNOLOGIES)
      for (const b of TECHNOLOGIES) {
        expect(compatible(a, b).word).toBe(compatible(b, a).word);
        expect(compatible(a, b).word === 'the same').toBe(a === b);
      }
    expect(compatible('iat', 'oat').word).toBe('not together');
    for (const unknown of [undefined, '', 'green']) expect(compatible('oat', unknown).word).toBe('not known');
  });
  test('the record chooses the school: open housing, bleeder, tank, recovery bottle, and the funnel where nobody knows', () => {
    const of = (more: object) => schoolFor({ bottle: undefined, bleedScrew: false, thermostatOut: false, ...more }).school;
    expect([of({ thermostatOut: true }), of({ bleedScrew: true }), of({ bottle: 'pressurised' }), of({ bottle: 'recovery' }), of({})]).toEqual(['engine first', 'bleed screw', 'tank', 'radiator first', 'sealed funnel']);
    expect(flushDone(2.9)).toBe(false);
    expect(flushDone(3)).toBe(true);
  }); // prettier-ignore
  test('a vacuum is judged against the local pressure: what leaks at sea level is all there is at 2,500 m', () => {
    const read = (more: object) => judgeVacuum({ startKPa: 88, endKPa: 87.5, minutes: 6, altitudeM: 0, coolantC: 20, ...more }).word;
    expect(read({})).toBe('good');
    expect(read({ startKPa: 66, endKPa: 66 })).toBe('too little');
    expect(read({ startKPa: 66, endKPa: 66, altitudeM: 2500 })).toBe('good');
    expect(read({ endKPa: 70 })).toBe('leaks');
    expect(read({ coolantC: 80 })).toBe('not now');
    expect(read({ startKPa: 110 })).toBe('cannot be told');
    expect(read({ minutes: 1 })).toBe('cannot be told');
    expect(read({ startKPa: NaN })).not.toBe('good');
  }); // prettier-ignore
  test('protection: 50 % by volume freezes below −35 and boils higher under its cap and lower up a mountain; past the tables no number', () => {
    const sea = protection('ethylene', 50, 108, 0);
    expect(sea.freezesC).toBeLessThan(-35);
    expect(sea.boilsC).toBeGreaterThan(125);
    expect(protection('ethylene', 50, 108, 2500).boilsC).toBeLessThan(sea.boilsC - 2);
    expect(protection('ethylene', 50, 0, 0).boilsC).toBeLessThan(110);
    expect(protection('ethylene', 80, 108, 0).freezesC).toBeNull();
  });
});
