import { eq, ilike, or, sql } from 'drizzle-orm';
import {
  blame,
  choicesFor,
  correct,
  describeVehicle,
  suits,
  tellApart,
  type Field,
} from '@radiatrix/core/vehicle';
import { LIST_LIMIT, type FindResult } from '@radiatrix/contract';
import type { Db } from '../db/client.ts';
import { connector, interchange, part } from '../db/schema/index.ts';
import { configurations, loadVocabulary } from '../vehicles/queries.ts';
import { vehicleLine } from '../vehicles/service.ts';

const readFixes = (fixes: readonly string[]): Partial<Record<Field, string | null>> =>
  Object.fromEntries(
    fixes.map((fix) => [fix.slice(0, fix.indexOf(':')), fix.slice(fix.indexOf(':') + 1) || null]),
  );

const squeezed = (column: typeof part.number | typeof interchange.number) =>
  sql`regexp_replace(lower(${column}), '[^a-z0-9]', '', 'g')`;

/** Parts whose own, or whose interchange number, begins with what was typed, separators aside. */
async function partsByNumber(db: Db, text: string): Promise<FindResult['parts']> {
  const key = text.toLowerCase().replace(/[^a-z0-9]/g, '');
  if (key.length < 3 || key.length > 40 || !/\d/.test(key)) return [];
  const own = await db
    .select({ id: part.id, number: part.number, maker: part.maker, kind: part.kind, why: sql<string>`''` })
    .from(part)
    .where(sql`${squeezed(part.number)} like ${`${key}%`}`)
    .orderBy(part.number)
    .limit(8);
  const others = await db
    .select({
      id: part.id,
      number: part.number,
      maker: part.maker,
      kind: part.kind,
      why: sql<string>`${interchange.seller} || ' ' || ${interchange.number}`,
    })
    .from(interchange)
    .innerJoin(part, eq(part.id, interchange.partId))
    .where(sql`${squeezed(interchange.number)} like ${`${key}%`}`)
    .orderBy(part.number)
    .limit(8);
  return [...own, ...others.filter((row) => !own.some((each) => each.id === row.id))];
}

async function connectorsByCode(db: Db, text: string): Promise<FindResult['connectors']> {
  const words = text.trim();
  if (words.length < 2 || words.length > 40) return [];
  const pattern = `${words.replace(/[\\%_]/g, '\\$&')}%`;
  return db
    .select({ code: connector.code, name: connector.name })
    .from(connector)
    .where(or(ilike(connector.code, pattern), ilike(connector.name, pattern)))
    .orderBy(connector.code)
    .limit(6);
}

/** Understands what was typed and lists the vehicles (and parts and connectors) it may mean. */
export async function find(
  db: Db,
  text: string,
  fixes: readonly string[],
  referenceYear: number,
): Promise<FindResult> {
  const vocabulary = await loadVocabulary(db);
  const { chips, leftover } = correct(
    describeVehicle(text, vocabulary, referenceYear),
    readFixes(fixes),
    vocabulary,
  );
  const modelChip = chips.find((chip) => chip.field === 'model');
  const makeChip = chips.find((chip) => chip.field === 'make');
  const models = vocabulary.models.filter(
    (model) =>
      (!modelChip || String(model.id) === modelChip.value) &&
      (!makeChip || String(model.makeId) === makeChip.value),
  );
  // Without any detail there is nothing to look for: "all vehicles" is no answer to an empty question.
  const asked = chips.some((chip) => chip.field !== 'part');
  const [rows, parts, connectors] = await Promise.all([
    asked
      ? configurations(
          db,
          models.map((model) => model.id),
        )
      : Promise.resolve([]),
    partsByNumber(db, text),
    connectorsByCode(db, text),
  ]);
  const matching = rows.filter((row) => suits(row, chips, vocabulary));
  return {
    text,
    chips: chips.map((chip) => ({
      ...chip,
      choices: choicesFor(chip.field, vocabulary, modelChip ? Number(modelChip.value) : undefined),
    })),
    leftover,
    vehicles: matching.slice(0, LIST_LIMIT).map((row) => vehicleLine(row, vocabulary)),
    total: matching.length,
    differences: matching.length > 1 ? tellApart(matching, vocabulary) : [],
    blamed:
      asked && matching.length === 0
        ? blame(chips, rows.length > 0 ? rows : await configurations(db), vocabulary).map(
            (chip) => chip.field,
          )
        : [],
    parts,
    connectors,
  };
}
