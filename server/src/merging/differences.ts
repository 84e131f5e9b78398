import { attributeOf, type PartKind } from '@radiatrix/core/figures';
import type { FigureRecord, LibraryTable, MergeClash, MergeKind } from '@radiatrix/contract';
import { mergingWords } from '@radiatrix/words/en/merging';
import { figureName } from '@radiatrix/words/figures';
import { connectorRecord } from '../connectors/queries.ts';
import type { Db } from '../db/client.ts';
import { figuresOfRevisions } from '../figures/queries.ts';
import { figureRecord } from '../figures/service.ts';
import { rowChanges } from '../library/service.ts';
import { figureText } from '../review/changes.ts';
import { headOf } from '../revisions/queries.ts';
import { cavityLine } from '../connectors/service.ts';

const TABLES: Readonly<Partial<Record<MergeKind, LibraryTable>>> = { make: 'make', model: 'model', source: 'source', vehicle: 'configuration' }; // prettier-ignore

const differs = (what: string, kept: string, gone: string): MergeClash[] =>
  gone === '' || kept === gone ? [] : [{ sort: kept === '' ? 'only' : 'differs', what, kept, gone }];

/** Whether two figures may be of one thing: within what both may be off by, or the same word. */
function agree(a: FigureRecord, b: FigureRecord): boolean {
  if (a.value === null || b.value === null) return a.word === b.word;
  return Math.abs(a.value - b.value) <= (a.u ?? 0) + (b.u ?? 0) + 1e-9;
}

/** Figures of two parts, whichever source they are from. */
async function figureDifferences(db: Db, kind: PartKind, keep: number, gone: number): Promise<MergeClash[]> {
  const [kept, other] = [await headOf(db, 'part', keep, true), await headOf(db, 'part', gone, true)];
  if (!kept || !other) return [];
  const figures = await figuresOfRevisions(db, [kept.id, other.id]);
  const of = (revision: number) => figures.filter((each) => each.partRevisionId === revision);
  return of(other.id).flatMap((row): MergeClash[] => {
    const said = figureRecord(row);
    const own = of(kept.id).filter(({ key }) => key === row.key).map(figureRecord); // prettier-ignore
    if (!attributeOf(kind, row.key) || own.some((each) => agree(each, said))) return [];
    return differs(figureName(kind, row.key), own.map((each) => figureText(kind, each)).join(', '), figureText(kind, said)); // prettier-ignore
  });
}

async function connectorDifferences(db: Db, keep: number, gone: number): Promise<MergeClash[]> {
  const [kept, other] = [await connectorRecord(db, String(keep)), await connectorRecord(db, String(gone))];
  if (!kept || !other) return [];
  const lines = ({ cavities }: typeof kept): string => cavities.map(cavityLine).join('; ');
  return [
    ...differs(mergingWords('clash:name'), kept.name, other.name),
    ...differs(mergingWords('clash:description'), kept.description, other.description),
    ...differs(mergingWords('clash:cavities'), lines(kept), lines(other)),
  ];
}

/** What two records say of themselves and do not say alike: reason to ask whether they are of one thing at all. */
export async function ownDifferences(
  db: Db,
  kind: MergeKind,
  keep: number,
  gone: number,
  partKind: PartKind,
): Promise<MergeClash[]> {
  if (kind === 'part') return figureDifferences(db, partKind, keep, gone);
  if (kind === 'connector') return connectorDifferences(db, keep, gone);
  const changes = await rowChanges(db, TABLES[kind]!, keep, gone);
  return changes.flatMap(({ label, before, after }) => differs(label, before, after));
}
