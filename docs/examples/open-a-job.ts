// Opens a job for a vehicle in words, with the first radiator that goes straight in, notes it, and closes the job.
//
//   npx openapi-typescript docs/formats/openapi.json -o docs/examples/api.d.ts
//   RADIATRIX=http://127.0.0.1:8460 TOKEN=rdx_… npx tsx docs/examples/open-a-job.ts "2010 Tussock 2.2 diesel automatic radiator"
import createClient from 'openapi-fetch';
import type { components, paths } from './api';

type Event = components['schemas']['EventToKeep'];

/** An answer, or an error that says what the server said. */
function sure<T>({ data, error }: { data?: T | undefined; error?: unknown }): T {
  if (data !== undefined) return data;
  const { title, detail } = error as { title: string; detail?: string };
  throw new Error(detail ?? title);
}

/** Opens a job, chooses the part and closes the job as given up. @returns number of the job, and of the part */
export async function openAJob(
  baseUrl: string,
  token: string,
  text: string,
): Promise<{ job: number; part: string }> {
  const api = createClient<paths>({ baseUrl, headers: { authorization: `Bearer ${token}` } });
  const found = sure(await api.GET('/api/find', { params: { query: { text, fix: [] } } }));
  const [vehicle] = found.vehicles;
  if (!vehicle) throw new Error(`No vehicle agrees with “${text}”.`);
  const match = sure(
    await api.GET('/api/vehicles/{id}/match', { params: { path: { id: String(vehicle.id) } } }),
  );
  const part = match.candidates.find(
    ({ kind, verdict }) => kind === 'radiator' && verdict.verdict === 'straight-in',
  );
  if (!part) throw new Error(`No radiator goes straight into the ${vehicle.title}.`);

  const { revisionId } = sure(
    await api.GET('/api/parts/{id}', { params: { path: { id: String(part.id) } } }),
  );

  // Every event has an id of its own: sent twice, it is kept once.
  let seq = 0;
  const event = <K extends Event['kind']>(kind: K, payload: Extract<Event, { kind: K }>['payload']): Event =>
    ({
      id: crypto.randomUUID(),
      kind,
      payload,
      device: 'example program',
      seq: (seq += 1),
      clock: { ms: Date.now(), n: seq },
      deviceTime: new Date().toISOString(),
    }) as Event;
  const opened = event('opened', {
    vehicleId: vehicle.id,
    label: 'by a program',
    complaint: text,
    odometerKm: null,
    alterations: [],
  });
  const { id } = sure(await api.POST('/api/jobs', { body: { events: [opened] } }));
  const send = async (...events: Event[]): Promise<void> => {
    sure(await api.POST('/api/jobs/{id}/events', { params: { path: { id: String(id) } }, body: { events } }));
  };
  await send(
    event('part chosen', { partId: part.id, revisionId, kind: part.kind, role: 'goes in' }),
    event('noted', { text: `${part.number} goes straight in by its figures.` }),
  );
  await send(
    event('closed', { outcome: 'given up', note: 'An example.', heads: { 'example program': seq } }),
  );
  return { job: id, part: part.number };
}

if (process.argv[1]?.endsWith('open-a-job.ts')) {
  const done = await openAJob(
    process.env.RADIATRIX ?? 'http://127.0.0.1:8460',
    process.env.TOKEN ?? '',
    process.argv[2] ?? '',
  );
  process.stdout.write(`Job ${done.job}, with ${done.part}\n`);
}
