import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import fc from 'fast-check';
import sharp from 'sharp';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { foldJob, trayOf, type EventKind, type EventPayloads, type JobEvent } from '@radiatrix/core/job';
import { waysIn, type AccessMap } from '@radiatrix/core/access';
import type { AccessRecord, EventPage, JobEventDraft, JobRecord, NumberedEvent, SheetRecord, VehicleAccess } from '@radiatrix/contract'; // prettier-ignore
import { device } from '../src/demo/jobs.ts';
import { Actor, demoServer } from './harness.ts';

let server: Awaited<ReturnType<typeof demoServer>>;
let mara: Actor, piet: Actor, rowan: Actor, idris: Actor, cleo: Actor;
let vehicleId: number, partId: number, revisionId: number, map: NonNullable<VehicleAccess['map']>;
beforeAll(async () => {
  server = await demoServer();
  [mara, piet, rowan, idris, cleo] = (await Promise.all(['mara', 'piet', 'rowan', 'idris', 'cleo'].map((name) => Actor.signIn(server.app, name)))) as [Actor, Actor, Actor, Actor, Actor]; // prettier-ignore
  const found = (await mara.get('/api/find?text=09+tussock+diesel+auto+aircon')).body as { vehicles: { id: number }[] }; // prettier-ignore
  vehicleId = found.vehicles[0]!.id;
  const [part] = (await mara.get('/api/parts?text=NT-R%204402')).body as { id: number }[];
  partId = part!.id;
  revisionId = ((await mara.get(`/api/parts/${partId}`)).body as { revisionId: number }).revisionId;
  map = ((await mara.get(`/api/vehicles/${vehicleId}/access`).expect(200)).body as VehicleAccess).map!;
}, 120_000);
afterAll(() => server.stop());

const goal = [{ thing: 'radiator', state: 'off' as const }];
const hand = (name: string) => device(name, Date.now() - 3_600_000);
const say = (who: Actor, job: number, events: JobEventDraft[]) => who.write('post', `/api/jobs/${job}/events`, { events }); // prettier-ignore

async function newJob(more: (of: ReturnType<typeof hand>) => JobEventDraft[] = () => []): Promise<number> {
  const of = hand(`desk${Math.random().toString(36).slice(2, 8)}-1`);
  const opened = of.event('opened', {
    vehicleId,
    label: 'pit',
    complaint: '',
    odometerKm: null,
    alterations: [],
  });
  const chosen = of.event('part chosen', { partId, revisionId, kind: 'radiator', role: 'goes in' });
  const { body } = await mara
    .write('post', '/api/jobs', { events: [opened, chosen, ...more(of)] })
    .expect(201);
  return (body as JobRecord).id;
}
const takenWay = () => {
  const found = waysIn({ map: map.document, goal });
  if (!found.found) throw new Error(found.because);
  return { mapId: map.id, revisionId: map.revisionId, goals: ['radiator'], operations: found.ways[0]!.operations, already: [], title: 'Radiator out upward' }; // prettier-ignore
};

