import loadHighs from 'highs';
import { describe, expect, test } from 'vitest';
import {
  findSets,
  relate,
  RULES,
  workCost,
  type Change,
  type FitPart,
  type FitVehicle,
  type SetPart,
  type Slot,
} from '../src/fit/index.ts';
import { random } from './random.ts';

const trace = {
  figureId: 1,
  method: 'caliper',
  grade: 2,
  source: 'bench',
  text: '',
  by: 'Ada',
  at: '2026-01-01',
} as const;
const value = (amount: number, u = 0.4) => ({ value: amount, u, trace });
const vehicle: FitVehicle = {
  figures: { quantities: { bayDepth: value(190) }, words: { fanConnector: { word: 'A', trace } } },
  selfShifting: false,
  airConditioning: false,
  steering: 'left',
};
const radiator = (thickness: number, holes = 560): FitPart => ({
  kind: 'radiator',
  figures: {
    quantities: { thickness: value(thickness), fanMountWidth: value(holes), fanMountHeight: value(380) },
    words: {},
  },
});
const fan = (depth: number, feet = 560, off?: number): FitPart => ({
  kind: 'fan',
  figures: {
    quantities: {
      depth: value(depth),
      fanMountWidth: value(feet),
      fanMountHeight: value(380),

      ...(off === undefined ? {} : { fanOff: value(off, 1) }),
    },
    words: {},
  },
});
const plugged = (plug: string, standoff = 0): FitPart => {
  const { figures } = fan(100) as Extract<FitPart, { kind: 'fan' }>;
  return {
    kind: 'fan',
    figures: {
      quantities: { ...figures.quantities, standoff: value(standoff, 0.2) },
      words: { fanConnector: { word: plug, trace } },
    },
  };
};
const adapter = (fanPlug: string): FitPart => ({
  kind: 'adapter',
  figures: { quantities: {}, words: { bridges: { word: 'plug', trace }, loomPlug: { word: 'A', trace }, fanPlug: { word: fanPlug, trace } } },
}); // prettier-ignore
const spacers = (thickness: number, reach: number): FitPart => ({
  kind: 'fixings',
  figures: { quantities: { spacer: value(thickness, 0.1), reach: value(reach, 0.2) }, words: {} },
});
const thermostat = (rating: number): FitPart => ({
  kind: 'thermostat',
  figures: { quantities: { rating: value(rating, 1) }, words: {} },
});
const straight = (id: number, part: FitPart, changes: Change[] = []): SetPart => ({
  id,
  part,
  verdict: changes.length > 0 ? 'changes' : 'straight-in',
  changes,
});
const slot = (kind: Slot['kind'], choices: SetPart[], kept = false): Slot => ({ kind, kept, choices });
const modify: Change = { effort: 'modify', what: 'Slot a bracket', takes: [], minutes: 40 };

test('parts that each suit the vehicle may still not suit each other', () => {
  // 190 − 60 − 120 − 20 is 10 short, and the low-profile spacers give 8; 190 − 48 − 120 − 20 is 2 to spare.
  expect(relate(radiator(60), fan(120), vehicle)).toMatchObject([
    { id: 'fanOnRadiator', outcome: 'pass' },
    { id: 'depthStack', outcome: 'fail', margin: -10 },
  ]);
  const { sets, nearMisses } = findSets(
    [
      slot('radiator', [straight(1, radiator(60)), straight(2, radiator(48))]),
      slot('fan', [straight(3, fan(120))]),
    ],
    vehicle,
  );
  expect(sets.map((set) => set.parts.map((part) => part.id))).toEqual([[2, 3]]);
  expect(nearMisses).toMatchObject([{ breaks: { a: 1, b: 3, relation: { id: 'depthStack', margin: -10 } } }]);
});

test('the worst kind of work counts before minutes', () => {
  const long: Change = { effort: 'bolt-on', what: 'Fit adapters', takes: [], minutes: 90 };
  const { sets } = findSets(
    [
      slot('radiator', [straight(1, radiator(48), [modify]), straight(2, radiator(48), [long])]),
      slot('fan', [straight(3, fan(100))]),
    ],
    vehicle,
  );
  expect(sets.map((set) => set.parts[0]!.id)).toEqual([2, 1]);
  expect(workCost([modify])).toBeGreaterThan(workCost([long]));
});

