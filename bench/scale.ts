// `npm run bench -- scale`: the same questions asked of 10,000 and of 1,000,000 catalogue lines.
import { spawn, type ChildProcess } from 'node:child_process';
import { once } from 'node:events';
import { createWriteStream, readFileSync } from 'node:fs';
import { mkdtemp, rm } from 'node:fs/promises';
import os from 'node:os';
import path from 'node:path';
import { from as copyFrom } from 'pg-copy-streams';
import pg from 'pg';
import { connect } from '../server/src/db/client.ts';
import { createIfMissing, prepare } from '../server/src/db/prepare.ts';
import { loadDemo } from '../server/src/demo/load.ts';
import { fill, type Size } from './catalogue.ts';
import { cookiesOf, measureMatch, signIn, spread } from './http.ts';

export const SMALL: Size = { models: 20, vehicles: 2_000, parts: 500, lines: 10_000 };
export const FULL: Size = { models: 2_000, vehicles: 200_000, parts: 50_000, lines: 1_000_000 };
const root = path.resolve(import.meta.dirname, '..');

interface Served {
  base: string;
  url: string;
  child: ChildProcess;
  stop: () => Promise<void>;
}

/** A server of its own on a database of its own, filled to a size. */
export async function serve(admin: string, name: string, size: Size, port: number): Promise<Served> {
  const target = new URL(admin);
  target.pathname = '/postgres';
  const client = new pg.Client({ connectionString: target.href });
  await client.connect();
  await client.query(`drop database if exists ${name} with (force)`);
  await client.end();
  target.pathname = `/${name}`;
  await createIfMissing(target.href);
  const connection = connect(target.href);
  await prepare(connection);
  await loadDemo(connection.db, path.join(root, 'demo'));
  await connection.end();
  const begun = performance.now();
  await fill(target.href, size, () => {});
  console.log(
    `  ${size.lines.toLocaleString('en')} lines made in ${Math.round((performance.now() - begun) / 1000)} s`,
  );
  const child = spawn(process.execPath, ['--import', 'tsx', 'server/src/main.ts'], {
    cwd: root,
    env: { ...process.env, DATABASE_URL: target.href, PORT: String(port), RADIATRIX_LOG: '/dev/null' },
    stdio: ['ignore', 'ignore', 'inherit', 'ipc'],
  });
  await once(child, 'message');
  return {
    base: `http://127.0.0.1:${port}`,
    url: target.href,
    child,
    stop: async () => {
      child.kill();
      await once(child, 'exit');
    },
  };
}

async function timed(cookie: string, address: string, rounds: number, of: (round: number) => string) {
  const times: number[] = [];
  for (let round = -10; round < rounds; round += 1) {
    const begun = performance.now();
    await (await fetch(`${address}${of(round + 10)}`, { headers: { cookie } })).text();
    if (round >= 0) times.push(performance.now() - begun);
  }
  return spread(times);
}

/** Words as they are typed, letter by letter: numbers, models, other sellers' numbers. */
function typed(round: number): string {
  const words = [`SY-0${String((round * 811) % 49_999).padStart(5, '0')}`, `model ${(round * 37) % 2000}`, `X${(round * 7919) % 1_000_003}`, `2009 model ${(round * 13) % 2000} diesel auto`]; // prettier-ignore
  const word = words[round % words.length]!;
  return word.slice(0, 4 + (round % (word.length - 3)));
}

/** Most memory a process held at once, MB. */
/** The most memory that a server has taken: the process that leads it, or one of those that answer. */
const peakMb = (pid: number): number => {
  const children = readFileSync(`/proc/${pid}/task/${pid}/children`, 'utf8')
    .trim()
    .split(' ')
    .filter(Boolean);
  const most = (each: string): number =>
    Number(/VmHWM:\s+(\d+)/.exec(readFileSync(`/proc/${each}/status`, 'utf8'))?.[1] ?? 0) / 1024;
  return Math.max(...[String(pid), ...children].map(most));
};

