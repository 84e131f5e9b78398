import { readFileSync } from 'node:fs';
import { PassThrough } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { Readable } from 'node:stream';
import { from as copyFrom } from 'pg-copy-streams';
import pg from 'pg';
import type { Upload } from '@radiatrix/contract';
import { linesList, partsList } from '../e2e/supplier.ts';
import { cookiesOf } from './http.ts';

/** Parts of the lists that are brought in; three times as many lines of applications go with each. */
const SIZES = [2_500, 5_000, 10_000, 20_000] as const;
const POLL_MS = 100;

/** A reviewer who writes. */
async function reviewer(base: string) {
  const entered = await fetch(`${base}/api/session`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify({ username: 'rowan', password: 'copper-core' }),
  });
  const cookie = cookiesOf(entered);
  const { csrfToken: token } = (await entered.json()) as { csrfToken: string };
  return async <T>(method: string, path: string, body?: unknown): Promise<T> => {
    const raw = typeof body === 'string';
    const answer = await fetch(`${base}${path}`, {
      method,
      headers: {
        cookie,
        'X-CSRF-Token': token,
        'Idempotency-Key': crypto.randomUUID(),
        'Content-Type': raw ? 'application/octet-stream' : 'application/json',
      },
      ...(body === undefined ? {} : { body: raw ? body : JSON.stringify(body) }),
    });
    if (!answer.ok) throw new Error(`${method} ${path}: ${answer.status} ${await answer.text()}`);
    return (await answer.json()) as T;
  };
}
type Ask = Awaited<ReturnType<typeof reviewer>>;

async function until(ask: Ask, id: string): Promise<Upload> {
  for (;;) {
    const upload = await ask<Upload>('GET', `/api/uploads/${id}`);
    if (upload.state === 'failed') throw new Error(upload.message);
    if (!['reading', 'applying', 'mapping'].includes(upload.state)) return upload;
    await new Promise((go) => setTimeout(go, POLL_MS));
  }
}

const timed = async <T>(work: () => Promise<T>): Promise<[T, number]> => {
  const from = performance.now();
  return [await work(), performance.now() - from];
};

/** The largest memory a process of the server has had, MB. */
function largestMb(pid: number): number {
  const children = readFileSync(`/proc/${pid}/task/${pid}/children`, 'utf8')
    .trim()
    .split(' ')
    .filter(Boolean);
  const peak = (each: number): number => Number(/VmHWM:\s+(\d+)/.exec(readFileSync(`/proc/${each}/status`, 'utf8'))?.[1] ?? 0) / 1024; // prettier-ignore
  return Math.max(peak(pid), ...children.map((child) => largestMb(Number(child))));
}

/** The same rows as bare text into a table, for a yardstick. */
async function bareCopy(databaseUrl: string, text: string): Promise<number> {
  const client = new pg.Client({ connectionString: databaseUrl });
  await client.connect();
  try {
    await client.query('create temp table bare (line text)');
    const [, ms] = await timed(() =>
      pipeline(Readable.from([text]), new PassThrough(), client.query(copyFrom("copy bare from stdin with (format csv, delimiter e'\\x01', quote e'\\x02')"))),
    ); // prettier-ignore
    return ms;
  } finally {
    await client.end();
  }
}

export interface ImportRun {
  parts: number;
  partsReadMs: number;
  partsInMs: number;
  linesReadMs: number;
  linesInMs: number;
  copyMs: number;
  /** Somebody else's small table, read while the large one comes in. */
  smallMs: number;
}

/** Brings a supplier's two lists in at four sizes, through the addresses a browser uses. */
export async function measureImports(
  base: string,
  databaseUrl: string,
  serverPid: number,
): Promise<{ runs: ImportRun[]; largestMb: number }> {
  const ask = await reviewer(base);
  const [source] = await ask<{ id: number }[]>('GET', '/api/sources');
  const choices = { openYears: 'onwards', numbersAlike: true, values: { kind: { 'fan shroud': 'shroud' } } };
  const read = async (upload: Upload, said: object): Promise<Upload> => {
    await ask('POST', `/api/uploads/${upload.id}/preview`, { mapping: upload.mapping, sourceId: source!.id, choices: said }); // prettier-ignore
    return until(ask, upload.id);
  };
  const apply = async (upload: Upload): Promise<Upload> => {
    await ask('POST', `/api/uploads/${upload.id}/apply`);
    return until(ask, upload.id);
  };
  const send = (kind: string, name: string, text: string): Promise<Upload> =>
    ask<Upload>('POST', `/api/uploads?${new URLSearchParams({ kind, name })}`, text);
  const runs: ImportRun[] = [];
  for (const parts of SIZES) {
    // Each size has numbers of its own: what is on record already would only be compared.
    const own = (text: string): string => text.replaceAll('BW-', `B${parts / 500}-`);
    const list = own(partsList(parts));
    const lines = own(linesList(parts * 3, parts));
    const [partsRead, partsReadMs] = await timed(async () => read(await send('parts', `${parts}.csv`, list), choices));
    const [, partsInMs] = await timed(() => apply(partsRead));
    const first = await read(await send('applications', `${parts} lines.csv`, lines), choices);
    const named = first.unknown.length === 0 ? first : await nameAll(ask, first);
    const [linesRead, linesReadMs] = await timed(() => read(first, named.choices));
    const applying = timed(() => apply(linesRead));
    const [, smallMs] = await timed(async () => read(await send('parts', 'small.csv', partsList(50)), choices));
    const [, linesInMs] = await applying;
    runs.push({ parts, partsReadMs, partsInMs, linesReadMs, linesInMs, copyMs: await bareCopy(databaseUrl, list + lines), smallMs }); // prettier-ignore
  }
  return { runs, largestMb: largestMb(serverPid) };
} // prettier-ignore

/** Makes every name a list gives, as its words say. */
const nameAll = (ask: Ask, { id, unknown }: Upload): Promise<Upload> => {
  const of = (kind: string) => unknown.filter((each) => each.kind === kind);
  return ask<Upload>('POST', `/api/uploads/${id}/names`, {
    makes: of('make').map(({ said }) => ({ said, name: said })),
    models: of('model').map(({ said, of: make, years }) => ({ said, make, name: said, years })),
    engines: of('engine').map(({ said, draft }) => ({ said, ...draft, displacementL: Number(draft.displacementL), cylinders: Number(draft.cylinders) })), // prettier-ignore
  });
};
