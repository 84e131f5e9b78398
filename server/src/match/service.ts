import {
  countsElsewhere,
  findSets,
  judgeFit,
  VERDICTS,
  verdictLine,
  type Evidence,
  type FitVehicle,
  type PartSet,
  type SetPart,
  type Slot,
  type Verdict,
  type VerdictWord,
} from '@radiatrix/core/fit';
import { overlaid, PART_KINDS, withLent, type FigureSet, type PartKind } from '@radiatrix/core/figures';
import { fitChoices, plugOf } from '@radiatrix/core/fitment';
import { materialsOf, minutesOf, ownOf, type Practice } from '@radiatrix/core/practice';
import { connectorsByCode } from '../connectors/queries.ts';
import type { Vocabulary } from '@radiatrix/core/vehicle';
import type {
  GoesInto,
  JudgedPart,
  SharedParts,
  MatchResult,
  Role,
  SetPartLine,
  SetsResult,
} from '@radiatrix/contract';
import type { Db } from '../db/client.ts';
import { ProblemError, notFound } from '../http/problem.ts';
import { marksOn, noticesWith, type Marks } from '../parts/notices-queries.ts';
import { shopPractice } from '../practice/service.ts';
import { jobHand, type JobHand } from '../jobs/service.ts';
import {
  baysTried,
  modelsListed,
  boxOf,
  claims,
  partLineOf,
  type ClaimRow,
  type PartRow,
} from '../parts/queries.ts';
import {
  configurations,
  configurationsOfBay,
  loadVocabulary,
  type ConfigurationRow,
} from '../vehicles/queries.ts';
import { findConfiguration, vehicleLine } from '../vehicles/service.ts';
import { claimEvidence, claimNotes, forJob } from './evidence.ts';
import { replacedOn } from './replaced.ts';
import { alikeKey, fitVehicleOf, loadJudging, prospectsOf, type JudgingRecords } from './judging.ts';
import { candidateIds, isOneOf, ofKind } from './queries.ts';
import { lentTo } from './related.ts';

export interface MatchOptions {
  /** A job whose own figures override the type's. */
  job?: number;
  passAt?: number;
  failAt?: number;
  /** Of this kind unlisted parts are tried where the model has none. */
  kind?: PartKind;
}

