import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import {
  EFFORTS,
  findSets,
  relate,
  RELATIONS,
  workCost,
  type Change,
  type FitPart,
  type FitVehicle,
  type SetPart,
  type Slot,
} from '../src/fit/index.ts';
import { type PartKind } from '../src/figures/index.ts';

const trace = {
  figureId: 1,
  method: 'caliper',
  grade: 2,
  source: 'bench',
  text: '',
  by: 'Ada',
  at: '2026-01-01',
} as const;
const figure = (lo: number, hi: number) =>
  fc.option(
    fc.record({
      value: fc.double({ min: lo, max: hi, noNaN: true }),
      u: fc.double({ min: 0, max: 4, noNaN: true }),
      trace: fc.constant(trace),
    }),
    { nil: undefined, freq: 9 },
  );
const words = (key: string, ...choices: string[]) =>
  fc.record({
    [key]: fc.option(
      fc.constantFrom(...choices).map((word) => ({ word, trace })),
      { nil: undefined, freq: 9 },
    ),
  });
const partOf = <K extends PartKind>(
  kind: K,
  quantities: Record<string, fc.Arbitrary<unknown>>,
  named: fc.Arbitrary<object> = fc.constant({}),
): fc.Arbitrary<FitPart> =>
  fc
    .record({ quantities: fc.record(quantities), words: named })
    .map((figures) => ({ kind, figures }) as unknown as FitPart);

const PARTS: Partial<Record<PartKind, fc.Arbitrary<FitPart>>> = {
  radiator: partOf(
    'radiator',
    {
      thickness: figure(30, 80),
      fanMountWidth: figure(550, 570),
      fanMountHeight: figure(370, 390),
      capBore: figure(40, 44),
      capSeatDepth: figure(19, 24),
      pinDiameter: figure(10, 16),
    },
    words('fillerNeck', 'neck', 'none'),
  ),
  fan: partOf('fan', {
    depth: figure(80, 130),
    fanMountWidth: figure(550, 570),
    fanMountHeight: figure(370, 390),
    diameter: figure(300, 420),
    fanOff: figure(75, 95),
  }),
  shroud: partOf('shroud', {
    depth: figure(60, 120),
    fanMountWidth: figure(550, 570),
    fanMountHeight: figure(370, 390),
    opening: figure(320, 440),
  }),
  thermostat: partOf('thermostat', { rating: figure(70, 95) }),
  cap: partOf('cap', { plug: figure(40, 44), seatDepth: figure(19, 24) }),
  mount: partOf('mount', { pinBore: figure(10, 16) }),
};
const kinds = Object.keys(PARTS) as PartKind[];
const vehicles: fc.Arbitrary<FitVehicle> = figure(150, 220).map(
  (bayDepth) =>
    ({
      figures: { quantities: { bayDepth }, words: {} },
      selfShifting: false,
      airConditioning: false,
      steering: 'left',
    }) as unknown as FitVehicle,
);
const changes: fc.Arbitrary<Change[]> = fc.array(
  fc.record({
    effort: fc.constantFrom(...EFFORTS),
    what: fc.string({ minLength: 3, maxLength: 8 }),
    takes: fc.constant([]),
    minutes: fc.integer({ min: 1, max: 90 }),
  }),
  { maxLength: 2 },
);
let next = 0;
const choices = (kind: PartKind): fc.Arbitrary<SetPart[]> =>
  fc.array(
    fc
      .record({
        part: PARTS[kind]!,
        verdict: fc.constantFrom('straight-in' as const, 'no' as const),
        changes,
      })
      .map((own): SetPart => ({ id: (next += 1), ...own })),
    { minLength: 1, maxLength: 4 },
  );
const slots: fc.Arbitrary<Slot[]> = fc
  .subarray(kinds, { minLength: 2, maxLength: 4 })
  .chain((own) =>
    fc.tuple(...own.map((kind) => choices(kind).map((list): Slot => ({ kind, kept: false, choices: list })))),
  );

