import { zipSync, strToU8 } from 'fflate';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import type { AsideRow, ImportedPart, ImportReport, Problem, ReviewLine, Upload } from '@radiatrix/contract';
import { Actor, bringTableIn, demoServer } from './harness.ts';

let server: Awaited<ReturnType<typeof demoServer>>;
let rowan: Actor, piet: Actor;
beforeAll(async () => {
  server = await demoServer();
  [rowan, piet] = await Promise.all([Actor.signIn(server.app, 'rowan'), Actor.signIn(server.app, 'piet')]);
});
afterAll(() => server.stop());

const send = (content: Buffer | string, kind = 'applications', name = 'lines.csv') =>
  rowan.upload(`/api/uploads?${new URLSearchParams({ kind, name })}`, content);
const until = async (id: string, ...states: Upload['state'][]): Promise<Upload> => {
  for (let tries = 0; tries < 400; tries += 1) {
    const { body } = await rowan.get(`/api/uploads/${id}`).expect(200);
    if (states.includes((body as Upload).state)) return body as Upload;
    await new Promise((go) => setTimeout(go, 50));
  }
  throw new Error('it never came to an end');
};
const preview = async (
  upload: Upload,
  sourceId: number | null = null,
  mapping = upload.mapping,
): Promise<Upload> => {
  await rowan.write('post', `/api/uploads/${upload.id}/preview`, { mapping, sourceId }).expect(202);
  return until(upload.id, 'ready', 'failed');
};
const read = async (content: Buffer | string, kind = 'applications'): Promise<Upload> =>
  preview((await send(content, kind).expect(201)).body as Upload);
const apply = async (upload: Upload): Promise<Upload> => {
  await rowan.write('post', `/api/uploads/${upload.id}/apply`).expect(202);
  return until(upload.id, 'applied', 'failed');
};
const lines = async (): Promise<number> =>
  Number(
    (await server.connection.pool.query<{ count: string }>('select count(*) from application')).rows[0]!
      .count,
  );
const problem = async (content: Buffer | string): Promise<Problem> => {
  const before = await lines();
  const { body } = await send(content);
  expect(await lines()).toBe(before);
  return body as Problem;
};

const HEAD = 'Source,Model,Part No.,Year from,Year to,Engine,Trans,A/C,Exceptions,Fits';
const ROW = 'Harbour list,Tussock,NT-R 4403,2009,2010,QD22,QA5,yes,not 2010,yes';

