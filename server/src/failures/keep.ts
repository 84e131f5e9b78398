import { judgeEarly, noisyShare, sightingsOf, standingWord, standingWords, unitsOf, type Standing } from '@radiatrix/core/failure'; // prettier-ignore
import type { PartKind } from '@radiatrix/core/figures';
import type { JobState } from '@radiatrix/core/job';
import type { Db } from '../db/client.ts';
import { tell } from '../webhooks/queries.ts';
import { shopPractice } from '../practice/service.ts';
import {
  countsOfKind,
  holdKind,
  kindsOf,
  kindsSeen,
  moveReports,
  partsSeenIn,
  replaceSightings,
  replaceStandings,
  replaceUnits,
  seenOf,
  sightingsOfJob,
  type SightingRow,
} from './queries.ts';

/** What makes a failure of a job the same one, when the job is put together again. */
const failedAs = ({ partId, kind, as, mode }: Pick<SightingRow, 'partId' | 'kind' | 'as' | 'mode'>): string =>
  [partId, kind, as, mode].join('|');

/** Which vehicle it is: what the shop calls it, of its configuration; a job without a name is a vehicle of its own. */
export const vehicleKey = (label: string, configurationId: number | undefined, jobId?: number): string => {
  const name = label.trim().toLowerCase().replaceAll(/\s+/g, ' ');
  return name === '' && jobId !== undefined ? `job ${jobId}` : `${name} #${configurationId ?? ''}`;
};

/** Works the units of parts in vehicles out anew, and where any changed the standings of their kinds. */
export async function keepUnits(
  db: Db,
  pairs: readonly { partId: number; vehicle: string }[],
): Promise<void> {
  const kinds = await kindsOf(db, [...new Set(pairs.map(({ partId }) => partId))]);
  const changed = new Set<PartKind>();
  // In one order, so that two jobs never wait for each other in a circle.
  const once = new Map(pairs.map((pair) => [`${pair.partId} ${pair.vehicle}`, pair]));
  const touched = [...new Set(pairs.map(({ partId }) => kinds.get(partId)!))].sort();
  for (const kind of touched) await holdKind(db, kind);
  for (const { partId, vehicle } of once.values())
    if (await replaceUnits(db, partId, vehicle, unitsOf(vehicle, await seenOf(db, partId, vehicle))))
      changed.add(kinds.get(partId)!);
  for (const kind of [...changed].sort()) await keepStandings(db, kind);
}

async function keepStandings(db: Db, kind: PartKind): Promise<void> {
  const practice = await shopPractice(db);
  const counts = await countsOfKind(db, kind, practice.earlyDays);
  const judged = judgeEarly(counts.map(({ partId, vehicles, early, days }) => ({ partId, vehicles, early, days })), practice); // prettier-ignore
  await replaceStandings(
    db,
    kind,
    counts.map((count, at) => {
      const standing: Standing = {
        fitted: count.fitted,
        failed: count.failed,
        early: judged[at] ?? null,
        noisy: noisyShare(count.noisy, count.noisyOf),
        again: { vehicles: count.againVehicles, most: count.againMost },
      };
      return { partId: count.partId, standing, word: standingWord(standing, practice), words: standingWords(standing, practice) }; // prettier-ignore
    }),
  );
}

/** The shop's limits changed: every part is judged anew. */
export async function judgeAllAnew(db: Db): Promise<void> {
  for (const kind of (await kindsSeen(db)).sort()) {
    await holdKind(db, kind);
    await keepStandings(db, kind);
  }
}

/** Keeps what a job shows of parts, in the transaction of what happened on it; most of what happens shows nothing new. */
export async function keepSightings(db: Db, jobId: number, state: JobState): Promise<void> {
  const practice = state.bench.length > 0 ? await shopPractice(db) : undefined;
  const { parts, kinds } = sightingsOf(state, practice);
  const held = await sightingsOfJob(db, jobId);
  if (parts.length === 0 && kinds.length === 0 && held.length === 0) return;
  const vehicle = vehicleKey(state.label, state.vehicleId, jobId);
  // An event may name a part that is not on record; nothing is known of it.
  const known = await kindsOf(db, [...new Set(parts.map(({ partId }) => partId))]);
  const rows = [
    ...parts
      .filter(({ partId }) => known.has(partId))
      .map((each) => ({ ...each, kind: null, jobId, vehicle })),
    ...kinds.map((each) => ({
      ...each,
      partId: null,
      as: 'failed' as const,
      noisy: null,
      unit: '',
      jobId,
      vehicle,
    })),
  ];
  const text = (row: Omit<SightingRow, 'id'>): string =>
    [row.partId, row.kind, row.vehicle, row.on, row.as, row.km, row.mode, row.noisy, row.unit].join('|');
  if (held.map(text).join() === rows.map(text).join()) return;
  await replaceSightings(db, jobId, rows);
  const was = new Set(held.map(failedAs));
  for (const row of rows)
    if (row.as.startsWith('failed') && !was.has(failedAs(row)))
      await tell(db, 'part.failed', {
        job: jobId,
        part: row.partId,
        kind: row.kind,
        mode: row.mode,
        on: row.on,
        as: row.as,
      });
  // What one job tells can settle which part another meant: all that was seen in the vehicle is put together anew.
  const moved = await moveReports(db, jobId, vehicle);
  const pairs: { partId: number; vehicle: string }[] = held.flatMap(({ partId, vehicle: was }) => (partId === null ? [] : [{ partId, vehicle: was }])); // prettier-ignore
  for (const each of new Set([vehicle, ...moved, ...held.map((row) => row.vehicle)]))
    for (const partId of await partsSeenIn(db, each)) pairs.push({ partId, vehicle: each });
  await keepUnits(db, pairs);
}