describe('access maps', () => {
  const address = () => `/api/access/${map.id}`;

  test('are changed by drafts, proofread before a release, and released by somebody else; a job keeps its revision and says what changed', async () => {
    const job = await newJob((of) => [of.event('way chosen', takenWay())]);
    const { body, headers } = await mara.get(address()).expect(200);
    const record = body as AccessRecord;
    const { title, notes, things, fasteners, operations, steps } = record;
    const document: AccessMap = { title, notes, things, fasteners, operations, steps };
    const ring = { ...document, operations: document.operations.map((each) => (each.code === 'cap-off' ? { ...each, needs: [[{ thing: 'drained', state: 'ready' as const }]] } : each)) }; // prettier-ignore
    const draft = await mara.write('put', address(), ring, { etag: headers.etag! }).expect(200);
    // Everybody else still reads what is released.
    const seen = (await cleo.get(`/api/vehicles/${vehicleId}/access`).expect(200)).body as VehicleAccess;
    expect(seen.map!.revision).toBe(1);
    const waits = await rowan.get(`/api/review/access/${map.id}`).expect(200);
    expect((waits.body as { blocking: string[] }).blocking.join(' ')).toMatch(/A circle: .*Pressure cap off/);
    await rowan.write('post', `/api/review/access/${map.id}/release`, undefined, { etag: waits.headers.etag ?? `${(waits.body as { revisionId: number }).revisionId}.${(waits.body as { version: number }).version}` }).expect(409); // prettier-ignore
    const better = { ...document, operations: document.operations.map((each) => (each.code === 'brackets-off' ? { ...each, minutes: 9 } : each)) }; // prettier-ignore
    await mara.write('put', address(), ring, { etag: headers.etag! }).expect(412);
    await mara.write('put', address(), better, { etag: draft.headers.etag! }).expect(200);
    await mara.write('post', `/api/review/access/${map.id}/release`, undefined, { etag: (await mara.get(`/api/review/access/${map.id}`)).headers.etag! }).expect(403); // prettier-ignore
    await rowan.write('post', `/api/review/access/${map.id}/release`, undefined, { etag: (await rowan.get(`/api/review/access/${map.id}`)).headers.etag! }).expect(200); // prettier-ignore

    const kept = (await idris.get(`/api/vehicles/${vehicleId}/access?job=${job}`).expect(200)).body as VehicleAccess; // prettier-ignore
    expect(kept.map!.revision).toBe(1);
    expect(kept.revised!.changes).toEqual([expect.stringMatching(/Upper brackets off: .* min is now 9 min/)]);
    const sheet = (await idris.get(`/api/vehicles/${vehicleId}/sheet/${partId}?job=${job}`).expect(200)).body as SheetRecord; // prettier-ignore
    expect(sheet.procedure).toMatchObject({ from: 'map', revision: 1, state: 'released' });
    expect(sheet.notices.join(' ')).toMatch(/revision 2 now; this job keeps its own/);
    expect(sheet.run!.operations).toEqual(takenWay().operations);
    // Fill follows from the level that this way reaches.
    expect(sheet.sheet.coolant).toBeDefined();
  });

  test('refuse what is no map, what names no plug on record, and a second map of a bay', async () => {
    const operation = { code: 'a', text: 'a', gives: [{ thing: 'a', state: 'off' }] };
    const base = { title: 'x', things: [{ code: 'a', name: 'a', partKind: 'fan' }], operations: [operation] };
    const bay = (await server.connection.pool.query<{ id: number }>('select id from bay where id not in (select bay_id from access_map) limit 1')).rows[0]!.id; // prettier-ignore
    const send = (document: object, bayId = bay) => mara.write('post', '/api/access', { bayId, document });
    for (const wrong of [
      { ...operation, minutes: -1 },
      { ...operation, uses: [{ tray: 'A', count: 400 }] },
      { ...operation, gives: [] },
      { ...operation, coolantL: 'all of it' },
      { ...operation, connector: 'NO-SUCH' },
    ])
      expect((await send({ ...base, operations: [wrong] })).status, JSON.stringify(wrong)).toBe(422);
    expect((await send({ ...base, operations: [operation, operation] })).status).toBe(422);
    await mara.write('post', '/api/access', { bayId: map.id, document: base });
    expect((await send(base, (await mara.get(address())).body.bayId as number)).status).toBe(409);
    await idris.write('post', '/api/access', { bayId: bay, document: base }).expect(403);
    const sheet = await idris.get(`/api/vehicles/${vehicleId}/sheet/${partId}?operations=nothing-like-it`);
    expect(sheet.status).toBe(409);
  });
});

