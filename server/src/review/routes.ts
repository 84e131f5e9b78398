import { REVIEW_KINDS, type Reason, type ReviewKind } from '@radiatrix/contract';
import { ProblemError } from '../http/problem.ts';
import type { Context, Reply } from '../http/route.ts';
import { tagOf } from '../revisions/service.ts';
import {
  checkRevision,
  releaseRevision,
  reviewLines,
  reviewRecord,
  sendBack as giveBack,
  withdraw as takeOut,
} from './service.ts';

function kindOf({ params }: Context): ReviewKind {
  const kind = REVIEW_KINDS.find((each) => each === params.kind);
  if (!kind) throw new ProblemError('not-found');
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
  const { db, person, ifMatch, replay } = context;
  await releaseRevision(db, kindOf(context), context.id(), person, ifMatch, replay);
  return { body: { state: 'released' } };
};

export const sendBack = async (context: Context): Promise<Reply> => {
  const { reason } = context.body as Reason;
  await giveBack(context.db, kindOf(context), context.id(), context.person, context.ifMatch, reason);
  return { body: { state: 'draft' } };
};

export const withdraw = async (context: Context): Promise<Reply> => {
  await takeOut(context.db, kindOf(context), context.id(), context.person, (context.body as Reason).reason);
  return { body: { state: 'withdrawn' } };
};
