import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { judgeFit } from '@radiatrix/core/fit';
import type { EventKind, EventPayloads } from '@radiatrix/core/job';
import { NO_CHOICES, fitPartOf, fitVehicleOf, planOf, sideOf } from '@radiatrix/core/fitment';
import { needed, practiceOf, workKey } from '@radiatrix/core/practice';
import type {
  PlanningRecord,
  JobLine,
  JobRecord,
  JudgedPart,
  MatchResult,
  Problem,
  SheetRecord,
} from '@radiatrix/contract';
import { foundText } from '@radiatrix/words/fitment';
import { transferText, transferThing } from '@radiatrix/words/transfer';
import { device } from '../src/demo/jobs.ts';
import { Actor, demoServer } from './harness.ts';

/** A job through its events: who may write them, what becomes of them, and one truth in Match, Compare and sheet. */
let server: Awaited<ReturnType<typeof demoServer>>;
let mara: Actor, piet: Actor, cleo: Actor, idris: Actor;
let tussock: number, source: number, idrisId: number;
const ids: Record<string, number> = {};
beforeAll(async () => {
  server = await demoServer();
  [mara, piet, cleo, idris] = (await Promise.all(
    ['mara', 'piet', 'cleo', 'idris'].map((name) => Actor.signIn(server.app, name)),
  )) as [Actor, Actor, Actor, Actor];
  const found = await cleo
    .get(`/api/find?text=${encodeURIComponent('09 tussock diesel auto aircon standard cooling')}`)
    .expect(200);
  tussock = (found.body as { vehicles: { id: number }[] }).vehicles[0]!.id;
  idrisId = ((await mara.get('/api/people')).body as { id: number; name: string }[]).find((each) => each.name === 'Idris')!.id; // prettier-ignore
  source = ((await mara.get('/api/sources')).body as { id: number; name: string }[]).find(
    (each) => each.name === 'Saltmere bench',
  )!.id;
  for (const { number, id } of ((await cleo.get(`/api/vehicles/${tussock}/match`)).body as MatchResult)
    .candidates)
    ids[number] = id;
});
afterAll(() => server.stop());

const phone = (name = 'phone', days = 0) => device(name, Date.now() - days * 86_400_000);
const opening = {
  vehicleId: 0,
  label: 'lift one',
  complaint: 'hot in town',
  odometerKm: 91_000,
  alterations: [] as string[],
};
/** A job opened by somebody, and a way to say what happened on it next. */
async function openJob(by: Actor, more: Partial<typeof opening> = {}) {
  const desk = phone('desk', 1);
  const { body } = await by
    .write('post', '/api/jobs', {
      events: [desk.event('opened', { ...opening, vehicleId: tussock, ...more })],
    })
    .expect(201);
  const { id } = body as JobRecord;
  return {
    id,
    desk,
    read: async (who: Actor = cleo) => (await who.get(`/api/jobs/${id}`).expect(200)).body as JobRecord,
    send: (who: Actor, ...events: object[]) => who.write('post', `/api/jobs/${id}/events`, { events }),
    say: async <K extends EventKind>(kind: K, payload: EventPayloads[K], who: Actor = mara) =>
      (await who.write('post', `/api/jobs/${id}/events`, { events: [desk.event(kind, payload)] }).expect(200))
        .body as JobRecord,
  };
}
const figure = (key: string, text: string) => ({ key, text, method: 'tape' as const, sourceId: source });
const goesIn = (number: string, kind: 'radiator' | 'fan') => ({
  partId: ids[number]!,
  revisionId: 1,
  kind,
  role: 'goes in' as const,
});
/** A job that the desk has handed to the installer. */
async function handedJob(by: Actor) {
  const job = await openJob(by);
  await job.say('handed over', { to: idrisId, name: 'Idris' }, by);
  return job;
}
const matchOf = async (number: string, query = '') =>
  ((await cleo.get(`/api/vehicles/${tussock}/match/${ids[number]}${query}`).expect(200)).body as JudgedPart)
    .verdict;

