import { describe, expect, test } from 'vitest';
import {
  REMAINS,
  TRAINER_VEHICLES,
  checksLeft,
  exerciseFrom,
  exerciseOf,
  isPutRight,
  looksAt,
  programsWay,
  scoreOf,
  spentOn,
  tableFor,
  type DiagnosisStep,
} from '../src/diagnosis/index.ts';
import { USUAL_PRACTICE, practiceOf } from '../src/practice/index.ts';

const TABLES = TRAINER_VEHICLES.map(({ vehicle }) => tableFor(vehicle));
const [pickup] = TABLES as [(typeof TABLES)[number]];
const repaired = (remedy: string): DiagnosisStep => ({ kind: 'repaired', remedy });

describe('exercises', () => {
  test('the same seed is the same vehicle; the owner tells, and what a check shows does not change by looking', () => {
    const exercise = exerciseOf(pickup, 11);
    expect(exerciseOf(pickup, 11)).toEqual(exercise);
    expect(exercise.told.length).toBeGreaterThan(2);
    expect(looksAt(pickup, exercise, 'level')).toEqual(looksAt(pickup, exercise, 'level'));
    expect(() => looksAt(pickup, exercise, 'nonsense')).toThrow(RangeError);
    // What was told is nothing to look at; what was looked at is done.
    const open = checksLeft(pickup, exercise.told).map(({ id }) => id);
    expect(open).toContain('level');
    expect(open).not.toContain('heat');
    const after = checksLeft(pickup, [...exercise.told, looksAt(pickup, exercise, 'level')]);
    expect(after.map(({ id }) => id)).not.toContain('level');
  });

  test('the program gets through every one of them, and nobody is beaten by its own way', () => {
    for (let seed = 1; seed <= 24; seed += 1) {
      const table = TABLES[seed % 3]!;
      const exercise = exerciseOf(table, seed);
      const steps = programsWay(table, exercise);
      expect(isPutRight(table, exercise, steps), `seed ${seed}`).toBe(true);
      const spent = spentOn(table, exercise, steps);
      expect(scoreOf(spent, spent, true)).toBe(100);
      expect(spent.minutes).toBeGreaterThan(0);
    }
  }, 120_000);

  test('a part bought for nothing, a check that tells nothing: each costs, and the score says so', () => {
    const exercise = { ...exerciseOf(pickup, 11), hidden: { faults: [pickup.causes.findIndex(({ id }) => id === 'shroud')], off: 0, seed: 3 } }; // prettier-ignore
    const straight = [...exercise.told, repaired('shroud')];
    const detour = [...exercise.told, repaired('radiator'), REMAINS, repaired('shroud')];
    expect(isPutRight(pickup, exercise, straight)).toBe(true);
    expect(isPutRight(pickup, exercise, [...exercise.told, repaired('radiator')])).toBe(false);
    const [a, b] = [spentOn(pickup, exercise, straight), spentOn(pickup, exercise, detour)];
    expect(a).toMatchObject({ checks: 0, repairs: 1 });
    const radiator = pickup.remedies.find(({ id }) => id === 'radiator')!.line;
    const hours = (radiator.minutes + USUAL_PRACTICE.repairProved) / 60;
    expect(b.money - a.money).toBeCloseTo(radiator.money + USUAL_PRACTICE.boughtForNothing + hours * USUAL_PRACTICE.labourHour, 6); // prettier-ignore
    const looked = spentOn(pickup, exercise, [...straight, looksAt(pickup, exercise, 'level')]);
    expect(looked.money).toBeGreaterThan(a.money);
    expect(scoreOf(b, a, true)).toBeLessThan(60);
    expect(scoreOf(a, b, true)).toBe(100);
    expect(scoreOf(a, a, false)).toBe(0);
    // Dearer hands make the same minutes dearer.
    expect(spentOn(pickup, exercise, straight, practiceOf({ labourHour: 120 })).money).toBeGreaterThan(
      a.money,
    );
    // What no table has costs nothing and puts nothing right.
    expect(spentOn(pickup, exercise, [repaired('nonsense')])).toMatchObject({ money: 0, repairs: 0 });
  });

  test('two faults want both put right', () => {
    const faults = ['shroud', 'cap'].map((id) => pickup.causes.findIndex((cause) => cause.id === id));
    const exercise = { ...exerciseOf(pickup, 2), hidden: { faults, off: 0, seed: 2 } };
    expect(isPutRight(pickup, exercise, [repaired('shroud')])).toBe(false);
    expect(isPutRight(pickup, exercise, [repaired('cap'), REMAINS, repaired('shroud')])).toBe(true);
  });

  test('a filed job shows what was written down, also against the table, and the rest by its cause', () => {
    const steps: DiagnosisStep[] = [
      { kind: 'found', check: 'heat', outcome: 'crawl' },
      { kind: 'found', check: 'level', outcome: 'low' },
      repaired('top-up'),
      { kind: 'found', check: 'cap-test', outcome: 'weak' },
    ];
    const exercise = exerciseFrom(pickup, steps, ['shroud'], 5)!;
    expect(exercise.told).toContainEqual({ kind: 'found', check: 'heat', outcome: 'crawl' });
    expect(looksAt(pickup, exercise, 'level')).toEqual({ kind: 'found', check: 'level', outcome: 'low' });
    // What was found after a repair is of another vehicle, as it were.
    expect([...exercise.written.keys()]).toEqual(['heat', 'level']);
    expect(isPutRight(pickup, exercise, programsWay(pickup, exercise))).toBe(true);
    expect(exerciseFrom(pickup, steps, ['nothing-like-it'], 5)).toBeUndefined();
    expect(exerciseFrom(pickup, steps, [], 5)).toBeUndefined();
  });
});