const WAIT_MS = 200;
async function until<T>(ask: () => Promise<T>, done: (now: T) => boolean): Promise<T> {
  for (;;) {
    const now = await ask();
    if (done(now)) return now;
    await new Promise((go) => setTimeout(go, WAIT_MS));
  }
}

async function measureAudit(base: string) {
  const { cookie, token } = await signedIn(base);
  const headers = { cookie, 'X-CSRF-Token': token };
  const begun = performance.now();
  await fetch(`${base}/api/audit`, { method: 'POST', headers });
  const state = await until(
    async () =>
      (await (await fetch(`${base}/api/audit`, { headers })).json()) as {
        state: string;
        counts: Record<string, number>;
        lines: number;
      },
    (now) => now.state !== 'running',
  );
  return { seconds: (performance.now() - begun) / 1000, ...state };
}

async function signedIn(base: string): Promise<{ cookie: string; token: string }> {
  const answer = await fetch(`${base}/api/session`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify({ username: 'rowan', password: 'copper-core' }),
  });
  return {
    cookie: cookiesOf(answer),
    token: ((await answer.json()) as { csrfToken: string }).csrfToken,
  };
}

const IMPORTED = 100_000;

/** New lines as a file, and as PostgreSQL copies them itself. */
function* newLines(source: string): Generator<{ csv: string; copy: string }> {
  for (let l = 0; l < IMPORTED; l += 1) {
    const [p, y] = [l % 50_000, 2004 + (l % 10)];
    const m = Math.floor(p / 25);
    const half = l < 50_000 ? 0 : 1;
    yield {
      csv: `SY-${String(p).padStart(6, '0')},Model ${m},${y},${y},TR${(m * 2 + half) % 60},${source}\r\n`,
      copy: `${100_000 + p}\t${100_000 + m}\t[${y},${y}]\t(,)\t{(,)}\t{[${100_000 + ((m * 2 + half) % 60)},${100_000 + ((m * 2 + half) % 60)}]}\t{(,)}\tt\tSOURCE\n`,
    };
  }
}

