import { afterAll, beforeAll, expect, test } from 'vitest';
import { EVENT_KINDS } from '@radiatrix/core/job';
import { PART_KINDS, type PartKind } from '@radiatrix/core/figures';
import { LIBRARY_TABLES, REVIEW_KINDS, type JobRecord, type LibraryRecord, type LibraryTable, type PartRecord, type ProcedureRecord, type ReviewLine, type VehicleRecord, type Waits } from '@radiatrix/contract'; // prettier-ignore
import { ROUTES, type Route, type RouteId } from '@radiatrix/contract/schemas';
import sharp from 'sharp';
import { eventSamples } from '../../contract/test/event-samples.ts';
import { device } from '../src/demo/jobs.ts';
import { Actor, bringTableIn, demoServer } from './harness.ts';

/**
 * Every address as every role, over a library where each kind of record is there as draft, checked, released, released
 * and changed again, and withdrawn: what only those who work on the library may know carries a marker, and no answer,
 * file or picture that anybody else gets may hold one.
 */
let server: Awaited<ReturnType<typeof demoServer>>;
let mara: Actor, piet: Actor, rowan: Actor;
const others: [string, Actor][] = [];

const STATES = ['draft', 'checked', 'released', 'changed', 'withdrawn'] as const;
type State = (typeof STATES)[number];
/** Markers by whether everybody may read them. */
const hidden = new Set<string>();
const open = new Set<string>();
let count = 0;
function mark(isHidden: boolean): string {
  const marker = `zq${(count += 1).toString(36).padStart(3, '0')}${isHidden ? 'h' : 'o'}zq`;
  (isHidden ? hidden : open).add(marker);
  return marker;
}
const ids = {
  part: [] as number[],
  released: [] as number[],
  procedure: [] as number[],
  access: [] as number[],
  mapped: [] as number[],
  photo: [] as number[],
  hiddenPhoto: [] as number[],
  job: [] as number[],
  connector: [] as number[],
  proposal: [] as number[],
};
const recordIds = new Map<LibraryTable, number>();
let vehicle: VehicleRecord, model: number, source: number, stream: string, unnamed: number, batch: number;

const ok = async (
  request: PromiseLike<{ status: number; body: unknown; headers: Record<string, string> }>,
) => {
  const answer = await request;
  if (answer.status >= 300) throw new Error(`${answer.status} ${JSON.stringify(answer.body)}`);
  return answer;
};
/** A change of what everybody sees waits; one of what nobody sees yet is done, and still nobody may see it. */
const proposed = async (
  request: PromiseLike<{ status: number; body: unknown; headers: Record<string, string> }>,
) => {
  const { status, body } = await ok(request);
  if (status === 202) ids.proposal.push((body as Waits).waits.id);
};
const tagOf = async (url: string): Promise<string> => (await ok(rowan.get(url))).headers.etag!;
/** A picture whose bytes are its own. */
const picture = (shade: number): Promise<Buffer> =>
  sharp({ create: { width: 40, height: 30, channels: 3, background: { r: shade, g: 90, b: 30 } } })
    .jpeg()
    .toBuffer();
const photograph = async (subject: string, id: number, caption: string): Promise<number | undefined> => {
  const sent = await ok(
    mara.upload(`/api/photos?${new URLSearchParams({ subject, id: String(id), caption })}`, await picture(count % 250), 'image/jpeg'),
  );
  const made = (sent.body as { id?: number }).id;
  if (made) ids.photo.push(made);
  return made;
}; // prettier-ignore

async function advance(kind: 'part' | 'procedure' | 'access', id: number, state: State, change: () => Promise<unknown>): Promise<void> {
  const at = `/api/review/${kind}/${id}`;
  if (state === 'draft') return;
  if (state === 'checked') return void (await ok(piet.write('post', `${at}/check`, undefined, { etag: await tagOf(at) })));
  await ok(rowan.write('post', `${at}/release`, undefined, { etag: await tagOf(at) }));
  if (state === 'changed') await change();
  if (state === 'withdrawn') await ok(rowan.write('post', `${at}/withdraw`, { reason: 'the core cracked in two' }));
} // prettier-ignore

