import { describe, expect, test } from 'vitest';
import {
  decidingSentence,
  judgeFit,
  readFigure,
  type FigureSet,
  type FitVehicle,
  type QuantityFigure,
  type WordFigure,
} from '../src/fit/index.ts';

const trace = {
  figureId: 1,
  method: 'caliper',
  grade: 2,
  source: 'bench',
  text: '',
  by: 'Ada',
  at: '2026-01-01',
} as const;
const value = (amount: number, u = 0.4): QuantityFigure => ({ value: amount, u, trace });
const word = (text: string): WordFigure => ({ word: text, trace });

const vehicle: FitVehicle = {
  figures: {
    quantities: {
      bayDepth: value(190),
      radiatorDepth: value(48),
      fanMountWidth: value(560),
      fanMountHeight: value(380),
      fanFuse: value(30, 0),
    },
    words: { topMount: word('pins'), fanConnector: word('FAN-2A') },
  },
  selfShifting: false,
  airConditioning: false,
  steering: 'left',
};

describe('a fan assembly', () => {
  const fan = (quantities: FigureSet<'fan'>['quantities'] = {}, plug: string | undefined = 'FAN-2A') =>
    judgeFit(vehicle, {
      kind: 'fan',
      figures: {
        quantities: {
          depth: value(100),
          fanMountWidth: value(560),
          fanMountHeight: value(380),
          current: value(13, 0.3),
          ...quantities,
        },
        words: plug === '' ? {} : { fanConnector: word(plug) },
      },
    });

  test('that clears the engine by 20 mm and plugs in goes straight in', () => {
    expect(fan().verdict).toBe('straight-in');
  });
  test.each([
    [
      'too deep for the 20 mm an electric motor wants (common practice)',
      fan({ depth: value(126) }),
      'no',
      'fanDepth',
    ],
    ['with another plug', fan({}, 'FAN-3A'), 'changes', 'fanConnector'],
    ['whose plug nobody has looked at', fan({}, ''), 'not-proven', 'fanConnector'],
    ['with feet a slot away', fan({ fanMountWidth: value(567) }), 'changes', 'fanMountWidth'],
    ['with feet beyond a slot', fan({ fanMountWidth: value(580) }), 'no', 'fanMountWidth'],
  ] as const)('%s', (_, got, verdict, check) => {
    expect(got).toMatchObject({ verdict, deciding: { check } });
    expect(decidingSentence(got, 'both')).not.toMatch(/NaN|undefined/);
  });
  test('that fills its fuse is advised of, not turned away (three quarters of the rating, common practice)', () => {
    const got = fan({ current: value(26, 0.3) });
    expect(got.verdict).toBe('straight-in');
    expect(got.ledger.find((row) => row.check === 'fanCurrent')).toMatchObject({
      outcome: 'fail',
      margin: { value: -3.5 },
    });
  });
});

describe('a shroud', () => {
  const shroud = (holds: 'yes' | 'no', topMount: string, depth = 80) =>
    judgeFit(
      {
        ...vehicle,
        figures: { ...vehicle.figures, words: { ...vehicle.figures.words, topMount: word(topMount) } },
      },
      {
        kind: 'shroud',
        figures: {
          quantities: { depth: value(depth), fanMountWidth: value(560), fanMountHeight: value(380) },
          words: { holdsRadiator: word(holds) },
        },
      },
    );

  test('that does not hold the radiator needs brackets where the old one did, and nowhere else', () => {
    expect(shroud('no', 'shroud')).toMatchObject({ verdict: 'changes', changes: [{ effort: 'fabricate' }] });
    expect(shroud('yes', 'shroud').verdict).toBe('straight-in');
    expect(shroud('no', 'pins').verdict).toBe('straight-in');
  });
  test('too deep for the bay does not go in', () => {
    expect(shroud('no', 'pins', 130)).toMatchObject({ verdict: 'no', deciding: { check: 'shroudDepth' } });
  });
});

describe('a figure as it is entered on a record', () => {
  test('is read in any unit, with the uncertainty of its method', () => {
    expect(readFigure('radiator', 'overallWidth', '28 3/4"', 'tape')).toMatchObject({
      ok: true,
      type: 'quantity',
      value: 730.25,
    });
    expect(readFigure('bay', 'capPressure', '16 psi', 'sheet')).toMatchObject({
      ok: true,
      value: expect.closeTo(110.3, 1),
    });
    expect(readFigure('bay', 'oilCooling', 'in the radiator tank', 'bench')).toMatchObject({
      ok: true,
      word: 'radiator',
    });
    expect(readFigure('radiator', 'overallWidth', '730 ± 3 mm', 'tape')).toMatchObject({ u: 3 });
  });
  test.each([
    ['radiator', 'overallWidth', '-5', 'more than nothing'],
    ['radiator', 'overallWidth', '0', 'more than nothing'],
    ['radiator', 'overallWidth', '9 m', 'is from 200 mm'],
    ['radiator', 'overallWidth', '730 ± 4000 mm', 'larger than the figure can be'],
    ['radiator', 'inletSide', 'up', 'is one of: left, right'],
    ['radiator', 'wings', '2', 'There is no figure'],
    ['radiator', 'toString', '2', 'There is no figure'],
    ['fan', 'fanConnector', "FAN'; drop table part", 'code of a connector'],
  ] as const)('%s %s “%s” is refused with what to write', (subject, key, text, message) => {
    expect(readFigure(subject, key, text, 'caliper')).toMatchObject({
      ok: false,
      message: expect.stringContaining(message),
    });
  });
});
