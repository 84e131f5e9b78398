import { and, eq, inArray, sql } from 'drizzle-orm';
import type { ConnectorDocument, ConnectorRecord } from '@radiatrix/contract';
import type { Db } from '../db/client.ts';
import { bay, cavity, connector, measurement, part, partRevision } from '../db/schema/index.ts';
import { photosOf } from '../vehicles/queries.ts';

export const connectorLines = (db: Db) =>
  db
    .select({ id: connector.id, code: connector.code, name: connector.name })
    .from(connector)
    .orderBy(connector.code);

async function withCavities(
  db: Db,
  rows: { id: number; code: string; name: string; description: string }[],
): Promise<(ConnectorDocument & { id: number })[]> {
  if (rows.length === 0) return [];
  const cavities = await db
    .select()
    .from(cavity)
    .where(
      inArray(
        cavity.connectorId,
        rows.map((row) => row.id),
      ),
    )
    .orderBy(cavity.connectorId, cavity.ordinal);
  return rows.map((row) => ({
    ...row,
    cavities: cavities
      .filter((each) => each.connectorId === row.id)
      .map(({ position, function: duty, colour, gauge }) => ({ position, function: duty, colour, gauge })),
  }));
}

const columns = {
  id: connector.id,
  code: connector.code,
  name: connector.name,
  description: connector.description,
};

export const connectorsByCode = async (db: Db, codes: readonly string[]): Promise<ConnectorDocument[]> =>
  codes.length === 0
    ? []
    : (
        await withCavities(
          db,
          await db
            .select(columns)
            .from(connector)
            .where(inArray(connector.code, [...codes]))
            .orderBy(connector.code),
        )
      ).map(({ id: _, ...rest }) => rest);

/** Where a connector is: looms of bays, plugs of parts. */
async function usedBy(db: Db, id: number): Promise<string[]> {
  const [bays, parts] = await Promise.all([
    db
      .selectDistinct({ name: bay.name })
      .from(measurement)
      .innerJoin(bay, eq(bay.id, measurement.bayId))
      .where(eq(measurement.connectorId, id)),
    db
      .selectDistinct({ number: part.number })
      .from(measurement)
      .innerJoin(partRevision, eq(partRevision.id, measurement.partRevisionId))
      .innerJoin(part, eq(part.id, partRevision.partId))
      .where(eq(measurement.connectorId, id)),
  ]);
  return [...bays.map((row) => `loom of ${row.name}`), ...parts.map((row) => `plug of ${row.number}`)].sort();
}

export async function connectorRecord(db: Db, idOrCode: string): Promise<ConnectorRecord | undefined> {
  const where = /^\d{1,9}$/.test(idOrCode)
    ? eq(connector.id, Number(idOrCode))
    : eq(connector.code, idOrCode);
  const [row] = await db
    .select({ ...columns, version: connector.version })
    .from(connector)
    .where(where);
  if (!row) return undefined;
  const [[full], uses, photos] = await Promise.all([
    withCavities(db, [row]),
    usedBy(db, row.id),
    photosOf(db, 'connectorId', row.id),
  ]);
  return { ...full!, version: row.version, usedBy: uses, photos, changed: null };
}

async function putCavities(db: Db, id: number, document: ConnectorDocument): Promise<void> {
  await db.delete(cavity).where(eq(cavity.connectorId, id));
  await db
    .insert(cavity)
    .values(document.cavities.map((each, ordinal) => ({ connectorId: id, ordinal, ...each })));
}

export async function insertConnector(db: Db, document: ConnectorDocument): Promise<number> {
  const { code, name, description } = document;
  const [row] = await db
    .insert(connector)
    .values({ code, name, description })
    .returning({ id: connector.id });
  await putCavities(db, row!.id, document);
  return row!.id;
}

/** False when the connector is not at that version any more. */
export async function updateConnector(
  db: Db,
  id: number,
  version: number,
  document: ConnectorDocument,
): Promise<boolean> {
  const { code, name, description } = document;
  const rows = await db
    .update(connector)
    .set({ code, name, description, version: sql`${connector.version} + 1` })
    .where(and(eq(connector.id, id), eq(connector.version, version)))
    .returning({ id: connector.id });
  if (rows.length === 0) return false;
  await putCavities(db, id, document);
  return true;
}
