import { randomUUID } from 'node:crypto';
import { CLOCK_START, EVENT_KINDS, tick, type EventKind } from '@radiatrix/core/job';
import { LIBRARY_TABLES, REVIEW_KINDS, type LibraryTable } from '@radiatrix/contract';
import { eventSamples } from '../../contract/test/event-samples.ts';
import { once, until, type Client, type Known } from './client.mts';

/** What was acknowledged, and how to count it afterwards: so many rows, no more, no fewer. */
export interface Acknowledged {
  kind: string;
  sql: string;
  marker: string;
  rows: number;
}

export interface Ground {
  bases: string[];
  reviewer: Client;
  over: () => boolean;
  vehicleId: number;
  bayId: number;
  makeId: number;
  modelIds: [number, number];
  partId: number;
  revisionId: number;
  sourceId: number;
  /** Told of every request whose fate is known. */
  acknowledged: (entry: Acknowledged) => void;
  refused: (kind: string, known: Known) => void;
}

type Kind = LibraryTable | (typeof REVIEW_KINDS)[number] | 'connector' | 'event' | 'claim' | 'table' | 'mark';
let made = 0;
const marker = (): string => `cx${(made += 1).toString(36)}${Date.now().toString(36)}`;

/** A request on either server, under one key, until it is known. */
async function write(ground: Ground, method: string, path: string, body: unknown, more: Record<string, string> = {}) {
  const key = randomUUID();
  let turn = Math.floor(Math.random() * ground.bases.length);
  return until(
    () => once(ground.bases[(turn += 1) % ground.bases.length]!, ground.reviewer, method, path, body, { 'idempotency-key': key, ...more }),
    ground.over,
  );
} // prettier-ignore

async function record(ground: Ground, table: LibraryTable, column: string, values: (text: string) => object): Promise<void> {
  const text = marker();
  const known = await write(ground, 'POST', `/api/records/${table}`, values(text));
  settle(ground, known, { kind: table, sql: `select 1 from ${table} where ${column} = $1`, marker: text, rows: 1 });
} // prettier-ignore

function settle(ground: Ground, known: Known | undefined, entry: Acknowledged): boolean {
  if (!known) return false;
  if (known.status >= 200 && known.status < 300) ground.acknowledged(entry);
  else ground.refused(entry.kind, known);
  return known.status < 300;
}

const newPart = async (ground: Ground): Promise<{ id: number; etag: string; number: string } | undefined> => {
  const number = marker();
  const known = await write(ground, 'POST', '/api/parts', { number, maker: 'Morvane', kind: 'fan', description: 'made under fire' }); // prettier-ignore
  const isKept = settle(ground, known, {
    kind: 'part',
    sql: 'select 1 from part where number = $1',
    marker: number,
    rows: 1,
  });
  return isKept ? { id: (known!.body as { id: number }).id, etag: known!.etag, number } : undefined;
};

async function untilState(ground: Ground, id: string, ...states: string[]): Promise<string> {
  while (!ground.over()) {
    const known = await until(() => once(ground.bases[0]!, ground.reviewer, 'GET', `/api/uploads/${id}`, undefined), ground.over);
    const { state } = (known?.body ?? {}) as { state?: string };
    if (known?.status === 404) return 'gone';
    if (state && states.includes(state)) return state;
    await new Promise((go) => setTimeout(go, 300));
  }
  return 'over';
} // prettier-ignore

/** Sends a table, has it read and brought in; true once the server said that it is in. */
async function bringTableIn(ground: Ground, kind: 'applications' | 'parts', name: string, csv: string): Promise<boolean> {
  const sent = await write(ground, 'POST', `/api/uploads?${new URLSearchParams({ kind, name })}`, csv);
  if (!sent || sent.status !== 201) {
    if (sent) ground.refused('table', sent);
    return false;
  }
  const { id, mapping } = sent.body as { id: string; mapping: unknown };
  const read = await write(ground, 'POST', `/api/uploads/${id}/preview`, { mapping, sourceId: null });
  if (read?.status !== 202 || (await untilState(ground, id, 'ready', 'failed')) !== 'ready') return false;
  const asked = await write(ground, 'POST', `/api/uploads/${id}/apply`, undefined);
  return asked?.status === 202 && (await untilState(ground, id, 'applied', 'failed')) === 'applied';
} // prettier-ignore

