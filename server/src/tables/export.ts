import { once } from 'node:events';
import type { Writable } from 'node:stream';
import { sql } from 'drizzle-orm';
import writeXlsxFile from 'write-excel-file/node';
import type { Scope } from '@radiatrix/core/application';
import { columnsOf, csvLine, guardCell, isFigureColumn, type TableKind } from '@radiatrix/core/table';
import { PACKAGES, type Vocabulary } from '@radiatrix/core/vehicle';
import { seesDrafts, type Role } from '@radiatrix/contract';
import type { Db } from '../db/client.ts';
import { orNull, WRITTEN } from '../db/schema/columns.ts';
import { figuresOfRevisions, type FigureRow } from '../figures/queries.ts';
import { ProblemError } from '../http/problem.ts';
import { boxOf, interchangeOf, partLines, successionOf } from '../parts/queries.ts';
import { configurations, loadVocabulary } from '../vehicles/queries.ts';

const AT_ONCE = 5000;
/** A workbook is made in memory; beyond this a CSV is the better file. */
const XLSX_ROWS = 20_000;

type Cells = Record<string, string>;

const yes = (value: boolean | null): string => (value === null ? '' : value ? 'yes' : 'no');
const years = ([from, to]: readonly [number, number]): string =>
  from === to ? String(from) : `${from}-${to}`;

class Names {
  private readonly engines: Map<number, string>;
  private readonly transmissions: Map<number, string>;
  readonly models: Map<number, { name: string; make: string }>;

  constructor(vocabulary: Vocabulary) {
    const makes = new Map(vocabulary.makes.map((make) => [make.id, make.name]));
    this.engines = new Map(vocabulary.engines.map((each) => [each.id, each.code]));
    this.transmissions = new Map(vocabulary.transmissions.map((each) => [each.id, each.code]));
    this.models = new Map(vocabulary.models.map((each) => [each.id, { name: each.name, make: makes.get(each.makeId)! }]));
  }
  engine = (ids: readonly number[] | null, by = ' | '): string => (ids ?? []).map((id) => this.engines.get(id)!).join(by);
  transmission = (ids: readonly number[] | null, by = ' | '): string => (ids ?? []).map((id) => this.transmissions.get(id)!).join(by);

  /** As the importer reads it back: "not 2010; not QA5". */
  exceptions(list: readonly Scope[]): string {
    return list
      .map((scope) =>
        [
          scope.years ? years(scope.years) : '',
          this.engine(scope.engineIds, ' or '),
          this.transmission(scope.transmissionIds, ' or '),
          scope.airConditioning === null ? '' : scope.airConditioning ? 'aircon' : 'no aircon',
          scope.packages ? scope.packages.join(' or ') : '',
          scope.built ? `built ${scope.built[0]} to ${scope.built[1]}` : '',
        ].filter(Boolean).join(' '),
      )
      .map((text) => `not ${text}`)
      .join('; ');
  }
} // prettier-ignore

async function* applications(db: Db): AsyncGenerator<Cells> {
  const names = new Names(await loadVocabulary(db));
  for (let after = 0; ; ) {
    const { rows } = await db.execute<Record<string, unknown>>(sql`
      select a.id, p.number, a.model_id, lower(a.years) as from_year, upper(a.years) - 1 as to_year, a.built::text as built, a.engine_ids::text as engines, a.transmission_ids::text as transmissions,
        a.air_conditioning, a.packages::text as packages, a.fits, a.original, a.exceptions, s.name as source
      from application a join part p on p.id = a.part_id join source s on s.id = a.source_id where a.id > ${after} order by a.id limit ${AT_ONCE}`);
    for (const row of rows) {
      const built = orNull(WRITTEN.months.read(row.built as string));
      const ids = (text: unknown) => orNull(WRITTEN.ids.read(text as string));
      yield {
        part: row.number as string,
        ...names.models.get(row.model_id as number) && { make: names.models.get(row.model_id as number)!.make, model: names.models.get(row.model_id as number)!.name },
        years: years([row.from_year as number, row.to_year as number]),
        engine: names.engine(ids(row.engines)),
        transmission: names.transmission(ids(row.transmissions)),
        airConditioning: yes(row.air_conditioning as boolean | null),
        package: (ids(row.packages) ?? []).map((at) => PACKAGES[at]!).join(' | '),
        built: built ? `${built[0]} to ${built[1]}` : '',
        fits: yes(row.fits as boolean),
        original: yes(row.original as boolean),
        exceptions: names.exceptions(row.exceptions as Scope[]),
        source: row.source as string,
      };
    }
    if (rows.length < AT_ONCE) return;
    after = rows.at(-1)!.id as number;
  }
} // prettier-ignore

