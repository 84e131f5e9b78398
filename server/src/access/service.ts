import {
  borrowedMap,
  costOf,
  factKey,
  mapFor,
  orderOut,
  proofreadMap,
  refitMap,
  writeProcedure,
  type AccessMap,
  type Fact,
  type Operation,
} from '@radiatrix/core/access';
import { partOfRemedy } from '@radiatrix/core/diagnosis';
import type { JobState } from '@radiatrix/core/job';
import type { PartKind } from '@radiatrix/core/figures';
import type { ProcedureDocument } from '@radiatrix/core/procedure';
import {
  seesDrafts,
  type AccessRecord,
  type Person,
  type RevisionState,
  type VehicleAccess,
} from '@radiatrix/contract';
import { recordingWords } from '@radiatrix/words/en/recording';
import type { Db } from '../db/client.ts';
import { connectorIds } from '../figures/queries.ts';
import { ProblemError, notFound } from '../http/problem.ts';
import { jobHand } from '../jobs/service.ts';
import { draftFor, visibleHead } from '../revisions/service.ts';
import { bayById, loadVocabulary } from '../vehicles/queries.ts';
import { cautionContext } from '../vehicles/cautions.ts';
import { findConfiguration, vehicleLine } from '../vehicles/service.ts';
import { lendersFor, type LentMap } from './lent-queries.ts';
import { refitFor } from './refit.ts';
import {
  accessHead,
  accessOfBay,
  accessRevision,
  insertAccess,
  insertAccessRevision,
  mapOf,
  pastCounts,
  writeMap,
} from './queries.ts';

export async function accessRecord(db: Db, id: number, person: Person): Promise<AccessRecord> {
  const head = await visibleHead(db, 'access', id, person);
  const [row, document] = await Promise.all([accessHead(db, id, head.id), mapOf(db, head.id)]);
  if (!row || !document) throw notFound('That access map');
  return {
    ...document,
    id,
    bayId: row.bayId,
    bayName: row.bayName,
    revisionId: head.id,
    revision: head.revision,
    version: head.version,
    state: head.state,
    author: row.author,
    findings: proofreadMap(document),
    changed: { by: row.author, at: row.at },
  };
}

/** Every plug that a map names is on record; one that is not is sent back with its place. */
export async function checkPlugs(db: Db, { operations, steps }: AccessMap, at = ''): Promise<void> {
  const named = [
    ...operations.map(({ connector }, index) => ({ connector, path: `operations.${index}.connector` })),
    ...steps.map(({ connector }, index) => ({ connector, path: `steps.${index}.connector` })),
  ].filter(({ connector }) => connector !== '');
  const known = await connectorIds(db, [...new Set(named.map(({ connector }) => connector))]);
  const fields = named
    .filter(({ connector }) => !known.has(connector))
    .map(({ connector, path }) => ({
      path: `${at}${path}`,
      message: `No connector ${connector} is on record; record it first.`,
    }));
  if (fields.length > 0) throw new ProblemError('invalid', { fields });
}

export async function createAccess(
  db: Db,
  bayId: number,
  document: AccessMap,
  person: Person,
): Promise<number> {
  if (!(await bayById(db, bayId)))
    throw new ProblemError('invalid', { fields: [{ path: 'bayId', message: 'That bay is not on record.' }] });
  if (await accessOfBay(db, bayId, true))
    throw new ProblemError('conflict', { detail: 'This bay has its access map already; change that one.' });
  await checkPlugs(db, document, 'document.');
  const id = await insertAccess(db, bayId);
  await insertAccessRevision(db, id, 1, person.id, document);
  return id;
}

/** Puts a map in the place of what the open draft says, or opens one. */
export async function storeAccess(
  db: Db,
  id: number,
  document: AccessMap,
  person: Person,
  ifMatch: string,
): Promise<void> {
  await checkPlugs(db, document);
  const revisionId = await draftFor(
    db,
    'access',
    id,
    person,
    ifMatch,
    (released) => insertAccessRevision(db, id, released.revision + 1, person.id, document),
    () => accessRecord(db, id, person),
  );
  await writeMap(db, revisionId, document);
}

/** A way in, written as a procedure for a part of one vehicle. */
export interface WayWritten {
  mapId: number;
  revisionId: number;
  revision: number;
  state: RevisionState;
  map: AccessMap;
  operations: string[];
  already: Fact[];
  document: ProcedureDocument;
  coolantL: number;
  /** What was said otherwise since, or why it was withdrawn. */
  since: string[];
}

export interface WayAsked {
  jobId: number | undefined;
  /** Codes; the way that the job has taken where they are left out. */
  operations: string[] | undefined;
  partKind: PartKind;
  title: string;
}

