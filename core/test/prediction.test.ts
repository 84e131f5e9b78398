import { expect, test } from 'vitest';
import { NO_CHOICES, predictPullDown, sideOf, type PlanPart, type PlanRecord, type Prediction } from '../src/fitment/index.ts'; // prettier-ignore
import { BAY, SOUND } from './sound.ts';

const part = (id: number, kind: 'radiator' | 'shroud' | 'fan'): PlanPart => ({ id, number: `P ${id}`, kind, figures: SOUND[kind] as never, inTheBox: [] }); // prettier-ignore
const record: PlanRecord = {
  vehicle: {
    configuration: { body: 'saloon', package: 'standard', airConditioning: true, steering: 'right' },
  },
  bay: BAY as never,
  selfShifting: false,
  parts: [part(1, 'radiator'), part(2, 'shroud'), part(3, 'fan')],
  connectors: [],
  adapters: [],
  thermostats: [],
  fasteners: [],
};
const whole = sideOf(record, { radiator: 1, shroud: 2, fan: 3 });
const between = (value: number, half = 0.5) => ({ value, lo: value - half, hi: value + half });
const said = (settles: number, more: Partial<typeof NO_CHOICES> = {}, ambientC = 20) =>
  predictPullDown(record, whole, { ...NO_CHOICES, ...more }, between(settles), ambientC);
const sure = (answer: Prediction) => {
  if (!answer.ok) throw new Error(answer.because.code);
  return answer;
};

test('prediction and trial: within what both may be off by they agree, outside, the figures of a class that would make them are found', () => {
  const { settlesC, u } = sure(said(90));
  expect(settlesC).toBeGreaterThan(20);
  expect(u).toBeGreaterThan(1);
  expect(sure(said(settlesC))).toMatchObject({ agree: true, corrections: [] });
  expect(sure(said(settlesC + 0.5 * u)).agree).toBe(true);
  const off = sure(said(settlesC + 2 * u));
  expect(off.agree).toBe(false);
  expect(off.said).toMatch(/cooler than was measured/);
  expect(off.corrections.map(({ choice }) => choice).sort()).toEqual([
    'fanShare',
    'idleHeat',
    'pumpIdle',
    'roundAir',
  ]);
  // Likeliest first; several times what it is usually off by, since all doubts together did not reach so far.
  expect(off.corrections.map(({ times }) => times)).toEqual(
    off.corrections.map(({ times }) => times).toSorted((a, b) => a - b),
  );
  expect(off.corrections[0]!.times).toBeGreaterThan(2);
  for (const { choice, value } of off.corrections) {
    // Taken for this vehicle, the sums say what was measured; and it holds in other air.
    const corrected = sure(said(settlesC + 2 * u, { [choice]: value }));
    expect(corrected, choice).toMatchObject({ agree: true, corrections: [] });
    expect(corrected.settlesC, choice).toBeCloseTo(settlesC + 2 * u, 1);
    const warmer = sure(said(settlesC + 2 * u + 6, { [choice]: value }, 26));
    expect(warmer.agree, choice).toBe(true);
  }
  // What somebody wrote in is not a class's any more: the others are offered.
  const written = sure(said(settlesC + 3 * u, { fanShare: 35 }));
  expect(written.corrections.map(({ choice }) => choice)).not.toContain('fanShare');
});

test('warmer air settles higher by about as much; what is not on record is named; what no heat explains offers none', () => {
  const [cool, warm] = [sure(said(90, {}, 10)), sure(said(90, {}, 30))];
  expect(warm.settlesC - cool.settlesC).toBeGreaterThan(17);
  expect(warm.settlesC - cool.settlesC).toBeLessThan(24);
  const bare = predictPullDown(record, sideOf(record, { radiator: undefined, shroud: 2, fan: 3 }), NO_CHOICES, between(90), 20); // prettier-ignore
  expect(bare).toMatchObject({ ok: false, because: { code: 'lacks', needs: ['radiator'] } });
  // Colder than the air that goes in.
  expect(sure(said(5)).corrections).toEqual([]);
});
