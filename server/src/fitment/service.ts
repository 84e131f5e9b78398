import { overlaid, type FigureSet } from '@radiatrix/core/figures';
import { seesDrafts, type PlanningRecord, type PlanningPart, type Person } from '@radiatrix/contract';
import { byId, type Vocabulary } from '@radiatrix/core/vehicle';
import type { Db } from '../db/client.ts';
import { connectorsByCode } from '../connectors/queries.ts';
import { notFound } from '../http/problem.ts';
import { jobHand } from '../jobs/service.ts';
import { loadJudging } from '../match/judging.ts';
import { replacedOn } from '../match/replaced.ts';
import { isSelfShifting } from '../vehicles/cautions.ts';
import { claimEvidence, claimNotes, forJob } from '../match/evidence.ts';
import { noticesOf } from '../parts/notices-queries.ts';
import { boxOf, claims } from '../parts/queries.ts';
import { ownPractice, shopPractices } from '../practice/service.ts';
import { documentOf } from '../procedures/queries.ts';
import { visibleHead } from '../revisions/service.ts';
import { loadVocabulary, proceduresOfBay } from '../vehicles/queries.ts';
import { findConfiguration, vehicleLine } from '../vehicles/service.ts';
import { adapterIds, thermostatIds } from './queries.ts';

const wordsOf = (figures: FigureSet<never>, ...keys: string[]): string[] =>
  keys
    .map((key) => (figures.words as Record<string, { word: string } | undefined>)[key]?.word ?? '')
    .filter(Boolean);

/** The engine as the cooling sums take it; what burns nothing has none. */
function engineOf(
  { engineId, year }: { engineId: number; year: number },
  { engines }: Vocabulary,
): PlanningRecord['engine'] {
  const engine = byId(engines, engineId);
  if (!engine || engine.fuel === 'electric') return undefined;
  return {
    displacementL: engine.displacementL,
    fuel: engine.fuel === 'lpg' ? 'petrol' : engine.fuel,
    charged: engine.aspiration !== 'natural',
    year,
    ...(typeof engine.powerKW !== 'number' ? {} : { ratedKW: engine.powerKW }),
  };
}

/** Old, new and the vehicle laid out side by side: everything on record, nothing judged. */
export async function planningRecord(
  db: Db,
  vehicleId: number,
  person: Person,
  { parts: ids, jobId }: { parts: readonly number[]; jobId?: number | undefined },
): Promise<PlanningRecord> {
  const vehicle = await findConfiguration(db, vehicleId);
  const [vocabulary, practice, job] = await Promise.all([
    loadVocabulary(db),
    shopPractices(db),
    jobId === undefined ? undefined : jobHand(db, jobId),
  ]);
  if (job && job.vehicleId !== vehicleId) throw notFound('That job, for this vehicle,');
  const flange = (await loadJudging(db, [vehicle.bayId], [], person.role)).bay(vehicle.bayId).quantities
    .thermostatFlange;
  const [adapters, thermostats, held, notices] = await Promise.all([
    adapterIds(db),
    thermostatIds(db, vehicle.modelId, (job?.figures.quantities.thermostatFlange ?? flange)?.value),
    claims(db, { partIds: ids, modelId: vehicle.modelId }),
    noticesOf(db, ids, seesDrafts(person.role)),
  ]);
  const records = await loadJudging(db, [vehicle.bayId], [...new Set([...ids, ...adapters, ...thermostats])], person.role); // prettier-ignore
  const bay = overlaid(records.bay(vehicle.bayId), job?.figures);
  const rows = new Map(records.parts.map((row) => [row.id, row]));
  const figuresOf = (id: number): FigureSet<never> =>
    records.fitPart(rows.get(id)!).figures as FigureSet<never>;
  const parts = await Promise.all(
    ids.map(async (id): Promise<PlanningPart> => {
      const row = rows.get(id);
      if (!row) throw notFound('That part');
      const { revisionId, version: _v, notes: _n, authorId: _a, author: _w, ...line } = row;
      const own = held.filter((claim) => claim.partId === id);
      const evidence = claimEvidence(row, vehicle, own, records, vocabulary);
      return {
        ...line,
        revisionId,
        figures: figuresOf(id),
        inTheBox: await boxOf(db, revisionId),
        evidence: forJob(evidence, job),
        notices: [...(notices.get(id) ?? []), ...claimNotes(own, vehicle)],
      };
    }),
  );
  const plugs = [
    ...wordsOf(bay as unknown as FigureSet<never>, 'fanConnector', 'moduleConnector'),
    ...parts.flatMap((part) =>
      wordsOf(part.figures, 'fanConnector', 'moduleConnector', 'motorConnector', 'kitConnector', 'fanPlug'),
    ),
  ];
  return {
    vehicle: vehicleLine(vehicle, vocabulary),
    bay,
    replaces: (await replacedOn(db, [vehicle.modelId], person.role, job?.state.parts))(vehicle),
    selfShifting: isSelfShifting(vehicle, vocabulary),
    engine: engineOf(vehicle, vocabulary),
    job: job ? { id: job.id, label: job.label, alterations: job.alterations } : null,
    parts,
    connectors: await connectorsByCode(db, [...new Set(plugs)]),
    adapters: adapters.flatMap((id) => {
      const row = rows.get(id);
      const [loom, fan] = row
        ? [wordsOf(figuresOf(id), 'loomPlug')[0], wordsOf(figuresOf(id), 'fanPlug')[0]]
        : [];
      return row && loom && fan ? [{ id, number: row.number, loom, fan }] : [];
    }),
    thermostats: thermostats.flatMap((id) => {
      const row = rows.get(id);
      const { rating, fullyOpen } = row
        ? (figuresOf(id) as unknown as FigureSet<'thermostat'>).quantities
        : {};
      return row && rating
        ? [{ id, number: row.number, opensC: rating.value, fullyOpenC: fullyOpen?.value ?? null }]
        : [];
    }),
    fasteners: await fastenersOf(db, vehicle.bayId, person),
    practice: ownPractice(practice),
  };
}

/** Fasteners of the newest procedures for radiator and fan that this person may see. */
async function fastenersOf(db: Db, bayId: number, person: Person): Promise<PlanningRecord['fasteners']> {
  const procedures = (await proceduresOfBay(db, bayId, seesDrafts(person.role))).filter((each) =>
    ['radiator', 'fan', 'shroud'].includes(each.partKind),
  );
  const lists = await Promise.all(
    procedures.map(async ({ id }) => {
      const document = await documentOf(db, (await visibleHead(db, 'procedure', id, person)).id);
      return (document?.fasteners ?? []).map((each) => ({
        ...each,
        procedureId: id,
        procedure: document!.title,
      }));
    }),
  );
  return lists.flat();
}
