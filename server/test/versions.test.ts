import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import {
  connectorBack,
  detailsBack,
  differences,
  figuresBack,
  procedureBack,
  standingAfter,
  versionsOf,
} from '@radiatrix/core/revision';
import type {
  ConnectorRecord,
  FigureRecord,
  HistoryEntry,
  PartRecord,
  ProcedureRecord,
  VehicleRecord,
} from '@radiatrix/contract';
import { Actor, demoServer, released } from './harness.ts';

/** What the history keeps is enough to say what changed, and to put it back. */
let server: Awaited<ReturnType<typeof demoServer>>;
let mara: Actor, piet: Actor, rowan: Actor, cleo: Actor;
let bench: number;
beforeAll(async () => {
  server = await demoServer();
  [mara, piet, rowan, cleo] = (await Promise.all(
    ['mara', 'piet', 'rowan', 'cleo'].map((name) => Actor.signIn(server.app, name)),
  )) as [Actor, Actor, Actor, Actor];
  const { body } = await mara.get('/api/sources').expect(200);
  bench = (body as { id: number; name: string }[]).find((each) => each.name === 'Saltmere bench')!.id;
});
afterAll(() => server.stop());

const historyOf = async (kind: string, id: number): Promise<HistoryEntry[]> =>
  [...((await mara.get(`/api/history/${kind}/${id}`).expect(200)).body as HistoryEntry[])].reverse();
const textOf = (figures: readonly FigureRecord[], key: string): string | undefined =>
  figures.find((figure) => figure.key === key)?.text;

async function partByNumber(number: string): Promise<{ record: PartRecord; etag: string }> {
  const { body } = await mara.get(`/api/parts?text=${encodeURIComponent(number)}`).expect(200);
  const { id } = (body as { id: number; number: string }[]).find((each) => each.number === number)!;
  const { body: record, headers } = await mara.get(`/api/parts/${id}`).expect(200);
  return { record: record as PartRecord, etag: headers.etag! };
}

describe('a part', () => {
  test('changed by two people: each change is a version, and the figures of any of them can be put back', async () => {
    const { record, etag } = await partByNumber('NT-H 301');
    const before = textOf(record.figures, 'length');
    const address = `/api/parts/${record.id}/figures`;
    const entry = (key: string, text: string) => ({ key, text, method: 'tape', sourceId: bench });
    await mara.write('put', address, { figures: [entry('length', '450 mm')] }, { etag }).expect(200);
    const second = await partByNumber('NT-H 301');
    await piet
      .write(
        'put',
        address,
        { figures: [entry('length', '470 mm'), entry('engineBore', '')] },
        { etag: second.etag },
      )
      .expect(200);

    const entries = await historyOf('part', record.id);
    const versions = versionsOf(entries);
    expect(versions.slice(-2).map((version) => version.by)).toEqual(['Mara', 'Piet']);
    const [first, last] = [versions.at(-2)!, versions.at(-1)!];
    const changed = differences(standingAfter(entries, first.upTo), standingAfter(entries, last.upTo));
    expect(changed.map((each) => each.what)).toContain('engineBore');

    // Mara's version again: the length she wrote, and the bore that Piet took away.
    const now = await partByNumber('NT-H 301');
    const back = figuresBack(now.record.figures, standingAfter(entries, first.upTo));
    expect(back.map((each) => each.key).sort()).toEqual(['engineBore', 'length']);
    await piet.write('put', address, { figures: back }, { etag: now.etag }).expect(200);
    const restored = await partByNumber('NT-H 301');
    expect(textOf(restored.record.figures, 'length')).toBe('450 mm');
    expect(textOf(restored.record.figures, 'engineBore')).toBe('36 mm');
    expect(figuresBack(restored.record.figures, standingAfter(entries, first.upTo))).toEqual([]);

    // And the version before anybody touched it.
    const released = versions.find((version) => version.upTo < first.upTo && version.by === 'Mara');
    expect(released).toBeDefined();
    const original = figuresBack(restored.record.figures, standingAfter(entries, released!.upTo));
    expect(original.find((each) => each.key === 'length')?.text).toBe(before);
  });

  test('a choice is put back as its word', async () => {
    const { record, etag } = await partByNumber('NT-T 88');
    const address = `/api/parts/${record.id}/figures`;
    await mara
      .write(
        'put',
        address,
        { figures: [{ key: 'seal', text: 'paper', method: 'bench', sourceId: bench }] },
        { etag },
      )
      .expect(200);
    const entries = await historyOf('part', record.id);
    const now = await partByNumber('NT-T 88');
    const versions = versionsOf(entries);
    const back = figuresBack(now.record.figures, standingAfter(entries, versions.at(-2)!.upTo));
    expect(back).toEqual([{ key: 'seal', text: 'ring', method: 'bench', sourceId: bench }]);
    await mara.write('put', address, { figures: back }, { etag: now.etag }).expect(200);
    const { record: again } = await partByNumber('NT-T 88');
    expect(again.figures.find((figure) => figure.key === 'seal')?.word).toBe('ring');
  });
});

