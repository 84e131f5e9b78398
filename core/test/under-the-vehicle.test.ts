import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { layOut, openSteps, readFacts, timelineOf, waysIn, writeProcedure } from '../src/access/index.ts';
import { judgeBench, type BenchReading, type RunningReading } from '../src/bench/index.ts';
import { leadingParts, foldJob, minutesOf, isStopped, runningTimers, trayOf, tick, CLOCK_START, type EventKind, type EventPayloads, type JobEvent, untested } from '../src/job/index.ts'; // prettier-ignore
import { assembleSheet, type Fastener } from '../src/procedure/index.ts';
import { mapOf, off, operation } from './access-maps.ts';

/** What one page of a phone writes down. */
function page(phone: string, name: string, from = 0) {
  let [clock, seq] = [CLOCK_START, 0];
  return <K extends EventKind>(kind: K, payload: EventPayloads[K], atMs = 1000): JobEvent => {
    clock = tick(clock, from + atMs);
    seq += 1;
    const device = `${phone}-${name}`;
    return { id: `${device}-${seq}`, kind, device, seq, clock, deviceTime: new Date(from + atMs).toISOString(), person: phone, payload } as JobEvent; // prettier-ignore
  };
}
const fastener = (tray: string, change: Partial<Fastener> = {}): Fastener => ({
  tray, name: `screws ${tray}`, thread: 'M6 × 16', lengthMm: 16, tool: '10 mm socket', expected: 4, torqueNm: null, torqueSource: '', policy: 'reuse', when: null,
  ...change,
}); // prettier-ignore
const out = (tray: string, there: number, more: Partial<EventPayloads['fasteners out']> = {}) => ({
  tray,
  step: 'out fan',
  there,
  missing: 0,
  broken: 0,
  wrong: 0,
  over: [] as string[],
  ...more,
});

