import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import type { UnitSystem } from '@radiatrix/core/quantity';
import {
  AGREEMENT_RULES,
  TOPIC_NAMES,
  agreementFindings,
  boltFindings,
  checkAirflow,
  checkArea,
  checkSameFit,
  checkTotal,
  checkVolume,
  claimFindings,
  depthFindings,
  disagreements,
  ledgerFindings,
  nearestAgreement,
  reach,
  supportWork,
  topicOf,
  workFindings,
  swapHazards,
  worstOf,
  type AgreementRule,
  type Found,
  type Settings,
} from '@radiatrix/core/fitment';
import { incoherenceText } from '../src/coherence.ts';
import {
  brokenText,
  circuitFaultText,
  claimText,
  foundText,
  hazardText,
  planFaultText,
  proposalText,
} from '../src/fitment.ts';
import { kelvins } from '../src/temperature.ts';
import { fitmentWords } from '../src/en/fitment.ts';
import { checkCircuit, wireOf, wiringPlan, type Circuit } from '@radiatrix/core/electrical';
import { RULES, clear, judgeFit, type CheckId, type Clearance, type LedgerRow } from '@radiatrix/core/fit';
import { USUAL_PRACTICE as PRACTICE, WORK_CODES, practiceOf, workOf } from '@radiatrix/core/practice';
import { incoherences } from '@radiatrix/core/figures';
import { type FigureSet, type Trace } from '@radiatrix/core/figures';

const trace: Trace = { figureId: 1, method: 'caliper', grade: 2, source: 'bench', text: '', by: '', at: '' };
const figures = <K extends 'bay' | 'radiator'>(
  quantities: Record<string, number>,
  words: Record<string, string> = {},
): FigureSet<K> =>
  ({
    quantities: Object.fromEntries(
      Object.entries(quantities).map(([key, value]) => [key, { value, u: 0.6, trace }]),
    ),
    words: Object.fromEntries(Object.entries(words).map(([key, word]) => [key, { word, trace }])),
  }) as FigureSet<K>;

/** Findings with the sentence that a reader of these units sees. */
const said = (found: readonly Found[], units: UnitSystem = 'metric') =>
  found.map((each) => ({ word: each.word, sentence: foundText(each, units) }));

describe('a clearance as a sentence', () => {
  const of = (leftMm: number, u: number): Found => {
    const clearance: Clearance = {
      key: 'motor',
      label: 'Fan motor to engine',
      wantedMm: 20,
      rockMm: 0,
      parts: [{ label: 'room', figure: { value: leftMm, u }, sign: 1 }],
    };
    const cleared = clear(clearance);
    const outcome =
      cleared.chance >= PRACTICE.passAt ? 'pass' : cleared.chance <= PRACTICE.failAt ? 'fail' : 'open';
    const row = { check: 'fanDepth', decisive: true, outcome, missing: [], traces: [] } as LedgerRow;
    const found = depthFindings({ layers: [], clearances: [clearance], missing: [] }, [cleared], [row], {
      choice: undefined,
      taken: undefined,
      supplied: undefined,
    });
    return found[0]!;
  };
  test('clears, does not, or is open with how often it is kept', () => {
    expect(said([of(26, 1)])[0]).toMatchObject({
      word: 'clear',
      sentence: expect.stringContaining('6 mm to spare') as string,
    });
    expect(said([of(13, 1)])[0]).toMatchObject({
      word: 'stop',
      sentence: expect.stringContaining('7 mm short') as string,
    });
    expect(said([of(20, 2)])[0]).toMatchObject({
      word: 'open',
      sentence: expect.stringContaining(
        'enough in 50 of 100 such vehicles. Measure the bay more closely',
      ) as string,
    });
  });
  test('the word follows the chance: 95 of 100 clears, 5 stops', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 60, noNaN: true }),
        fc.double({ min: 0.2, max: 6, noNaN: true }),
        (left, u) => {
          // One-sided: 1.645 standard deviations of a normal error.
          const z = (left - 20) / (u / 2);
          fc.pre(Math.abs(Math.abs(z) - 1.645) > 0.02);
          expect(of(left, u).word).toBe(z > 1.645 ? 'clear' : z < -1.645 ? 'stop' : 'open');
        },
      ),
      { seed: 9 },
    );
  });
});

