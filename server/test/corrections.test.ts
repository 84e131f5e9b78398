import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import type {
  ConnectorRecord,
  Correction,
  DeskRecord,
  JobRecord,
  PartRecord,
  VehicleRecord,
} from '@radiatrix/contract';
import { device } from '../src/demo/jobs.ts';
import { Actor, demoServer, released } from './harness.ts';

/** What is put right after jobs have used it says where it was used, and keeps who was told. */
let server: Awaited<ReturnType<typeof demoServer>>;
let mara: Actor, rowan: Actor, cleo: Actor, idris: Actor;
let tussock: number, bayId: number, source: number, revisionId: number;
beforeAll(async () => {
  server = await demoServer();
  [mara, rowan, cleo, idris] = (await Promise.all(['mara', 'rowan', 'cleo', 'idris'].map((name) => Actor.signIn(server.app, name)))) as [Actor, Actor, Actor, Actor]; // prettier-ignore
  const found = await cleo.get(`/api/find?text=${encodeURIComponent('09 tussock diesel auto aircon standard cooling')}`).expect(200); // prettier-ignore
  tussock = (found.body as { vehicles: { id: number }[] }).vehicles[0]!.id;
  bayId = ((await mara.get(`/api/vehicles/${tussock}`)).body as VehicleRecord).bay.id;
  source = ((await mara.get('/api/sources')).body as { id: number; name: string }[]).find(({ name }) => name === 'Saltmere bench')!.id; // prettier-ignore
});
afterAll(() => server.stop());

const partId = async (number: string): Promise<number> =>
  ((await mara.get(`/api/parts?text=${encodeURIComponent(number)}`)).body as { id: number; number: string }[]).find((each) => each.number === number)!.id; // prettier-ignore
const list = async (who = cleo): Promise<Correction[]> => (await who.get('/api/corrections').expect(200)).body as Correction[]; // prettier-ignore
const jobOf = async (id: number): Promise<JobRecord> => (await cleo.get(`/api/jobs/${id}`).expect(200)).body as JobRecord; // prettier-ignore

/** A job of the Tussock, as far as it is said to have come. */
async function job(
  part: number,
  how: 'chosen' | 'fitted' | 'closed' | 'dropped',
  kind: 'radiator' | 'fan' = 'radiator',
): Promise<number> {
  const desk = device(`desk-${how}-${part}`, Date.now() - 90_000_000);
  const events = [
    desk.event('opened', { vehicleId: tussock, label: how, complaint: '', odometerKm: null, alterations: [] }),
    desk.event('part chosen', { partId: part, revisionId, kind, role: 'goes in' }),
    ...(how === 'chosen' ? [] : how === 'dropped' ? [desk.event('part dropped', { partId: part })] : [desk.event('part moved', { partId: part, state: 'fitted' })]),
  ]; // prettier-ignore
  const opened = await mara.write('post', '/api/jobs', { events }).expect(201);
  const { id } = opened.body as { id: number };
  if (how === 'closed') await mara.write('post', `/api/jobs/${id}/events`, { events: [desk.event('closed', { outcome: 'done', note: '', heads: desk.heads() })] }).expect(200); // prettier-ignore
  return id;
}
const vehicle = async () =>
  ((await mara.get(`/api/vehicles/${tussock}`)).body as VehicleRecord).configuration;
async function release(kind: string, id: number): Promise<void> {
  const { headers } = await rowan.get(`/api/review/${kind}/${id}`).expect(200);
  await rowan.write('post', `/api/review/${kind}/${id}/release`, undefined, { etag: headers.etag! }).expect(200); // prettier-ignore
}
async function figure(part: number, key: string, text: string): Promise<void> {
  const { headers } = await mara.get(`/api/parts/${part}`);
  await mara.write('put', `/api/parts/${part}/figures`, { figures: [{ key, text, method: 'tape', sourceId: source }] }, { etag: headers.etag! }).expect(200); // prettier-ignore
  await release('part', part);
}

