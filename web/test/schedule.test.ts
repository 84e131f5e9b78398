import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { readUses, readWhen, writeUses } from '../src/library/access/typed.ts';
import { laidOut } from '../src/schedule/bars.ts';
import { Clock } from '../src/schedule/clock.ts';
import { readHours, writeHours } from '../src/schedule/hours.ts';
import { breaksText, longText, proofText } from '../src/schedule/words.ts';

describe('hours of a day as a hand writes them', () => {
  const read = (text: string) => {
    const found = readHours(text);
    return found.ok ? writeHours(found.stretches) : found.message;
  };
  test.each([
    ['8-12, 12:30-17', '08:00–12:00, 12:30–17:00'],
    ['8.00 – 12.00 and 13h00–17h30', '08:00–12:00, 13:00–17:30'],
    ['0 to 24', '00:00–24:00'],
    ['', ''],
    ['8:00–12:00, 12:00–16:00', '08:00–12:00, 12:00–16:00'],
  ])('“%s” is %s', (text, said) => {
    expect(read(text)).toBe(said);
    // Written out and read again it is the same.
    expect(read(said)).toBe(said);
  });
  test.each([
    ['8', /no stretch/],
    ['12-8', /ends before it begins/],
    ['8-12, 11-17', /before the stretch before it ends/],
    ['8-25', /no stretch/],
    ['8:60-12', /no stretch/],
    ['8-12-14', /no stretch/],
    ['mornings', /no stretch/],
    ['9-9', /ends before it begins/],
  ])('“%s” is sent back', (text, why) => {
    expect(read(text)).toMatch(why);
  });
});

describe('the shop’s own clock', () => {
  const lisbon = new Clock('Europe/Lisbon');
  test('shows its times whatever the clock of the machine, and reads a field back to the same moment', () => {
    const at = '2026-07-01T08:30:00.000Z';
    expect([lisbon.time(at), lisbon.day(at), lisbon.dayName(at)]).toEqual([
      '09:30',
      '2026-07-01',
      'Wed 1 Jul',
    ]);
    for (const zone of ['UTC', 'Europe/Lisbon', 'Asia/Kolkata', 'Pacific/Auckland', 'America/St_Johns']) {
      const clock = new Clock(zone);
      for (let hour = 0; hour < 24; hour += 1) {
        const moment = new Date(Date.UTC(2026, 10, 27, hour, 35)).toISOString();
        expect(clock.moment(clock.field(moment)), `${zone} ${hour}`).toBe(moment);
      }
    }
  });
  test('a night on which it is put forward or back loses no hour of the day after', () => {
    // Summer time in Lisbon: from 29 March to 25 October 2026.
    expect(lisbon.moment('2026-03-28T12:00')).toBe('2026-03-28T12:00:00.000Z');
    expect(lisbon.moment('2026-03-29T12:00')).toBe('2026-03-29T11:00:00.000Z');
    expect(lisbon.moment('2026-10-25T12:00')).toBe('2026-10-25T12:00:00.000Z');
    expect(lisbon.day('2026-06-30T23:30:00.000Z')).toBe('2026-07-01');
  });
  test('an empty field is no moment, and nonsense is none', () => {
    expect([lisbon.moment(''), lisbon.moment('tomorrow'), lisbon.moment('2026-11-27')]).toEqual([
      null,
      null,
      null,
    ]);
    expect(lisbon.field(null)).toBe('');
    expect(lisbon.when('2026-07-01T08:30:00.000Z', '2026-07-01T07:00:00.000Z')).toBe('09:30');
    expect(lisbon.when('2026-07-02T08:30:00.000Z', '2026-07-01T07:00:00.000Z')).toBe('Thu 2 Jul 09:30');
  });
});

