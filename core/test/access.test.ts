import loadHighs from 'highs';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  OBJECTIVES,
  addedMinutes,
  beforeOperation,
  canAllBeDone,
  compile,
  costOf,
  leastOperations,
  mapFor,
  mayComeNext,
  mayGoBackNext,
  orderBack,
  orderOut,
  preferred,
  proofreadMap,
  waysIn,
  writeProcedure,
  type AccessMap,
  type MapStep,
  type Fact,
  type WayCost,
} from '../src/access/index.ts';
import { assembleSheet, proofread } from '../src/procedure/index.ts';
import { leastByHighs, mapOf, off, operation, randomBay } from './access-maps.ts';
import { drawn } from './simulated.ts';
import { configuration, emptyVocabulary } from './random.ts';

const minutes = (each: { minutes: number; back: { minutes: number } | null }): number =>
  each.minutes + (each.back?.minutes ?? 0);
const waysOf = (map: AccessMap, goal: Fact[]) => {
  const answer = waysIn({ map, goal });
  if (!answer.found) throw new Error(answer.because);
  return answer.ways;
};

/** A fan that comes out past the hose, after the radiator, or behind a radiator that is tilted. */
const fanBay = (): AccessMap =>
  mapOf([
    operation('header', { minutes: 20, uses: [{ tray: 'A', count: 8 }], breaks: 0.3 }),
    operation('upper-hose', { minutes: 4, coolantL: 0.9 }),
    operation('lower-hose', { minutes: 5, coolantL: 5.8, place: 'below' }),
    operation('brackets', { minutes: 4 }),
    operation('tilt', { minutes: 6, people: 2, gives: [{ thing: 'radiator', state: 'loose' }], needs: [[off('brackets')]] }),
    operation('radiator', { minutes: 6, needs: [[off('brackets'), off('upper-hose'), off('lower-hose')]] }),
    operation('fan', { minutes: 3, needs: [[off('header'), off('upper-hose')], [off('radiator')], [{ thing: 'radiator', state: 'loose' }]] }),
  ]); // prettier-ignore

describe('the least way', () => {
  it('is what HiGHS finds on random bays, and none of it is needless', { timeout: 900_000 }, async () => {
    const highs = await loadHighs();
    for (let seed = 1; seed <= drawn(120, 1000); seed++) {
      const { map, goal } = randomBay(seed);
      const { task } = compile({ map, goal, cost: minutes });
      const least = leastOperations(task);
      expect(least.reached ? least.cost : Infinity, `bay ${seed}`).toBe(leastByHighs(highs, task));
      if (!least.reached) continue;
      const without = (each: number) => {
        const rest = least.chosen.filter((other) => other !== each);
        return leastOperations({ ...task, operations: rest.map((other) => task.operations[other]!) }).reached;
      };
      expect(least.chosen.filter(without), `bay ${seed}`).toEqual([]);
    }
  });

  it('is not fooled by two operations that justify each other', async () => {
    const map = mapOf([
      operation('a', { minutes: 1, needs: [[off('b')]] }),
      operation('b', { minutes: 1, needs: [[off('a')], [off('far')]] }),
      operation('far', { minutes: 30 }),
      operation('goal', { minutes: 1, needs: [[off('a')]] }),
    ]);
    const { task } = compile({ map, goal: [off('goal')], cost: (each) => each.minutes });
    const least = leastOperations(task);
    expect(least).toMatchObject({ reached: true, cost: 33 });
    expect(leastByHighs(await loadHighs(), task)).toBe(33);
  });

  it('says what cannot be reached, and when nothing is left to do', () => {
    const map = mapOf([operation('a', { needs: [[off('b')]] }), operation('b', { needs: [[off('a')]] })]);
    expect(waysIn({ map, goal: [off('a')] })).toEqual({ found: false, because: 'no way', missing: [off('a')] });
    expect(waysIn({ map: fanBay(), goal: [off('fan')], already: [off('fan')] })).toEqual({ found: false, because: 'nothing to do' });
  }); // prettier-ignore
});

