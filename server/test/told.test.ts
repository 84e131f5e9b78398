import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import type {
  AccessRecord,
  FindResult,
  JobRecord,
  JudgedPart,
  MatchResult,
  Problem,
  ReviewLine,
  ReviewRecord,
  ToldVehicle,
  VehicleAccess,
  VehicleAnswers,
} from '@radiatrix/contract';
import { device } from '../src/demo/jobs.ts';
import { Actor, demoServer } from './harness.ts';

/** A vehicle that nobody has recorded gets its job at once; the library takes it in after somebody has looked. */
let server: Awaited<ReturnType<typeof demoServer>>;
let mara: Actor, rowan: Actor, cleo: Actor, idris: Actor;
beforeAll(async () => {
  server = await demoServer();
  [mara, rowan, cleo, idris] = (await Promise.all(
    ['mara', 'rowan', 'cleo', 'idris'].map((name) => Actor.signIn(server.app, name)),
  )) as [Actor, Actor, Actor, Actor];
});
afterAll(() => server.stop());

const SAID = '2014 tavaro breen 2.0 petrol manual, fan never comes on';
const told = (more: Partial<ToldVehicle> = {}): ToldVehicle => ({
  said: SAID,
  makeId: null,
  makeName: 'Tavaro',
  modelId: null,
  modelName: 'Breen',
  year: 2014,
  engineId: null,
  engine: { code: '', displacementL: 2, cylinders: 4, layout: 'straight', fuel: 'petrol', aspiration: 'natural' },
  transmissionId: null,
  transmission: { code: '', kind: 'manual', gears: 5 },
  airConditioning: true,
  package: 'standard',
  body: 'hatchback',
  drive: 'front',
  steering: 'left',
  ...more,
}); // prettier-ignore
const record = async (who: Actor, body: object, status: number) =>
  (await who.write('post', '/api/vehicles/told', body).expect(status)).body as VehicleAnswers['recordTold'];
const lines = async (who: Actor): Promise<ReviewLine[]> => (await who.get('/api/review').expect(200)).body;
const found = async (who: Actor, text: string): Promise<FindResult> =>
  (await who.get(`/api/find?text=${encodeURIComponent(text)}`).expect(200)).body;
async function release(who: Actor, kind: string, id: number, status: number) {
  const { headers } = await who.get(`/api/review/${kind}/${id}`).expect(200);
  return who
    .write('post', `/api/review/${kind}/${id}/release`, undefined, { etag: headers.etag! })
    .expect(status);
}

