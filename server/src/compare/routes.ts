import type { ComparisonDocument } from '@radiatrix/contract';
import type { Context, Reply } from '../http/route.ts';
import { addComparison, benchRecord, comparisonsOf, removeComparison } from './service.ts';

export const bench = async ({ db, id, person, query }: Context): Promise<Reply> => ({
  body: await benchRecord(db, id(), person, {
    parts: query.part as number[],
    jobId: query.job as number | undefined,
  }),
});

export const comparisons = async ({ db, id }: Context): Promise<Reply> => ({
  body: await comparisonsOf(db, id()),
});

export const newComparison = async ({ db, id, body }: Context): Promise<Reply> => ({
  status: 201,
  body: { id: await addComparison(db, id(), body as ComparisonDocument) },
  location: `/api/jobs/${id()}/comparisons`,
});

export const dropComparison = async ({ db, id }: Context): Promise<Reply> => {
  await removeComparison(db, id());
  return { status: 204 };
};