async function makePart(kind: PartKind, state: State): Promise<void> {
  const secret = state !== 'released' && state !== 'changed';
  const number = `W ${kind} ${mark(secret)}`;
  const made = (await ok(mara.write('post', '/api/parts', { number, maker: 'Morvane', kind, description: mark(secret) }))).body as PartRecord; // prettier-ignore
  const { id } = made;
  ids.part.push(id);
  if (!secret) ids.released.push(id);
  const details = (isSecret: boolean) => ({
    description: mark(isSecret),
    notes: mark(isSecret),
    inTheBox: [{ name: mark(isSecret), quantity: 1 }],
    interchange: [{ seller: mark(isSecret), number: mark(isSecret) }],
    supersedes: '',
  });
  const save = async (isSecret: boolean) =>
    ok(
      mara.write('put', `/api/parts/${id}/details`, details(isSecret), {
        etag: await tagOf(`/api/parts/${id}`),
      }),
    );
  await save(secret);
  const claim = (isSecret: boolean, years: [number, number]) => ({ modelId: model, years, fits: true, note: mark(isSecret), sourceId: source, exceptions: [] }); // prettier-ignore
  await ok(mara.write('post', `/api/parts/${id}/claims`, claim(secret, [2009, 2010])));
  const photo = await photograph('part', id, mark(secret));
  if (secret && photo) ids.hiddenPhoto.push(photo);
  await advance('part', id, state, async () => {
    await save(true);
    await proposed(mara.write('post', `/api/parts/${id}/claims`, claim(true, [2011, 2011])));
    await proposed(
      mara.upload(`/api/photos?subject=part&id=${id}&caption=${mark(true)}`, await picture(3), 'image/jpeg'),
    );
  });
  await ok(mara.write('post', '/api/marks', { partId: id, vehicleIds: [vehicle.id], note: mark(secret) }));
}

async function makeProcedure(kind: PartKind, state: State): Promise<void> {
  const secret = state !== 'released' && state !== 'changed';
  const document = (isSecret: boolean) => ({
    title: mark(isSecret),
    partKind: kind,
    way: mark(isSecret),
    notes: [{ text: mark(isSecret), when: null }],
    fasteners: [],
    steps: ['remove', 'install'].map((phase) => ({ phase, text: mark(isSecret), detail: mark(isSecret), tools: [mark(isSecret)] })), // prettier-ignore
  });
  const made = await ok(
    mara.write('post', '/api/procedures', { bayId: vehicle.bay.id, document: document(secret) }),
  );
  const { id } = made.body as ProcedureRecord;
  ids.procedure.push(id);
  await advance('procedure', id, state, async () =>
    ok(
      mara.write('put', `/api/procedures/${id}`, document(true), {
        etag: await tagOf(`/api/procedures/${id}`),
      }),
    ),
  );
}

/** A bay has one map: each state on a bay of its own that has none. */
async function makeMap(state: State, bayId: number, vehicleId: number): Promise<void> {
  const secret = state !== 'released' && state !== 'changed';
  const document = (isSecret: boolean) => ({
    title: mark(isSecret),
    notes: [{ text: mark(isSecret), when: null }],
    things: [{ code: 'radiator', name: mark(isSecret), partKind: 'radiator' }],
    fasteners: [{ tray: 'A', name: mark(isSecret), expected: 2 }],
    operations: [{ code: 'out', text: mark(isSecret), detail: mark(isSecret), gives: [{ thing: 'radiator', state: 'off' }], uses: [{ tray: 'A', count: 2 }], back: { text: mark(isSecret) } }],
    steps: [{ phase: 'fill', text: mark(isSecret) }],
  });
  const { id } = (await ok(mara.write('post', '/api/access', { bayId, document: document(secret) }))).body as { id: number };
  ids.access.push(id);
  ids.mapped.push(vehicleId);
  await advance('access', id, state, async () =>
    ok(mara.write('put', `/api/access/${id}`, document(true), { etag: await tagOf(`/api/access/${id}`) })),
  );
} // prettier-ignore

async function makeJob(): Promise<void> {
  const hand = device('walk desk', Date.now() - 1000);
  const opened = hand.event('opened', { vehicleId: vehicle.id, label: 'walked', complaint: '', odometerKm: null, alterations: [] }); // prettier-ignore
  const { id } = (await ok(mara.write('post', '/api/jobs', { events: [opened] }))).body as JobRecord;
  ids.job.push(id);
  stream = crypto.randomUUID();
  const drafts = (await ok(mara.get('/api/parts?text=W%20radiator'))).body as PartRecord[];
  const draft = (await ok(mara.get(`/api/parts/${drafts.find((each) => each.state === 'draft')!.id}`)))
    .body as PartRecord;
  // One of each kind, naming a part that is in draft; their own words everybody on the job reads.
  const told = eventSamples({ vehicleId: vehicle.id, partId: draft.id, revisionId: draft.revisionId, sourceId: source, stream }); // prettier-ignore
  const events = EVENT_KINDS.filter((kind) => kind !== 'opened').map((kind) => hand.event(kind, told[kind]));
  await ok(mara.write('post', `/api/jobs/${id}/events`, { events }));
  await ok(mara.write('post', `/api/jobs/${id}/streams`, { id: stream, device: 'd', instrument: 'clamp meter', boot: 'b', channels: [{ name: 'current', unit: 'A' }] })); // prettier-ignore
}

