import { REVIEW_KINDS, type ReviewKind } from '@radiatrix/contract';
import { ProblemError } from '../http/problem.ts';
import type { Context, Handler } from '../http/route.ts';
import { tagOf } from '../revisions/service.ts';
import {
  checkRevision,
  releaseRevision,
  reviewLines,
  reviewRecord,
  sendBack as giveBack,
  withdraw as takeOut,
} from './service.ts';

function kindOf({ params }: Pick<Context, 'params'>): ReviewKind {
  const kind = REVIEW_KINDS.find((each) => each === params.kind);
  if (!kind) throw new ProblemError('not-found');
  return kind;
}

export const review: Handler<'review'> = async ({ db }) => ({ body: await reviewLines(db) });

export const reviewOne: Handler<'reviewOne'> = async (context) => {
  const record = await reviewRecord(context.db, kindOf(context), context.id());
  return { body: record, etag: tagOf({ id: record.revisionId, version: record.version }) };
};

export const check: Handler<'check'> = async (context) => {
  await checkRevision(context.db, kindOf(context), context.id(), context.person, context.ifMatch);
  return { body: { state: 'checked' } };
};

export const release: Handler<'release'> = async (context) => {
  const { db, person, ifMatch, replay } = context;
  await releaseRevision(db, kindOf(context), context.id(), person, ifMatch, replay);
  return { body: { state: 'released' } };
};

export const sendBack: Handler<'sendBack'> = async (context) => {
  const { reason } = context.body;
  await giveBack(context.db, kindOf(context), context.id(), context.person, context.ifMatch, reason);
  return { body: { state: 'draft' } };
};

export const withdraw: Handler<'withdraw'> = async (context) => {
  await takeOut(context.db, kindOf(context), context.id(), context.person, context.body.reason);
  return { body: { state: 'withdrawn' } };
};
