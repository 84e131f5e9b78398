import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import type { AccessRecord, DifferenceLine, FilingRecord, JobEventDraft, JobLine, JobRecord, MapMinutes, PartRecord, ReviewLine, VehicleAccess } from '@radiatrix/contract'; // prettier-ignore
import { device } from '../src/demo/jobs.ts';
import { Actor, demoServer } from './harness.ts';

let server: Awaited<ReturnType<typeof demoServer>>;
let mara: Actor;
let rowan: Actor;
let cleo: Actor;
let idris: Actor;
let quay: JobLine;
beforeAll(async () => {
  server = await demoServer();
  [mara, rowan, cleo, idris] = (await Promise.all(['mara', 'rowan', 'cleo', 'idris'].map((name) => Actor.signIn(server.app, name)))) as [Actor, Actor, Actor, Actor]; // prettier-ignore
  quay = ((await mara.get('/api/jobs')).body as JobLine[]).find(({ label }) => label.startsWith('Quay stores'))!; // prettier-ignore
}, 120_000);
afterAll(() => server.stop());

const filing = async (id = quay.id, who = mara): Promise<FilingRecord> => (await who.get(`/api/jobs/${id}/filing`).expect(200)).body as FilingRecord; // prettier-ignore
const accept = ({ id, before, after }: DifferenceLine, who = mara, job = quay.id) => who.write('post', `/api/jobs/${job}/filing`, { difference: id, before, after }); // prettier-ignore
const find = ({ differences }: FilingRecord, id: string): DifferenceLine => differences.find((each) => each.id.startsWith(id))!; // prettier-ignore
const send = (id: number, events: JobEventDraft[], who = mara) => who.write('post', `/api/jobs/${id}/events`, { events }); // prettier-ignore
const review = async (): Promise<ReviewLine[]> => (await rowan.get('/api/review')).body as ReviewLine[];

describe('a filed job beside the library', () => {
  test('what was found otherwise, with what it would change elsewhere; a clerk sees it and accepts nothing', async () => {
    const own = await filing();
    expect(own.proven).toBe(true);
    expect(own.differences.map(({ act }) => act.do)).toEqual(expect.arrayContaining(['outcome', 'figure', 'tool', 'detail'])); // prettier-ignore
    const width = find(own, 'figure openingWidth');
    expect(width).toMatchObject({ before: '706 ± 1.9 mm', after: '704 mm' });
    expect(width.elsewhere[0]).toMatch(/^Counts for \d+ other vehicles of Tussock/);
    expect((await filing(quay.id, cleo)).differences.map(({ id }) => id)).toContain('figure openingWidth');
    await accept(width, cleo).expect(403);
    await accept(width, idris).expect(403);
    await mara.get('/api/jobs/999999/filing').expect(404);
  });

  test('an accepted figure waits for a reviewer, kept under the source of jobs; one on a record changed meanwhile is refused', async () => {
    const width = find(await filing(), 'figure openingWidth');
    await accept({ ...width, before: '700 mm' }).expect(412);
    await accept({ ...width, id: 'figure nothing' }).expect(412);
    await accept(width).expect(200);
    const bay = (await review()).find(({ kind }) => kind === 'bay')!;
    expect(bay).toBeDefined();
    const record = (await rowan.get(`/api/review/bay/${bay.id}`).expect(200)).body as unknown;
    expect(JSON.stringify(record)).toContain('704 mm');
    expect(JSON.stringify(record)).toContain('Closed jobs');
  });

  test('accepted minutes, tools and notes are drafts of the bay’s map, one upon the other', async () => {
    const mapOf = async (who: Actor) => ((await who.get(`/api/vehicles/${quay.vehicleId}/access`)).body as VehicleAccess).map!; // prettier-ignore
    const before = await mapOf(cleo);
    for (const kind of ['tool', 'detail']) await accept(find(await filing(), kind)).expect(200);
    const draft = (await mara.get(`/api/access/${before.id}`)).body as AccessRecord;
    expect(draft.state).toBe('draft');
    expect(draft.operations.find(({ code }) => code === 'upper-hose-off')!.tools).toContain('hose clamp pliers with a cable'); // prettier-ignore
    expect(draft.operations.find(({ code }) => code === 'fan-up')!.detail).toMatch(/left side first/);
    // At the counter nothing has changed, and what was taken in is no difference any more for whoever sees the draft.
    expect((await mapOf(cleo)).document).toEqual(before.document);
    expect((await filing()).differences.map(({ act }) => act.do)).not.toContain('tool');
  });

  test('what went straight in is a proposal; released it counts at grade 1, and filed twice it is said to be there', async () => {
    const outcome = (await filing()).differences.find(({ about }) => about === 'part')!;
    expect(outcome.act).toMatchObject({ do: 'outcome', altered: false });
    const { body } = await accept(outcome).expect(202);
    const { waits } = body as { waits: { id: number; title: string } };
    expect(waits.title).toMatch(/NT-S 310 in 2010 Quillon Tussock, job \d+/);
    const { partId } = outcome.act as { partId: number };
    const installed = async () => ((await cleo.get(`/api/parts/${partId}`)).body as PartRecord).installed.filter(({ vehicle }) => vehicle.includes(`job ${quay.id}`)); // prettier-ignore
    expect(await installed()).toEqual([]);
    // Settled on the job meanwhile, it can still be released.
    const hand = device('desk-90', Date.now() - 60_000);
    await send(quay.id, [hand.event('difference settled', { difference: outcome.id, how: 'accepted', said: outcome.title })]).expect(200); // prettier-ignore
    const { headers } = await rowan.get(`/api/review/proposal/${waits.id}`).expect(200);
    await rowan.write('post', `/api/review/proposal/${waits.id}/release`, undefined, { etag: headers.etag! }).expect(200); // prettier-ignore
    expect(await installed()).toMatchObject([{ altered: false }]);
    await accept(find(await filing(), 'outcome')).expect(409);
    const after = find(await filing(), 'outcome');
    expect(after.settled).toMatchObject({ how: 'accepted', by: 'Mara' });
    // What is done about a closed job is not late, and a clerk does not settle it.
    expect(((await mara.get(`/api/jobs/${quay.id}`)).body as JobRecord).state.late).toEqual([]);
    await send(quay.id, [device('desk-91', Date.now()).event('difference settled', { difference: 'order', how: 'left', said: '' })], cleo).expect(403); // prettier-ignore
  });

  test('minutes of filed jobs are there for a quote; a job opened again tells none', async () => {
    const { map } = (await cleo.get(`/api/vehicles/${quay.vehicleId}/access`)).body as VehicleAccess;
    const seen = async () => ((await cleo.get(`/api/access/${map!.id}/minutes`).expect(200)).body as MapMinutes).seen; // prettier-ignore
    const all = await seen();
    expect(new Set(all.map(({ job }) => job)).size).toBeGreaterThanOrEqual(4);
    expect(all.some(({ delay }) => delay === 'rust')).toBe(true);
    await send(quay.id, [device('desk-92', Date.now()).event('opened again', { note: 'to be looked at' })]).expect(200); // prettier-ignore
    expect((await seen()).filter(({ job }) => job === quay.id)).toEqual([]);
    expect((await filing()).differences.map(({ act }) => act.do)).not.toContain('outcome');
  });
});
