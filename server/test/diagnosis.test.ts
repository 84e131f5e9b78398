import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { diagnose, tableFor } from '@radiatrix/core/diagnosis';
import type { DiagnosisRecord, DiagnosisTableRecord, JobEventDraft, JobLine } from '@radiatrix/contract';
import { device } from '../src/demo/jobs.ts';
import { Actor, demoServer, released } from './harness.ts';

let server: Awaited<ReturnType<typeof demoServer>>;
let mara: Actor;
let rowan: Actor;
let cleo: Actor;
let idris: Actor;
let jobs: JobLine[];
beforeAll(async () => {
  server = await demoServer();
  [mara, rowan, cleo, idris] = (await Promise.all(['mara', 'rowan', 'cleo', 'idris'].map((name) => Actor.signIn(server.app, name)))) as [Actor, Actor, Actor, Actor]; // prettier-ignore
  jobs = (await mara.get('/api/jobs')).body as JobLine[];
}, 120_000);
afterAll(() => server.stop());

const idOf = (label: string): number => jobs.find((job) => job.label.startsWith(label))!.id;
const record = async (id: number, who = mara): Promise<DiagnosisRecord> => (await who.get(`/api/jobs/${id}/diagnosis`).expect(200)).body as DiagnosisRecord; // prettier-ignore
const tableOf = async (): Promise<DiagnosisTableRecord> => (await mara.get('/api/diagnosis-table').expect(200)).body as DiagnosisTableRecord; // prettier-ignore
const send = (id: number, events: JobEventDraft[], who = mara) => who.write('post', `/api/jobs/${id}/events`, { events }); // prettier-ignore
const checked = (check: string, outcome: string) => ({ check, outcome, how: 'hand' as const, said: '', minutes: 2, stream: null, photo: null }); // prettier-ignore

describe('what a diagnosis is worked out from', () => {
  test('the vehicle’s record: how many fans, which run with the A/C, what it may be stopped at; the counter and the installer see the same', async () => {
    const id = idOf('Slipway');
    const own = await record(id);
    expect(own.vehicle).toMatchObject({ fans: 'two', withAc: 'both', module: false, airConditioning: true, highVoltage: false }); // prettier-ignore
    expect(own.stopC).toBe(112);
    expect(own.filed).toBeGreaterThan(5);
    expect(await record(id, cleo)).toEqual(own);
    expect(await record(id, idris)).toEqual(own);
    await mara.get('/api/jobs/999999/diagnosis').expect(404);
  });

  test('a figure that nobody has let through is for the desk alone, as everywhere', async () => {
    const id = idOf('Parcel van 3');
    const before = await record(id, cleo);
    const { vehicle } = (await mara.get(`/api/jobs/${id}`)).body as { vehicle: { id: number } };
    const source = ((await mara.get('/api/sources')).body as { id: number; grade: number }[]).find(
      ({ grade }) => grade === 2,
    )!;
    const { headers, body } = await mara.get(`/api/vehicles/${vehicle.id}`).expect(200);
    const { bay } = body as { bay: { id: number } };
    const figures = [{ key: 'fansFitted', text: 'two', method: 'bench', sourceId: source.id }];
    await mara.write('put', `/api/bays/${bay.id}/figures`, { figures }, { etag: headers.etag! }).expect(200);
    expect((await record(id)).vehicle.fans).toBe('two');
    expect(await record(id, cleo)).toEqual(before);
  });

  test('a clerk’s findings lead to a part; one taken back is as if it had not been', async () => {
    const id = idOf('Slipway');
    const hand = device('counter-7', Date.now() - 60_000);
    const view = async () => {
      const own = await record(id, cleo);
      const { state } = (await cleo.get(`/api/jobs/${id}`)).body as { state: { diagnosis: { kind: string; check: string; outcome: string }[] } }; // prettier-ignore
      const steps = state.diagnosis.map(({ check, outcome }) => ({ kind: 'found' as const, check, outcome }));
      return diagnose(tableFor(own.vehicle, { counts: own.counts }), steps, { ahead: 0 });
    };
    const before = await view();
    const events = [hand.event('checked', checked('fans-ac', 'dead@ac')), hand.event('checked', checked('spin@ac', 'stuck')), hand.event('checked', checked('fuse-look', 'whole'))]; // prettier-ignore
    await send(id, events, cleo).expect(200);
    const after = await view();
    expect(after.standing).toMatchObject({ word: 'found', causes: ['motor-seized@ac'] });
    expect(after.next).toMatchObject({ do: 'repair', ends: 'part', part: 'fan' });
    await send(id, events.map((event) => hand.event('undone', { event: event.id })), cleo).expect(200); // prettier-ignore
    expect(await view()).toEqual(before);
  });

  test('what is no finding is refused with a reason, and nothing of it is kept', async () => {
    const id = idOf('Lift two');
    const hand = device('desk-8', Date.now() - 60_000);
    for (const bad of [
      { ...checked('level', 'full'), check: 'LEVEL 1' },
      { ...checked('level', 'full'), minutes: -3 },
      { ...checked('level', 'full'), how: 'dream' },
      { check: 'level' },
    ])
      // prettier-ignore
      await send(id, [{ ...hand.event('checked', checked('level', 'full')), payload: bad } as never]).expect(422);
    await send(id, [{ ...hand.event('diagnosed', { causes: [], remedy: 'cap', ends: 'part', chance: 2, said: 'sure' }) }]).expect(422); // prettier-ignore
    expect(((await mara.get(`/api/jobs/${id}`)).body as { state: { diagnosis: unknown[] } }).state.diagnosis).toEqual([]); // prettier-ignore
  });
});

