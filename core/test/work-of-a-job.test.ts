import { describe, expect, test } from 'vitest';
import { backStep, outStep, writeProcedure, type AccessMap } from '../src/access/index.ts';
import { SCHOOL_LINES } from '../src/coolant/index.ts';
import { USUAL_PRACTICE, practiceOf } from '../src/practice/index.ts';
import { workOfJob, type JobWork, type WayToWork } from '../src/schedule/index.ts';
import { jobOf, type Happened } from './job-of.ts';

const operation = (code: string, minutes: number, more: Partial<AccessMap['operations'][number]> = {}): AccessMap['operations'][number] => ({
  code, when: null, text: code, detail: '', place: 'above', tools: [], consumables: [], minutes, waiting: false,
  gives: [{ thing: code, state: 'off' }], needs: [], uses: [], breaks: 0, connector: '', connectorWhen: null, coolantL: 0,
  transmissionL: 0, people: 1, lift: 'none', cautions: [], photoId: null,
  back: { text: '', detail: '', tools: [], consumables: [], minutes, after: [], rules: [], tightenWith: '', renew: [], proof: '' }, ...more,
}); // prettier-ignore
const step = (id: string, phase: 'prepare' | 'fill' | 'prove', minutes: number, more: object = {}) => ({ id, after: '', when: null, phase, text: id, detail: '', tools: [] as string[], consumables: [], minutes, waiting: false, cautions: [] as string[], cautionsWhen: {}, uses: [], connector: '', connectorWhen: null, lost: null, ...more }); // prettier-ignore
const map: AccessMap = {
  title: 'Bay', notes: [], fasteners: [],
  things: ['cool', 'bumper', 'drain', 'radiator'].map((code) => ({ code, name: code, partKind: null, when: null })),
  operations: [
    operation('cool', 60, { waiting: true, cautions: ['hot-coolant'], back: null }),
    operation('bumper', 12, { people: 2 }),
    operation('drain', 15, { waiting: true, coolantL: 5, back: null }),
    operation('radiator', 20, { lift: 'lift', needs: [[{ thing: 'drain', state: 'off' }, { thing: 'bumper', state: 'off' }]] }),
  ],
  steps: [step('lay', 'prepare', 10), step('bench', 'prepare', 8, { tools: ['Bench supply', 'clamp meter'] }), step('pour', 'fill', 9), step('warm up', 'fill', 20, { waiting: true }), step('look', 'prove', 4)],
}; // prettier-ignore
const codes = ['cool', 'bumper', 'drain', 'radiator'];
const way: WayToWork = { document: writeProcedure(map, codes, { title: '', partKind: 'radiator' }).document, way: { map, operations: codes } }; // prettier-ignore

const opened: Happened = ['opened', { vehicleId: 1, label: '', complaint: '', odometerKm: null, alterations: [] }]; // prettier-ignore
const part: Happened = ['part chosen', { partId: 3, revisionId: 3, kind: 'radiator', role: 'goes in' }];
const here: Happened = ['part moved', { partId: 3, state: 'here' }];
const taken: Happened = ['way chosen', { mapId: 1, revisionId: 1, goals: ['radiator'], operations: codes, already: [], title: '' }]; // prettier-ignore
const done = (id: string, phase: 'prepare' | 'remove' | 'install'): Happened => ['step ticked', { step: id, phase, partId: 3, done: true }]; // prettier-ignore
const SINGLE = new Set(['bench supply', 'vacuum filler']);
const worked = (own: WayToWork | undefined, ...said: Happened[]): JobWork => {
  const found = workOfJob(jobOf(opened, part, ...said), own, false, SINGLE);
  if (!found.ok) throw new Error(found.waits);
  return found.work;
};
const told = ({ tasks }: JobWork) => tasks.map(({ label, kind, minutes, hands, bay, tools }) => [label, kind, minutes, hands, bay, tools.join()].join(' ')); // prettier-ignore

