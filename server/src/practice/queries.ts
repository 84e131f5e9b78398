import { eq } from 'drizzle-orm';
import type { PracticeChange, ShopPractice } from '@radiatrix/contract';
import type { PracticeName } from '@radiatrix/core/practice';
import type { Db } from '../db/client.ts';
import { person, shopPractice } from '../db/schema/index.ts';

export async function practiceRows(db: Db): Promise<ShopPractice[]> {
  const rows = await db
    .select({
      name: shopPractice.name,
      value: shopPractice.value,
      reason: shopPractice.reason,
      by: person.name,
      at: shopPractice.at,
    })
    .from(shopPractice)
    .innerJoin(person, eq(person.id, shopPractice.by))
    .orderBy(shopPractice.name);
  return rows.map(({ name, by, at, ...row }) => ({ ...row, name: name as PracticeName, stamp: { by, at } }));
}

export async function writePractice(
  db: Db,
  { name, value, reason }: PracticeChange,
  personId: number,
): Promise<void> {
  if (value === null) {
    // The history keeps what stood last: with the reason it was taken back for.
    await db
      .update(shopPractice)
      .set({ reason, by: personId, at: new Date().toISOString() })
      .where(eq(shopPractice.name, name));
    await db.delete(shopPractice).where(eq(shopPractice.name, name));
    return;
  }
  await db
    .insert(shopPractice)
    .values({ name, value, reason })
    .onConflictDoUpdate({
      target: shopPractice.name,
      set: { value, reason, by: personId, at: new Date().toISOString() },
    });
}
