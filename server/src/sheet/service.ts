import { judgeTogether, type Member, type Together } from '@radiatrix/core/fit';
import type { FigureSet } from '@radiatrix/core/figures';
import { SIDE_KINDS, sidesOf } from '@radiatrix/core/job';
import { fitPartOf, fitVehicleOf, kitEnds, NO_CHOICES, plugOf, transferList, type PlanPart } from '@radiatrix/core/fitment'; // prettier-ignore
import { takesOnRecord } from '@radiatrix/core/electrical';
import { practiceOf } from '@radiatrix/core/practice';
import { assembleSheet, mountsOf, opensSystem, type ProcedureDocument } from '@radiatrix/core/procedure';
import type { UnitSystem } from '@radiatrix/core/quantity';
import { seesDrafts, type PlanningRecord, type Person, type SheetRecord } from '@radiatrix/contract';
import { stepWords } from '@radiatrix/words/en/jobs';
import { decidingSentence, verdictName } from '@radiatrix/words/fit';
import { accessHead } from '../access/queries.ts';
import { wayWritten } from '../access/service.ts';
import type { Db } from '../db/client.ts';
import { planningRecord } from '../fitment/service.ts';
import { connectorsByCode } from '../connectors/queries.ts';
import { ProblemError, notFound } from '../http/problem.ts';
import { jobHand, type JobHand } from '../jobs/service.ts';
import { partLines } from '../parts/queries.ts';
import { documentOf, procedureHead } from '../procedures/queries.ts';
import { headOf } from '../revisions/queries.ts';
import { cautionContext } from '../vehicles/cautions.ts';
import { loadVocabulary, proceduresOfBay } from '../vehicles/queries.ts';
import { findConfiguration, vehicleLine } from '../vehicles/service.ts';

/** The part in question with what stands beside it once the job is done, all judged together. */
function membersFor(planning: PlanningRecord, partId: number, job: JobHand | undefined): Member[] {
  const memberOf = (part: PlanPart, stays: boolean): Member => ({
    id: part.id,
    part: fitPartOf(part),
    stays,
    ...(part.evidence ? { evidence: part.evidence } : {}),
  });
  const own = planning.parts.find((part) => part.id === partId)!;
  const { old, fresh } = sidesOf(job?.state.parts ?? []);
  const beside = SIDE_KINDS.flatMap((kind): Member[] => {
    const part = kind === own.kind ? undefined : planning.parts.find(({ id }) => id === fresh[kind]);
    return part ? [memberOf(part, old[kind] === part.id)] : [];
  });
  return [memberOf(own, false), ...beside];
}

/** A sheet is for what goes in: nothing is printed for what does not, and for what is not proven only when somebody answers for it. */
function guard(together: Together, partId: number, job: JobHand | undefined, number: string): void {
  const own = together.members.find((member) => member.id === partId)!;
  const blamed = together.members.find((member) => member.verdict.verdict === together.verdict) ?? own;
  if (together.verdict === 'no')
    throw new ProblemError('not-ready', {
      detail: `${number} does not go in, so there is no install sheet: ${decidingSentence(blamed.verdict, 'both')}`,
    });
  if (together.verdict === 'not-proven' && !job?.state.allowed[String(partId)])
    throw new ProblemError('not-ready', {
      detail: `${number} is not proven for this vehicle: ${decidingSentence(blamed.verdict, 'both')} A specialist may let the sheet out on a job, and say why.`,
    });
}

export interface SheetOptions {
  procedure?: number | undefined;
  job?: number | undefined;
  operations?: string | undefined;
  units?: UnitSystem | undefined;
}

/** Of a fan's sheet the kit that the job puts in beside it; of a kit's its own. */
function kitOf(planning: PlanningRecord, kind: string): SheetRecord['kit'] {
  if (kind !== 'fan' && kind !== 'kit') return null;
  const kit = planning.parts.find((each) => each.kind === 'kit');
  const code = (kit?.figures.words as Record<string, { word: string } | undefined> | undefined)?.kitConnector
    ?.word;
  const plug = plugOf(planning, code);
  return kit && plug
    ? { number: kit.number, ends: kitEnds(plug, planning.vehicle.configuration.airConditioning) }
    : null;
}

interface Written {
  document: ProcedureDocument;
  about: SheetRecord['procedure'];
}

/** A document with where it is from; who released it and when, where it is released. */
function written(
  from: SheetRecord['procedure']['from'],
  id: number,
  document: ProcedureDocument,
  { revision, state }: Pick<SheetRecord['procedure'], 'revision' | 'state'>,
  about: { author: string; releasedAt: string | null } | undefined,
): Written {
  const released =
    state === 'released' && about?.releasedAt ? { by: about.author, at: about.releasedAt } : null;
  return {
    document,
    about: { from, id, title: document.title, way: document.way, revision, state, released },
  };
}

async function fromProcedure(
  db: Db,
  ways: readonly { id: number }[],
  procedureId: number | undefined,
  drafts: boolean,
): Promise<Written> {
  const chosen = ways.find((each) => procedureId === undefined || each.id === procedureId);
  if (!chosen)
    throw new ProblemError('not-found', {
      detail: `No ${drafts ? '' : 'released '}procedure for this kind of part is on record for this vehicle yet, and no way in is chosen.`,
    });
  const head =
    (await headOf(db, 'procedure', chosen.id, false)) ??
    (drafts ? await headOf(db, 'procedure', chosen.id, true) : undefined);
  if (!head) throw notFound('That procedure');
  const [document, about] = await Promise.all([
    documentOf(db, head.id),
    procedureHead(db, chosen.id, head.id),
  ]);
  return written('procedure', chosen.id, document!, head, about);
}

