import {
  attributeOf,
  best,
  readFigure,
  type FigureSet,
  type QuantityFigure,
  type SubjectKind,
  type Trace,
  type WordFigure,
} from '@radiatrix/core/figures';
import { METHOD_RULES, type Grade } from '@radiatrix/core/quantity';
import type { FieldProblem, FigureEntry, FigureRecord } from '@radiatrix/contract';
import { figureFault } from '@radiatrix/words/faults';
import { choiceNamed } from '@radiatrix/words/figures';
import type { Db } from '../db/client.ts';
import { measurement } from '../db/schema/index.ts';
import { ProblemError } from '../http/problem.ts';
import { connectorIds, proposeRemoval, removeFigure, type FigureRow, type Subject } from './queries.ts';

/** A figure is worth no more than the way it was got, and no more than the source it comes from. */
const traceOf = (row: FigureRow, own: string | undefined): Trace => ({
  figureId: row.id,
  method: row.method,
  grade: Math.max(METHOD_RULES[row.method].grade, row.sourceGrade) as Grade,
  source: own ? `${own}, ${row.source}` : row.source,
  text: row.text,
  by: row.stamp.by,
  at: row.stamp.at,
  ...(own ? { own: true as const } : {}),
});

/**
 * Rows of one subject as core's figure set: of several sources the best counts, the others ride along.
 * @param own says whose they are where they are of the vehicle in hand and not of its type
 */
export function figureSet<K extends SubjectKind>(rows: readonly FigureRow[], own?: string): FigureSet<K> {
  const quantities: Record<string, QuantityFigure[]> = {};
  const words: Record<string, WordFigure[]> = {};
  for (const row of rows) {
    if (row.value === null) (words[row.key] ??= []).push({ word: row.word, trace: traceOf(row, own) });
    else (quantities[row.key] ??= []).push({ value: row.value, u: row.u ?? 0, trace: traceOf(row, own) });
  }
  return {
    quantities: Object.fromEntries(Object.entries(quantities).map(([key, figures]) => [key, best(figures)])),
    words: Object.fromEntries(Object.entries(words).map(([key, figures]) => [key, best(figures)])),
  } as FigureSet<K>;
}

export const figureRecord = ({
  bayId: _bay,
  partRevisionId: _revision,
  sourceGrade: _grade,
  connectorId: _connector,
  standing: _standing,
  ...record
}: FigureRow): FigureRecord => record;

/**
 * Stores entered figures on a bay or a part revision. Every entry is read before anything is written, and every
 * wrong one is named by its place in the form.
 * @param at path of the list in what was sent, for the problem's field paths
 */
export async function storeFigures(
  db: Db,
  subject: Subject,
  entries: readonly FigureEntry[],
  at = 'figures',
  /** Who proposes them: a bay’s figures wait for a reviewer. Without, they count at once. */
  proposedBy?: number,
): Promise<void> {
  const fields: FieldProblem[] = [];
  const seen = new Set<string>();
  const wanted = entries.filter(
    (entry) => attributeOf(subject.kind, entry.key)?.type === 'connector' && entry.text !== '',
  );
  const connectors = await connectorIds(
    db,
    wanted.map((entry) => entry.text),
  );
  const rows: (typeof measurement.$inferInsert)[] = [];
  for (const [index, entry] of entries.entries()) {
    const path = `${at}.${index}.text`;
    const once = `${entry.key} ${entry.sourceId}`;
    if (seen.has(once))
      fields.push({ path, message: 'One source gives one figure; this one is given twice.' });
    seen.add(once);
    if (entry.text === '') {
      if (!attributeOf(subject.kind, entry.key))
        fields.push({ path: `${at}.${index}.key`, message: `There is no figure “${entry.key}” here.` });
      continue;
    }
    const read = readFigure(subject.kind, entry.key, entry.text, entry.method, choiceNamed);
    if (!read.ok) {
      fields.push({ path, message: figureFault(read.why) });
      continue;
    }
    if (read.type === 'connector' && !connectors.has(read.word)) {
      fields.push({ path, message: `No connector ${read.word} is on record; record it first.` });
      continue;
    }
    rows.push({
      subject: subject.kind,
      bayId: subject.kind === 'bay' ? subject.id : null,
      partRevisionId: subject.kind === 'bay' ? null : subject.id,
      partKind: subject.kind === 'bay' ? null : subject.kind,
      key: entry.key,
      type: read.type,
      value: read.type === 'quantity' ? read.value : null,
      u: read.type === 'quantity' ? read.u : null,
      choice: read.type === 'choice' ? read.word : null,
      connectorId: read.type === 'connector' ? connectors.get(read.word) : null,
      text: entry.text,
      method: entry.method,
      sourceId: entry.sourceId,
      ...(subject.kind === 'bay' && proposedBy !== undefined
        ? { standing: 'draft' as const, proposedBy }
        : {}),
    });
  }
  if (fields.length > 0) throw new ProblemError('invalid', { fields });
  for (const entry of entries)
    if (subject.kind === 'bay' && proposedBy !== undefined)
      await proposeRemoval(db, subject.id, entry.key, entry.sourceId, proposedBy);
    else await removeFigure(db, subject, entry.key, entry.sourceId);
  if (rows.length > 0) await db.insert(measurement).values(rows);
}
