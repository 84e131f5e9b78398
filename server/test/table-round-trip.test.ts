import fc from 'fast-check';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import type { ImportReport, Upload } from '@radiatrix/contract';
import { ATTRIBUTES, PART_KINDS, readFigure, type Attribute, type PartKind } from '@radiatrix/core/figures';
import { canMeasure, METHODS, type Method } from '@radiatrix/core/quantity';
import { columnsOf } from '@radiatrix/core/table';
import { columnHeading } from '@radiatrix/words/tables';
import { Actor, bringTableIn, demoServer } from './harness.ts';

let server: Awaited<ReturnType<typeof demoServer>>;
let rowan: Actor;
beforeAll(async () => {
  server = await demoServer();
  rowan = await Actor.signIn(server.app, 'rowan');
});
afterAll(() => server.stop());

const SOURCES = ['Ostrave drawings', 'Harbour list'];
const CONNECTOR = 'QC-2W';

/** A figure of any attribute, in words its record takes. */
function figureOf(kind: PartKind, key: string, attribute: Attribute, pick: () => number) {
  const source = SOURCES[Math.floor(pick() * SOURCES.length)]!;
  if (attribute.type === 'connector') return { key, text: CONNECTOR, method: 'sheet' as Method, source };
  if (attribute.type === 'choice')
    return { key, text: attribute.choices[Math.floor(pick() * attribute.choices.length)]!, method: 'sheet' as Method, source }; // prettier-ignore
  const able = METHODS.filter((method) => canMeasure(method, attribute.dimension));
  const method = able[Math.floor(pick() * able.length)]!;
  const value = attribute.lo + pick() * (attribute.hi - attribute.lo);
  const text = [value.toFixed(1), value.toFixed(0), `${value.toFixed(1)} ± ${(value / 50).toFixed(1)}`][Math.floor(pick() * 3)]!; // prettier-ignore
  return { key, text, method, source };
}

const words = fc.stringMatching(/^[A-Za-z0-9;,"'=+@|.-][A-Za-z0-9 ;,"'=+@.\u00a0-]{0,30}[A-Za-z0-9]$/);

/** Parts of every kind with figures of every attribute, texts made to break tables. */
const parts = fc
  .array(
    fc.record({
      kind: fc.constantFrom(...PART_KINDS),
      seed: fc.infiniteStream(fc.double({ min: 0, max: 0.999999, noNaN: true })),
      description: words,
      notes: fc.oneof(fc.constant(''), words),
      cross: fc.boolean(),
      box: fc.integer({ min: 0, max: 3 }),
    }),
    { minLength: 60, maxLength: 60 },
  )
  .map((list) =>
    list.map(({ kind, seed, cross, box, ...texts }, at) => {
      const pick = (): number => seed.next().value as number;
      const figures = Object.entries(ATTRIBUTES[kind] as Record<string, Attribute>)
        .filter(() => pick() < 0.7)
        .map(([key, attribute]) => figureOf(kind, key, attribute, pick))
        .filter(({ key, text, method }) => readFigure(kind, key, text, method).ok);
      return {
        ...texts,
        number: `RT-${String(at).padStart(3, '0')}`,
        maker: 'Roundtrip',
        kind,
        supersedes: at > 50 ? `RT-00${at - 51}` : '',
        interchange: cross ? [{ seller: 'Harbour', number: `H ${at}` }, { seller: 'Quillon', number: `Q1-${at}` }] : [],
        inTheBox: [{ quantity: 2, name: 'lower grommet' }, { quantity: 1, name: 'cap', fromOld: true }].slice(0, box),
        figures,
      };
    }),
  ); // prettier-ignore

const bringIn = async (content: Buffer | string, name: string): Promise<Upload> => {
  const { read, applied } = await bringTableIn(rowan, 'parts', content, name);
  expect(['applied', 'ready']).toContain(applied.state);
  return read;
};
const own = (csv: string): string[] => csv.split('\r\n').filter((line) => line.startsWith('RT-'));
const out = async (format: string) => rowan.get(`/api/export/parts?format=${format}`).expect(200);

describe('what goes out comes in again as it was, all of it', () => {
  test('every column of a table has a heading of its own', () => {
    for (const kind of ['parts', 'applications', 'vehicles'] as const) {
      const headings = columnsOf(kind).map((column) => columnHeading(column).toLowerCase());
      expect(headings.filter((heading, at) => headings.indexOf(heading) !== at)).toEqual([]);
    }
  });

  test('random parts of every kind, through CSV, XLSX and a bundle, each into records that had lost everything', async () => {
    const { rows } = await server.connection.pool.query<{ code: string }>('select code from connector order by code limit 1'); // prettier-ignore
    const [drawn] = fc.sample(parts, { numRuns: 1, seed: 20_261_202 });
    const made = drawn!.map((part) => ({
      ...part,
      figures: part.figures.map((figure) => (figure.text === CONNECTOR ? { ...figure, text: rows[0]!.code } : figure)), // prettier-ignore
    }));
    const report = (await rowan.write('post', '/api/import', { format: 'radiatrix-bundle/1', parts: made })).body as ImportReport; // prettier-ignore
    expect(report.wrong).toEqual([]);
    const figures = made.reduce((sum, each) => sum + each.figures.length, 0);
    expect(figures).toBeGreaterThan(400);
    const before = own((await out('csv')).text);
    const workbook = (await rowan.get('/api/export/parts?format=xlsx').responseType('blob').expect(200))
      .body as Buffer;
    const bundle = (await out('json')).body as object;
    const strip = () =>
      server.connection.pool.query(`
        with own as (select r.id from part_revision r join part p on p.id = r.part_id where p.maker = 'Roundtrip'),
          figures as (delete from measurement where part_revision_id in (select id from own)),
          numbers as (delete from interchange where part_revision_id in (select id from own)),
          boxes as (delete from box_item where part_revision_id in (select id from own)),
          before as (delete from supersession where part_revision_id in (select id from own))
        update part_revision set description = 'x', notes = '' where id in (select id from own)`);
    for (const [name, content] of [
      ['parts.csv', `\uFEFF${(await out('csv')).text}`],
      ['parts.xlsx', workbook],
    ] as const) {
      await server.connection.pool.query("select set_config('radiatrix.person', '1', false)");
      await strip();
      const read = await bringIn(content, name);
      expect([name, read.wrong]).toEqual([name, []]);
      expect(read.counts.changed).toBe(made.length);
      expect(own((await out('csv')).text).sort()).toEqual([...before].sort());
    }
    const again = (await rowan.write('post', '/api/import/preview', bundle).expect(200)).body as ImportReport;
    expect(again.wrong).toEqual([]);
    expect(again.counts.parts).toMatchObject({ new: 0, changed: 0 });
  });

  test('a figure that a kind does not have is a wrong cell, and is not dropped', async () => {
    const read = await bringIn('Part number,Maker,Kind,Core width,Source\nRT-X 1,Roundtrip,shroud,600,Harbour list\n', 'shroud.csv'); // prettier-ignore
    expect(read.wrong).toMatchObject([{ row: 2, heading: 'Core width', reason: expect.stringContaining('shroud') as string }]); // prettier-ignore
  });
});
