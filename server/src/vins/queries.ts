import { eq } from 'drizzle-orm';
import type { VinPattern } from '@radiatrix/core/vehicle';
import type { NewVinPattern } from '@radiatrix/contract';
import type { Db } from '../db/client.ts';
import { vinPattern } from '../db/schema/index.ts';

export async function loadVinPatterns(db: Db): Promise<VinPattern[]> {
  const rows = await db
    .select({
      id: vinPattern.id,
      prefix: vinPattern.prefix,
      position: vinPattern.position,
      codes: vinPattern.codes,
      field: vinPattern.field,
      value: vinPattern.value,
    })
    .from(vinPattern)
    .orderBy(vinPattern.prefix, vinPattern.position, vinPattern.codes);
  return rows as VinPattern[];
}

export async function insertVinPattern(db: Db, values: NewVinPattern): Promise<number> {
  const [row] = await db.insert(vinPattern).values(values).returning({ id: vinPattern.id });
  return row!.id;
}

export const updateVinPattern = (db: Db, id: number, value: string) =>
  db.update(vinPattern).set({ value }).where(eq(vinPattern.id, id));

export const deleteVinPattern = async (db: Db, id: number): Promise<boolean> =>
  (await db.delete(vinPattern).where(eq(vinPattern.id, id)).returning({ id: vinPattern.id })).length === 1;