describe('the ledger of the new radiator, on the drawing', () => {
  const vehicle = {
    figures: figures<'bay'>(
      {
        openingWidth: 706,
        openingHeight: 470,
        bayDepth: 176,
        pinSpacing: 548,
        pinDiameter: 14,
        inletDiameter: 38,
      },
      { inletSide: 'left', outletSide: 'right', oilCooling: 'radiator' },
    ),
    selfShifting: true,
    airConditioning: true,
    steering: 'right' as const,
  };
  const stock = {
    overallWidth: 694,
    overallHeight: 461,
    thickness: 50,
    pinSpacing: 548,
    pinDiameter: 14,
    inletDiameter: 38,
  };
  const ledgerOf = (change: Record<string, number>, words: Record<string, string> = {}) =>
    judgeFit(vehicle, {
      kind: 'radiator',
      figures: figures<'radiator'>(
        { ...stock, ...change },
        { inletSide: 'left', outletSide: 'right', oilCooler: 'transmission', ...words },
      ),
    }).ledger;

  test('every check has one place', () => {
    for (const check of Object.keys(RULES) as CheckId[]) expect(TOPIC_NAMES).toContain(topicOf(check));
  });
  test('overall 29.75 in where 23.5 in stood, the core twice as thick: opening, brackets and depth all to be seen to (common practice)', () => {
    const ledger = ledgerOf({
      overallWidth: 29.75 * 25.4,
      thickness: 100,
      coreThickness: 64,
      topMountSpacing: 700,
    });
    const face = said(ledgerFindings('face', ledger), 'us');
    expect(
      face
        .filter((each) => each.word === 'stop')
        .map((each) => each.sentence)
        .join(' '),
    ).toMatch(/29\.75/);
    expect(supportWork(23.5 * 25.4 + 12, 29.75 * 25.4)).toMatchObject({ kind: 'too-wide' });
    expect(ledger.find((row) => row.check === 'depthWithFan')!.outcome).not.toBe('pass');
  });
  test('all met gives one line with the tightest; what is unknown stays open; a missing cooler stops it', () => {
    const good = ledgerFindings('face', ledgerOf({})).filter((each) => each.word === 'clear');
    const open = ledgerFindings('face', ledgerOf({})).filter((each) => each.word === 'open');
    expect(good.length + open.length).toBeGreaterThan(0);
    expect(ledgerFindings('face', ledgerOf({ pinSpacing: NaN })).length).toBeGreaterThan(0);
    expect(
      said([worstOf(ledgerFindings('ports', ledgerOf({}, { oilCooler: 'none' })), 'ports')!])[0],
    ).toMatchObject({
      word: 'stop',
      sentence: expect.stringContaining('this vehicle needs one') as string,
    });
    expect(worstOf(ledgerFindings('ports', ledgerOf({ inletDiameter: 41 })), 'ports')!.word).toMatch(
      /work|open/,
    );
    expect(ledgerFindings('ports', [])).toEqual([]);
  });
  test('figures that cannot both be true are named, those within what they may be off by are not', () => {
    const all = figures<'radiator'>({
      overallWidth: 600,
      coreWidth: 640,
      overallHeight: 400,
      coreHeight: 400.4,
      thickness: 30,
      coreThickness: 40,
      pinSpacing: 700,
      inletHeight: 500,
      outletHeight: 20,
    });
    const says = incoherences('radiator', all).map((pair) => incoherenceText(pair, 'metric'));
    expect(says.join(' ')).toMatch(/Core width.*Core thickness.*Bottom pins.*Inlet/is);
    expect(says.every((each) => each.endsWith('One of the two is wrong.'))).toBe(true);
    // 400.4 against 400, each good to 0.4 mm, may both be true.
    expect(says.join(' ')).not.toMatch(/Core height/);
  });
});

