import { describe, expect, test } from 'vitest';
import {
  agreementFindings,
  completeSettings,
  coolingFindings,
  depthFindings,
  differencesOf,
  disagreements,
  faceOf,
  faceOfBay,
  knownSettings,
  nearestAgreement,
  setUpOf,
  stackOf,
  stagesOf,
  wiringFindings,
  type Found,
  type Said,
  type Switches,
} from '../src/fitment/index.ts';
import { AS_SAID, CASES, vehicleLoad, boilsUnder, coolerBy, likely } from '../src/cooling/index.ts';
import { wiringPlan } from '../src/electrical/index.ts';
import { incoherences, type FigureSet, type Trace } from '../src/figures/index.ts';
import { clear, edgeGaps, judgeFit, spacerFor, type FitPart } from '../src/fit/index.ts';

const trace: Trace = { figureId: 1, method: 'caliper', grade: 2, source: 'bench', text: '', by: '', at: '' };
/** Figures as `[value, u]`, words as text. */
function set<K extends 'bay' | 'radiator' | 'fan' | 'shroud'>(
  quantities: Record<string, [number, number?]>,
  words: Record<string, string> = {},
): FigureSet<K> {
  return {
    quantities: Object.fromEntries(
      Object.entries(quantities).map(([key, [value, u = 0.5]]) => [key, { value, u, trace }]),
    ),
    words: Object.fromEntries(Object.entries(words).map(([key, word]) => [key, { word, trace }])),
  } as FigureSet<K>;
}

const bay = set<'bay'>(
  {
    bayDepth: [176, 2],
    openingWidth: [706],
    openingHeight: [470],
    pinSpacing: [548],
    pinDiameter: [14],
    engineRock: [7],
    fanOn: [96],
    fanOff: [91],
    warningLamp: [112],
    capPressure: [110],
  },
  { fanSense: 'radiator-inlet', engineLies: 'along' },
);
const core = { coreWidth: [604], coreHeight: [421], overallWidth: [694], overallHeight: [461] } as Record<
  string,
  [number]
>;
const old = set<'radiator'>(
  {
    ...core,
    coreThickness: [32],
    thickness: [50],
    inletDiameter: [38],
    inletHeight: [390],
    pinSpacing: [548],
  },
  {
    flow: 'cross',
    inletSide: 'left',
    oilCooler: 'transmission',
    tankMaterial: 'plastic',
    coreMaterial: 'aluminium',
  },
);
const thick = set<'radiator'>(
  { ...core, coreThickness: [42], thickness: [66], inletDiameter: [38], pinSpacing: [548] },
  {
    flow: 'cross',
    inletSide: 'left',
    outletSide: 'right',
    tankMaterial: 'aluminium',
    coreMaterial: 'aluminium',
  },
);
const twin = set<'fan'>(
  {
    depth: [96],
    width: [624],
    height: [422],
    spacer: [12],
    bladeGap: [24],
    diameter: [300],
    current: [22.6],
    airflow: [5900],
    fanOn: [85],
    fanOff: [74],
  },
  { fans: 'two', voltage: '12' },
);

