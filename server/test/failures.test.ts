import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import type { FailureBody, FailureLine, FailureRecord, JobEventDraft, JobLine, JobRecord, MatchResult, PartLine, SetsResult } from '@radiatrix/contract'; // prettier-ignore
import { device } from '../src/demo/jobs.ts';
import { Actor, demoServer } from './harness.ts';

let server: Awaited<ReturnType<typeof demoServer>>;
let mara: Actor;
let piet: Actor;
let cleo: Actor;
let parts: PartLine[];
let jobs: JobLine[];
beforeAll(async () => {
  server = await demoServer();
  [mara, piet, cleo] = (await Promise.all(['mara', 'piet', 'cleo'].map((name) => Actor.signIn(server.app, name)))) as [Actor, Actor, Actor]; // prettier-ignore
  parts = (await mara.get('/api/parts')).body as PartLine[];
  jobs = (await mara.get('/api/jobs')).body as JobLine[];
}, 120_000);
afterAll(() => server.stop());

const partOf = (number: string): number => parts.find((part) => part.number === number)!.id;
const log = async (number: string, who = mara): Promise<FailureRecord> => (await who.get(`/api/parts/${partOf(number)}/failures`).expect(200)).body as FailureRecord; // prettier-ignore
const BLANK: FailureBody = { revision: null, serial: '', vehicle: 'Tried van', owner: '', jobId: null, inOn: null, outOn: '2026-05-01', inKm: null, outKm: null, mode: 'seized', noisy: null, beside: '', circumstances: '', consequent: '', settled: 'kept' }; // prettier-ignore
const report = (number: string, body: Partial<FailureBody>, who = mara) => who.write('post', `/api/parts/${partOf(number)}/failures`, { ...BLANK, ...body }); // prettier-ignore
const send = (id: number, events: JobEventDraft[], who = mara) => who.write('post', `/api/jobs/${id}/events`, { events }).expect(200); // prettier-ignore

describe('what the shop’s own jobs tell', () => {
  test('a module that was found cooked twice in one vehicle is said so wherever it is about to be sold; its successor with its own record', async () => {
    const own = await log('NT-E 60');
    expect(own).toMatchObject({
      word: 'failed again',
      successor: { number: 'NT-E 61', standing: { fitted: 2, failed: 0 } },
    });
    expect(own.units.filter(({ vehicle }) => vehicle === 'customs house saloon').map(({ failed, mode }) => [failed, mode])).toEqual([[true, 'cooked'], [true, 'cooked']]); // prettier-ignore
    const { vehicleId } = jobs.find(({ label }) => label.startsWith('Customs house'))!;
    const { candidates } = (await cleo.get(`/api/vehicles/${vehicleId}/match`)).body as MatchResult;
    expect(candidates.find(({ number }) => number === 'NT-E 60')!.failing).toBe('failed again');
    expect(candidates.find(({ number }) => number === 'NT-E 61')!.failing).toBeNull();
    const judged = (await cleo.get(`/api/vehicles/${vehicleId}/match/${partOf('NT-E 60')}`)).body as { notices: string[] }; // prettier-ignore
    expect(judged.notices.join(' ')).toMatch(/Failed twice in one vehicle: find what kills it/);
    expect(judged.notices.join(' ')).toMatch(/Superseded by NT-E 61 \(2 fitted, 0 failed\)/);
    const planned = (await cleo.get(`/api/vehicles/${vehicleId}/planning?part=${partOf('NT-E 60')}`)).body as { parts: { notices: string[] }[] }; // prettier-ignore
    expect(planned.parts[0]!.notices.join(' ')).toMatch(/Failed twice/);
    const sheet = await mara.get(`/api/vehicles/${vehicleId}/sheet/${partOf('NT-E 60')}`);
    if (sheet.status === 200)
      expect((sheet.body as { notices: string[] }).notices.join(' ')).toMatch(/Failed twice/);
    const { sets } = (await cleo.get(`/api/vehicles/${vehicleId}/sets?kinds=module&kinds=radiator`)).body as SetsResult; // prettier-ignore
    const shown = sets.flatMap((set) => set.parts).filter(({ kind }) => kind === 'module');
    expect(shown.length).toBeGreaterThan(0);
    for (const each of shown) expect(each.failing).toBe(each.number === 'NT-E 60' ? 'failed again' : null);
  });

  test('closing puts a unit in, a failed bench test never does, opening again and undoing take back what they told', async () => {
    const hand = device('desk-71', Date.now() - 4_000_000);
    const { vehicleId } = jobs.find(({ label }) => label.startsWith('Parcel van 3'))!;
    const [fan, other] = [partOf('NT-F 2310'), partOf('MV-F 12')];
    const before = (await log('NT-F 2310')).standing!.fitted;
    const neverBefore = (await log('MV-F 12')).standing?.fitted ?? 0;
    const opened = hand.event('opened', { vehicleId, label: 'Tried once', complaint: '', odometerKm: 50_000, alterations: [] }); // prettier-ignore
    const { id } = (await mara.write('post', '/api/jobs', { events: [opened] })).body as JobRecord;
    const revisionOf = (partId: number) => ({ partId, revisionId: partId, kind: 'fan' as const, role: 'goes in' as const }); // prettier-ignore
    const bench = (partId: number, rough: boolean) => hand.event('bench tested', { partId, fan: 'the fan', state: 'in its shroud on the core', volts: 13.5, amps: 12, turns: 'right way', rough, label: { volts: 13.5, amps: 12 } }); // prettier-ignore
    const failed = bench(other, true);
    const closed = hand.event('closed', { outcome: 'done', note: '', heads: hand.heads() });
    await send(id, [hand.event('part chosen', revisionOf(other)), failed, hand.event('part chosen', revisionOf(fan)), bench(fan, false), closed]); // prettier-ignore
    const units = (await log('MV-F 12')).units.filter(({ vehicle }) => vehicle === 'tried once');
    expect(units).toMatchObject([{ days: 0, failed: true, mode: 'noisy', noisy: true, neverIn: true }]);
    expect((await log('NT-F 2310')).standing!.fitted).toBe(before + 1);
    // What failed on the bench is one failure, and none that went in.
    expect((await log('MV-F 12')).standing!.fitted).toBe(neverBefore);
    await send(id, [hand.event('undone', { event: failed.id })]);
    expect((await log('MV-F 12')).units.filter(({ vehicle }) => vehicle === 'tried once')).toEqual([]);
    await send(id, [hand.event('opened again', { note: 'not done' })]);
    expect((await log('NT-F 2310')).standing!.fitted).toBe(before);
  });
});

