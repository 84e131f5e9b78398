import {
  seesDrafts,
  type Change,
  type Correction,
  type CorrectionReach,
  type JobCorrection,
  type Person,
  type Reach,
} from '@radiatrix/contract';
import { attributesOf, type PartKind } from '@radiatrix/core/figures';
import { foldJob, type JobState } from '@radiatrix/core/job';
import type { Db } from '../db/client.ts';
import { notFound } from '../http/problem.ts';
import { eventsOf } from '../jobs/queries.ts';
import { everybodySees } from '../proposals/queries.ts';
import { configurationsByIds, loadVocabulary } from '../vehicles/queries.ts';
import { vehicleLine } from '../vehicles/service.ts';
import {
  correctionRows,
  insertCorrection,
  jobsOfPart,
  jobsOfVehicles,
  markTold,
  naming,
  ownerOf,
  reachRows,
  untoldCount,
  type About,
  type CorrectionRow,
} from './queries.ts';

/** What a job had made of a part, a bay or a way when it was put right; undefined where it never used it. */
export function reachOf(
  { about, aboutId }: About,
  state: JobState,
  partKind: PartKind | null = null,
  connects: { parts: ReadonlySet<number>; isLoom: boolean } = { parts: new Set(), isLoom: false },
): Reach | undefined {
  const goesIn = state.parts.filter(({ role, state: at }) => role === 'goes in' && at !== 'sent back');
  const isDone = state.closed?.outcome === 'done';
  if (state.closed && !isDone) return undefined;
  if (about === 'access') {
    // What was done by the map is done; only who still works by it has to know.
    return state.way?.mapId === aboutId && !state.closed ? 'sheet' : undefined;
  }
  // What came off is gone; what stays is in the vehicle.
  const here = state.parts.filter(({ role }) => role !== 'comes off');
  const own =
    about === 'part' ? here.filter(({ partId }) => partId === aboutId)
    // The plug of a part, or the one of the loom that it goes to.
    : about === 'connector' ? here.filter(({ partId, kind, role }) => connects.parts.has(partId) || (connects.isLoom && role === 'goes in' && hasPlug(kind)))
    : goesIn;
  if (own.length === 0) return undefined;
  // Where a way of the map was taken, no written procedure leads.
  if (about === 'procedure') return !state.closed && !state.way && own.some(({ kind }) => kind === partKind) ? 'sheet' : undefined;
  if (isDone || own.some(({ role, state: at }) => role === 'stays' || at === 'fitted')) return 'fitted';
  return state.way ? 'sheet' : 'chosen';
} // prettier-ignore

const hasPlug = (kind: PartKind): boolean => attributesOf(kind).some(([, { type }]) => type === 'connector');

/** Jobs that a record may have been used on. */
async function jobsNear(db: Db, { about, aboutId }: About, bayId: number): Promise<number[]> {
  if (about === 'part') return jobsOfPart(db, aboutId);
  if (about === 'configuration') return jobsOfVehicles(db, 'id', aboutId);
  if (about === 'engine') return jobsOfVehicles(db, 'engineId', aboutId);
  return jobsOfVehicles(db, 'bayId', bayId);
}

/** Jobs with a plug of a kind: on a part, or on the loom of the vehicle. */
async function reachesOfConnector(db: Db, about: About): Promise<{ jobId: number; reach: Reach }[]> {
  const { partIds, bayIds } = await naming(db, about.aboutId);
  const byPart = (await Promise.all(partIds.map((id) => jobsOfPart(db, id)))).flat();
  const byLoom = new Set((await Promise.all(bayIds.map((id) => jobsOfVehicles(db, 'bayId', id)))).flat());
  const ids = [...new Set([...byPart, ...byLoom])];
  const events = await eventsOf(db, ids);
  return ids.flatMap((jobId) => {
    const connects = { parts: new Set(partIds), isLoom: byLoom.has(jobId) };
    const reach = reachOf(about, foldJob(events.get(jobId) ?? []), null, connects);
    return reach ? [{ jobId, reach }] : [];
  });
}

/** Jobs that used a record, with what they had made of it. */
export async function reachesOf(db: Db, about: About): Promise<{ jobId: number; reach: Reach }[]> {
  if (about.about === 'connector') return reachesOfConnector(db, about);
  const { bayId, partKind } = await ownerOf(db, about);
  const ids = await jobsNear(db, about, bayId);
  const events = await eventsOf(db, ids);
  return ids.flatMap((jobId) => {
    const reach = reachOf(about, foldJob(events.get(jobId) ?? []), partKind);
    return reach ? [{ jobId, reach }] : [];
  });
}

