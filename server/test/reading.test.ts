import { createHash } from 'node:crypto';
import { createReadStream, writeFileSync } from 'node:fs';
import { mkdtemp, rm, writeFile } from 'node:fs/promises';
import os from 'node:os';
import path from 'node:path';
import { Readable } from 'node:stream';
import fc from 'fast-check';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { csvLine, separatorOf } from '@radiatrix/core/table';
import { TABLE_LIMIT_BYTES } from '@radiatrix/contract';
import { WRITTEN } from '../src/db/schema/columns.ts';
import { firstLines, rowsOf } from '../src/tables/read.ts';
import { encodingOf, isZip, receive } from '../src/tables/receive.ts';

let folder: string;
beforeAll(async () => {
  folder = await mkdtemp(path.join(os.tmpdir(), 'radiatrix-read-'));
});
afterAll(() => rm(folder, { recursive: true, force: true }));

const write = (content: Buffer | string): string => {
  const file = path.join(folder, createHash('sha1').update(content).digest('hex'));
  writeFileSync(file, content);
  return file;
};
const all = async (file: string, encoding = 'utf-8', separator = ','): Promise<string[][]> => {
  const rows: string[][] = [];
  for await (const { cells } of rowsOf(createReadStream(file), encoding, separator)) rows.push(cells);
  return rows;
};

describe('rows of a file', () => {
  const cell = fc.oneof(
    fc.string({ unit: 'grapheme', maxLength: 12 }),
    fc.constantFrom('', '=1+1', "'x", 'a,b', 'say "so"', 'two\nlines', ' padded ', '28 3/4"', 'ß€漢'),
  );

  test('whatever is written as CSV is read back as it was', async () => {
    await fc.assert(
      fc.asyncProperty(
        fc.array(fc.array(cell, { minLength: 3, maxLength: 3 }), { maxLength: 6 }),
        async (rows) => {
          const table = [['a', 'b', 'c'], ...rows];
          const read = await all(write(table.map(csvLine).join('')));
          // A row of nothing but white space is no row.
          expect(read).toEqual(table);
        },
      ),
      { seed: 5, numRuns: 60 },
    );
  });

  test('rows keep their place in the file, empty ones left out', async () => {
    const file = write('a,b\n\n1,2\n\n\n3,4\n');
    const places: number[] = [];
    for await (const { row } of rowsOf(createReadStream(file), 'utf-8', ',')) places.push(row);
    expect(places).toEqual([1, 3, 6]);
  });

  test.each([
    ['\n', 'lines ended by LF'],
    ['\r\n', 'by CRLF'],
    ['\r', 'by CR alone'],
  ])('%j: %s', async (end) => {
    expect(await all(write(['a,b', '1,2', '3,4'].join(end)))).toEqual([
      ['a', 'b'],
      ['1', '2'],
      ['3', '4'],
    ]);
  });

  test('a hundred thousand rows pass without being held', async () => {
    const lines = Array.from({ length: 100_000 }, (_, at) => `SY-${at},Model ${at % 50},${2000 + (at % 20)}`);
    const file = write(`part,model,year\n${lines.join('\n')}\n`);
    const before = process.memoryUsage().heapUsed;
    let count = 0;
    let most = 0;
    for await (const { row } of rowsOf(createReadStream(file), 'utf-8', ',')) {
      count += 1;
      if (row % 10_000 === 0) most = Math.max(most, process.memoryUsage().heapUsed - before);
    }
    expect(count).toBe(100_001);
    // Held whole as rows of cells they would take several times this.
    expect(most / 1024 / 1024).toBeLessThan(120);
  });
});