describe('which one it was', () => {
  test('a failure told by its kind is of the part that other jobs put in last, in whatever order they are told; another name is another vehicle', async () => {
    const [before, hand] = [device('desk-72', Date.now() - 864_000_000), device('desk-73', Date.now() - 9_000_000)]; // prettier-ignore
    const { vehicleId } = jobs.find(({ label }) => label.startsWith('Customs house'))!;
    const open = async (by: ReturnType<typeof device>, label: string, ...more: JobEventDraft[]) => {
      const opened = by.event('opened', {
        vehicleId,
        label,
        complaint: '',
        odometerKm: null,
        alterations: [],
      });
      const { id } = (await mara.write('post', '/api/jobs', { events: [opened, ...more] }).expect(201)).body as JobRecord; // prettier-ignore
      return id;
    };
    const failed = () => hand.event('diagnosed', { causes: ['module'], remedy: 'module', ends: 'part', chance: 0.9, said: 'Module cooked.' }); // prettier-ignore
    const [module, closed] = [partOf('NT-E 61'), () => before.event('closed', { outcome: 'done', note: '', heads: before.heads() })]; // prettier-ignore
    const own = async () => (await log('NT-E 61')).units.filter(({ vehicle }) => vehicle === 'tide office').map(({ failed: dead }) => dead); // prettier-ignore
    // The failure is told first; then somebody files the job that put the part in.
    const first = await open(before, 'Tide office', before.event('part chosen', { partId: module, revisionId: module, kind: 'module', role: 'goes in' })); // prettier-ignore
    const second = await open(hand, 'Tide office', failed());
    expect(await own()).toEqual([]);
    await send(first, [closed()]);
    expect(await own()).toEqual([true]);
    // Of a vehicle that turns out to be called otherwise it says nothing here.
    await send(second, [hand.event('described', { label: 'Tide table office' })]);
    expect(await own()).toEqual([false]);
    await report('NT-E 61', { vehicle: 'as the job', jobId: first, outOn: '2026-11-01', mode: 'cooked' }).expect(201); // prettier-ignore
    await send(first, [hand.event('described', { label: 'Tide table office' })]);
    expect(await own()).toEqual([]);
    expect((await log('NT-E 61')).units.some(({ vehicle }) => vehicle === 'tide table office')).toBe(true);
  });
});