describe('thermostat and fan as sentences', () => {
  const at = (change: Partial<Settings>): Settings => ({
    thermostat: { opensC: 82, fullyOpenC: 94 },
    stages: [{ onC: 96, offC: 88 }],
    place: 'engine-outlet',
    warningC: 112,
    boilsC: 128,
    dropK: 8,
    ...change,
  });
  const cases: [AgreementRule, Partial<Settings>, RegExp][] = [
    [
      'off-below-opening',
      { stages: [{ onC: 96, offC: 80 }] },
      /off at 80 °C.*opens? at 82 °C.*may never stop/,
    ],
    ['on-below-fully-open', { stages: [{ onC: 91, offC: 86 }] }, /before the thermostat is fully open/],
    [
      'on-near-boiling',
      { stages: [{ onC: 118, offC: 108 }], warningC: undefined },
      /too near boiling \(128 °C\)/,
    ],
    ['on-near-warning', { stages: [{ onC: 110, offC: 104 }] }, /too near the warning lamp \(112 °C\)/],
    ['off-above-on', { stages: [{ onC: 96, offC: 97 }] }, /not below fan-on/],
    [
      'stages-out-of-order',
      {
        stages: [
          { onC: 99, offC: 92 },
          { onC: 97, offC: 91 },
        ],
      },
      /Stage 2 comes on at 97 °C, before the stage below it/,
    ],
    [
      'opens-above-boiling',
      { thermostat: { opensC: 130, fullyOpenC: 138 } },
      /opens at 130 °C, above boiling/,
    ],
  ];
  const NO_ROOM = { temperatures: undefined, room: [] };
  test.each(cases)('%s', (rule, change, says) => {
    const settings = at(change);
    const broken = disagreements(settings);
    const own = broken.find((each) => each.rule === rule)!;
    expect(own).toBeDefined();
    expect(brokenText(own, settings, 'metric')).toMatch(says);
    expect(brokenText(own, settings, 'metric')).toContain(fitmentWords(`law:${rule}`));
    expect(agreementFindings({ ...NO_ROOM, settings, broken, proposal: undefined })[0]!.word).toBe(
      broken.every((each) => each.mild) ? 'work' : 'stop',
    );
  });
  test('every rule has its case, and what agrees is clear', () => {
    expect(cases.map(([rule]) => rule).sort()).toEqual([...AGREEMENT_RULES].sort());
    expect(disagreements(at({}))).toEqual([]);
    expect(
      agreementFindings({ ...NO_ROOM, settings: at({}), broken: [], proposal: undefined }),
    ).toMatchObject([{ word: 'clear' }]);
  });
  test('a rule is kept exactly at its margin and broken just past it', () => {
    const offAt = (offC: number) =>
      disagreements(at({ stages: [{ onC: 96, offC }] })).map((each) => each.rule);
    expect(offAt(82 + PRACTICE.aboveOpening)).toEqual([]);
    expect(offAt(82 + PRACTICE.aboveOpening - 0.01)).toEqual(['off-below-opening']);
    const onAt = (onC: number) => disagreements(at({ stages: [{ onC, offC: 90 }] })).map((each) => each.rule);
    expect(onAt(112 - PRACTICE.toWarning)).toEqual([]);
    expect(onAt(112 - PRACTICE.toWarning + 0.01)).toEqual(['on-near-warning']);
  });
  test('a proposal is an order in the reader’s degrees, each stage named, another thermostat too', () => {
    const two = at({
      stages: [
        { onC: 88, offC: 80 },
        { onC: 92, offC: 84 },
      ],
    });
    const proposal = nearestAgreement(two, {
      thermostats: [],
      fan: { kind: 'adjustable', fromC: 65, toC: 115 },
    })!;
    expect(proposalText(proposal, 'metric')).toMatch(
      /fan stage 1 on 94 °C, off 83 °C; stage 2 on 97 °C, off 84 °C/,
    );
    expect(proposalText({ ...proposal, changesThermostat: true }, 'us')).toMatch(/with a 180 °F thermostat/);
    expect(kelvins(10, 'metric')).toBe('10 K');
    expect(kelvins(10, 'us')).toBe('18 °F');
  });
});