describe('how two parts suit each other', () => {
  test('does not depend on which of them is named first', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...kinds).chain((kind) => PARTS[kind]!),
        fc.constantFrom(...kinds).chain((kind) => PARTS[kind]!),
        vehicles,
        (one, other, vehicle) => {
          expect(relate(one, other, vehicle)).toEqual(relate(other, one, vehicle));
        },
      ),
      { seed: 61, numRuns: 400 },
    );
  });

  test('a change is offered only where the rule has one; what fails is short, what passes is not', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...kinds).chain((kind) => PARTS[kind]!),
        fc.constantFrom(...kinds).chain((kind) => PARTS[kind]!),
        vehicles,
        (one, other, vehicle) => {
          for (const { id, outcome, margin, change } of relate(one, other, vehicle)) {
            expect(change !== undefined).toBe(outcome === 'change');
            if (change) expect('change' in RELATIONS[id]).toBe(true);
            if (outcome === 'fail') expect(margin).toBeLessThan(0);
            if (outcome === 'pass') expect(margin).toBeGreaterThanOrEqual(0);
          }
        },
      ),
      { seed: 62, numRuns: 400 },
    );
  });
});

describe('sets', () => {
  /** Every choice tried by itself: what the search must come to. */
  function byHand(all: readonly Slot[], vehicle: FitVehicle): number {
    let best = Infinity;
    const pick = (at: number, chosen: SetPart[], cost: number): void => {
      if (at === all.length) {
        best = Math.min(best, cost);
        return;
      }
      for (const choice of all[at]!.choices) {
        if (choice.verdict === 'no') continue;
        let added = workCost(choice.changes);
        let fails = false;
        for (const other of chosen)
          for (const relation of relate(other.part, choice.part, vehicle)) {
            fails ||= relation.outcome === 'fail';
            added += relation.change ? workCost([relation.change]) : 0;
            added += relation.outcome === 'unknown' ? 10_000_000 : 0;
          }
        if (!fails) pick(at + 1, [...chosen, choice], cost + added);
      }
    };
    pick(0, [], 0);
    return best;
  }

  test('the first is the cheapest there is, by trying every choice; the rest follow in order', () => {
    fc.assert(
      fc.property(slots, vehicles, (all, vehicle) => {
        const { sets } = findSets(all, vehicle);
        const best = byHand(all, vehicle);
        expect(sets[0]?.cost ?? Infinity).toBe(best);
        const costs = sets.map((set) => set.cost);
        expect(costs).toEqual([...costs].sort((a, b) => a - b));
        for (const set of sets)
          expect(set.parts.map((part) => part.part.kind)).toEqual(all.map((slot) => slot.kind));
      }),
      { seed: 63, numRuns: 200 },
    );
  });

  test('one more part to choose from never makes the best set dearer', () => {
    fc.assert(
      fc.property(slots, vehicles, fc.nat(), (all, vehicle, which) => {
        const at = which % all.length;
        const fewer = all.map((slot, index) =>
          index === at && slot.choices.length > 1 ? { ...slot, choices: slot.choices.slice(1) } : slot,
        );
        const [more, less] = [findSets(all, vehicle).sets[0], findSets(fewer, vehicle).sets[0]];
        expect(more?.cost ?? Infinity).toBeLessThanOrEqual(less?.cost ?? Infinity);
      }),
      { seed: 64, numRuns: 150 },
    );
  });

  test('a near miss is broken by the one thing it names, and by nothing else', () => {
    fc.assert(
      fc.property(slots, vehicles, (all, vehicle) => {
        for (const { parts, breaks } of findSets(all, vehicle).nearMisses) {
          const refused = parts.filter((part) => part.verdict === 'no');
          const failing: [number, number][] = [];
          parts.forEach((one, index) =>
            parts.slice(index + 1).forEach((other) => {
              if (relate(one.part, other.part, vehicle).some((relation) => relation.outcome === 'fail'))
                failing.push([one.id, other.id]);
            }),
          );
          expect(refused.length + failing.length).toBe(1);
          if (refused.length === 1) expect(breaks).toMatchObject({ a: refused[0]!.id, b: 0 });
          else expect([breaks.a, breaks.b].sort()).toEqual([...failing[0]!].sort());
        }
      }),
      { seed: 65, numRuns: 150 },
    );
  });
});