describe('ways in that nothing beats', () => {
  it('shows the quickest, the driest, the gentlest and the one for one pair of hands', () => {
    const ways = waysOf(fanBay(), [off('fan')]);
    const said = ways.map(({ operations, bestAt }) => [operations.join(' '), bestAt.join(' ')]);
    // Tilting takes two, the header panel costs clips, the radiator all of its coolant.
    expect(said).toEqual([
      ['brackets tilt fan', 'time coolant clips'],
      ['upper-hose brackets lower-hose radiator fan', 'clips alone'],
      ['header upper-hose fan', 'alone'],
    ]); // prettier-ignore
    expect(preferred(ways, ['alone', 'coolant'])!.operations).toContain('header');
    expect(ways[0]!.spares).toContain('upper-hose');
    // Coolant is the lowest level reached, once.
    expect(ways[1]!.coolantL).toBe(5.8);
  });

  it('beats every set of operations there is, tried one by one on small bays', () => {
    const value = (way: WayCost): number[] => [
      Math.round(way.workMinutes * 10),
      way.coolantL,
      Math.round(way.clipsAtRisk * 100),
      way.people * 4 + ['none', 'stands', 'lift'].indexOf(way.lift),
    ];
    let several = 0;
    let between = 0;
    for (let seed = 1; seed <= 60; seed++) {
      const { map: whole } = randomBay(seed);
      // In every other bay what is lost calls for steps after: the quickest way to the part is then not the quickest of all.
      const lossy = seed % 2 === 0;
      const lost = (text: string, minutes: number, fluid: 'coolant' | 'transmission', fromL: number, belowL: number | null): MapStep => ({ code: text, section: 'after', when: null, text, detail: '', place: 'top', tools: [], consumables: [], minutes, waiting: false, cautions: [], photoId: null, lost: { fluid, fromL, belowL } }) as unknown as MapStep; // prettier-ignore
      const map: AccessMap = {
        ...whole,
        operations: whole.operations.slice(0, 11).map((each, at) => (lossy ? { ...each, transmissionL: ((seed + at * 7) % 4 === 0 ? 0.3 : 0) + ((seed + at) % 5 === 0 ? 0.4 : 0) } : each)),
        steps: lossy ? [lost('top up', 4, 'coolant', 0, 2), lost('fill and bleed', 25, 'coolant', 2, null), lost('check the level', 12, 'transmission', 0, null)] : [],
      }; // prettier-ignore
      const goal = [map.operations.at(-1)!.gives[0]!];
      const answer = waysIn({ map, goal });
      const all: number[][] = [];
      for (let mask = 1; mask < 1 << 11; mask++) {
        const chosen = map.operations.filter((_, at) => (mask >> at) & 1);
        const { task } = compile({ map: { ...map, operations: chosen }, goal, cost: () => 0 });
        const least = leastOperations(task);
        if (least.reached && canAllBeDone(task, chosen.map((_, at) => at))) all.push(value(costOf(map, chosen.map(({ code }) => code)))); // prettier-ignore
      }
      if (!answer.found) {
        expect(all).toEqual([]);
        continue;
      }
      if (answer.ways.length > 1) several++;
      if (answer.ways.some(({ bestAt }) => bestAt.length === 0)) between++;
      // Fluid is a level: two lines that let out the same have let it out once.
      for (const way of answer.ways) expect(way.transmissionL).toBe(Math.max(0, ...map.operations.filter(({ code }) => way.operations.includes(code)).map((each) => each.transmissionL))); // prettier-ignore
      for (const way of answer.ways) {
        const own = value(way);
        const better = all.find((other) => other.every((each, at) => each <= own[at]!) && other.some((each, at) => each < own[at]!)); // prettier-ignore
        expect(better, `bay ${seed}: ${way.operations.join(' ')}`).toBeUndefined();
      }
      OBJECTIVES.forEach((objective, at) => {
        const best = Math.min(...all.map((each) => each[at]!));
        expect(Math.min(...answer.ways.map((way) => value(way)[at]!)), `bay ${seed} ${objective}`).toBe(best);
      });
    }
    expect(several).toBeGreaterThan(10);
    expect(between).toBeGreaterThan(0);
  });

  it('shares a way in between several jobs: only the added minutes are counted', () => {
    const map = fanBay();
    const added = addedMinutes(map, [off('radiator'), off('lower-hose'), off('fan')]);
    // The lower hose is off for the radiator anyway; the fan comes with three minutes and one back.
    expect(added[1]).toBe(0);
    expect(added[2]).toBe(4);
  });

  it('answers backwards: what comes off before this bolt is reached', () => {
    expect(beforeOperation(fanBay(), 'fan')).toEqual(['brackets', 'tilt']);
    expect(beforeOperation(fanBay(), 'fan', [off('radiator')])).toEqual([]);
  });

  it('leaves out what a vehicle does not have', () => {
    const condenser = {
      code: 'condenser',
      name: 'Condenser',
      partKind: null,
      when: { airConditioning: true },
    };
    const map: AccessMap = {
      ...mapOf([
        operation('condenser', { when: { airConditioning: true }, minutes: 10 }),
        operation('radiator', { needs: [[off('condenser')]] }),
      ]),
      things: [condenser, { code: 'radiator', name: 'Radiator', partKind: 'radiator', when: null }],
    };
    const of = (airConditioning: boolean) =>
      waysOf(mapFor(map, { vehicle: configuration(1, { airConditioning }), vocabulary: emptyVocabulary, part: {} }), [off('radiator')])[0]!.operations; // prettier-ignore
    expect(of(true)).toEqual(['condenser', 'radiator']);
    expect(of(false)).toEqual(['radiator']);
  });
});

