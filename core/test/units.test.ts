import { describe, expect, test } from 'vitest';
import { sightingsOf, unitsOf } from '@radiatrix/core/failure';
import { foldJob, isStopped, joinedUnits, jobUnits, unitInHand, untested, type EventKind, type EventPayloads, type JobEvent } from '@radiatrix/core/job'; // prettier-ignore

/** Events of one device, each a minute after the one before, on a day of its own where one is given. */
function story() {
  const events: JobEvent[] = [];
  let [seq, day] = [0, '2026-11-02'];
  return {
    events,
    on: (next: string) => void (day = next),
    say<K extends EventKind>(kind: K, payload: EventPayloads[K]) {
      seq += 1;
      const at = `${day}T08:${String(seq).padStart(2, '0')}:00Z`;
      events.push({ id: `e${seq}`, kind, device: 'p', seq, clock: { ms: Date.parse(at), n: 0 }, deviceTime: at, person: 'Idris', payload } as JobEvent); // prettier-ignore
    },
    state: () => foldJob(events),
  };
}
const tested = (unit: string, rough: boolean): EventPayloads['bench tested'] => ({ partId: 7, fan: 'the fan', unit, state: 'in its shroud on the core', volts: 13.5, amps: 12, turns: 'right way', rough, label: { volts: 13.5, amps: 12 } }); // prettier-ignore
const begun = () => {
  const job = story();
  job.say('opened', { vehicleId: 1, label: 'slipway pickup', complaint: '', odometerKm: 90_000, alterations: [] }); // prettier-ignore
  job.say('part chosen', { partId: 7, revisionId: 1, kind: 'fan', role: 'goes in' });
  return job;
};
const moved = (unit: string, to: EventPayloads['unit moved']['to'], why: EventPayloads['unit moved']['why'] = '') => ['unit moved', { partId: 7, unit, to, from: '', why }] as const; // prettier-ignore

