import { describe, expect, test } from 'vitest';
import { boxScrew, comesNearerMm, hosePlan } from '../src/fitment/index.ts';
import { controlFaults, dutyAt, modulatedControl, stagedControl } from '../src/drive/index.ts';
import type { FigureSet, Trace } from '../src/figures/index.ts';
import { swappable, threadOf } from '../src/procedure/index.ts';

describe('threads as they are written', () => {
  test.each([
    ['M6 × 16', 'M6'],
    ['m6x20', 'M6'],
    ['M 8 x 25', 'M8'],
    ['M8 × 1.25 × 20', 'M8'],
    ['M10x1,25x30', 'M10 × 1.25'],
    ['M10 x 1.5 x 30', 'M10'],
    ['spacer bolts M6 × 20', 'M6'],
    ['1/4 in', '1/4'],
    ['push clip 8 mm', ''],
  ])('%s is %s', (text, thread) => expect(threadOf(text)).toBe(thread));
  test('only screws of one thread and unlike length change places, each pair once, the longer first', () => {
    const screw = (name: string, thread: string, lengthMm: number) => ({ name, thread, lengthMm });
    const pairs = swappable([
      screw('A', 'M6 × 16', 16),
      screw('B', 'M6x25', 25),
      screw('C', 'M8 × 25', 25),
      screw('D', 'push clip', 12),
      screw('E', 'push clip', 18),
      screw('F', 'M6 × 16', 16),
    ]);
    expect(pairs.map(({ long, short, byMm }) => `${long.name}${short.name}${byMm}`)).toEqual(['BA9', 'BF9']);
  });
  test('a screw in the list of a box has its thread and the last figure as its length', () => {
    expect(boxScrew('M6 × 25 screws')).toMatchObject({ thread: 'M6', lengthMm: 25 });
    expect(boxScrew('bolts M8 × 1.25 × 30')).toMatchObject({ thread: 'M8', lengthMm: 30 });
    expect(boxScrew('12 mm spacers')).toBeUndefined();
  });
});

describe('usual ways fans are driven (common practice)', () => {
  const stages = [
    { onC: 95, offC: 90 },
    { onC: 101, offC: 96 },
  ];
  test('two fans: one, then both; one fan: slowly, by the cube of its speed, then all of it', () => {
    expect(stagedControl('radiator-inlet', stages, { count: 2, currentA: 22 }).stages).toMatchObject([
      { onC: 95, speeds: [1, 0], currentA: 11 },
      { onC: 101, speeds: [1, 1], currentA: 22 },
    ]);
    const [slow, full] = stagedControl('radiator-inlet', stages, { count: 1, currentA: 20 }).stages;
    expect(slow!.currentA / full!.currentA).toBeCloseTo(slow!.speeds[0]! ** 3, 12);
    expect(controlFaults(stagedControl('radiator-inlet', stages, { count: 1, currentA: 20 }))).toEqual([]);
  });
  test('by duty: from its lowest where the first stage comes on to all of it above the ramp', () => {
    const control = modulatedControl('engine-outlet', stages, { count: 2, currentA: 22 }, 8);
    expect(controlFaults(control)).toEqual([]);
    expect(dutyAt(control, 95, false)).toBeCloseTo(control.lowestDuty, 12);
    expect(dutyAt(control, 103, false)).toBeCloseTo(1, 12);
    expect(control.hysteresisK).toBe(5);
    expect(() => modulatedControl('engine-outlet', [], { count: 1, currentA: 10 })).toThrow(/no stage/);
  });
});

test('the rear of a core moves by half of what core and tanks grow; not known where a thickness is not', () => {
  const trace: Trace = {
    figureId: 1,
    method: 'caliper',
    grade: 2,
    source: 'bench',
    text: '',
    by: '',
    at: '',
  };
  const radiator = (figures: Record<string, number>): FigureSet<'radiator'> => ({
    quantities: Object.fromEntries(
      Object.entries(figures).map(([key, value]) => [key, { value, u: 0.6, trace }]),
    ),
    words: {},
  });
  const [old, fresh] = [
    radiator({ coreThickness: 32, thickness: 50 }),
    radiator({ coreThickness: 42, thickness: 66 }),
  ];
  expect(comesNearerMm(old, fresh)).toBeCloseTo(13, 12);
  expect(comesNearerMm(old, radiator({ coreThickness: 42 }))).toBeUndefined();
  expect(comesNearerMm(undefined, fresh)).toBeUndefined();
});

test('a hose whose length is not on record is not said to be trimmed', () => {
  const hose = { boreMm: 38, neckMm: 38, suction: false, hasSpring: false };
  expect(hosePlan({ ...hose, lengthMm: 500, oldLengthMm: undefined })).toMatchObject({
    sentence: 'as-it-is',
    trimMm: 0,
  });
  expect(hosePlan({ ...hose, lengthMm: undefined, oldLengthMm: 430 })).toMatchObject({
    sentence: 'as-it-is',
  });
});
