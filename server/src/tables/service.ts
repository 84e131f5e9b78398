import { randomUUID } from 'node:crypto';
import { createReadStream, createWriteStream } from 'node:fs';
import { mkdtemp, rm } from 'node:fs/promises';
import { once } from 'node:events';
import os from 'node:os';
import path from 'node:path';
import type { Readable, Writable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { columnsOf, csvLine, guessMapping, type MappedHeading, type TableKind } from '@radiatrix/core/table';
import type { Bundle } from '@radiatrix/contract/schemas';
import type { Person, Upload, WrongCell } from '@radiatrix/contract';
import type { Connection, Db } from '../db/client.ts';
import { asPerson } from '../db/transaction.ts';
import { ProblemError, notFound, problemOf } from '../http/problem.ts';
import { loadVocabulary } from '../vehicles/queries.ts';
import { doneOrProposed, propose } from '../proposals/service.ts';
import { changeOf } from '../proposals/touched.ts';
import { applyBundle, previewBundle } from '../importing/service.ts';
import { BUNDLE_ROWS, partsBundle, validated, vehiclesBundle, wrongAt } from './bundles.ts';
import { encodingOf, isZip, receive } from './receive.ts';
import { firstLine, rowsOf, separatorOf } from './read.ts';
import {
  linesOfSeenParts,
  rememberedHeadings,
  rememberHeadings,
  sourceName,
  stagedSample,
  verdictCounts,
} from './queries.ts';
import { bringIn, compare, forget, stage } from './staging.ts';
import { xlsxToCsv } from './xlsx.ts';

const SAMPLE_ROWS = 5;
const WRONG_SHOWN = 100;
/** An upload that nobody went on with is thrown away after this. */
const KEPT_MS = 60 * 60 * 1000;
const SEPARATOR_NAMES: Record<string, string> = { ',': 'comma', ';': 'semicolon', '\t': 'tab' };

class Stopped extends Error {}

interface Held {
  view: Upload;
  personId: number;
  folder: string;
  file: string;
  encoding: string;
  separator: string;
  stopped: boolean;
  wrong: WrongCell[];
  bundle: Bundle | undefined;
  working: Promise<void> | undefined;
}

/** Tables on their way in: received, mapped, read against the library, and brought in whole or not at all. */
export class Uploads {
  private readonly held = new Map<string, Held>();
  private readonly connection: Connection;

  constructor(connection: Connection) {
    this.connection = connection;
  }

  async add(body: Readable, kind: TableKind, name: string, person: Person): Promise<Upload> {
    const folder = await mkdtemp(path.join(os.tmpdir(), 'radiatrix-table-'));
    try {
      let file = path.join(folder, 'sent');
      await receive(body, file);
      let [encoding, separator] = ['utf-8', ','];
      if (await isZip(file)) {
        const csv = path.join(folder, 'sheet.csv');
        await xlsxToCsv(file, csv);
        file = csv;
      } else {
        encoding = await encodingOf(file);
        separator = separatorOf(await firstLine(file, encoding));
      }
      const head: string[][] = [];
      for await (const { cells } of rowsOf(file, encoding, separator)) {
        head.push(cells);
        if (head.length > SAMPLE_ROWS) break;
      }
      const [headings = [], ...sample] = head;
      if (headings.every((heading) => heading.trim() === ''))
        throw new ProblemError('unreadable', {
          detail: 'The first row has no headings. Nothing was changed.',
        });
      if (sample.length === 0)
        throw new ProblemError('unreadable', {
          detail: 'There are headings and no rows under them. Nothing was changed.',
        });
      const id = randomUUID();
      const view: Upload = {
        id,
        name,
        kind,
        encoding,
        separator: SEPARATOR_NAMES[separator] ?? separator,
        mapping: guessMapping(kind, headings, await rememberedHeadings(this.connection.db, kind)),
        sample,
        state: 'mapping',
        done: 0,
        of: 0,
        counts: { new: 0, changed: 0, same: 0, wrong: 0 },
        wrong: [],
        message: '',
      };
      this.held.set(id, {
        view,
        personId: person.id,
        folder,
        file,
        encoding,
        separator,
        stopped: false,
        wrong: [],
        bundle: undefined,
        working: undefined,
      });
      setTimeout(() => void this.drop(id), KEPT_MS).unref();
      return view;
    } catch (error) {
      await rm(folder, { recursive: true, force: true });
      throw error;
    }
  }

  get(id: string, person: Person): Upload {
    return this.own(id, person).view;
  }

  private own(id: string, person: Person): Held {
    const held = this.held.get(id);
    if (!held || held.personId !== person.id) throw notFound('That upload');
    return held;
  }

  private begin(held: Held, state: 'reading' | 'applying', work: () => Promise<void>): Upload {
    if (held.working) throw new ProblemError('not-ready', { detail: 'It is still at work on this file.' });
    held.stopped = false;
    Object.assign(held.view, { state, done: 0, message: '' });
    held.working = work()
      .catch((error: unknown) => {
        if (error instanceof Stopped)
          Object.assign(held.view, { state: 'stopped', message: 'Stopped; nothing was changed.' });
        else {
          const problem = problemOf(error);
          Object.assign(held.view, {
            state: 'failed',
            message: `${problem.extra.detail ?? problem.message} Nothing was changed.`,
          });
        }
      })
      .finally(() => {
        held.working = undefined;
      });
    return held.view;
  }

  preview(id: string, mapping: MappedHeading[], sourceId: number | null, person: Person): Upload {
    const held = this.own(id, person);
    const { view } = held;
    const columns = columnsOf(view.kind);
    const missing = columns.filter(
      ({ required, field }) => required && !mapping.some((each) => each.field === field),
    );
    const twice = mapping.find(
      ({ field }, at) => field !== '' && mapping.findIndex((each) => each.field === field) !== at,
    );
    const unknown = mapping.find(
      ({ field }) => field !== '' && !columns.some((each) => each.field === field),
    );
    const fields = [
      ...missing.map(({ label }) => ({
        path: 'mapping',
        message: `No column holds ${label.toLowerCase()}; say which one does.`,
      })),
      ...(twice ? [{ path: 'mapping', message: `Two columns are taken for ${twice.field}.` }] : []),
      ...(unknown ? [{ path: 'mapping', message: `There is no field “${unknown.field}”.` }] : []),
      ...(mapping.length === view.mapping.length
        ? []
        : [{ path: 'mapping', message: 'Every heading of the file must be in it.' }]),
    ];
    if (fields.length > 0) throw new ProblemError('invalid', { fields });
    return this.begin(held, 'reading', async () => {
      view.mapping = mapping;
      held.wrong = [];
      const progress = (done: number): void => {
        if (held.stopped) throw new Stopped();
        view.done = done;
      };
      await rememberHeadings(this.connection.db, view.kind, mapping);
      if (view.kind === 'applications') {
        const rows = rowsOf(held.file, held.encoding, held.separator);
        const staged = await stage(this.connection, { upload: id, mapping, sourceId, rows, progress });
        view.of = staged.rows;
        held.wrong = [...staged.wrong, ...(await compare(this.connection.db, id))];
        view.counts = await verdictCounts(this.connection.db, id);
      } else await this.previewBundle(held, view.kind, sourceId, person, progress);
      view.counts.wrong = new Set(held.wrong.map((each) => each.row)).size;
      held.wrong.sort((a, b) => a.row - b.row);
      view.wrong = held.wrong.slice(0, WRONG_SHOWN);
      view.state = 'ready';
    });
  }

  private async previewBundle(
    held: Held,
    kind: 'parts' | 'vehicles',
    sourceId: number | null,
    person: Person,
    progress: (done: number) => void,
  ): Promise<void> {
    const { view } = held;
    const rows: { row: number; cells: string[] }[] = [];
    for await (const each of rowsOf(held.file, held.encoding, held.separator)) {
      if (each.row === 1) continue;
      if (each.cells.length !== view.mapping.length)
        held.wrong.push({
          row: each.row,
          heading: '',
          reason: `${each.cells.length} cells under ${view.mapping.length} headings`,
          fix: 'quote cells that hold the separator, or add the missing ones',
        });
      else rows.push(each);
      if (rows.length > BUNDLE_ROWS)
        throw new ProblemError('too-large', {
          detail: `A table of ${kind} takes ${BUNDLE_ROWS} rows at once; split it.`,
        });
    }
    view.of = rows.length;
    progress(0);
    const named = sourceId === null ? undefined : await sourceName(this.connection.db, sourceId);
    const read =
      kind === 'parts'
        ? partsBundle(rows, view.mapping, named ?? '')
        : vehiclesBundle(rows, view.mapping, await loadVocabulary(this.connection.db));
    const headingOf = (field: string): string =>
      view.mapping.find((each) => each.field === field)?.heading ?? field;
    const { bundle, wrong } = validated(read, kind, headingOf);
    held.wrong.push(...wrong);
    if (wrong.length > 0) return;
    const report = await asPerson(this.connection.db, person.id, (tx) => previewBundle(tx, bundle, person));
    progress(rows.length);
    held.bundle = bundle;
    view.counts = { ...report.counts[kind], wrong: 0 };
    held.wrong.push(
      ...report.wrong.map((each) => wrongAt(each.path, each.message, read.rowOf, kind, headingOf)),
    );
  }

  apply(id: string, person: Person): Upload {
    const held = this.own(id, person);
    const { view } = held;
    if (view.state !== 'ready')
      throw new ProblemError('not-ready', { detail: 'Look at what it would change first.' });
    if (view.counts.wrong > 0)
      throw new ProblemError('not-ready', {
        detail: `${view.counts.wrong} rows are wrong; a table comes in whole or not at all.`,
      });
    return this.begin(held, 'applying', async () => {
      const waits = await asPerson(this.connection.db, person.id, async (tx) => {
        if (held.bundle) {
          const { bundle } = held;
          const request = { route: 'importApply', params: {}, query: {}, body: bundle, ifMatch: '' } as const;
          const work = (inner: Db) => applyBundle(inner, bundle, person);
          if (person.role !== 'specialist') return void (await work(tx));
          const result = await doneOrProposed(tx, person, request, work);
          return 'waits' in result;
        }
        // What others did since the preview is weighed again, in the transaction that writes.
        if ((await compare(tx, id)).length > 0)
          throw new ProblemError('stale', {
            detail: 'The library changed since the preview; look at it again.',
          });
        const lines = person.role === 'specialist' ? await linesOfSeenParts(tx, id) : 0;
        if (lines > 0) {
          const request = {
            route: 'applyUpload',
            params: { id },
            query: {},
            body: undefined,
            ifMatch: '',
          } as const;
          const change = changeOf(
            'Lines of the catalogue',
            '',
            `${view.counts.new} new, ${view.counts.changed} changed; ${lines} of them of released parts`,
          );
          await propose(tx, person, request, [
            {
              title: `The table ${view.name}`,
              about: 'part',
              id: null,
              changes: [change, ...(await stagedSample(tx, id))],
            },
          ]);
          return true;
        }
        await bringIn(tx, id, (done) => {
          if (held.stopped) throw new Stopped();
          view.done = done;
        });
        return false;
      });
      view.state = waits ? 'waiting' : 'applied';
      if (!waits) await forget(this.connection.db, id);
    });
  }

  async stop(id: string, person: Person): Promise<Upload> {
    const held = this.own(id, person);
    held.stopped = true;
    await held.working;
    if (held.view.state !== 'applied' && held.view.state !== 'waiting') await this.drop(id);
    return held.view;
  }

  private async drop(id: string): Promise<void> {
    const held = this.held.get(id);
    if (!held || held.working) return;
    this.held.delete(id);
    await rm(held.folder, { recursive: true, force: true });
    // What waits for a reviewer is kept by its proposal.
    if (held.view.state !== 'waiting') await forget(this.connection.db, id).catch(() => {});
  }

  /** The wrong rows as they came, each with what is wrong with it, to be put right and sent again. */
  async wrongRows(
    id: string,
    person: Person,
  ): Promise<{ name: string; write: (out: Writable) => Promise<void> }> {
    const held = this.own(id, person);
    const by = new Map<number, WrongCell[]>();
    for (const each of held.wrong) by.set(each.row, [...(by.get(each.row) ?? []), each]);
    const file = path.join(held.folder, 'wrong.csv');
    const out = createWriteStream(file);
    out.write(
      csvLine([
        ...held.view.mapping.map((each) => each.heading),
        'Row',
        'What is wrong',
        'How to put it right',
      ]),
    );
    for await (const { row, cells } of rowsOf(held.file, held.encoding, held.separator)) {
      const wrong = by.get(row);
      if (!wrong) continue;
      const padded = held.view.mapping.map((_, at) => cells[at] ?? '');
      const says = (each: WrongCell): string => `${each.heading ? `${each.heading}: ` : ''}${each.reason}`;
      if (
        !out.write(
          csvLine([
            ...padded,
            String(row),
            wrong.map(says).join('; '),
            wrong.map((each) => each.fix).join('; '),
          ]),
        )
      )
        await once(out, 'drain');
    }
    await new Promise<void>((done) => out.end(done));
    return {
      name: `wrong rows of ${held.view.name.replace(/\.\w+$/, '')}.csv`,
      write: (to) => pipeline(createReadStream(file), to, { end: false }),
    };
  }
}