/** A writer of every kind of record and event; one of a registry that is missing here does not compile. */
const WRITERS: Record<Kind, (ground: Ground) => Promise<void>> = {
  make: (ground) => record(ground, 'make', 'name', (name) => ({ name })),
  model: (ground) => record(ground, 'model', 'name', (name) => ({ makeId: ground.makeId, name, nicknames: [], life: [2000, 2010] })),
  engine: (ground) => record(ground, 'engine', 'code', (code) => ({ code, displacementL: 2.2, cylinders: 4, layout: 'straight', fuel: 'petrol', aspiration: 'natural' })),
  transmission: (ground) => record(ground, 'transmission', 'code', (code) => ({ code, kind: 'manual', gears: 5 })),
  source: (ground) => record(ground, 'source', 'name', (name) => ({ name, kind: 'bench', grade: 2, note: '' })),
  bay: (ground) => record(ground, 'bay', 'name', (name) => ({ name })),
  // A vehicle differs from all others by its years: those of a model made for it.
  configuration: async (ground) => {
    const name = marker();
    const model = await write(ground, 'POST', '/api/records/model', { makeId: ground.makeId, name, nicknames: [], life: [2000, 2010] });
    if (!settle(ground, model, { kind: 'model', sql: 'select 1 from model where name = $1', marker: name, rows: 1 })) return;
    const { id } = model!.body as { id: number };
    const like = await until(() => once(ground.bases[0]!, ground.reviewer, 'GET', `/api/records/configuration/${ground.vehicleId}`, undefined), ground.over);
    if (!like) return;
    const { values } = like.body as { values: object };
    const known = await write(ground, 'POST', '/api/records/configuration', { ...values, modelId: id, year: 2005, built: ['2005-01', '2005-12'] });
    settle(ground, known, { kind: 'configuration', sql: "select 1 from proposal where route = 'newRecord' and body ->> 'modelId' = $1", marker: String(id), rows: 1 });
  },
  // A bay has one map: each is of a bay made for it.
  access: async (ground) => {
    const name = marker();
    const bay = await write(ground, 'POST', '/api/records/bay', { name });
    if (!settle(ground, bay, { kind: 'bay', sql: 'select 1 from bay where name = $1', marker: name, rows: 1 })) return;
    const document = { title: name, things: [{ code: 'radiator', name, partKind: 'radiator' }], operations: [{ code: 'radiator-off', text: name, minutes: 5, gives: [{ thing: 'radiator', state: 'off' }] }] };
    const known = await write(ground, 'POST', '/api/access', { bayId: (bay!.body as { id: number }).id, document });
    settle(ground, known, { kind: 'access', sql: 'select 1 from access_map_revision where title = $1', marker: name, rows: 1 });
  },
  // Told with every name it brings along: all of them or none.
  vehicle: async (ground) => {
    const name = marker();
    const engine = { code: name, displacementL: 2, cylinders: 4, layout: 'straight', fuel: 'petrol', aspiration: 'natural' };
    const known = await write(ground, 'POST', '/api/vehicles/told', { said: name, makeName: name, modelName: name, year: 2014, engine, transmission: { code: name, kind: 'manual', gears: 5 }, airConditioning: true, package: 'standard', body: 'van', drive: 'front', steering: 'left' });
    settle(ground, known, { kind: 'vehicle', sql: 'select 1 from make where name = $1 union all select 1 from model where name = $1 union all select 1 from engine where code = $1 union all select 1 from transmission where code = $1 union all select 1 from configuration where told = $1', marker: name, rows: 5 });
  },
  part: async (ground) => {
    const part = await newPart(ground);
    if (!part) return;
    // Two tables in one save: both or neither.
    const text = marker();
    const known = await write(ground, 'PUT', `/api/parts/${part.id}/details`, { description: 'x', notes: text, inTheBox: [{ name: text, quantity: 1 }, { name: `${text} too`, quantity: 2 }], interchange: [{ seller: 'S', number: text }], supersedes: '' }, { 'if-match': part.etag });
    settle(ground, known, { kind: 'part details', sql: "select 1 from part_revision where notes = $1 union all select 1 from box_item where name like $1 || '%' union all select 1 from interchange where number = $1", marker: text, rows: 4 });
  },
  connector: async (ground) => {
    const code = marker().toUpperCase();
    const known = await write(ground, 'POST', '/api/connectors', { code, name: code, description: '', cavities: [{ position: '1', function: 'feed', colour: 'red', gauge: '2.5 mm²' }, { position: '2', function: 'ground', colour: 'black', gauge: '2.5 mm²' }] });
    settle(ground, known, { kind: 'connector', sql: 'select 1 from connector k join cavity c on c.connector_id = k.id where k.code = $1', marker: code, rows: 2 });
  },
  procedure: async (ground) => {
    const title = marker();
    const document = { title, partKind: 'fan', way: '', notes: [], fasteners: [], steps: ['remove', 'install'].map((phase) => ({ phase, text: title })) };
    const known = await write(ground, 'POST', '/api/procedures', { bayId: ground.bayId, document });
    settle(ground, known, { kind: 'procedure', sql: 'select 1 from step where text = $1', marker: title, rows: 2 });
  },
  proposal: async (ground) => {
    const note = marker();
    const known = await write(ground, 'POST', `/api/parts/${ground.partId}/claims`, { modelId: ground.modelIds[0], years: [2009, 2009], fits: true, note, sourceId: ground.sourceId, exceptions: [{ years: [2009, 2009] }] });
    // Proposed or refused; a reviewer's own claims of released parts are proposals too.
    if (known?.status === 202) settle(ground, known, { kind: 'proposal', sql: "select 1 from proposal where body ->> 'note' = $1", marker: note, rows: 1 });
  },
  claim: async (ground) => {
    const part = await newPart(ground);
    if (!part) return;
    const note = marker();
    const known = await write(ground, 'POST', `/api/parts/${part.id}/claims`, { modelId: ground.modelIds[0], alsoModelIds: [ground.modelIds[1]], years: [2010, 2010], fits: true, note, sourceId: ground.sourceId, exceptions: [] });
    settle(ground, known, { kind: 'claim of two models', sql: 'select 1 from application where note = $1', marker: note, rows: 2 });
  },
  mark: async (ground) => {
    const part = await newPart(ground);
    if (!part) return;
    const note = marker();
    const known = await write(ground, 'POST', '/api/marks', { partId: part.id, vehicleIds: [ground.vehicleId], note });
    settle(ground, known, { kind: 'mark', sql: 'select 1 from measure_mark where note = $1', marker: note, rows: 1 });
  },
  table: async (ground) => {
    const parts = await Promise.all([newPart(ground), newPart(ground), newPart(ground)]);
    const [one] = parts;
    if (!one || parts.includes(undefined)) return;
    const note = marker();
    const csv = `Part number,Model,Year from,Year to,Source,Note\n${parts.map((part) => `${part!.number},Tussock,2009,2010,Counter talk,${note}`).join('\n')}\n`;
    if (await bringTableIn(ground, 'applications', 'lines.csv', csv))
      ground.acknowledged({ kind: 'table', sql: 'select 1 from application where note = $1', marker: note, rows: 3 });
  },
  // Parts, their drafts and the import that holds them: all or nothing.
  import: async (ground) => {
    const text = marker();
    const csv = `Part number,Maker,Kind,Description,Core width,Source\n${[1, 2, 3].map((at) => `${text}-${at},Morvane,radiator,${text},600,Counter talk`).join('\n')}\n`;
    if (await bringTableIn(ground, 'parts', `${text}.csv`, csv))
      ground.acknowledged({ kind: 'import', sql: "select 1 from part_revision r join measurement m on m.part_revision_id = r.id join import_batch_part b on b.part_revision_id = r.id where r.description = $1 union all select 1 from import_batch where name = $1 || '.csv'", marker: text, rows: 4 });
  },
  event: async (ground) => {
    const device = marker();
    let [clock, seq] = [CLOCK_START, 0];
    const stream = randomUUID();
    const samples = eventSamples({ vehicleId: ground.vehicleId, partId: ground.partId, revisionId: ground.revisionId, sourceId: ground.sourceId, stream });
    const draft = (kind: EventKind) => {
      clock = tick(clock, Date.now());
      seq += 1;
      return { id: randomUUID(), kind, device, seq, clock, deviceTime: new Date().toISOString(), payload: samples[kind] };
    };
    const opened = draft('opened');
    const job = await write(ground, 'POST', '/api/jobs', { events: [opened] });
    if (!settle(ground, job, { kind: 'event opened', sql: 'select 1 from job_event where id = $1::uuid', marker: opened.id, rows: 1 })) return;
    const { id } = job!.body as { id: number };
    for (const kind of EVENT_KINDS.filter((each) => each !== 'opened')) {
      if (ground.over()) return;
      const event = draft(kind);
      const known = await write(ground, 'POST', `/api/jobs/${id}/events`, { events: [event] });
      settle(ground, known, { kind: `event ${kind}`, sql: 'select 1 from job_event where id = $1::uuid', marker: event.id, rows: 1 });
    }
  },
}; // prettier-ignore

export const WRITTEN_KINDS = Object.keys(WRITERS) as Kind[];
for (const kind of [...LIBRARY_TABLES, ...REVIEW_KINDS])
  if (!(kind in WRITERS)) throw new Error(`nothing writes records of the kind “${kind}”`);

/** Writes one kind after the other until time is up. */
export async function keepWriting(ground: Ground, at: number): Promise<void> {
  for (let turn = at; !ground.over(); turn += 1)
    await WRITERS[WRITTEN_KINDS[turn % WRITTEN_KINDS.length]!](ground).catch(() => {});
}
