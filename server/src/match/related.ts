import { lentFigures, type LentFigure } from '@radiatrix/core/figures';
import { seesDrafts, type Role } from '@radiatrix/contract';
import { figuresOfBays } from '../figures/queries.ts';
import { figureSet } from '../figures/service.ts';
import type { Db } from '../db/client.ts';
import type { ConfigurationRow } from '../vehicles/queries.ts';
import type { JudgingRecords } from './judging.ts';
import { relatedBays } from './queries.ts';

/** A bay with so many figures of its own is not helped by what its relatives have. */
const FEW_FIGURES = 15;

/** What related bays can lend a bay of which little is known yet; nothing where its own figures tell enough. */
export async function lentTo(
  db: Db,
  vehicle: ConfigurationRow,
  own: ReturnType<JudgingRecords['bay']>,
  role: Role,
): Promise<LentFigure[]> {
  if (Object.keys(own.quantities).length + Object.keys(own.words).length >= FEW_FIGURES) return [];
  const related = await relatedBays(db, vehicle);
  if (related.length === 0) return [];
  const rows = await figuresOfBays(
    db,
    related.map(({ bayId }) => bayId),
    seesDrafts(role),
  );
  return lentFigures(
    own,
    related.map(({ bayId, bay, why }) => ({
      bay,
      why,
      figures: figureSet<'bay'>(rows.filter((row) => row.bayId === bayId)),
    })),
  );
}