describe('wires and screws as sentences', () => {
  const circuit = (change: Partial<Circuit>): Circuit => ({
    currentA: 24,
    systemV: 14,
    feedM: 1.5,
    groundM: 0.5,
    wire: wireOf('4')!,
    fuseA: 30,
    relayA: 40,
    ...change,
  });
  test.each([
    ['fuse-over-wire', { fuseA: 40 }, /40 A fuse does not protect the wire, which carries 34 A/],
    ['fuse-too-small', { fuseA: 25 }, /25 A fuse is too small: 32 A is needed/],
    [
      'wire-too-thin',
      { wire: wireOf('1.5')!, fuseA: 15 },
      /The wire is too thin: it carries 17 A, the fan takes 24 A/,
    ],
    ['drop', { feedM: 9 }, /voltage drop there and back is \d\.\d\d V; at most 0\.56 V is allowed/],
    ['relay-too-small', { relayA: 20 }, /20 A relay is too small: 30 A is needed/],
  ] as const)('%s', (kind, change, says) => {
    const fault = checkCircuit(circuit(change)).faults.find((each) => each.kind === kind)!;
    expect(circuitFaultText(fault)).toMatch(says);
  });
  test('what is proposed has none of the faults, for any current up to what fuses go', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 2, max: 60, noNaN: true }),
        fc.double({ min: 0.3, max: 5, noNaN: true }),
        (currentA, feedM) => {
          const { proposal } = checkCircuit(circuit({ currentA, feedM }));
          for (const wire of [proposal.metric, proposal.awg])
            if (wire)
              expect(
                checkCircuit(
                  circuit({ currentA, feedM, wire, fuseA: proposal.fuseA, relayA: proposal.relayA }),
                ).faults,
              ).toEqual([]);
        },
      ),
      { seed: 12 },
    );
  });
  test('missing, doubled and crowded cavities', () => {
    const pin = (position: string, does: string) => ({
      position,
      function: does,
      colour: 'red',
      gauge: '2.5',
    });
    const plan = wiringPlan(
      { code: 'A', pins: [pin('1', 'feed'), pin('1', 'ground'), pin('2', 'feed')] },
      { code: 'B', pins: [pin('1', 'feed'), pin('2', 'ground'), pin('3', 'speed command')] },
    );
    const says = plan.faults.map(planFaultText).join(' ');
    expect(says).toContain('The loom has no wire for speed command.');
    expect(says).toContain('The loom has feed twice (cavities 1, 2).');
    expect(says).toContain('Cavity 1 of the loom holds two wires.');
    expect(plan.verdict).toBe('cannot');
  });
  test('a screw that touches stops it; one that would if swapped is work', () => {
    const short = { tray: 'A', name: 'feet', thread: 'M6', lengthMm: 16, stackMm: 6, freeMm: 12 };
    const long = { tray: 'B', name: 'box', thread: 'M6 × 25', lengthMm: 25, stackMm: 15, freeMm: 12 };
    const found = said(
      boltFindings(
        [short, long].map((screw) => reach(screw)),
        swapHazards([short, long]),
      ),
    );
    expect(found).toMatchObject([
      {
        word: 'work',
        sentence: expect.stringMatching(
          /B in the place of A goes 9 mm deeper, 7 mm more than there is room/,
        ) as string,
      },
    ]);
    expect(said(boltFindings([reach({ ...short, lengthMm: 25 })], []))[0]).toMatchObject({
      word: 'stop',
      sentence: 'Screw A goes 7 mm into what lies behind it.',
    });
    expect(
      hazardText({ long: 'B', short: 'C', thread: 'M6', deeperMm: 4, sparesMm: undefined }, 'metric'),
    ).toContain('is not on record');
    expect(hazardText({ long: 'B', short: 'C', thread: 'M6', deeperMm: 4, sparesMm: 3 }, 'us')).toContain(
      '0.12 in is left behind it',
    );
  });
});

