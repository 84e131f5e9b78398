import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import {
  assumedBefore, mapOfRecordings, mayComeNext, orderBack, orderOut, proofreadMap, waysIn,
  type RecordedOff, type RecordedSaid,
} from '../src/access/index.ts'; // prettier-ignore

const said: RecordedSaid = {
  title: 'recorded', note: 'n', unmeasured: 'not measured',
  off: (name) => `off ${name}`, back: (name) => `back ${name}`, assumed: (names) => `after ${names.join(', ')}`, plug: (words) => `plug ${words}`,
}; // prettier-ignore
const off = (thing: string, more: Partial<RecordedOff> = {}): RecordedOff => ({
  thing, name: thing, partKind: thing === 'radiator' ? 'radiator' : null, place: 'above', tool: '10 mm socket',
  fasteners: [{ tray: 'A', name: 'bolts', count: 2 }], plug: '', broken: 0, coolantL: null, minutes: 5, note: '', back: null, ...more,
}); // prettier-ignore
const things = (...names: string[]): RecordedOff[] => names.map((name) => off(name));
const codes = (...names: string[]): string[] => names.map((name) => `${name}-off`);

describe('a map from what was recorded', () => {
  test('one recording: each thing is assumed to come after the one before it, and the operation says so', () => {
    const map = mapOfRecordings([things('duct', 'hose', 'radiator')], said);
    expect(map.operations.map(({ detail }) => detail)).toEqual(['', 'after duct', 'after hose']);
    expect(map.operations.map(({ needs }) => needs.flat().map(({ thing }) => thing))).toEqual([[], ['duct'], ['hose']]); // prettier-ignore
    expect(mayComeNext(map, codes('duct', 'hose', 'radiator'), [])).toEqual(codes('duct'));
    // The way in to the radiator is worked out from it, and the way back is its reverse.
    const found = waysIn({ map, goal: [{ thing: 'radiator', state: 'off' }] });
    expect(found.found && found.ways[0]!.operations).toEqual(codes('duct', 'hose', 'radiator'));
    expect(orderBack(map, codes('duct', 'hose', 'radiator')).order).toEqual(
      codes('radiator', 'hose', 'duct'),
    );
    expect(proofreadMap(map).filter(({ severity }) => severity === 'wrong')).toEqual([]);
  });

  test('a second recording the other way round frees the two, and no others', () => {
    const map = mapOfRecordings(
      [things('duct', 'hose', 'radiator'), things('hose', 'duct', 'radiator')],
      said,
    );
    expect(mayComeNext(map, codes('duct', 'hose', 'radiator'), []).sort()).toEqual(codes('duct', 'hose'));
    expect(map.operations.find(({ code }) => code === 'radiator-off')!.needs.flat().map(({ thing }) => thing).sort()).toEqual(['duct', 'hose']); // prettier-ignore
  });

  test('minutes are the middle of what was measured; none measured is said, not made up', () => {
    const minutes = (...all: (number | null)[]) =>
      mapOfRecordings(all.map((each) => [off('radiator', { minutes: each })]), said).operations[0]!; // prettier-ignore
    expect(minutes(4, 10, 6).minutes).toBe(6);
    expect(minutes(4, null, 10)).toMatchObject({ minutes: 7, detail: '' });
    expect(minutes(null)).toMatchObject({ minutes: 0, detail: 'not measured' });
  });

  test('clips that broke, coolant, a renewed seal and more than a tray holds', () => {
    const clips = [{ tray: 'A', name: 'clips', count: 4 }];
    const map = mapOfRecordings(
      [
        [off('cover', { fasteners: clips, broken: 1 }), off('hose', { coolantL: 3.5 }), off('radiator')],
        [off('cover', { fasteners: clips, broken: 0 }), off('hose', { coolantL: 4, back: { minutes: 3, renewed: 'clamp' } }), off('radiator')],
      ],
      said,
    ); // prettier-ignore
    const [cover, hose] = map.operations;
    expect(cover!.breaks).toBe(1 / 8);
    expect(hose).toMatchObject({ coolantL: 4, back: { renew: ['clamp'], minutes: 3 } });
    const many = mapOfRecordings([things(...Array.from({ length: 40 }, (_, at) => `thing-${at}`), 'radiator')], said); // prettier-ignore
    expect(many.fasteners).toHaveLength(26);
    expect(proofreadMap(many).filter(({ severity }) => severity === 'wrong')).toEqual([]);
  });

  test('whatever was recorded: every order that was done can be done again, and no circle is left', () => {
    const names = ['duct', 'cover', 'hose', 'fan', 'plug', 'radiator'];
    const recording = fc.shuffledSubarray(names, { minLength: 1 });
    fc.assert(
      fc.property(fc.array(recording, { minLength: 1, maxLength: 5 }), (all) => {
        const recordings = all.map((each) => things(...each));
        const map = mapOfRecordings(recordings, said);
        const wrong = proofreadMap(map).filter(({ severity, at }) => severity === 'wrong' && at !== 'things');
        expect(wrong).toEqual([]);
        const every = map.operations.map(({ code }) => code);
        expect(orderOut(map, every).sort()).toEqual([...every].sort());
        // What one recording did holds of the things it has: nothing assumed contradicts it.
        const after = assumedBefore(recordings);
        for (const each of all)
          each.forEach((later, at) =>
            each
              .slice(at + 1)
              .forEach((latest) => expect(after.get(later)?.has(latest) ?? false).toBe(false)),
          );
      }),
      { seed: 12, numRuns: 400 },
    );
  });
});
