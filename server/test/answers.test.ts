import { readFileSync } from 'node:fs';
import path from 'node:path';
import { Ajv } from 'ajv';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { ROUTES, type Answers, type Route } from '@radiatrix/contract/schemas';
import { answersOfContract } from '../src/openapi/answers.ts';
import { bringTableIn, Actor, demoServer } from './harness.ts';

/** What the server really answers with is what its contract says, and no field more: as every role sees it. */
const published = JSON.parse(
  readFileSync(path.resolve(import.meta.dirname, '../src/openapi/answers.schema.json'), 'utf8'),
) as ReturnType<typeof answersOfContract>;
const ajv = new Ajv({ strict: false, allErrors: true });
const validators = new Map(
  Object.entries(published.properties).map(([id, schema]) => [
    id,
    ajv.compile({ ...(schema as object), definitions: published.definitions }),
  ]),
);

let server: Awaited<ReturnType<typeof demoServer>>;
let people: [string, Actor][];
const ids: Record<string, string> = {};
beforeAll(async () => {
  server = await demoServer();
  people = await Promise.all(
    ['rowan', 'mara', 'cleo', 'idris'].map(
      async (name) => [name, await Actor.signIn(server.app, name)] as [string, Actor],
    ),
  );
  const [[, rowan]] = people as [[string, Actor]];
  const list = async (url: string) =>
    (await rowan.get(url).expect(200)).body as { id: number; kind?: string }[];
  const [vehicle] = (
    (await list('/api/find?text=09+tussock+diesel+auto+aircon')) as unknown as { vehicles: { id: number }[] }
  ).vehicles;
  const part = (
    (await list(`/api/vehicles/${vehicle!.id}/match`)) as unknown as {
      candidates: { id: number; verdict: { verdict: string }; kind: string }[];
    }
  ).candidates.find(({ verdict, kind }) => verdict.verdict === 'straight-in' && kind === 'radiator')!;
  const stream = crypto.randomUUID();
  const [job] = await list('/api/jobs');
  await rowan
    .write('post', `/api/jobs/${job!.id}/streams`, {
      id: stream,
      device: 'd',
      instrument: 'clamp meter',
      boot: 'b',
      channels: [{ name: 'current', unit: 'A' }],
    })
    .expect(201);
  const { applied } = await bringTableIn(rowan, 'parts', 'Part number,Maker,Kind\nZZ-T 1,Northreach,radiator\nZZ-T 2,,radiator\n'); // prettier-ignore
  Object.assign(ids, {
    batch: applied.batch,
    vehicle: vehicle!.id,
    part: part.id,
    job: job!.id,
    stream,
    connector: (await list('/api/connectors'))[0]!.id,
    model: (await list('/api/models'))[0]!.id,
    make: (await list('/api/records/make'))[0]!.id,
    ...Object.fromEntries((await list('/api/review')).map(({ kind, id }) => [`review ${kind}`, id])),
    access: (await server.connection.pool.query<{ id: number }>('select id from access_map limit 1')).rows[0]!
      .id,
    procedure: (
      await server.connection.pool.query<{ id: number }>(
        "select procedure_id id from procedure_revision where state = 'released' limit 1",
      )
    ).rows[0]!.id,
  });
}, 120000);
afterAll(() => server.stop());

/** Where the answer of each route that reads is looked at. */
const urls = (): Partial<Record<keyof Answers, string>> => ({
  session: '/api/session',
  people: '/api/people',
  accounts: '/api/accounts',
  ownSessions: '/api/sessions',
  find: '/api/find?text=tussock+2009',
  search: '/api/search?text=nt',
  vocabulary: '/api/vocabulary',
  sources: '/api/sources',
  vehicles: '/api/vehicles',
  vehicle: `/api/vehicles/${ids.vehicle}`,
  judged: `/api/vehicles/${ids.vehicle}/match/${ids.part}`,
  match: `/api/vehicles/${ids.vehicle}/match`,
  sets: `/api/vehicles/${ids.vehicle}/sets?kinds=radiator&kinds=fan`,
  sharing: `/api/vehicles/${ids.vehicle}/sharing`,
  goesInto: `/api/parts/${ids.part}/vehicles`,
  sheet: `/api/vehicles/${ids.vehicle}/sheet/${ids.part}`,
  parts: '/api/parts',
  part: `/api/parts/${ids.part}`,
  connectors: '/api/connectors',
  connector: `/api/connectors/${ids.connector}`,
  procedure: `/api/procedures/${ids.procedure}`,
  access: `/api/access/${ids.access}`,
  vehicleAccess: `/api/vehicles/${ids.vehicle}/access`,
  jobs: '/api/jobs',
  jobEventsAfter: `/api/jobs/${ids.job}/events`,
  job: `/api/jobs/${ids.job}`,
  jobProving: `/api/jobs/${ids.job}/proving`,
  jobDiagnosis: `/api/jobs/${ids.job}/diagnosis`,
  diagnosisTable: '/api/diagnosis-table',
  desk: '/api/desk',
  deskFigures: '/api/desk/figures',
  corrections: '/api/corrections',
  merges: '/api/merges',
  plan: '/api/plan',
  workshop: '/api/workshop',
  calendarFeeds: '/api/plan/calendars',
  apiTokens: '/api/tokens',
  webhooks: '/api/webhooks',
  failures: '/api/failures',
  jobFiling: `/api/jobs/${ids.job}/filing`,
  mapMinutes: `/api/access/${ids.access}/minutes`,
  partFailures: `/api/parts/${ids.part}/failures`,
  instruments: '/api/instruments',
  stream: `/api/streams/${ids.stream}`,
  planning: `/api/vehicles/${ids.vehicle}/planning?part=${ids.part}`,
  practice: '/api/practice',
  vinPatterns: '/api/vin-patterns',
  records: '/api/records/model',
  record: `/api/records/model/${ids.model}`,
  models: '/api/models',
  coverage: `/api/models/${ids.model}/coverage`,
  makeCoverage: `/api/makes/${ids.make}/coverage`,
  marks: '/api/marks',
  audit: '/api/audit',
  uploads: '/api/uploads',
  importedParts: `/api/imports/${ids.batch}/parts?which=all`,
  review: '/api/review',
  reviewOne: `/api/review/part/${ids['review part']}`,
  history: `/api/history/part/${ids.part}`,
  health: '/api/health',
  openapi: '/api/openapi.json',
});

describe('answers', () => {
  test('the published schema is what the types say now', () => {
    expect(published).toEqual(JSON.parse(JSON.stringify(answersOfContract())));
  });
  test('every route that reads is looked at', () => {
    const reading = Object.entries(ROUTES as Record<string, Route>).filter(
      ([id, { method }]) =>
        method === 'get' &&
        id in published.properties &&
        // What only the person sees who sent the file: see `tables.test.ts`.
        !['upload', 'asideRows'].includes(id),
    );
    expect(Object.keys(urls()).sort()).toEqual(reading.map(([id]) => id).sort());
  });
  test('are of their schema, for each role that may ask', async () => {
    const wrong: unknown[] = [];
    for (const [id, url] of Object.entries(urls()))
      for (const [name, who] of people) {
        const { status, body } = await who.get(url);
        if (status === 403) continue;
        const validate = validators.get(id)!;
        if (status !== 200 || !validate(body))
          wrong.push([
            id,
            name,
            status,
            validate.errors
              ?.slice(0, 4)
              .map((each) => `${each.instancePath} ${each.message} ${JSON.stringify(each.params)}`),
          ]);
      }
    expect(wrong).toEqual([]);
  });
});