describe('the stack of real parts', () => {
  const stack = stackOf(bay, { radiator: thick, fan: twin });
  test('motor to engine and blades to core follow from the figures, and a lower spacer trades one for the other', () => {
    const of = (key: string, at = stack) => clear(at.clearances.find((each) => each.key === key)!);
    expect(of('motor').nominalMm).toBeCloseTo(176 - 66 - 96, 9);
    // The core stands in the middle of the tanks: (66 − 42) / 2 of them lie between core and blades.
    expect(of('blades').nominalMm).toBeCloseTo(24 + (66 - 42) / 2, 9);
    const lowered = stackOf(bay, { radiator: thick, fan: twin }, 4);
    expect(of('motor', lowered).nominalMm).toBeCloseTo(of('motor').nominalMm + 8, 9);
    expect(of('blades', lowered).nominalMm).toBeCloseTo(of('blades').nominalMm - 8, 9);
    expect(stack.missing).toEqual([]);
  });
  test('what is not on record is drawn as unknown, named, and keeps its clearance from being worked out', () => {
    const { depth: _, ...rest } = twin.quantities;
    const without = stackOf(bay, { radiator: thick, fan: { ...twin, quantities: rest } });
    expect(without.clearances.map((each) => each.key)).not.toContain('motor');
    expect(without.layers.find((layer) => layer.id === 'fan')!.u).toBeUndefined();
    expect(without.missing).toContainEqual(expect.objectContaining({ where: 'fan', key: 'depth' }));
    const nothing = stackOf(set<'bay'>({}), {});
    expect(nothing.clearances).toEqual([]);
    expect(
      nothing.layers.every((layer) => Number.isFinite(layer.fromMm) && Number.isFinite(layer.toMm)),
    ).toBe(true);
  });
  test('a vehicle that keeps its belt fan is asked nothing electric, and drawing, sum and check of Match are one answer', () => {
    const belted = set<'bay'>({ bayDepth: [248, 2], radiatorDepth: [55], fanBladeGap: [51, 1.5], hubToCore: [120], hubSpacerFitted: [12] }, { fanDrivenBy: 'engine' });
    const kept = stackOf(belted, { radiator: thick });
    expect(kept.missing).toEqual([]);
    expect(kept.clearances.map(({ key }) => key)).toEqual(['bare', 'blades']);
    const blades = clear(kept.clearances.find(({ key }) => key === 'blades')!);
    // As built 51 mm; a radiator that is 11 mm thicker comes nearer by that.
    expect(blades.nominalMm).toBeCloseTo(51 + 55 - 66, 9);
    const row = judgeFit({ figures: belted, selfShifting: false, airConditioning: false, steering: 'left' }, { kind: 'radiator', figures: thick }).ledger.find(({ check }) => check === 'drivenBlade')!;
    expect(row.margin!.value).toBeCloseTo(blades.nominalMm - blades.wantedMm, 9);
    const layer = (id: string) => kept.layers.find((each) => each.id === id)!;
    expect(layer('blades').fromMm - layer('radiator').toMm).toBeCloseTo(blades.nominalMm, 9);
    // Where nobody measured the gap, that is what is asked, and nothing of a motor.
    const unmeasured = stackOf(set<'bay'>({ bayDepth: [248], radiatorDepth: [55] }, { fanDrivenBy: 'engine' }), { radiator: thick });
    expect(unmeasured.missing).toEqual([{ where: 'bay', key: 'fanBladeGap', leavesOpen: 'blades-to-core' }]);
    // A conversion that was chosen is asked for its motor.
    expect(stackOf(belted, { radiator: thick, fan: twin }).clearances.map(({ key }) => key)).toContain('motor');
  }); // prettier-ignore
  test('a shroud stands behind its seal, its depth counted from the radiator’s face', () => {
    const shroud = set<'shroud'>({ depth: [70], seal: [5] });
    const { layers, clearances } = stackOf(bay, { radiator: thick, shroud });
    expect(layers.find((layer) => layer.id === 'seal')).toMatchObject({ fromMm: 66, toMm: 71 });
    expect(layers.find((layer) => layer.id === 'shroud')).toMatchObject({ fromMm: 71, toMm: 136 });
    expect(clear(clearances.find((each) => each.key === 'shroud')!).nominalMm).toBeCloseTo(176 - 66 - 70, 9);
  });
  test('as supplied it is short and the spacer that helps is named; on it, it clears', () => {
    const choice = spacerFor(bay, { radiator: thick, fan: twin });
    const say = (taken: number | undefined): Found[] => {
      const now = stackOf(bay, { radiator: thick, fan: twin }, taken);
      const { ledger } = judgeFit(
        {
          figures: bay,
          selfShifting: true,
          airConditioning: true,
          steering: 'left',
          beside: { radiator: thick },
          choices: { spacerMm: taken },
        },
        { kind: 'fan', figures: twin } as FitPart,
      );
      return depthFindings(now, now.clearances.map(clear), ledger, { choice, taken, supplied: 12 });
    };
    const motor = (found: Found[]) =>
      found.find(({ says }) => says.by === 'clearance' && says.key === 'motor');
    expect(motor(say(undefined))).toMatchObject({
      word: 'work',
      says: { code: 'short-spacer', nominalMm: 14, wantedMm: 20, gapMm: -6, spacerMm: 4, leavesMm: 22 },
    });
    expect(motor(say(4))).toMatchObject({
      word: 'work',
      says: { code: 'clears-on-spacers', spacerMm: 4 },
    });
    expect(motor(say(10))).toMatchObject({ word: 'stop' });
  });
});