describe('a bay', () => {
  test('its figures come back, and those of another source are left alone', async () => {
    const found = await cleo.get('/api/find?text=2012%20haulden%20diesel%20manual').expect(200);
    const { id } = (found.body as { vehicles: { id: number }[] }).vehicles[0]!;
    const read = async () => {
      const { body, headers } = await mara.get(`/api/vehicles/${id}`).expect(200);
      return { bay: (body as VehicleRecord).bay, etag: headers.etag! };
    };
    const start = await read();
    const address = `/api/bays/${start.bay.id}/figures`;
    const figures = [
      { key: 'bayDepth', text: '150 mm', method: 'tape', sourceId: bench },
      { key: 'supportHole', text: '31 mm', method: 'caliper', sourceId: bench },
    ];
    await mara.write('put', address, { figures }, { etag: start.etag }).expect(200);
    const entries = await historyOf('bay', start.bay.id);
    const versions = versionsOf(entries);
    const changed = await read();
    const back = figuresBack(changed.bay.figures, standingAfter(entries, versions.at(-2)!.upTo));
    expect(back.map((each) => [each.key, each.text])).toEqual(
      expect.arrayContaining([
        ['bayDepth', textOf(start.bay.figures, 'bayDepth')],
        ['supportHole', ''],
      ]),
    );
    await mara.write('put', address, { figures: back }, { etag: changed.etag }).expect(200);
    const strip = (list: readonly FigureRecord[]) =>
      list.map((each) => `${each.key} ${each.sourceId} ${each.text} ${each.method}`).sort();
    expect(strip((await read()).bay.figures)).toEqual(strip(start.bay.figures));
  });
});

describe('a connector', () => {
  test('comes back with the cavities it had', async () => {
    const read = async () => {
      const { body, headers } = await mara.get('/api/connectors/FAN-2A').expect(200);
      return { record: body as ConnectorRecord, etag: headers.etag! };
    };
    const start = await read();
    const { code, name, description, cavities } = start.record;
    const fewer = { code, name: `${name}, changed`, description, cavities: cavities.slice(0, 1) };
    await released(
      rowan,
      await mara.write('put', `/api/connectors/${start.record.id}`, fewer, { etag: start.etag }),
    );
    const entries = await historyOf('connector', start.record.id);
    const versions = versionsOf(entries);
    const back = connectorBack(standingAfter(entries, versions.at(-2)!.upTo));
    const changed = await read();
    await released(
      rowan,
      await mara.write('put', `/api/connectors/${start.record.id}`, back, { etag: changed.etag }),
    );
    const again = await read();
    expect([again.record.name, again.record.cavities]).toEqual([name, cavities]);
  });
});

describe('more than figures', () => {
  test('what was said of a part comes back: words, box, other sellers’ numbers', async () => {
    const start = await partByNumber('NT-R 4402');
    const { description, notes, inTheBox, interchange, supersedes } = start.record;
    expect(inTheBox.length + interchange.length).toBeGreaterThan(0);
    const address = `/api/parts/${start.record.id}/details`;
    const poorer = { description: 'changed', notes: 'changed', inTheBox: [], interchange: [], supersedes };
    await mara.write('put', address, poorer, { etag: start.etag }).expect(200);
    const entries = await historyOf('part', start.record.id);
    const versions = versionsOf(entries);
    const back = detailsBack(standingAfter(entries, versions.at(-2)!.upTo))!;
    const changed = await partByNumber('NT-R 4402');
    await mara.write('put', address, { ...back, supersedes }, { etag: changed.etag }).expect(200);
    const { record: again } = await partByNumber('NT-R 4402');
    expect(again).toMatchObject({ description, notes, inTheBox, supersedes });
    expect([...again.interchange].sort()).toEqual([...interchange].sort());
  });

  test.each([
    ['with notes and conditional steps', 'count(s.condition)'],
    ['with conditional plugs and cautions', 'count(s.connector_condition)'],
  ])('a procedure %s comes back whole from between two rewritings', async (_, most) => {
    const [{ id }] = (
      await server.connection.pool.query<{ id: number }>(
        `select procedure_id id from procedure_revision r join step s on s.revision_id = r.id group by 1 order by ${most} desc, count(*) desc limit 1`,
      )
    ).rows as [{ id: number }];
    const read = async () => {
      const { body, headers } = await mara.get(`/api/procedures/${id}`).expect(200);
      const { title, partKind, way, notes, fasteners, steps } = body as ProcedureRecord;
      return { document: { title, partKind, way, notes, fasteners, steps }, etag: headers.etag! };
    };
    const start = await read();
    expect(start.document.steps.some((step) => step.when !== null || step.connectorWhen !== null)).toBe(true);
    const write = (body: object, etag: string) =>
      mara.write('put', `/api/procedures/${id}`, body, { etag }).expect(200);
    await write({ ...start.document, steps: start.document.steps.slice(0, 2) }, start.etag);
    const between = await read();
    const reversed = {
      ...start.document,
      title: 'The other way in',
      steps: [...start.document.steps].reverse(),
    };
    await write(reversed, between.etag);
    const entries = await historyOf('procedure', id);
    const versions = versionsOf(entries);
    const connectors = (await mara.get('/api/connectors').expect(200)).body as { id: number; code: string }[];
    const asOf = (count: number) =>
      procedureBack(standingAfter(entries, count), (each) => connectors.find((one) => one.id === each)?.code);
    expect(asOf(versions.at(-1)!.upTo)).toEqual((await read()).document);
    const original = asOf(versions.at(-3)!.upTo)!;
    await write(original, (await read()).etag);
    expect((await read()).document).toEqual(start.document);
  });
});
