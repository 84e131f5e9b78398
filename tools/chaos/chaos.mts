import { fork, type ChildProcess } from 'node:child_process';
import { existsSync, mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import net from 'node:net';
import path from 'node:path';
import pg from 'pg';
import { openCluster } from '../lib/cluster.mjs';
import { installDebian, root, stateFolder } from '../lib/packages.mjs';
import { asRoot, isRoot } from '../lib/run.mjs';
import { once, signIn } from './client.mts';
import { numbers } from './fuzz.mts';
import { keepWriting, WRITTEN_KINDS, type Acknowledged, type Ground } from './writers.mts';

const PORTS = [8870, 8871];
const WRITERS = 14;
const DATABASE = 'radiatrix_chaos';
const state = path.join(stateFolder, 'chaos');
const clockFile = path.join(state, 'clock');
const temporary = path.join(state, 'tmp');

const pause = (ms: number): Promise<void> => new Promise((go) => setTimeout(go, ms));
const say = (text: string): void => console.log(`${new Date().toISOString().slice(11, 19)} ${text}`);

/** Debian's library that tells one process another time; its clock for waiting stays true. */
function fakeClock(): Record<string, string> {
  const find = () =>
    ['/usr/lib/x86_64-linux-gnu', '/usr/lib/aarch64-linux-gnu'].map((folder) => path.join(folder, 'faketime/libfaketime.so.1')).find((file) => existsSync(file)); // prettier-ignore
  if (!find()) installDebian(['faketime'], 'steps of the clock, for one process alone');
  const library = find();
  if (!library) return {};
  writeFileSync(clockFile, '+0');
  return {
    LD_PRELOAD: library,
    FAKETIME_TIMESTAMP_FILE: clockFile,
    FAKETIME_NO_CACHE: '1',
    DONT_FAKE_MONOTONIC: '1',
  };
}

/** A folder that holds four megabytes; without root there is none, and no disk is full. */
function smallDisk(): boolean {
  mkdirSync(temporary, { recursive: true });
  return isRoot() && asRoot('mount', ['-t', 'tmpfs', '-o', 'size=4m', 'tmpfs', temporary]).code === 0;
}

class Server {
  child: ChildProcess | undefined;
  readonly base: string;
  private ended = false;
  constructor(
    private readonly port: number,
    private readonly env: NodeJS.ProcessEnv,
  ) {
    this.base = `http://127.0.0.1:${port}`;
  }
  /** Begun, and begun again whenever it ends, as a supervisor does. */
  begin(): Promise<void> {
    return new Promise((listening) => {
      const start = (): void => {
        const child = fork(path.join(root, 'server/src/main.ts'), [], {
          execArgv: ['--import', 'tsx'],
          env: { ...process.env, ...this.env, PORT: String(this.port), RADIATRIX_WORKERS: '1' },
          stdio: ['ignore', 'ignore', 'inherit', 'ipc'],
        });
        this.child = child;
        child.once('message', () => listening());
        child.once('exit', () => {
          if (!this.ended) setTimeout(start, 500);
        });
      };
      start();
    });
  }
  /** The process that answers, and the one that leads it. */
  pids(): number[] {
    const own = this.child?.pid;
    if (!own) return [];
    try {
      const children = readFileSync(`/proc/${own}/task/${own}/children`, 'utf8').trim().split(' ');
      return [own, ...children.filter(Boolean).map(Number)];
    } catch {
      // It has just ended.
      return [];
    }
  }
  signal(name: NodeJS.Signals): void {
    for (const pid of this.pids())
      try {
        process.kill(pid, name);
      } catch {
        // It ended by itself in between.
      }
  }
  async end(): Promise<void> {
    this.ended = true;
    this.signal('SIGCONT');
    const { child } = this;
    if (!child || child.exitCode !== null) return;
    const gone = new Promise((done) => child.once('exit', done));
    child.kill('SIGTERM');
    await Promise.race([gone, pause(6000)]);
    this.signal('SIGKILL');
  }
}

/** Connections that begin a request and never end it. */
function slowConnections(port: number, count: number): net.Socket[] {
  return Array.from({ length: count }, () => {
    const socket = net.connect(port, '127.0.0.1');
    socket.on('error', () => {});
    socket.write('POST /api/uploads?kind=applications&name=x.csv HTTP/1.1\r\nHost: localhost\r\nContent-Length: 900000\r\n\r\na,b');
    return socket;
  }); // prettier-ignore
}

export async function chaos(minutes: number, seed = Date.now() % 1e9): Promise<boolean> {
  const random = numbers(seed);
  rmSync(state, { recursive: true, force: true });
  mkdirSync(state, { recursive: true });
  const cluster = await openCluster(state, { firstPort: 54920 });
  const hasSmallDisk = smallDisk();
  const clock = fakeClock();
  const env = { DATABASE_URL: cluster.url(DATABASE), RADIATRIX_LOG: path.join(state, 'server.log'), RADIATRIX_DEMO: 'yes', TMPDIR: temporary }; // prettier-ignore
  // The first has the demo laid down, the second one's clock is stepped.
  const servers = [new Server(PORTS[0]!, env), new Server(PORTS[1]!, { ...env, ...clock })];
  const acknowledged: Acknowledged[] = [];
  const refused = new Map<string, number>();
  const blows: Record<string, number> = {};
  const began = Date.now();
  const over = (): boolean => Date.now() - began > minutes * 60_000;
  try {
    await servers[0]!.begin();
    await servers[1]!.begin();
    say(`seed ${seed}, ${minutes} minutes, ${WRITERS} writers of ${WRITTEN_KINDS.length} kinds on two servers; ${Object.keys(clock).length ? 'clock steps' : 'no faketime: no clock steps'}, ${hasSmallDisk ? 'a small disk' : 'no root: no small disk'}`); // prettier-ignore
    const ground = await groundOf(
      servers.map((each) => each.base),
      over,
      acknowledged,
      refused,
    );
    const writing = Promise.all(Array.from({ length: WRITERS }, (_, at) => keepWriting(ground, at)));

    const blow: Record<string, () => Promise<void>> = {
      'server killed': async () => void servers[Math.floor(random() * 2)]!.signal('SIGKILL'),
      'worker killed': async () => {
        const pid = servers[Math.floor(random() * 2)]!.pids()[1];
        if (pid) process.kill(pid, 'SIGKILL');
      },
      'server frozen': async () => {
        const server = servers[Math.floor(random() * 2)]!;
        server.signal('SIGSTOP');
        await pause(2000 + random() * 8000);
        server.signal('SIGCONT');
      },
      'PostgreSQL killed': async () => {
        const pid = Number(readFileSync(path.join(cluster.data, 'postmaster.pid'), 'utf8').split('\n')[0]);
        process.kill(pid, 'SIGKILL');
        // Its own processes notice that it is gone before another may begin.
        for (let tries = 0; tries < 40; tries += 1) {
          await pause(500);
          if (cluster.revive()) break;
        }
      },
      'slow connections': async () => {
        const sockets = slowConnections(PORTS[Math.floor(random() * 2)]!, 60);
        await pause(4000);
        sockets.forEach((socket) => socket.destroy());
      },
      ...(hasSmallDisk
        ? {
            'disk full': async () => {
              const filler = path.join(temporary, 'filler');
              try {
                writeFileSync(filler, Buffer.alloc(4 * 1024 * 1024));
              } catch {
                // Full is what it is to be.
              }
              await pause(3000);
              rmSync(filler, { force: true });
            },
          }
        : {}),
      ...(Object.keys(clock).length > 0
        ? { 'clock stepped': async () => writeFileSync(clockFile, pickStep(random)) }
        : {}),
    };
    const names = Object.keys(blow);
    while (!over()) {
      await pause(1500 + random() * 4500);
      const name = names[Math.floor(random() * names.length)]!;
      await blow[name]!().catch((error: unknown) => say(`${name}: ${(error as Error).message}`));
      blows[name] = (blows[name] ?? 0) + 1;
    }
    if (Object.keys(clock).length > 0) writeFileSync(clockFile, '+0');
    cluster.revive();
    await writing;
    say(`blows: ${JSON.stringify(blows)}`);
    return await tally(cluster.url(DATABASE), acknowledged, refused);
  } finally {
    await Promise.all(servers.map((server) => server.end()));
    cluster.stop();
    if (hasSmallDisk) asRoot('umount', [temporary]);
    // As root the data lies elsewhere than the rest of its state.
    rmSync(path.dirname(cluster.data), { recursive: true, force: true });
    rmSync(state, { recursive: true, force: true });
  }
}

const pickStep = (random: () => number): string =>
  ['-1d', '+1d', '-1h', '+3h', '+0', '-400d', '+400d'][Math.floor(random() * 7)]!;

async function groundOf(bases: string[], over: () => boolean, acknowledged: Acknowledged[], refused: Map<string, number>): Promise<Ground> {
  const reviewer = await signIn(bases[0]!, 'rowan');
  const get = async <T,>(at: string): Promise<T> => (await once(bases[0]!, reviewer, 'GET', at, undefined)).body as T;
  const { vehicles } = await get<{ vehicles: { id: number }[] }>(`/api/find?${new URLSearchParams({ text: '09 tussock diesel auto aircon standard cooling' })}`);
  const vehicle = await get<{ id: number; bay: { id: number }; configuration: { modelId: number } }>(`/api/vehicles/${vehicles[0]!.id}`);
  const part = (await get<{ id: number; kind: string }[]>('/api/parts')).find((each) => each.kind === 'radiator')!;
  const models = await get<{ id: number; name: string }[]>('/api/models');
  return {
    bases,
    reviewer,
    over,
    vehicleId: vehicle.id,
    bayId: vehicle.bay.id,
    makeId: (await get<{ id: number }[]>('/api/records/make'))[0]!.id,
    modelIds: [models.find((each) => each.name === 'Tussock')!.id, models.find((each) => each.name === 'Haulden')!.id],
    partId: part.id,
    revisionId: (await get<{ revisionId: number }>(`/api/parts/${part.id}`)).revisionId,
    sourceId: (await get<{ id: number; name: string }[]>('/api/sources')).find((each) => each.name === 'Counter talk')!.id,
    acknowledged: (entry) => void acknowledged.push(entry),
    refused: (kind, { status, body }) => {
      const key = `${kind} ${status} ${(body as { detail?: string } | null)?.detail ?? ''}`;
      refused.set(key, (refused.get(key) ?? 0) + 1);
    },
  };
} // prettier-ignore

/** Counts what is there of everything that was acknowledged: lost, half, or doubled. */
async function tally(url: string, acknowledged: readonly Acknowledged[], refused: ReadonlyMap<string, number>): Promise<boolean> {
  const client = new pg.Client({ connectionString: url });
  for (let tries = 0; ; tries += 1)
    try {
      await client.connect();
      break;
    } catch (error) {
      if (tries > 40) throw error;
      await pause(500);
    }
  let [lost, half, doubled] = [0, 0, 0];
  const kinds = new Map<string, number>();
  for (const { kind, sql, marker, rows } of acknowledged) {
    const found = (await client.query(sql, [marker])).rowCount ?? 0;
    kinds.set(kind, (kinds.get(kind) ?? 0) + 1);
    if (found === rows) continue;
    say(`${kind} ${marker}: ${found} rows of ${rows}`);
    if (found === 0) lost += 1;
    else if (found < rows) half += 1;
    else doubled += 1;
  }
  await client.end();
  for (const [what, count] of [...refused].sort((a, b) => b[1] - a[1]).slice(0, 12)) say(`refused ${count} times: ${what}`);
  say(`${acknowledged.length} acknowledged, of ${kinds.size} kinds: ${JSON.stringify(Object.fromEntries(kinds))}`);
  say(`${lost} lost, ${half} half, ${doubled} doubled`);
  return acknowledged.length > 0 && lost + half + doubled === 0;
} // prettier-ignore
