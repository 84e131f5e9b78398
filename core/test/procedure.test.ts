import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { conditionSentence, readCondition, type ConditionContext } from '../src/application/index.ts';
import { fillPlan, refill } from '../src/coolant/index.ts';
import { workOf, type Work } from '../src/practice/index.ts';
import {
  assembleSheet,
  clipOf,
  clipsMixed,
  proofread,
  standIns,
  threadOf,
  withIdentity,
  type Fastener,
  type ProcedureDocument,
  type Step,
} from '../src/procedure/index.ts';
import type { Configuration } from '../src/vehicle/index.ts';
import { configuration, emptyVocabulary } from './random.ts';

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
  // Stronger than coolant is mixed, a drain that yields nothing: said, and no amount made up.
  for (const [plan, says] of [
    [fillPlan(7.2, 4.2, 65), 'outside 20 to 60 %'],
    [fillPlan(7.2, 4.2, 5), 'outside'],
    [fillPlan(7.2, 0, 50), 'do not go together'],
  ] as const) {
    expect(plan.afterDrain).toBeUndefined();
    expect(plan.notes.join()).toContain(says);
  }
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
  when: null,
  ...change,
});
const step = (phase: Step['phase'], text: string, change: Partial<Step> = {}): Step => ({
  id: '',
  after: '',
  when: null,
  cautionsWhen: {},
  connectorWhen: null,
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
  notes: [],
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

test('a sheet lays out tools by size, numbers its steps in written order and keeps waiting apart from work', () => {
  const sheet = assembleSheet({
    procedure,
    vehicle: { airConditioning: true, selfShifting: false, highVoltage: false },
    work: [workOf('slot-side-bracket', 'radiator', { by: 3 })],
    coolant: { capacityL: 7.2, drainYieldL: 4.2, mix: 50, insideChangeL: 0 },
  });
  expect(sheet.tools).toEqual(['8 mm socket', '10 mm socket', 'pick']);
  expect(sheet.sections.map((section) => section.phase)).toEqual(['remove', 'prepare', 'install']);
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

describe('the order of a sheet, and what of it concerns this vehicle and this part', () => {
  const sheetOf = (steps: Step[], work: Work[] = [], context?: ConditionContext) =>
    assembleSheet({
      procedure: { ...procedure, fasteners: [fastener('A', { when: { airConditioning: true } })], steps },
      vehicle: { airConditioning: true, selfShifting: true, highVoltage: false },
      ...(context ? { context } : {}),
      work,
      coolant: undefined,
    });
  const texts = (sheet: ReturnType<typeof assembleSheet>) =>
    sheet.sections.flatMap((section) => section.steps.map((each) => each.work?.code ?? each.text));
  const order = [
    step('remove', 'Fan out', { id: 'a' }),
    step('install', 'Fan in', { id: 'b' }),
    step('fill', 'Fill', { id: 'c' }),
    step('prove', 'Run it', { id: 'd' }),
    step('install', 'Undertray up once it is dry', { id: 'e' }),
    step('remove', 'Clip off, behind the fan', { id: 'f', after: 'a' }),
  ];

  test('plugs, cautions and notes that do not concern this vehicle are left out; without a vehicle all are shown', () => {
    const context = (airConditioning: boolean) =>
      ({
        vehicle: { airConditioning, year: 2010, steering: 'left' },
        vocabulary: { engines: [], transmissions: [] },
        part: {},
      }) as unknown as ConditionContext;
    const document = {
      ...procedure,
      notes: [
        { text: 'only with', when: { airConditioning: true } },
        { text: 'for all', when: null },
      ],
      steps: [
        step('remove', 'Grille off', {
          connector: 'AT-2',
          connectorWhen: { airConditioning: true },
          cautions: ['restraint', 'lift'],
          cautionsWhen: { restraint: { airConditioning: true } },
        }),
      ],
    };
    const said = (with_: ConditionContext | undefined) => {
      const { notes, connectors, cautions, sections } = assembleSheet({
        procedure: document,
        vehicle: { airConditioning: true, selfShifting: true, highVoltage: false },
        ...(with_ ? { context: with_ } : {}),
        work: [],
        coolant: undefined,
      });
      return [
        notes,
        connectors,
        cautions.map(({ code }) => code).filter((code) => code === 'restraint' || code === 'lift'),
        sections[0]!.steps[0]!.cautionTexts.length,
      ];
    };
    expect(said(context(false))).toEqual([['for all'], [], ['lift'], 1]);
    for (const all of [context(true), undefined])
      expect(said(all)).toEqual([['only with', 'for all'], ['AT-2'], ['restraint', 'lift'], 2]);
  });

  test('written order is kept, a step written after Prove stays there, and one that names its forerunner follows it', () => {
    expect(texts(sheetOf(order))).toEqual([
      'Fan out',
      'Clip off, behind the fan',
      'Fan in',
      'Fill',
      'Run it',
      'Undertray up once it is dry',
    ]);
    // Two that wait for each other are not lost.
    expect(
      texts(
        sheetOf([step('remove', 'x', { id: 'x', after: 'y' }), step('remove', 'y', { id: 'y', after: 'x' })]),
      ).sort(),
    ).toEqual(['x', 'y']);
  });
  test('work on the vehicle stands after what comes off for it, work on the new part before', () => {
    const said = texts(
      sheetOf(order, [workOf('fit-spacer', 'fan', { to: 8 }), workOf('own-cap', 'radiator')]),
    );
    expect(said.indexOf('fit-spacer')).toBe(said.indexOf('Fan in') - 1);
    expect(said[0]).toBe('own-cap');
  });
  test('a condition takes a step and a fastener off the sheet of a vehicle or part it does not concern', () => {
    const context = (change: Partial<Configuration>, words = {}): ConditionContext => ({
      vehicle: configuration(1, change),
      vocabulary: emptyVocabulary,
      part: words,
    });
    const steps = [
      step('remove', 'Condenser off', { when: { airConditioning: true, except: [{ years: [2012, 2012] }] } }),
      step('remove', 'Left-hand bracket', { when: { steering: 'left' } }),
      step('install', 'Large plug', { when: { part: { sensorPort: ['m14x1.5'] } } }),
      step('install', 'For engine two', { when: { engines: ['E2'] } }),
    ];
    expect(texts(sheetOf(steps, [], context({ airConditioning: true })))).toEqual([
      'Condenser off',
      'Left-hand bracket',
      'Large plug',
    ]);
    const bare = sheetOf(
      steps,
      [],
      context({ airConditioning: false, steering: 'right', engineId: 2 }, { sensorPort: 'none' }),
    );
    expect(texts(bare)).toEqual(['For engine two']);
    expect(bare.hardware).toEqual([]);
    expect(texts(sheetOf(steps, [], context({ year: 2012, airConditioning: true })))[0]).toBe(
      'Left-hand bracket',
    );
  });
  test('a condition reads back as it was written, and what it does not know it names', () => {
    const words = { engines: ['QD22', 'QP25'], transmissions: ['QA5'] };
    for (const text of [
      '2008–2012, QD22 or QP25, QA5; not 2010',
      'with air conditioning, left-hand drive',
      'built 2010-03 to 2011-02, heavy-duty',
      'part with sensorPort none or m14x1.5',
      'not 2010',
    ]) {
      const read = readCondition(text, words);
      expect(read.ok && read.condition && readCondition(conditionSentence(read.condition), words)).toEqual(
        read,
      );
    }
    expect(readCondition('  ', words)).toEqual({ ok: true, condition: null });
    expect(readCondition('2008, XY99', words)).toMatchObject({
      ok: false,
      message: expect.stringContaining('XY99') as string,
    });
    expect(readCondition('2012–2008', words)).toMatchObject({ ok: false });
  });
  test('steps keep their identity through an edit: reordered, reworded, one new', () => {
    let made = 0;
    const newId = () => `n${(made += 1)}`;
    const held = withIdentity([step('remove', 'one'), step('remove', 'two')], [], newId);
    expect(held.map((each) => each.id)).toEqual(['n1', 'n2']);
    const edited = withIdentity(
      [{ ...held[1]!, text: 'two, reworded' }, step('remove', 'new'), { ...held[0]!, id: '' }],
      held,
      newId,
    );
    expect(edited.map((each) => each.id)).toEqual(['n2', 'n3', 'n1']);
  });
});

test('threads of one size are one thread however they are written; a fine one is another', () => {
  expect(['M6 × 1.0 × 16', 'M6 x 45', 'm6', 'M6 bolt'].map(threadOf)).toEqual(['M6', 'M6', 'M6', 'M6']);
  expect(['M8 × 1.25 × 20', 'M8 x 1 x 20', 'M14 × 1.5', 'M14'].map(threadOf)).toEqual([
    'M8',
    'M8 × 1',
    'M14 × 1.5',
    'M14',
  ]);
});

test('clips are read by sort and hole; for another hole none stands in, and two sizes on one job are told apart', () => {
  expect(['push clip 8 mm', '8 mm push-clips', 'fir tree 6.5 mm', 'screw rivet, 10 mm'].map(clipOf)).toEqual([
    { kind: 'push clip', holeMm: 8 },
    { kind: 'push clip', holeMm: 8 },
    { kind: 'fir tree', holeMm: 6.5 },
    { kind: 'screw rivet', holeMm: 10 },
  ]);
  // A hose clip, a clip of no hole, one for a hole as wide as a hand: nothing is made of them.
  for (const each of ['hose clip 40 mm', 'push clip', 'push clip 80 mm', 'push clip 0 mm', 'M6 × 16', ''])
    expect(clipOf(each), each).toBeUndefined();
  for (const { text } of standIns({ kind: 'fir tree', holeMm: 6 })) expect(clipOf(text)?.holeMm).toBe(6);
  expect(standIns({ kind: 'fir tree', holeMm: 6 }).map(({ text }) => text)).toEqual(['fir tree 6 mm', 'push clip 6 mm', 'screw rivet 6 mm']); // prettier-ignore
  const places = [{ tray: 'A', thread: 'push clip 6 mm' }, { tray: 'B', thread: 'screw rivet 8 mm' }, { tray: 'C', thread: 'push clip 6 mm' }, { tray: 'D', thread: 'M6' }]; // prettier-ignore
  expect(clipsMixed(places).map(({ large, small, byMm }) => [large.tray, small.tray, byMm])).toEqual([['B', 'A', 2], ['B', 'C', 2]]); // prettier-ignore
});