describe('a vehicle as it was told', () => {
  let id = 0;
  test('a clerk records it with every name it brings along, opens its job, and no part is green for it', async () => {
    const { vehicle, already } = await record(cleo, told(), 201);
    id = vehicle.id;
    expect({ already, ...vehicle }).toMatchObject({ already: false, told: true, title: '2014 Tavaro Breen' });
    const opened = device('desk-told', Date.now() - 600_000).event('opened', { vehicleId: id, label: '', complaint: 'fan never comes on', odometerKm: null, alterations: [] }); // prettier-ignore
    const job = (await cleo.write('post', '/api/jobs', { events: [opened] }).expect(201)).body as JobRecord;
    expect(job.vehicle).toMatchObject({ id, told: true });
    const { candidates } = (await cleo.get(`/api/vehicles/${id}/match`).expect(200)).body as MatchResult;
    expect(candidates.filter(({ verdict }) => verdict.verdict === 'straight-in')).toEqual([]);
    // What was only told is no line of the library: no gap of its coverage, no row of a table that is taken out.
    const { modelId } = vehicle.configuration;
    const cover = (await mara.get(`/api/models/${modelId}/coverage`).expect(200)).body as {
      vehicles: unknown[];
    };
    expect(cover.vehicles).toEqual([]);
    expect((await mara.get('/api/export/vehicles?format=csv').expect(200)).text).not.toContain('Breen');
  });

  test('said again it is the same vehicle, in any case of its letters', async () => {
    const again = await record(mara, told({ makeName: 'TAVARO', modelName: 'breen' }), 200);
    expect(again).toMatchObject({ already: true, vehicle: { id } });
  });

  test('a vehicle of the library is that vehicle, whatever months it was built in; a code of something else is asked about', async () => {
    const [tussock] = (await found(mara, '09 tussock diesel auto aircon standard cooling')).vehicles;
    const { id: _id, built: _built, ...like } = tussock!.configuration;
    const again = await record(cleo, told({ ...like, engine: null, transmission: null }), 200);
    expect(again).toMatchObject({ already: true, vehicle: { id: tussock!.id, told: false } });
    const { engines } = (await cleo.get('/api/vocabulary').expect(200)).body as {
      engines: { code: string }[];
    };
    const other = { ...told().engine!, displacementL: 7.9, code: engines[0]!.code };
    const { body } = await cleo.write('post', '/api/vehicles/told', told({ engine: other })).expect(422);
    expect((body as Problem).fields).toMatchObject([{ path: 'engine.code' }]);
  });

  test('its names are no words of the counter before a reviewer has looked, and one release takes all of them in', async () => {
    expect((await found(cleo, 'tavaro breen')).vehicles).toEqual([]);
    expect((await found(mara, 'tavaro breen')).vehicles.map((each) => each.id)).toEqual([id]);
    const own = (await lines(mara)).filter(({ kind }) => kind === 'vehicle');
    expect(own).toMatchObject([{ id, title: '2014 Tavaro Breen', author: 'Cleo' }]);
    const { changes, remarks } = (await mara.get(`/api/review/vehicle/${id}`).expect(200))
      .body as ReviewRecord;
    expect(changes.filter(({ after }) => after.endsWith('(new)')).map(({ label }) => label)).toEqual([
      'Make',
      'Model',
      'Engine',
      'Transmission',
    ]);
    expect(remarks[0]).toContain(SAID);
    await mara.write('post', `/api/review/vehicle/${id}/release`, undefined, { etag: 'x' }).expect(403);
    await release(rowan, 'vehicle', id, 200);
    expect((await found(cleo, 'tavaro breen')).vehicles).toMatchObject([{ id, told: false }]);
    expect((await lines(mara)).filter(({ kind }) => kind === 'vehicle')).toEqual([]);
  });

  test('sent back it is put right without another review, and the reason is gone', async () => {
    const { vehicle } = await record(mara, told({ year: 2014, body: 'estate' }), 201);
    const { headers } = await rowan.get(`/api/review/vehicle/${vehicle.id}`).expect(200);
    await rowan
      .write(
        'post',
        `/api/review/vehicle/${vehicle.id}/send-back`,
        { reason: 'was it not a saloon?' },
        { etag: headers.etag! },
      ) // prettier-ignore
      .expect(200);
    expect((await lines(mara)).find(({ kind }) => kind === 'vehicle')!.sentBackFor).toContain('saloon');
    const held = await mara.get(`/api/records/configuration/${vehicle.id}`).expect(200);
    const values = (held.body as { values: object }).values;
    await mara
      .write(
        'put',
        `/api/records/configuration/${vehicle.id}`,
        { ...values, body: 'saloon' },
        { etag: held.headers.etag! },
      ) // prettier-ignore
      .expect(200);
    expect((await lines(mara)).find(({ kind }) => kind === 'vehicle')).toMatchObject({
      id: vehicle.id,
      sentBackFor: '',
    });
    await release(rowan, 'vehicle', vehicle.id, 200);
  });

  test('who neither speaks with customers nor keeps the library records none; what is missing or cannot be is named', async () => {
    await record(idris, told(), 403);
    const refused = async (more: object): Promise<string[]> => {
      const { body } = await cleo.write('post', '/api/vehicles/told', { ...told(), ...more }).expect(422);
      return ((body as Problem).fields ?? []).map(({ path }) => path);
    };
    expect(await refused({ makeName: '', body: undefined, steering: undefined })).toEqual(['makeName', 'body', 'steering']); // prettier-ignore
    expect(await refused({ engine: { displacementL: 40, fuel: 'petrol' } })).toEqual([
      'engine.displacementL',
      'engine.cylinders',
      'engine.layout',
      'engine.aspiration',
    ]);
    expect(await refused({ engine: null, transmission: null })).toEqual(['engine', 'transmission']);
    expect(await refused({ engineId: 999_999, engine: null })).toEqual([]);
    expect(await refused({ modelId: 999_999 })).toEqual(['modelId']);
    // The model lived in 2014 alone as far as anybody knows.
    const { body } = await cleo.write('post', '/api/vehicles/told', told({ year: 2020 })).expect(422);
    expect((body as Problem).fields).toMatchObject([{ path: 'year', message: /2014 to 2014/ }]); // prettier-ignore
    expect((await lines(mara)).filter(({ kind }) => kind === 'vehicle')).toEqual([]);
  });
});

