import { once } from 'node:events';
import type { Writable } from 'node:stream';
import writeXlsxFile from 'write-excel-file/node';
import type { Scope } from '@radiatrix/core/application';
import { columnsOf, csvLine, guardCell, isFigureColumn, type TableKind } from '@radiatrix/core/table';
import type { Vocabulary } from '@radiatrix/core/vehicle';
import { seesDrafts, type Role } from '@radiatrix/contract';
import { BUNDLE_FORMAT } from '@radiatrix/contract/schemas';
import { columnHeading } from '@radiatrix/words/tables';
import type { Db } from '../db/client.ts';
import { figuresOfRevisions, type FigureRow } from '../figures/queries.ts';
import { ProblemError } from '../http/problem.ts';
import { boxOf, interchangeOf, partLines, successionOf } from '../parts/queries.ts';
import { reviewedConfigurations, loadVocabulary } from '../vehicles/queries.ts';
import { allBays, allParts, applicationRows } from './queries.ts';

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
    this.models = new Map(
      vocabulary.models.map((each) => [each.id, { name: each.name, make: makes.get(each.makeId)! }]),
    );
  }
  engine = (ids: readonly number[] | null, by = ' | '): string =>
    (ids ?? []).map((id) => this.engines.get(id)!).join(by);
  transmission = (ids: readonly number[] | null, by = ' | '): string =>
    (ids ?? []).map((id) => this.transmissions.get(id)!).join(by);

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
        ]
          .filter(Boolean)
          .join(' '),
      )
      .map((text) => `not ${text}`)
      .join('; ');
  }
}

async function* applications(db: Db, role: Role): AsyncGenerator<Cells> {
  const names = new Names(await loadVocabulary(db));
  for await (const row of applicationRows(db, seesDrafts(role))) {
    const { name: model, make } = names.models.get(row.modelId)!;
    yield {
      part: row.number,
      make,
      model,
      years: years(row.years),
      engine: names.engine(row.engineIds),
      transmission: names.transmission(row.transmissionIds),
      airConditioning: yes(row.airConditioning),
      package: (row.packages ?? []).join(' | '),
      built: row.built ? row.built.join(' to ') : '',
      fits: yes(row.fits),
      original: yes(row.original),
      note: row.note,
      exceptions: names.exceptions(row.exceptions),
      source: row.source,
    };
  }
}