describe('a table of applications', () => {
  test('any order of columns; new, same and changed are told apart; applied once, with its history', async () => {
    const upload = await read(
      `${HEAD}\r\n${ROW}\r\n"Northreach data sheets",Tussock,NT-R 4402,2008,2012,QD22,,,,yes\r\n`,
    );
    expect(upload.counts).toEqual({ new: 1, changed: 0, same: 1, wrong: 0 });
    const before = await lines();
    expect((await apply(upload)).state).toBe('applied');
    expect(await lines()).toBe(before + 1);
    const again = await read(`${HEAD},Original\n${ROW},yes\n`);
    expect(again.counts).toEqual({ new: 0, changed: 1, same: 0, wrong: 0 });
    expect((await apply(again)).state).toBe('applied');
    const { rows } = await server.connection.pool.query<{ action: string }>(
      "select action from history where \"table\" = 'application' and after ->> 'original' = 'true' and before is not null",
    );
    expect(rows).toHaveLength(1);
  });

  test('every wrong row is named with its column, its reason and its cure; the good ones come in, and the others are put right in their place', async () => {
    const upload = await read(
      `${HEAD}\nHarbour list,Tussock,ZZ 1,2009,2010,QD22,,,,\nHarbour list,Tussock,NT-R 4402,1999,2010,XX,,,,\nHarbour list,Tussock\nNobody,Tussock,NT-R 4402,2009,2010,,,,,\n${ROW.replace('4403', '4410')}\n`,
    );
    expect(upload.counts).toMatchObject({ wrong: 4, new: 1 });
    expect(upload.wrong.map(({ row, heading }) => [row, heading])).toEqual([
      [2, 'Part No.'],
      [3, 'Year from'],
      [3, 'Engine'],
      [4, ''],
      [5, 'Source'],
    ]);
    expect(upload.wrong.every(({ reason, fix }) => reason !== '' && fix !== '')).toBe(true);
    expect(upload.understood).toMatchObject([
      {
        row: 6,
        cells: expect.arrayContaining(['NT-R 4410']) as string[],
        says: expect.stringContaining('NT-R 4410') as string,
      },
    ]);
    const before = await lines();
    const partly = await apply(upload);
    expect([partly.state, partly.aside, await lines()]).toEqual(['applied', 4, before + 1]);
    const file = await rowan.get(`/api/uploads/${upload.id}/wrong`).expect(200);
    const rows = file.text.trim().split('\r\n');
    expect(rows).toHaveLength(5);
    expect(rows[1]).toContain('no part “ZZ 1” is on record');
    await piet.get(`/api/uploads/${upload.id}`).expect(404);
    expect((await rowan.get('/api/uploads').expect(200)).body).toContainEqual(
      expect.objectContaining({ id: upload.id, aside: 4 }),
    );

    // Put right in place: one row with other cells, one thrown away; two are left aside.
    const { body } = await rowan.get(`/api/uploads/${upload.id}/rows`).expect(200);
    const aside = (body as { rows: AsideRow[] }).rows;
    expect(aside.map(({ row, wrong }) => [row, wrong.length])).toEqual([[2, 1], [3, 2], [4, 1], [5, 1]]); // prettier-ignore
    await rowan
      .write('post', `/api/uploads/${upload.id}/rows`, {
        rows: [
          { row: 2, cells: aside[0]!.cells.map((cell) => (cell === 'ZZ 1' ? 'NT-R 4402' : cell)) },
          { row: 4, cells: null },
        ],
      })
      .expect(200);
    const again = await preview(partly);
    expect(again.counts).toEqual({ new: 1, changed: 0, same: 0, wrong: 2 });
    expect([(await apply(again)).aside, await lines()]).toEqual([2, before + 2]);
    // Stopped half way, nothing that was kept aside is lost.
    await rowan.write('post', `/api/uploads/${upload.id}/preview`, { mapping: upload.mapping, sourceId: null }).expect(202); // prettier-ignore
    await rowan.write('delete', `/api/uploads/${upload.id}`).expect(200);
    const { body: left } = await rowan.get(`/api/uploads/${upload.id}/rows`).expect(200);
    expect((left as { rows: AsideRow[] }).rows.map(({ row }) => row)).toEqual([3, 5]);
  });

  test('names nobody has on record are listed with what they may be, made in one act, and the file is read again', async () => {
    const list = (send: string) => read(`Marca;Modelo;Año desde;Año hasta;Motor;Referencia;Fuente\n${send}`);
    const upload = await list(
      'Quillion;Tussock;2009;2010;QD22;NT-R 4402;Harbour list\n' +
        'Ardane;Vale;2004;2009;AD19 1.9 diesel turbo;NT-R 4402;Harbour list\n' +
        'Ardane;Vale;2006;;AD19 1.9 diesel turbo;NTR4403;Harbour list\n',
    );
    expect(upload.mapping.map(({ field }) => field)).toEqual(['make', 'model', 'yearFrom', 'yearTo', 'engine', 'part', 'source']); // prettier-ignore
    expect(upload.counts).toMatchObject({ new: 0, wrong: 3 });
    expect(upload.asked).toEqual({ openYears: 1, numbersAlike: 1 });
    const of = (kind: string, said: string) => upload.unknown.find((each) => each.kind === kind && each.said === said); // prettier-ignore
    expect(of('make', 'Quillion')).toMatchObject({ rows: 1, mayBe: ['Quillon'] });
    expect(of('model', 'Vale')).toMatchObject({ of: 'Ardane', rows: 2, years: [2004, 2009] });
    expect(of('engine', 'AD19 1.9 diesel turbo')?.draft).toEqual({ code: 'AD19', displacementL: '1.9', fuel: 'diesel', aspiration: 'turbo' }); // prettier-ignore
    const { body } = await rowan
      .write('post', `/api/uploads/${upload.id}/names`, {
        makes: [{ said: 'Ardane', name: 'Ardane' }],
        models: [{ said: 'Vale', make: 'Ardane', name: 'Vale', years: [2004, 2009] }],
        engines: [
          {
            said: 'AD19 1.9 diesel turbo',
            code: 'AD19',
            displacementL: 1.9,
            cylinders: 4,
            layout: 'straight',
            fuel: 'diesel',
            aspiration: 'turbo',
          },
        ],
      })
      .expect(200);
    const named = body as Upload;
    const choices = {
      ...named.choices,
      openYears: 'onwards' as const,
      numbersAlike: true,
      values: { ...named.choices.values, make: { quillion: 'Quillon' } },
    };
    await rowan.write('post', `/api/uploads/${upload.id}/preview`, { mapping: named.mapping, sourceId: null, choices }).expect(202); // prettier-ignore
    const ready = await until(upload.id, 'ready', 'failed');
    expect([ready.counts.new + ready.counts.same, ready.counts.wrong, ready.unknown]).toEqual([3, 0, []]);
    await rowan.write('delete', `/api/uploads/${upload.id}`).expect(200);
  });

  test('the same line twice, and a line that contradicts another of its source, are wrong; kept apart by an exception they are not', async () => {
    const contrary = 'Ostrave drawings,Tussock,NT-S 310,2008,2012,,,,,';
    const upload = await read(
      `${HEAD}\n${contrary}yes\n${contrary}yes\n${contrary.replace('2008,2012', '2010,2010')}no\n`,
    );
    // A line said twice contradicts what its first one does, and is not named for it once more.
    expect(upload.wrong.map(({ row, reason }) => [row, reason])).toEqual([
      [3, 'says the same vehicles as row 2'],
      [4, 'says the opposite of row 2 for some of the same vehicles'],
    ]);
    const apart = await read(
      `${HEAD}\n${contrary.slice(0, -1)}not 2010,yes\n${contrary.replace('2008,2012', '2010,2010')}no\n`,
    );
    expect(apart.wrong).toEqual([]);
    const held = await read(`${HEAD}\nNorthreach data sheets,Tussock,NT-R 4402,2009,2009,QD22,,,,no\n`);
    expect(held.wrong[0]!.reason).toContain('says the opposite of some of these vehicles already');
  });

  test('a mapping is remembered for a person and a shape of file, once it was brought in, and forgotten when asked; a required column that is not there is asked for', async () => {
    const odd = 'Who,Thing,Bit,From,To\nHarbour list,Tussock,NT-R 4410,2013,2014\n';
    const first = (await send(odd)).body as Upload;
    await rowan
      .write('post', `/api/uploads/${first.id}/preview`, { mapping: first.mapping, sourceId: null })
      .expect(422);
    const fields: Record<string, string> = { Who: 'source', Thing: 'model', Bit: 'part' };
    const mapping = first.mapping.map((each) => ({ ...each, field: fields[each.heading] ?? each.field }));
    const read = await preview(first, null, mapping);
    expect(read.counts.wrong).toBe(0);
    const guess = async (file = odd, who = rowan): Promise<[boolean, string[]]> => {
      const { body } = await who.upload('/api/uploads?kind=applications&name=lines.csv', file).expect(201);
      const { remembered, mapping: columns } = body as Upload;
      return [remembered, columns.map((each) => each.field)];
    };
    const [said, guessed] = [['source', 'model', 'part', 'yearFrom', 'yearTo'], ['', '', '', 'yearFrom', 'yearTo']]; // prettier-ignore
    // Only read, it may have been a mistake; brought in, it is this person's way with files of these headings.
    expect(await guess()).toEqual([false, guessed]);
    await apply(read);
    expect(await guess()).toEqual([true, said]);
    expect(await guess(odd, piet)).toEqual([false, guessed]);
    expect(await guess(odd.replace('Who,Thing', 'Thing,Who'))).toEqual([false, guessed]);
    const last = (await send(odd)).body as Upload;
    const forgotten = (await rowan.write('delete', `/api/uploads/${last.id}/mapping`).expect(200))
      .body as Upload;
    expect([forgotten.remembered, forgotten.mapping.map((each) => each.field)]).toEqual([false, guessed]);
    expect(await guess()).toEqual([false, guessed]);
  });

  test('stopped, it leaves nothing behind', async () => {
    const upload = (await send(`${HEAD}\n${ROW}\n`)).body as Upload;
    await rowan.write('delete', `/api/uploads/${upload.id}`).expect(200);
    await rowan.get(`/api/uploads/${upload.id}`).expect(404);
    const { rows } = await server.connection.pool.query('select 1 from import_line where upload = $1', [
      upload.id,
    ]);
    expect(rows).toEqual([]);
  });
});