describe('what is left to do of a job', () => {
  test('the way in becomes tasks: laid out while it cools, helpers where it takes two, drained and run without hands, looked at the next day', () => {
    const work = worked(way, here, taken);
    expect(told(work)).toEqual([
      'Lay out, bench tests work 10 1 false ',
      'Lay out, bench tests work 8 1 false bench supply',
      'Engine cools waiting 42 0 false ',
      'Take out work 12 2 true ',
      'drain waiting 15 0 true ',
      'Take out work 20 1 true ',
      'Put in work 20 1 true ',
      'Put in work 12 2 true ',
      'Fill and bleed work 9 1 true ',
      'warm up watched 20 0 true ',
      'Prove work 4 1 true ',
      `Cools down over night waiting ${USUAL_PRACTICE.coldAgain} 0 false `,
      `Look again cold, top up work ${USUAL_PRACTICE.lookTakes} 1 false `,
    ]);
    expect(work).toMatchObject({ readyAfter: 11, begun: false, apart: false, lift: true, usual: '' });
    expect(work.tasks.filter(({ whole }) => whole).map(({ label }) => label)).toEqual(['Fill and bleed', 'warm up', 'Prove', 'Look again cold, top up']); // prettier-ignore
  });

  test('what is done or skipped is left out; a vehicle that is apart has begun, and the filler is wanted where it is filled by vacuum', () => {
    const apart = worked(way, here, taken, done('lay', 'prepare'), done('bench', 'prepare'), done(outStep('cool'), 'remove'), done(outStep('bumper'), 'remove')); // prettier-ignore
    expect(told(apart).slice(0, 2)).toEqual(['drain waiting 15 0 true ', 'Take out work 20 1 true ']);
    expect(apart).toMatchObject({ begun: true, apart: true });
    const back = worked(way, here, taken, done(backStep('radiator'), 'install'), ['step skipped', { step: backStep('bumper'), phase: 'install', partId: 3, reason: 'left off' }], ['filling chosen', { school: 'vacuum', flush: 'none', technology: '', why: '' }]); // prettier-ignore
    expect(told(back)[0]).toBe('Fill and bleed work 9 1 true vacuum filler');
    // A shop that has several lets nobody wait for one.
    const several = workOfJob(jobOf(opened, part, here, taken), way, false, new Set());
    expect(several.ok && several.work.tasks.flatMap(({ tools }) => tools)).toEqual([]);
  });

  test('where nobody chose a way the usual minutes stand in for it, and that is said', () => {
    const usual = worked(undefined, here);
    expect(usual.tasks.slice(0, 4).map(({ minutes }) => minutes)).toEqual([USUAL_PRACTICE.usualOut, USUAL_PRACTICE.usualIn, SCHOOL_LINES['radiator first'].minutes, USUAL_PRACTICE.usualProve]); // prettier-ignore
    expect(usual.usual).toBe('no way in is chosen: usual minutes');
    const slow = workOfJob(
      jobOf(opened, part, here),
      undefined,
      false,
      SINGLE,
      practiceOf({ usualOut: 200 }),
    );
    expect(slow.ok && slow.work.tasks[0]!.minutes).toBe(200);
    const seen = workOfJob(jobOf(opened, ['checked', { check: 'level', outcome: 'full', how: 'hand', said: '', minutes: 1, stream: null, photo: null }]), undefined, false, SINGLE); // prettier-ignore
    expect(seen.ok && [seen.work.tasks[0]!.label, seen.work.usual]).toEqual(['Find the fault', 'the fault is not known yet: usual minutes']); // prettier-ignore
  });

  test('a job whose part is still to come is planned once it is said from when on it is there, and never before', () => {
    const state = jobOf(opened, part);
    expect(workOfJob(state, way, false, SINGLE)).toEqual({ ok: false, waits: 'a part to be ordered', more: { kinds: ['radiator'] } }); // prettier-ignore
    expect(workOfJob(state, way, true, SINGLE).ok).toBe(true);
    expect(workOfJob(jobOf(opened), undefined, true, SINGLE).ok).toBe(true);
  });

  test('of a closed job the look is left, and nothing of one that is done with', () => {
    const closed: Happened = ['closed', { outcome: 'done', note: '', heads: { desk: 99 } }];
    const look: Happened = ['follow-up set', { what: 'after the overnight cool-down', due: '2026-05-01T08:00:00Z', litres: 0.3 }]; // prettier-ignore
    expect(told(worked(way, here, taken, closed, look))).toEqual([
      'Look again cold, top up work 10 1 false ',
    ]);
    // The vehicle is back with its owner: no promise is broken by the look.
    expect(worked(way, here, taken, closed, look).promisable).toBe(false);
    expect(workOfJob(jobOf(opened, part, here, closed), way, true, SINGLE)).toMatchObject({ ok: false, waits: 'the library' }); // prettier-ignore
  });
});