describe('the face', () => {
  test('sizes lie where they are measured; a port without a height is marked', () => {
    const shapes = faceOf({ radiator: old });
    expect(shapes.find((shape) => shape.id === 'overall')).toMatchObject({ x: -347, w: 694, h: 461 });
    expect(shapes.find((shape) => shape.id === 'inlet')).toMatchObject({ known: true, y: 390, d: 38 });
    expect(faceOf({ radiator: thick }).find((shape) => shape.id === 'inlet')).toMatchObject({
      known: false,
      unknown: 'height',
    });
    expect(
      faceOfBay(bay)
        .filter((shape) => shape.id === 'pins')
        .map((shape) => shape.x),
    ).toEqual([-274, 274]);
  });
  test('differences, gaps round the edge, and figures that cannot both be true', () => {
    expect(differencesOf(old, thick).find((each) => each.label === 'Overall width')).toMatchObject({
      oldMm: 694,
      newMm: 694,
    });
    // Two sides of 6 mm by 461 and a top of 9 mm by 694.
    expect(edgeGaps(bay, thick)!.areaMm2).toBeCloseTo(2 * 6 * 461 + 9 * 694, 6);
    expect(incoherences('radiator', thick)).toEqual([]);
    const wide = set<'radiator'>({ ...core, coreWidth: [800], overallWidth: [694] });
    expect(incoherences('radiator', wide)).toMatchObject([{ keys: ['coreWidth', 'overallWidth'] }]);
  });
});

describe('thermostat and fan from the record', () => {
  const at = { boilsC: 129, dropK: 8 };
  test('a fan with its own switch goes by it; the vehicle’s own fan as the vehicle switches it; what is said goes first', () => {
    const thermostats = [{ opensC: 82, fullyOpenC: 95 }];
    const from = (fan: typeof twin | undefined, kit?: Switches['kit']) => ({ bay, fan, kit });
    const set = (...[switches, stock, said]: [Switches, typeof thermostats, Said?]) =>
      completeSettings(knownSettings(switches, stock, said ?? {}, at));
    const own = set(from(twin), thermostats)!;
    expect(own).toMatchObject({
      thermostat: { opensC: 82, fullyOpenC: 95 },
      stages: [{ onC: 85, offC: 74 }],
      place: 'radiator-inlet',
      warningC: 112,
    });
    expect(set(from(undefined), thermostats)!.stages).toEqual([{ onC: 96, offC: 91 }]);
    expect(set(from(twin), thermostats, { opensC: 88 })!.thermostat).toEqual({
      opensC: 88,
      fullyOpenC: undefined,
    });
    expect(set(from(twin), [])).toBeUndefined();
    const broken = disagreements(own);
    const proposal = nearestAgreement(own, { thermostats: [], fan: { kind: 'adjustable', fromC: 65, toC: 115 } }); // prettier-ignore
    expect(agreementFindings({ settings: own, temperatures: undefined, room: [], broken, proposal })[0]).toMatchObject({
      word: 'work',
      says: {
        broken: { rule: 'off-below-opening' },
        proposal: { settings: { stages: [{ onC: 95, offC: 83 }] }, changesThermostat: false },
      },
    }); // prettier-ignore
  });

  test('a kit switches the fan: its set points stand for the vehicle’s and the fan’s own, also where they are not on record', () => {
    const q = (degrees: number) => ({ value: degrees, u: 1, trace });
    const kit = (quantities: object) => ({ quantities, words: {} }) as NonNullable<Switches['kit']>;
    const stages = (own: Switches['kit']) => stagesOf({ bay, fan: twin, kit: own });
    expect(stages(kit({ fanOn: q(93), fanOff: q(88) }))).toEqual([{ onC: 93, offC: 88 }]);
    expect(stages(kit({ fanOn: q(93) }))).toEqual([{ onC: 93, offC: undefined }]);
    expect(stages(kit({}))).toEqual([]);
  });

  test('a temperature that is written in changes that one alone', () => {
    const known = knownSettings({ bay, fan: undefined }, [], { stages: [{ onC: 99 }] }, at);
    expect(known.stages).toEqual([{ onC: 99, offC: 91 }]);
    const bare = { ...bay, quantities: { thermostatRating: bay.quantities.thermostatRating } } as typeof bay;
    const half = knownSettings({ bay: bare, fan: undefined }, [], { stages: [{ onC: 99 }] }, at);
    expect([half.stages, completeSettings(half)]).toEqual([[{ onC: 99, offC: undefined }], undefined]);
  });
});