describe('order', () => {
  it('out is always possible, back puts everything back and never strands what is still out', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 100_000 }), (seed) => {
        const { map, goal } = randomBay(seed);
        const answer = waysIn({ map, goal });
        if (!answer.found) return;
        for (const { operations } of answer.ways) {
          operations.forEach((code, at) => {
            expect(mayComeNext(map, operations, operations.slice(0, at))).toContain(code);
          });
          const hasWayBack = (code: string) =>
            map.operations.find((each) => each.code === code)!.back !== null;
          const { order } = orderBack(map, operations);
          expect([...order].sort()).toEqual(operations.filter(hasWayBack).sort());
          order.forEach((code, at) => {
            const out = operations.filter((each) => !order.slice(0, at).includes(each));
            expect(mayGoBackNext(map, out)).toContain(code);
          });
        }
      }),
      { numRuns: 150, seed: 11 },
    );
  });

  it('is refused for operations that miss what they need', () => {
    expect(() => orderOut(fanBay(), ['fan'])).toThrow(RangeError);
    expect(mayComeNext(fanBay(), ['brackets', 'tilt', 'fan'], ['brackets'])).toEqual(['tilt']);
  });
});

describe('a map written as a procedure', () => {
  const fastener = (tray: string, expected: number, torqueNm: number | null = null) =>
    ({ tray, name: `bolts ${tray}`, thread: 'M8 × 25', lengthMm: 25, tool: '13 mm socket', expected, torqueNm, torqueSource: torqueNm ? 'Maker sheet' : '', policy: 'reuse', when: null }) as const; // prettier-ignore
  const bay = (): AccessMap => {
    const back = operation('x').back!;
    const step = { id: '', after: '', when: null, detail: '', tools: [], consumables: [], minutes: 10, waiting: false, cautions: [], cautionsWhen: {}, uses: [], connector: '', connectorWhen: null }; // prettier-ignore
    return mapOf(
      [
        operation('drain', { coolantL: 5, gives: [off('coolant')], back: null }),
        operation('plug', { connector: 'FAN-2A', back: { ...back, text: 'plug', proof: 'click' } }),
        operation('left', { uses: [{ tray: 'A', count: 2 }], back: { ...back, text: 'left bracket', tightenWith: 'the brackets' } }),
        operation('right', { uses: [{ tray: 'B', count: 2 }], back: { ...back, text: 'right bracket', tightenWith: 'the brackets', after: ['plug'] } }),
        operation('both', { gives: [{ thing: 'radiator', state: 'out with another' }, { thing: 'fan', state: 'out with another' }], needs: [[off('left'), off('right'), off('plug'), off('coolant')]], people: 2 }),
        operation('part', { place: 'bench', gives: [off('radiator'), off('fan')], needs: [[{ thing: 'radiator', state: 'out with another' }]], uses: [{ tray: 'C', count: 4 }] }),
      ],
      {
        fasteners: [fastener('A', 2, 20), fastener('B', 2, 20), fastener('C', 4), fastener('D', 1)],
        steps: [
          { ...step, id: 'top-up', phase: 'fill', text: 'Top up', minutes: 3, lost: { fluid: 'coolant', fromL: 0, belowL: 2 } },
          { ...step, id: 'bleed', phase: 'fill', text: 'Bleed', minutes: 25, lost: { fluid: 'coolant', fromL: 2, belowL: null } },
          { ...step, id: 'gearbox', phase: 'fill', text: 'Fluid', lost: { fluid: 'transmission', fromL: 0, belowL: null } },
        ],
      },
    ); // prettier-ignore
  };
  const map = bay();
  const [way] = waysOf(map, [off('radiator')]);
  const { document } = writeProcedure(map, way!.operations, { title: 'Radiator', partKind: 'radiator' });
  const at = (id: string): number => document.steps.findIndex((step) => step.id === id);

  it('counts every fastener out and in, and lists only what it takes out', () => {
    expect(proofread(document)).toEqual([]);
    expect(document.fasteners.map(({ tray }) => tray)).toEqual(['A', 'B', 'C']);
  });

  it('does the bench first, starts every thread before one is tightened, and tightens to the record', () => {
    const order = ['back part', 'back both', 'back left', 'back plug', 'back right', 'tighten the brackets'];
    expect(document.steps.filter(({ phase }) => phase === 'install').map(({ id }) => id)).toEqual(order);
    const sheet = assembleSheet({ procedure: document, vehicle: { airConditioning: true, selfShifting: true, highVoltage: false }, work: [], coolant: undefined }); // prettier-ignore
    const torques = sheet.sections.flatMap(({ steps }) => steps).filter((step) => step.torques.length > 0);
    expect(torques.map(({ id }) => id)).toEqual(['tighten the brackets']);
    expect(torques[0]!.torques).toHaveLength(2);
  });

  it('bleeds for what was lost and carries the lift for two', () => {
    expect([at('bleed') > 0, at('top-up'), at('gearbox')]).toEqual([true, -1, -1]);
    expect(document.steps[at('out both')]!.cautions).toContain('lift');
  });
});