describe('the tray', () => {
  const long = fastener('B', { thread: 'M6 × 25', lengthMm: 25 });
  test('counts out as found and back down to an empty dish; what is sheared off and thrown away is bought', () => {
    const say = page('a', '1');
    const clip = fastener('C', { thread: 'push clip 8 mm', lengthMm: null, policy: 'replace', expected: 6 });
    const events = [
      say('fasteners out', out('A', 3, { broken: 1 })),
      say('fasteners out', out('C', 5, { missing: 1 })),
      say('fasteners replaced', { tray: 'A', count: 1, by: 'M6 × 16' }),
    ];
    const before = trayOf([fastener('A'), long, clip], foldJob(events));
    expect(before.places.map(({ left, toBuy }) => [left, toBuy])).toEqual([[4, 0], [0, 0], [5, 6]]); // prettier-ignore
    expect(before.isEmpty).toBe(false);
    const back = [
      say('fasteners replaced', { tray: 'C', count: 6, by: 'new clips' }),
      say('fasteners back', { tray: 'A', step: 'back fan', count: 4, over: [] }),
      say('fasteners back', { tray: 'C', step: 'back fan', count: 6, over: [] }),
    ];
    const after = trayOf([fastener('A'), long, clip], foldJob([...events, ...back]));
    expect(after.places.map(({ left, toBuy }) => [left, toBuy])).toEqual([[0, 0], [0, 0], [0, 0]]); // prettier-ignore
    expect(after.isEmpty).toBe(true);
  });
  test('knows which place must not be taken for which, both ways', () => {
    const { places } = trayOf([fastener('A'), long], foldJob([]));
    expect(places[0]!.hazards).toEqual([{ sort: 'screw', tray: 'B', byMm: 9, thread: 'M6', longer: false }]);
    expect(places[1]!.hazards).toEqual([{ sort: 'screw', tray: 'A', byMm: 9, thread: 'M6', longer: true }]);
  });
  test('a clip for another hole must not be taken either, and says which way it is wrong', () => {
    const [small, large] = [
      { ...fastener('D'), lengthMm: null, thread: 'push clip 6 mm' },
      { ...fastener('C'), lengthMm: null, thread: 'push clip 8 mm' },
    ];
    const { places } = trayOf([small, large], foldJob([]));
    expect(places.map(({ hazards }) => hazards)).toEqual([
      [{ sort: 'clip', tray: 'C', byMm: 2, thread: 'push clip 8 mm', longer: false }],
      [{ sort: 'clip', tray: 'D', byMm: 2, thread: 'push clip 8 mm', longer: true }],
    ]);
  });
  test('a count takes the place of those it saw; undone, they stand again', () => {
    const [a, b] = [page('a', '1'), page('b', '1', 10)];
    const [three, four] = [a('fasteners out', out('A', 3)), b('fasteners out', out('A', 4))];
    const settled = a('fasteners out', out('A', 4, { over: [four.id] }), 5000);
    const doubts = (events: JobEvent[]) =>
      trayOf([fastener('A')], foldJob(events)).places[0]!.contradictions.length;
    expect([doubts([three]), doubts([three, four]), doubts([three, four, settled])]).toEqual([0, 1, 0]);
    expect(doubts([three, four, settled, a('undone', { event: settled.id }, 6000)])).toBe(1);
    // Two who counted the same agree.
    expect(doubts([three, b('fasteners out', out('A', 3), 7000)])).toBe(0);
  });
  test('folds the same in any order and any repetition', () => {
    const kinds: ((say: ReturnType<typeof page>, n: number) => JobEvent)[] = [
      (say, n) => say('fasteners out', out('AB'[n % 2]!, n % 5)),
      (say, n) => say('fasteners back', { tray: 'A', step: 'back fan', count: n % 5, over: [] }),
      (say, n) => say('step ticked', { step: `s${n % 4}`, phase: 'remove', partId: 1, done: n % 3 > 0 }),
      (say, n) => say('step skipped', { step: `s${n % 4}`, phase: 'remove', partId: 1, reason: 'gone' }),
      (say, n) => say('bench tested', { partId: 1, fan: 'the fan', state: 'bare motor', volts: 12, amps: n, turns: 'right way', rough: false, label: null }),
      (say, n) => say('timer', { what: 'work', act: n % 2 ? 'begin' : 'end', step: 's1', boot: 'b', monotonicMs: n }),
      (say, n) => say('undone', { event: `a-1-${(n % 6) + 1}` }),
    ]; // prettier-ignore
    fc.assert(
      fc.property(fc.array(fc.tuple(fc.boolean(), fc.nat(6), fc.nat(20)), { maxLength: 25 }), fc.infiniteStream(fc.nat(1000)), (plan, dice) => {
        const says = [page('a', '1'), page('b', '1', 3)];
        const events = plan.map(([first, kind, n]) => kinds[kind]!(says[first ? 0 : 1]!, n));
        const shuffled = [...events, ...events.slice(0, 5)].map((event) => ({ event, at: dice.next().value as number })).sort((x, y) => x.at - y.at).map(({ event }) => event);
        expect(foldJob(shuffled)).toEqual(foldJob(events));
      }),
      { numRuns: 300, seed: 3 },
    ); // prettier-ignore
  });
  test('ten thousand events are folded', () => {
    const say = page('a', '1');
    const events = Array.from({ length: 10_000 }, (_, n) => say('step ticked', { step: `s${n % 60}`, phase: 'remove', partId: 1, done: true })); // prettier-ignore
    expect(Object.keys(foldJob(events).steps)).toHaveLength(60);
  });
});