/** Names and vehicles: one that nobody has used yet, and a change of one that everybody meets. */
async function proposeRecords(): Promise<void> {
  for (const table of LIBRARY_TABLES) {
    const [line] = (await ok(mara.get(`/api/records/${table}`))).body as { id: number }[];
    recordIds.set(table, line!.id);
    const { body, headers } = await ok(mara.get(`/api/records/${table}/${line!.id}`));
    const { values } = body as LibraryRecord;
    const text = Object.entries(values).find(([key, value]) => typeof value === 'string' && /name|code|nick/i.test(key))?.[0];
    const words = Object.entries(values).find(([, value]) => Array.isArray(value) && value.every((each) => typeof each === 'string') && value.length !== 2)?.[0];
    if (!text && !words) continue;
    const changed = words ? { ...values, [words]: [mark(true)] } : { ...values, [text!]: mark(true) };
    await proposed(mara.write('put', `/api/records/${table}/${line!.id}`, changed, { etag: headers.etag! }));
  }
  const made = await ok(mara.write('post', '/api/records/engine', { code: mark(true), displacementL: 9.9, cylinders: 12, layout: 'vee', fuel: 'petrol', aspiration: 'natural' }));
  unnamed = (made.body as LibraryRecord).id;
  const list = `Part number,Maker,Kind,Description,Notes\nW list ${mark(true)},Morvane,radiator,${mark(true)},${mark(true)}\n`;
  batch = (await bringTableIn(mara, 'parts', list, `${mark(true)}.csv`)).applied.batch!;
} // prettier-ignore

async function proposeTheRest(): Promise<void> {
  const lines = (await ok(mara.get('/api/connectors'))).body as { id: number }[];
  ids.connector.push(...lines.map((line) => line.id));
  const at = `/api/connectors/${lines[0]!.id}`;
  const { body, headers } = await ok(mara.get(at));
  const { code, name, cavities } = body as { code: string; name: string; cavities: unknown };
  await proposed(
    mara.write('put', at, { code, name, cavities, description: mark(true) }, { etag: headers.etag! }),
  );
  // A figure of the bay: typed by one, not yet seen by another.
  const bay = `/api/bays/${vehicle.bay.id}/figures`;
  const figure = { key: 'bayDepth', text: `171.25 mm`, method: 'tape', sourceId: source };
  hidden.add('171.25');
  await ok(
    mara.write('put', bay, { figures: [figure] }, { etag: await tagOf(`/api/vehicles/${vehicle.id}`) }),
  );
}

/** Addresses of calendars, read without signing in. */
const feeds: string[] = [];

beforeAll(async () => {
  server = await demoServer();
  [mara, piet, rowan] = (await Promise.all(['mara', 'piet', 'rowan'].map((name) => Actor.signIn(server.app, name)))) as [Actor, Actor, Actor]; // prettier-ignore
  for (const name of ['cleo', 'idris']) others.push([name, await Actor.signIn(server.app, name)]);
  const found = await ok(
    mara.get(`/api/find?text=${encodeURIComponent('09 tussock diesel auto aircon standard cooling')}`),
  );
  const [line] = (found.body as { vehicles: { id: number }[] }).vehicles;
  vehicle = (await ok(mara.get(`/api/vehicles/${line!.id}`))).body as VehicleRecord;
  model = vehicle.configuration.modelId;
  source = ((await ok(mara.get('/api/sources'))).body as { id: number; name: string }[]).find((each) => each.name === 'Counter talk')!.id; // prettier-ignore
  for (const kind of PART_KINDS) for (const state of STATES) await makePart(kind, state);
  for (const kind of ['radiator', 'fan'] as const)
    for (const state of STATES) await makeProcedure(kind, state);
  const { rows } = await server.connection.pool.query<{ bay: number; vehicle: number }>(
    'select bay_id as bay, min(id) as vehicle from configuration where bay_id not in (select bay_id from access_map) group by 1 order by 1',
  );
  for (const [at, state] of STATES.entries()) await makeMap(state, rows[at]!.bay, rows[at]!.vehicle);
  await makeJob();
  await proposeRecords();
  await proposeTheRest();
  for (const bay of ['1', '2', '3'])
    feeds.push(((await ok(mara.write('post', '/api/plan/calendars', { personId: null, bay }))).body as { path: string }).path); // prettier-ignore
}, 300_000);
afterAll(() => server.stop());

