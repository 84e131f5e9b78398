import type { FigureSet } from '@radiatrix/core/figures';
import {
  seesDrafts,
  type Bench,
  type BenchPart,
  type Comparison,
  type ComparisonDocument,
  type Person,
} from '@radiatrix/contract';
import type { Db } from '../db/client.ts';
import { connectorsByCode } from '../connectors/queries.ts';
import { figuresOfBay } from '../figures/queries.ts';
import { figureSet } from '../figures/service.ts';
import { notFound } from '../http/problem.ts';
import { jobRow } from '../jobs/queries.ts';
import { jobFigures } from '../jobs/service.ts';
import { isSelfShifting, loadGround } from '../match/ground.ts';
import { overlaid } from '../match/service.ts';
import { boxOf } from '../parts/queries.ts';
import { documentOf } from '../procedures/queries.ts';
import { visibleHead } from '../revisions/service.ts';
import { loadVocabulary, proceduresOfBay } from '../vehicles/queries.ts';
import { findConfiguration, vehicleLine } from '../vehicles/service.ts';
import { adapterIds, comparisonRows, deleteComparison, insertComparison, thermostatIds } from './queries.ts';

const wordsOf = (figures: FigureSet<never>, ...keys: string[]): string[] =>
  keys
    .map((key) => (figures.words as Record<string, { word: string } | undefined>)[key]?.word ?? '')
    .filter(Boolean);

/** Old, new and the vehicle laid out side by side: everything on record, nothing judged. */
export async function benchRecord(
  db: Db,
  vehicleId: number,
  person: Person,
  { parts: ids, jobId }: { parts: readonly number[]; jobId?: number | undefined },
): Promise<Bench> {
  const vehicle = await findConfiguration(db, vehicleId);
  const [vocabulary, bayRows, job] = await Promise.all([
    loadVocabulary(db),
    figuresOfBay(db, vehicle.bayId),
    jobId === undefined ? undefined : jobFigures(db, jobId),
  ]);
  if (job && job.vehicleId !== vehicleId) throw notFound('That job, for this vehicle,');
  const bay = overlaid(figureSet<'bay'>(bayRows), job);
  const [adapters, thermostats] = await Promise.all([
    adapterIds(db),
    thermostatIds(db, vehicle.modelId, bay.quantities.thermostatFlange?.value),
  ]);
  const ground = await loadGround(db, [], [...new Set([...ids, ...adapters, ...thermostats])], person.role);
  const rows = new Map(ground.parts.map((row) => [row.id, row]));
  const figuresOf = (id: number): FigureSet<never> =>
    ground.fitPart(rows.get(id)!).figures as FigureSet<never>;
  const parts = await Promise.all(
    ids.map(async (id): Promise<BenchPart> => {
      const row = rows.get(id);
      if (!row) throw notFound('That part');
      const { revisionId, version: _v, notes: _n, authorId: _a, author: _w, ...line } = row;
      return { ...line, figures: figuresOf(id), inTheBox: await boxOf(db, revisionId) };
    }),
  );
  const plugs = [
    ...wordsOf(bay as unknown as FigureSet<never>, 'fanConnector', 'moduleConnector'),
    ...parts.flatMap((part) => wordsOf(part.figures, 'fanConnector', 'moduleConnector', 'motorConnector')),
  ];
  return {
    vehicle: vehicleLine(vehicle, vocabulary),
    bay,
    selfShifting: isSelfShifting(vehicle, vocabulary),
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
  };
}

/** Fasteners of the newest procedures for radiator and fan that this person may see. */
async function fastenersOf(db: Db, bayId: number, person: Person): Promise<Bench['fasteners']> {
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

export const comparisonsOf = async (db: Db, jobId: number): Promise<Comparison[]> =>
  (await comparisonRows(db, jobId)).map(({ by, at, ...row }) => ({ ...row, saved: { by, at } }));

/** Keeps a comparison with a job; answers with its id. */
export async function addComparison(db: Db, jobId: number, document: ComparisonDocument): Promise<number> {
  if (!(await jobRow(db, jobId))) throw notFound('That job');
  return insertComparison(db, jobId, document);
}

export async function removeComparison(db: Db, id: number): Promise<void> {
  if (!(await deleteComparison(db, id))) throw notFound('That comparison');
}