describe('events of a job', () => {
  test('open it, once however often they are sent; the list tells it with vehicle and stage', async () => {
    const first = phone('desk').event('opened', { ...opening, vehicleId: tussock, label: 'lift three' });
    const opened = (await cleo.write('post', '/api/jobs', { events: [first] }).expect(201)).body as JobRecord;
    const again = (await cleo.write('post', '/api/jobs', { events: [first] }).expect(201)).body as JobRecord;
    expect(again.id).toBe(opened.id);
    expect(opened).toMatchObject({
      stage: 'match',
      state: { label: 'lift three', odometerKm: 91_000 },
      opened: { by: 'Cleo' },
    });
    const listed = ((await cleo.get('/api/jobs').expect(200)).body as JobLine[]).filter(
      (each) => each.label === 'lift three',
    );
    expect(listed).toMatchObject([{ id: opened.id, title: '2009 Quillon Tussock', closed: false, late: 0 }]);
  });
  test('come to the same in any order and split any way; what they say is told, newest first', async () => {
    const one = await openJob(mara);
    const other = await openJob(mara);
    const told = (desk: ReturnType<typeof phone>) => [
      desk.event('figure taken', figure('bayDepth', '171 mm')),
      desk.event('part chosen', goesIn('NT-R 4402', 'radiator')),
      desk.event('choices made', { choices: { spacer: 8 } }),
      desk.event('figure taken', figure('bayDepth', '172 mm')),
    ];
    await one.send(mara, ...told(one.desk)).expect(200);
    for (const event of told(other.desk).reverse()) await other.send(mara, event).expect(200);
    const [a, b] = [await one.read(), await other.read()];
    expect(b.state.figures.bayDepth!.text).toBe('172 mm');
    expect([b.state.choices, b.stage, b.plan!.verdict, b.parts.map((part) => part.number)]).toEqual([
      a.state.choices,
      a.stage,
      a.plan!.verdict,
      a.parts.map((part) => part.number),
    ]);
    expect(a.story.map((event) => event.kind)).toEqual([
      'figure taken',
      'choices made',
      'part chosen',
      'figure taken',
      'opened',
    ]);
  });
  test('an undo brings back what stood before, and is itself on record', async () => {
    const job = await openJob(mara);
    await job.say('figure taken', figure('bayDepth', '171 mm'));
    const wrong = job.desk.event('figure taken', figure('bayDepth', '117 mm'));
    await job.send(mara, wrong).expect(200);
    const back = await job.say('undone', { event: wrong.id });
    expect(back.state.figures.bayDepth!.text).toBe('171 mm');
    expect(back.story.find((event) => event.id === wrong.id)).toMatchObject({ undone: true });
    const { rows } = await server.connection.pool.query<{ text: string }>(
      'select text from measurement where job_id = $1',
      [job.id],
    );
    expect(rows).toEqual([{ text: '171 mm' }]);
  });
  test('after closing are kept, shown as late, and the job counts as closed until it is opened again', async () => {
    const job = await handedJob(mara);
    const bay = phone('bay phone');
    const { heads } = (await job.read()).state;
    await job.say('closed', { outcome: 'done', note: 'proved on the road', heads });
    await job.send(idris, bay.event('noted', { text: 'left tray B short of one bolt' })).expect(200);
    const record = await job.read();
    expect(record).toMatchObject({
      stage: 'file',
      state: { closed: { outcome: 'done' }, late: [expect.any(String)] },
    });
    const line = ((await cleo.get('/api/jobs')).body as JobLine[]).find((each) => each.id === job.id);
    expect(line).toMatchObject({ closed: true, late: 1 });
    await job.send(idris, bay.event('late looked at', { events: record.state.late, note: '' })).expect(403);
    expect(
      (await job.say('late looked at', { events: record.state.late, note: 'the clip is spare' })).state.late,
    ).toEqual([]);
    expect((await job.say('opened again', { note: '' })).state.closed).toBeNull();
  });
  test('readings are kept by the piece: in any order, twice the same, never written over, and what is missing is said', async () => {
    const job = await handedJob(mara);
    const id = crypto.randomUUID();
    const stream = {
      id,
      device: 'bay phone',
      instrument: 'clamp meter',
      boot: 'b1',
      channels: [{ name: 'current', unit: 'A' }],
    };
    await job
      .send(idris, phone('bay phone').event('readings taken', { stream: id, what: 'amps at the fan' }))
      .expect(200);
    await idris.get(`/api/streams/${id}`).expect(404);
    for (const again of [1, 2])
      expect([again, (await idris.write('post', `/api/jobs/${job.id}/streams`, stream)).status]).toEqual([
        again,
        201,
      ]);
    await idris
      .write('post', `/api/jobs/${job.id}/streams`, { ...stream, instrument: 'another' })
      .expect(409);
    const piece = (ordinal: number | string, values: (number | null)[]) =>
      idris.write('put', `/api/streams/${id}/chunks/${ordinal}`, {
        ms: values.map((_, at) => at),
        values: [values],
      });
    await piece(2, [14.1, null]).expect(204);
    await piece(0, [31.5]).expect(204);
    await piece(0, [31.5]).expect(204);
    await piece(0, [30]).expect(409);
    await piece(-1, [1]).expect(404);
    await idris.write('put', `/api/streams/${id}/chunks/1`, { ms: [1, 2], values: [[1]] }).expect(422);
    await idris
      .write('put', `/api/streams/${crypto.randomUUID()}/chunks/0`, { ms: [1], values: [[1]] })
      .expect(404);
    expect((await cleo.get(`/api/streams/${id}`).expect(200)).body).toMatchObject({
      jobId: job.id,
      ms: [0, 0, 1],
      values: [[31.5, 14.1, null]],
      missing: [1],
      begun: { by: 'Idris' },
    });
    expect((await job.read()).state.readings).toMatchObject([{ stream: id, what: 'amps at the fan' }]);
  });
  test('the desk prices parts, hands do not; a price is told, undone and bounded', async () => {
    const job = await openJob(mara);
    await job.say('part chosen', goesIn('NT-R 4402', 'radiator'));
    await job.say('handed over', { to: idrisId, name: 'Idris' });
    const partId = ids['NT-R 4402']!;
    const priced = (money: number | null) => phone(`desk ${money}`).event('part priced', { partId, money });
    await job.send(idris, priced(1)).expect(403);
    for (const money of [-1, 200_000]) await job.send(mara, priced(money)).expect(422);
    await job.send(mara, phone('desk two').event('part priced', { partId } as never)).expect(422);
    const first = priced(148.5);
    await job.send(mara, first).expect(200);
    const record = await job.read();
    expect(record.parts).toMatchObject([{ partId, money: 148.5 }]);
    expect(record.story.find(({ kind }) => kind === 'part priced')!.detail).toBe('NT-R 4402 at 148.5');
    await job.send(mara, phone('desk three', -1).event('undone', { event: first.id })).expect(200);
    expect((await job.read()).parts).toMatchObject([{ partId, money: null }]);
  });
  test('a contour is kept as it was measured, by whoever has the vehicle; a torn one is none', async () => {
    const job = await handedJob(mara);
    const points = [{ alongMm: 0, intoMm: -10 }, { alongMm: 38.1, intoMm: 12.7 }]; // prettier-ignore
    const contour = (payload: object) => phone(crypto.randomUUID()).event('contour measured', payload as never); // prettier-ignore
    for (const torn of [
      { points: points.slice(1), widthMm: null },
      { points },
      { points: [...points, { alongMm: 9000, intoMm: 1 }], widthMm: null },
      { points, widthMm: 0 },
    ])
      // prettier-ignore
      await job.send(idris, contour(torn)).expect(422);
    await job.send(idris, contour({ points, widthMm: 60 })).expect(200);
    expect((await job.read()).state.contour).toMatchObject({ points, widthMm: 60 });
  });
  test('the sheet says what moves over, from the part that comes off where the job knows it, else from the bay', async () => {
    const job = await openJob(mara);
    await job.say('part chosen', goesIn('NT-R 4402', 'radiator'));
    const lines = async (): Promise<SheetRecord['transfers']> => {
      const sheet = (await cleo.get(`/api/vehicles/${tussock}/sheet/${ids['NT-R 4402']}?job=${job.id}`).expect(200)).body as SheetRecord; // prettier-ignore
      return sheet.transfers;
    };
    const byBay = await lines();
    const box = byBay.find(({ code }) => code === 'grommets')!;
    expect([box.becomes, transferText(box)]).toEqual(['box', 'lower grommets']);
    for (const line of byBay)
      expect([transferThing(line) !== '', line.becomes === 'moves' || transferText(line) !== '']).toEqual([
        true,
        true,
      ]);
    // Another radiator came off than the bay was recorded with: what sits on it decides.
    await job.say('part chosen', { ...goesIn('NT-R 4410', 'radiator'), role: 'comes off' as never });
    const byPart = await lines();
    expect(byPart.map(({ code }) => code)).toContain('grommets');
    expect(JSON.stringify(byPart)).not.toMatch(/undefined|NaN/);
  });
  test('an installer writes on what is in their hands; done before it left them it counts and is marked, done after it is kept aside', async () => {
    const job = await openJob(mara);
    await job.send(idris, phone('bay').event('noted', { text: 'not mine' })).expect(403);
    await job.send(idris, phone('bay').event('handed over', { to: idrisId, name: 'Idris' })).expect(403);
    await job.send(mara, phone('desk two').event('handed over', { to: idrisId, name: 'Nobody' })).expect(422);
    await job.say('handed over', { to: idrisId, name: 'Idris' });
    const mine = async () => ((await idris.get(`/api/jobs/${job.id}`)).body as JobRecord).mine;
    expect(await mine()).toBe(true);
    // Written down off line while it was his, and after it was taken out of his hands; both arrive later.
    const bay = phone('bay phone', 0.5);
    const events = [bay.event('step noted', { step: 's', text: 'clip of the duct is gone' })];
    const desk = phone('desk three', 0);
    await job.send(mara, desk.event('handed over', { to: null, name: '' })).expect(200);
    expect(await mine()).toBe(false);
    const later = phone('bay phone', -1).event('step noted', { step: 's', text: 'went on all the same' });
    events.push({ ...later, seq: 2 });
    await job.send(idris, ...events).expect(200);
    await job.send(idris, ...events).expect(200);
    const record = await job.read();
    expect(record.state.stepNotes.map((note) => note.text)).toEqual(['clip of the duct is gone']);
    expect(record.story.find((each) => each.handedIn)).toMatchObject({
      by: 'Idris',
      detail: 'clip of the duct is gone',
    });
    expect(record.aside).toMatchObject([{ by: 'Idris', detail: 'went on all the same' }]);
    const decide = (who: Actor, take: boolean) =>
      who.write('post', `/api/jobs/${job.id}/aside`, { events: [later.id], take });
    await decide(idris, true).expect(403);
    expect((await decide(mara, true).expect(200)).body).toMatchObject({ aside: [] });
    await decide(mara, false).expect(412);
    expect((await job.read()).state.stepNotes).toHaveLength(2);
  });
  test('a comparison is taken back by whoever kept it, and by nobody else', async () => {
    const job = await openJob(cleo);
    const { state } = await job.say('compared', { title: 'old beside new', address: '?or=1' }, mara);
    const { event } = state.comparisons[0]!;
    await job.send(cleo, phone('other desk').event('undone', { event })).expect(403);
    await job.send(mara, phone('her desk').event('undone', { event })).expect(200);
    expect((await job.read()).state.comparisons).toEqual([]);
  });
  test('that cannot be are refused by name and none of the lot is kept; nobody writes another’s job or role', async () => {
    const job = await openJob(mara);
    const { desk } = job;
    const refused = async (who: Actor, status: number, ...events: object[]) =>
      (await job.send(who, ...events).expect(status)).body as Problem;
    const good = desk.event('noted', { text: 'kept' });
    const { fields } = await refused(
      mara,
      422,
      good,
      desk.event('figure taken', figure('bayDepth', 'deep enough')),
    );
    expect(fields).toMatchObject([{ path: 'events.1.payload.text' }]);
    for (const bad of [
      figure('nothing', '1 mm'),
      figure('bayDepth', '9 km'),
      { ...figure('bayDepth', '1 mm'), sourceId: 99_999 },
    ])
      await refused(mara, 422, desk.event('figure taken', bad));
    await refused(mara, 422, { ...good, kind: 'painted' });
    await refused(mara, 422, { ...good, payload: { text: 'x', by: 'somebody else' } });
    await refused(mara, 422, { ...good, id: 'one' });
    await refused(mara, 404, desk.event('vehicle put right', { vehicleId: 999_999, why: '' }));
    await refused(
      idris,
      403,
      desk.event('sheet allowed', { partId: ids['MV 77-118']!, reason: 'because it is late' }),
    );
    expect((await job.read()).version).toBe(1);
    const other = await openJob(mara);
    await job.send(mara, good).expect(200);
    await other.send(mara, good).expect(409);
    await mara.write('post', '/api/jobs', { events: [good] }).expect(422);
    await cleo.get('/api/jobs/0').expect(404);
    await cleo.get('/api/jobs/999999').expect(404);
  });
});

