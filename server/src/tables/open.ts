import { createHash } from 'node:crypto';
import { createReadStream } from 'node:fs';
import { mkdir, mkdtemp, rm } from 'node:fs/promises';
import os from 'node:os';
import path from 'node:path';
import type { Request } from 'express';
import { COLUMN_LIMIT } from '@radiatrix/contract';
import { separatorOf, type FileRow } from '@radiatrix/core/table';
import type { FileReader } from '../http/body.ts';
import { uploadWords } from '@radiatrix/words/en/upload';
import { ProblemError } from '../http/problem.ts';
import { encodingOf, isZip, receive } from './receive.ts';
import { firstLines, rowsOf } from './read.ts';
import { xlsxToCsv } from './xlsx.ts';

/** How the folders that tables are laid down in begin. */
export const TABLE_FOLDER = 'radiatrix-table-';
/** Rows looked at for the headings, and for what a column holds. */
const ROWS_LOOKED_AT = 200;
/** Files under way to one server: of one person, and of everybody. */
const RECEIVED_AT_ONCE = { own: 2, all: 6 };

/** One sheet of a file, its beginning read. */
export interface OpenSheet {
  name: string;
  file: string;
  /** The first rows that hold anything. */
  top: FileRow[];
}

/** A file that lies on disk. */
export interface OpenTable {
  folder: string;
  encoding: string;
  separator: string;
  sheets: OpenSheet[];
}

/** The first rows that hold anything. */
export async function topOf(rows: AsyncIterable<FileRow>): Promise<FileRow[]> {
  const top: FileRow[] = [];
  for await (const each of rows) {
    if (each.cells.every((cell) => cell.trim() === '')) continue;
    top.push(each);
    if (top.length >= ROWS_LOOKED_AT) break;
  }
  return top;
}

async function opened(folder: string, sent: string): Promise<OpenTable> {
  const refuse = (why: string) =>
    new ProblemError('unreadable', { detail: `${why} ${uploadWords('nothing-changed')}` });
  let [encoding, separator] = ['utf-8', ','];
  let files: { name: string; file: string }[];
  if (await isZip(sent)) {
    const names = await xlsxToCsv(sent, folder);
    files = names.map((name, at) => ({ name, file: path.join(folder, `sheet-${at}.csv`) }));
  } else {
    encoding = await encodingOf(sent);
    separator = separatorOf(await firstLines(createReadStream(sent), encoding));
    files = [{ name: '', file: sent }];
  }
  const sheets: OpenSheet[] = [];
  for (const each of files)
    sheets.push({ ...each, top: await topOf(rowsOf(createReadStream(each.file), encoding, separator)) });
  const widest = Math.max(0, ...sheets.flatMap(({ top }) => top.map(({ cells }) => cells.length)));
  if (widest > COLUMN_LIMIT) throw refuse(uploadWords('too-wide', { n: widest, most: COLUMN_LIMIT }));
  if (sheets.every(({ top }) => top.length === 0)) throw refuse(uploadWords('no-headings'));
  if (sheets.every(({ top }) => top.length < 2)) throw refuse(uploadWords('no-rows'));
  return { folder, encoding, separator, sheets };
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
      throw new ProblemError('busy', { detail: uploadWords('on-their-way') }); // prettier-ignore
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
