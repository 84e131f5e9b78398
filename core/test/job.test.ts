import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import {
  SIDE_KINDS,
  sidesOf,
  type JobPart,
  CLOCK_START,
  EVENT_KINDS,
  JOB_STAGES,
  compareClocks,
  foldJob,
  seen,
  tick,
  type EventKind,
  type EventPayloads,
  type JobEvent,
  chunkProblem,
  everHeldBy,
  inHandsOf,
  moneyOf,
  rootOf,
  samplesOf,
  trusted,
  undone,
  type Undoable,
} from '../src/job/index.ts';
import { USUAL_PRACTICE } from '../src/practice/index.ts';

/** Two devices that see each other's events now and then, with wall clocks that stand wrong. */
function write(device: string, skewMs: number) {
  let [clock, seq, now] = [CLOCK_START, 0, Date.UTC(2026, 10, 1)];
  return {
    sees: (event: JobEvent) => void (clock = seen(clock, event.clock, now + skewMs)),
    event: <K extends EventKind>(kind: K, payload: EventPayloads[K]): JobEvent => {
      now += 1000;
      clock = tick(clock, now + skewMs);
      seq += 1;
      return {
        id: `${device}-${seq}`,
        kind,
        device,
        seq,
        clock,
        deviceTime: new Date(now + skewMs).toISOString(),
        person: device,
        payload,
      } as JobEvent;
    },
  };
}

const opened = {
  vehicleId: 7,
  label: 'lift two',
  complaint: 'hot in town',
  odometerKm: 91_000,
  alterations: [],
};
const part = (partId: number) => ({ partId, revisionId: partId, kind: 'radiator', role: 'goes in' }) as const;

function story(): JobEvent[] {
  const [desk, phone] = [write('desk', 0), write('phone', -3_600_000)];
  const events = [
    desk.event('opened', opened),
    desk.event('figure taken', { key: 'bayDepth', text: '180 mm', method: 'tape', sourceId: 1 }),
    desk.event('part chosen', part(3)),
    desk.event('choices made', { choices: { spacer: 8, fuse: 40 } }),
  ];
  phone.sees(events.at(-1)!);
  events.push(
    phone.event('step ticked', { step: 'a', phase: 'remove', partId: 3, done: true }),
    phone.event('timer', { what: 'work', act: 'begin', step: 'a', boot: 'b1', monotonicMs: 1000 }),
    phone.event('timer', { what: 'work', act: 'end', step: 'a', boot: 'b1', monotonicMs: 61_000 }),
    phone.event('fasteners counted', { partId: 3, tray: 'A', found: 5 }),
  );
  desk.sees(events.at(-1)!);
  const wrong = desk.event('choices made', { choices: { fuse: null, spacer: 10 } });
  return [...events, wrong, desk.event('undone', { event: wrong.id })];
}

