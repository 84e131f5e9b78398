import fc from 'fast-check';
import { expect, test } from 'vitest';
import { fillPlan, refill } from '../src/coolant/index.ts';
import {
  assembleSheet,
  proofread,
  type Fastener,
  type ProcedureDocument,
  type Step,
} from '../src/procedure/index.ts';

test('refill after a water flush: 8.0 L, 3.0 L of water left, 50 % wanted, takes 4.0 L concentrate and 1.0 L water (common practice)', () => {
  expect(refill(8, 3, 0, 50)).toMatchObject({
    ok: true,
    refillL: 5,
    concentrateL: 4,
    waterL: 1,
    strength: 80,
    readyMixed: false,
  });
  expect(refill(8, 3, 50, 50)).toMatchObject({ ok: true, concentrateL: 2.5, waterL: 2.5, readyMixed: true });
  expect(refill(8, 4, 0, 50)).toMatchObject({ ok: true, strength: 100 });
  expect(refill(8, 4.1, 0, 50)).toMatchObject({ ok: false });
  for (const bad of [
    [Number.NaN, 1, 0, 50],
    [8, 8, 0, 50],
    [8, 1, -1, 50],
    [8, 1, 0, 100],
  ] as [number, number, number, number][])
    expect(() => refill(...bad)).toThrow(RangeError);
});

test('whatever goes in, the pure coolant balances', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 1, max: 40, noNaN: true }),
      fc.double({ min: 0, max: 0.95, noNaN: true }),
      fc.integer({ min: 0, max: 60 }),
      fc.integer({ min: 20, max: 60 }),
      (capacity, left, held, target) => {
        const got = refill(capacity, capacity * left, held, target);
        if (!got.ok) return true;
        return (
          Math.abs(got.concentrateL + (held / 100) * capacity * left - (target / 100) * capacity) <
            1e-9 * capacity && got.waterL >= -1e-9
        );
      },
    ),
    { seed: 4 },
  );
});

test('a radiator that holds more is counted in; without a known drain yield no amount is made up', () => {
  expect(fillPlan(7.2, 4.2, 50, 0.8)).toMatchObject({
    capacityL: 8,
    afterDrain: { refillL: expect.closeTo(5, 9), strength: expect.closeTo(50, 9) },
  });
  expect(fillPlan(7.2, undefined, 50).afterDrain).toBeUndefined();
});

const fastener = (tray: string, change: Partial<Fastener>): Fastener => ({
  tray,
  name: `bolt ${tray}`,
  thread: 'M6 × 16',
  lengthMm: 16,
  tool: '10 mm socket',
  expected: 2,
  torqueNm: null,
  torqueSource: '',
  policy: 'reuse',
  ...change,
});
const step = (phase: Step['phase'], text: string, change: Partial<Step> = {}): Step => ({
  phase,
  text,
  detail: '',
  tools: [],
  consumables: [],
  minutes: 5,
  waiting: false,
  cautions: [],
  uses: [],
  connector: '',
  ...change,
});
const procedure: ProcedureDocument = {
  title: 'Radiator out and in',
  partKind: 'radiator',
  way: 'from above',
  fasteners: [fastener('A', {}), fastener('B', { thread: 'M6 × 25', lengthMm: 25, tool: '8 mm socket' })],
  steps: [
    step('remove', 'Undo A', { uses: [{ tray: 'A', count: 2 }], tools: ['pick'] }),
    step('remove', 'Undo B', { uses: [{ tray: 'B', count: 2 }], cautions: ['restraint'] }),
    step('prepare', 'Let it cool', { waiting: true, minutes: 60 }),
    step('install', 'Do up both', {
      uses: [
        { tray: 'A', count: 2 },
        { tray: 'B', count: 2 },
      ],
    }),
  ],
};

test('everything that comes out must go back, and lengths of one thread are flagged', () => {
  expect(proofread(procedure)).toEqual([
    { severity: 'look', at: 'fasteners.B', message: 'B and A share M6; B is 9 mm longer. Keep them apart.' },
  ]);
  const broken = JSON.parse(JSON.stringify(procedure)) as ProcedureDocument;
  broken.steps[3]!.uses = [
    { tray: 'A', count: 2 },
    { tray: 'Q', count: 1 },
  ];
  broken.fasteners[0]!.torqueNm = 8;
  expect(
    proofread(broken)
      .filter((finding) => finding.severity === 'wrong')
      .map((finding) => finding.at),
  ).toEqual(['fasteners.A', 'fasteners.B', 'steps.3']);
});

test('a sheet lays out tools by size, numbers its steps in working order and keeps waiting apart from work', () => {
  const sheet = assembleSheet({
    procedure,
    vehicle: { airConditioning: true, selfShifting: false, highVoltage: false },
    changes: [{ effort: 'modify', what: 'Slot the bracket', takes: [], minutes: 40 }],
    coolant: { capacityL: 7.2, drainYieldL: 4.2, mix: 50, insideChangeL: 0 },
  });
  expect(sheet.tools).toEqual(['8 mm socket', '10 mm socket', 'pick']);
  expect(sheet.sections.map((section) => section.phase)).toEqual(['prepare', 'remove', 'install']);
  expect(sheet.sections.flatMap((section) => section.steps.map((each) => each.number))).toEqual([
    1, 2, 3, 4, 5,
  ]);
  expect([sheet.workMinutes, sheet.waitingMinutes]).toEqual([55, 60]);
  const codes = sheet.cautions.map((caution) => caution.code);
  expect(codes).toEqual(
    expect.arrayContaining(['hot-coolant', 'refrigerant', 'thread-swap', 'restraint', 'drilling']),
  );
  expect(codes).not.toContain('transmission-fluid');
  expect(sheet.hardware[1]!.warning).toContain('9 mm longer than A');
});
