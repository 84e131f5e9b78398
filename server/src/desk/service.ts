import { measureNext } from '@radiatrix/core/fit';
import { releasesAlone } from '@radiatrix/core/revision';
import { isSilent, type WaitsFor } from '@radiatrix/core/job';
import { seesDrafts, type DeskRecord, type FigureWanted, type Person, type Role } from '@radiatrix/contract';
import { untoldJobs } from '../corrections/service.ts';
import type { Db } from '../db/client.ts';
import { markLines } from '../coverage/queries.ts';
import { verdictsOn } from '../match/service.ts';
import { shopPractice } from '../practice/service.ts';
import { reviewLines } from '../review/service.ts';
import { configurationsByIds, loadVocabulary } from '../vehicles/queries.ts';
import { vehicleLine } from '../vehicles/service.ts';
import {
  beginRecord,
  failingParts,
  hasBegun,
  jobsToDecide,
  stageCounts,
  waitCounts,
  waitingJobs,
} from './queries.ts';

const WORK: readonly WaitsFor[] = ['another part', 'hands', 'cooling down', 'coolant', 'proof', 'a look the next day', 'a way in', 'a part to arrive']; // prettier-ignore
/** What each role is asked for first; what is not here waits for somebody else. */
const OF_ROLE: Readonly<Record<Role, readonly WaitsFor[]>> = {
  installer: WORK,
  clerk: ['a look the next day', 'another part', 'a part to be ordered', 'a part to arrive', 'a part to be chosen', 'the next check', 'the vehicle', 'a claim to be settled'],
  specialist: ['a look at what came late', 'a look the next day', 'another part', 'the vehicle', 'the next check', 'a part to be chosen', 'a part to be ordered', 'a part to arrive', 'a way in', 'proof', 'the library', 'a claim to be settled', 'hands', 'cooling down', 'coolant'],
  reviewer: ['a look at what came late', 'the library'],
}; // prettier-ignore
const EACH = 5;

export async function deskRecord(db: Db, person: Person, now: Date): Promise<DeskRecord> {
  const { role, id } = person;
  const mine = role === 'installer' ? id : undefined;
  // Where one person is the shop, the reviewer does what a specialist does elsewhere, and releases what they wrote.
  const practice = await shopPractice(db);
  const alone = role === 'reviewer' && releasesAlone(practice);
  const words = OF_ROLE[alone ? 'specialist' : role];
  const drafts = seesDrafts(role);
  const [stages, waiting, rows, failing, review, marks, vocabulary, begun, toTell] = await Promise.all([
    stageCounts(db, mine),
    waitCounts(db, words, mine),
    waitingJobs(db, words, EACH, mine),
    role === 'installer' ? [] : failingParts(db, drafts),
    drafts ? reviewLines(db) : [],
    drafts ? markLines(db, drafts) : [],
    loadVocabulary(db),
    hasBegun(db),
    role === 'installer' ? 0 : untoldJobs(db),
  ]);
  const vehicles = await configurationsByIds(db, rows.map((row) => row.configuration_id)); // prettier-ignore
  const titles = new Map(vehicles.map((vehicle) => [vehicle.id, vehicleLine(vehicle, vocabulary).title]));
  return {
    stages,
    waiting,
    jobs: rows.map((row) => ({
      id: row.id,
      vehicleId: row.configuration_id,
      label: row.label,
      title: titles.get(row.configuration_id) ?? '',
      complaint: row.complaint,
      stage: row.stage,
      closed: row.closed,
      waits: row.waits,
      waitsSaid: row.waits_said,
      due: row.due && new Date(row.due).toISOString(),
      heardAt: row.heard_at && new Date(row.heard_at).toISOString(),
      hands: row.hands ?? '',
      silent: isSilent({ waits: row.waits, stage: row.stage, inHands: row.hands !== null, heardAt: row.heard_at }, now, practice),
    })),
    failing,
    toTell,
    begin: begun ? null : await beginRecord(db),
    toCheck: review.filter(({ writers }) => alone || !writers.includes(id)).length,
    sentBack: review
      .filter(({ writers, sentBackFor }) => writers.includes(id) && sentBackFor !== '')
      .map(({ kind, id: recordId, title, sentBackFor }) => ({ kind, id: recordId, title, reason: sentBackFor })),
    toMeasure: marks.slice(0, EACH).map((mark) => ({ id: mark.id, number: mark.number, vehicle: `${mark.year} ${mark.model}`, note: mark.note })),
  };
} // prettier-ignore

/** Vehicles looked at for figures that would settle most: the newest. */
const VEHICLES = 6;
const FIGURES = 8;

/** Figures that would settle most verdicts on open jobs, by what they tell for a minute. */
export async function figuresWanted(db: Db, person: Person): Promise<FigureWanted[]> {
  const jobs = await jobsToDecide(db, VEHICLES);
  const wanted: (FigureWanted & { perMinute: number })[] = [];
  for (const { id, label, vehicleId } of jobs) {
    const verdicts = (await verdictsOn(db, vehicleId, person.role, id)).filter(({ verdict }) => verdict.verdict === 'not-proven'); // prettier-ignore
    for (const next of measureNext(verdicts.map(({ verdict }) => verdict)).slice(0, 3))
      wanted.push({
        jobId: id,
        label,
        vehicleId,
        subject: next.subject,
        key: next.key,
        minutes: next.minutes,
        parts: next.parts.map((at) => verdicts[at]!.number),
        perMinute: next.bits / Math.max(1, next.minutes),
      });
  }
  return wanted
    .sort((a, b) => b.parts.length - a.parts.length || b.perMinute - a.perMinute)
    .slice(0, FIGURES)
    .map(({ perMinute: _rank, ...figure }) => figure);
}
