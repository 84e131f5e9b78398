import { describe, expect, test } from 'vitest';
import { CLOCK_START, foldJob, nextFollowUp, stageOf, stillIn, tick, type EventKind, type EventPayloads, type JobEvent } from '../src/job/index.ts'; // prettier-ignore
import { accountOfJob, openProofs, proofStates, proofsFor, type ProofRecord } from '../src/prove/index.ts';
import type { PressureTest } from '../src/trial/index.ts';

/** Events of one device, a minute apart. */
function job(...said: { [K in EventKind]: [K, EventPayloads[K]] }[EventKind][]) {
  let clock = CLOCK_START;
  const events = said.map(([kind, payload], i) => {
    clock = tick(clock, 1_760_000_000_000 + i * 60_000);
    return { id: `e${i}`, kind, device: 'd', seq: i + 1, clock, deviceTime: new Date(clock.ms).toISOString(), person: 'Ana', payload } as JobEvent; // prettier-ignore
  });
  return foldJob(events);
}
const opened: ['opened', EventPayloads['opened']] = ['opened', { vehicleId: 1, label: '', complaint: '', odometerKm: null, alterations: [] }]; // prettier-ignore
const account: ['account opened', EventPayloads['account opened']] = ['account opened', { arrival: 'full', lowL: null, capacityL: null, extraL: 0, strength: 0, base: 'ethylene', technology: '', target: 50 }]; // prettier-ignore
const radiator: ['part chosen', EventPayloads['part chosen']] = ['part chosen', { partId: 1, revisionId: 1, kind: 'radiator', role: 'goes in' }]; // prettier-ignore
const move = (way: 'out' | 'in', litres: number, more: Partial<EventPayloads['coolant moved']> = {}): ['coolant moved', EventPayloads['coolant moved']] => ['coolant moved', { way, liquid: 'coolant', litres, got: 'jug', tempC: null, strength: null, lost: false, stage: 'fill', note: '', ...more }]; // prettier-ignore
const bled = (more: Partial<EventPayloads['bled']> = {}): ['bled', EventPayloads['bled']] => ['bled', { blower: 'high', stream: null, minutes: 20, met: ['thermostat opened', 'fan cycled', 'heat at the vents'], findings: [{ code: 'opened', said: 'at 84 °C' }], ended: 'done', ...more }]; // prettier-ignore
const pressure: PressureTest = { ambientKPa: 101.3, capKPa: 108, coolantL: 8, strokes: [{ litres: 0.2, kPa: 25 }, { litres: 0.5, kPa: 58 }, { litres: 0.8, kPa: 88 }], strokeU: 0.03, start: { kPa: 88, coolantC: 20, minutes: 0 }, end: { kPa: 88, coolantC: 20, minutes: 30 }, gaugeU: 0.5, temperatureU: 0.3 }; // prettier-ignore
const record: ProofRecord = { airConditioning: true, selfShifting: true, fanControl: 'two-speed', fanCount: 2, engineDriven: false, opensC: 83, warningC: 115, fanOnC: 97 }; // prettier-ignore
const holds = { capacity: { value: 8, u: 0.4 }, change: { value: 0, u: 0 } };
const wordOf = (state: ReturnType<typeof job>, code: string, left?: number) =>
  proofStates(proofsFor(record, state), state, left).find((proof) => proof.code === code)?.word;