/** The shop's practice, with the chances asked for in this one call. */
export async function practiceFor(db: Db, { passAt, failAt }: MatchOptions): Promise<Practice> {
  const shop = await shopPractice(db);
  if (passAt === undefined && failAt === undefined) return shop;
  const practice = { ...shop, passAt: passAt ?? shop.passAt, failAt: failAt ?? shop.failAt };
  if (practice.failAt >= practice.passAt)
    throw new ProblemError('invalid', {
      fields: [{ path: 'failAt', message: 'A check must fail at a lower chance than it passes at.' }],
    });
  return practice;
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

interface Judged {
  vehicle: ConfigurationRow;
  vocabulary: Vocabulary;
  needs: FitVehicle;
  records: JudgingRecords;
  job: JobHand | undefined;
  practice: Practice;
  unlisted: MatchResult['unlisted'];
  /** What happened to the parts: superseded, failed, withdrawn. */
  marks: ReadonlyMap<number, Marks>;
  evidenceOf: (part: PartRow) => Evidence;
  noticesFor: (part: PartRow) => string[];
  verdictOf: (part: PartRow) => Verdict;
}

/** Every part that could concern a vehicle, or one alone, ready to be judged. */
async function judgingOf(
  db: Db,
  vehicleId: number,
  role: Role,
  options: MatchOptions,
  onlyPart?: number,
): Promise<Judged> {
  const [practice, vehicle, vocabulary, job] = await Promise.all([
    practiceFor(db, options),
    findConfiguration(db, vehicleId),
    loadVocabulary(db),
    options.job === undefined ? undefined : jobHand(db, options.job),
  ]);
  if (job && job.vehicleId !== vehicleId) throw notFound('That job, for this vehicle,');
  const listed =
    onlyPart === undefined ? await candidateIds(db, [vehicle.modelId], [vehicle.bayId]) : [onlyPart];
  const { kind } = options;
  const none = kind !== undefined && onlyPart === undefined && !(await isOneOf(db, listed, kind));
  const others = none ? await ofKind(db, kind, vehicle.bayId) : undefined;
  const ids = [...listed, ...(others?.ids ?? [])];
  const [records, held, marks, replacedBy] = await Promise.all([
    loadJudging(db, [vehicle.bayId], ids, role),
    claims(db, { partIds: ids, modelId: vehicle.modelId }),
    marksOn(db, ids),
    replacedOn(db, [vehicle.modelId], role, job?.state.parts),
  ]);
  const heldOf = byPart(held);
  const needs: FitVehicle = {
    ...fitVehicleOf(
      vehicle,
      overlaid(records.bay(vehicle.bayId), job?.figures),
      vocabulary,
      await plugsWith(db, records, job),
      replacedBy(vehicle),
    ),
    ...(job ? { choices: fitChoices(job.choices) } : {}),
  };
  const evidenceOf = (part: PartRow): Evidence =>
    forJob(claimEvidence(part, vehicle, heldOf.get(part.id) ?? [], records, vocabulary), job);
  return {
    vehicle,
    vocabulary,
    needs,
    records,
    job,
    practice,
    // prettier-ignore
    unlisted: others ? { kind: kind!, tried: records.parts.filter((each) => each.kind === kind).length, onRecord: others.onRecord } : null,
    marks,
    evidenceOf,
    noticesFor: (part) => [...noticesWith(marks, part), ...claimNotes(heldOf.get(part.id) ?? [], vehicle)],
    verdictOf: (part) => judgeFit(needs, records.fitPart(part), evidenceOf(part), practice),
  };
}

/** Plugs of the parts and the bay, and of what was measured on the vehicle in hand. */
async function plugsWith(
  db: Db,
  records: JudgingRecords,
  job: JobHand | undefined,
): Promise<FitVehicle['plugs']> {
  const own = [job?.figures.words.fanConnector?.word, job?.figures.words.moduleConnector?.word].filter(
    (code): code is string => code !== undefined && !records.plugs.has(code),
  );
  if (own.length === 0) return records.plugs;
  const connectors = await connectorsByCode(db, own);
  return new Map([
    ...records.plugs,
    ...connectors.map(({ code }) => [code, plugOf({ connectors }, code)!] as const),
  ]);
}
/** Every candidate's verdict on the vehicle of a job, its own figures counted. */
export async function verdictsOn(
  db: Db,
  vehicleId: number,
  role: Role,
  jobId: number,
): Promise<{ number: string; verdict: Verdict }[]> {
  const { records, verdictOf } = await judgingOf(db, vehicleId, role, { job: jobId });
  return records.parts.map((part) => ({ number: part.number, verdict: verdictOf(part) }));
}

/** Verdicts of a vehicle's parts that turn once a figure counts for its type, by the figure's key. */
export async function turnedBy(
  db: Db,
  vehicleId: number,
  role: Role,
  figures: ReadonlyMap<string, FigureSet<'bay'>>,
): Promise<Map<string, { number: string; from: VerdictWord; to: VerdictWord }[]>> {
  const { vehicle, vocabulary, needs: typeNeeds, records, practice, evidenceOf, verdictOf } = await judgingOf(db, vehicleId, role, {}); // prettier-ignore
  const before = records.parts.map((part) => ({ part, verdict: verdictOf(part).verdict }));
  const plugs = await plugsWith(db, records, undefined);
  return new Map(
    [...figures].map(([key, own]) => {
      const needs = fitVehicleOf(
        vehicle,
        overlaid(records.bay(vehicle.bayId), own),
        vocabulary,
        plugs,
        typeNeeds.replaces,
      );
      return [
        key,
        before.flatMap(({ part, verdict: from }) => {
          const to = judgeFit(needs, records.fitPart(part), evidenceOf(part), practice).verdict;
          return to === from ? [] : [{ number: part.number, from, to }];
        }),
      ];
    }),
  );
}

/** Judges every part that could concern a vehicle. */
export async function match(
  db: Db,
  vehicleId: number,
  role: Role,
  options: MatchOptions = {},
): Promise<MatchResult> {
  const { vehicle, vocabulary, needs, records, marks, job, practice, unlisted, evidenceOf, noticesFor, verdictOf } = await judgingOf(db, vehicleId, role, options); // prettier-ignore
  const candidates = records.parts.map((row): JudgedPart => ({
    ...partLineOf(row),
    verdict: verdictOf(row),
    notices: noticesFor(row),
  }));
  const lent = await lentTo(db, vehicle, needs.figures, role);
  const expecting = { ...needs, figures: withLent(needs.figures, lent) };
  // Borrowed figures settle nothing: of what is not proven they say what to try first.
  const likely = new Map<number, VerdictWord>(
    lent.length === 0
      ? []
      : records.parts.map((row) => [
          row.id,
          judgeFit(expecting, records.fitPart(row), evidenceOf(row), practice).verdict,
        ]),
  );
  const expected = ({ id }: { id: number }): number => VERDICTS.indexOf(likely.get(id) ?? 'not-proven');
  candidates.sort(
    (a, b) =>
      PART_KINDS.indexOf(a.kind) - PART_KINDS.indexOf(b.kind) ||
      rank(a.verdict) - rank(b.verdict) ||
      expected(a) - expected(b) ||
      a.verdict.grade - b.verdict.grade ||
      (a.number < b.number ? -1 : 1),
  );
  const [first] = candidates;
  return {
    vehicle: vehicleLine(vehicle, vocabulary),
    candidates: candidates.map(({ notices: _notices, ...candidate }) => ({
      ...candidate,
      failing: marks.get(candidate.id)?.failing ?? null,
      verdict: verdictLine(candidate.verdict),
      ...(candidate.verdict.verdict === 'not-proven' && likely.has(candidate.id)
        ? { likely: likely.get(candidate.id)! }
        : {}),
    })),
    lent,
    first: first ? withElsewhere(first, records) : null,
    practice: { passAt: practice.passAt, failAt: practice.failAt, own: ownOf(practice) },
    unlisted,
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

/** With the figures that no row looks at: nothing on record is passed over in silence. */
function withElsewhere(part: JudgedPart, records: JudgingRecords): JudgedPart {
  const row = records.parts.find(({ id }) => id === part.id);
  return row ? { ...part, elsewhere: countsElsewhere(records.fitPart(row), part.verdict.ledger) } : part;
}

/** Judges one part in a vehicle, with the ledger behind the verdict. */
export async function judged(
  db: Db,
  vehicleId: number,
  partId: number,
  role: Role,
  options: MatchOptions = {},
): Promise<JudgedPart> {
  const { records, noticesFor, verdictOf } = await judgingOf(db, vehicleId, role, options, partId);
  const [row] = records.parts;
  if (!row) throw notFound('That part');
  return withElsewhere({ ...partLineOf(row), verdict: verdictOf(row), notices: noticesFor(row) }, records);
}

const SETS_SHOWN = 5;
/** Kinds that a set takes where they spare work. */
const OPTIONAL_KINDS: readonly PartKind[] = ['adapter', 'fixings', 'kit'];
const USUAL_KINDS: readonly PartKind[] = ['radiator', 'shroud', 'fan', 'thermostat', 'cap', 'mount'];

/** Complete sets for a vehicle: parts that suit it and each other. */
export async function sets(
  db: Db,
  vehicleId: number,
  role: Role,
  options: MatchOptions & { kinds?: readonly PartKind[]; keep: readonly number[] },
): Promise<SetsResult> {
  const judged = await judgingOf(db, vehicleId, role, options);
  const { parts } = judged.records;
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
      choices: (staying.length > 0 ? staying : own).map((part): SetPart => ({
        id: part.id,
        part: judged.records.fitPart(part),
        evidence: judged.evidenceOf(part),
      })),
    };
  });
  const { sets: found, nearMisses } = findSets(slots, judged.needs, SETS_SHOWN, judged.practice);
  const boxes = new Map(
    await Promise.all(
      [...new Set(found.flatMap((set) => set.parts.map((member) => member.id)))].map(
        async (id) => [id, await boxOf(db, parts.find((part) => part.id === id)!.revisionId)] as const,
      ),
    ),
  );
  const numberOf = (id: number): string => parts.find((part) => part.id === id)?.number ?? '?';
  const kept = new Set(slots.filter((slot) => slot.kept).map((slot) => slot.kind));
  const line =
    (set?: PartSet) =>
    ({ id, part: { kind } }: SetPart): SetPartLine => ({
      id,
      number: numberOf(id),
      kind,
      verdict:
        set?.together.members.find((member) => member.id === id)?.verdict.verdict ??
        judged.verdictOf(parts.find((part) => part.id === id)!).verdict,
      kept: kept.has(kind),
      failing: judged.marks.get(id)?.failing ?? null,
    });
  return {
    without: slots.filter((slot) => !slot.optional && slot.choices.length === 0).map((slot) => slot.kind),
    sets: found.map((set) => ({
      parts: set.parts.map(line(set)),
      verdict: set.together.verdict,
      work: set.together.work,
      minutes: minutesOf(set.together.work),
      materials: materialsOf(set.together.work),
      inTheBoxes: set.parts.flatMap(({ id, part }) =>
        kept.has(part.kind) ? [] : (boxes.get(id) ?? []).filter((item) => !item.fromOld),
      ),
      unknown: set.together.open.map(({ id, members }) => ({
        id,
        parts: members.map(numberOf),
      })),
    })),
    nearMisses: nearMisses.map(({ parts: members, breaks: { a, b, by } }) => ({
      parts: members.map(line()),
      breaks:
        b === 0
          ? {
              number: numberOf(a),
              verdict: verdictLine(judged.verdictOf(parts.find((part) => part.id === a)!)),
            }
          : { by, numbers: [numberOf(a), numberOf(b)] },
    })),
  };
}