describe('from the caller’s words to the bench', () => {
  const LINE =
    "2010 tussock diesel auto aircon. Radiator fan doesn't come on when it gets hot. The fuse is fine.";
  const opened = async () => {
    const found = (await cleo.get(`/api/find?${new URLSearchParams({ text: LINE })}`).expect(200)).body as { complaint: string; vehicles: { id: number }[] }; // prettier-ignore
    const hand = device('counter-27', Date.now() - 60_000);
    const vehicleId = found.vehicles[0]!.id;
    const event = hand.event('opened', { vehicleId, label: '', complaint: found.complaint, odometerKm: null, alterations: [] }); // prettier-ignore
    const { id } = (await cleo.write('post', '/api/jobs', { events: [event] }).expect(201)).body as {
      id: number;
    };
    return { id, vehicleId, hand, complaint: found.complaint };
  };

  test('the complaint is what was said besides the vehicle; a finding may leave outcomes open, and nothing else may', async () => {
    const { id, hand, complaint } = await opened();
    expect(complaint).toBe("Radiator fan doesn't come on when it gets hot. The fuse is fine.");
    const open = {
      ...checked('fans-hot', 'dead@temperature|dead@temperature+slow@ac|dead'),
      how: 'told' as const,
    };
    await send(id, [hand.event('checked', open)], cleo).expect(200);
    for (const outcome of ['dead@', '|dead', 'dead||slow', 'dead@ac+', 'DEAD', 'a|'.repeat(40)])
      await send(id, [hand.event('checked', checked('fans-hot', outcome))], cleo).expect(422);
    const { state } = (await cleo.get(`/api/jobs/${id}`)).body as {
      state: { diagnosis: { outcome: string }[] };
    };
    expect(state.diagnosis.map(({ outcome }) => outcome)).toEqual([open.outcome]);
    // Until a part is chosen, the way in is to what the diagnosis wants renewed.
    await send(id, [hand.event('diagnosed', { causes: ['motor-seized@temperature'], remedy: 'fan@temperature', ends: 'part', chance: 0.99, said: 'Motor of the temperature fan.' })], cleo).expect(200); // prettier-ignore
    const of = async () => (await cleo.get(`/api/jobs/${id}`)).body as { vehicle: { id: number } };
    const access = (await cleo.get(`/api/vehicles/${(await of()).vehicle.id}/access?job=${id}`).expect(200)).body as { wanted: string[] }; // prettier-ignore
    expect(access.wanted).toEqual(['fan']);
  });

  test('what a part takes is on its record, with neither way nor sheet; each unit keeps its tests, and the log counts each', async () => {
    const { id, vehicleId, hand } = await opened();
    const { candidates } = (await mara.get(`/api/vehicles/${vehicleId}/match`)).body as { candidates: { id: number; kind: string; number: string; revisionId: number }[] }; // prettier-ignore
    const fan = candidates.find(({ number }) => number === 'NT-F 2212')!;
    const { revisionId } = (await mara.get(`/api/parts/${fan.id}`)).body as { revisionId: number };
    await send(id, [
      hand.event('part chosen', { partId: fan.id, revisionId, kind: 'fan', role: 'goes in' }),
    ]).expect(200);
    const job = async () => (await mara.get(`/api/jobs/${id}`)).body as { parts: { bench: { test: string; label: { volts: number; amps: number } } }[]; state: { bench: { unit?: string }[] } }; // prettier-ignore
    const { test: how, label: takes } = (await job()).parts[0]!.bench;
    expect(how).toBe('running');
    expect(takes.amps).toBeGreaterThan(5);
    const test = (unit: string, rough: boolean) => hand.event('bench tested', { partId: fan.id, unit, fan: 'the fan', state: 'in its shroud on the core', volts: takes.volts, amps: rough ? null : takes.amps, turns: 'right way', rough, label: takes }); // prettier-ignore
    await send(id, [test('A17', true), test('A18', true), test('A19', false)]).expect(200);
    expect((await job()).state.bench.map(({ unit }) => unit)).toEqual(['A17', 'A18', 'A19']);
    // A reading belongs to its test: half of one and half of another is refused.
    await send(id, [hand.event('bench tested', { partId: fan.id, unit: 'A21', fan: '', test: 'hot water', opensC: 82, fullC: null, shuts: 'yes', rated: { opensC: 82, fullC: 95 } })]).expect(200); // prettier-ignore
    await send(id, [hand.event('bench tested', { partId: fan.id, unit: 'A22', fan: '', test: 'hot water', letsGoKPa: 100, vacuum: 'yes', ratedKPa: 110 } as never)]).expect(422); // prettier-ignore
    const failed = async (): Promise<number> => ((await mara.get(`/api/parts/${fan.id}/failures`).expect(200)).body as { units: { failed: boolean }[] }).units.filter((unit) => unit.failed).length; // prettier-ignore
    const two = await failed();
    await send(id, [test('A20', true)]).expect(200);
    expect((await failed()) - two).toBe(1);
  });
});