describe('what has to be proven', () => {
  const codes = (own: ProofRecord, state = job(opened, radiator)): string[] => proofsFor(own, state).map(({ code }) => code); // prettier-ignore
  test('follows from the record and from what was opened; what the record does not say is asked for, not left out', () => {
    expect(codes(record)).toEqual(['fan ac', 'fan temperature', 'fan steps', 'fan direction', 'fan run-on', 'leak cold', 'leak hot', 'leak pressure', 'thermostat', 'heater', 'level', 'idle hold', 'crawl', 'quiet', 'transmission', 'tray']); // prettier-ignore
    const fanOnly = job(opened, ['part chosen', { partId: 2, revisionId: 1, kind: 'fan', role: 'goes in' }]);
    expect(codes(record, fanOnly)).not.toContain('leak pressure');
    // A fan whose way takes a hose off leaves joints to be proven; a kit that goes in is tried for what it feeds back.
    expect(codes({ ...record, wayOpens: true }, fanOnly)).toEqual(
      expect.arrayContaining(['leak pressure', 'level']),
    );
    expect(codes({ ...record, wayOpens: true }, fanOnly)).not.toContain('thermostat');
    const kit = job(opened, ['part chosen', { partId: 3, revisionId: 1, kind: 'kit', role: 'goes in' }]);
    expect(codes(record, kit)).toEqual(expect.arrayContaining(['fan back-feed', 'charging']));
    expect(codes(record, fanOnly)).not.toContain('transmission');
    expect(codes({ ...record, fanControl: 'relay' })).not.toContain('fan steps');
    const unknown = proofsFor({ ...record, fanControl: null }, fanOnly);
    expect(unknown.find(({ code }) => code === 'fan steps')!.how).toMatch(/No record says/);
    expect(codes({ ...record, engineDriven: true })[0]).toBe('fan driven');
    expect(codes({ ...record, airConditioning: false })).not.toContain('fan ac');
  });
  test('a fresh job has nothing proven; an uncounted tray is not an empty one', () => {
    const state = job(opened, radiator);
    const words = new Set(proofStates(proofsFor(record, state), state, 0).map(({ word }) => word));
    expect(words).toEqual(new Set(['not proven']));
    const counted = job(opened, radiator, ['fasteners out', { tray: 'A', step: 's', there: 4, missing: 0, broken: 0, wrong: 0, over: [] }]); // prettier-ignore
    expect(wordOf(counted, 'tray', 4)).toBe('failed');
    expect(wordOf(counted, 'tray', 0)).toBe('proven');
    expect(wordOf(counted, 'tray', undefined)).toBe('not proven');
    // What was recorded coming off is named until it is back; undone, it never came off.
    const hose: ['came off', EventPayloads['came off']] = ['came off', { thing: 'upper-hose', name: 'Upper hose', partKind: null, place: 'above', tool: '', fasteners: [{ tray: 'A', name: 'clamps', count: 2 }], plug: '', broken: 0, coolantL: 2, minutes: 4, note: '' }]; // prettier-ignore
    const back: ['went back', EventPayloads['went back']] = ['went back', { thing: 'upper-hose', minutes: 3, renewed: '' }]; // prettier-ignore
    expect(wordOf(job(opened, hose), 'tray', undefined)).toBe('failed');
    expect(wordOf(job(opened, hose, back), 'tray', undefined)).toBe('proven');
    expect(wordOf(job(opened, hose, back, ['undone', { event: 'e2' }]), 'tray', undefined)).toBe('failed');
    expect(wordOf(job(opened, hose, ['undone', { event: 'e1' }]), 'tray', undefined)).toBe('not proven');
    expect([job(opened, hose), job(opened, hose, back)].map(stageOf)).toEqual(['remove', 'install']);
  });
  test('readings tell: the bleeding run, the pressure test, the look after the cool-down; a thermostat that opened where no record says proves nothing', () => {
    const state = job(opened, radiator, bled(), ['pressure tested', pressure]);
    expect(['thermostat', 'heater', 'fan temperature', 'leak pressure'].map((code) => wordOf(state, code))).toEqual(['proven', 'proven', 'proven', 'proven']); // prettier-ignore
    expect(wordOf(job(opened, radiator, bled({ findings: [{ code: 'opened somewhere', said: '' }] })), 'thermostat')).toBe('not proven'); // prettier-ignore
    expect(wordOf(job(opened, radiator, bled({ findings: [{ code: 'opens late', said: '' }] })), 'thermostat')).toBe('failed'); // prettier-ignore
    expect(wordOf(job(opened, radiator, ['pressure tested', { ...pressure, strokes: [] }]), 'leak pressure')).toBe('not proven'); // prettier-ignore
    expect(wordOf(job(opened, radiator, ['pressure tested', { ...pressure, end: { ...pressure.end, kPa: 60 } }]), 'leak pressure')).toBe('failed'); // prettier-ignore
    const looked = job(opened, radiator, ['follow-up set', { what: 'after the overnight cool-down', due: '2026-03-02T08:00:00.000Z', litres: 0.2 }], ['followed up', { what: 'after the overnight cool-down', found: 'at its mark' }]); // prettier-ignore
    expect(wordOf(looked, 'level')).toBe('proven');
    expect(nextFollowUp(looked)).toBeUndefined();
  });
  test('a rag in an open hose fails the tray by name until it is out again, whatever was said; a hose made for the job does not', () => {
    const held = (hold: string, what: 'rag' | 'hose', name: string): ['held', EventPayloads['held']] => ['held', { hold, what, name, note: '', hose: null }]; // prettier-ignore
    const said: ['proved', EventPayloads['proved']] = ['proved', { what: 'tray', word: 'proven', said: 'dish empty', stream: null }]; // prettier-ignore
    const left = job(opened, radiator, held('r', 'rag', 'lower hose'), held('h', 'hose', 'upper hose'), said);
    expect(stillIn(left.holds).map(({ name }) => name)).toEqual(['lower hose']);
    expect(proofStates(proofsFor(record, left), left, undefined).find(({ code }) => code === 'tray')).toMatchObject({ word: 'failed', stillIn: [{ what: 'rag', name: 'lower hose' }] }); // prettier-ignore
    const out = job(opened, radiator, held('r', 'rag', 'lower hose'), said, [
      'let go',
      { hold: 'r', how: '' },
    ]);
    expect(wordOf(out, 'tray')).toBe('proven');
    // Taken back, it is in again; another's end ends nothing.
    const again = job(opened, held('r', 'rag', 'lower hose'), ['let go', { hold: 'r', how: '' }], ['undone', { event: 'e2' }], ['let go', { hold: 'x', how: '' }]); // prettier-ignore
    expect(wordOf(again, 'tray')).toBe('failed');
  });
  test('the later word counts; left unproven takes a reason and is taken back by a proof; a job with one open is not proven', () => {
    const failed = job(opened, radiator, [
      'proved',
      { what: 'quiet', word: 'failed', said: 'howls', stream: null },
    ]);
    expect(wordOf(failed, 'quiet')).toBe('failed');
    const waived = job(opened, radiator, ['proof waived', { what: 'crawl', why: 'no hill here' }]);
    expect(wordOf(waived, 'crawl')).toBe('left unproven');
    const then = job(opened, radiator, ['proof waived', { what: 'crawl', why: 'no hill here' }], ['proved', { what: 'crawl', word: 'proven', said: '', stream: null }]); // prettier-ignore
    expect(wordOf(then, 'crawl')).toBe('proven');
    const cooked = job(opened, radiator, bled(), ['proved', { what: 'heater', word: 'failed', said: 'cold on the left', stream: null }]); // prettier-ignore
    expect(wordOf(cooked, 'heater')).toBe('failed');
    expect(openProofs(proofStates(proofsFor(record, waived), waived, 0)).some(({ code }) => code === 'crawl')).toBe(false); // prettier-ignore
    expect(openProofs(proofStates(proofsFor(record, failed), failed, 0)).length).toBeGreaterThan(10);
  });
});

