import { createHash } from 'node:crypto';
import { createReadStream } from 'node:fs';
import { mkdir, mkdtemp, rm } from 'node:fs/promises';
import os from 'node:os';
import path from 'node:path';
import type { Request } from 'express';
import { COLUMN_LIMIT } from '@radiatrix/contract';
import type { FileReader } from '../http/body.ts';
import { ProblemError } from '../http/problem.ts';
import { encodingOf, isZip, receive } from './receive.ts';
import { firstLine, rowsOf, separatorOf } from './read.ts';
import { xlsxToCsv } from './xlsx.ts';

/** How the folders that tables are laid down in begin. */
export const TABLE_FOLDER = 'radiatrix-table-';
const SAMPLE_ROWS = 5;
/** Files under way to one server: of one person, and of everybody. */
const RECEIVED_AT_ONCE = { own: 2, all: 6 };

/** A table that lies on disk, its beginning read. */
export interface OpenTable {
  folder: string;
  file: string;
  encoding: string;
  separator: string;
  headings: string[];
  sample: string[][];
}

async function opened(folder: string, sent: string): Promise<OpenTable> {
  let [file, encoding, separator] = [sent, 'utf-8', ','];
  if (await isZip(sent)) {
    file = path.join(folder, 'sheet.csv');
    await xlsxToCsv(sent, file);
  } else {
    encoding = await encodingOf(sent);
    separator = separatorOf(await firstLine(createReadStream(file), encoding));
  }
  const head: string[][] = [];
  for await (const { cells } of rowsOf(createReadStream(file), encoding, separator)) {
    head.push(cells);
    if (head.length > SAMPLE_ROWS) break;
  }
  const [headings = [], ...sample] = head;
  const refuse = (why: string) => new ProblemError('unreadable', { detail: `${why} Nothing was changed.` });
  if (headings.length > COLUMN_LIMIT)
    throw refuse(`There are ${headings.length} columns; a table has ${COLUMN_LIMIT} at most.`);
  if (headings.every((heading) => heading.trim() === '')) throw refuse('The first row has no headings.');
  if (sample.length === 0) throw refuse('There are headings and no rows under them.');
  return { folder, file, encoding, separator, headings, sample };
}

/**
 * Lays what is sent down on disk and reads its beginning, before any connection is held for it: a slow line then holds
 * nobody up but itself.
 */
export function tableReader(): FileReader {
  const underWay: number[] = [];
  return async (req: Request, person) => {
    if (
      underWay.length >= RECEIVED_AT_ONCE.all ||
      underWay.filter((id) => id === person.id).length >= RECEIVED_AT_ONCE.own
    )
      throw new ProblemError('busy', { detail: 'Other files are on their way in; send this one when they are here.' }); // prettier-ignore
    underWay.push(person.id);
    let folder: string | undefined;
    try {
      await mkdir(os.tmpdir(), { recursive: true });
      folder = await mkdtemp(path.join(os.tmpdir(), TABLE_FOLDER));
      const sent = path.join(folder, 'sent');
      await receive(req, sent);
      const hash = createHash('sha256');
      for await (const chunk of createReadStream(sent)) hash.update(chunk as Buffer);
      const body = await opened(folder, sent);
      return {
        body,
        sha256: hash.digest('hex'),
        unused: () => rm(body.folder, { recursive: true, force: true }),
      };
    } catch (error) {
      if (folder) await rm(folder, { recursive: true, force: true });
      throw error;
    } finally {
      underWay.splice(underWay.indexOf(person.id), 1);
    }
  };
}