/** Where each address that reads is looked at; with words, a marker of each sort is looked for by it. */
function doors(): { [R in RouteId]?: string[] } {
  const v = `/api/vehicles/${vehicle.id}`;
  const looked = [...hidden].filter((_, at) => at % 40 === 0).concat([...open].slice(0, 3), ['W radiator', 'W fan']);
  const by = (url: string) => looked.map((text) => `${url}?text=${encodeURIComponent(text)}`);
  const kinds = ['radiator', 'fan', 'shroud'].map((kind) => `kinds=${kind}`).join('&');
  return {
    people: ['/api/people'],
    accounts: ['/api/accounts'],
    ownSessions: ['/api/sessions'],
    planning: ids.part.map((id) => `${v}/planning?part=${id}`).concat(`${v}/planning?job=${ids.job[0]}`),
    connectors: ['/api/connectors'],
    connector: ids.connector.map((id) => `/api/connectors/${id}`),
    models: ['/api/models'],
    coverage: [`/api/models/${model}/coverage`],
    makeCoverage: PART_KINDS.map((kind) => `/api/makes/${recordIds.get('make')}/coverage?kind=${kind}`),
    marks: ['/api/marks'],
    audit: ['/api/audit'],
    find: by('/api/find').concat('/api/find?text=09+tussock'),
    history: ids.part.slice(0, 3).map((id) => `/api/history/part/${id}`),
    jobs: ['/api/jobs'],
    job: ids.job.map((id) => `/api/jobs/${id}`),
    records: LIBRARY_TABLES.flatMap((table) => [`/api/records/${table}`, ...by(`/api/records/${table}`).slice(0, 2)]),
    record: [...recordIds].map(([table, id]) => `/api/records/${table}/${id}`).concat(`/api/records/engine/${unnamed}`),
    judged: ids.part.map((id) => `${v}/match/${id}`),
    match: [`${v}/match`, `${v}/match?job=${ids.job[0]}`],
    sets: [`${v}/sets?${kinds}`],
    sharing: [`${v}/sharing`],
    goesInto: ids.part.map((id) => `/api/parts/${id}/vehicles`),
    parts: ['/api/parts', ...by('/api/parts')],
    part: ids.part.map((id) => `/api/parts/${id}`),
    photo: ids.photo.flatMap((id) => [`/api/photos/${id}`, `/api/photos/${id}?size=small`]),
    practice: ['/api/practice'],
    access: ids.access.map((id) => `/api/access/${id}`),
    vehicleAccess: ids.mapped.map((id) => `/api/vehicles/${id}/access`).concat(`${v}/access?job=${ids.job[0]}`),
    jobEventsAfter: ids.job.map((id) => `/api/jobs/${id}/events`),
    jobProving: ids.job.map((id) => `/api/jobs/${id}/proving`),
    jobDiagnosis: ids.job.map((id) => `/api/jobs/${id}/diagnosis`),
    diagnosisTable: ['/api/diagnosis-table'],
    desk: ['/api/desk'],
    deskFigures: ['/api/desk/figures'],
    corrections: ['/api/corrections'],
    merges: ['/api/merges'],
    plan: ['/api/plan'],
    workshop: ['/api/workshop'],
    calendarFeeds: ['/api/plan/calendars'],
    apiTokens: ['/api/tokens'],
    webhooks: ['/api/webhooks'],
    followCalendar: feeds,
    failures: ['/api/failures'],
    jobFiling: ids.job.map((id) => `/api/jobs/${id}/filing`),
    mapMinutes: ids.access.map((id) => `/api/access/${id}/minutes`),
    partFailures: ids.part.map((id) => `/api/parts/${id}/failures`),
    instruments: ['/api/instruments'],
    readings: ['/api/instruments/none/readings'],
    jobLive: ['/api/jobs/999999/live'],
    jobPhoto: ids.job.map((id) => `/api/jobs/${id}/photos/a2b4d1f0-0e6c-4a53-9b0e-0d9d1f1c7a11`),
    procedure: ids.procedure.map((id) => `/api/procedures/${id}`),
    review: ['/api/review'],
    reviewOne: ids.proposal.map((id) => `/api/review/proposal/${id}`),
    proposedPhoto: ids.proposal.map((id) => `/api/proposals/${id}/photo`),
    search: by('/api/search'),
    health: ['/api/health'],
    openapi: ['/api/openapi.json'],
    session: ['/api/session'],
    sheet: ids.part.map((id) => `${v}/sheet/${id}`).concat(`${v}/sheet/${ids.released[0]}?job=${ids.job[0]}`),
    stream: [`/api/streams/${stream}`],
    uploads: ['/api/uploads'],
    asideRows: ['/api/uploads/none/rows'],
    importedParts: [`/api/imports/${batch}/parts?which=all`],
    upload: ['/api/uploads/none'],
    wrongRows: ['/api/uploads/none/wrong'],
    exportTable: ['applications', 'parts', 'vehicles'].flatMap((kind) => ['csv', 'json'].map((format) => `/api/export/${kind}?format=${format}`)),
    vocabulary: ['/api/vocabulary'],
    sources: ['/api/sources'],
    vehicles: ['/api/vehicles'],
    vehicle: [v],
    vinPatterns: ['/api/vin-patterns'],
  };
} // prettier-ignore

