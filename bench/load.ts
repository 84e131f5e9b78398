import { fork } from 'node:child_process';
import path from 'node:path';
import autocannon from 'autocannon';
import pg from 'pg';
import { signIn, spread } from './http.ts';

const CONNECTIONS = 50;
const SECONDS = 12;
const WARM_UP_SECONDS = 10;

const PHRASES = [
  '09 tussock diesel auto',
  'merlet 2006 vp18',
  'halberd 5.0 v8 1969',
  'nt-r 4402',
  '2012 haulden automatic',
];

interface Load {
  perSecond: number;
  p99Ms: number;
  failed: number;
}

/**
 * Match and find, half and half over every vehicle, from fifty connections that each ask as soon as they are answered;
 * where everyone is to be new, something that changes nothing makes it a question that was not asked before.
 */
async function load(base: string, everyOneNew: boolean): Promise<Load> {
  const cookie = await signIn(base);
  const vehicles = (await (await fetch(`${base}/api/vehicles`, { headers: { cookie } })).json()) as {
    id: number;
  }[];
  let asked = 0;
  const unasked = () => (everyOneNew ? (asked += 1) : 0);
  const find = (at: number) =>
    `/api/find?${new URLSearchParams({ text: `${PHRASES[at % PHRASES.length]}${' '.repeat(unasked() % 1900)}` })}`;
  const match = (id: number) => `/api/vehicles/${id}/match?passAt=${(0.95 + unasked() / 1e8).toFixed(8)}`;
  const requests = vehicles.flatMap(({ id }, at) =>
    [() => find(at), () => match(id)].map((path) => ({
      setupRequest: (request: autocannon.Request) => ({ ...request, path: path() }),
    })),
  );
  const run = (duration: number) =>
    autocannon({ url: base, connections: CONNECTIONS, duration, headers: { cookie }, requests });
  await run(WARM_UP_SECONDS);
  const { requests: answered, latency, errors, non2xx } = await run(SECONDS);
  return { perSecond: answered.average, p99Ms: latency.p99, failed: errors + non2xx };
}

/** A server of one process on the database of the other, for as long as `work` takes. */
async function alone<T>(databaseUrl: string, work: (base: string) => Promise<T>): Promise<T> {
  const port = 8790;
  const child = fork(path.resolve(import.meta.dirname, '../server/src/main.ts'), [], {
    execArgv: ['--import', 'tsx'],
    env: { ...process.env, DATABASE_URL: databaseUrl, PORT: String(port), RADIATRIX_WORKERS: '1', RADIATRIX_LOG: '/dev/null' },
    stdio: ['ignore', 'ignore', 'inherit', 'ipc'],
  }); // prettier-ignore
  try {
    await new Promise((ready, failed) => child.once('message', ready).once('exit', failed));
    return await work(`http://127.0.0.1:${port}`);
  } finally {
    child.kill('SIGTERM');
    await new Promise((ended) => child.once('exit', ended));
  }
}

/** Fifty connections at once, against one process that answers and against as many as the machine has processors for. */
export async function measureLoad(base: string, databaseUrl: string) {
  const one = await alone(databaseUrl, (only) => load(only, true));
  const unasked = await load(base, true);
  const all = await load(base, false);
  return { connections: CONNECTIONS, one, unasked, all };
}

const LOOPS = 30;
const ASKED = 300;

/** What somebody at work waits for, alone and beside thirty loops that guess passwords without pause. */
export async function measureGuessing(base: string, databaseUrl: string) {
  const cookie = await signIn(base);
  const work = async (): Promise<number> => {
    const times: number[] = [];
    for (let round = 0; round < ASKED; round += 1) {
      const begun = performance.now();
      await (await fetch(`${base}/api/parts?text=NT-R`, { headers: { cookie } })).text();
      times.push(performance.now() - begun);
    }
    return spread(times).p95;
  };
  await work();
  const withoutP95Ms = await work();
  let over = false;
  const guess = async (loop: number): Promise<void> => {
    for (let tries = 0; !over; tries += 1)
      await fetch(`${base}/api/session`, {
        method: 'POST',
        headers: { 'Content-Type': 'application/json' },
        body: JSON.stringify({ username: `somebody-${loop}-${tries}`, password: 'guessed' }),
      }).then(
        (answer) => answer.text(),
        () => '',
      );
  };
  const guessing = Promise.all(Array.from({ length: LOOPS }, (_, loop) => guess(loop)));
  const withP95Ms = await work();
  over = true;
  await guessing;
  // From here on nobody of this address is to wait for what was guessed.
  const client = new pg.Client({ connectionString: databaseUrl });
  await client.connect();
  await client.query('delete from rate_limit');
  await client.end();
  return { loops: LOOPS, withoutP95Ms, withP95Ms, ratio: withP95Ms / withoutP95Ms };
}