async function measureImport({ base, url, child }: Served) {
  const client = new pg.Client({ connectionString: url });
  await client.connect();
  // One that the made catalogue says nothing by: what a source says already is no new line.
  const { rows: sources } = await client.query<{ id: number; name: string }>(
    'select id, name from source where grade = 2 limit 1',
  );
  const { id: source, name } = sources[0]!;
  const { rows: last } = await client.query<{ id: number }>('select max(id) as id from application');
  const folder = await mkdtemp(path.join(os.tmpdir(), 'radiatrix-bench-'));
  const file = path.join(folder, 'lines.csv');
  const out = createWriteStream(file);
  out.write('Part number,Model,Year from,Year to,Transmission,Source\r\n');
  const copies: string[] = [];
  for (const { csv, copy } of newLines(name)) {
    if (!out.write(csv)) await once(out, 'drain');
    copies.push(copy);
  }
  await new Promise<void>((go) => out.end(() => go()));
  const { cookie, token } = await signedIn(base);
  const headers = { cookie, 'X-CSRF-Token': token };
  const before = peakMb(child.pid!);
  type State = { id: string; state: string; message: string; counts: object; mapping: unknown };
  const ask = async (id: string): Promise<State> =>
    (await (await fetch(`${base}/api/uploads/${id}`, { headers })).json()) as State;
  const begun = performance.now();
  const sent = (await (
    await fetch(`${base}/api/uploads?kind=applications&name=lines.csv`, {
      method: 'POST',
      headers: { ...headers, 'Content-Type': 'text/csv' },
      body: readFileSync(file),
    })
  ).json()) as State;
  await fetch(`${base}/api/uploads/${sent.id}/preview`, {
    method: 'POST',
    headers: { ...headers, 'Content-Type': 'application/json' },
    body: JSON.stringify({ mapping: sent.mapping, sourceId: null }),
  });
  const ready = await until(
    () => ask(sent.id),
    (now) => now.state !== 'reading',
  );
  const previewed = performance.now();
  if (ready.state !== 'ready') throw new Error(`import: ${ready.state} ${ready.message}`);
  await fetch(`${base}/api/uploads/${sent.id}/apply`, { method: 'POST', headers });
  const applied = await until(
    () => ask(sent.id),
    (now) => now.state !== 'applying',
  );
  const seconds = (performance.now() - begun) / 1000;
  if (applied.state !== 'applied')
    throw new Error(`import: ${applied.state} ${applied.message} ${JSON.stringify(applied.counts)}`);
  const peak = peakMb(child.pid!);
  // The yardstick: the same lines copied by PostgreSQL itself into the same table, with its rules and its history.
  const by = (await client.query<{ id: number }>("select id from person where username = 'mara'")).rows[0]!
    .id;
  await client.query(`select set_config('radiatrix.person', '${by}', false)`);
  await client.query('delete from application where source_id = $1 and id > $2', [source, last[0]!.id]);
  await client.query('vacuum analyze application');
  const copyBegun = performance.now();
  await client.query('begin');
  const stream = client.query(
    copyFrom(
      'copy application (part_id, model_id, years, built, engine_ids, transmission_ids, packages, fits, source_id) from stdin',
    ),
  );
  for (let from = 0; from < copies.length; from += 2000)
    if (
      !stream.write(
        copies
          .slice(from, from + 2000)
          .join('')
          .replaceAll('SOURCE', String(source)),
      )
    )
      await once(stream, 'drain');
  stream.end();
  await once(stream, 'finish');
  await client.query('commit');
  const copySeconds = (performance.now() - copyBegun) / 1000;
  await client.end();
  await rm(folder, { recursive: true, force: true });
  return {
    seconds,
    previewSeconds: (previewed - begun) / 1000,
    copySeconds,
    ratio: copySeconds / seconds,
    peakMb: peak,
    before,
  };
}

const FEW_PARTS_LINES = 45_000;

/** Reading many lines that concern two parts alone: each is weighed against all others of its part. */
async function measureFewParts({
  base,
  url,
}: Served): Promise<{ seconds: number; state: string; wrong: number }> {
  const client = new pg.Client({ connectionString: url });
  await client.connect();
  const by = (await client.query<{ id: number }>("select id from person where username = 'rowan'")).rows[0]!
    .id;
  await client.query(`select set_config('radiatrix.person', '${by}', false)`);
  await client.query(
    "insert into model (make_id, name, nicknames, life) select (select min(id) from make), 'Span ' || g, '{}', int4range(1950, 2021) from generate_series(1, 9) g",
  );
  const parts = (await client.query<{ number: string }>('select number from part order by id limit 2')).rows;
  await client.end();
  const lines: string[] = [];
  for (const { number } of parts)
    for (let m = 1; m <= 9; m += 1)
      for (let from = 1950; from <= 2020; from += 1)
        for (let to = from; to <= 2020 && lines.length < FEW_PARTS_LINES; to += 1)
          lines.push(`Counter talk,Span ${m},${number},${from},${to},${lines.length % 40 === 0 && from === to ? 'no' : 'yes'},${lines.length % 3 ? '' : `not ${from}`}`); // prettier-ignore
  const { cookie, token } = await signedIn(base);
  const headers = { cookie, 'X-CSRF-Token': token };
  type State = { id: string; state: string; mapping: unknown; counts: { wrong: number } };
  const sent = (await (
    await fetch(`${base}/api/uploads?kind=applications&name=spans.csv`, {
      method: 'POST',
      headers: { ...headers, 'Content-Type': 'text/csv' },
      body: `Source,Model,Part number,Year from,Year to,Fits,Exceptions\n${lines.join('\n')}\n`,
    })
  ).json()) as State;
  const begun = performance.now();
  await fetch(`${base}/api/uploads/${sent.id}/preview`, {
    method: 'POST',
    headers: { ...headers, 'Content-Type': 'application/json' },
    body: JSON.stringify({ mapping: sent.mapping, sourceId: null }),
  });
  const read = await until(
    async () => (await (await fetch(`${base}/api/uploads/${sent.id}`, { headers })).json()) as State,
    (now) => now.state === 'ready' || now.state === 'failed',
  );
  await fetch(`${base}/api/uploads/${sent.id}`, { method: 'DELETE', headers });
  return { seconds: (performance.now() - begun) / 1000, state: read.state, wrong: read.counts.wrong };
}