describe('how a file was written', () => {
  const text = 'Teil;Größe;Maß\nA;Ø 38;¼\n';
  test.each<[string, Buffer, string]>([
    ['UTF-8', Buffer.from(text), 'utf-8'],
    ['UTF-8 with its mark', Buffer.from(`\uFEFF${text}`), 'utf-8'],
    ['UTF-16 little end first, marked', Buffer.from(`\uFEFF${text}`, 'utf16le'), 'utf-16le'],
    ['UTF-16 big end first, marked', Buffer.from(`\uFEFF${text}`, 'utf16le').swap16(), 'utf-16be'],
    ['UTF-16 little end first', Buffer.from('part;model\nA;B\n', 'utf16le'), 'utf-16le'],
    ['UTF-16 big end first', Buffer.from('part;model\nA;B\n', 'utf16le').swap16(), 'utf-16be'],
    ['Latin-1', Buffer.from(text, 'latin1'), 'windows-1252'],
  ])('%s', async (_name, content, encoding) => {
    const file = write(content);
    expect(await encodingOf(file)).toBe(encoding);
    const [head, row] = await all(file, encoding, ';');
    expect(head!.length).toBe(row!.length);
    if (content.length > 40) expect(head![1]).toBe('Größe');
  });

  test('the first lines are read without the rest; what may be cut is left out', async () => {
    const lines = async (content: string) => firstLines(createReadStream(write(content)), 'utf-8');
    expect(await lines(`one;two\r\n${'x'.repeat(500_000)}`)).toEqual(['one;two']);
    expect(await lines('\uFEFFone,two')).toEqual(['one,two']);
    expect(separatorOf(await lines('List of 2026\n\n"a;b;c;d",e,f\n1,2,3\n4,5,6\n'))).toBe(',');
  });

  test('a text held back from a spreadsheet comes as it was meant', async () => {
    expect(await all(write('"=""0440""",=1+1,\'=1\n'))).toEqual([['0440', '=1+1', '=1']]);
  });

  test('a workbook is known by its first bytes, not by its name', async () => {
    expect(await isZip(write(Buffer.from('PK\x03\x04rest')))).toBe(true);
    expect(await isZip(write('PK,number\n'))).toBe(false);
    expect(await isZip(write('P'))).toBe(false);
  });
});

describe('receiving', () => {
  test('stops at the limit and says so; what was sent is not taken for the whole', async () => {
    const chunk = Buffer.alloc(8 * 1024 * 1024, 'a');
    const chunks = Math.ceil((300 * 1024 * 1024) / chunk.length);
    let sent = 0;
    const endless = Readable.from(
      (function* () {
        for (let at = 0; at < chunks; at += 1) {
          sent += chunk.length;
          yield chunk;
        }
      })(),
    );
    await expect(receive(endless, path.join(folder, 'large'))).rejects.toThrow(/larger than 160 MB/);
    expect(sent).toBeLessThan(TABLE_LIMIT_BYTES + 6 * chunk.length);
  });
  test('an empty file is none', async () => {
    await expect(receive(Readable.from([]), path.join(folder, 'empty'))).rejects.toThrow(/empty/);
  });
  test('what arrives is what was sent', async () => {
    const file = path.join(folder, 'whole');
    expect(await receive(Readable.from([Buffer.from('a,b\n'), Buffer.from('1,2\n')]), file)).toBe(8);
    await writeFile(`${file}.same`, 'a,b\n1,2\n');
    expect(await all(file)).toEqual(await all(`${file}.same`));
  });
});

describe('ranges and sets as PostgreSQL writes them', () => {
  test('years, months and ids come back as they went', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1900, max: 2090 }),
        fc.nat({ max: 12 }),
        fc.uniqueArray(fc.integer({ min: 1, max: 500 }), { maxLength: 12 }),
        fc.integer({ min: 1, max: 12 }),
        (from, length, ids, month) => {
          // PostgreSQL hands ranges back with an open end.
          const years = WRITTEN.years
            .write([from, from + length])
            .replace(/,(\d+)\]/, (_, to: string) => `,${Number(to) + 1})`);
          expect(WRITTEN.years.read(years)).toEqual([from, from + length]);
          const months = [`${from}-${String(month).padStart(2, '0')}`, `${from + length}-12`] as const;
          expect(WRITTEN.months.read(WRITTEN.months.write(months))).toEqual(months);
          const set = WRITTEN.ids
            .write(ids)
            .replace(/\[(\d+),(\d+)\]/g, (_, a: string, b: string) => `[${a},${Number(b) + 1})`);
          expect(WRITTEN.ids.read(set)).toEqual(ids);
        },
      ),
      { seed: 8, numRuns: 200 },
    );
  });
  test('"any" is the whole line, both ways', () => {
    expect(WRITTEN.ids.read(WRITTEN.ids.write('any'))).toBe('any');
    expect(WRITTEN.months.read(WRITTEN.months.write('any'))).toBe('any');
  });
});
