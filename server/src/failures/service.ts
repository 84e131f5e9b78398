import { tell } from '../webhooks/queries.ts';
import {
  daysOf,
  fitWeibull,
  kaplanMeier,
  kmOf,
  shareOverTime,
  type FailureMode,
  type Life,
  type Returns,
} from '@radiatrix/core/failure';
import type { FailureBody, FailureLine, FailureRecord, LifeCurve, LifeStep, Person } from '@radiatrix/contract'; // prettier-ignore
import { seesDrafts } from '@radiatrix/contract';
import type { Db } from '../db/client.ts';
import { ProblemError, notFound } from '../http/problem.ts';
import { jobRow } from '../jobs/queries.ts';
import { partIdByNumber, partLineOf, partLines, successorsOf } from '../parts/queries.ts';
import { shopPractice } from '../practice/service.ts';
import { keepUnits, vehicleKey, watchOf } from './keep.ts';
import {
  allStandings,
  deleteReport,
  insertReport,
  livesOf,
  lockReport,
  othersOf,
  reportsOf,
  standingsOf,
  unitsOfPart,
  updateReport,
  type Watched,
} from './queries.ts';

/** Parts that were seen to run or fail, of those that this reader sees. */
export async function failureLines(db: Db, person: Person): Promise<FailureLine[]> {
  const rows = await allStandings(db);
  const lines = new Map((await partLines(db, { ids: rows.map(({ partId }) => partId) }, seesDrafts(person.role))).map((line) => [line.id, line])); // prettier-ignore
  return rows.flatMap(({ partId, ...row }) => {
    const line = lines.get(partId);
    return line ? [{ partId, number: line.number, maker: line.maker, kind: line.kind, ...row }] : [];
  });
}

const limit = (value: number): number | null => (Number.isFinite(value) ? value : null);
const stepsOf = (lives: readonly Life[]): LifeStep[] =>
  kaplanMeier(lives).map(({ time, atRisk, share, lo, hi }) => ({
    time,
    atRisk,
    share,
    lo: limit(lo),
    hi: limit(hi),
  }));

/** What was not seen again counts as running for as much as its owner is likely to come still. */
const weighed = (
  { seen, most, failed, comes }: { seen: number; most: number; failed: boolean; comes: number },
  count = 1,
) =>
  most > seen
    ? [
        { time: seen, failed, count: count * (1 - comes) },
        { time: most, failed, count: count * comes },
      ]
    : [{ time: seen, failed, count }];

function curveOf(by: 'days' | 'km', own: readonly (Watched & { owner: string })[], others: readonly (Watched & { count: number })[], returns: Returns | undefined): LifeCurve {
  const lives = (pick: (each: Watched) => number): Life[] => own.map((each) => ({ time: pick(each), failed: each.failed, cluster: each.owner }));
  const [seen, runOn] = [lives((each) => each.seen), lives((each) => each.most)];
  const isDays = by === 'days';
  const longest = (times: readonly number[]): number => times.reduce((most, each) => Math.max(most, each), 0);
  const likely = (of: readonly (Watched & { count?: number })[]) =>
    shareOverTime(of.flatMap((each) => weighed({ ...each, comes: returns!.comes(each.away) }, each.count)));
  const isKnown = isDays && returns !== undefined;
  return {
    units: own.length,
    failures: own.filter(({ failed }) => failed).length,
    own: stepsOf(seen),
    runOn: isDays ? stepsOf(runOn) : null,
    likely: isKnown ? likely(own) : null,
    longest: longest(own.map((each) => each.seen)),
    longestRunOn: longest(own.map((each) => each.most)),
    others: isKnown
      ? [likely(others)]
      : [
          shareOverTime(others.map(({ seen: time, failed, count }) => ({ time, failed, count }))),
          ...(isDays ? [shareOverTime(others.map(({ most: time, failed, count }) => ({ time, failed, count })))] : []),
        ],
    othersUnits: others.reduce((sum, { count }) => sum + count, 0),
    othersLongest: longest(others.map((each) => each.most)),
    weibull: fitWeibull(seen),
    weibullRunOn: isDays ? fitWeibull(runOn) : null,
  };
} // prettier-ignore

