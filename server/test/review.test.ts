import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import type {
  MatchResult,
  PartRecord,
  ReviewLine,
  ReviewRecord,
  SheetRecord,
  VehicleRecord,
} from '@radiatrix/contract';
import { device } from '../src/demo/jobs.ts';
import { Actor, demoServer } from './harness.ts';

/** What is not released reaches nobody at the counter, through no door; a reviewer sends back, releases, withdraws. */
let server: Awaited<ReturnType<typeof demoServer>>;
let mara: Actor, piet: Actor, rowan: Actor, cleo: Actor;
let tussock: number, bayId: number, source: number;
beforeAll(async () => {
  server = await demoServer();
  [mara, piet, rowan, cleo] = (await Promise.all(
    ['mara', 'piet', 'rowan', 'cleo'].map((name) => Actor.signIn(server.app, name)),
  )) as [Actor, Actor, Actor, Actor];
  const found = await cleo
    .get(`/api/find?text=${encodeURIComponent('09 tussock diesel auto aircon standard cooling')}`)
    .expect(200);
  tussock = (found.body as { vehicles: { id: number }[] }).vehicles[0]!.id;
  bayId = ((await mara.get(`/api/vehicles/${tussock}`)).body as VehicleRecord).bay.id;
  source = ((await mara.get('/api/sources')).body as { id: number; name: string }[]).find(
    (each) => each.name === 'Saltmere bench',
  )!.id;
});
afterAll(() => server.stop());

const verdictsFor = async (who: Actor): Promise<Record<string, string>> =>
  Object.fromEntries(
    ((await who.get(`/api/vehicles/${tussock}/match`).expect(200)).body as MatchResult).candidates.map(
      ({ number, verdict }) => [number, verdict.verdict],
    ),
  );
const partId = async (number: string): Promise<number> =>
  (
    (await mara.get(`/api/parts?text=${encodeURIComponent(number)}`)).body as { id: number; number: string }[]
  ).find((each) => each.number === number)!.id;
async function propose(who: Actor, figures: object[]) {
  const { headers } = await who.get(`/api/vehicles/${tussock}`);
  return who.write('put', `/api/bays/${bayId}/figures`, { figures }, { etag: headers.etag! });
}
const waiting = async (kind: string, id: number) =>
  ((await rowan.get('/api/review')).body as ReviewLine[]).find(
    (each) => each.kind === kind && each.id === id,
  );
async function act(
  who: Actor,
  kind: string,
  id: number,
  what: 'check' | 'release' | 'send-back' | 'withdraw',
  body?: object,
) {
  const { headers } = await who.get(`/api/review/${kind}/${id}`);
  return who.write('post', `/api/review/${kind}/${id}/${what}`, body, { etag: headers.etag ?? '' });
}

describe('figures of a bay', () => {
  test('one edit of a depth turns nothing green for the clerk; sent back with a reason, then released by somebody else, then in force', async () => {
    const before = await verdictsFor(cleo);
    expect(
      (await propose(mara, [{ key: 'bayDepth', text: '240 mm', method: 'tape', sourceId: source }])).status,
    ).toBe(200);
    // Not in Match, Sets, Compare, on a sheet, in the record, nor in another job.
    expect(await verdictsFor(cleo)).toEqual(before);
    const doors = [
      `/api/vehicles/${tussock}`,
      `/api/vehicles/${tussock}/sets?kinds=radiator&kinds=fan`,
      `/api/vehicles/${tussock}/planning?part=${await partId('NT-R 4402')}`,
      `/api/vehicles/${tussock}/sheet/${await partId('NT-R 4402')}`,
    ];
    for (const door of doors)
      expect(JSON.stringify((await cleo.get(door).expect(200)).body)).not.toMatch(/240(?: mm|\.0)?/);
    const line = await waiting('bay', bayId);
    expect(line).toMatchObject({ author: 'Mara', state: 'draft' });
    const { changes } = (await rowan.get(`/api/review/bay/${bayId}`).expect(200)).body as ReviewRecord;
    expect(JSON.stringify(changes)).toContain('240 mm');

    expect((await act(mara, 'bay', bayId, 'release')).status).toBe(403);
    expect((await act(rowan, 'bay', bayId, 'send-back', { reason: '' })).status).toBe(422);
    expect((await act(piet, 'bay', bayId, 'send-back', { reason: 'not a reviewer' })).status).toBe(403);
    expect(
      (
        await act(rowan, 'bay', bayId, 'send-back', {
          reason: 'measured to the bumper, not to the condenser',
        })
      ).status,
    ).toBe(200);
    expect(await waiting('bay', bayId)).toMatchObject({
      sentBackFor: 'measured to the bumper, not to the condenser',
    });
    expect(await verdictsFor(cleo)).toEqual(before);

    expect(
      (await propose(mara, [{ key: 'bayDepth', text: '204 mm', method: 'tape', sourceId: source }])).status,
    ).toBe(200);
    expect((await act(rowan, 'bay', bayId, 'release')).status).toBe(200);
    expect(await waiting('bay', bayId)).toBeUndefined();
    const after = await verdictsFor(cleo);
    expect(after).not.toEqual(before);
    expect(after['NT-R 4410']).toBe('straight-in');
  });
  test('a coolant capacity reaches the sheet once it is released, and not before', async () => {
    const id = await partId('NT-R 4402');
    const capacity = async () =>
      ((await cleo.get(`/api/vehicles/${tussock}/sheet/${id}`).expect(200)).body as SheetRecord).sheet
        .coolant!.capacityL;
    const before = await capacity();
    await propose(mara, [{ key: 'coolantCapacity', text: '2 1/2 gal', method: 'jug', sourceId: source }]);
    expect(await capacity()).toBe(before);
    expect((await act(rowan, 'bay', bayId, 'release')).status).toBe(200);
    expect(Math.abs((await capacity()) - before)).toBeGreaterThan(0.3);
  });
});