describe('files as they come', () => {
  const text = `${HEAD}\nHarbour list,Tussock,NT-R 4410,2011,2011,QD22,QM5,,,\n`;
  test.each<[string, Buffer, Partial<Upload>]>([
    ['UTF-8 with its mark', Buffer.from(`\uFEFF${text}`), { encoding: 'utf-8' }],
    [
      'UTF-16, little end first',
      Buffer.concat([Buffer.from([0xff, 0xfe]), Buffer.from(text, 'utf16le')]),
      { encoding: 'utf-16le' },
    ],
    [
      'UTF-16, big end first, without its mark',
      Buffer.from(text, 'utf16le').swap16(),
      { encoding: 'utf-16be' },
    ],
    [
      'Latin-1',
      Buffer.from(`${text.replace('QM5', 'QM5')}`.replace('Exceptions', 'Gaïa'), 'latin1'),
      { encoding: 'windows-1252' },
    ],
    ['semicolons', Buffer.from(text.replaceAll(',', ';')), { separator: 'semicolon' }],
    ['tabs', Buffer.from(text.replaceAll(',', '\t')), { separator: 'tab' }],
  ])('%s', async (_name, content, shape) => {
    const upload = await read(content);
    expect(upload).toMatchObject({ ...shape, state: 'ready' });
    expect(upload.counts.new + upload.counts.same).toBe(1);
  });

  test.each<[string, Buffer | string, string]>([
    ['empty', '', 'empty'],
    ['headings alone', HEAD, 'no rows'],
    ['headings under a blank row, and nothing more', ',,,\na,b,c\n', 'no rows'],
    ['bytes of something else', Buffer.from([1, 0, 0, 2, 0, 7, 0, 0, 3, 0, 9, 9]), 'not a text table'],
    [
      'a workbook that is none',
      Buffer.concat([Buffer.from('PK\x03\x04'), Buffer.alloc(400, 7)]),
      'cannot be opened',
    ],
    ['a quote left open', `"${'a'.repeat(1_200_000)}`, 'longer than a million characters'],
  ])('%s: refused, with the reason, and the library stays as it was', async (_name, content, reason) => {
    expect((await problem(content)).detail).toContain(reason);
  });

  test('a bomb renamed xlsx is stopped while it inflates', async () => {
    const bomb = zipSync({ 'xl/worksheets/sheet1.xml': new Uint8Array(450 * 1024 * 1024) }, { level: 1 });
    expect((await problem(Buffer.from(bomb))).detail).toContain('inflates to more than 400 MB');
  });

  test('a workbook comes in as its CSV would, and text that is markup stays text', async () => {
    const sheet = (
      await rowan
        .get('/api/export/applications?format=xlsx')
        .buffer(true)
        .parse((res, done) => {
          const chunks: Buffer[] = [];
          res.on('data', (chunk: Buffer) => chunks.push(chunk));
          res.on('end', () => done(null, Buffer.concat(chunks)));
        })
    ).body as Buffer;
    const upload = await read(sheet);
    expect(upload.counts).toMatchObject({ new: 0, changed: 0, wrong: 0 });
    expect(upload.counts.same).toBe(await lines());
    const markup = await read(`${HEAD}\n<b>x</b>,'; drop table part;--,‮NT 🚗,2009,2010,,,,,\n`);
    expect(markup.wrong.map((each) => each.heading)).toEqual(['Model', 'Part No.', 'Source']);
    expect(strToU8('').length).toBe(0);
  });
});