describe('a job’s own figures', () => {
  test('count before its type’s, for that job alone; a told one counts less than a measured one; alterations end what was proved', async () => {
    const job = await openJob(cleo);
    const here = `?job=${job.id}`;
    expect((await matchOf('NT-R 4402', here)).verdict).toBe('straight-in');
    expect((await matchOf('NT-R 4402', here)).tried).toBeGreaterThan(0);
    await job.say('described', { alterations: ['second cooler'] }, cleo);
    await job.say('figure taken', figure('bayDepth', '130 mm'), cleo);
    expect(await matchOf('NT-R 4402', here)).toMatchObject({
      verdict: 'no',
      tried: 0,
      deciding: { check: 'depthWithFan' },
    });
    expect((await matchOf('NT-R 4402')).verdict).toBe('straight-in');
    // Somebody said so on the telephone: the type's own measurement stands before it.
    await job.say('figure taken', { ...figure('bayDepth', '130 mm'), method: 'spoken' }, cleo);
    expect((await matchOf('NT-R 4402', here)).verdict).not.toBe('no');
    const merlet = (await cleo.get('/api/find?text=2010%20merlet%20manual%20aircon')).body as {
      vehicles: { id: number }[];
    };
    await cleo.get(`/api/vehicles/${merlet.vehicles[0]!.id}/match${here}`).expect(404);
  });
});

