import net from 'node:net';
import type { AddressInfo } from 'node:net';
import type { Server } from 'node:http';
import { strToU8, zipSync } from 'fflate';
import supertest from 'supertest';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import type { AuditState, Problem, Upload } from '@radiatrix/contract';
import { Actor, demoServer } from './harness.ts';

/** Tables on their way in, attacked: stopped, half sent, bombs, two servers, a server that died, no room on disk. */
let server: Awaited<ReturnType<typeof demoServer>>;
let rowan: Actor, elsewhere: Actor;
const query = async <T>(text: string, values: unknown[] = []): Promise<T[]> =>
  (await server.connection.pool.query(text, values)).rows as T[];

beforeAll(async () => {
  server = await demoServer();
  rowan = await Actor.signIn(server.app, 'rowan');
  elsewhere = await Actor.signIn(await server.another(), 'rowan');
});
afterAll(() => server.stop());

const HEAD = 'Source,Model,Part number,Year from,Year to,Fits\n';
const SEND = '/api/uploads?kind=applications&name=lines.csv';
const sent = async (rows: string, who = rowan): Promise<Upload> =>
  (await who.upload(SEND, HEAD + rows).expect(201)).body as Upload;
const look = ({ id, mapping }: Upload, who = rowan) =>
  who.write('post', `/api/uploads/${id}/preview`, { mapping, sourceId: null });
const until = async (done: () => Promise<boolean>): Promise<void> => {
  for (let tries = 0; tries < 400; tries += 1) {
    if (await done()) return;
    await new Promise((go) => setTimeout(go, 50));
  }
  throw new Error('it never came to an end');
};
const came = async (id: string, state: Upload['state'], who = rowan): Promise<Upload> => {
  let now: Upload | undefined;
  await until(async () => {
    now = (await who.get(`/api/uploads/${id}`)).body as Upload;
    return now.state === state || now.state === 'failed';
  });
  expect(now!.state).toBe(state);
  return now!;
};
const gone = (id: string, who = rowan) =>
  until(async () => (await who.get(`/api/uploads/${id}`)).status === 404);
const many = (count: number): string =>
  Array.from({ length: count }, (_, at) => `Counter talk,Haulden,NT-R 4402,${2010 + (at % 7)},2016,yes`).join(
    '\n',
  );

describe('stopped and broken off', () => {
  test('twelve tables stopped while they are read leave no connection behind, and nothing in PostgreSQL at work', async () => {
    const rows = many(60_000);
    for (let round = 0; round < 12; round += 1) {
      const upload = await sent(rows);
      await look(upload).expect(202);
      await rowan.write('delete', `/api/uploads/${upload.id}`).expect(200);
      await gone(upload.id);
    }
    await rowan.get('/api/parts').expect(200);
    expect(await query("select query from pg_stat_activity where datname = current_database() and query ilike 'copy%' and state <> 'idle'")).toEqual([]); // prettier-ignore
    expect(await query('select 1 from import_line')).toEqual([]);
  });

  test('one line over and over is read and named in seconds, not held all against all', async () => {
    const upload = await sent(many(40_000));
    await look(upload).expect(202);
    const { counts, wrong } = await came(upload.id, 'ready');
    expect([counts.new, counts.wrong]).toEqual([7, 40_000 - 7]);
    expect(wrong[0]!.reason).toContain('same vehicles');
  });

  test('half-sent tables hold nobody up: others sign in and look things up, and one more is told to wait', async () => {
    const http = await new Promise<Server>((ready) => {
      const listening = server.app.listen(0, '127.0.0.1', () => ready(listening));
    });
    const { port } = http.address() as AddressInfo;
    const head = await rowan.headers();
    const half = Array.from({ length: 12 }, () => {
      const socket = net.connect(port, '127.0.0.1');
      socket.on('error', () => {});
      socket.write(
        `POST ${SEND} HTTP/1.1\r\nHost: localhost\r\nContent-Type: text/csv\r\nContent-Length: 5000000\r\n${head}\r\n\r\n${HEAD}`,
      );
      return socket;
    });
    await new Promise((go) => setTimeout(go, 300));
    const cleo = await Actor.signIn(server.app, 'cleo');
    await cleo.get('/api/parts').expect(200);
    const { body } = await rowan.upload(SEND, HEAD + many(1)).expect(429);
    expect((body as Problem).code).toBe('busy');
    half.forEach((socket) => socket.destroy());
    await until(async () => (await rowan.upload(SEND, HEAD + many(1))).status === 201);
    await new Promise((go) => http.close(go));
  });

  test('a body that hardly comes is given up with a word, whoever sends it', async () => {
    const http = await new Promise<Server>((ready) => {
      void server.another({ pace: { everyMs: 150, bytes: 1000 } }).then((app) => {
        const listening = app.listen(0, '127.0.0.1', () => ready(listening));
      });
    });
    const answer = await new Promise<string>((done) => {
      const socket = net.connect((http.address() as AddressInfo).port, '127.0.0.1');
      let told = '';
      socket.on('data', (data) => (told += String(data)));
      socket.on('close', () => done(told));
      socket.write(
        'POST /api/session HTTP/1.1\r\nHost: localhost\r\nContent-Type: application/json\r\nContent-Length: 400\r\n\r\n{"user',
      );
    });
    expect(answer).toMatch(/^HTTP\/1\.1 408 /);
    expect(answer).toContain('too-slow');
    await new Promise((go) => http.close(go));
  });
});