/**
 * The way that was asked for, or else the one that the job has taken, written out; undefined where there is neither.
 * Operations that the map does not have, or that cannot be done by themselves, are refused.
 */
export async function wayWritten(
  db: Db,
  vehicleId: number,
  person: Person,
  { jobId, operations: asked, partKind, title }: WayAsked,
): Promise<WayWritten | undefined> {
  const [{ map, revised }, job] = await Promise.all([
    vehicleAccess(db, vehicleId, person, jobId),
    jobId === undefined ? undefined : jobHand(db, jobId),
  ]);
  const taken = job?.state.way;
  const operations = asked ?? taken?.operations;
  if (!map || !operations) return undefined;
  const already: Fact[] = (taken?.already ?? []).map((thing) => ({ thing, state: 'off' }));
  const known = new Set(map.document.operations.map(({ code }) => code));
  const unknown = operations.filter((code) => !known.has(code));
  if (unknown.length > 0)
    throw new ProblemError('not-ready', {
      detail: `The access map of this vehicle has no ${unknown.join(', ')}.`,
    });
  let ordered: string[];
  try {
    ordered = orderOut(map.document, operations, already);
  } catch {
    throw new ProblemError('not-ready', {
      detail: 'Some of these moves need others that are not among them; choose the way in again.',
    });
  }
  const { document } = writeProcedure(map.document, ordered, { title, partKind, already });
  return {
    mapId: map.id,
    revisionId: map.revisionId,
    revision: map.revision,
    state: map.state,
    map: map.document,
    operations: ordered,
    already,
    document,
    coolantL: costOf(map.document, ordered).coolantL,
    since: [
      ...(map.borrowed ? [recordingWords('lent:note', { bay: map.bayName })] : []),
      ...sinceOf(revised),
    ],
  };
}

const SAID_AT_MOST = 6;
function sinceOf(revised: VehicleAccess['revised']): string[] {
  if (!revised) return [];
  const { withdrawnFor, changes, revision } = revised;
  const more = changes.length - SAID_AT_MOST;
  return [
    ...(withdrawnFor ? [`The access map this way was taken from was withdrawn: ${withdrawnFor}`] : []),
    ...(changes.length > 0
      ? [
          `The access map is at revision ${revision} now; this job keeps its own. Otherwise since: ${changes.slice(0, SAID_AT_MOST).join('; ')}${more > 0 ? `; and ${more} more` : ''}.`,
        ]
      : []),
  ];
}

/** What two revisions of a map say otherwise, operation by operation, in words. */
export function mapChanges(before: AccessMap, after: AccessMap): string[] {
  const old = new Map(before.operations.map((each) => [each.code, each]));
  const fresh = new Map(after.operations.map((each) => [each.code, each]));
  const needs = (operation: Operation): string =>
    operation.needs.map((facts) => facts.map(factKey).join(' and ')).join(', or ') || 'nothing';
  return [...new Set([...old.keys(), ...fresh.keys()])].flatMap((code) => {
    const [was, is] = [old.get(code), fresh.get(code)];
    if (!was) return [`New: ${is!.text}`];
    if (!is) return [`No longer: ${was.text}`];
    const said: string[] = [];
    if (was.text !== is.text) said.push(`“${was.text}” is now “${is.text}”`);
    if (was.minutes !== is.minutes) said.push(`${is.text}: ${was.minutes} min is now ${is.minutes} min`);
    if (needs(was) !== needs(is)) said.push(`${is.text}: needs ${needs(is)} (was ${needs(was)})`);
    if (said.length === 0 && JSON.stringify(was) !== JSON.stringify(is)) said.push(`${is.text}: details`);
    return said;
  });
}

interface MapHead {
  id: number;
  bayId: number;
  revisionId: number;
  revision: number;
  state: RevisionState;
}

/**
 * The map that holds for a vehicle: the revision that its job has taken a way on, else the newest of its bay, else a related
 * bay's that is asked for. A job that took a borrowed way keeps it, also after its bay has got a map.
 */
function chosenMap(
  bayId: number,
  { newest, kept, lenders, lend, drafts }: {
    newest: Omit<MapHead, 'bayId'> | undefined;
    kept: MapHead | undefined;
    lenders: readonly LentMap[];
    lend: number | undefined;
    drafts: boolean;
  },
): MapHead | undefined {
  if (kept?.bayId === bayId && (drafts || kept.state === 'released')) return kept;
  if (kept?.state === 'released' && lenders.some(({ mapId }) => mapId === kept.id)) return kept;
  if (newest) return { ...newest, bayId };
  const asked = lenders.find(({ mapId }) => mapId === lend);
  return asked && { id: asked.mapId, bayId: asked.bayId, revisionId: asked.revisionId, revision: asked.revision, state: 'released' };
} // prettier-ignore

