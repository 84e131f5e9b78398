import { expect, test } from 'vitest';
import { foldJob, isSilent, waitsFor, type JobEvent } from '../src/job/index.ts';
import { practiceOf } from '../src/practice/index.ts';
import { jobOf, type Happened } from './job-of.ts';

const opened: Happened = [
  'opened',
  { vehicleId: 1, label: '', complaint: '', odometerKm: null, alterations: [] },
];
const waits = (...said: Happened[]) => waitsFor(jobOf(opened, ...said))?.for;
const chosen: Happened = ['part chosen', { partId: 3, revisionId: 3, kind: 'fan', role: 'goes in' }];
const moved = (state: 'ordered' | 'here'): Happened => ['part moved', { partId: 3, state }];
const way: Happened = ['way chosen', { mapId: 1, revisionId: 1, goals: ['fan'], operations: ['fan'], already: [], title: '' }]; // prettier-ignore
const timer = (act: 'begin' | 'end'): Happened => ['timer', { what: 'waiting', act, step: 'out cool-down', boot: 'b', monotonicMs: act === 'begin' ? 0 : 9 }]; // prettier-ignore
const closed: Happened = ['closed', { outcome: 'done', note: '', heads: { desk: 99 } }];

test('what a job waits for follows the work, and nothing is left to say of one that is done with', () => {
  expect(waits(['checked', { check: 'level', outcome: 'full', how: 'hand', said: '', minutes: 1, stream: null, photo: null }])).toBe('the next check'); // prettier-ignore
  expect(waits()).toBe('a part to be chosen');
  expect(waits(chosen)).toBe('a part to be ordered');
  expect(waits(chosen, moved('ordered'))).toBe('a part to arrive');
  expect(waits(chosen, moved('here'))).toBe('a way in');
  expect(waits(chosen, moved('here'), way)).toBe('hands');
  expect(waits(chosen, moved('here'), way, timer('begin'))).toBe('cooling down');
  expect(waits(chosen, moved('here'), way, timer('begin'), timer('end'))).toBe('hands');
  const failed: Happened = ['bench tested', { partId: 3, fan: 'the fan', state: 'bare motor', volts: 12, amps: 0, turns: 'does not turn', rough: false, label: null }]; // prettier-ignore
  expect(waits(chosen, moved('here'), way, failed)).toBe('another part');
  expect(waits(chosen, ['part dropped', { partId: 3 }])).toBe('a part to be chosen');
  const look: Happened = ['follow-up set', { what: 'after the overnight cool-down', due: '2026-05-01T08:00:00Z', litres: 0.3 }]; // prettier-ignore
  expect(waits(chosen, closed, look)).toBe('a look the next day');
  expect(waits(chosen, closed)).toBe('the library');
  expect(waits(chosen, closed, ['difference settled', { difference: 'outcome 3', how: 'left', said: '' }])).toBeUndefined(); // prettier-ignore
  // A diagnosis alone leaves nothing to lay beside the library.
  expect(waits(closed)).toBeUndefined();
  expect(waits(chosen, ['closed', { outcome: 'given up', note: '', heads: {} }])).toBeUndefined();
});

test('a claim at the maker outlasts the job: it waits until it is settled, and settling it is no late news', () => {
  const held: Happened = [
    'held',
    { hold: 'c', what: 'claim', name: 'NT-F 2212, first unit', note: '', hose: null },
  ];
  const settled: Happened = ['difference settled', { difference: 'outcome 3', how: 'left', said: '' }];
  expect(waitsFor(jobOf(opened, chosen, held, closed, settled))).toEqual({ for: 'a claim to be settled', more: { written: 'NT-F 2212, first unit' } }); // prettier-ignore
  expect(waits(chosen, held, closed)).toBe('the library');
  expect(waits(held, ['closed', { outcome: 'given up', note: '', heads: {} }])).toBe('a claim to be settled');
  expect(
    waits(chosen, held, closed, settled, ['let go', { hold: 'c', how: 'new one sent' }]),
  ).toBeUndefined();
  const event = ([kind, payload]: Happened, device: string, seq: number) =>
    ({ id: `${device}${seq}`, kind, device, seq, clock: { ms: seq * 1000 + (device === 'phone' ? 9000 : 0), n: 0 }, deviceTime: '2026-05-01T08:00:00Z', person: 'Mara', payload }) as unknown as JobEvent; // prettier-ignore
  const desk = [opened, held, ['closed', { outcome: 'done', note: '', heads: { desk: 9 } }] as Happened].map((each, i) => event(each, 'desk', i + 1)); // prettier-ignore
  expect(foldJob([...desk, event(['let go', { hold: 'c', how: '' }], 'phone', 1)]).late).toEqual([]);
  expect(foldJob([...desk, event(['noted', { text: 'rattles' }], 'phone', 1)]).late).toEqual(['phone1']);
});

test('silence says something of work in somebody’s hands only', () => {
  const job = {
    waits: 'hands' as const,
    stage: 'remove' as const,
    inHands: true,
    heardAt: '2026-05-01T08:00:00Z',
  };
  const [soon, late] = [new Date('2026-05-01T09:00:00Z'), new Date('2026-05-01T12:00:00Z')];
  expect([isSilent(job, soon), isSilent(job, late)]).toEqual([false, true]);
  expect(isSilent({ ...job, inHands: false }, late)).toBe(false);
  expect(isSilent({ ...job, stage: 'prepare' }, late)).toBe(false);
  expect(isSilent({ ...job, waits: 'a part to arrive' }, late)).toBe(false);
  expect(isSilent({ ...job, heardAt: null }, late)).toBe(false);
  expect(isSilent(job, soon, practiceOf({ phoneSilent: 30 }))).toBe(true);
});