async function* vehicles(db: Db): AsyncGenerator<Cells> {
  const names = new Names(await loadVocabulary(db));
  const { rows: bays } = await db.execute<{ id: number; name: string }>(sql`select id, name from bay`);
  const bayNames = new Map(bays.map((bay) => [bay.id, bay.name]));
  for (const modelId of names.models.keys())
    for (const each of await configurations(db, [modelId]))
      yield {
        make: names.models.get(modelId)!.make,
        model: names.models.get(modelId)!.name,
        year: String(each.year),
        engine: names.engine([each.engineId]),
        transmission: names.transmission([each.transmissionId]),
        airConditioning: yes(each.airConditioning),
        package: each.package,
        body: each.body,
        drive: each.drive,
        steering: each.steering,
        built: `${each.built[0]} to ${each.built[1]}`,
        bay: bayNames.get(each.bayId) ?? '',
      };
}

/** One row for each source and method of a part's figures, so that nothing is lost of how each is known. */
async function* parts(db: Db, role: Role): AsyncGenerator<Cells> {
  const { rows } = await db.execute<{ id: number }>(sql`select id from part order by id`);
  for (let from = 0; from < rows.length; from += 200) {
    const lines = await partLines(db, { ids: rows.slice(from, from + 200).map((row) => row.id) }, seesDrafts(role));
    const figures = await figuresOfRevisions(db, lines.map((line) => line.revisionId));
    for (const line of lines) {
      const [numbers, { supersedes }, box] = await Promise.all([interchangeOf(db, line.id), successionOf(db, line.id), boxOf(db, line.revisionId)]);
      const head = { number: line.number, maker: line.maker, kind: line.kind, description: line.description, notes: line.notes, supersedes, interchange: numbers.map((each) => `${each.seller}: ${each.number}`).join(' | '), inTheBox: box.map((each) => `${each.quantity} × ${each.name}`).join(' | ') };
      const groups = new Map<string, FigureRow[]>();
      for (const figure of figures.filter((each) => each.partRevisionId === line.revisionId)) {
        const key = `${figure.source} ${figure.method}`;
        groups.set(key, [...(groups.get(key) ?? []), figure]);
      }
      if (groups.size === 0) yield head;
      for (const group of groups.values())
        yield { ...head, source: group[0]!.source, method: group[0]!.method, ...Object.fromEntries(group.map((figure) => [figure.key, figure.value === null ? figure.word : figure.text])) };
    }
  }
} // prettier-ignore

const ROWS: Record<TableKind, (db: Db, role: Role) => AsyncGenerator<Cells>> = {
  applications,
  vehicles,
  parts,
};

/** A kind of record as a file, written as it is read; importing it again changes nothing. */
export function exported(db: Db, kind: TableKind, format: 'csv' | 'xlsx' | 'json', role: Role) {
  const columns = columnsOf(kind).filter(({ field }) => kind !== 'applications' || (field !== 'yearFrom' && field !== 'yearTo'));
  const rows = () => ROWS[kind](db, role);
  const write = async (out: Writable): Promise<void> => {
    const put = async (text: string): Promise<void> => {
      if (!out.write(text)) await once(out, 'drain');
    };
    if (format === 'csv') {
      // The mark tells spreadsheets that it is UTF-8.
      await put(`\uFEFF${csvLine(columns.map((each) => each.label))}`);
      for await (const row of rows()) await put(csvLine(columns.map((each) => row[each.field] ?? '')));
    } else if (format === 'json') {
      let first = true;
      await put('[');
      for await (const row of rows()) {
        await put(`${first ? '' : ','}\n${JSON.stringify(Object.fromEntries(Object.entries(row).filter(([, text]) => text !== '')))}`);
        first = false;
      }
      await put('\n]\n');
    } else {
      const all: Cells[] = [];
      for await (const row of rows()) {
        all.push(row);
        if (all.length > XLSX_ROWS) throw new ProblemError('too-large', { detail: `A workbook takes ${XLSX_ROWS} rows; take the CSV.` });
      }
      const used = columns.filter((each) => !isFigureColumn(each.field) || all.some((row) => row[each.field]));
      const cell = (value: string, bold = false) => ({ value: guardCell(value), type: String, ...(bold ? { fontWeight: 'bold' as const } : {}) });
      const data = [used.map((each) => cell(each.label, true)), ...all.map((row) => used.map((each) => cell(row[each.field] ?? '')))];
      await put(await (writeXlsxFile(data as never) as unknown as { toBuffer: () => Promise<Buffer> }).toBuffer() as never);
    }
  };
  const MEDIA = { csv: 'text/csv; charset=utf-8', json: 'application/json', xlsx: 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet' };
  return { name: `radiatrix ${kind}.${format}`, mediaType: MEDIA[format], write };
} // prettier-ignore
