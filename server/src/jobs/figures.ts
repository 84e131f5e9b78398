import { attributeOf, readFigure } from '@radiatrix/core/figures';
import type { JobState } from '@radiatrix/core/job';
import type { FieldProblem, JobEventDraft } from '@radiatrix/contract';
import { figureFault } from '@radiatrix/words/faults';
import { choiceNamed } from '@radiatrix/words/figures';
import type { Db } from '../db/client.ts';
import { connectorIds } from '../figures/queries.ts';
import { ProblemError } from '../http/problem.ts';
import { dropOwnFigures, insertOwnFigure, ownFigures, sourceIds } from './queries.ts';

/** Every figure among some events is read before anything is kept, and every wrong one is named by its place. */
export async function checkFigures(db: Db, events: readonly JobEventDraft[]): Promise<void> {
  const taken = events.flatMap((event, at) =>
    event.kind === 'figure taken' ? [{ at, ...event.payload }] : [],
  );
  if (taken.length === 0) return;
  const [sources, plugs] = await Promise.all([
    sourceIds(db),
    connectorIds(
      db,
      taken.filter(({ key }) => attributeOf('bay', key)?.type === 'connector').map(({ text }) => text),
    ),
  ]);
  const fields = taken.flatMap(({ at, key, text, method, sourceId }): FieldProblem[] => {
    const read = readFigure('bay', key, text, method, choiceNamed);
    if (!read.ok) return [{ path: `events.${at}.payload.text`, message: figureFault(read.why) }];
    if (read.type === 'connector' && !plugs.has(read.word))
      return [
        {
          path: `events.${at}.payload.text`,
          message: `No connector ${read.word} is on record; record it first.`,
        },
      ];
    return sources.has(sourceId)
      ? []
      : [{ path: `events.${at}.payload.sourceId`, message: 'That source is not on record.' }];
  });
  if (fields.length > 0) throw new ProblemError('invalid', { fields });
}

/** Brings the measurements of a job in step with what its events come to; one that an event put there stays as it is. */
export async function keepFigures(db: Db, jobId: number, state: JobState): Promise<void> {
  const held = await ownFigures(db, jobId);
  const wanted = Object.entries(state.figures);
  const stays = (key: string, event: string): boolean =>
    held.some((row) => row.key === key && row.eventId === event);
  await dropOwnFigures(
    db,
    jobId,
    held.filter((row) => state.figures[row.key]?.event !== row.eventId).map((row) => row.key),
  );
  const fresh = wanted.filter(([key, { event }]) => !stays(key, event));
  const plugs = await connectorIds(
    db,
    fresh.filter(([key]) => attributeOf('bay', key)?.type === 'connector').map(([, { text }]) => text),
  );
  for (const [key, { text, method, sourceId, event }] of fresh) {
    const read = readFigure('bay', key, text, method, choiceNamed);
    if (!read.ok || (read.type === 'connector' && !plugs.has(read.word))) continue;
    await insertOwnFigure(db, {
      subject: 'bay',
      jobId,
      eventId: event,
      key,
      type: read.type,
      text,
      method,
      sourceId,
      value: read.type === 'quantity' ? read.value : null,
      u: read.type === 'quantity' ? read.u : null,
      choice: read.type === 'choice' ? read.word : null,
      connectorId: read.type === 'connector' ? plugs.get(read.word)! : null,
    });
  }
}