describe('units of one number on one job', () => {
  test('a failed one is sent back and another comes: nothing stops the job, and the new one is still to be tested', () => {
    const job = begun();
    job.say('bench tested', tested('A', true));
    expect(isStopped(job.state())).toBe(true);
    job.say(...moved('A', 'sent back'));
    expect(unitInHand(job.state(), 7)).toBeUndefined();
    expect(untested(job.state())).toHaveLength(1);
    job.say(...moved('B', 'here'));
    expect([isStopped(job.state()), unitInHand(job.state(), 7)?.unit, untested(job.state()).length]).toEqual([false, 'B', 1]); // prettier-ignore
    job.say('bench tested', tested('B', false));
    expect(untested(job.state())).toHaveLength(0);
    job.say('part moved', { partId: 7, state: 'fitted' });
    expect(jobUnits(job.state()).map(({ unit, place, failed }) => [unit, place, failed])).toEqual([['A', 'sent back', true], ['B', 'in vehicle', false]]); // prettier-ignore
    // It is not in after all: a slip, not a removal.
    job.say('part moved', { partId: 7, state: 'here' });
    expect(jobUnits(job.state()).at(-1)!.place).toBe('here');
  });

  test('one that went in and failed there is one that went in; its successor of the same number is at work', () => {
    const job = begun();
    job.say('bench tested', tested('A', false));
    job.say('part moved', { partId: 7, state: 'fitted' });
    job.say(...moved('A', 'out again', 'failed'));
    expect(job.state().parts[0]!.state).toBe('wanted');
    job.say(...moved('B', 'here'));
    job.say('bench tested', tested('B', false));
    job.say(...moved('B', 'in vehicle'));
    job.say('closed', { outcome: 'done', note: '', heads: {} });
    const lives = () =>
      unitsOf('v', sightingsOf(job.state()).parts).map(({ unit, inOn, failed, neverIn, isOut }) => [unit, inOn !== null, failed, neverIn, isOut]); // prettier-ignore
    expect(lives()).toEqual([['A', true, true, false, true], ['B', true, false, false, false]]); // prettier-ignore
  });

  test('a spare that comes in leaves the one that is in where it is; one without a label after a failed one is another', () => {
    const job = begun();
    job.say('bench tested', tested('A', false));
    job.say('part moved', { partId: 7, state: 'fitted' });
    job.say(...moved('B', 'here'));
    job.say('bench tested', tested('B', true));
    expect([job.state().parts[0]!.state, unitInHand(job.state(), 7)?.unit, isStopped(job.state())]).toEqual(['fitted', 'A', false]); // prettier-ignore
    job.say('closed', { outcome: 'done', note: '', heads: {} });
    expect(sightingsOf(job.state()).parts.map(({ unit, as }) => [unit, as])).toEqual([['B', 'failed new'], ['A', 'in']]); // prettier-ignore

    // Two came before either was tried: once the failed one is gone, the other is the one that is meant.
    const both = begun();
    both.say(...moved('A', 'here'));
    both.say(...moved('B', 'here'));
    both.say('bench tested', tested('A', true));
    both.say(...moved('A', 'sent back'));
    expect(unitInHand(both.state(), 7)?.unit).toBe('B');

    const other = begun();
    other.say('bench tested', tested('', true));
    other.say(...moved('', 'sent back'));
    other.say('part moved', { partId: 7, state: 'fitted' });
    expect(jobUnits(other.state()).map(({ unit, place, failed }) => [unit, place, failed])).toEqual([['', 'sent back', true], ['2', 'in vehicle', false]]); // prettier-ignore
  });

  test('out again on another day has a life of days; what does not fit did not fail', () => {
    const job = begun();
    job.say('part moved', { partId: 7, state: 'fitted' });
    job.on('2026-11-12');
    job.say(...moved('', 'out again', 'failed'));
    const [life] = unitsOf('v', sightingsOf(job.state()).parts);
    expect([life!.inOn, life!.lastOn, life!.failed]).toEqual(['2026-11-02', '2026-11-12', true]);
    const other = begun();
    other.say('part moved', { partId: 7, state: 'fitted' });
    other.say(...moved('', 'out again', 'does not fit'));
    expect(sightingsOf(other.state()).parts).toEqual([]);
  });

  test('a failure of another piece does not end the life of the one that sits there', () => {
    const seen = (on: string, as: 'in' | 'failed', unit: string) => ({ on, as, unit, km: null, mode: null, noisy: null, owner: '' }); // prettier-ignore
    const lives = unitsOf('v', [seen('2026-01-01', 'in', 'B'), seen('2026-03-01', 'failed', 'A')]);
    expect(lives.map(({ unit, failed }) => [unit, failed])).toEqual([['B', false], ['A', true]]); // prettier-ignore
  });

  test('two labels of one piece: it is one unit from the first event on, as its preview said, and two again once that is undone', () => {
    const job = begun();
    job.say('bench tested', tested('A', true));
    job.say(...moved('A', 'here'));
    job.say('bench tested', tested('4471', false));
    job.say(...moved('4471', 'in vehicle'));
    const apart = job.state();
    const join = { partId: 7, unit: 'A', as: '4471' };
    const seen = jobUnits(joinedUnits(apart, join));
    job.say('units joined', { ...join, why: 'same serial' });
    expect(jobUnits(job.state())).toEqual(seen);
    // Tried again it passed: the last test of the one unit counts.
    expect(seen.map(({ unit, place, failed, moves }) => [unit, place, failed, moves.length])).toEqual([['4471', 'in vehicle', false, 2]]); // prettier-ignore
    job.say('closed', { outcome: 'done', note: '', heads: {} });
    expect(unitsOf('v', sightingsOf(job.state()).parts).map(({ unit }) => unit)).toEqual(['4471']);
    job.say('opened again', { note: '' });
    // A phone that has not heard of it still says A.
    job.say('bench tested', tested('A', true));
    expect(jobUnits(job.state()).map(({ unit, failed }) => [unit, failed])).toEqual([['4471', true]]);
    // Joined again, and in a ring: it ends.
    job.say('units joined', { partId: 7, unit: '4471', as: 'box 2', why: 'x' });
    job.say('units joined', { partId: 7, unit: 'box 2', as: 'A', why: 'x' });
    expect(jobUnits(job.state()).map(({ unit }) => unit)).toHaveLength(1);
    for (const { id, kind } of [...job.events]) if (kind === 'units joined') job.say('undone', { event: id });
    expect(jobUnits(job.state()).map(({ unit, failed }) => [unit, failed])).toEqual([['A', true], ['4471', false]]); // prettier-ignore
  });
});