describe('files made to do harm', () => {
  const workbook = (sheet: string): Buffer =>
    Buffer.from(
      zipSync({
        '[Content_Types].xml': strToU8('<Types/>'),
        'xl/workbook.xml': strToU8('<workbook xmlns:r="r"><sheets><sheet name="a" sheetId="1" r:id="rId1"/></sheets></workbook>'),
        'xl/_rels/workbook.xml.rels': strToU8('<Relationships><Relationship Id="rId1" Target="worksheets/sheet1.xml"/></Relationships>'),
        'xl/worksheets/sheet1.xml': strToU8(sheet),
      }),
    ); // prettier-ignore
  const cell = (at: string) => `<c r="${at}" t="inlineStr"><is><t>x</t></is></c>`;

  test('a sheet with one cell far out is refused before it is read; so is one that says it is that large', async () => {
    for (const sheet of [
      `<worksheet><sheetData><row r="1">${cell('A1')}${cell('XFD1')}</row></sheetData></worksheet>`,
      `<worksheet><sheetData><row r="1">${cell('A1')}</row><row r="1048576">${cell('B1048576')}</row></sheetData></worksheet>`,
    ]) {
      const { body, status } = await rowan.upload(SEND, workbook(sheet));
      expect([status, (body as Problem).detail]).toEqual([400, expect.stringMatching(/far|columns/)]);
    }
  });

  test('a quote left open, and more columns than a table has, are said at once', async () => {
    const open = `${HEAD}"Counter talk,${many(150_000)}`;
    expect(((await rowan.upload(SEND, open).expect(400)).body as Problem).detail).toContain(
      'quote left open',
    );
    const later = `${HEAD}${many(10)}\n"Counter talk,${many(60_000)}`;
    expect(((await rowan.upload(SEND, later).expect(400)).body as Problem).detail).toContain(
      'quote left open',
    );
    const wide = Array.from({ length: 301 }, (_, at) => `c${at}`).join(',');
    expect(((await rowan.upload(SEND, `${wide}\n${wide}\n`).expect(400)).body as Problem).detail).toContain(
      '301 columns',
    );
  });

  test('a file whose columns are taken for the wrong ones is read no further than its mistakes are of use', async () => {
    const upload = await sent(many(30_000).replaceAll('NT-R 4402', 'ZZ 1'));
    await look(upload).expect(202);
    const read = await came(upload.id, 'ready');
    expect(read.message).toContain('Is every column taken for what it holds?');
    await rowan.write('post', `/api/uploads/${upload.id}/apply`).expect(409);
  });

  test('where there is no room to lay a file down the answer says so, and the server goes on', async () => {
    const was = process.env.TMPDIR;
    process.env.TMPDIR = '/dev/null/none';
    try {
      const { body, status } = await rowan.upload(SEND, HEAD + many(2));
      expect([status, (body as Problem).detail]).toEqual([503, expect.stringContaining('no room')]);
    } finally {
      if (was === undefined) delete process.env.TMPDIR;
      else process.env.TMPDIR = was;
    }
    await sent(many(2));
  });

  test('the same key with another file is another request', async () => {
    const key = crypto.randomUUID();
    const send = (rows: string) => rowan.upload(SEND, HEAD + rows).set('Idempotency-Key', key);
    const first = await send(many(1)).expect(201);
    expect((await send(many(1)).expect(201)).body).toMatchObject({ id: (first.body as Upload).id });
    await send(many(2)).expect(409);
  });
});

