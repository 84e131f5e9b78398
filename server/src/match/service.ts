import { eq, sql } from 'drizzle-orm';
import { claimSentence, speaksOf } from '@radiatrix/core/application';
import {
  judgeFit,
  PART_KINDS,
  VERDICTS,
  type Evidence,
  type FitPart,
  type FitVehicle,
  type Verdict,
} from '@radiatrix/core/fit';
import type { Grade } from '@radiatrix/core/quantity';
import type { Vocabulary } from '@radiatrix/core/vehicle';
import { seesDrafts, type Candidate, type MatchResult, type Role } from '@radiatrix/contract';
import type { Db } from '../db/client.ts';
import { application, outcome, partRevision } from '../db/schema/index.ts';
import { figuresOfBay, figuresOfRevisions, type FigureRow } from '../figures/queries.ts';
import { figureSet } from '../figures/service.ts';
import { claims, outcomes, partLines, type ClaimRow, type PartRow } from '../parts/queries.ts';
import { loadVocabulary, type ConfigurationRow } from '../vehicles/queries.ts';
import { findConfiguration, vehicleLine } from '../vehicles/service.ts';

/** Unlisted parts come in when they are this close, in mm, where it counts: pins for a radiator, holes for the rest. */
const NEAR_MM = 6;

/**
 * Parts that could concern a vehicle: those any source names for its model (near misses included, so that the
 * answer can say why not), those tried in such a bay, and those whose mounts measure alike though nobody lists them.
 */
async function candidateIds(db: Db, vehicle: ConfigurationRow): Promise<number[]> {
  const listed = db
    .selectDistinct({ id: application.partId })
    .from(application)
    .where(eq(application.modelId, vehicle.modelId));
  const tried = db
    .selectDistinct({ id: partRevision.partId })
    .from(outcome)
    .innerJoin(partRevision, eq(partRevision.id, outcome.partRevisionId))
    .where(eq(outcome.bayId, vehicle.bayId));
  const alike = db.execute<{ id: number }>(sql`
    select r.part_id as id
    from measurement need
    join measurement have on have.subject <> 'bay' and have.key = need.key and have.value between need.value - ${NEAR_MM}::float8 and need.value + ${NEAR_MM}::float8
    join part_revision r on r.id = have.part_revision_id
    where need.bay_id = ${vehicle.bayId}
      and ((have.subject = 'radiator' and need.key in ('pinSpacing', 'topMountSpacing')) or (have.subject <> 'radiator' and need.key in ('fanMountWidth', 'fanMountHeight')))
    group by r.part_id, r.id
    having count(distinct need.key) = 2`);
  const found = await Promise.all([listed, tried, alike.then((result) => result.rows)]);
  return [...new Set(found.flat().map((row) => row.id))];
}

export async function fitVehicle(
  db: Db,
  vehicle: ConfigurationRow,
  vocabulary: Vocabulary,
): Promise<FitVehicle> {
  const transmission = vocabulary.transmissions.find((candidate) => candidate.id === vehicle.transmissionId);
  return {
    figures: figureSet<'bay'>(await figuresOfBay(db, vehicle.bayId)),
    selfShifting: transmission !== undefined && transmission.kind !== 'manual',
    airConditioning: vehicle.airConditioning,
    steering: vehicle.steering,
  };
}

const fitPart = (row: PartRow, figures: readonly FigureRow[]): FitPart =>
  ({ kind: row.kind, figures: figureSet(figures) }) as FitPart;

function evidenceFor(
  part: PartRow,
  vehicle: ConfigurationRow,
  held: readonly ClaimRow[],
  tried: Awaited<ReturnType<typeof outcomes>>,
  vocabulary: Vocabulary,
): Evidence {
  const listings: Evidence['listings'][number][] = [];
  const listedElsewhere: string[] = [];
  for (const claim of held) {
    if (claim.partId !== part.id) continue;
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
  return {
    listings,
    listedElsewhere,
    installed: tried
      .filter((outcome) => outcome.partId === part.id)
      .map(({ id, result, partRevisionId, altered, note, by, on }) => ({
        id,
        result,
        sameRevision: partRevisionId === part.revisionId,
        altered,
        note,
        by,
        on,
      })),
  };
}

const rank = (verdict: Verdict): number => VERDICTS.indexOf(verdict.verdict);

/** Judges parts in a vehicle: every part that could concern it, or the one asked for. */
export async function match(db: Db, vehicleId: number, role: Role, onlyPart?: number): Promise<MatchResult> {
  const [vehicle, vocabulary] = await Promise.all([findConfiguration(db, vehicleId), loadVocabulary(db)]);
  const ids = onlyPart === undefined ? await candidateIds(db, vehicle) : [onlyPart];
  const [needs, rows, held, tried] = await Promise.all([
    fitVehicle(db, vehicle, vocabulary),
    partLines(db, { ids }, seesDrafts(role)),
    claims(db, { partIds: ids, modelId: vehicle.modelId }),
    outcomes(db, { bayId: vehicle.bayId, partIds: ids }),
  ]);
  const figures = await figuresOfRevisions(
    db,
    rows.map((row) => row.revisionId),
  );
  const byRevision = groupByRevision(figures);
  const candidates = rows.map((row): Candidate => {
    const { id, number, maker, kind, description, revision, state } = row;
    const verdict = judgeFit(
      needs,
      fitPart(row, byRevision.get(row.revisionId) ?? []),
      evidenceFor(row, vehicle, held, tried, vocabulary),
    );
    return { id, number, maker, kind, description, revision, state, verdict };
  });
  candidates.sort(
    (a, b) =>
      PART_KINDS.indexOf(a.kind) - PART_KINDS.indexOf(b.kind) ||
      rank(a.verdict) - rank(b.verdict) ||
      a.verdict.grade - b.verdict.grade ||
      (a.number < b.number ? -1 : 1),
  );
  return { vehicle: vehicleLine(vehicle, vocabulary), candidates };
}

function groupByRevision(figures: readonly FigureRow[]): Map<number, FigureRow[]> {
  const groups = new Map<number, FigureRow[]>();
  for (const figure of figures) {
    const own = groups.get(figure.partRevisionId!);
    if (own) own.push(figure);
    else groups.set(figure.partRevisionId!, [figure]);
  }
  return groups;
}
