import { eq, inArray, and } from 'drizzle-orm';
import type { Db } from '../db/client.ts';
import { job, jobEvent } from '../db/schema/index.ts';

const KINDS = ['trial planned', 'run made', 'undone'];

/** What closed jobs tell of trials: plans, runs and what was taken back, oldest first. */
export const trialEvents = (db: Db) =>
  db
    .select({ id: jobEvent.id, jobId: jobEvent.jobId, kind: jobEvent.kind, payload: jobEvent.payload })
    .from(jobEvent)
    .innerJoin(job, eq(job.id, jobEvent.jobId))
    .where(
      and(
        eq(job.closed, true),
        inArray(jobEvent.kind, KINDS),
        inArray(jobEvent.standing, ['counts', 'handed in']),
      ),
    ) // prettier-ignore
    .orderBy(jobEvent.number);