describe('what phones send', () => {
  const picture = (shade: number) => sharp({ create: { width: 60, height: 40, channels: 3, background: { r: shade, g: 90, b: 30 } } }).withExif({ IFD3: { GPSLatitudeRef: 'N' } }).jpeg().toBuffer(); // prettier-ignore
  const put = (who: Actor, job: number, id: string, content: Buffer | string) =>
    who.write('put', `/api/jobs/${job}/photos/${id}`).set('Content-Type', 'image/jpeg').send(content);

  test('a photograph is kept once under its id, without position; not by whoever never had the job', async () => {
    const job = await newJob();
    const id = crypto.randomUUID();
    await put(mara, job, id, await picture(10)).expect(204);
    await put(mara, job, id, await picture(10)).expect(204);
    await put(mara, job, id, await picture(200)).expect(409);
    await put(mara, await newJob(), id, await picture(10)).expect(409);
    await put(mara, job, 'not-an-id', await picture(10)).expect(404);
    await put(mara, job, crypto.randomUUID(), 'no picture at all').expect(415);
    await put(idris, job, crypto.randomUUID(), await picture(20)).expect(403);
    const kept = await idris.get(`/api/jobs/${job}/photos/${id}`).buffer(true).expect(200);
    expect((await sharp(kept.body as Buffer).metadata()).exif).toBeUndefined();
    await idris.get(`/api/jobs/${await newJob()}/photos/${id}`).expect(404);
  });

  test('two phones that count differently are both heard, and a person decides', async () => {
    const job = await newJob();
    const [a, b] = [hand('aaa-1'), hand('bbb-1')];
    const out = (there: number, over: string[] = []) => ({ tray: 'A', step: 'out undertray', there, missing: 7 - there, broken: 0, wrong: 0, over }); // prettier-ignore
    const [first, second] = [a.event('fasteners out', out(3)), b.event('fasteners out', out(4))];
    await say(mara, job, [first]).expect(200);
    await say(piet, job, [second]).expect(200);
    const state = foldJob(((await mara.get(`/api/jobs/${job}/events`)).body as EventPage).events);
    const fastener = { tray: 'A', name: 'Undertray bolts', thread: 'M8 × 20', lengthMm: 20, tool: '', expected: 7, torqueNm: null, torqueSource: '', policy: 'reuse', when: null } as const; // prettier-ignore
    const [place] = trayOf([fastener], state).places;
    expect(place!.contradictions[0]!.said.map(({ by, count }) => [by, count])).toEqual([['Mara', '3 there, 4 missing'], ['Piet', '4 there, 3 missing']]); // prettier-ignore
    const settled = b.event('fasteners out', out(4, [first.id, second.id]));
    await say(piet, job, [settled]).expect(200);
    const after = foldJob(((await mara.get(`/api/jobs/${job}/events`)).body as EventPage).events);
    expect(trayOf([fastener], after).places[0]).toMatchObject({ there: 4, missing: 3, contradictions: [] });
  });

  test('batches dropped, repeated, cut and reordered between two phones and a desk leave every event once, and one state', async () => {
    const kinds: [EventKind, () => object][] = [
      ['step ticked', () => ({ step: `s${Math.floor(Math.random() * 9)}`, phase: 'remove', partId, done: Math.random() > 0.2 })],
      ['fasteners out', () => ({ tray: 'ABC'[Math.floor(Math.random() * 3)]!, step: 's1', there: Math.floor(Math.random() * 5), missing: 0, broken: 0, wrong: 0, over: [] })],
      ['noted', () => ({ text: `n${Math.random()}` })],
      ['photo taken', () => ({ photo: crypto.randomUUID(), step: 's1', caption: '' })],
    ]; // prettier-ignore
    await fc.assert(
      fc.asyncProperty(fc.array(fc.tuple(fc.nat(2), fc.nat(3), fc.nat(9)), { minLength: 10, maxLength: 30 }), async (plan) => {
        const job = await newJob();
        const who = [mara, piet, mara];
        const hands = who.map((_, at) => hand(`p${at}${Math.random().toString(36).slice(2, 7)}-1`));
        const kept: JobEventDraft[][] = [[], [], []];
        for (const [phone, kind] of plan) {
          const [name, payload] = kinds[kind]!;
          kept[phone]!.push(hands[phone]!.event(name, payload() as EventPayloads[typeof name]));
        }
        // The network: each phone sends slices, some twice, some never answered, in any order.
        const sends = plan.flatMap(([phone, , cut]) => {
          const own = kept[phone]!;
          const from = cut % Math.max(1, own.length);
          return [{ phone, batch: own.slice(from, from + 1 + (cut % 4)) }];
        });
        await Promise.all(sends.filter(({ batch }) => batch.length > 0).map(({ phone, batch }) => say(who[phone]!, job, [...batch].reverse()).then(() => {})));
        for (const [phone, own] of kept.entries()) if (own.length > 0) await say(who[phone]!, job, own).expect(200);
        const { events } = (await mara.get(`/api/jobs/${job}/events`).expect(200)).body as EventPage;
        const ids = events.map(({ id }) => id);
        expect(new Set(ids).size).toBe(ids.length);
        expect(kept.flat().every(({ id }) => ids.includes(id))).toBe(true);
        expect(events.map(({ number }) => number)).toEqual(events.map(({ number }) => number).toSorted((x, y) => x - y));
        // What a phone folds of its own and of what came is what the server folds.
        const server_ = foldJob(events);
        const phone = foldJob([...kept.flat().map((draft) => ({ ...draft, person: events.find(({ id }) => id === draft.id)!.person }) as JobEvent), ...events.toReversed()]);
        expect(JSON.parse(JSON.stringify(phone))).toEqual(JSON.parse(JSON.stringify(server_)));
      }),
      { numRuns: 12, seed: 5 },
    ); // prettier-ignore
  }, 120_000);

  test('a kind of event from a future version, a count of 400, an event of another job: a sentence each, nothing kept', async () => {
    const job = await newJob();
    const of = hand('odd-1');
    const before = ((await mara.get(`/api/jobs/${job}/events`)).body as EventPage).events.length;
    const future = { ...of.event('noted', { text: 'x' }), kind: 'told by smell' } as unknown as JobEventDraft;
    const many = of.event('fasteners out', { tray: 'A', step: 's', there: 400, missing: 0, broken: 0, wrong: 0, over: [] }); // prettier-ignore
    const torn = { ...of.event('noted', { text: 'x' }), clock: undefined } as unknown as JobEventDraft;
    for (const event of [future, many, torn]) expect((await say(mara, job, [event])).status).toBe(422);
    const [own] = ((await mara.get(`/api/jobs/${await newJob()}/events`)).body as EventPage).events;
    const { number: _number, person: _person, ...draft } = own!;
    expect((await say(mara, job, [draft as JobEventDraft])).status).toBe(409);
    expect(((await mara.get(`/api/jobs/${job}/events`)).body as EventPage).events).toHaveLength(before);
  });
});