describe('the account of a job', () => {
  test('is undefined until it is opened, or while nobody knows what the system holds; a capacity that was written in counts', () => {
    expect(accountOfJob(holds, job(opened))).toBeUndefined();
    expect(accountOfJob({ ...holds, capacity: null }, job(opened, account))).toBeUndefined();
    const own = accountOfJob({ ...holds, capacity: null }, job(opened, ['account opened', { ...account[1], capacityL: 9, extraL: 1 }])); // prettier-ignore
    expect(own!.account.total.value).toBe(10);
  });
  test('an undone amount is gone; a flush is not a fill; a reading counts until something else goes in or out', () => {
    const state = job(opened, account, move('out', 5), move('in', 5, { liquid: 'water', stage: 'flush' }), move('out', 5, { stage: 'flush' })); // prettier-ignore
    expect(accountOfJob(holds, state)).toMatchObject({ filled: false });
    const read: ['strength read', EventPayloads['strength read']] = ['strength read', { with: 'refractometer', shows: -36, scale: 'ethylene', sampleC: 20, compensated: true, of: 'ethylene' }]; // prettier-ignore
    const filled = job(opened, account, move('out', 5), move('in', 4, { liquid: 'concentrate' }), move('in', 1, { liquid: 'water' }), read); // prettier-ignore
    const own = accountOfJob(holds, filled)!;
    expect(own.filled).toBe(true);
    expect(own.settled?.agree).toBe(true);
    expect(own.strength.u).toBeLessThan(own.account.strength.u);
    const after = job(opened, account, move('out', 5), move('in', 4, { liquid: 'concentrate' }), read, move('in', 1, { liquid: 'water' })); // prettier-ignore
    expect(accountOfJob(holds, after)!.settled).toBeUndefined();
    const gone = job(opened, account, move('out', 5), ['undone', { event: 'e2' }]);
    expect(accountOfJob(holds, gone)!.account.inside.value).toBe(8);
  });
  test('filling and proving bring a job to its stage', () => {
    expect(stageOf(job(opened, radiator, account, move('out', 5)))).toBe('compare');
    expect(stageOf(job(opened, radiator, account, move('in', 5, { stage: 'flush' })))).toBe('compare');
    expect(stageOf(job(opened, radiator, account, move('in', 5)))).toBe('fill');
    expect(stageOf(job(opened, radiator, bled({ ended: 'stopped' }), move('in', 5)))).toBe('fill');
    expect(stageOf(job(opened, radiator, bled()))).toBe('prove');
  });
});