export async function failureRecord(db: Db, partId: number, person: Person): Promise<FailureRecord> {
  const [line] = await partLines(db, { ids: [partId] }, seesDrafts(person.role));
  if (!line) throw notFound('That part');
  const watch = await watchOf(db, await shopPractice(db));
  const lastDay = watch?.lastDay ?? '1970-01-01';
  const [standings, units, reports, ownDays, ownKm, days, km, successors] = await Promise.all([
    standingsOf(db, [partId]),
    unitsOfPart(db, partId),
    reportsOf(db, partId),
    livesOf(db, partId, 'days', lastDay),
    livesOf(db, partId, 'km', lastDay),
    othersOf(db, partId, line.kind, 'days', lastDay),
    othersOf(db, partId, line.kind, 'km', lastDay),
    successorsOf(db, [partId], false),
  ]);
  const own = standings.get(partId);
  const number = successors.get(partId);
  const nextId = number === undefined ? undefined : await partIdByNumber(db, number);
  const successor = number !== undefined && nextId !== undefined ? { partId: nextId, number } : undefined;
  const next = successor && (await standingsOf(db, [successor.partId])).get(successor.partId);
  const modes = new Map<FailureMode, number>();
  for (const { failed, mode } of units) if (failed && mode) modes.set(mode, (modes.get(mode) ?? 0) + 1);
  const returns = watch?.returns;
  return {
    part: partLineOf(line),
    word: own?.word ?? 'not seen',
    standing: own?.standing ?? null,
    returns: returns ? { came: returns.came, visits: returns.visits, share: returns.share } : null,
    lastDay: watch?.lastDay ?? null,
    days: curveOf('days', ownDays, days, returns),
    km: curveOf('km', ownKm, km, returns),
    modes: [...modes].map(([mode, count]) => ({ mode, count })).sort((a, b) => b.count - a.count),
    units: units.map((each) => ({
      vehicle: each.vehicle.replace(/ #\d*$/, ''),
      inOn: each.inOn,
      lastOn: each.lastOn,
      days: daysOf(each) ?? null,
      km: kmOf(each) ?? null,
      failed: each.failed,
      mode: each.mode,
      noisy: each.noisy,
      neverIn: each.neverIn,
      isOut: each.isOut,
      unit: each.unit,
    })),
    reports: reports.map(({ partId: _part, key: _key, ...report }) => report),
    successor: successor ? { ...successor, standing: next?.standing ?? null } : null,
  };
} // prettier-ignore

/** The vehicle of a report: that of its job, where it names one. */
async function keyOf(db: Db, { jobId, vehicle }: FailureBody): Promise<string> {
  if (jobId === null) return vehicleKey(vehicle, undefined);
  const row = await jobRow(db, jobId);
  if (!row)
    throw new ProblemError('invalid', { fields: [{ path: 'jobId', message: 'That job is not on record.' }] });
  return vehicleKey(row.label, row.configurationId, jobId);
}

function refuseTheFuture({ outOn }: FailureBody): void {
  // A day's grace: it is tomorrow already somewhere.
  if (outOn > new Date(Date.now() + 86_400_000).toISOString().slice(0, 10))
    throw new ProblemError('invalid', { fields: [{ path: 'outOn', message: 'That day has not come yet.' }] });
}

export async function reportFailure(
  db: Db,
  partId: number,
  body: FailureBody,
  person: Person,
): Promise<void> {
  if ((await partLines(db, { ids: [partId] }, seesDrafts(person.role))).length === 0)
    throw notFound('That part');
  refuseTheFuture(body);
  const key = await keyOf(db, body);
  if ((await reportsOf(db, partId)).some((each) => each.key === key && each.outOn === body.outOn && each.serial === body.serial))
    throw new ProblemError('conflict', { detail: 'That failure is reported already: of this part, in this vehicle, on that day.' }); // prettier-ignore
  await insertReport(db, partId, key, body);
  // Without a mode it was seen at work: no failure.
  if (body.mode !== null)
    await tell(db, 'part.failed', { job: body.jobId ?? null, part: partId, kind: null, mode: body.mode, on: body.outOn, as: 'reported' }); // prettier-ignore
  await keepUnits(db, [{ partId, vehicle: key }]);
}

/** The report with the version that was named; says where somebody changed it in the meantime. */
async function held(db: Db, id: number, ifMatch: string) {
  const report = await lockReport(db, id);
  if (!report) throw notFound('That report');
  if (report.tag !== ifMatch)
    throw new ProblemError('stale', {
      detail: 'Somebody changed this report in the meantime; look at it again.',
    });
  return report;
}

/** @returns the part that it is of */
export async function changeReport(db: Db, id: number, body: FailureBody, ifMatch: string): Promise<number> {
  const report = await held(db, id, ifMatch);
  refuseTheFuture(body);
  const key = await keyOf(db, body);
  await updateReport(db, id, key, body);
  await keepUnits(
    db,
    [report.key, key].map((vehicle) => ({ partId: report.partId, vehicle })),
  );
  return report.partId;
}

export async function dropReport(db: Db, id: number, ifMatch: string): Promise<void> {
  const report = await held(db, id, ifMatch);
  await deleteReport(db, id);
  await keepUnits(db, [{ partId: report.partId, vehicle: report.key }]);
}
