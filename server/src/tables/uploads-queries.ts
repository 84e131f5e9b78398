import { open } from 'node:fs/promises';
import { and, eq, sql } from 'drizzle-orm';
import type { TableKind } from '@radiatrix/core/table';
import type { ReadingChoices } from '@radiatrix/core/table';
import type { Upload, UploadLine } from '@radiatrix/contract';
import type { Db } from '../db/client.ts';
import { headingMemory, upload, uploadPiece } from '../db/schema/index.ts';

/** A server that has given no sign for so long is gone, and what it worked on may be begun anew. */
export const SILENT_S = 20;
const gone = sql`${upload.beat} < now() - make_interval(secs => ${SILENT_S})`;
const atWork = sql`${upload.state} in ('reading', 'applying')`;
const own = (id: string, personId: number) =>
  sql`${upload.id}::text = ${id} and ${upload.personId} = ${personId}`;

const PIECE_BYTES = 1024 * 1024;

export type UploadRow = typeof upload.$inferSelect & { silent: boolean };

/** Keeps an upload with the sheets of its file, read piece by piece. */
export async function insertUpload(
  db: Db,
  row: typeof upload.$inferInsert,
  files: readonly string[],
): Promise<void> {
  await db.insert(upload).values(row);
  for (const [sheet, file] of files.entries()) await insertSheet(db, row.id, sheet, file);
}

async function insertSheet(db: Db, uploadId: string, sheet: number, file: string): Promise<void> {
  const handle = await open(file);
  try {
    for (let ordinal = 0; ; ordinal += 1) {
      const { buffer, bytesRead } = await handle.read(Buffer.alloc(PIECE_BYTES), 0, PIECE_BYTES);
      if (bytesRead === 0) return;
      await db
        .insert(uploadPiece)
        .values({ uploadId, sheet, ordinal, content: buffer.subarray(0, bytesRead) });
    }
  } finally {
    await handle.close();
  }
}

/** A sheet of an upload as it was kept. */
export async function* piecesOf(db: Db, id: string, sheet: number): AsyncGenerator<Buffer> {
  for (let ordinal = 0; ; ordinal += 1) {
    const [piece] = await db
      .select({ content: uploadPiece.content })
      .from(uploadPiece)
      .where(
        and(eq(uploadPiece.uploadId, id), eq(uploadPiece.sheet, sheet), eq(uploadPiece.ordinal, ordinal)),
      );
    if (!piece) return;
    yield piece.content;
  }
}

/** An upload of this person. */
export async function uploadById(db: Db, id: string, personId: number): Promise<UploadRow | undefined> {
  const [row] = await db
    .select({ row: upload, silent: sql<boolean>`${atWork} and ${gone}` })
    .from(upload)
    .where(own(id, personId));
  return row && { ...row.row, silent: row.silent };
}

/** Rows that could not come in are kept until their person is done with them. */
const keptAside = sql`(${upload.state} = 'applied' and exists (select 1 from upload_wrong w where w.upload_id = ${upload.id}))`;

/** Uploads of a person that wait for something: the newest first. */
export const uploadLines = async (db: Db, personId: number): Promise<UploadLine[]> =>
  db
    .select({
      id: upload.id,
      name: sql<string>`${upload.view} ->> 'name'`,
      kind: sql<TableKind>`${upload.view} ->> 'kind'`,
      state: upload.state,
      aside: sql<number>`(select count(*)::int from upload_wrong w where w.upload_id = ${upload.id})`,
      at: sql<string>`${upload.at}::text`,
    })
    .from(upload)
    .where(and(eq(upload.personId, personId), sql`(${upload.state} <> 'applied' or ${keptAside})`))
    .orderBy(sql`${upload.at} desc`);

/** Throws a person's oldest idle uploads away, so that fewer than `most` are left. */
export const dropBeyond = (db: Db, personId: number, most: number): Promise<unknown> =>
  db.execute(sql`
    delete from upload where id in (
      select ${upload.id} from ${upload} where ${upload.personId} = ${personId} and ${upload.state} <> 'waiting' and not ${keptAside} and (not ${atWork} or ${gone})
      order by ${upload.at} desc, ${upload.id} offset ${most - 1})`);

/** How many tables lie here, and how many are being worked on. */
export async function uploadCounts(db: Db): Promise<{ all: number; working: number }> {
  const [row] = await db
    .select({
      all: sql<number>`count(*)::int`,
      working: sql<number>`count(*) filter (where ${atWork} and not ${gone})::int`,
    })
    .from(upload)
    .where(sql`${upload.state} <> 'waiting' and not ${keptAside}`);
  return row!;
}