/** Everything an installer needs for one part in one vehicle, on one sheet; of a job it is the job's own. */
export async function sheetRecord(
  db: Db,
  vehicleId: number,
  partId: number,
  person: Person,
  { procedure: procedureId, job: jobId, operations }: SheetOptions,
): Promise<SheetRecord> {
  const drafts = seesDrafts(person.role);
  const vehicle = await findConfiguration(db, vehicleId);
  const job = jobId === undefined ? undefined : await jobHand(db, jobId);
  if (job && job.vehicleId !== vehicleId) throw notFound('That job, for this vehicle,');
  // An author's own draft never takes the place of what is released: drafts are shown only where nothing else is there.
  const released = await partLines(db, { ids: [partId] }, false);
  const [line] = released.length > 0 || !drafts ? released : await partLines(db, { ids: [partId] }, true);
  if (!line) throw notFound('That part');
  const reader: Person = released.length > 0 ? { ...person, role: 'installer' } : person;
  const others = (job?.state.parts ?? []).map((part) => part.partId);
  const visible = new Set(
    (await partLines(db, { ids: others }, seesDrafts(reader.role))).map((row) => row.id),
  );
  const planning = await planningRecord(db, vehicleId, reader, {
    parts: [...new Set([partId, ...others.filter((id) => visible.has(id))])].slice(0, 8),
    jobId,
  });
  const choices = job?.choices ?? NO_CHOICES;
  const together = judgeTogether(
    fitVehicleOf(planning, choices),
    membersFor(planning, partId, job),
    practiceOf(planning.practice),
  );
  const [procedures, vocabulary] = await Promise.all([
    proceduresOfBay(db, vehicle.bayId, drafts),
    loadVocabulary(db),
  ]);
  guard(together, partId, job, line.number);
  const ways = procedures.filter((each) => each.partKind === line.kind);
  // A way in that was taken comes before what somebody wrote by hand, unless that is asked for.
  const way =
    procedureId === undefined
      ? await wayWritten(db, vehicleId, reader, {
          jobId,
          operations: operations?.split(','),
          partKind: line.kind,
          title: job?.state.way?.title ?? 'A way in of the access map',
        })
      : undefined;
  const { document, about } = way
    ? written('map', way.mapId, way.document, way, await accessHead(db, way.mapId, way.revisionId))
    : await fromProcedure(db, ways, procedureId, drafts);
  const bay = planning.bay;
  const part = planning.parts.find((each) => each.id === partId)!;
  const words = part.figures.words as Record<string, { word: string } | undefined>;
  const capacity = bay.quantities.coolantCapacity;
  // What goes in changes by the difference of the two radiators' insides, where both are on record.
  const holds = (part.figures as unknown as FigureSet<'radiator'>).quantities.insideVolume;
  const held = bay.quantities.radiatorVolume;
  const opens = opensSystem(together.work, mountsOf(document.steps));
  const sheet = assembleSheet({
    procedure: document,
    vehicle: cautionContext(vehicle, vocabulary),
    context: {
      vehicle,
      vocabulary,
      part: Object.fromEntries(Object.entries(words).map(([key, figure]) => [key, figure?.word])),
    },
    work: together.work,
    practice: practiceOf(planning.practice),
    coolant:
      capacity && (way?.coolantL !== 0 || opens)
        ? {
            capacityL: capacity.value,
            // How much comes out above an opening that no move drains for, no record says.
            drainYieldL: way ? way.coolantL || undefined : bay.quantities.drainYield?.value,
            mix: choices.mix ?? bay.quantities.coolantMix?.value ?? practiceOf(planning.practice).usualMix,
            insideChangeL: line.kind === 'radiator' && holds && held ? holds.value - held.value : 0,
          }
        : undefined,
  });
  const plug =
    line.kind === 'fan' ? [bay.words.fanConnector?.word ?? '', words.fanConnector?.word ?? ''] : [];
  const goneOff = new Set(
    job?.state.parts.flatMap(({ role, partId: own }) => (role === 'comes off' ? [own] : [])),
  );
  const allowed = job?.state.allowed[String(partId)];
  const { id, number, maker, kind, description, revision, state } = line;
  return {
    vehicle: vehicleLine(vehicle, vocabulary),
    part: { id, number, maker, kind, description, revision, state, inTheBox: [...part.inTheBox] },
    procedure: about,
    verdictText: verdictName(together.verdict),
    allowed:
      together.verdict === 'not-proven' && allowed
        ? { reason: allowed.reason, by: allowed.by, at: allowed.at }
        : null,
    notices: [
      ...(way?.coolantL === 0 && opens ? [stepWords('opens-undrained')] : []),
      ...(way?.since ?? []),
      ...sheet.notes,
      ...part.notices,
    ],
    job: job ? { id: job.id, label: job.label } : null,
    run: way
      ? {
          mapId: way.mapId,
          revisionId: way.revisionId,
          map: way.map,
          operations: way.operations,
          already: way.already,
        }
      : null,
    ways: ways.map(({ id: own, title }) => ({ id: own, title })),
    sheet,
    bench: planning.parts.map((each) => ({
      partId: each.id,
      label: takesOnRecord(each.figures, bay.words.systemVoltage?.word, practiceOf(planning.practice)),
    })),
    holds: (job?.state.holds ?? []).filter(({ ended }) => ended === null),
    transfers: transferList(
      part,
      planning.parts.find(({ id: own, kind: kinds }) => kinds === line.kind && goneOff.has(own)),
      bay,
      planning.selfShifting,
    ),
    coolantType: bay.words.coolantType?.word ?? '',
    connectors: await connectorsByCode(db, [...new Set([...sheet.connectors, ...plug])].filter(Boolean)),
    kit: kitOf(planning, line.kind),
    released: about.state === 'released' && line.state === 'released',
  };
}
