import { isDeepStrictEqual } from 'node:util';
import { mapOfRecordings, type AccessMap, type Recording } from '@radiatrix/core/access';
import { foldJob } from '@radiatrix/core/job';
import type { Person } from '@radiatrix/contract';
import { recordingWords } from '@radiatrix/words/en/recording';
import type { Db } from '../db/client.ts';
import { ProblemError, notFound } from '../http/problem.ts';
import { eventsOf, jobRow, jobsRecordedIn } from '../jobs/queries.ts';
import { tagOf } from '../revisions/service.ts';
import { findConfiguration } from '../vehicles/service.ts';
import { accessOfBay } from './queries.ts';
import { accessRecord, createAccess, storeAccess, vehicleAccess } from './service.ts';

/** The words of a map that recordings make. */
const saidOf = (jobs: number) => ({
  title: recordingWords('map:title'),
  note: recordingWords('map:note', { n: jobs }),
  off: (name: string) => recordingWords('map:off', { name }),
  back: (name: string) => recordingWords('map:back', { name }),
  assumed: (names: readonly string[]) => recordingWords('map:assumed', { names: names.join(', ') }),
  plug: (words: string) => recordingWords('map:plug', { words }),
  unmeasured: recordingWords('map:unmeasured'),
});

/**
 * Whether a map says what recordings made of it, word for word: then more recordings may take its place. One that
 * somebody has changed since is theirs.
 */
const isRecorded = (
  { title, notes, things, fasteners, operations, steps }: AccessMap,
  recordings: readonly Recording[],
): boolean =>
  recordings.some((_, at) =>
    isDeepStrictEqual(
      { title, notes, things, fasteners, operations, steps },
      mapOfRecordings(recordings.slice(0, at + 1), saidOf(at + 1)),
    ),
  );

/**
 * Drafts the access map of the bay of a job from everything that was recorded in that bay, the newest job last. A draft
 * that was made so before is refined; a map that somebody wrote is left alone.
 */
export async function draftRecorded(
  db: Db,
  jobId: number,
  person: Person,
): Promise<{ id: number; recordings: number }> {
  const job = await jobRow(db, jobId);
  if (!job) throw notFound('That job');
  const { bayId, id: vehicleId } = await findConfiguration(db, job.configurationId);
  const jobs = await jobsRecordedIn(db, bayId);
  const events = await eventsOf(db, jobs);
  const recordings = jobs
    .map((id): Recording => foldJob(events.get(id) ?? []).recorded)
    .filter((recording) => recording.length > 0);
  if (recordings.length === 0)
    return { id: await draftBorrowed(db, { jobId, vehicleId, bayId }, person), recordings: 0 };
  const drafted = mapOfRecordings(recordings, saidOf(recordings.length));
  const held = await accessOfBay(db, bayId, true);
  if (!held) return { id: await createAccess(db, bayId, drafted, person), recordings: recordings.length };
  const now = await accessRecord(db, held.id, person);
  if (!isRecorded(now, recordings))
    throw new ProblemError('conflict', { detail: recordingWords('map:held') });
  await storeAccess(db, held.id, drafted, person, tagOf({ id: now.revisionId, version: now.version }));
  return { id: held.id, recordings: recordings.length };
}

/** Drafts the map of a bay from the one that its job borrowed: what was not done here says so. */
async function draftBorrowed(
  db: Db,
  { jobId, vehicleId, bayId }: { jobId: number; vehicleId: number; bayId: number },
  person: Person,
): Promise<number> {
  const { map } = await vehicleAccess(db, vehicleId, person, jobId);
  if (!map?.borrowed) throw new ProblemError('not-ready', { detail: recordingWords('map:nothing') });
  return createAccess(db, bayId, map.document, person);
}
