import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import type {
  AuditState,
  FindResult,
  GoesInto,
  SharedParts,
  MakeCoverage,
  MatchResult,
  ModelCoverage,
  Problem,
  SetsResult,
} from '@radiatrix/contract';
import { Actor, demoServer, released } from './harness.ts';

let server: Awaited<ReturnType<typeof demoServer>>;
let mara: Actor, rowan: Actor, cleo: Actor;
beforeAll(async () => {
  server = await demoServer();
  [mara, rowan, cleo] = (await Promise.all(
    ['mara', 'rowan', 'cleo'].map((name) => Actor.signIn(server.app, name)),
  )) as [Actor, Actor, Actor];
});
afterAll(() => server.stop());

const ask = async (text: string, fixes: string[] = []): Promise<FindResult> =>
  (
    await cleo
      .get(
        `/api/find?${new URLSearchParams([['text', text], ...fixes.map((fix) => ['fix', fix] as [string, string])])}`,
      )
      .expect(200)
  ).body as FindResult;
const idOf = async (text: string): Promise<number> => (await ask(text)).vehicles[0]!.id;
const modelId = async (name: string): Promise<number> =>
  ((await mara.get('/api/models')).body as { id: number; name: string }[]).find((each) => each.name === name)!
    .id;
const coverage = async (name: string): Promise<ModelCoverage> =>
  (await mara.get(`/api/models/${await modelId(name)}/coverage`).expect(200)).body as ModelCoverage;

describe('the next question', () => {
  test('asks what decides, and stops when nothing that is left can change which parts go in', async () => {
    const first = await ask('2011 tussock diesel radiator');
    expect(first.question).toMatchObject({
      field: 'transmission',
      why: expect.stringMatching(/oil cooler: \d of \d radiators drops? out if automatic/) as string,
    });
    const second = await ask('2011 tussock diesel radiator', ['transmission:automatic']);
    expect(second.total).toBeGreaterThan(1);
    expect(second.question).toBeNull();
    expect(second.considered.open).toBeLessThan(second.considered.parts);
  });
  test('is not asked again what the caller could not say', async () => {
    const { question } = await ask('2011 tussock diesel radiator', ['transmission:']);
    expect(question?.field).not.toBe('transmission');
  });
  test('an automatic that was never built is one without a clutch pedal; what was built is meant as it was said', async () => {
    const merlet = await ask('merlet 1.8 2008 automatic');
    expect(merlet.chips.find((chip) => chip.field === 'transmission')).toMatchObject({
      label: 'automatic or CVT or dual-clutch',
      certainty: 'likely',
    });
    expect(merlet.vehicles.map((vehicle) => vehicle.transmission)).toEqual(['CVT']);
    expect(
      (await ask('tussock 2009 automatic')).chips.find((chip) => chip.field === 'transmission')!.value,
    ).toBe('automatic');
  });
  test('a number is read by its own rules and by the shop’s patterns', async () => {
    const { vin, chips } = await ask('4ZT8C5D5X9S104417');
    expect(vin).toMatchObject({ state: 'right', year: { year: 2009 } });
    expect(chips.map((chip) => [chip.field, chip.label])).toContainEqual(['model', 'Tussock']);
    const wrong = await ask('4ZTBC5D5X9S104417');
    expect(wrong.vin!.state).toBe('wrong digit');
    expect(wrong.vin!.repairs[0]).toMatchObject({ vin: '4ZT8C5D5X9S104417', slip: 'look-alike' });
    await mara
      .write('post', '/api/vin-patterns', { prefix: '4ZQ', field: 'make', value: 'Quillon' })
      .expect(422);
    const [pattern] = (await mara.get('/api/vin-patterns').expect(200)).body as { id: number }[];
    await cleo.write('delete', `/api/vin-patterns/${pattern!.id}`).expect(403);
  });
});

