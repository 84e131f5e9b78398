import { inArray, sql, type SQL } from 'drizzle-orm';
import {
  createJudge,
  RULES,
  type Evidence,
  type FitPart,
  type FitVehicle,
  type Installed,
} from '@radiatrix/core/fit';
import { type FigureSet } from '@radiatrix/core/figures';
import { seesDrafts, type Role } from '@radiatrix/contract';
import { byId, type Prospect, type Vocabulary } from '@radiatrix/core/vehicle';
import { plugOf } from '@radiatrix/core/plan';
import type { Plug } from '@radiatrix/core/electrical';
import type { Practice } from '@radiatrix/core/practice';
import { connectorsByCode } from '../connectors/queries.ts';
import type { Db } from '../db/client.ts';
import { application, outcome, partRevision } from '../db/schema/index.ts';
import { figuresOfBays, figuresOfRevisions, type FigureRow } from '../figures/queries.ts';
import { figureSet } from '../figures/service.ts';
import { outcomes, partLines, type PartRow } from '../parts/queries.ts';
import type { ConfigurationRow } from '../vehicles/queries.ts';

/** At most so many unlisted parts come in for a vehicle, the nearest first. */
const ALIKE = 12;
/** For more bays than this at once, parts that nobody lists are left out: the question is still which vehicle it is. */
const BAYS_ALIKE = 12;
/** Unlisted parts come in when they are this close, in mm, where it counts: pins for a radiator, holes for the rest. */
const NEAR_MM = 6;

/** The parts of a kind whose two figures lie nearest to a bay's: the first is looked up by index, the second weighed. */
const near = (subject: SQL, first: string, second: string): SQL => sql`(
  select a.part_revision_id as revision, abs(a.value - need.${sql.raw(`"${first}"`)}) + abs(b.value - need.${sql.raw(`"${second}"`)}) as apart
  from measurement a join measurement b on b.part_revision_id = a.part_revision_id and b.subject = a.subject and b.key = ${second}
  where a.subject = ${subject} and a.key = ${first} and a.value between need.${sql.raw(`"${first}"`)} - ${NEAR_MM}::float8 and need.${sql.raw(`"${first}"`)} + ${NEAR_MM}::float8
    and b.value between need.${sql.raw(`"${second}"`)} - ${NEAR_MM}::float8 and need.${sql.raw(`"${second}"`)} + ${NEAR_MM}::float8
  order by apart, revision limit ${ALIKE})`; // prettier-ignore

const NEEDED = ['pinSpacing', 'topMountSpacing', 'fanMountWidth', 'fanMountHeight'] as const;

const nearest = (bayIds: readonly number[]): SQL => sql`
  with need as materialized (
    select ${sql.join(NEEDED.map((key) => sql`min(value) filter (where key = ${key}) as ${sql.raw(`"${key}"`)}`), sql`, `)}
    from measurement where bay_id in (${sql.join(bayIds.map((id) => sql`${id}`), sql`, `)}) and key in (${sql.join(NEEDED.map((key) => sql`${key}`), sql`, `)}) group by bay_id
  )
  select distinct r.part_id as id from need
  cross join lateral (${near(sql`'radiator'`, 'pinSpacing', 'topMountSpacing')} union all ${near(sql`'shroud'`, 'fanMountWidth', 'fanMountHeight')} union all ${near(sql`'fan'`, 'fanMountWidth', 'fanMountHeight')}) as close
  join part_revision r on r.id = close.revision`; // prettier-ignore

type Tried = Awaited<ReturnType<typeof outcomes>>[number];

/**
 * Parts that could concern some vehicles: those any source names for their models (near misses included, so that the
 * answer can say why not), those tried in such a bay, and those whose mounts measure alike though nobody lists them.
 */
export async function candidateIds(
  db: Db,
  modelIds: readonly number[],
  bayIds: readonly number[],
  /** Whether parts that nobody lists come in for measuring alike. */
  unlisted = true,
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
  const alike =
    !unlisted || bayIds.length > BAYS_ALIKE
      ? Promise.resolve({ rows: [] })
      : db.execute<{ id: number }>(nearest(bayIds));
  const found = await Promise.all([listed, tried, alike.then((result) => result.rows)]);
  return [...new Set(found.flat().map((row) => row.id))];
}

export const isSelfShifting = (vehicle: Pick<ConfigurationRow, 'transmissionId'>, vocabulary: Vocabulary): boolean => {
  const transmission = byId(vocabulary.transmissions, vehicle.transmissionId);
  return transmission !== undefined && transmission.kind !== 'manual';
}; // prettier-ignore

export const fitVehicleOf = (
  vehicle: ConfigurationRow,
  figures: FigureSet<'bay'>,
  vocabulary: Vocabulary,
  plugs: FitVehicle['plugs'],
): FitVehicle => ({
  figures,
  ...(plugs ? { plugs } : {}),
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
  /** Plugs that these bays and parts name, by code. */
  plugs: ReadonlyMap<string, Plug>;
}

export async function loadGround(
  db: Db,
  bayIds: readonly number[],
  partIds: readonly number[],
  role: Role,
): Promise<Ground> {
  const [bayRows, parts, tried] = await Promise.all([
    figuresOfBays(db, bayIds, seesDrafts(role)),
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
  const named = [...bayRows, ...[...byRevision.values()].flat()].filter((row) => row.connectorId !== null);
  const connectors = await connectorsByCode(db, [...new Set(named.map((row) => row.word))]);
  const triedBy = grouped(tried, (row: Tried) => row.partId);
  return {
    parts,
    figures: (row) => byRevision.get(row.revisionId) ?? [],
    plugs: new Map(connectors.map((each) => [each.code, plugOf({ connectors }, each.code)!])),
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
  practice: Practice,
): Prospect[] {
  const judge = createJudge(practice);
  const held = new Map<string, { verdicts: string[]; reasons: string[] }>();
  return vehicles.map((configuration) => {
    const key = alikeKey(configuration, vocabulary);
    let own = held.get(key);
    if (!own) {
      const fitVehicle = fitVehicleOf(
        configuration,
        ground.bay(configuration.bayId),
        vocabulary,
        ground.plugs,
      );
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
