import type { ReviewKind } from '@radiatrix/contract';
import { ProblemError } from '../http/problem.ts';
import type { Context, Reply } from '../http/route.ts';
import { tagOf } from '../revisions/service.ts';
import { checkRevision, releaseRevision, reviewLines, reviewRecord } from './service.ts';

function kindOf({ params }: Context): ReviewKind {
  const { kind } = params;
  if (kind !== 'part' && kind !== 'procedure') throw new ProblemError('not-found');
  return kind;
}

export const review = async ({ db }: Context): Promise<Reply> => ({ body: await reviewLines(db) });

export const reviewOne = async (context: Context): Promise<Reply> => {
  const record = await reviewRecord(context.db, kindOf(context), context.id());
  return { body: record, etag: tagOf({ id: record.revisionId, version: record.version }) };
};

export const check = async (context: Context): Promise<Reply> => {
  await checkRevision(context.db, kindOf(context), context.id(), context.person, context.ifMatch);
  return { body: { state: 'checked' } };
};

export const release = async (context: Context): Promise<Reply> => {
  await releaseRevision(context.db, kindOf(context), context.id(), context.person, context.ifMatch);
  return { body: { state: 'released' } };
};