/** What an answer says, without the echo of what was asked. */
const read = async (who: Actor, url: string): Promise<{ status: number; text: string }> => {
  const { status, text, body } = await who.get(url);
  const said = text ?? (Buffer.isBuffer(body) ? body.toString('latin1') : '');
  return { status, text: said.replace(/^\{"text":"[^"]*"/, '').replace(/"instance":"[^"]*"/, '') };
};

test('kinds of record and event are those of the registries', () => {
  // A vehicle recorded as told is there for its job at once, marked as told: no door hides it (see `told.test.ts`).
  expect(
    REVIEW_KINDS.filter(
      (kind) => !['part', 'procedure', 'access', 'bay', 'proposal', 'vehicle', 'import'].includes(kind),
    ),
  ).toEqual([]);
  const reading = Object.entries(ROUTES).filter(([, route]: [string, Route]) => route.method === 'get');
  expect(Object.keys(doors()).sort()).toEqual(reading.map(([id]) => id).sort());
});

test('nothing of what is not released reaches who does not work on the library, by any door', async () => {
  const leaks: string[] = [];
  const seen = new Set<string>();
  for (const [name, who] of others)
    for (const [route, urls] of Object.entries(doors()))
      for (const url of urls) {
        const { text, status } = await read(who, url);
        if (status >= 500) leaks.push(`${name} ${url} ${status}`);
        for (const [marker] of text.matchAll(/zq[0-9a-z]{3}[ho]zq|171\.25/g)) {
          seen.add(marker);
          // What was asked for by its own marker would come with others, if it came.
          if (hidden.has(marker) && !url.includes(marker)) leaks.push(`${route} ${url} ${text.slice(Math.max(0, text.indexOf(marker) - 80), text.indexOf(marker) + 30)}`); // prettier-ignore
        }
      }
  expect([...new Set(leaks)].slice(0, 12)).toEqual([]);
  // What everybody may read is really there to be read: numbers, notes, steps, captions.
  expect([...open].filter((marker) => seen.has(marker)).length).toBeGreaterThan(open.size * 0.5);
  for (const id of ids.hiddenPhoto) expect((await others[0]![1].get(`/api/photos/${id}`)).status).toBe(404);
}, 300_000);

test('who works on the library reads all of it, so that the markers are where somebody could see them', async () => {
  const seen = new Set<string>();
  for (const urls of Object.values(doors()))
    for (const url of urls)
      for (const [marker] of (await read(rowan, url)).text.matchAll(/zq[0-9a-z]{3}hzq|171\.25/g)) seen.add(marker);
  for (const { kind, id } of (await ok(rowan.get('/api/review'))).body as ReviewLine[])
    for (const [marker] of (await read(rowan, `/api/review/${kind}/${id}`)).text.matchAll(/zq[0-9a-z]{3}hzq|171\.25/g)) seen.add(marker);
  expect([...hidden].filter((marker) => seen.has(marker)).length).toBeGreaterThan(hidden.size * 0.7);
}, 300_000); // prettier-ignore

test('what an installer or clerk writes is answered without what they may not know', async () => {
  const [, cleo] = others[0]!;
  const hand = device('counter', Date.now());
  const answer = await ok(cleo.write('post', `/api/jobs/${ids.job[0]}/events`, { events: [hand.event('noted', { text: 'at the counter' })] })); // prettier-ignore
  const text = JSON.stringify(answer.body);
  expect([...hidden].filter((marker) => text.includes(marker))).toEqual([]);
});