const GROUP_SHOWN = 40;

/** From a part to every vehicle it could concern, by the same engine; vehicles that get the same verdict are said once. */
export async function goesInto(db: Db, partId: number, role: Role): Promise<GoesInto> {
  const [practice, vocabulary, held, bays] = await Promise.all([
    shopPractice(db),
    loadVocabulary(db),
    claims(db, { partIds: [partId] }),
    baysTried(db, partId),
  ]);
  const listed = await configurations(db, [...new Set(held.map((claim) => claim.modelId))]);
  const known = new Set(listed.map((vehicle) => vehicle.id));
  const tried = (await Promise.all(bays.map((id) => configurationsOfBay(db, id)))).flat();
  const vehicles = [...listed, ...tried.filter((vehicle) => !known.has(vehicle.id))];
  const records = await loadJudging(
    db,
    [...new Set(vehicles.map((vehicle) => vehicle.bayId))],
    [partId],
    role,
  );
  const [part] = records.parts;
  if (!part) throw notFound('That part');
  const replacedBy = await replacedOn(db, vehicles.map(({ modelId }) => modelId), role); // prettier-ignore
  const groups = new Map<string, GoesInto['groups'][number]>();
  for (const vehicle of vehicles) {
    const evidence = claimEvidence(part, vehicle, held, records, vocabulary);
    const says = evidence.listings.some((listing) => listing.says === 'fits');
    const replaces = replacedBy(vehicle);
    const key = `${alikeKey(vehicle, vocabulary)} ${says} ${part.kind === 'radiator' || part.kind === 'fan' ? replaces[part.kind]?.number : ''}`;
    let group = groups.get(key);
    if (!group) {
      const needs = fitVehicleOf(vehicle, records.bay(vehicle.bayId), vocabulary, records.plugs, replaces);
      const verdict = judgeFit(needs, records.fitPart(part), evidence, practice);
      group = {
        verdict: verdict.verdict,
        deciding: verdict.deciding,
        line: verdictLine(verdict),
        listed: says,
        grade: verdict.grade,
        minutes: verdict.workMinutes,
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

const SHARING_SHOWN = 30;

/** From a vehicle to those that share its cooling parts: the same bay, or a part that goes into both. */
export async function sharing(db: Db, vehicleId: number, role: Role): Promise<SharedParts> {
  const judged = await judgingOf(db, vehicleId, role, {});
  const { vehicle, vocabulary, records } = judged;
  const sameBay = (await configurationsOfBay(db, vehicle.bayId)).filter((other) => other.id !== vehicle.id);
  const fitting = records.parts.filter(
    (part) => rank(judged.verdictOf(part)) < VERDICTS.indexOf('not-proven'),
  );
  const byVehicle = new Map<number, SharedParts['byPart'][number]>();
  if (fitting.length > 0) {
    const models = await modelsListed(db, fitting.map((part) => part.id)); // prettier-ignore
    const others = (await configurations(db, models)).filter(
      (other) => other.bayId !== vehicle.bayId,
    ); // prettier-ignore
    const wide = await loadJudging(db, [...new Set(others.map((other) => other.bayId))], fitting.map((part) => part.id), role); // prettier-ignore
    const replacedBy = await replacedOn(db, models, role);
    for (const { configuration, verdicts } of prospectsOf(
      others,
      wide,
      vocabulary,
      judged.practice,
      replacedBy,
    )) {
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
    sameBay: sameBay.slice(0, SHARING_SHOWN).map((other) => vehicleLine(other, vocabulary)),
    byPart: [...byVehicle.values()]
      .sort((a, b) => b.parts.length - a.parts.length || (a.vehicle.title < b.vehicle.title ? -1 : 1))
      .slice(0, SHARING_SHOWN),
  };
}