describe('a correction reaches back', () => {
  test('to the jobs that used the part, each as far as it had come, and to no other; a figure that is new corrects nothing', async () => {
    const part = await partId('NT-R 4402');
    revisionId = ((await mara.get(`/api/parts/${part}`)).body as PartRecord).revisionId;
    const [chosen, fitted, closed] = [await job(part, 'chosen'), await job(part, 'fitted'), await job(part, 'closed')]; // prettier-ignore
    const dropped = await job(part, 'dropped');
    const before = (await list()).length;
    // Nobody had measured the cap’s seat.
    await figure(part, 'capBore', '41 mm');
    expect(await list()).toHaveLength(before);
    await figure(part, 'capBore', '43 mm');
    const [own] = await list();
    expect(own).toMatchObject({ about: 'part', aboutId: part, title: 'NT-R 4402' });
    expect(own!.changes).toEqual([expect.objectContaining({ before: expect.stringContaining('41') as string, after: expect.stringContaining('43') as string })]); // prettier-ignore
    const reach = Object.fromEntries(own!.reaches.map((each) => [each.jobId, [each.reach, each.hands]]));
    expect([reach[chosen], reach[fitted], reach[closed]]).toEqual([['chosen', 'Mara'], ['fitted', 'Mara'], ['fitted', 'Mara']]); // prettier-ignore
    expect(reach[dropped]).toBeUndefined();
    expect((await jobOf(chosen)).corrections).toMatchObject([{ title: 'NT-R 4402', reach: 'chosen', told: null }]); // prettier-ignore
    expect((await jobOf(dropped)).corrections).toEqual([]);
  });

  test('a tick says who told whom, is taken back, and the desk counts what is left; an installer sees it on the job alone', async () => {
    const [own] = await list();
    const toTell = async () => ((await cleo.get('/api/desk').expect(200)).body as DeskRecord).toTell;
    const before = await toTell();
    const { jobId } = own!.reaches[0]!;
    const tick = (told: boolean, to = jobId) => cleo.write('post', `/api/corrections/${own!.id}/told`, { jobId: to, told }); // prettier-ignore
    expect(((await tick(true).expect(200)).body as Correction).reaches[0]!.told).toMatchObject({
      by: 'Cleo',
    });
    expect(await toTell()).toBe(before - 1);
    expect((await jobOf(jobId)).corrections[0]!.told).toMatchObject({ by: 'Cleo' });
    await tick(false).expect(200);
    expect(await toTell()).toBe(before);
    await tick(true, 999_999).expect(404);
    await idris.get('/api/corrections').expect(403);
    await idris.write('post', `/api/corrections/${own!.id}/told`, { jobId, told: true }).expect(403);
  });

  test('so do a claim that is taken back, a bay’s figure that is another now, and a part that is withdrawn', async () => {
    const part = await partId('NT-R 4402');
    const fitted = await job(part, 'fitted');
    const { claims } = (await mara.get(`/api/parts/${part}`)).body as PartRecord;
    await released(rowan, await mara.write('delete', `/api/claims/${claims[0]!.id}`, undefined, { etag: claims[0]!.tag })); // prettier-ignore
    expect((await jobOf(fitted)).corrections).toMatchObject([{ about: 'part', changes: [{ after: '' }] }]);

    for (const text of ['207 mm', '203 mm']) {
      const { headers } = await mara.get(`/api/vehicles/${tussock}`);
      await mara.write('put', `/api/bays/${bayId}/figures`, { figures: [{ key: 'bayDepth', text, method: 'tape', sourceId: source }] }, { etag: headers.etag! }).expect(200); // prettier-ignore
      await release('bay', bayId);
    }
    expect((await jobOf(fitted)).corrections[0]).toMatchObject({ about: 'bay', aboutId: bayId, reach: 'fitted' }); // prettier-ignore

    await rowan.write('post', `/api/review/part/${part}/withdraw`, { reason: 'tanks crack at the seam' }).expect(200); // prettier-ignore
    expect((await jobOf(fitted)).corrections[0]).toMatchObject({ about: 'part', withdrawnFor: 'tanks crack at the seam', changes: [] }); // prettier-ignore
  });

  test('so do a connector, a vehicle’s details and an engine: to the jobs with such a plug, of that vehicle, with that engine, and to no other', async () => {
    const [fan, radiator] = [await partId('NT-F 2212'), await partId('NT-R 4401')];
    const withFan = await job(fan, 'fitted', 'fan');
    revisionId = ((await mara.get(`/api/parts/${radiator}`)).body as PartRecord).revisionId;
    const without = await job(radiator, 'fitted');
    const plug = ((await mara.get(`/api/parts/${fan}`)).body as PartRecord).figures.find(({ key }) => key === 'plug' || key === 'fanPlug' || /onnector/i.test(key))!; // prettier-ignore
    const { body, headers } = await mara.get(`/api/connectors/${plug.word}`).expect(200);
    const { id, code, name, description, cavities } = body as ConnectorRecord;
    const turned = cavities.map((each, at) => (at === 0 ? { ...each, colour: 'violet' } : each));
    await released(rowan, await mara.write('put', `/api/connectors/${id}`, { code, name, description, cavities: turned }, { etag: headers.etag! })); // prettier-ignore
    expect((await jobOf(withFan)).corrections[0]).toMatchObject({ about: 'connector', reach: 'fitted', changes: [{ after: expect.stringContaining('violet') as string }] }); // prettier-ignore
    expect((await jobOf(without)).corrections.filter(({ about }) => about === 'connector')).toEqual([]);

    for (const [table, record, change] of [['configuration', tussock, { airConditioning: false }], ['engine', (await vehicle()).engineId, { cylinders: 6 }]] as const) {
      const got = await mara.get(`/api/records/${table}/${record}`);
      const { values } = got.body as { values: object };
      await released(rowan, await mara.write('put', `/api/records/${table}/${record}`, { ...values, ...change }, { etag: got.headers.etag! }));
      for (const each of [withFan, without]) expect((await jobOf(each)).corrections[0]).toMatchObject({ about: table, aboutId: record, reach: 'fitted' });
    }
    const elsewhere = await list();
    expect(elsewhere.find(({ about }) => about === 'configuration')!.reaches.every(({ vehicle: title }) => /Tussock/.test(title))).toBe(true);
  }); // prettier-ignore
});
