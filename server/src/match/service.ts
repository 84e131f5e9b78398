import { claimSentence, speaksOf } from '@radiatrix/core/application';
import { decidingSentence, findSets, judgeFit, RELATIONS, THRESHOLDS, VERDICTS, verdictLine, type Evidence, type FitVehicle, type SetPart, type Slot, type Thresholds, type Verdict } from '@radiatrix/core/fit';
import { PART_KINDS, type FigureSet, type PartKind } from '@radiatrix/core/figures';
import { formatQuantity, type Grade } from '@radiatrix/core/quantity';
import type { Vocabulary } from '@radiatrix/core/vehicle';
import type {
  GoesInto,
  JudgedPart,
  Kin,
  MatchResult,
  PartLine,
  Role,
  SetPartLine,
  SetsResult,
} from '@radiatrix/contract';
import { eq, inArray } from 'drizzle-orm';
import type { Db } from '../db/client.ts';
import { application, outcome, partRevision } from '../db/schema/index.ts';
import { ProblemError, notFound } from '../http/problem.ts';
import { jobFigures, type JobFigures } from '../jobs/service.ts';
import { boxOf, claims, type ClaimRow, type PartRow } from '../parts/queries.ts';
import {
  configurations,
  configurationsOfBay,
  loadVocabulary,
  type ConfigurationRow,
} from '../vehicles/queries.ts';
import { findConfiguration, vehicleLine } from '../vehicles/service.ts';
import { alikeKey, candidateIds, fitVehicleOf, loadGround, prospectsOf, type Ground } from './ground.ts';

export interface MatchOptions {
  /** A job whose own figures override the type's. */
  job?: number;
  passAt?: number;
  failAt?: number;
}

export function thresholdsOf({ passAt, failAt }: MatchOptions): Thresholds {
  const thresholds = { passAt: passAt ?? THRESHOLDS.passAt, failAt: failAt ?? THRESHOLDS.failAt };
  if (thresholds.failAt >= thresholds.passAt)
    throw new ProblemError('invalid', {
      fields: [{ path: 'failAt', message: 'A check must fail at a lower chance than it passes at.' }],
    });
  return thresholds;
}

function evidenceFor(
  part: PartRow,
  vehicle: ConfigurationRow,
  held: readonly ClaimRow[],
  ground: Ground,
  vocabulary: Vocabulary,
): Evidence {
  const listings: Evidence['listings'][number][] = [];
  const listedElsewhere: string[] = [];
  for (const claim of held) {
    if (claim.modelId !== vehicle.modelId) continue;
    const word = speaksOf(claim, vehicle);
    const sentence = claimSentence(claim, vocabulary);
    if (word === 'silent') {
      if (claim.fits) listedElsewhere.push(sentence);
    } else {
      // An exception of a line that says "does not fit" says nothing about fitting.
      if (word === 'excepts' && !claim.fits) continue;
      const says = word === 'excepts' ? 'excepts' : claim.fits ? 'fits' : 'does not fit';
      listings.push({ claimId: claim.id, says, sentence, source: claim.source, grade: claim.grade as Grade });
    }
  }
  return { listings, listedElsewhere, installed: ground.installed(part, vehicle.bayId) };
}

const byPart = (held: readonly ClaimRow[]): Map<number, ClaimRow[]> => {
  const groups = new Map<number, ClaimRow[]>();
  for (const claim of held) {
    const own = groups.get(claim.partId);
    if (own) own.push(claim);
    else groups.set(claim.partId, [claim]);
  }
  return groups;
};

const rank = (verdict: Pick<Verdict, 'verdict'>): number => VERDICTS.indexOf(verdict.verdict);

/** A vehicle's figures with those of the one in hand laid over them. */
export const overlaid = (type: FigureSet<'bay'>, job: JobFigures | undefined): FigureSet<'bay'> =>
  job
    ? {
        quantities: { ...type.quantities, ...job.figures.quantities },
        words: { ...type.words, ...job.figures.words },
      }
    : type;

/**
 * What happened on unaltered vehicles of the kind proves nothing about one that was altered, and what was measured
 * on this very vehicle says more than what its type was like.
 */