/**
 * Writes down what a release, or a withdrawal, puts right of what jobs have used already. A figure that was not on record
 * before is new and corrects nothing.
 */
export async function keepCorrection(
  db: Db,
  about: About & { title: string },
  { changes, withdrawnFor = '' }: { changes: readonly Change[]; withdrawnFor?: string },
): Promise<void> {
  const corrects = about.about === 'access' || about.about === 'procedure' ? [...changes] : changes.filter(({ before }) => before !== '');
  if (corrects.length === 0 && withdrawnFor === '') return;
  const reaches = await reachesOf(db, about);
  if (reaches.length > 0) await insertCorrection(db, { ...about, changes: corrects, withdrawnFor }, reaches);
} // prettier-ignore

const stampOf = (by: string, at: string) => ({ by, at: new Date(at).toISOString() });
/**
 * As a reader may see it: of a record that is withdrawn now, who does not work on the library learns that it was, and why,
 * and nothing that stood in it.
 */
async function shownTo(db: Db, { role }: Person, rows: readonly CorrectionRow[]): Promise<CorrectionRow[]> {
  if (seesDrafts(role)) return [...rows];
  const seen = new Map<string, boolean>();
  for (const { about, aboutId } of rows)
    if (about !== 'bay' && !seen.has(`${about} ${aboutId}`))
      seen.set(`${about} ${aboutId}`, await everybodySees(db, about, aboutId));
  return rows.map((row) => (seen.get(`${row.about} ${row.aboutId}`) === false ? { ...row, title: '', changes: [] } : row));
} // prettier-ignore

const headOf = ({ by, at, ...row }: CorrectionRow): Omit<Correction, 'reaches'> => ({ ...row, stamp: stampOf(by, at) }); // prettier-ignore

async function whole(db: Db, rows: readonly CorrectionRow[]): Promise<Correction[]> {
  if (rows.length === 0) return [];
  const reaches = await reachRows(db, { correctionIds: rows.map(({ id }) => id) });
  const vocabulary = await loadVocabulary(db);
  const vehicles = await configurationsByIds(db, [...new Set(reaches.map((each) => each.configurationId))]);
  const titles = new Map(vehicles.map((each) => [each.id, vehicleLine(each, vocabulary).title]));
  return rows.map((row) => ({
    ...headOf(row),
    reaches: reaches
      .filter(({ correctionId }) => correctionId === row.id)
      .map(({ jobId, label, configurationId, reach, hands, toldBy, toldAt }): CorrectionReach => ({
        jobId,
        label,
        vehicle: titles.get(configurationId) ?? '',
        reach,
        hands,
        told: toldBy && toldAt ? stampOf(toldBy, toldAt) : null,
      })),
  }));
}

/** Those with a job that nobody has told first, then the newest. */
export async function corrections(db: Db, person: Person): Promise<Correction[]> {
  const all = await whole(db, await shownTo(db, person, await correctionRows(db)));
  const isOpen = ({ reaches }: Correction): boolean => reaches.some(({ told }) => told === null);
  return [...all.filter(isOpen), ...all.filter((each) => !isOpen(each))];
}

export async function tell(db: Db, id: number, jobId: number, told: boolean, person: Person): Promise<Correction> {
  if (!(await markTold(db, id, jobId, told ? person.id : null))) throw notFound('That correction');
  return (await whole(db, await shownTo(db, person, await correctionRows(db, [id]))))[0]!;
} // prettier-ignore

/** What was put right since a job used it. */
export async function correctionsOfJob(db: Db, jobId: number, person: Person): Promise<JobCorrection[]> {
  const reaches = await reachRows(db, { jobId });
  if (reaches.length === 0) return [];
  const rows = await shownTo(db, person, await correctionRows(db, reaches.map(({ correctionId }) => correctionId))); // prettier-ignore
  return rows.map((row) => {
    const { reach, toldBy, toldAt } = reaches.find(({ correctionId }) => correctionId === row.id)!;
    return { ...headOf(row), reach, told: toldBy && toldAt ? stampOf(toldBy, toldAt) : null };
  });
}

export const untoldJobs = untoldCount;