describe('a table of parts is one thing to review', () => {
  const list = (rows: readonly string[]): string =>
    `Part number,Maker,Kind,Description,Overall width,Overall height,Core height,Takes the place of,Source\n${rows.map((row) => `${row},Harbour list\n`).join('')}`;
  const review = async (who: Actor) => ((await who.get('/api/review').expect(200)).body as ReviewLine[]).filter(({ kind }) => kind === 'import'); // prettier-ignore
  const act = async (who: Actor, id: number, what: string) => {
    const { headers } = await who.get(`/api/review/import/${id}`).expect(200);
    return who.write('post', `/api/review/import/${id}/${what}`, what === 'send-back' ? { reason: 'wrong column' } : undefined, { etag: headers.etag! }); // prettier-ignore
  };

  test('odd parts first; not by who sent it; sent back, put right, one taken out, the rest released', async () => {
    const rows = Array.from({ length: 12 }, (_, at) => `IM-R ${at},Morvane,radiator,,${600 + at},400,,`);
    rows.push('IM-R 20,Morvane,radiator,,612,990,,', 'IM-R 21,Morvane,radiator,,620,400,450,IM-R 0', 'imr0,Morvane,radiator,,601,402,,', 'IM-S 1,Morvane,shroud,,,,,'); // prettier-ignore
    const { read, applied } = await bringTableIn(piet, 'parts', list(rows), 'morvane.csv');
    expect([read.wrong, read.counts.new]).toEqual([[], 16]);
    const batch = applied.batch!;
    const { body } = await rowan.get(`/api/imports/${batch}/parts?which=odd`).expect(200);
    const odd = (body as { parts: ImportedPart[] }).parts;
    expect(odd.map(({ number, odd: what }) => [number, what.map(({ code }) => code)])).toEqual([
      ['IM-R 0', ['number-alike']],
      ['IM-R 20', ['far-from-kind']],
      ['IM-R 21', ['at-odds']],
      ['imr0', ['number-alike']],
      ['IM-S 1', ['no-figures']],
    ]);
    // Its parts are reviewed with it, and not a second time one by one.
    const lines = (await rowan.get('/api/review').expect(200)).body as ReviewLine[];
    expect(lines.filter(({ title }) => title.startsWith('IM-'))).toEqual([]);
    expect((await review(rowan)).map(({ title }) => title)).toEqual(['16 parts of morvane.csv']);
    expect((await act(piet, batch, 'release')).status).toBe(403);
    expect((await act(rowan, batch, 'send-back')).status).toBe(200);
    expect((await review(piet))[0]!.sentBackFor).toBe('wrong column');

    // A draft that a second table touches moves over to the import of that table.
    const again = await bringTableIn(piet, 'parts', list(['IM-R 20,Morvane,radiator,,612,401,,', 'IM-R 1,Morvane,radiator,A short one,,,,']), 'morvane 2.csv'); // prettier-ignore
    expect(again.read.counts).toMatchObject({ new: 0, changed: 2 });
    expect((await review(rowan)).map(({ title }) => title).sort()).toEqual(['14 parts of morvane.csv', '2 parts of morvane 2.csv']); // prettier-ignore
    const alike = odd.find(({ number }) => number === 'imr0')!.id;
    await rowan.write('post', `/api/imports/${batch}/leave-out`, { parts: [alike] }).expect(200);
    for (const { id } of await review(rowan)) expect((await act(rowan, id, 'release')).status).toBe(200);
    expect(await review(rowan)).toEqual([]);
    const { rows: states } = await server.connection.pool.query<{ number: string; state: string; alone: boolean; by: string | null }>(
      "select p.number, r.state, r.alone, w.username as by from part p join part_revision r on r.part_id = p.id left join person w on w.id = r.released_by where p.maker = 'Morvane' and (p.number like 'IM-%' or p.number = 'imr0') order by 1",
    ); // prettier-ignore
    expect(states.filter(({ state }) => state !== 'released').map(({ number }) => number)).toEqual(['imr0']);
    expect(new Set(states.filter(({ state }) => state === 'released').map(({ by, alone }) => `${by} ${alone}`))).toEqual(new Set(['rowan false'])); // prettier-ignore
    // A cell that is empty says nothing: what is on record stays.
    const kept = await server.connection.pool.query<{ text: string }>("select m.text from measurement m join part_revision r on r.id = m.part_revision_id join part p on p.id = r.part_id where p.number = 'IM-R 1' order by m.key"); // prettier-ignore
    expect(kept.rows.map(({ text }) => text)).toEqual(['400', '601']);
  });

  test('who sent it does not release it, where the shop wants two people', async () => {
    const { applied } = await bringTableIn(
      rowan,
      'parts',
      list(['IM-R 40,Morvane,radiator,,600,400,,']),
      'own.csv',
    );
    expect((await act(rowan, applied.batch!, 'release')).status).toBe(403);
  });

  test('rows at odds with each other or with the record are kept aside, each with its reason', async () => {
    const { read } = await bringTableIn(
      rowan,
      'parts',
      list([
        'IM-T 1,Morvane,radiator,,600,400,,IM-T 2',
        'IM-T 2,Morvane,radiator,,600,400,,IM-T 1',
        'IM-T 3,Morvane,radiator,,600,400,,IM-T 3',
        'IM-T 4,Morvane,radiator,,600,400,,no such',
        'IM-T 5,Morvane,radiator,,600,400,,',
        'IM-T 5,Morvane,radiator,,601,400,,',
        'IM-T 5,Other maker,radiator,,,,,',
        'NT-R 4402,Northreach,shroud,,,,,',
        'IM-T 6,Morvane,radiator,,99999,400,,',
      ]),
    );
    expect(read.wrong.map(({ row, reason }) => [row, reason.replace(/ \(.*/, '')])).toMatchObject([
      [2, 'IM-T 2 takes the place of this part already, through others'],
      [3, 'IM-T 1 takes the place of this part already, through others'],
      [4, 'a part cannot take its own place'],
      [5, 'no part no such is on record or in this file'],
      [7, 'this source gives the figure a second time; the first is in row 6'],
      [7, 'this source gives the figure a second time; the first is in row 6'],
      [8, 'IM-T 5 is on record as a part of Morvane'],
      [9, 'NT-R 4402 is on record as a radiator'],
      [10, expect.stringContaining('99') as string],
    ]);
    expect(read.counts).toMatchObject({ new: 1, wrong: 8 });
  });
});

describe('out and in again', () => {
  test.each(['applications', 'vehicles', 'parts'])(
    '%s: the file that goes out changes nothing when it comes in',
    async (kind) => {
      const { text } = await rowan.get(`/api/export/${kind}`).expect(200);
      const upload = await read(text, kind);
      expect([upload.message, upload.wrong]).toEqual(['', []]);
      expect(upload.counts).toMatchObject({ new: 0, changed: 0, wrong: 0 });
      expect(upload.counts.same).toBeGreaterThan(10);
    },
  );

  test.each(['applications', 'vehicles', 'parts'])(
    '%s as JSON are a bundle, and bringing it in changes nothing',
    async (kind) => {
      const { body } = await rowan.get(`/api/export/${kind}?format=json`).expect(200);
      const report = (await rowan.write('post', '/api/import/preview', body as object).expect(200))
        .body as ImportReport;
      expect(report.wrong).toEqual([]);
      const counts = Object.values(report.counts);
      expect(counts.reduce((sum, each) => sum + each.new + each.changed, 0)).toBe(0);
      expect(counts.reduce((sum, each) => sum + each.same, 0)).toBeGreaterThan(10);
    },
  );

  test('vehicles are named by code or in the words that Ask reads; what may be several is asked for', async () => {
    const { text } = await rowan.get('/api/export/vehicles').expect(200);
    const [head, ...rows] = text.split('\r\n');
    const row = rows.find((each) => each.includes('QD22') && each.includes('QA5'))!;
    const said = await read(
      `${head}\n${row.replace('QD22', '2.2 diesel').replace('QA5', 'five speed auto')}\n`,
      'vehicles',
    );
    expect([said.wrong, said.counts]).toEqual([[], { new: 0, changed: 0, same: 1, wrong: 0 }]);
    const several = await read(
      `${head}\n${row.replace('QD22', 'diesel').replace(/,(yes|no),/, ',perhaps,')}\n`,
      'vehicles',
    );
    expect(several.wrong.map((each) => each.reason).sort()).toEqual([
      expect.stringMatching(/“diesel” can be .* or /),
      '“perhaps” is neither yes nor no',
    ]);
    expect((await read(`${head}\n${row.replace('QD22', 'nonsense')}\n`, 'vehicles')).counts.wrong).toBe(1);
  });

  test('a row that would move a model to another make, a vehicle to another bay or a part to another maker is an error', async () => {
    const bundle = async (kind: string) =>
      (await rowan.get(`/api/export/${kind}?format=json`).expect(200)).body as Record<
        string,
        Record<string, unknown>[]
      > &
        object;
    const wrongs = async (body: object) =>
      ((await rowan.write('post', '/api/import/preview', body).expect(200)).body as ImportReport).wrong.map(
        (each) => each.message,
      );
    const { format } = (await bundle('vehicles')) as unknown as { format: string };
    const stranger = {
      format,
      makes: [{ name: 'Otherby' }],
      models: [{ make: 'Otherby', name: 'Tussock', nicknames: [], years: [2008, 2014] }],
    };
    expect((await wrongs(stranger))[0]).toContain('a model of another make');
    const [vehicle] = (await bundle('vehicles')).vehicles!;
    const other = (await bundle('vehicles')).vehicles!.find((each) => each.bay !== vehicle!.bay)!;
    expect((await wrongs({ format, vehicles: [{ ...vehicle, bay: other.bay }] }))[0]).toContain(
      'with another bay',
    );
    const part = (await bundle('parts')).parts!.find((each) => each.number === 'NT-R 4402')!;
    expect((await wrongs({ format, parts: [{ ...part, maker: 'Otherby' }] }))[0]).toContain(
      'is on record as a part of',
    );
  });

  test('a table of parts in inches is kept in the words of the file and read in the unit of its column', async () => {
    const upload = await read(
      'Number,Maker,Kind,Description,Source,Overall width (in),Thickness\nTB 9,Ostrave,radiator,=cmd,Saltmere bench,28 3/4,48 mm\n',
      'parts',
    );
    expect(upload.counts).toEqual({ new: 1, changed: 0, same: 0, wrong: 0 });
    expect((await apply(upload)).state).toBe('applied');
    const { rows } = await server.connection.pool.query<{ value: number; text: string }>(
      "select value, text from measurement where key = 'overallWidth' and text like '28 3/4%'",
    );
    expect(rows).toHaveLength(1);
    expect(rows[0]!.value).toBeCloseTo(28.75 * 25.4, 9);
    const { text } = await rowan.get('/api/export/parts').expect(200);
    expect(text).toContain("'=cmd");
    expect((await read(text, 'parts')).counts).toMatchObject({ new: 0, changed: 0, wrong: 0 });
  });
});