describe('the fold of a job', () => {
  const told = story();
  test('says what happened: vehicle, figures, parts, choices, steps, minutes', () => {
    expect(foldJob(told)).toMatchObject({
      vehicleId: 7,
      stage: 'remove',
      figures: { bayDepth: { text: '180 mm' } },
      parts: [{ partId: 3, state: 'wanted', role: 'goes in' }],
      choices: { spacer: 8, fuse: 40 },
      steps: { a: { done: true } },
      counted: { '3 A': { found: 5 } },
      spans: [{ what: 'work', step: 'a', ms: 60_000 }],
      heads: { desk: 6, phone: 4 },
    });
  });
  test('is the same in whatever order events arrive, and however often', () => {
    const whole = foldJob(told);
    fc.assert(
      fc.property(
        fc.shuffledSubarray(told, { minLength: told.length }),
        fc.subarray(told),
        (shuffled, again) => {
          expect(foldJob([...shuffled, ...again])).toEqual(whole);
        },
      ),
      { seed: 3, numRuns: 150 },
    );
  });
  test('an undo names what it undoes, and may itself be undone', () => {
    const undo = told.at(-1)!;
    const desk = write('other', 3_600_000);
    desk.sees(undo);
    expect(foldJob([...told, desk.event('undone', { event: undo.id })]).choices).toEqual({ spacer: 10 });
  });
  test('undoing hangs on what names what, not on clocks, and a chain may be as long as somebody cares to send', () => {
    const desk = write('desk', 0);
    const noted = desk.event('noted', { text: 'seen' });
    const undo = desk.event('undone', { event: noted.id });
    const again = { ...desk.event('undone', { event: undo.id }), clock: { ms: 1, n: 0 } } as JobEvent;
    for (const order of [
      [noted, undo, again],
      [again, undo, noted],
    ])
      expect(undone(order)).toEqual(new Set([undo.id]));
    // Two undos of one thing: it stays gone until both are.
    const second = desk.event('undone', { event: noted.id });
    expect(undone([noted, undo, again, second]).has(noted.id)).toBe(true);
    const chain: JobEvent[] = [noted];
    for (let i = 0; i < 30_001; i += 1)
      chain.push({ ...undo, id: `u${i}`, payload: { event: chain.at(-1)!.id } } as JobEvent);
    expect(undone(chain).has(noted.id)).toBe(true);
    expect(undone(chain.slice(0, -1)).has(noted.id)).toBe(false);
    // Undos that name each other in a ring take nothing away, and lead nowhere.
    const ring = [{ ...undo, id: 'x', payload: { event: 'y' } }, { ...undo, id: 'y', payload: { event: 'x' } }] as JobEvent[]; // prettier-ignore
    expect(undone(ring)).toEqual(new Set());
    const kinds = new Map<string, Undoable>([...chain, ...ring].map((event) => [event.id, { kind: event.kind, names: event.kind === 'undone' ? event.payload.event : undefined }])); // prettier-ignore
    expect([rootOf('u29999', kinds)?.kind, rootOf('x', kinds), rootOf('nobody', kinds)]).toEqual(['noted', undefined, undefined]); // prettier-ignore
  });

  test('a clock that runs more than a day ahead is forgotten, one that is only off is kept', () => {
    const now = Date.UTC(2026, 10, 1);
    const hour = 3_600_000;
    expect(trusted({ ms: now + 23 * hour, n: 4 }, now)).toEqual({ ms: now + 23 * hour, n: 4 });
    expect(trusted({ ms: now + 25 * hour, n: 4 }, now)).toEqual(CLOCK_START);
    expect(tick(trusted({ ms: 4_102_444_800_000, n: 2_147_483_647 }, now), now)).toEqual({ ms: now, n: 0 });
  });

  test('a clock an hour slow does not put what was done knowing of something before it', () => {
    const [fast, slow] = [write('fast', 7_200_000), write('slow', -7_200_000)];
    const first = fast.event('opened', opened);
    slow.sees(first);
    const second = slow.event('described', { label: 'lift three' });
    expect(compareClocks(first.clock, second.clock)).toBeLessThan(0);
    expect(foldJob([second, first]).label).toBe('lift three');
  });
  test('closing is a state: what the closer had not seen is kept, shown as late, and opens nothing', () => {
    const [desk, phone] = [write('desk', 0), write('phone', 0)];
    const first = desk.event('opened', opened);
    const unseen = phone.event('step ticked', { step: 'z', phase: 'prove', partId: 3, done: true });
    const closed = desk.event('closed', { outcome: 'done', note: '', heads: { desk: 1 } });
    const state = foldJob([first, unseen, closed]);
    expect(state).toMatchObject({ stage: 'file', late: [unseen.id], steps: { z: { done: true } } });
    // A specialist who has looked at it takes it off the list; what came later still stands on it.
    const looked = desk.event('late looked at', { events: [unseen.id], note: 'no matter' });
    const later = phone.event('noted', { text: 'and a bolt' });
    expect(foldJob([later, looked, first, closed, unseen]).late).toEqual([later.id]);
    expect(foldJob([looked, first, closed, unseen]).late).toEqual([]);
    expect(foldJob([first, unseen, closed, desk.event('opened again', { note: 'leaks' })])).toMatchObject({
      closed: null,
      late: [],
      stage: 'prove',
    });
  });
  test('two records made one are read as one by every event, early or late, and as two once that is taken back; neither is late on a closed job', () => {
    const [desk, phone, library] = [write('desk', 0), write('phone', 0), write('library', 0)];
    const first = desk.event('opened', opened);
    const chosen = desk.event('part chosen', { partId: 3, revisionId: 30, kind: 'fan', role: 'goes in' });
    for (const each of [phone, library]) each.sees(chosen);
    const events = [
      first,
      chosen,
      library.event('records merged', { what: 'part', from: 3, to: 8, revisionId: 80, said: '' }),
      library.event('records merged', { what: 'vehicle', from: opened.vehicleId, to: 99, revisionId: null, said: '' }),
      // It had not heard of it.
      phone.event('part moved', { partId: 3, state: 'fitted' }),
      desk.event('closed', { outcome: 'done', note: '', heads: { desk: 3, phone: 1 } }),
    ] as const;
    const merged = { vehicleId: 99, late: [], parts: [{ partId: 8, revisionId: 80, state: 'fitted' }] };
    expect(foldJob(events)).toMatchObject(merged);
    expect(foldJob(events.toReversed())).toMatchObject(merged);
    // The kept record went into a third one since; a ring leads nowhere.
    const further = library.event('records merged', { what: 'part', from: 8, to: 12, revisionId: 120, said: '' });
    expect(foldJob([...events, further]).parts).toMatchObject([{ partId: 12, revisionId: 120 }]);
    const apart = [events[2], events[3]].map(({ id }) => library.event('undone', { event: id }));
    expect(foldJob([...events, ...apart])).toMatchObject({ vehicleId: opened.vehicleId, late: [], parts: [{ partId: 3, revisionId: 30 }] });
  }); // prettier-ignore
  test('its stage follows from what was done and only ever is one of the ten', () => {
    const desk = write('desk', 0);
    const events = [desk.event('opened', opened)];
    const stages = [foldJob([]).stage, foldJob(events).stage];
    const add = <K extends EventKind>(kind: K, payload: EventPayloads[K]) => {
      events.push(desk.event(kind, payload));
      stages.push(foldJob(events).stage);
    };
    add('part chosen', part(3));
    add('part moved', { partId: 3, state: 'here' });
    for (const phase of ['remove', 'install', 'fill', 'prove'] as const)
      add('step ticked', { step: phase, phase, partId: 3, done: true });
    add('closed', { outcome: 'done', note: '', heads: {} });
    expect(stages).toEqual([
      'ask',
      'match',
      'compare',
      'prepare',
      'remove',
      'install',
      'fill',
      'prove',
      'file',
    ]);
    expect(stages.every((stage) => JOB_STAGES.includes(stage))).toBe(true);
    // A tick taken back takes the stage back.
    events.push(desk.event('undone', { event: events.at(-1)!.id }));
    expect(foldJob(events).stage).toBe('prove');
  });
});

