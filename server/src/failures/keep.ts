import { judgeEarly, noisyShare, returnsOf, sightingsOf, standingWord, unitsOf, type Returns, type Standing } from '@radiatrix/core/failure'; // prettier-ignore
import type { Practice } from '@radiatrix/core/practice';
import type { PartKind } from '@radiatrix/core/figures';
import type { JobState } from '@radiatrix/core/job';
import type { Db } from '../db/client.ts';
import { tell } from '../webhooks/queries.ts';
import { shopPractice } from '../practice/service.ts';
import {
  countsOfKind,
  earlyLivesOf,
  gapsOnRecord,
  holdKind,
  kindsOf,
  kindsSeen,
  lastDayOnRecord,
  moveReports,
  partsSeenIn,
  replaceSightings,
  replaceStandings,
  replaceUnits,
  seenOf,
  sightingsOfJob,
  standingsAreMissing,
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

/** Works out the units of parts in vehicles, and where any changed the standings of their kinds. */
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
  await keepStandings(db, [...changed].sort());
}

/** Who comes back to this shop, and the day up to which silence may mean that a part runs. */
export interface Watch {
  lastDay: string;
  /** undefined where too few came back to tell. */
  returns: Returns | undefined;
}
export async function watchOf(db: Db, practice: Practice): Promise<Watch | undefined> {
  const lastDay = await lastDayOnRecord(db);
  return lastDay === null ? undefined : { lastDay, returns: returnsOf(await gapsOnRecord(db, lastDay), practice) };
} // prettier-ignore

async function keepStandings(db: Db, kinds: readonly PartKind[]): Promise<void> {
  if (kinds.length === 0) return;
  const practice = await shopPractice(db);
  const watch = await watchOf(db, practice);
  for (const kind of kinds) {
    const counts = await countsOfKind(db, kind);
    const lives = watch ? await earlyLivesOf(db, kind, watch.lastDay) : [];
    const judged = new Map(
      judgeEarly(
        lives.map(({ away, ...life }) => ({ ...life, comes: watch?.returns?.comes(away) ?? null })),
        practice,
      ).map((each) => [each.partId, each]),
    );
    await replaceStandings(
      db,
      kind,
      counts.map(({ partId, ...count }) => {
        const standing: Standing = {
          fitted: count.fitted,
          failed: count.failed,
          early: judged.get(partId) ?? null,
          noisy: noisyShare(count.noisy, count.noisyOf),
          again: { vehicles: count.againVehicles, most: count.againMost },
        };
        return { partId, standing, word: standingWord(standing, practice) };
      }),
    );
  }
}

/** The shop's limits changed: every part is judged again. */
export async function judgeEveryPart(db: Db): Promise<void> {
  const kinds = (await kindsSeen(db)).sort();
  for (const kind of kinds) await holdKind(db, kind);
  await keepStandings(db, kinds);
}

/** After an upgrade that judges parts in another way, every part is judged once. */
export async function judgeWhereMissing(db: Db): Promise<void> {
  if (await standingsAreMissing(db)) await judgeEveryPart(db);
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
      owner: state.owner,
      jobId,
      vehicle,
    })),
  ];
  const text = (row: Omit<SightingRow, 'id'>): string =>
    [
      row.partId,
      row.kind,
      row.vehicle,
      row.on,
      row.as,
      row.km,
      row.mode,
      row.noisy,
      row.unit,
      row.owner,
    ].join('|');
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
  // What one job tells can settle which part another meant: all that was seen in the vehicle is put together again.
  const moved = await moveReports(db, jobId, vehicle);
  const pairs: { partId: number; vehicle: string }[] = held.flatMap(({ partId, vehicle: was }) => (partId === null ? [] : [{ partId, vehicle: was }])); // prettier-ignore
  for (const each of new Set([vehicle, ...moved, ...held.map((row) => row.vehicle)]))
    for (const partId of await partsSeenIn(db, each)) pairs.push({ partId, vehicle: each });
  await keepUnits(db, pairs);
}