const forJob = (evidence: Evidence, job: JobFigures | undefined): Evidence =>
  job && job.alterations.length > 0
    ? { ...evidence, installed: evidence.installed.map((each) => ({ ...each, altered: true })) }
    : evidence;

interface Judged {
  vehicle: ConfigurationRow;
  vocabulary: Vocabulary;
  needs: FitVehicle;
  ground: Ground;
  job: JobFigures | undefined;
  thresholds: Thresholds;
  verdictOf: (part: PartRow) => Verdict;
}

/** Every part that could concern a vehicle, or one alone, ready to be judged. */
async function onTheBench(
  db: Db,
  vehicleId: number,
  role: Role,
  options: MatchOptions,
  onlyPart?: number,
): Promise<Judged> {
  const thresholds = thresholdsOf(options);
  const [vehicle, vocabulary, job] = await Promise.all([
    findConfiguration(db, vehicleId),
    loadVocabulary(db),
    options.job === undefined ? undefined : jobFigures(db, options.job),
  ]);
  if (job && job.vehicleId !== vehicleId) throw notFound('That job, for this vehicle,');
  const ids =
    onlyPart === undefined ? await candidateIds(db, [vehicle.modelId], [vehicle.bayId]) : [onlyPart];
  const [ground, held] = await Promise.all([
    loadGround(db, [vehicle.bayId], ids, role),
    claims(db, { partIds: ids, modelId: vehicle.modelId }),
  ]);
  const heldOf = byPart(held);
  const needs = fitVehicleOf(vehicle, overlaid(ground.bay(vehicle.bayId), job), vocabulary);
  return {
    vehicle,
    vocabulary,
    needs,
    ground,
    job,
    thresholds,
    verdictOf: (part) =>
      judgeFit(
        needs,
        ground.fitPart(part),
        forJob(evidenceFor(part, vehicle, heldOf.get(part.id) ?? [], ground, vocabulary), job),
        thresholds,
      ),
  };
}

/** The vehicle a sheet is made for, as core judges it. */
export async function fitVehicle(
  db: Db,
  vehicle: ConfigurationRow,
  vocabulary: Vocabulary,
): Promise<FitVehicle> {
  const ground = await loadGround(db, [vehicle.bayId], [], 'installer');
  return fitVehicleOf(vehicle, ground.bay(vehicle.bayId), vocabulary);
}

const partLineOf = ({ id, number, maker, kind, description, revision, state }: PartRow): PartLine => ({
  id,
  number,
  maker,
  kind,
  description,
  revision,
  state,
});

/** Judges every part that could concern a vehicle. */
export async function match(
  db: Db,
  vehicleId: number,
  role: Role,
  options: MatchOptions = {},
): Promise<MatchResult> {
  const { vehicle, vocabulary, ground, job, thresholds, verdictOf } = await onTheBench(db, vehicleId, role, options); // prettier-ignore
  const candidates = ground.parts.map((row): JudgedPart => ({ ...partLineOf(row), verdict: verdictOf(row) }));
  candidates.sort(
    (a, b) =>
      PART_KINDS.indexOf(a.kind) - PART_KINDS.indexOf(b.kind) ||
      rank(a.verdict) - rank(b.verdict) ||
      a.verdict.grade - b.verdict.grade ||
      (a.number < b.number ? -1 : 1),
  );
  return {
    vehicle: vehicleLine(vehicle, vocabulary),
    candidates: candidates.map((candidate) => ({ ...candidate, verdict: verdictLine(candidate.verdict) })),
    first: candidates[0] ?? null,
    thresholds,
    job: job
      ? {
          id: job.id,
          label: job.label,
          alterations: job.alterations,
          overridden: [...Object.keys(job.figures.quantities), ...Object.keys(job.figures.words)],
        }
      : null,
  };
}

/** Judges one part in a vehicle, with the ledger behind the verdict. */
export async function judged(
  db: Db,
  vehicleId: number,
  partId: number,
  role: Role,
  options: MatchOptions = {},
): Promise<JudgedPart> {
  const { ground, verdictOf } = await onTheBench(db, vehicleId, role, options, partId);
  const [row] = ground.parts;
  if (!row) throw notFound('That part');
  return { ...partLineOf(row), verdict: verdictOf(row) };
}

