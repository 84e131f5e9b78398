import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { foundText } from '@radiatrix/words/fitment';
import { simulate } from '@radiatrix/core/drive';
import { steady } from '@radiatrix/core/cooling';
import { readAsked, writeAsked, type Asked } from '../src/stages/compare/address.ts';
import { attempt, drivesOf, screwsInBox } from '@radiatrix/core/fitment';
import { SIZES, asked, planning, figures, look, part, parts } from './side-by-side.ts';

describe('the address of a comparison', () => {
  test('holds everything that was asked and gives it back', () => {
    fc.assert(
      fc.property(
        fc.record(
          {
            spacer: fc.integer({ min: 0, max: 60 }),
            ambient: fc.double({ min: -40, max: 60, noNaN: true }),
            tab: fc.constantFrom('depth', 'drive'),
          },
          { requiredKeys: [] },
        ),
        fc.dictionary(
          fc.stringMatching(/^(box )?[A-Z]{1,3} ?\d{0,3}$/),
          fc.record({ stackMm: fc.integer({ min: 0, max: 90 }) }),
        ),
        (plain, room) => {
          const whole = { ...plain, room, curve: [[1200, 90.5]], claims: { flow: 5900 } } as Asked;
          const back = readAsked(new URLSearchParams(writeAsked(whole).toString()));
          expect(writeAsked(back).toString()).toBe(writeAsked(whole).toString());
          expect(back).toEqual(JSON.parse(JSON.stringify(whole)));
        },
      ),
      { seed: 4, numRuns: 60 },
    );
  });
  test('leaves out what it cannot read', () => {
    expect(
      readAsked(
        new URLSearchParams('tab=elsewhere&spacer=thick&or=-3&opens=Infinity&screw=&claim=x~y&place=engine'),
      ),
    ).toEqual({ room: {}, curve: [], claims: {} });
  });
});

describe('what is worked out from planning and address', () => {
  test('it does not clear, a spacer does it, and the screws of the box then reach deeper', () => {
    const stock = look();
    expect(stock.depth.cleared.find((each) => each.key === 'motor')!.nominalMm).toBeCloseTo(14, 9);
    expect(stock.choice).toMatchObject({ kind: 'chosen' });
    const spacer = stock.choice!.kind === 'chosen' ? stock.choice!.spacerMm : NaN;
    const taken = look(`&spacer=${spacer}`);
    expect(taken.depth.cleared.every((each) => each.chance >= 0.95)).toBe(true);
    expect(taken.lowered).toBe(12 - spacer);
    expect(taken.findings.map((each) => foundText(each, 'metric')).join(' ')).toContain(
      `go ${12 - spacer} mm deeper`,
    );
    // 25 mm through spacer and a 3 mm foot into a hole with 15 mm of room.
    const reaching = look(`&spacer=${spacer}&foot=3&screw=${encodeURIComponent('box P 3~~15')}`);
    expect(reaching.reaches.find((each) => each.tray === 'box P 3')).toMatchObject({
      goesInMm: 25 - spacer - 3,
      verdict: 25 - spacer - 3 > 15 ? 'touches' : 'clear',
    });
  });
  test('screws change places only within one way in, and with those of the new parts’ boxes', () => {
    expect(screwsInBox(parts[2])).toEqual([{ thread: 'M6', lengthMm: 25, name: 'M6 × 25 screws' }]);
    expect(look().screws.map((each) => each.tray)).toEqual(['A', 'box P 3']);
    expect(look().hazards).toMatchObject([{ long: 'box P 3', short: 'A (fan feet)', deeperMm: 9 }]);
    expect(look('&way=2').screws[0]!.name).toBe('Undertray');
  });
  test('thermostat and fan disagree, and the proposal taken agrees', () => {
    const { broken, proposal } = look();
    expect(broken.map((each) => each.rule)).toContain('off-below-opening');
    const { thermostat, stages } = proposal!.settings;
    const [stage] = stages;
    expect(
      look(`&opens=${thermostat.opensC}&full=${thermostat.fullyOpenC}&on=${stage!.onC}&off=${stage!.offC}`)
        .broken,
    ).toEqual([]);
  });
  test('two set-ups are driven: the fan that goes off below opening never stops, the old one switches', () => {
    const compared = look('&of=3');
    const { fresh } = drivesOf(planning(parts), compared, asked());
    const driven = simulate(fresh!, 30);
    expect(driven.switched).toBe(1);
    expect(driven.pullDownS).toBeUndefined();
    expect(Number.isFinite(driven.hottestC)).toBe(true);
  });
});

describe('what cannot be', () => {
  /** Every number and sentence of a result, wherever it stands. */
  const texts = (value: unknown): string[] =>
    typeof value === 'string' || typeof value === 'number'
      ? [String(value)]
      : Array.isArray(value)
        ? value.flatMap(texts)
        : value && typeof value === 'object'
          ? Object.values(value).flatMap(texts)
          : [];
  test.each([
    ['all glycol', '&mix=100', parts],
    ['a thermostat above boiling', '&opens=135&full=139', parts],
    ['200 A', '&amps=200&testV=12&testA=200', parts],
    ['a negative spacer, a gap of nothing', '&spacer=-4&gap=-1', parts],
    ['no cap and 9,000 m', '&cap=0&altitude=9000', parts],
    [
      'a core wider than the radiator and a thickness of zero',
      '',
      [
        parts[0]!,
        part(
          2,
          'radiator',
          figures({ ...SIZES, coreWidth: 900, coreThickness: 0, thickness: -5 }, { flow: 'cross' }),
        ),
        parts[2]!,
      ],
    ],
    [
      'nothing on record at all',
      '',
      [part(1, 'radiator', figures({})), part(2, 'radiator', figures({})), part(3, 'fan', figures({}))],
    ],
  ])('%s is answered in sentences, never with NaN', (_, query, own) => {
    const compared = look(query, own);
    expect(compared.findings.length).toBeGreaterThan(0);
    expect(texts(compared.findings).join(' ')).not.toMatch(/NaN|Infinity|undefined/);
    const inputs = compared.inputsOf(compared.setUps.fresh, 'climb');
    if (inputs) {
      const answer = attempt(() => steady(inputs));
      if (answer.ok) expect(texts(answer.value).join(' ')).not.toMatch(/NaN/);
      else expect(answer.problem).toMatch(/^[A-Z].*\.$/s);
    }
    const { fresh } = drivesOf(planning(own), compared, asked(query));
    if (fresh) {
      const driven = attempt(() => simulate(fresh, 30));
      if (!driven.ok) expect(driven.problem.length).toBeGreaterThan(10);
    }
  });
});