/** Codes of the operations that were done on a job. */
export const movesDone = (state: JobState | undefined): ReadonlySet<string> =>
  new Set(
    Object.entries(state?.steps ?? {}).flatMap(([id, { done }]) =>
      done && id.startsWith('out ') ? [id.slice(4)] : [],
    ),
  );
export const borrowedSaid = (bayName: string) => ({
  note: recordingWords('lent:note', { bay: bayName }),
  unseen: recordingWords('lent:unseen'),
});

/** The map of a vehicle's bay as it holds for that vehicle; of a job whose way is chosen, the revision that it was chosen on. */
export async function vehicleAccess(
  db: Db,
  vehicleId: number,
  person: Person,
  jobId: number | undefined,
  lend?: number,
): Promise<VehicleAccess> {
  const [vehicle, vocabulary] = await Promise.all([findConfiguration(db, vehicleId), loadVocabulary(db)]);
  const job = jobId === undefined ? undefined : await jobHand(db, jobId);
  if (job && job.vehicleId !== vehicleId) throw notFound('That job, for this vehicle,');
  const drafts = seesDrafts(person.role);
  const bayId = vehicle.bayId;
  // What is released comes before what somebody is still writing.
  const newest =
    (await accessOfBay(db, bayId, false)) ?? (drafts ? await accessOfBay(db, bayId, true) : undefined);
  const keptId = job?.state.way?.revisionId;
  const kept = keptId === undefined ? undefined : await accessRevision(db, keptId);
  const lenders = newest && (kept === undefined || kept.bayId === bayId) ? [] : await lendersFor(db, vehicle);
  const chosen = chosenMap(bayId, { newest, kept, lenders, lend, drafts });
  const own = chosen?.bayId === bayId;
  const line = vehicleLine(vehicle, vocabulary);
  const goesIn = (job?.state.parts ?? []).filter(({ role }) => role === 'goes in').map(({ kind }) => kind);
  // Until a part is chosen, the way in is to what the diagnosis wants renewed.
  const needed = job?.state.diagnosed ? partOfRemedy(job.state.diagnosed.remedy) : null;
  const wantedKinds = goesIn.length > 0 || !needed ? goesIn : [needed];
  const cautions = cautionContext(vehicle, vocabulary);
  const lines = (newest ? [] : lenders).map(({ mapId, bayName, why }) => ({ mapId, bayName, why }));
  if (!chosen)
    return {
      vehicle: line,
      cautions,
      map: null,
      lenders: lines,
      goals: [],
      past: [],
      wanted: [],
      revised: null,
    };
  const [whole, bay, past, later, refit] = await Promise.all([
    mapOf(db, chosen.revisionId),
    bayById(db, chosen.bayId),
    pastCounts(db, chosen.id),
    own && newest && newest.revisionId !== chosen.revisionId ? mapOf(db, newest.revisionId) : undefined,
    refitFor(db, job, vehicle, person.role),
  ]);
  const fits = refitMap(mapFor(whole!, { vehicle, vocabulary, part: {} }), refit);
  const document = own ? fits : borrowedMap(fits, movesDone(job?.state), borrowedSaid(bay?.name ?? ''));
  const held = new Set(document.operations.map(({ code }) => code));
  const goals = document.things.flatMap(({ code, name, partKind }) =>
    partKind ? [{ thing: code, name, partKind }] : [],
  );
  const withdrawnFor = kept?.revisionId === chosen.revisionId ? kept.withdrawnFor : null;
  return {
    vehicle: line,
    cautions,
    map: {
      id: chosen.id,
      revisionId: chosen.revisionId,
      revision: chosen.revision,
      state: chosen.state,
      bayId: chosen.bayId,
      bayName: bay?.name ?? '',
      document,
      refit: { staysOff: refit.staysOff, mounts: refit.mounts.length > 0 },
      borrowed: own
        ? null
        : { leftOut: whole!.operations.filter(({ code }) => !held.has(code)).map(({ text }) => text) },
    },
    lenders: lines,
    goals,
    past,
    // What stays off has to come off altogether: pushed aside it would stand in the way of what goes in.
    wanted: goals
      .filter(({ partKind }) => wantedKinds.includes(partKind) || refit.staysOff.includes(partKind))
      .map(({ thing }) => thing),
    revised:
      later || withdrawnFor
        ? {
            revision: newest?.revision ?? chosen.revision,
            changes: later ? mapChanges(whole!, later) : [],
            withdrawnFor,
          }
        : null,
  };
}