async function* vehicles(db: Db): AsyncGenerator<Cells> {
  const names = new Names(await loadVocabulary(db));
  const bayNames = new Map((await allBays(db)).map((bay) => [bay.id, bay.name]));
  for (const modelId of names.models.keys())
    for (const each of await reviewedConfigurations(db, [modelId]))
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

async function* partsWithFigures(db: Db, role: Role) {
  const rows = await allParts(db);
  for (let from = 0; from < rows.length; from += 200) {
    const lines = await partLines(
      db,
      { ids: rows.slice(from, from + 200).map((row) => row.id) },
      seesDrafts(role),
    );
    const figures = await figuresOfRevisions(
      db,
      lines.map((line) => line.revisionId),
    );
    for (const { id, number, maker, kind, description, notes, revisionId } of lines) {
      const [interchange, { supersedes }, inTheBox] = await Promise.all([
        interchangeOf(db, revisionId),
        successionOf(db, { id, revisionId }, seesDrafts(role)),
        boxOf(db, revisionId),
      ]);
      yield {
        number,
        maker,
        kind,
        description,
        notes,
        supersedes,
        interchange,
        inTheBox,
        figures: figures.filter((each) => each.partRevisionId === revisionId),
      };
    }
  }
}

/** One row for each source and method of a part's figures, so that nothing is lost of how each is known. */
async function* parts(db: Db, role: Role): AsyncGenerator<Cells> {
  for await (const { interchange, inTheBox, figures, ...line } of partsWithFigures(db, role)) {
    const head = {
      ...line,
      interchange: interchange.map((each) => `${each.seller}: ${each.number}`).join(' | '),
      inTheBox: inTheBox
        .map((each) => `${each.quantity} × ${each.name}${each.fromOld ? ' (moves over)' : ''}`)
        .join(' | '),
    };
    const groups = new Map<string, FigureRow[]>();
    for (const figure of figures) {
      const key = `${figure.source} ${figure.method}`;
      groups.set(key, [...(groups.get(key) ?? []), figure]);
    }
    if (groups.size === 0) yield head;
    for (const group of groups.values())
      yield {
        ...head,
        source: group[0]!.source,
        method: group[0]!.method,
        ...Object.fromEntries(
          group.map((figure) => [figure.key, figure.value === null ? figure.word : figure.text]),
        ),
      };
  }
}

const LISTS: Record<TableKind, 'claims' | 'vehicles' | 'parts'> = { applications: 'claims', vehicles: 'vehicles', parts: 'parts' }; // prettier-ignore
const codes = (text: string | undefined): string[] | null => (text ? text.split(' | ') : null);
const span = <T>(text: string | undefined, by: string, read: (end: string) => T): [T, T] | null => {
  if (!text) return null;
  const [from = '', to = from] = text.split(by);
  return [read(from), read(to)];
};

async function* bundleClaims(db: Db, role: Role): AsyncGenerator<unknown> {
  const names = new Names(await loadVocabulary(db));
  for await (const row of applicationRows(db, seesDrafts(role))) {
    const scope = ({ engineIds, transmissionIds, ...rest }: Scope) => ({
      ...rest,
      engines: codes(names.engine(engineIds)),
      transmissions: codes(names.transmission(transmissionIds)),
    });
    const { modelId, number, source, fits, original, note, exceptions, ...own } = row;
    yield {
      part: number,
      model: names.models.get(modelId)!.name,
      ...scope(own),
      fits,
      original,
      note,
      source,
      exceptions: exceptions.map(scope),
    };
  }
}

async function* bundleVehicles(db: Db): AsyncGenerator<unknown> {
  for await (const { make: _make, year, airConditioning, built, ...rest } of vehicles(db))
    yield {
      ...rest,
      year: Number(year),
      airConditioning: airConditioning === 'yes',
      built: span(built, ' to ', String),
    };
}

async function* bundleParts(db: Db, role: Role): AsyncGenerator<unknown> {
  for await (const line of partsWithFigures(db, role)) {
    const { figures, ...rest } = line;
    yield {
      ...rest,
      figures: figures.map(({ key, value, word, text, method, source }) => ({
        key,
        text: value === null ? word : text,
        method,
        source,
      })),
    };
  }
}

const RECORDS: Record<TableKind, (db: Db, role: Role) => AsyncGenerator<unknown>> = { applications: bundleClaims, vehicles: bundleVehicles, parts: bundleParts }; // prettier-ignore

const ROWS: Record<TableKind, (db: Db, role: Role) => AsyncGenerator<Cells>> = {
  applications,
  vehicles,
  parts,
};

/** A kind of record as a file, written as it is read; importing it again changes nothing. */
export function exported(db: Db, kind: TableKind, format: 'csv' | 'xlsx' | 'json', role: Role) {
  const columns = columnsOf(kind).filter(
    ({ field }) => kind !== 'applications' || (field !== 'yearFrom' && field !== 'yearTo'),
  );
  const rows = () => ROWS[kind](db, role);
  const write = async (out: Writable): Promise<void> => {
    const put = async (text: string): Promise<void> => {
      if (!out.write(text)) await once(out, 'drain');
    };
    if (format === 'csv') {
      // The mark tells spreadsheets that it is UTF-8.
      await put(`\uFEFF${csvLine(columns.map(columnHeading))}`);
      for await (const row of rows()) await put(csvLine(columns.map((each) => row[each.field] ?? '')));
    } else if (format === 'json') {
      // The exchange format, so that what goes out comes in again by the same door as every bundle.
      let first = true;
      await put(`{"format":"${BUNDLE_FORMAT}","${LISTS[kind]}":[`);
      for await (const record of RECORDS[kind](db, role)) {
        await put(`${first ? '' : ','}\n${JSON.stringify(record)}`);
        first = false;
      }
      await put('\n]}\n');
    } else {
      const all: Cells[] = [];
      for await (const row of rows()) {
        all.push(row);
        if (all.length > XLSX_ROWS)
          throw new ProblemError('too-large', {
            detail: `A workbook takes ${XLSX_ROWS} rows; take the CSV.`,
          });
      }
      const used = columns.filter(
        (each) => !isFigureColumn(each.field) || all.some((row) => row[each.field]),
      );
      const cell = (value: string, bold = false) => ({
        value: guardCell(value),
        type: String,
        ...(bold ? { fontWeight: 'bold' as const } : {}),
      });
      const data = [
        used.map((each) => cell(columnHeading(each), true)),
        ...all.map((row) => used.map((each) => cell(row[each.field] ?? ''))),
      ];
      await put(
        (await (
          writeXlsxFile(data as never) as unknown as { toBuffer: () => Promise<Buffer> }
        ).toBuffer()) as never,
      );
    }
  };
  const MEDIA = {
    csv: 'text/csv; charset=utf-8',
    json: 'application/json',
    xlsx: 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet',
  };
  return { name: `radiatrix ${kind}.${format}`, mediaType: MEDIA[format], write };
}
