import type { ComparisonDocument } from '@radiatrix/contract';
import { notFound } from '../http/problem.ts';
import type { Context, Reply } from '../http/route.ts';
import { jobRow } from '../jobs/queries.ts';
import { deleteComparison, insertComparison } from './queries.ts';
import { benchRecord, comparisonsOf } from './service.ts';

export const bench = async ({ db, id, person, query }: Context): Promise<Reply> => ({
  body: await benchRecord(db, id(), person, {
    parts: query.part as number[],
    jobId: query.job as number | undefined,
  }),
});

export const comparisons = async ({ db, id }: Context): Promise<Reply> => ({
  body: await comparisonsOf(db, id()),
});

export const newComparison = async ({ db, id, body }: Context): Promise<Reply> => {
  if (!(await jobRow(db, id()))) throw notFound('That job');
  const made = await insertComparison(db, id(), body as ComparisonDocument);
  return { status: 201, body: { id: made }, location: `/api/jobs/${id()}/comparisons` };
};

export const dropComparison = async ({ db, id }: Context): Promise<Reply> => {
  if (!(await deleteComparison(db, id()))) throw notFound('That comparison');
  return { status: 204 };
};
