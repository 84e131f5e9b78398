import { auditModel, coveredVehicles, type AuditClaim } from '@radiatrix/core/application';
import type { PartKind } from '@radiatrix/core/figures';
import {
  seesDrafts,
  type MakeCoverage,
  type ModelCoverage,
  type ModelLine,
  type Rewrite,
  type Role,
  type YearStanding,
} from '@radiatrix/contract';
import type { Db } from '../db/client.ts';
import { ProblemError, notFound } from '../http/problem.ts';
import { claims, deleteClaims, lockPart, outcomes, partNames } from '../parts/queries.ts';
import { addClaim, claimTouch } from '../parts/service.ts';
import { loadVocabulary, reviewedConfigurations, type ConfigurationRow } from '../vehicles/queries.ts';
import { claimsOfKind, deleteMark, insertMarks, markLines, marksOfVehicles, modelCounts } from './queries.ts';

export { markLines, insertMarks as addMarks, deleteMark as dropMark };
export const modelLines = (db: Db): Promise<ModelLine[]> => modelCounts(db);

export async function modelCoverage(db: Db, modelId: number, role: Role): Promise<ModelCoverage> {
  const [vehicles, held, marks] = await Promise.all([
    reviewedConfigurations(db, [modelId]),
    claims(db, { modelId, drafts: seesDrafts(role) }),
    marksOfVehicles(db, modelId, seesDrafts(role)),
  ]);
  if (vehicles.length === 0 && held.length === 0) {
    const known = (await modelCounts(db)).some((each) => each.id === modelId);
    if (!known) throw notFound('That model');
  }
  const partIds = [...new Set(held.map((claim) => claim.partId))];
  const [parts, tried] = await Promise.all([
    partNames(db, partIds),
    outcomes(db, { bayIds: [...new Set(vehicles.map((vehicle) => vehicle.bayId))], partIds }),
  ]);
  const partOf = new Map(parts.map((each) => [each.id, each]));
  return {
    modelId,
    vehicles: vehicles.map(({ bayId: _bay, told: _told, ...vehicle }) => vehicle),
    claims: held.map(({ by: _by, at: _at, ...claim }) => {
      const { number, kind } = partOf.get(claim.partId)!;
      return { ...claim, number, kind };
    }),
    installed: tried
      .filter((each) => !each.altered)
      .map(({ partId, bayId, result }) => ({
        partId,
        vehicleIds: vehicles.filter((vehicle) => vehicle.bayId === bayId).map((vehicle) => vehicle.id),
        fitted: result !== 'did not fit',
      })),
    marks,
  };
}

/** Replaces some lines of a part, source and model by others; nothing is kept when a line cannot be. */
export async function rewriteLines(
  db: Db,
  partId: number,
  modelId: number,
  { sourceId, replaces, lines }: Rewrite,
): Promise<{ ids: number[] }> {
  // Two people who rewrite the lines of one part go one after the other, and the second sees what the first did.
  await lockPart(db, partId);
  const held = await claims(db, { partIds: [partId], modelId, sourceId });
  const own = new Set(held.map((claim) => claim.id));
  if (replaces.some((id) => !own.has(id)))
    throw new ProblemError('stale', {
      detail: 'Somebody changed these lines in the meantime; look at them again.',
      current: held.map((claim) => claim.id),
    });
  const vocabulary = await loadVocabulary(db);
  for (const claim of held)
    if (replaces.includes(claim.id)) await claimTouch(db, partId, claim, undefined, vocabulary);
  await deleteClaims(db, replaces);
  const ids: number[] = [];
  for (const line of lines) ids.push(await addClaim(db, partId, { ...line, modelId, sourceId }));
  return { ids };
}

/** Every model of a make, year by year: how much of it is covered by a part of one kind, and what is wrong there. */
export async function makeCoverage(
  db: Db,
  makeId: number,
  kind: PartKind,
  role: Role,
): Promise<MakeCoverage> {
  const { makes, models } = await loadVocabulary(db);
  if (!makes.some((make) => make.id === makeId)) throw notFound('That make');
  const own = models.filter((model) => model.makeId === makeId);
  const ids = own.map((model) => model.id);
  const [vehicles, held] =
    ids.length === 0
      ? [[], []]
      : await Promise.all([reviewedConfigurations(db, ids), claimsOfKind(db, ids, kind, seesDrafts(role))]);
  return {
    makeId,
    kind,
    models: own.map(({ id, name }) => {
      const built = vehicles.filter((vehicle) => vehicle.modelId === id);
      return {
        id,
        name,
        years: standings(
          built,
          held.filter((claim) => claim.modelId === id),
        ),
      };
    }),
  };
}

function standings(built: readonly ConfigurationRow[], held: readonly AuditClaim[]): YearStanding[] {
  const findings = auditModel(built, held);
  const covered = coveredVehicles(built, held);
  const gaps = new Set(findings.flatMap((each) => (each.type === 'gap' ? each.vehicles : [])));
  const clashes = new Set(
    findings.flatMap((each) =>
      each.type === 'says-both' || each.type === 'two-originals' ? each.vehicles : [],
    ),
  );
  const years = new Map<number, YearStanding>();
  for (const { id, year } of built) {
    const standing = years.get(year) ?? { year, vehicles: 0, covered: 0, gaps: 0, conflicts: 0 };
    standing.vehicles += 1;
    standing.covered += Number(covered.has(id));
    standing.gaps += Number(gaps.has(id));
    standing.conflicts += Number(clashes.has(id));
    years.set(year, standing);
  }
  return [...years.values()].sort((a, b) => a.year - b.year);
}