describe('one plan', () => {
  test('Match, Compare, the job and the sheet say the same of every radiator and fan of the demo in a Tussock', async () => {
    const { candidates } = (await cleo.get(`/api/vehicles/${tussock}/match`)).body as MatchResult;
    const seen = new Set<string>();
    for (const { id, number, kind, verdict } of candidates) {
      if (kind !== 'radiator' && kind !== 'fan') continue;
      seen.add(verdict.verdict);
      const bench = (await cleo.get(`/api/vehicles/${tussock}/planning?part=${id}`).expect(200))
        .body as PlanningRecord;
      const practice = practiceOf(bench.practice);
      const none = { radiator: undefined, fan: undefined, shroud: undefined };
      const plan = planOf(
        bench,
        sideOf(bench, none),
        sideOf(bench, { ...none, [kind]: id }),
        NO_CHOICES,
        practice,
      );
      expect([number, plan.verdict]).toEqual([number, verdict.verdict]);
      const own = judgeFit(
        fitVehicleOf(bench, NO_CHOICES),
        fitPartOf(bench.parts[0]!),
        bench.parts[0]!.evidence,
        practice,
      );
      expect(needed(plan.work).map(workKey)).toEqual(
        needed(own.verdict === 'no' ? [] : own.work).map(workKey),
      );
      const sheet = await cleo.get(`/api/vehicles/${tussock}/sheet/${id}`);
      if (verdict.verdict === 'no' || verdict.verdict === 'not-proven')
        expect([number, sheet.status]).toEqual([number, 409]);
      else if (sheet.status === 200) {
        const steps = (sheet.body as SheetRecord).sheet.sections.flatMap((section) =>
          section.steps.flatMap((step) => step.work ?? []),
        );
        expect(steps.map(workKey).sort()).toEqual(plan.work.map(workKey).sort());
      }
    }
    expect([...seen].sort()).toEqual(['changes', 'no', 'not-proven', 'straight-in']);
  });
  test('a sheet: none for what does not go in; for what is not proven when a specialist says why, and that stands first; the job’s own figures in it', async () => {
    const sheet = (number: string, query = '', status = 200) =>
      cleo.get(`/api/vehicles/${tussock}/sheet/${ids[number]}${query}`).expect(status);
    expect(((await sheet('NT-R 4401', '', 409)).body as Problem).detail).toContain('does not go in');
    expect(((await sheet('MV 77-118', '', 409)).body as Problem).detail).toContain('not proven');
    const job = await openJob(mara);
    const here = `?job=${job.id}`;
    await sheet('MV 77-118', here, 409);
    await job.say('sheet allowed', {
      partId: ids['MV 77-118']!,
      reason: 'the customer waits and the ends were held together',
    });
    expect(((await sheet('MV 77-118', here)).body as SheetRecord).allowed).toMatchObject({
      reason: expect.stringContaining('held together') as string,
      by: 'Mara',
    });
    await sheet('MV 77-118', '', 409);
    await job.say('figure taken', { ...figure('coolantCapacity', '15 L'), method: 'jug' });
    const own = (await sheet('NT-R 4402', here)).body as SheetRecord;
    expect(own).toMatchObject({ job: { id: job.id, label: 'lift one' }, released: true });
    expect(own.sheet.coolant!.capacityL).toBeGreaterThan(14.5);
    // An opening measured narrower than the radiator: no sheet on this job.
    await job.say('figure taken', figure('openingWidth', '600 mm'));
    await sheet('NT-R 4402', here, 409);
    await sheet('NT-R 4402');
  });
  test('a fan that goes in takes the place of one that was to stay, on the sheet as in the plan', async () => {
    const job = await openJob(mara);
    const sheet = () => cleo.get(`/api/vehicles/${tussock}/sheet/${ids['NT-R 4402']}?job=${job.id}`);
    await job.say('part chosen', goesIn('NT-R 4402', 'radiator'));
    await job.say('part chosen', { ...goesIn('NT-F 2230', 'fan'), role: 'stays' });
    await sheet().expect(409);
    const after = await job.say('part chosen', goesIn('NT-F 2212', 'fan'));
    expect(after.plan!.verdict).toBe('straight-in');
    await sheet().expect(200);
  });
  test('a fuse stops the plan until it is changed, in the job as on the sheet; the job’s plan is worked out anew, never sent in', async () => {
    const job = await openJob(mara);
    await job.say('figure taken', { ...figure('fanFuse', '10 A'), method: 'bench' });
    await job.say('part chosen', goesIn('NT-F 2212', 'fan'));
    const stopped = await job.read();
    expect(stopped.plan).toMatchObject({ verdict: 'no', work: [] });
    expect(
      foundText(
        stopped.plan!.findings.find((found) => found.word === 'stop')!,
        'metric',
      ),
    ).toMatch(/fuse/i);
    await cleo.get(`/api/vehicles/${tussock}/sheet/${ids['NT-F 2212']}?job=${job.id}`).expect(409);
    const changed = await job.say('choices made', { choices: { fuse: 40 } });
    expect(changed.plan!.verdict).not.toBe('no');
    expect(changed.plan!.work.map((work) => work.code)).toContain('change-fuse');
    const sheet = (
      await cleo.get(`/api/vehicles/${tussock}/sheet/${ids['NT-F 2212']}?job=${job.id}`).expect(200)
    ).body as SheetRecord;
    const steps = sheet.sheet.sections.flatMap((section) => section.steps);
    expect(steps.some((step) => step.work?.code === 'change-fuse' && step.work.to === 40)).toBe(true);
  });
});