describe('matching', () => {
  test('the chance asked for is adjustable, and the two bounds must be in order', async () => {
    const vehicle = await idOf('09 tussock diesel auto aircon standard cooling');
    const loose = (await cleo.get(`/api/vehicles/${vehicle}/match?passAt=0.5&failAt=0.4`).expect(200))
      .body as MatchResult;
    expect(loose.practice).toMatchObject({ passAt: 0.5, failAt: 0.4 });
    await cleo.get(`/api/vehicles/${vehicle}/match?passAt=0.1&failAt=0.4`).expect(422);
  });
  test('sets: cheapest first, each part of its kind once, and a near miss says what breaks it', async () => {
    const vehicle = await idOf('09 tussock diesel auto aircon standard cooling');
    const { body } = await cleo.get(`/api/vehicles/${vehicle}/sets?kinds=radiator&kinds=fan`).expect(200);
    const { sets, nearMisses } = body as SetsResult;
    expect(sets.length).toBeGreaterThan(0);
    for (const set of sets) {
      expect(set.parts.slice(0, 2).map((part) => part.kind)).toEqual(['radiator', 'fan']);
      for (const { kind } of set.parts.slice(2)) expect(['adapter', 'fixings']).toContain(kind);
    }
    // The fan of the other plug comes with the lead between and spacers under its feet, and nothing is cut.
    const between = sets.find((set) => set.parts.some((part) => part.number === 'SH 900-2'))!;
    expect(between.parts.map((part) => part.number)).toEqual(expect.arrayContaining(['MV-L 22', 'NT-S 10']));
    expect(between.work.map((work) => work.effort)).not.toContain('modify');
    expect(
      nearMisses.every(({ breaks }) => ('verdict' in breaks ? breaks.number : breaks.numbers[0]).length > 4),
    ).toBe(true);
    // What a set takes is what its work takes, each once; what is in the boxes of its parts is said beside it.
    for (const set of sets)
      expect(set.materials).toEqual([...new Set(set.work.flatMap((work) => work.materials))]);
    expect(sets.some((set) => set.inTheBoxes.length > 0)).toBe(true);
    const thick = (await cleo.get('/api/parts?text=NT-F%202230').expect(200)).body as { id: number }[];
    const kept = (
      await cleo
        .get(`/api/vehicles/${vehicle}/sets?kinds=radiator&kinds=fan&keep=${thick[0]!.id}`)
        .expect(200)
    ).body as SetsResult;
    for (const set of kept.sets) expect(set.parts[1]).toMatchObject({ number: 'NT-F 2230', kept: true });
  });
  test('backwards: the same verdict from the part as from the vehicle', async () => {
    const [{ id }] = (await cleo.get('/api/parts?text=NT-R%204403').expect(200)).body as [{ id: number }];
    const goes = (await cleo.get(`/api/parts/${id}/vehicles`).expect(200)).body as GoesInto;
    expect(goes.total).toBeGreaterThan(5);
    for (const group of goes.groups)
      for (const { id: vehicle } of group.vehicles.slice(0, 2)) {
        const { candidates } = (await cleo.get(`/api/vehicles/${vehicle}/match`)).body as MatchResult;
        expect(candidates.find((each) => each.id === id)?.verdict.verdict).toBe(group.verdict);
      }
  });
  test('vehicles that share cooling parts: the same bay, and other bays by the parts that go into both', async () => {
    const vehicle = await idOf('09 tussock diesel manual');
    const shared = (await cleo.get(`/api/vehicles/${vehicle}/sharing`).expect(200)).body as SharedParts;
    expect(shared.sameBay.length).toBeGreaterThan(3);
    expect(shared.sameBay.some((other) => other.id === vehicle)).toBe(false);
    expect(shared.byPart.every((other) => other.parts.length > 0)).toBe(true);
  });
});