/** Takes an upload to work on it; undefined where somebody does already. */
export async function takeUpload(
  db: Db,
  id: string,
  personId: number,
  state: 'reading' | 'applying',
): Promise<Upload | undefined> {
  const [row] = await db
    .update(upload)
    .set({ state, done: 0, message: '', stopAsked: false, beat: sql`now()` })
    .where(sql`${own(id, personId)} and (not ${atWork} or ${gone})`)
    .returning();
  return row && toldOf(row);
}

/** Says how far the work is, and hears whether it is to stop: true, or the upload is gone. */
export async function tellUpload(db: Db, id: string, done: number): Promise<boolean> {
  const [row] = await db
    .update(upload)
    .set({ done, beat: sql`now()` })
    .where(and(eq(upload.id, id), atWork))
    .returning({ stop: upload.stopAsked });
  return row?.stop ?? true;
}

/**
 * What a stretch of work left behind; false where somebody asked to stop reading before it was said.
 * @param stopped it is left although it was asked to stop
 */
export async function leaveUpload(
  db: Db,
  id: string,
  set: Partial<Pick<typeof upload.$inferInsert, 'state' | 'done' | 'message' | 'view' | 'bundle' | 'partly'>>,
  stopped = false,
): Promise<boolean> {
  const left = await db
    .update(upload)
    .set(set)
    .where(
      and(
        eq(upload.id, id),
        stopped ? undefined : sql`not (${upload.state} = 'reading' and ${upload.stopAsked})`,
      ),
    )
    .returning({ id: upload.id });
  return left.length > 0;
}

/** Leaves word to stop what is under way; false where it is over. */
export async function askToStop(db: Db, id: string, personId: number): Promise<boolean> {
  const asked = await db
    .update(upload)
    .set({ stopAsked: true })
    .where(and(own(id, personId), atWork))
    .returning({ id: upload.id });
  return asked.length > 0;
}

/** Uploads that nobody went on with for an hour, and staged lines that belong to none. */
export async function dropOldUploads(db: Db): Promise<void> {
  await db.execute(
    sql`delete from ${upload} where ${upload.at} < now() - interval '1 hour' and ${upload.state} not in ('waiting', 'reading', 'applying') and not ${keptAside}`,
  );
  await db.execute(
    sql`delete from ${upload} where ${upload.at} < now() - interval '1 hour' and ${gone} and not ${upload.partly}`,
  );
  await db.execute(sql`delete from import_line where upload not in (select id::text from upload)`);
  await db.execute(sql`delete from import_part where upload not in (select id from upload)`);
  await db.execute(sql`delete from import_figure where upload not in (select id from upload)`);
}

export const forgetUpload = (db: Db, id: string): Promise<unknown> =>
  db.delete(upload).where(sql`${upload.id}::text = ${id}`);

/** What a table that came before all of this was told knows nothing of. */
const UNSAID = {
  sheets: [''], sheet: 0, headingRow: 1, headingRows: 1, top: [], choices: {}, sourceId: null, totals: 0, asked: { openYears: 0, numbersAlike: 0 },
  unknown: [], unknownMore: 0, understood: [], aside: 0, batch: null,
} satisfies Partial<Upload>; // prettier-ignore

/** What the person is told. */
export const toldOf = ({
  view,
  state,
  done,
  message,
}: Pick<UploadRow, 'view' | 'state' | 'done' | 'message'>): Upload => ({
  ...UNSAID,
  ...view,
  state,
  done,
  message,
});

const memory = (personId: number, kind: TableKind, shape: string) =>
  and(eq(headingMemory.personId, personId), eq(headingMemory.kind, kind), eq(headingMemory.shape, shape));

export interface Remembered {
  mapping: Upload['mapping'];
  choices: ReadingChoices;
}

/** What this person's files of this shape were taken for, last time one was brought in. */
export async function rememberedMapping(
  db: Db,
  personId: number,
  kind: TableKind,
  shape: string,
): Promise<Remembered | undefined> {
  const [row] = await db
    .select({ mapping: headingMemory.mapping, choices: headingMemory.choices })
    .from(headingMemory)
    .where(memory(personId, kind, shape));
  return row;
}

export const rememberMapping = (
  db: Db,
  personId: number,
  kind: TableKind,
  shape: string,
  said: Remembered,
): Promise<unknown> =>
  db
    .insert(headingMemory)
    .values({ personId, kind, shape, ...said })
    .onConflictDoUpdate({
      target: [headingMemory.personId, headingMemory.kind, headingMemory.shape],
      set: { ...said, at: sql`now()` },
    });

export const forgetMapping = (db: Db, personId: number, kind: TableKind, shape: string): Promise<unknown> =>
  db.delete(headingMemory).where(memory(personId, kind, shape));