describe('the stream of a job', () => {
  /** Reads server-sent events off a real connection until there are so many. */
  async function follow(port: number, headers: string, path: string, count: number, meanwhile: () => Promise<unknown>): Promise<NumberedEvent[]> {
    const lines = headers.split('\r\n').map((line) => line.split(': ') as [string, string]);
    const stop = new AbortController();
    const answer = await fetch(`http://127.0.0.1:${port}${path}`, { headers: lines, signal: stop.signal });
    expect(answer.headers.get('content-type')).toMatch('text/event-stream');
    const events: NumberedEvent[] = [];
    const reader = answer.body!.pipeThrough(new TextDecoderStream()).getReader();
    let text = '';
    const begun = meanwhile();
    while (events.length < count) {
      const { value, done } = await reader.read();
      if (done) break;
      text += value;
      const blocks = text.split('\n\n');
      text = blocks.pop()!;
      for (const block of blocks) {
        const data = /^data: (.*)$/m.exec(block)?.[1];
        if (data) events.push(JSON.parse(data) as NumberedEvent);
      }
    }
    await begun;
    stop.abort();
    return events;
  } // prettier-ignore

  test('tells what happens through another server, in order, and goes on from the last number', async () => {
    const app = await server.another();
    const http = createServer(app).listen(0, '127.0.0.1');
    await new Promise((resolve) => http.once('listening', resolve));
    const { port } = http.address() as AddressInfo;
    try {
      const job = await newJob();
      const of = hand('live-1');
      const notes = Array.from({ length: 6 }, (_, at) => of.event('noted', { text: `note ${at}` }));
      const headers = await idris.headers();
      const first = await follow(port, headers, `/api/jobs/${job}/live`, 5, async () => {
        for (const note of notes.slice(0, 3)) await say(mara, job, [note]).expect(200);
      });
      expect(first.map(({ kind }) => kind)).toEqual(['opened', 'part chosen', 'noted', 'noted', 'noted']);
      // Away for a while; then on from where it was, by the header that a browser sends.
      await say(mara, job, notes.slice(3, 5)).expect(200);
      const after = await follow(port, `${headers}\r\nLast-Event-ID: ${first.at(-1)!.number}`, `/api/jobs/${job}/live`, 3, async () => { await say(mara, job, [notes[5]!]).expect(200); }); // prettier-ignore
      expect(after.map(({ id }) => id)).toEqual(notes.slice(3).map(({ id }) => id));
      expect((await fetch(`http://127.0.0.1:${port}/api/jobs/${job}/live`)).status).toBe(401);
      await mara.get('/api/jobs/999999/live').expect(404);
    } finally {
      (app.locals.endStreams as () => void)();
      http.closeAllConnections();
      http.close();
    }
  });
});