test('a body is read once it is known who sends it, and how much they may: a stranger’s is not, however it begins', async () => {
  const raw = (who: Actor, url: string, body: string) => who.upload(url, body, 'application/json');
  const cleo = await Actor.signIn(server.app, 'cleo');
  const twoMegabytes = JSON.stringify({ format: 'x'.repeat(2 * 1024 * 1024) });
  await supertest(server.app)
    .post('/api/import')
    .set('Content-Type', 'application/json')
    .send('{')
    .expect(401);
  await supertest(server.app).post('/api/import').set('Content-Type', 'application/json').send(twoMegabytes).expect(401); // prettier-ignore
  await raw(cleo, '/api/import', '{').expect(403);
  await raw(cleo, '/api/jobs', twoMegabytes).expect(413);
  await raw(rowan, '/api/import/preview', twoMegabytes).expect(422);
  await raw(rowan, '/api/import/preview', '{').expect(400);
  const deep = await raw(rowan, '/api/import/preview', '['.repeat(5000) + ']'.repeat(5000));
  expect([deep.status, (deep.body as Problem).detail]).toEqual([400, expect.stringContaining('nested')]);
  await raw(rowan, '/api/import/preview', '{}').set('Content-Encoding', 'x').expect(415);
});

describe('more servers than one', () => {
  test('sent to one, read by the other, followed and applied on either; stopped from the other', async () => {
    const upload = await sent('Counter talk,Aurelle,NT-R 7001,2014,2014,yes\n');
    await look(upload, elsewhere).expect(202);
    await came(upload.id, 'ready');
    await elsewhere.write('post', `/api/uploads/${upload.id}/apply`).expect(202);
    await came(upload.id, 'applied');
    const long = await sent(many(60_000));
    await look(long).expect(202);
    await look(long, elsewhere).expect(409);
    await elsewhere.write('delete', `/api/uploads/${long.id}`).expect(200);
    await gone(long.id);
  });

  test('what a server was at work on when it died can be begun anew', async () => {
    const upload = await sent(many(3));
    await query("update upload set state = 'reading', beat = now() - interval '1 minute' where id = $1", [
      upload.id,
    ]);
    const now = (await elsewhere.get(`/api/uploads/${upload.id}`).expect(200)).body as Upload;
    expect([now.state, now.message]).toEqual(['failed', expect.stringContaining('Begin again')]);
    await look(upload, elsewhere).expect(202);
    await came(upload.id, 'ready');
  });

  test('one audit at a time, whichever server is asked, seen and stopped from each', async () => {
    const begin = async (who: Actor) =>
      (await who.write('post', '/api/audit').expect(202)).body as AuditState;
    const running = (beat: string) =>
      query(`update audit set state = jsonb_set(state, '{state}', '"running"'), beat = ${beat}`);
    const { at } = await begin(rowan);
    await until(async () => ((await elsewhere.get('/api/audit')).body as AuditState).state === 'done');
    expect((await rowan.get('/api/audit')).body).toMatchObject({ state: 'done', at });
    // As long as it gives signs of life it is the one; without them it is begun anew.
    await running('now()');
    expect((await Promise.all([begin(elsewhere), begin(rowan)])).map((state) => state.at)).toEqual([at, at]);
    await running("now() - interval '1 minute'");
    expect((await rowan.get('/api/audit')).body).toMatchObject({ state: 'failed' });
    const anew = (await begin(elsewhere)).at;
    expect(anew).not.toBe(at);
    await until(async () => ((await rowan.get('/api/audit')).body as AuditState).state === 'done');
    await running('now()');
    await rowan.write('delete', '/api/audit').expect(200);
    expect((await elsewhere.get('/api/audit')).body).toMatchObject({ state: 'stopped' });
  });
});