describe('what is reported', () => {
  test('a fan that fails early is flagged against its kind, and a shop’s stricter limit takes the flag away', async () => {
    const lines = (await cleo.get('/api/failures').expect(200)).body as FailureLine[];
    expect(lines[0]).toMatchObject({ number: 'MV-F 12', word: 'fails early' });
    expect(lines[0]!.standing.early).toMatchObject({ early: 8, vehicles: 13, owners: 7, flagged: true });
    expect(lines[0]!.standing.early!.others.early).toBeGreaterThan(1);
    await mara.write('post', '/api/practice', { name: 'earlyLeast', value: 8, reason: 'to be tried' }).expect(200); // prettier-ignore
    expect((await log('MV-F 12')).word).not.toBe('fails early');
    await mara.write('post', '/api/practice', { name: 'earlyLeast', value: null, reason: 'tried out' }).expect(200); // prettier-ignore
    expect((await log('MV-F 12')).word).toBe('fails early');
  });

  test('failures of one owner are one witness, told by reports or by the job', async () => {
    const early = async () => (await log('NT-F 2410')).standing!.early!;
    const before = await early();
    const told = { inOn: '2026-03-01', outOn: '2026-04-01' };
    for (const [n, owner] of ['One fleet', 'one FLEET', 'One fleet'].entries())
      await report('NT-F 2410', { ...told, vehicle: `Fleet van ${n}`, owner }).expect(201);
    expect(await early()).toMatchObject({ early: before.early + 3, owners: before.owners + 1 });
    // A job says the owner too: of two units that failed on one fleet's benches the witnesses are still one.
    const hand = device('desk-74', Date.now() - 3_000_000);
    const { vehicleId } = jobs.find(({ label }) => label.startsWith('Parcel van 3'))!;
    const fan = partOf('NT-F 2410');
    const opened = hand.event('opened', { vehicleId, label: 'Fleet van 9', complaint: '', odometerKm: null, alterations: [] }); // prettier-ignore
    const chosen = hand.event('part chosen', { partId: fan, revisionId: fan, kind: 'fan', role: 'goes in' });
    const bench = hand.event('bench tested', { partId: fan, fan: 'the fan', state: 'in its shroud on the core', volts: 13.5, amps: 12, turns: 'right way', rough: true, label: { volts: 13.5, amps: 12 } }); // prettier-ignore
    const { id } = (await mara.write('post', '/api/jobs', { events: [opened, chosen, bench] }).expect(201)).body as JobRecord; // prettier-ignore
    expect(await early()).toMatchObject({ early: before.early + 4, owners: before.owners + 2 });
    await send(id, [hand.event('described', { owner: 'One Fleet' })]);
    expect(await early()).toMatchObject({ early: before.early + 4, owners: before.owners + 1 });
    const [first] = (await log('NT-F 2410')).reports;
    const { id: reportId, tag, stamp: _stamp, ...own } = first!;
    await mara.write('put', `/api/failures/${reportId}`, { ...own, owner: 'Somebody else' }, { etag: tag }).expect(200); // prettier-ignore
    expect((await early()).owners).toBe(before.owners + 2);
  });

  test.each([
    [{ inOn: '2026-05-02' }, /failed before it went in/],
    [{ inKm: 900, outKm: 800 }, /odometer went backwards/],
    [{ inKm: -1 }, /not below nothing/],
    [{ outOn: '2026-02-30' }, /no such day/],
    [{ outOn: '2031-01-01' }, /has not come yet/],
    [{ jobId: 99_999 }, /not on record/],
    [{ vehicle: ' ' }, /vehicle/],
  ])('%j is refused with a sentence, and nothing is kept', async (body, sentence) => {
    const before = await log('NT-F 2310');
    const answer = await report('NT-F 2310', body).expect(422);
    expect(JSON.stringify(answer.body)).toMatch(sentence);
    expect(await log('NT-F 2310')).toEqual(before);
  });

  test('told twice it is kept once; put right by one while another looks, the later is told; taken back it is gone', async () => {
    const body = { vehicle: 'Tried hatch', inOn: '2026-01-01', outOn: '2026-03-01', inKm: 1000, outKm: 4000 };
    await report('NT-F 2105', body, cleo).expect(201);
    await report('NT-F 2105', body).expect(409);
    const told = (await log('NT-F 2105')).reports[0]!;
    expect((await log('NT-F 2105')).units).toMatchObject([
      { days: 59, km: 3000, failed: true, mode: 'seized' },
    ]);
    const { id, tag, stamp: _stamp, ...own } = told;
    const change = (more: Partial<FailureBody>, etag: string, who: Actor) => who.write('put', `/api/failures/${id}`, { ...own, ...more }, { etag }); // prettier-ignore
    await change({ mode: null }, tag, cleo).expect(403);
    await change({ mode: null }, tag, mara).expect(200);
    await change({ mode: 'noisy' }, tag, piet).expect(412);
    // Seen at work it counts among those that run.
    expect((await log('NT-F 2105')).units).toMatchObject([{ days: 59, failed: false, isOut: false }]);
    const now = (await log('NT-F 2105')).reports[0]!;
    await mara.write('delete', `/api/failures/${id}`, undefined, { etag: now.tag }).expect(204);
    expect(await log('NT-F 2105')).toMatchObject({ word: 'not seen', units: [], reports: [] });
  });

  test('a report of a failure that a job shows adds to what is known of it, and no second failure', async () => {
    const job = jobs.find(({ label, closed }) => label.startsWith('Customs house') && closed)!;
    const before = await log('NT-E 60');
    await report('NT-E 60', { vehicle: 'as the job', jobId: job.id, outOn: '2026-05-01', serial: '60-118', settled: 'refunded' }).expect(201); // prettier-ignore
    const after = await log('NT-E 60');
    expect(after.units.filter(({ failed }) => failed).length).toBe(
      before.units.filter(({ failed }) => failed).length,
    );
    expect(after.reports.map(({ serial }) => serial)).toContain('60-118');
  });

  test('what is not released says nothing at the counter', async () => {
    const draft = parts.find(({ state }) => state !== 'released')!;
    await cleo.get(`/api/parts/${draft.id}/failures`).expect(404);
    await report(draft.number, {}, cleo).expect(404);
    await report(draft.number, {}).expect(201);
    const numbers = ((await cleo.get('/api/failures')).body as FailureLine[]).map(({ number }) => number);
    expect(numbers).not.toContain(draft.number);
  });
});