const SETS_SHOWN = 5;
/** Kinds that a set takes where they spare work. */
const OPTIONAL_KINDS: readonly PartKind[] = ['adapter', 'fixings'];
const USUAL_KINDS: readonly PartKind[] = ['radiator', 'shroud', 'fan', 'thermostat', 'cap', 'mount'];

/** Complete sets for a vehicle: parts that suit it and each other. */
export async function sets(
  db: Db,
  vehicleId: number,
  role: Role,
  options: MatchOptions & { kinds?: readonly PartKind[]; keep: readonly number[] },
): Promise<SetsResult> {
  const bench = await onTheBench(db, vehicleId, role, options);
  const { parts } = bench.ground;
  const there = (kind: PartKind): boolean => parts.some((part) => part.kind === kind);
  const asked = options.kinds ?? USUAL_KINDS.filter(there);
  const wanted = [...asked, ...OPTIONAL_KINDS.filter((kind) => !asked.includes(kind) && there(kind))];
  const slots: Slot[] = wanted.map((kind) => {
    const own = parts.filter((part) => part.kind === kind);
    const staying = own.filter((part) => options.keep.includes(part.id));
    return {
      kind,
      kept: staying.length > 0,
      optional: !asked.includes(kind),
      choices: (staying.length > 0 ? staying : own).map((part): SetPart => {
        const { verdict, changes } = bench.verdictOf(part);
        return { id: part.id, part: bench.ground.fitPart(part), verdict, changes };
      }),
    };
  });
  const { sets: found, nearMisses } = findSets(slots, bench.needs, SETS_SHOWN, bench.thresholds);
  const boxes = new Map(
    await Promise.all(
      [...new Set(found.flatMap((set) => set.parts.map((member) => member.id)))].map(
        async (id) => [id, await boxOf(db, parts.find((part) => part.id === id)!.revisionId)] as const,
      ),
    ),
  );
  const numberOf = (id: number): string => parts.find((part) => part.id === id)?.number ?? '?';
  const kept = new Set(slots.filter((slot) => slot.kept).map((slot) => slot.kind));
  const line = ({ id, verdict, part: { kind } }: SetPart): SetPartLine => ({
    id,
    number: numberOf(id),
    kind,
    verdict,
    kept: kept.has(kind),
  });
  return {
    without: slots.filter((slot) => !slot.optional && slot.choices.length === 0).map((slot) => slot.kind),
    sets: found.map(({ parts: members, changes, unknown }) => ({
      parts: members.map(line),
      changes,
      minutes: changes.reduce((sum, change) => sum + change.minutes, 0),
      takes: [...new Set(changes.flatMap((change) => change.takes))],
      inTheBoxes: members.flatMap(({ id, part }) => (kept.has(part.kind) ? [] : (boxes.get(id) ?? []))),
      unknown: unknown.map(({ id, parts: [a, b] }) => ({ id, parts: [numberOf(a), numberOf(b)] })),
    })),
    nearMisses: nearMisses.map(({ parts: members, breaks }) => ({
      parts: members.map(line),
      breaks: breaksText(breaks, bench, numberOf, parts),
    })),
  };
}

function breaksText(
  { a, b, relation }: { a: number; b: number; relation?: { id: keyof typeof RELATIONS; margin?: number } },
  bench: Judged,
  numberOf: (id: number) => string,
  parts: readonly PartRow[],
): string {
  if (!relation) {
    const part = parts.find((each) => each.id === a)!;
    return `${part.number} does not go into this vehicle: ${decidingSentence(bench.verdictOf(part), 'metric')}`;
  }
  const dimension = relation.id === 'thermostatAndFan' ? 'temperature' : 'length';
  const short =
    relation.margin === undefined
      ? ''
      : `, ${formatQuantity(Math.abs(relation.margin), dimension, 'metric', { difference: true })} beyond what it takes`;
  return `${RELATIONS[relation.id].label}: ${numberOf(a)} and ${numberOf(b)} do not suit each other${short}.`;
}

const GROUP_SHOWN = 40;