describe('work as orders', () => {
  test('nothing to do is said so; every kind of work is an order in the reader’s units, without a gap in it', () => {
    expect(said(workFindings([], { byMm: 0, boxScrews: [] }))).toEqual([
      { word: 'clear', sentence: 'Nothing to trim, slot or fill.' },
    ]);
    for (const code of WORK_CODES)
      for (const amounts of [{}, { by: 6, to: 8 }])
        for (const units of ['metric', 'us'] as const) {
          const [found] = said(
            workFindings([workOf(code, 'upper', amounts)], { byMm: 0, boxScrews: [] }),
            units,
          );
          expect(found!.sentence).not.toMatch(/[{}[\]]|undefined|NaN| {2}/);
        }
  });
  test('an amount is said in the reader’s units; lower spacers ask for shorter screws', () => {
    const spacer = workOf('fit-spacer', 'fan', { by: 12, to: 8 });
    const box = { byMm: 4, boxScrews: [{ name: 'M6 × 25 screws', lengthMm: 25 }] };
    expect(said(workFindings([spacer], box)).map((each) => each.sentence)).toEqual([
      'Put the fan on 8 mm spacers in place of the 12 mm ones (bolt-on, 15 min).',
      'On the lower spacers the M6 × 25 screws in the box go 4 mm deeper. Use screws of 21 mm or shorter.',
    ]);
    expect(said(workFindings([spacer], box), 'us')[0]!.sentence).toContain(
      '0.31 in spacers in place of the 0.47 in',
    );
  });
});

test('claims as sentences: what holds is clear, another depth is work, what is not credible or cannot be stays open: nothing is built on it', () => {
  const fan = { count: 2, diameterMm: 330, voltageV: 13.5 };
  const claims = [
    checkTotal([1585, 1585], 3170),
    checkTotal([1585, 1585], 3114),
    checkAirflow({ ...fan, airflowM3H: 4000, currentA: 25 }),
    checkAirflow({ ...fan, airflowM3H: 7000, currentA: 25 }),
    checkAirflow({ ...fan, airflowM3H: 20_388, currentA: 25 }),
    checkArea(254_284, 604, 421),
    checkArea(300_000, 604, 421),
    checkVolume(604 * 421 * 42, 604 * 421, 42),
    checkVolume(14e6, 604 * 421, 42),
    checkSameFit({ value: 50, u: 0.6 }, { value: 50.4, u: 0.6 }),
    checkSameFit({ value: 16, u: 0.6 }, { value: 60, u: 0.6 }),
  ];
  expect(claimFindings(claims).map((each) => each.word)).toEqual([
    'clear',
    'open',
    'clear',
    'open',
    'open',
    'clear',
    'open',
    'clear',
    'open',
    'clear',
    'work',
  ]);
  // The shares that are said are those the claim was held against: a shop may have its own.
  const strict = practiceOf({ airShareUsual: 0.2, airShareMost: 0.3 });
  expect(claimText(checkAirflow({ ...fan, airflowM3H: 7000, currentA: 25 }, strict), 'metric')).toContain('20 % of the power drawn into air power, at most 30 %'); // prettier-ignore
  expect(claimText(claims[6]!, 'metric')).toMatch(/the core would have to be 496\.7 mm high/);
  expect(claimText(claims[8]!, 'metric')).toMatch(/would have to be 55\.1 mm thick/);
  expect(claimText(claims[7]!, 'metric')).toContain('not the coolant it holds');
  expect(claimText(claims[4]!, 'us')).toMatch(/12000 CFM needs at least \d+\.\d kW.*impossible/);
});

test('topics come in the order the work is gone through, and a topic is known by its worst', () => {
  expect(TOPIC_NAMES[0]).toBe('face');
  const found: Found[] = (['clear', 'work', 'open', 'stop'] as const).map((word) => ({
    about: 'depth',
    word,
    says: { by: 'text', text: word },
  }));
  expect(worstOf(found, 'depth')!.word).toBe('stop');
  expect(worstOf(found.slice(0, 2), 'depth')!.word).toBe('work');
  expect(worstOf(found, 'wiring')).toBeUndefined();
});