test('what the vehicle keeps is a choice that is not judged against it, but must still suit the new part', () => {
  const kept: SetPart = { id: 9, part: fan(120), verdict: 'no', changes: [] };
  const { sets } = findSets(
    [slot('radiator', [straight(1, radiator(60)), straight(2, radiator(48))]), slot('fan', [kept], true)],
    vehicle,
  );
  expect(sets.map((set) => set.parts.map((part) => part.id))).toEqual([[2, 9]]);
});

test('a fan that stops at 85 °C suits a thermostat that opens at 82 and not one that opens at 91 without a change', () => {
  expect(relate(fan(100, 560, 85), thermostat(82), vehicle)).toMatchObject([
    { id: 'thermostatAndFan', outcome: 'pass' },
  ]);
  expect(relate(fan(100, 560, 85), thermostat(91), vehicle)).toMatchObject([
    { outcome: 'change', change: { effort: 'modify' } },
  ]);
});

test('a figure nobody has measured puts a set behind those that are known to go, and is named', () => {
  const bare: FitPart = { kind: 'fan', figures: { quantities: { depth: value(90) }, words: {} } };
  const { sets } = findSets(
    [
      slot('radiator', [straight(1, radiator(48))]),
      slot('fan', [straight(2, bare), straight(3, fan(100), [modify])]),
    ],
    vehicle,
  );
  expect(sets.map((set) => [set.parts[1]!.id, set.unknown.length])).toEqual([
    [3, 0],
    [2, 1],
  ]);
});

test('a slot that nothing fills leaves no set', () => {
  expect(findSets([slot('radiator', []), slot('fan', [straight(1, fan(100))])], vehicle).sets).toEqual([]);
});

describe('what goes between two parts', () => {
  const cut: Change = { ...RULES.fanConnector.change, takes: [] };
  const of = (slots: Slot[]) => findSets(slots, vehicle).sets.map((set) => set.parts.map((part) => part.id));
  const optional = (kind: Slot['kind'], choices: SetPart[]): Slot => ({
    ...slot(kind, choices),
    optional: true,
  });

  test('an adapter is taken where it spares cutting the loom, and left out where the fan plugs straight in', () => {
    const adapters = optional('adapter', [straight(7, adapter('B')), straight(8, adapter('C'))]);
    const other = findSets([slot('fan', [straight(1, plugged('B'), [cut])]), adapters], vehicle).sets;
    expect(other.map((set) => set.parts.map((part) => part.id))).toEqual([[1, 7], [1]]);
    expect(other[0]!.changes.map((change) => change.effort)).toEqual(['bolt-on']);
    expect(other[1]!.changes).toEqual([cut]);
    expect(of([slot('fan', [straight(2, plugged('A'))]), adapters])).toEqual([[2]]);
  });
  test('spacers are as thick as the gap under the feet, and their screws stay out of the core', () => {
    const withBoss = radiator(48) as Extract<FitPart, { kind: 'radiator' }>;
    const boss: FitPart = {
      kind: 'radiator',
      figures: { ...withBoss.figures, quantities: { ...withBoss.figures.quantities, bossDepth: value(14) } },
    };
    const kits = [straight(5, spacers(10, 10)), straight(6, spacers(10, 13)), straight(7, spacers(6, 10))];
    const slots = [slot('radiator', [straight(1, boss)]), slot('fan', [straight(2, plugged('A', 10.2))]), slot('fixings', kits)];
    const { sets, nearMisses } = findSets(slots, vehicle);
    expect(sets.map((set) => set.parts.map((part) => part.id))).toEqual([[1, 2, 5]]);
    expect(nearMisses.map(({ breaks }) => breaks.relation?.id).sort()).toEqual(['screwsClearCore', 'spacerUnderFan']);
  }); // prettier-ignore
});

/**
 * The oracle: HiGHS on the same choice written as a binary program, x a part is chosen, y both of a pair are. It is
 * given the relations one by one and knows nothing of the search.
 */