describe('what filed jobs teach', () => {
  test('a job counts once, when it is closed as done; opened again or given up it counts for nothing', async () => {
    const id = idOf('Lift two');
    const of = async (): Promise<[number, number]> => {
      const own = (await tableOf()).filed.find(({ fans }) => fans === 'two')!;
      return [own.cases, own.counts.causes.relay ?? 0];
    };
    const [cases, relays] = await of();
    const hand = device('desk-9', Date.now() - 60_000);
    const told = [hand.event('checked', checked('fans-ac', 'dead@temperature')), hand.event('checked', checked('relay-swap@temperature', 'runs')), hand.event('diagnosed', { causes: ['relay@temperature'], remedy: 'relay@temperature', ends: 'part', chance: 0.95, said: 'Relay of the temperature fan: 95 %.' })]; // prettier-ignore
    await send(id, told).expect(200);
    expect(await of()).toEqual([cases, relays]);
    const close = hand.event('closed', { outcome: 'done', note: '', heads: hand.heads() });
    await send(id, [close]).expect(200);
    await send(id, [close]).expect(200);
    expect(await of()).toEqual([cases + 1, relays + 1]);
    expect((await tableOf()).filed.find(({ fans }) => fans === 'two')!.counts.findings['relay-swap relay runs']).toBe(1); // prettier-ignore
    await send(id, [hand.event('opened again', { note: 'it is back' })]).expect(200);
    expect(await of()).toEqual([cases, relays]);
    await send(id, [hand.event('closed', { outcome: 'given up', note: '', heads: hand.heads() })]).expect(
      200,
    );
    expect(await of()).toEqual([cases, relays]);
  });

  test('what the shop knows better counts once somebody else has let it through, and can be taken back', async () => {
    const id = idOf('Slipway');
    const change = (values: number[] | null, who = mara) => who.write('post', '/api/diagnosis-table', { cause: 'seals', check: null, values, reason: 'undertrays left off on the quay' }); // prettier-ignore
    const asked = await change([160]);
    expect(asked.status).toBe(202);
    expect((await record(id)).changes).toEqual([]);
    await released(rowan, asked);
    expect((await record(id)).changes).toEqual([{ cause: 'seals', check: null, values: [160] }]);
    for (const values of [[0], [-1], [1, 2]]) await change(values).expect(422);
    await cleo.write('post', '/api/diagnosis-table', { cause: 'seals', check: null, values: [1], reason: 'because' }).expect(403); // prettier-ignore
    await mara.write('post', '/api/diagnosis-table', { cause: 'ghost', check: null, values: [1], reason: 'because' }).expect(422); // prettier-ignore
  });
});