describe('cooling from the record', () => {
  const assumed = { base: 'ethylene', volumeShare: 0.5 } as const;
  test('a set-up is read off the parts, and what is missing is named', () => {
    const ready = setUpOf(bay, { radiator: thick, fan: twin }, assumed);
    expect(ready).toMatchObject({
      ok: true,
      setUp: {
        capKPa: 110,
        fans: { count: 2, diameterMm: 300 },
        radiator: { coreClass: 'brazed-thick', flow: 'cross' },
      },
    });
    const { coreThickness: _, ...rest } = thick.quantities;
    expect(setUpOf(bay, { radiator: { ...thick, quantities: rest } }, assumed)).toEqual({
      ok: false,
      missing: ['coreThickness'],
    });
    expect(setUpOf(bay, {}, assumed)).toMatchObject({ ok: false });
  });
  test('how much cooler one runs than the other is known better than either, since most doubts are shared', () => {
    const inputs = (radiator: FigureSet<'radiator'>) => {
      const ready = setUpOf(bay, { radiator, fan: twin }, assumed);
      if (!ready.ok) throw new Error('not ready');
      return {
        setUp: ready.setUp,
        load: vehicleLoad('pickup'),
        leeway: AS_SAID,
        conditions: CASES.climb.conditions,
      };
    };
    const [was, now] = [likely(inputs(old)), likely(inputs(thick))];
    const { k, u } = coolerBy(inputs(old), inputs(thick))!;
    expect(k).toBeCloseTo(was.steady.topTankC - now.steady.topTankC, 9);
    expect(u).toBeLessThan(Math.hypot(was.u!, now.u!) / 2);
    const [found] = coolingFindings([{ name: 'climb', old: was, fresh: now }]);
    const margin = boilsUnder(inputs(thick).setUp, CASES.climb.conditions.altitudeM) - now.steady.topTankC;
    expect(found!.word).toBe(margin >= now.u! ? 'clear' : margin <= -now.u! ? 'stop' : 'open');
  });
});

test('wiring: the trap is said first, then what it takes', () => {
  const pin = (position: string, does: string, colour: string) => ({
    position,
    function: does,
    colour,
    gauge: '4 mm²',
  });
  const loom = { code: 'A', pins: [pin('1', 'fan feed', 'blue'), pin('2', 'ground', 'black')] };
  const fan = { code: 'B', pins: [pin('1', 'fan feed', 'black'), pin('2', 'ground', 'red')] };
  const found = wiringFindings(wiringPlan(loom, fan));
  expect(found[0]!.says).toMatchObject({ by: 'colour-trap', colour: 'black' });
  expect(found.map((each) => each.word)).toEqual(['work', 'work']);
  expect(wiringFindings(undefined)).toMatchObject([{ word: 'open' }]);
});