test('the cheapest set is the optimum of a binary program on random instances', async () => {
  const highs = await loadHighs();
  let solved = 0;
  for (let seed = 1; seed <= 60; seed += 1) {
    const next = random(seed);
    const between = (lo: number, hi: number): number => lo + next() * (hi - lo);
    const work = (): Change[] =>
      next() < 0.5
        ? []
        : [
            {
              ...modify,
              effort: (['transfer', 'bolt-on', 'modify'] as const)[Math.floor(next() * 3)]!,
              what: `work ${next()}`,
              minutes: Math.round(between(1, 60)),
            },
          ];
    let id = 0;
    const many = (make: () => FitPart): SetPart[] =>
      Array.from({ length: 3 + Math.floor(next() * 3) }, () => straight((id += 1), make(), work()));
    const slots = [
      slot(
        'radiator',
        many(() => radiator(between(40, 75), 560 + Math.round(between(-8, 8)))),
      ),
      slot(
        'fan',
        many(() => fan(between(90, 125), 560 + Math.round(between(-8, 8)), between(78, 96))),
      ),
      slot(
        'thermostat',
        many(() => thermostat(between(76, 92))),
      ),
    ];
    // Every other instance may take an adapter, which spares the cutting that some of its fans ask for.
    const adapters =
      seed % 2 === 0 ? [straight((id += 1), adapter('B')), straight((id += 1), adapter('C'))] : [];
    if (adapters.length > 0)
      slots[1]!.choices.forEach((choice, at) => {
        const word = ['A', 'B', 'C'][at % 3]!;
        (choice.part.figures.words as Record<string, unknown>).fanConnector = { word, trace };
        if (word !== 'A')
          (choice as { -readonly [K in keyof SetPart]: SetPart[K] }).changes = [
            { ...RULES.fanConnector.change },
          ];
      });
    if (adapters.length > 0) slots.push({ ...slot('adapter', adapters), optional: true });
    const x = (part: SetPart): string => `x${part.id}`;
    const objective: string[] = [];
    const rows: string[] = [];
    const binaries: string[] = [];
    for (const { choices, optional } of slots) {
      rows.push(`${choices.map(x).join(' + ')} ${optional ? '<=' : '='} 1`);
      for (const choice of choices) {
        binaries.push(x(choice));
        objective.push(`${workCost(choice.changes)} ${x(choice)}`);
      }
    }
    slots.forEach((one, i) =>
      slots.slice(i + 1).forEach((other) =>
        one.choices.forEach((a) =>
          other.choices.forEach((b) => {
            const relations = relate(a.part, b.part, vehicle);
            const y = `y${a.id}_${b.id}`;
            if (relations.some((relation) => relation.outcome === 'fail'))
              rows.push(`${x(a)} + ${x(b)} <= 1`);
            const cost = relations.reduce(
              (sum, { change, outcome, spares }) =>
                sum +
                (change ? workCost([change]) : 0) -
                (spares ? workCost([spares]) : 0) +
                (outcome === 'unknown' ? 1e7 : 0),
              0,
            );
            if (cost === 0) return;
            binaries.push(y);
            objective.push(`${cost} ${y}`);
            rows.push(`${x(a)} + ${x(b)} - ${y} <= 1`);
            // A gain is had only by taking both.
            if (cost < 0) rows.push(`${y} - ${x(a)} <= 0`, `${y} - ${x(b)} <= 0`);
          }),
        ),
      ),
    );
    const solution = highs.solve(
      `Minimize\n obj: ${objective.join(' + ').replaceAll('+ -', '- ')}\nSubject To\n${rows.map((row, i) => ` c${i}: ${row}`).join('\n')}\nBinary\n ${binaries.join(' ')}\nEnd`,
    );
    const [cheapest] = findSets(slots, vehicle).sets;
    if (solution.Status !== 'Optimal') {
      expect(cheapest, `seed ${seed}`).toBeUndefined();
      continue;
    }
    solved += 1;
    expect(cheapest?.cost, `seed ${seed}`).toBe(Math.round(solution.ObjectiveValue));
  }
  expect(solved).toBeGreaterThan(20);
});