test('what a plan breaks is said a sentence a job, and how good it is without a false promise', () => {
  expect([3, 58, 100, 1345, 4000].map(longText)).toEqual(['3 min', '1 h', '1 h 40', '22 h 25', '3 days']);
  expect(breaksText([
    { id: 1, label: 'Parcel van 3', what: 'pin', minutes: 125 },
    { id: 1, label: 'Parcel van 3', what: 'late', minutes: 40 },
    { id: 2, label: 'Row 5', what: 'out', minutes: 0 },
  ])).toBe('Parcel van 3: can begin 2 h 05 later than it was put, no sooner, 40 min past its promise. Row 5: finds no room.');
  expect(breaksText([])).toBe('');
  expect(proofText({ proven: true, gap: 0 })).toMatch(/proven/);
  // Not proven is never said to be nothing.
  expect(proofText({ proven: false, gap: 0.0001 })).toMatch(/at most 1 % better/);
  expect(proofText({ proven: false, gap: 0.123 })).toMatch(/at most 13 % better/);
}); // prettier-ignore

test('fasteners and whom they concern are read as a hand writes them', () => {
  expect(readUses('4 C, 2xA, b')).toEqual([{ tray: 'C', count: 4 }, { tray: 'A', count: 2 }, { tray: 'B', count: 1 }]);
  expect(writeUses(readUses('4 of C, a')!)).toBe('4 C, 1 A');
  expect(readUses('')).toEqual([]);
  expect(readUses('four C')).toBeUndefined();
  const words = { engines: ['QA5'], transmissions: [] };
  expect(readWhen('  ', words)).toEqual({ ok: true, when: null });
  expect(readWhen('QA5', words)).toMatchObject({ ok: true });
  expect(readWhen('not a vehicle at all', words).ok).toBe(false);
}); // prettier-ignore

describe('bars of a row', () => {
  const LEAST = 0.04;
  const stretches = fc.array(fc.tuple(fc.integer({ min: 0, max: 90 }), fc.integer({ min: 1, max: 300 })), { maxLength: 14 }).map((list) => {
    // One after the other, as a bay or a pair of hands has them.
    let at = 0;
    return list.flatMap(([gap, long], index) => {
      const left = at + gap / 1000;
      at = left + long / 1000;
      return at <= 1 ? [{ key: String(index), left, right: at }] : [];
    });
  }); // prettier-ignore
  test('every target is wide enough, none lies on another, none leaves the picture, and every stretch is drawn', () => {
    fc.assert(
      fc.property(stretches, (list) => {
        const laid = laidOut(list, LEAST);
        expect(laid.size).toBe(list.length);
        const hit = [...laid.values()].filter((each) => each.hit).sort((a, b) => a.left - b.left);
        let end = 0;
        for (const { left, width } of hit) {
          expect(width).toBeGreaterThanOrEqual(LEAST - 1e-9);
          expect(left).toBeGreaterThanOrEqual(end - 1e-9);
          end = left + width;
        }
        expect(end).toBeLessThanOrEqual(1 + 1e-9);
        // What is long enough by itself and has nothing short before it is drawn as it is.
        list.forEach(({ key, left, right }, at) => {
          const before = list[at - 1];
          if (right - left >= LEAST && (!before || before.right - before.left >= LEAST) && list.slice(0, at).every((each) => each.right - each.left >= LEAST))
            expect(laid.get(key)).toMatchObject({ hit: true });
        });
      }),
    ); // prettier-ignore
  });
  test('minutes at the end of the day reach back; two short ones in a row are a target and a mark', () => {
    const [last] = laidOut([{ key: 'a', left: 0.995, right: 1 }], LEAST).values();
    expect(last).toEqual({ left: 0.96, width: 0.04, hit: true });
    const two = laidOut([{ key: 'a', left: 0.5, right: 0.505 }, { key: 'b', left: 0.505, right: 0.51 }], LEAST); // prettier-ignore
    expect([two.get('a')!.hit, two.get('b')!.hit]).toEqual([true, false]);
    const long = laidOut([{ key: 'a', left: 0.5, right: 0.505 }, { key: 'b', left: 0.505, right: 0.7 }], LEAST); // prettier-ignore
    expect(long.get('b')).toMatchObject({ left: 0.54, hit: true });
  });
});