describe('coverage', () => {
  test('the whole catalogue is audited in a process of its own; stopping it changes nothing', async () => {
    const state = async (): Promise<AuditState> =>
      (await mara.get('/api/audit').expect(200)).body as AuditState;
    expect((await state()).state).toBe('none');
    await mara.write('post', '/api/audit').expect(202);
    for (let tries = 0; tries < 200 && (await state()).state === 'running'; tries += 1)
      await new Promise((go) => setTimeout(go, 100));
    const done = await state();
    expect(done).toMatchObject({ state: 'done', done: 5, of: 5 });
    // The demo has one part that one list fits and another does not, and two parts that both claim to be original.
    expect(done.counts['says-both']).toBeGreaterThan(0);
    expect(done.counts['two-originals']).toBeGreaterThan(0);
    await mara.write('post', '/api/audit').expect(202);
    const stopped = (await mara.write('delete', '/api/audit').expect(200)).body as AuditState;
    // A small catalogue may be gone through before anybody can stop it.
    expect(['stopped', 'done']).toContain(stopped.state);
    await cleo.get('/api/audit').expect(403);
  });

  test('lines of a part are replaced all or nothing, and put back', async () => {
    const before = await coverage('Haulden');
    const own = before.claims.filter(
      (claim) => claim.number === 'NT-R 5100' && claim.source === 'Harbour list',
    );
    const [claim] = own;
    const address = `/api/parts/${claim!.partId}/models/${before.modelId}/lines`;
    const line = (years: [number, number]) => ({ years, fits: true });
    await released(
      rowan,
      await mara.write('put', address, {
        sourceId: claim!.sourceId,
        replaces: own.map((each) => each.id),
        lines: [line([2010, 2011]), line([2013, 2014])],
      }),
    );
    const after = await coverage('Haulden');
    expect(
      after.claims
        .filter((each) => each.partId === claim!.partId && each.sourceId === claim!.sourceId)
        .map((each) => each.years),
    ).toEqual([
      [2010, 2011],
      [2013, 2014],
    ]);
    // One line of the change cannot be: nothing of it is kept.
    const stale = await mara
      .write('put', address, {
        sourceId: claim!.sourceId,
        replaces: after.claims
          .filter((each) => each.partId === claim!.partId && each.sourceId === claim!.sourceId)
          .map((each) => each.id),
        lines: [line([2010, 2016]), line([1990, 2016])],
      })
      .expect(422);
    expect((stale.body as Problem).fields![0]!.message).toContain('was built for 2010 to 2016');
    expect(await coverage('Haulden')).toEqual(after);
    await mara
      .write('put', address, { sourceId: claim!.sourceId, replaces: own.map((each) => each.id), lines: [] })
      .expect(412);
    await cleo.write('put', address, { sourceId: claim!.sourceId, replaces: [], lines: [] }).expect(403);
  });

  test('a whole make, year by year, adds up to what its models say', async () => {
    const { claims, vehicles } = await coverage('Tussock');
    const { body: vocabulary } = await cleo.get('/api/vocabulary').expect(200);
    const quillon = (vocabulary as { makes: { id: number; name: string }[] }).makes.find(
      (each) => each.name === 'Quillon',
    )!;
    const { body } = await cleo.get(`/api/makes/${quillon.id}/coverage?kind=radiator`).expect(200);
    const [tussock] = (body as MakeCoverage).models;
    expect(tussock!.name).toBe('Tussock');
    expect(tussock!.years.reduce((sum, each) => sum + each.vehicles, 0)).toBe(vehicles.length);
    expect(tussock!.years.some((each) => each.conflicts > 0)).toBe(true);
    for (const { covered, vehicles: built, gaps } of tussock!.years)
      expect(covered + gaps).toBeLessThanOrEqual(built);
    expect(claims.some((claim) => claim.kind === 'radiator')).toBe(true);
    await cleo.get(`/api/makes/999999/coverage`).expect(404);
    await cleo.get(`/api/makes/${quillon.id}/coverage?kind=anchor`).expect(422);
  });

  test('a conflict can be marked for measuring, and the mark taken away', async () => {
    const { claims, vehicles, modelId: model } = await coverage('Tussock');
    const partId = claims[0]!.partId;
    await mara
      .write('post', '/api/marks', {
        partId,
        vehicleIds: [vehicles[0]!.id, vehicles[1]!.id],
        note: 'sources disagree',
      })
      .expect(201);
    const { marks } = (await mara.get(`/api/models/${model}/coverage`)).body as ModelCoverage;
    expect(marks).toHaveLength(2);
    await mara.write('delete', `/api/marks/${marks[0]!.id}`).expect(204);
    expect(((await mara.get('/api/marks')).body as unknown[]).length).toBe(1);
  });
});
