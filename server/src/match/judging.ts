import {
  createJudge,
  type Evidence,
  type FitPart,
  type FitVehicle,
  type Installed,
} from '@radiatrix/core/fit';
import { type FigureSet } from '@radiatrix/core/figures';
import { seesDrafts, type Role } from '@radiatrix/contract';
import { type Prospect, type Vocabulary } from '@radiatrix/core/vehicle';
import { plugOf } from '@radiatrix/core/fitment';
import { isSelfShifting } from '../vehicles/cautions.ts';
import type { Plug } from '@radiatrix/core/electrical';
import type { Practice } from '@radiatrix/core/practice';
import { checkName } from '@radiatrix/words/fit';
import { connectorsByCode } from '../connectors/queries.ts';
import type { Db } from '../db/client.ts';
import { figuresOfBays, figuresOfRevisions, type FigureRow } from '../figures/queries.ts';
import { figureSet } from '../figures/service.ts';
import { outcomes, partLines, type PartRow } from '../parts/queries.ts';
import type { ReplacedBy } from './replaced.ts';
import type { ConfigurationRow } from '../vehicles/queries.ts';

type Tried = Awaited<ReturnType<typeof outcomes>>[number];

export const fitVehicleOf = (
  vehicle: ConfigurationRow,
  figures: FigureSet<'bay'>,
  vocabulary: Vocabulary,
  plugs: FitVehicle['plugs'],
  replaces: FitVehicle['replaces'],
): FitVehicle => ({
  figures,
  replaces,
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
export interface JudgingRecords {
  parts: PartRow[];
  fitPart: (row: PartRow) => FitPart;
  bay: (bayId: number) => FigureSet<'bay'>;
  installed: (part: PartRow, bayId: number) => Installed[];
  figures: (row: PartRow) => readonly FigureRow[];
  /** Plugs that these bays and parts name, by code. */
  plugs: ReadonlyMap<string, Plug>;
}

export async function loadJudging(
  db: Db,
  bayIds: readonly number[],
  partIds: readonly number[],
  role: Role,
): Promise<JudgingRecords> {
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
  records: JudgingRecords,
  vocabulary: Vocabulary,
  practice: Practice,
  replacedBy: ReplacedBy,
): Prospect[] {
  const judge = createJudge(practice);
  const held = new Map<string, { verdicts: string[]; reasons: string[] }>();
  return vehicles.map((configuration) => {
    const replaces = replacedBy(configuration);
    const key = `${alikeKey(configuration, vocabulary)} ${replaces.radiator?.number} ${replaces.fan?.number}`;
    let own = held.get(key);
    if (!own) {
      const fitVehicle = fitVehicleOf(
        configuration,
        records.bay(configuration.bayId),
        vocabulary,
        records.plugs,
        replaces,
      );
      own = { verdicts: [], reasons: [] };
      for (const part of records.parts) {
        const evidence: Evidence = {
          listings: [],
          listedElsewhere: [],
          installed: records.installed(part, configuration.bayId),
        };
        const { verdict, deciding } = judge(fitVehicle, records.fitPart(part), evidence);
        own.verdicts.push(verdict);
        own.reasons.push(
          deciding.by === 'check'
            ? checkName(deciding.check).toLowerCase()
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