test('a job is in the hands of whoever it was handed to last, by the clock of its devices; before that, of whoever opened it', () => {
  const desk = write('desk', 0);
  const events = [desk.event('opened', opened)];
  const hand = (to: number | null) => {
    const event = desk.event('handed over', { to, name: String(to) });
    events.push(event);
    return event;
  };
  expect(inHandsOf(events, 4)).toBe(4);
  const [first, second, none] = [hand(9), hand(8), hand(null)];
  const shuffled = [...events].reverse();
  expect([first, second, none].map(({ clock }) => inHandsOf(shuffled, 4, clock))).toEqual([9, 8, null]);
  expect(inHandsOf(shuffled, 4, events[0]!.clock)).toBe(4);
  expect([...everHeldBy(shuffled, 4)].sort()).toEqual([4, 8, 9]);
  // Taken back, a hand-over never was.
  events.push(desk.event('undone', { event: none.id }));
  expect(inHandsOf(events, 4)).toBe(8);
});

test('every kind of event is folded, the ones that only time or undo among them', () => {
  expect(EVENT_KINDS.length).toBeGreaterThan(15);
  for (const kind of EVENT_KINDS)
    expect(() =>
      foldJob([
        {
          id: '1',
          kind,
          device: 'd',
          seq: 1,
          clock: { ms: 1, n: 0 },
          deviceTime: '',
          person: '',
          payload: { choices: {}, event: 'x', heads: {}, alterations: [] },
        } as unknown as JobEvent,
      ]),
    ).not.toThrow();
});