describe('a map read by a careful reviewer', () => {
  const said = (map: AccessMap): string => proofreadMap(map).map(({ message }) => message).join(' '); // prettier-ignore
  const part = (code: string) => ({ code, name: code, partKind: 'fan' as const, when: null });

  it('names circles, what nothing reaches, what is not put back and torque without a source', () => {
    const ring = mapOf([operation('a', { needs: [[off('b')]] }), operation('b', { needs: [[off('a')]] })]);
    expect(said({ ...ring, things: [part('a'), part('b')] })).toMatch(
      /circle: “a” waits for “b” waits for “a”/,
    );
    const lost = mapOf([operation('a', { needs: [[off('nowhere')]] })]);
    expect(said({ ...lost, things: [part('a'), part('nowhere')] })).toMatch(
      /nothing brings about nowhere off/,
    );
    const kept = mapOf([operation('a', { uses: [{ tray: 'A', count: 3 }], back: null })], {
      fasteners: [{ tray: 'A', name: 'bolts', thread: '', lengthMm: null, tool: '', expected: 2, torqueNm: 8, torqueSource: '', policy: 'reuse', when: null }],
    }); // prettier-ignore
    expect(said(kept)).toMatch(/nothing puts them back.*takes out 3.*should be 2.*torque needs the record/);
    expect(said(mapOf([operation('a', { back: { ...operation('a').back!, after: ['a'] } })]))).toMatch(/Going back, each waits/); // prettier-ignore
  });

  it('finds nothing wrong with a sound one', () => {
    const map = fanBay();
    const things = map.things.map((thing) => (thing.code === 'fan' ? part('fan') : thing));
    expect(proofreadMap({ ...map, things }).filter(({ severity }) => severity === 'wrong')).toEqual([
      expect.objectContaining({ message: expect.stringContaining('tray A holds nothing') as string }),
    ]);
  });
});