describe('timers', () => {
  const timer = (act: 'begin' | 'end', boot: string, monotonicMs: number) => ({ what: 'work', act, step: 's', boot, monotonicMs }) as const; // prettier-ignore
  test('run on the monotonic clock of a page, and on across a reload; a minute put right stands', () => {
    const [before, after] = [page('a', '1'), page('a', '2')];
    const same = [
      before('timer', timer('begin', 'x', 0), 0),
      before('timer', timer('end', 'x', 120_000), 999_000),
    ];
    expect(minutesOf(foldJob(same), 's')).toBe(2);
    const begun = page('a', '3')('timer', timer('begin', 'x', 5), 1000);
    expect(runningTimers([begun], 'a-7').get('work s')).toBe(1000);
    expect(runningTimers([begun], 'b-7').size).toBe(0);
    const across = [begun, after('timer', timer('end', 'y', 3), 181_000)];
    expect(minutesOf(foldJob(across), 's')).toBe(3);
    expect(minutesOf(foldJob([...across, after('minutes put right', { step: 's', minutes: 25 }, 182_000)]), 's')).toBe(25); // prettier-ignore
  });
});

describe('on the bench', () => {
  const reading = (change: Partial<RunningReading>): RunningReading => ({
    state: 'in its shroud on the core', volts: 13.5, amps: 11, turns: 'right way', rough: false, label: { volts: 13.5, amps: 11 }, ...change,
  }); // prettier-ignore
  // 10.1 A at 12.3 V is about 13 A at 14.0 V: fact of the trade, no source.
  test('current is carried over to the record’s voltage', () => {
    const { word, because } = judgeBench(
      reading({ volts: 12.3, amps: 10.1, label: { volts: 14, amps: 13 } }),
    );
    expect(word).toBe('passed');
    expect(because).toMatchObject({ code: 'as-on-record', atV: 14, recordA: 13 });
    expect((because as { amps: number }).amps).toBeCloseTo(13.1, 1);
  });
  test.each([
    ['failed', { amps: 0 }, 'open'],
    ['failed', { amps: 0, label: null }, 'open'],
    ['failed', { amps: null }, 'over-range'],
    ['failed', { turns: 'backwards' }, 'backwards'],
    ['failed', { turns: 'does not turn', amps: 40 }, 'seized'],
    ['failed', { rough: true }, 'rough'],
    ['failed', { amps: 30 }, 'too-much'],
    ['failed', { amps: 4 }, 'too-little'],
    ['failed', { state: 'with blades', amps: 30 }, 'too-much'],
    ['failed', { state: 'bare motor', amps: 8 }, 'drags'],
    ['untold', { state: 'bare motor', amps: 3 }, 'bare'],
    ['untold', { state: 'with blades', amps: 8 }, 'free-air'],
    ['untold', { volts: 9.8, amps: 8 }, 'sags'],
    ['untold', { volts: null }, 'no-volts'],
    ['untold', { label: null }, 'no-record'],
    ['untold', { amps: NaN }, 'no-reading'],
    ['untold', { volts: -3 }, 'no-reading'],
  ] as const)('%s where %o', (word, change, code) => {
    const outcome = judgeBench(reading(change));
    expect(outcome.word).toBe(word);
    expect(outcome.because.code).toBe(code);
  });
  // A thermostat of 82 °C begins to open near it and is fully open about 15 K above: common practice, no source.
  const water = {
    test: 'hot water',
    opensC: 82,
    fullC: 95,
    shuts: 'yes',
    rated: { opensC: 82, fullC: 95 },
  } as const;
  const cap = { test: 'pressure', letsGoKPa: 108, vacuum: 'yes', ratedKPa: 110 } as const;
  const kit = {
    test: 'switching',
    steps: 'all',
    hot: false,
    onC: 93,
    offC: 87,
    rated: { onC: 93, offC: 87 },
  } as const;
  test.each([
    ['passed', water, {}, 'opens-right'],
    ['passed', { ...water, rated: { opensC: 92, fullC: 105 } }, { opensC: 92, fullC: null }, 'opens-right'],
    ['failed', water, { opensC: 70 }, 'opens-early'],
    ['failed', water, { opensC: 91 }, 'opens-late'],
    ['failed', water, { opensC: null, fullC: null }, 'stays-shut'],
    ['failed', water, { shuts: 'no', opensC: null }, 'stands-open'],
    ['failed', water, { fullC: 99.5 }, 'not-full'],
    // Nobody looked: not taken for good. Rated above boiling: an open pot cannot tell.
    ['untold', water, { shuts: 'unseen' }, 'shuts-unseen'],
    ['untold', water, { fullC: null }, 'full-unseen'],
    ['untold', water, { opensC: null, rated: { opensC: 105, fullC: null } }, 'no-temperature'],
    ['untold', water, { rated: null }, 'no-rating'],
    ['passed', cap, {}, 'lets-go-right'],
    ['failed', cap, { letsGoKPa: 80 }, 'lets-go-low'],
    ['failed', cap, { letsGoKPa: 140 }, 'lets-go-high'],
    ['failed', cap, { vacuum: 'no' }, 'vacuum-stuck'],
    ['untold', cap, { ratedKPa: null }, 'no-cap-rating'],
    ['untold', cap, { vacuum: 'unseen' }, 'vacuum-unseen'],
    ['passed', kit, {}, 'set-points-right'],
    ['passed', kit, { onC: null, offC: null }, 'switches-all'],
    ['failed', kit, { onC: 99 }, 'set-point-off'],
    ['failed', kit, { offC: 80 }, 'set-point-off'],
    ['failed', kit, { steps: 'some' }, 'switches-some'],
    ['failed', kit, { steps: 'none' }, 'switches-nothing'],
    ['failed', kit, { hot: true }, 'gets-hot'],
    ['untold', kit, { steps: 'unseen' }, 'no-reading'],
  ] as const)('%s: %o with %o', (word, whole, change, code) => {
    const outcome = judgeBench({ ...whole, ...change } as BenchReading);
    expect([outcome.word, outcome.because.code]).toEqual([word, code]);
  });
  const say = page('a', '1');
  const chosen = say('part chosen', { partId: 1, revisionId: 1, kind: 'fan', role: 'goes in' });
  const test1 = (amps: number, unit = '') =>
    say('bench tested', { ...reading({ amps }), partId: 1, fan: 'the fan', unit });
  test('a failed test of a part that goes in stops the job; another reading, another part or its return lets it go on', () => {
    const failed = test1(0);
    expect(isStopped(foldJob([chosen, failed]))).toBe(true);
    expect(isStopped(foldJob([failed]))).toBe(false);
    expect(isStopped(foldJob([chosen, failed, test1(11)]))).toBe(false);
    expect(isStopped(foldJob([chosen, failed, say('part moved', { partId: 1, state: 'sent back' })]))).toBe(
      false,
    );
  });
  test('a part goes in untested only where somebody says why, of this unit and no other', () => {
    const open = (...events: Parameters<typeof foldJob>[0]) =>
      untested(foldJob([chosen, ...events])).map(({ partId }) => partId);
    const skipped = say('bench skipped', { partId: 1, unit: '', why: 'no supply here' });
    expect(open()).toEqual([1]);
    expect(open(test1(11))).toEqual([]);
    // A test that tells nothing is no test.
    expect(
      open(say('bench tested', { ...reading({ label: null }), partId: 1, fan: 'the fan', unit: '' })),
    ).toEqual([1]);
    expect(open(skipped)).toEqual([]);
    expect(open(skipped, say('undone', { event: skipped.id }))).toEqual([1]);
    // The reason was given for a unit that went back.
    expect(
      open(
        skipped,
        say('bench tested', { ...reading({ label: null }), partId: 1, fan: 'the fan', unit: '2' }),
      ),
    ).toEqual([1]);
    // A cap is offered a test and not held up for it.
    expect(
      untested(foldJob([say('part chosen', { partId: 2, revisionId: 1, kind: 'cap', role: 'goes in' })])),
    ).toEqual([]);
  });
});

