import { inArray, sql } from 'drizzle-orm';
import {
  createJudge,
  RULES,
  type Evidence,
  type FigureSet,
  type FitPart,
  type FitVehicle,
  type Installed,
} from '@radiatrix/core/fit';
import { seesDrafts, type Role } from '@radiatrix/contract';
import type { Prospect, Vocabulary } from '@radiatrix/core/vehicle';
import type { Db } from '../db/client.ts';
import { application, outcome, partRevision } from '../db/schema/index.ts';
import { figuresOfBays, figuresOfRevisions, type FigureRow } from '../figures/queries.ts';
import { figureSet } from '../figures/service.ts';
import { outcomes, partLines, type PartRow } from '../parts/queries.ts';
import type { ConfigurationRow } from '../vehicles/queries.ts';

/** Unlisted parts come in when they are this close, in mm, where it counts: pins for a radiator, holes for the rest. */
const NEAR_MM = 6;

type Tried = Awaited<ReturnType<typeof outcomes>>[number];

/**
 * Parts that could concern some vehicles: those any source names for their models (near misses included, so that the
 * answer can say why not), those tried in such a bay, and those whose mounts measure alike though nobody lists them.
 */
export async function candidateIds(
  db: Db,
  modelIds: readonly number[],
  bayIds: readonly number[],
): Promise<number[]> {
  if (modelIds.length === 0) return [];
  const listed = db
    .selectDistinct({ id: application.partId })
    .from(application)
    .where(inArray(application.modelId, [...modelIds]));
  const tried = db
    .selectDistinct({ id: partRevision.partId })
    .from(outcome)
    .innerJoin(partRevision, sql`${partRevision.id} = ${outcome.partRevisionId}`)
    .where(inArray(outcome.bayId, [...bayIds]));
  const alike = db.execute<{ id: number }>(sql`
    select r.part_id as id
    from measurement need
    join measurement have on have.subject <> 'bay' and have.key = need.key and have.value between need.value - ${NEAR_MM}::float8 and need.value + ${NEAR_MM}::float8
    join part_revision r on r.id = have.part_revision_id
    where need.bay_id in (${sql.join(bayIds.map((id) => sql`${id}`), sql`, `)})
      and ((have.subject = 'radiator' and need.key in ('pinSpacing', 'topMountSpacing')) or (have.subject <> 'radiator' and need.key in ('fanMountWidth', 'fanMountHeight')))
    group by r.part_id, r.id, need.bay_id
    having count(distinct need.key) = 2`); // prettier-ignore
  const found = await Promise.all([listed, tried, alike.then((result) => result.rows)]);
  return [...new Set(found.flat().map((row) => row.id))];
}

export const isSelfShifting = (vehicle: Pick<ConfigurationRow, 'transmissionId'>, vocabulary: Vocabulary): boolean => {
  const transmission = vocabulary.transmissions.find((candidate) => candidate.id === vehicle.transmissionId);
  return transmission !== undefined && transmission.kind !== 'manual';
}; // prettier-ignore

export const fitVehicleOf = (
  vehicle: ConfigurationRow,
  figures: FigureSet<'bay'>,
  vocabulary: Vocabulary,
): FitVehicle => ({
  figures,
  selfShifting: isSelfShifting(vehicle, vocabulary),
  airConditioning: vehicle.airConditioning,
  steering: vehicle.steering,
});

const grouped = <T>(rows: readonly T[], keyOf: (row: T) => number): Map<number, T[]> => {
  const groups = new Map<number, T[]>();
  for (const row of rows) {
    const own = groups.get(keyOf(row));
    if (own) own.push(row);
    else groups.set(keyOf(row), [row]);
  }
  return groups;
};

/** Everything that judging some parts in some bays needs, loaded at once. */
export interface Ground {
  parts: PartRow[];
  fitPart: (row: PartRow) => FitPart;
  bay: (bayId: number) => FigureSet<'bay'>;
  installed: (part: PartRow, bayId: number) => Installed[];
  figures: (row: PartRow) => readonly FigureRow[];
}

export async function loadGround(
  db: Db,
  bayIds: readonly number[],
  partIds: readonly number[],
  role: Role,
): Promise<Ground> {
  const [bayRows, parts, tried] = await Promise.all([
    figuresOfBays(db, bayIds),
    partLines(db, { ids: partIds }, seesDrafts(role)),
    outcomes(db, { bayIds, partIds }),
  ]);
  const byRevision = grouped(
    await figuresOfRevisions(
      db,
      parts.map((row) => row.revisionId),
    ),
    (row) => row.partRevisionId!,
  );
  const bays = new Map(
    [...grouped(bayRows, (row) => row.bayId!)].map(([id, rows]) => [id, figureSet<'bay'>(rows)]),
  );
  const fits = new Map(
    parts.map((row) => [
      row.id,
      { kind: row.kind, figures: figureSet(byRevision.get(row.revisionId) ?? []) } as FitPart,
    ]),
  );
  const triedBy = grouped(tried, (row: Tried) => row.partId);
  return {
    parts,
    figures: (row) => byRevision.get(row.revisionId) ?? [],
    fitPart: (row) => fits.get(row.id)!,
    bay: (id) => bays.get(id) ?? { quantities: {}, words: {} },
    installed: (part, bayId) =>
      (triedBy.get(part.id) ?? [])
        .filter((each) => each.bayId === bayId)
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

/** What a verdict depends on of a vehicle; vehicles alike in it get the same verdicts. */
export const alikeKey = (vehicle: ConfigurationRow, vocabulary: Vocabulary): string =>
  `${vehicle.bayId} ${isSelfShifting(vehicle, vocabulary)} ${vehicle.airConditioning}`;

/** The verdicts of every part in every vehicle, each kind of vehicle judged once. */
export function prospectsOf(
  vehicles: readonly ConfigurationRow[],
  ground: Ground,
  vocabulary: Vocabulary,
): Prospect[] {
  const judge = createJudge();
  const held = new Map<string, { verdicts: string[]; reasons: string[] }>();
  return vehicles.map((configuration) => {
    const key = alikeKey(configuration, vocabulary);
    let own = held.get(key);
    if (!own) {
      const fitVehicle = fitVehicleOf(configuration, ground.bay(configuration.bayId), vocabulary);
      own = { verdicts: [], reasons: [] };
      for (const part of ground.parts) {
        const evidence: Evidence = {
          listings: [],
          listedElsewhere: [],
          installed: ground.installed(part, configuration.bayId),
        };
        const { verdict, deciding } = judge(fitVehicle, ground.fitPart(part), evidence);
        own.verdicts.push(verdict);
        own.reasons.push(
          deciding.by === 'check'
            ? RULES[deciding.check].label.toLowerCase()
            : deciding.by === 'installed'
              ? 'job that tried it'
              : '',
        );
      }
      held.set(key, own);
    }
    return { configuration, ...own };
  });
}