describe('practice', () => {
  test('a specialist sets a line with a reason; Match, the bench and the row say so; it can be taken back, and its history is kept', async () => {
    const change = { name: 'motorToEngine', value: 60, reason: 'tall engines on the harbour round' };
    await cleo.write('post', '/api/practice', change).expect(403);
    await mara.write('post', '/api/practice', { ...change, value: 9000 }).expect(422);
    await mara.write('post', '/api/practice', { ...change, reason: '' }).expect(422);
    const before = await matchOf('NT-R 4402');
    await mara.write('post', '/api/practice', change).expect(200);
    const after = await matchOf('NT-R 4402');
    expect(before.ledger.find((row) => row.check === 'depthWithFan')!.own).toBeUndefined();
    expect(after.ledger.find((row) => row.check === 'depthWithFan')).toMatchObject({
      own: ['motorToEngine'],
      margin: { tolerance: 60 },
    });
    const bench = (await piet.get(`/api/vehicles/${tussock}/planning?part=${ids['NT-R 4402']}`))
      .body as PlanningRecord;
    expect(bench.practice).toEqual({ motorToEngine: 60 });
    await mara
      .write('post', '/api/practice', { name: 'motorToEngine', value: null, reason: 'it was one engine' })
      .expect(200);
    expect(await matchOf('NT-R 4402')).toEqual(before);
    const { rows } = await server.connection.pool.query<{ reason: string }>(
      "select action, before->>'reason' as reason from history where \"table\" = 'shop_practice' order by id",
    );
    expect(rows.at(-1)).toMatchObject({ reason: 'it was one engine' });
  });
});