/** From a part to every vehicle it could concern, by the same engine; vehicles that get the same verdict are said once. */
export async function goesInto(db: Db, partId: number, role: Role): Promise<GoesInto> {
  const [vocabulary, held, bays] = await Promise.all([
    loadVocabulary(db),
    claims(db, { partIds: [partId] }),
    db
      .selectDistinct({ id: outcome.bayId })
      .from(outcome)
      .innerJoin(partRevision, eq(partRevision.id, outcome.partRevisionId))
      .where(eq(partRevision.partId, partId)),
  ]);
  const listed = await configurations(db, [...new Set(held.map((claim) => claim.modelId))]);
  const known = new Set(listed.map((vehicle) => vehicle.id));
  const tried = (await Promise.all(bays.map(({ id }) => configurationsOfBay(db, id)))).flat();
  const vehicles = [...listed, ...tried.filter((vehicle) => !known.has(vehicle.id))];
  const ground = await loadGround(db, [...new Set(vehicles.map((vehicle) => vehicle.bayId))], [partId], role);
  const [part] = ground.parts;
  if (!part) throw notFound('That part');
  const groups = new Map<string, GoesInto['groups'][number]>();
  for (const vehicle of vehicles) {
    const evidence = evidenceFor(part, vehicle, held, ground, vocabulary);
    const says = evidence.listings.some((listing) => listing.says === 'fits');
    const key = `${alikeKey(vehicle, vocabulary)} ${says}`;
    let group = groups.get(key);
    if (!group) {
      const needs = fitVehicleOf(vehicle, ground.bay(vehicle.bayId), vocabulary);
      const verdict = judgeFit(needs, ground.fitPart(part), evidence);
      group = {
        verdict: verdict.verdict,
        deciding: verdict.deciding,
        sentence: decidingSentence(verdict, 'metric'),
        listed: says,
        grade: verdict.grade,
        minutes: verdict.changeMinutes,
        vehicles: [],
      };
      groups.set(key, group);
    }
    group.vehicles.push(vehicleLine(vehicle, vocabulary));
  }
  return {
    part: partLineOf(part),
    groups: [...groups.values()].sort((a, b) => rank(a) - rank(b)).slice(0, GROUP_SHOWN),
    total: vehicles.length,
    judged: groups.size,
  };
}

const KIN_SHOWN = 30;

/** From a vehicle to those that share its cooling parts: the same bay, or a part that goes into both. */
export async function kin(db: Db, vehicleId: number, role: Role): Promise<Kin> {
  const bench = await onTheBench(db, vehicleId, role, {});
  const { vehicle, vocabulary, ground } = bench;
  const sameBay = (await configurationsOfBay(db, vehicle.bayId)).filter((other) => other.id !== vehicle.id);
  const fitting = ground.parts.filter((part) => rank(bench.verdictOf(part)) < VERDICTS.indexOf('not-proven'));
  const byVehicle = new Map<number, Kin['byPart'][number]>();
  if (fitting.length > 0) {
    const models = await db
      .selectDistinct({ id: application.modelId })
      .from(application)
      .where(inArray(application.partId, fitting.map((part) => part.id))); // prettier-ignore
    const others = (await configurations(db, models.map(({ id }) => id))).filter(
      (other) => other.bayId !== vehicle.bayId,
    ); // prettier-ignore
    const wide = await loadGround(db, [...new Set(others.map((other) => other.bayId))], fitting.map((part) => part.id), role); // prettier-ignore
    for (const { configuration, verdicts } of prospectsOf(others, wide, vocabulary)) {
      const parts = wide.parts.filter(
        (_, at) => verdicts[at] === 'straight-in' || verdicts[at] === 'changes',
      );
      if (parts.length === 0) continue;
      byVehicle.set(configuration.id, {
        vehicle: vehicleLine(configuration as ConfigurationRow, vocabulary),
        parts: parts.map(({ id, number, kind }) => ({ id, number, kind })),
      });
    }
  }
  return {
    vehicle: vehicleLine(vehicle, vocabulary),
    sameBay: sameBay.slice(0, KIN_SHOWN).map((other) => vehicleLine(other, vocabulary)),
    byPart: [...byVehicle.values()]
      .sort((a, b) => b.parts.length - a.parts.length || (a.vehicle.title < b.vehicle.title ? -1 : 1))
      .slice(0, KIN_SHOWN),
  };
}