export async function measureScale(
  admin: string,
  say: (what: string, measured: string, aim: string, met: boolean) => void,
) {
  const ms = ({ p50, p95 }: { p50: number; p95: number }): string =>
    `p50 ${p50.toFixed(1)} p95 ${p95.toFixed(1)} ms`;
  const small = await serve(admin, 'radiatrix_scale_small', SMALL, 8591);
  const full = await serve(admin, 'radiatrix_scale_full', FULL, 8592);
  try {
    const vehicle = async (served: Served): Promise<number> => {
      const cookie = await signIn(served.base);
      const found = (await (
        await fetch(`${served.base}/api/find?text=${encodeURIComponent('2009 model 7')}`, {
          headers: { cookie },
        })
      ).json()) as { vehicles: { id: number }[] };
      return found.vehicles[0]!.id;
    };
    const few = await measureMatch(small.base, small.url, await vehicle(small));
    const many = await measureMatch(full.base, full.url, await vehicle(full));
    say(
      'match, 1,000,000 lines',
      `${ms(many.http)}, kept ${ms(many.kept)}, bare SQL ${ms(many.sql)}`,
      'SQL + 25 ms',
      many.http.p95 <= many.sql.p95 + 25,
    );
    say(
      'match, growth from 10,000 lines',
      `${ms(few.http)}; p95 grows ${(many.http.p95 / few.http.p95).toFixed(2)} times`,
      '2 times',
      many.http.p95 <= 2 * few.http.p95,
    );
    const cookie = await signIn(full.base);
    const search = await timed(
      cookie,
      full.base,
      200,
      (round) => `/api/search?text=${encodeURIComponent(typed(round))}`,
    );
    say('search as you type', ms(search), '100 ms', search.p95 < 100);
    const find = await timed(
      cookie,
      full.base,
      100,
      (round) => `/api/find?text=${encodeURIComponent(typed(round))}`,
    );
    say('asking as you type', ms(find), '100 ms', find.p95 < 100);
    const audit = await measureAudit(full.base);
    say(
      'audit of the whole catalogue',
      `${audit.seconds.toFixed(1)} s for ${audit.lines.toLocaleString('en')} lines: ${JSON.stringify(audit.counts)}`,
      '30 s',
      audit.state === 'done' && audit.seconds < 30,
    );
    const narrow = await measureFewParts(small);
    say(
      'preview of 45,000 lines of two parts',
      `${narrow.seconds.toFixed(1)} s, ${narrow.wrong} wrong`,
      '30 s',
      narrow.state === 'ready' && narrow.seconds < 30,
    );
    const brought = await measureImport(full);
    say(
      'import of 100,000 lines',
      `${brought.seconds.toFixed(1)} s (preview ${brought.previewSeconds.toFixed(1)} s); PostgreSQL's own copy ${brought.copySeconds.toFixed(1)} s: ratio ${brought.ratio.toFixed(2)}`,
      'a quarter',
      brought.ratio >= 0.25,
    );
    say(
      '  most memory of the server',
      `${Math.round(brought.peakMb)} MB (${Math.round(brought.before)} MB before)`,
      '400 MB',
      brought.peakMb < 400,
    );
    return { few, many, search, find, audit, brought };
  } finally {
    await small.stop();
    await full.stop();
  }
}