describe('a part', () => {
  test('sent back says why to whoever wrote it; a check by the writer or a stale release is refused', async () => {
    const id = await partId('NT-R 4402');
    const { headers, body } = await piet.get(`/api/parts/${id}`);
    const { description, notes, inTheBox, interchange, supersedes } = body as PartRecord;
    await piet
      .write(
        'put',
        `/api/parts/${id}/details`,
        { description, notes: `${notes} twice looked at`, inTheBox, interchange, supersedes },
        { etag: headers.etag! },
      )
      .expect(200);
    expect((await act(rowan, 'part', id, 'send-back', { reason: 'say what was looked at' })).status).toBe(
      200,
    );
    expect(await waiting('part', id)).toMatchObject({ sentBackFor: 'say what was looked at' });
    // The author's own draft shadows nothing on a sheet.
    const sheet = (await piet.get(`/api/vehicles/${tussock}/sheet/${id}`).expect(200)).body as SheetRecord;
    expect(sheet.part.state).toBe('released');
  });
  test('withdrawn goes out of Match and off the sheet, and where it was used says so', async () => {
    const id = await partId('NT-R 4402');
    const desk = device('desk', Date.now() - 90_000_000);
    const opened = await mara
      .write('post', '/api/jobs', {
        events: [
          desk.event('opened', {
            vehicleId: tussock,
            label: 'lift two',
            complaint: '',
            odometerKm: null,
            alterations: [],
          }),
          desk.event('part chosen', { partId: id, revisionId: 1, kind: 'radiator', role: 'goes in' }),
        ],
      })
      .expect(201);
    expect((await act(piet, 'part', id, 'withdraw', { reason: 'seams leak' })).status).toBe(403);
    const withdrawn = await rowan.write('post', `/api/review/part/${id}/withdraw`, {
      reason: 'seams leak on the third batch',
    });
    expect(withdrawn.status).toBe(200);
    expect((await verdictsFor(cleo))['NT-R 4402']).toBeUndefined();
    expect((await cleo.get(`/api/vehicles/${tussock}/sheet/${id}`)).status).toBe(404);
    const job = await cleo.get(`/api/jobs/${(opened.body as { id: number }).id}`).expect(200);
    expect(JSON.stringify((job.body as { parts: unknown[] }).parts)).toContain(
      'seams leak on the third batch',
    );
  });
});

describe('a released record', () => {
  test('is sealed in every child table, for insert, change and delete', async () => {
    const { pool } = server.connection;
    const { rows: children } = await pool.query<{ name: string; sealed: boolean }>(`
      select distinct c.conrelid::regclass::text as name, exists (
        select from pg_trigger t join pg_proc f on f.oid = t.tgfoid where t.tgrelid = c.conrelid and f.proname like 'keep_released%' and (t.tgtype & 28) = 28
      ) as sealed
      from pg_constraint c where c.contype = 'f' and c.confrelid::regclass::text in ('part_revision', 'procedure_revision', 'step', 'fastener')`);
    // Outcomes and imports name a revision from outside; all others are part of it.
    const outside = ['outcome', 'import_batch_part'];
    const names = children.map(({ name }) => name).filter((name) => !outside.includes(name));
    expect(names).toEqual(
      expect.arrayContaining(['measurement', 'step', 'fastener', 'step_caution', 'step_fastener']),
    );
    for (const { name, sealed } of children)
      if (names.includes(name)) expect([name, sealed]).toEqual([name, true]);
    for (const name of names) {
      const refused = await pool
        .query(`select set_config('radiatrix.person', '1', false); delete from ${name}`)
        .then(
          ({ rowCount }) => `${rowCount} gone`,
          (error: Error) => error.message,
        );
      expect([name, refused]).toEqual([name, expect.stringMatching(/released|violates|an event/)]);
    }
  });
});