describe('the samples of an instrument', () => {
  const head = {
    channels: [
      { name: 'current', unit: 'A' },
      { name: 'voltage', unit: 'V' },
    ],
  };
  const chunk = (ordinal: number, from: number) => ({
    ordinal,
    ms: [from, from + 10],
    values: [
      [from, null],
      [12, 13],
    ],
  });
  test('come in any order, and what has not arrived is named, never closed up', () => {
    const samples = samplesOf(head, [chunk(3, 60), chunk(0, 0), chunk(2, 40)]);
    expect(samples).toEqual({
      ms: [0, 10, 40, 50, 60, 70],
      values: [
        [0, null, 40, null, 60, null],
        [12, 13, 12, 13, 12, 13],
      ],
      missing: [1],
    });
    expect(samplesOf(head, [])).toEqual({ ms: [], values: [[], []], missing: [] });
  });
  test('that cannot be are named', () => {
    expect(chunkProblem(head, chunk(0, 0))).toBe('');
    expect(chunkProblem(head, { ...chunk(0, 0), values: [[1, 2]] })).toContain('1 columns for 2');
    expect(chunkProblem(head, { ...chunk(0, 0), values: [[1], [1, 2]] })).toContain('one value a sample');
    expect(chunkProblem(head, { ...chunk(0, 0), ms: [10, NaN] })).toContain('backwards');
  });
});

describe('what a job costs', () => {
  const mara = write('desk', 0);
  const chosen = [mara.event('opened', opened), mara.event('part chosen', part(3)), mara.event('part chosen', { ...part(4), kind: 'fan' }), mara.event('part chosen', { ...part(5), kind: 'shroud', role: 'stays' })]; // prettier-ignore
  const costs = (...more: JobEvent[]) => moneyOf(foldJob([...chosen, ...more]).parts, 90, USUAL_PRACTICE);

  test('what has no price is named and the sum is a least one; what stays costs nothing, what went back nothing any more', () => {
    // 60 an hour, from memory of the practice table: an hour and a half is 90.
    expect(costs()).toEqual({ parts: 0, unpriced: [3, 4], hands: 90, sum: 90 });
    const priced = [mara.event('part priced', { partId: 3, money: 148.5 }), mara.event('part priced', { partId: 4, money: 0 })]; // prettier-ignore
    // Given away is a price; not said is none.
    expect(costs(...priced)).toEqual({ parts: 148.5, unpriced: [], hands: 90, sum: 238.5 });
    const here = mara.event('part moved', { partId: 3, state: 'here' });
    expect(costs(...priced, here).parts).toBe(148.5);
    expect(costs(...priced, here, mara.event('part moved', { partId: 3, state: 'sent back' })).parts).toBe(0);
    expect(costs(...priced, mara.event('part priced', { partId: 3, money: null })).unpriced).toEqual([3]);
    // Chosen anew, another may cost another.
    expect(costs(...priced, mara.event('part chosen', part(3))).unpriced).toEqual([3]);
  });
});

describe('old and new side by side', () => {
  const said = { by: 'Mara', at: '', event: '' };
  const part = (
    partId: number,
    kind: JobPart['kind'],
    role: JobPart['role'],
    state: JobPart['state'] = 'wanted',
  ): JobPart => ({ partId, revisionId: partId, kind, role, state, money: null, ...said });
  test('what stays is on both, what goes in takes the place of what comes off or was to stay, what went back is on neither', () => {
    const sides = sidesOf([
      part(1, 'radiator', 'comes off'),
      part(2, 'radiator', 'goes in'),
      part(3, 'shroud', 'stays'),
      part(4, 'fan', 'stays'),
      part(5, 'fan', 'goes in'),
    ]);
    expect(sides).toEqual({
      old: { radiator: 1, shroud: 3, fan: 4 },
      fresh: { radiator: 2, shroud: 3, fan: 5 },
    });
    const back = sidesOf([
      part(4, 'fan', 'stays'),
      part(5, 'fan', 'goes in', 'sent back'),
      part(6, 'cap', 'goes in'),
    ]);
    expect(back).toEqual({
      old: { radiator: undefined, shroud: undefined, fan: 4 },
      fresh: { radiator: undefined, shroud: undefined, fan: 4 },
    });
    expect(Object.keys(sidesOf([]).fresh).sort()).toEqual([...SIDE_KINDS].sort());
  });
});