describe('laid out and in order', () => {
  const map = mapOf(
    [
      operation('cool', { gives: [{ thing: 'cold', state: 'ready' }], waiting: true, minutes: 60, cautions: ['hot-coolant'], back: null }),
      operation('cover', { uses: [{ tray: 'A', count: 6 }], breaks: 0.3, tools: ['clip lifter'] }),
      operation('bracket', { uses: [{ tray: 'B', count: 2 }] }),
      operation('radiator', { needs: [[off('cover'), off('bracket'), { thing: 'cold', state: 'ready' }]], tools: ['1/2 in spanner'] }),
    ],
    { fasteners: [fastener('A', { thread: 'push clip', policy: 'replace', expected: 6, tool: 'clip lifter' }), fastener('B', { expected: 2 })] },
  ); // prettier-ignore
  const found = waysIn({ map, goal: [off('radiator')] });
  const way = found.found ? found.ways[0]! : undefined;
  const { document } = writeProcedure(map, way!.operations, { title: 'x', partKind: 'radiator' });
  const sheet = assembleSheet({ procedure: document, vehicle: { airConditioning: false, selfShifting: false, highVoltage: false }, work: [], coolant: undefined }); // prettier-ignore

  test('metric and inch lie apart; what breaks, from the map and from jobs before, is had ready', () => {
    const laid = layOut(map, way!.operations, sheet, way!, [{ tray: 'B', jobs: 2, missing: 1, broken: 2 }]);
    expect([laid.metric, laid.inch]).toEqual([['10 mm socket'], ['1/2 in spanner']]);
    expect(laid.haveReady.map(({ tray, count, why }) => [tray, count, why])).toEqual([
      ['A', 2, '2 of 6 usually break'],
      ['B', 2, '1 missing and 2 broken on 2 jobs before'],
    ]);
  });
  test('the engine cools while things are laid out; work follows after', () => {
    const [cools, first] = timelineOf(sheet.sections);
    expect(cools).toEqual({ label: 'Engine cools', from: 0, to: 60, waiting: true });
    expect(first).toMatchObject({ label: 'Take out', from: 60 });
  });
  test('another order only where the map allows it, and never in a procedure that somebody wrote', () => {
    const steps = sheet.sections.flatMap((section) => section.steps);
    const run = { map, operations: way!.operations, already: [] };
    const open = (settled: string[], of: typeof run | null = run) => [...openSteps(steps, new Set(settled), of)].sort(); // prettier-ignore
    expect(open([])).toEqual(['out bracket', 'out cool', 'out cover']);
    expect(open([], null)).toEqual(['out cool']);
    expect(open(['out cool', 'out cover'])).toEqual(['out bracket']);
    const allOut = ['out cool', 'out cover', 'out bracket', 'out radiator'];
    expect(open(allOut)).toEqual(['back radiator']);
    expect(open([...allOut, 'back radiator'])).toEqual(['back bracket', 'back cover']);
  });
  test('facts are read as a hand writes them', () => {
    const things = new Set(['upper-hose', 'radiator']);
    expect(readFacts('upper-hose, radiator out with another', things)).toEqual({ ok: true, facts: [off('upper-hose'), { thing: 'radiator', state: 'out with another' }] }); // prettier-ignore
    expect(readFacts('lamp off', things)).toMatchObject({ ok: false });
  });
});

test('one part leads the work in every view: the radiator before the fan before the rest, whatever was chosen first', () => {
  const part = (kind: 'thermostat' | 'fan' | 'radiator' | 'shroud', role: 'goes in' | 'stays' = 'goes in', state: 'wanted' | 'sent back' = 'wanted') => ({ kind, role, state }); // prettier-ignore
  const kinds = (...parts: ReturnType<typeof part>[]) => leadingParts(parts).map(({ kind }) => kind);
  expect(kinds(part('thermostat'), part('fan'))).toEqual(['fan', 'thermostat']);
  expect(kinds(part('shroud'), part('thermostat'), part('radiator', 'stays'), part('fan', 'goes in', 'sent back'))).toEqual(['shroud', 'thermostat']); // prettier-ignore
});