describe('figures of a related bay', () => {
  test('the same model with another engine lends what goes with the body: shown with its bay, and no verdict rests on it', async () => {
    const [tussock] = (await found(mara, '09 tussock diesel auto aircon standard cooling')).vehicles;
    const { id: _id, built: _built, ...like } = tussock!.configuration;
    const engine = { ...told().engine!, displacementL: 3.1, cylinders: 6 };
    const { vehicle } = await record(
      cleo,
      told({ ...like, engineId: null, engine, transmission: null }),
      201,
    );
    const { candidates, lent } = (await mara.get(`/api/vehicles/${vehicle.id}/match`).expect(200)).body as MatchResult; // prettier-ignore
    const keys = lent.map(({ key }) => key);
    expect(keys).toEqual(expect.arrayContaining(['openingWidth', 'pinSpacing']));
    for (const own of ['thermostatRating', 'fanOn', 'bayDepth', 'coolantCapacity'])
      expect(keys).not.toContain(own);
    expect(new Set(lent.map(({ why }) => why))).toEqual(new Set(['model']));
    const unproven = candidates.filter(({ verdict }) => verdict.verdict === 'not-proven');
    expect(unproven.length).toBeGreaterThan(3);
    expect(unproven.every(({ likely }) => likely !== undefined)).toBe(true);
    // Of a kind those that the borrowed figures rule out come last.
    const radiators = unproven.filter(({ kind }) => kind === 'radiator').map(({ likely }) => likely === 'no');
    expect(radiators).toEqual([...radiators].sort((a, b) => Number(a) - Number(b)));
    const part = unproven.find(({ kind }) => kind === 'radiator')!;
    const { verdict } = (await mara.get(`/api/vehicles/${vehicle.id}/match/${part.id}`).expect(200)).body as JudgedPart; // prettier-ignore
    expect(verdict.ledger.find(({ check }) => check === 'width')!.outcome).toBe('unknown');
    // A bay with figures of its own borrows none.
    expect(
      ((await mara.get(`/api/vehicles/${tussock!.id}/match`).expect(200)).body as MatchResult).lent,
    ).toEqual([]);
  });
});

describe('recorded by doing', () => {
  const off = (thing: string, tray: string) => ({
    thing, name: thing, partKind: thing === 'radiator' ? ('radiator' as const) : null, place: 'above' as const, tool: 'by hand',
    fasteners: [{ tray, name: 'bolts', count: 2 }], plug: '', broken: 0, coolantL: null, minutes: 4, note: '',
  }); // prettier-ignore
  const jobOf = async (vehicleId: number, things: readonly string[]): Promise<number> => {
    const hand = device(`phone-${things.join('-')}`, Date.now() - 6_000_000);
    const opened = hand.event('opened', {
      vehicleId,
      label: '',
      complaint: '',
      odometerKm: null,
      alterations: [],
    });
    const events = [opened, ...things.map((thing, at) => hand.event('came off', off(thing, 'ABC'[at]!)))];
    const job = (await mara.write('post', '/api/jobs', { events }).expect(201)).body as JobRecord;
    expect(job.stage).toBe('remove');
    return job.id;
  };
  const draft = (who: Actor, job: number) => who.write('post', `/api/jobs/${job}/map`, {});

  test('a bay without a map gets one from the first job, and a second job the other way round frees what it swapped', async () => {
    const { vehicle } = await record(mara, told({ body: 'van' }), 201);
    const first = await jobOf(vehicle.id, ['duct', 'hose', 'radiator']);
    await draft(idris, first).expect(403);
    const made = (await draft(mara, first).expect(200)).body as { id: number; recordings: number };
    expect(made.recordings).toBe(1);
    const needs = async () =>
      Object.fromEntries(
        ((await mara.get(`/api/access/${made.id}`).expect(200)).body as AccessRecord).operations.map(
          ({ code, needs: of }) => [code, of.flat().map(({ thing }) => thing).sort()],
        ),
      ); // prettier-ignore
    expect(await needs()).toEqual({ 'duct-off': [], 'hose-off': ['duct'], 'radiator-off': ['hose'] });
    const second = await jobOf(vehicle.id, ['hose', 'duct', 'radiator']);
    expect((await draft(mara, second).expect(200)).body).toEqual({ id: made.id, recordings: 2 });
    expect(await needs()).toEqual({ 'duct-off': [], 'hose-off': [], 'radiator-off': ['duct', 'hose'] });
    expect((await lines(rowan)).some(({ kind, id }) => kind === 'access' && id === made.id)).toBe(true);
    // Once somebody has worked on it, no recording writes over that.
    const held = await mara.get(`/api/access/${made.id}`).expect(200);
    const { title, notes, things, fasteners, operations, steps } = held.body as AccessRecord;
    const worked = operations.map((each) => ({ ...each, cautions: ['hot-coolant'] }));
    await mara
      .write(
        'put',
        `/api/access/${made.id}`,
        { title, notes, things, fasteners, operations: worked, steps },
        { etag: held.headers.etag! },
      )
      .expect(200);
    expect((await draft(mara, second).expect(409)).body).toMatchObject({ code: 'conflict' });
    const after = (await mara.get(`/api/access/${made.id}`).expect(200)).body as AccessRecord;
    expect(after.operations.every(({ cautions }) => cautions.includes('hot-coolant'))).toBe(true);
  });

  test('the same model with another engine lends its map: marked until it is done here, kept by the job, drafted for this bay', async () => {
    const [tussock] = (await found(mara, '09 tussock diesel auto aircon standard cooling')).vehicles;
    const { vehicle } = await record(mara, told({ modelId: tussock!.configuration.modelId, year: 2010, body: 'pickup' }), 201); // prettier-ignore
    const access = async (who: Actor, query = '') =>
      (await who.get(`/api/vehicles/${vehicle.id}/access${query}`).expect(200)).body as VehicleAccess;
    const bare = await access(idris);
    expect(bare.map).toBeNull();
    const lender = bare.lenders.find(({ why }) => why === 'model')!;
    expect((await access(idris, '?lend=999999')).map).toBeNull();
    const lent = (await access(idris, `?lend=${lender.mapId}`)).map!;
    expect(lent.borrowed).not.toBeNull();
    expect(lent.document.operations.filter(({ detail }) => !detail.startsWith('Borrowed'))).toEqual([]);

    const hand = device('phone-lent', Date.now() - 6_000_000);
    const [first, second] = lent.document.operations.filter(({ needs }) => needs.length === 0);
    const events = [
      hand.event('opened', { vehicleId: vehicle.id, label: '', complaint: '', odometerKm: null, alterations: [] }),
      hand.event('way chosen', { mapId: lent.id, revisionId: lent.revisionId, goals: ['radiator'], operations: [first!.code, second!.code], already: [], title: 'borrowed' }),
      hand.event('step ticked', { step: `out ${first!.code}`, phase: 'remove', partId: 1, done: true }),
    ]; // prettier-ignore
    const { id } = (await mara.write('post', '/api/jobs', { events }).expect(201)).body as JobRecord;
    // The job keeps what it borrowed without asking for it again; what was done here says nothing of borrowing any more.
    const kept = (await access(idris, `?job=${id}`)).map!;
    expect([kept.id, kept.borrowed !== null]).toEqual([lent.id, true]);
    const drafted = (await draft(mara, id).expect(200)).body as { id: number };
    const map = (await mara.get(`/api/access/${drafted.id}`).expect(200)).body as AccessRecord;
    const borrowed = map.operations.filter(({ detail }) => detail.startsWith('Borrowed'));
    expect(map.bayId).not.toBe(lent.bayId);
    expect(borrowed.map(({ code }) => code)).not.toContain(first!.code);
    expect(borrowed).toHaveLength(map.operations.length - 1);
    expect(map.notes[0]!.text).toContain('Borrowed from the bay');
    // An installer sees the draft nowhere; the job under way goes on as it began.
    expect((await access(idris, `?job=${id}`)).map!.id).toBe(lent.id);
  });

  test('a map that somebody wrote is left alone, and a job without a recording makes none', async () => {
    const [tussock] = (await found(mara, '09 tussock diesel auto aircon standard cooling')).vehicles;
    const job = await jobOf(tussock!.id, ['duct', 'hose', 'radiator']);
    expect((await draft(mara, job).expect(409)).body).toMatchObject({ code: 'conflict' });
    const { vehicle } = await record(mara, told({ body: 'coupe' }), 201);
    const bare = device('phone-bare', Date.now() - 600_000).event('opened', { vehicleId: vehicle.id, label: '', complaint: '', odometerKm: null, alterations: [] }); // prettier-ignore
    const { id } = (await mara.write('post', '/api/jobs', { events: [bare] }).expect(201)).body as JobRecord;
    expect((await draft(mara, id).expect(409)).body).toMatchObject({ code: 'not-ready' });
  });
});

describe('a shop of one person', () => {
  const newPart = (number: string) => ({ number, maker: 'Tavaro', kind: 'cap', description: '' });
  const draft = async (number: string): Promise<number> =>
    ((await rowan.write('post', '/api/parts', newPart(number)).expect(201)).body as { id: number }).id;
  const setTakes = (who: Actor, value: number | null) =>
    who.write('post', '/api/practice', { name: 'releaseTakes', value, reason: 'one of us is the shop' });

  test('nobody releases their own work, until a reviewer says that one person is enough; each such release is marked', async () => {
    const first = await draft('TV-C 100');
    expect((await release(rowan, 'part', first, 403)).body).toMatchObject({ code: 'own-work' });
    await setTakes(mara, 1).expect(403);
    await setTakes(rowan, 1).expect(200);
    await release(rowan, 'part', first, 200);
    const marks = await server.connection.pool.query<{ alone: boolean; released_by: number }>(
      'select alone, released_by from part_revision where part_id = $1',
      [first],
    );
    expect(marks.rows).toMatchObject([{ alone: true }]);
    await setTakes(rowan, null).expect(200);
    const second = await draft('TV-C 101');
    await release(rowan, 'part', second, 403);
  });
});
