import { and, desc, eq, ilike, isNull, or, sql } from 'drizzle-orm';
import { alias } from 'drizzle-orm/pg-core';
import { PACKAGES, type Configuration } from '@radiatrix/core/vehicle';
import type { PartKind } from '@radiatrix/core/figures';
import type { Claim } from '@radiatrix/core/application';
import type { BoxItem, PartLine, ScopeEntry } from '@radiatrix/contract';
import { anyOf } from '../db/any-of.ts';
import type { Db } from '../db/client.ts';
import { anywhere } from '../db/literally.ts';
import {
  application,
  bay,
  boxItem,
  interchange,
  outcome,
  part,
  partRevision,
  person,
  source,
  supersession,
} from '../db/schema/index.ts';
import { headOfPart, seenPart } from '../db/visible.ts';
import { orAny, orNull } from '../db/schema/columns.ts';
import type { RevisionHead } from '../revisions/queries.ts';

export type PartRow = PartLine & {
  revisionId: number;
  version: number;
  notes: string;
  authorId: number;
  author: string;
};

const author = alias(person, 'author');
const lineColumns = {
  id: part.id,
  number: part.number,
  maker: part.maker,
  kind: part.kind,
  description: partRevision.description,
  revision: partRevision.revision,
  state: partRevision.state,
  revisionId: partRevision.id,
  version: partRevision.version,
  notes: partRevision.notes,
  authorId: partRevision.authorId,
  author: author.name,
};

/** Parts with the newest revision a reader may see. */
export async function partLines(
  db: Db,
  filter: { ids?: readonly number[]; text?: string },
  drafts: boolean,
): Promise<PartRow[]> {
  if (filter.ids?.length === 0) return [];
  const pattern = anywhere(filter.text ?? '');
  return db
    .selectDistinctOn([part.id], lineColumns)
    .from(part)
    .innerJoin(partRevision, eq(partRevision.partId, part.id))
    .innerJoin(author, eq(author.id, partRevision.authorId))
    .where(
      and(
        filter.ids ? anyOf(part.id, filter.ids) : undefined,
        filter.text
          ? or(
              ilike(part.number, pattern),
              ilike(part.maker, pattern),
              ilike(partRevision.description, pattern),
            )
          : undefined,
        drafts ? undefined : and(eq(partRevision.state, 'released'), isNull(partRevision.withdrawnAt)),
      ),
    )
    .orderBy(part.id, desc(partRevision.revision))
    .limit(filter.ids ? Math.max(500, filter.ids.length) : 500);
}

/** A part as lists and answers have it. */
export const partLineOf = ({ id, number, maker, kind, description, revision, state }: PartRow): PartLine => ({
  id,
  number,
  maker,
  kind,
  description,
  revision,
  state,
});

export async function boxOf(db: Db, revisionId: number): Promise<BoxItem[]> {
  const rows = await db
    .select({ name: boxItem.name, quantity: boxItem.quantity, fromOld: boxItem.fromOld })
    .from(boxItem)
    .where(eq(boxItem.partRevisionId, revisionId))
    .orderBy(boxItem.ordinal);
  return rows.map(({ fromOld, ...item }) => (fromOld ? { ...item, fromOld } : item));
}

export const interchangeOf = (db: Db, revisionId: number) =>
  db
    .select({ seller: interchange.seller, number: interchange.number })
    .from(interchange)
    .where(eq(interchange.partRevisionId, revisionId))
    .orderBy(interchange.seller, interchange.number);

/** What a revision takes the place of, and what took the place of its part, as far as this reader may know. */
export async function successionOf(
  db: Db,
  { id, revisionId }: { id: number; revisionId: number },
  drafts: boolean,
): Promise<{ supersedes: string; supersededBy: string }> {
  const [[before], after] = await Promise.all([
    db
      .select({ number: part.number })
      .from(supersession)
      .innerJoin(part, eq(part.id, supersession.oldPartId))
      .where(eq(supersession.partRevisionId, revisionId)),
    successorsOf(db, [id], drafts),
  ]);
  return { supersedes: before?.number ?? '', supersededBy: after.get(id) ?? '' };
}

/** Numbers of the parts that took the places of others; where several say so, the one that said it last. */
export async function successorsOf(
  db: Db,
  ids: readonly number[],
  drafts: boolean,
): Promise<Map<number, string>> {
  if (ids.length === 0) return new Map();
  const rows = await db
    .select({ id: supersession.oldPartId, number: part.number })
    .from(supersession)
    .innerJoin(partRevision, eq(partRevision.id, supersession.partRevisionId))
    .innerJoin(part, eq(part.id, partRevision.partId))
    .where(
      and(
        anyOf(supersession.oldPartId, ids),
        sql`${partRevision.id} = ${headOfPart(drafts, partRevision.partId)}`,
      ),
    )
    .orderBy(supersession.partRevisionId);
  return new Map(rows.map((row) => [row.id, row.number]));
}

export const revisionsOf = (db: Db, partId: number) => {
  const releaser = alias(person, 'releaser');
  return db
    .select({
      revision: partRevision.revision,
      state: partRevision.state,
      author: author.name,
      releasedBy: sql<string>`coalesce(${releaser.name}, '')`,
      at: sql<string>`coalesce(${partRevision.releasedAt}, ${partRevision.at})::text`,
    })
    .from(partRevision)
    .innerJoin(author, eq(author.id, partRevision.authorId))
    .leftJoin(releaser, eq(releaser.id, partRevision.releasedBy))
    .where(eq(partRevision.partId, partId))
    .orderBy(desc(partRevision.revision));
};

export async function insertPart(
  db: Db,
  values: { number: string; maker: string; kind: PartKind },
): Promise<number> {
  const [row] = await db.insert(part).values(values).returning({ id: part.id });
  return row!.id;
}

export async function insertRevision(
  db: Db,
  values: {
    partId: number;
    kind: PartKind;
    revision: number;
    personId: number;
    description: string;
    notes?: string;
  },
): Promise<number> {
  const { personId, ...rest } = values;
  const [row] = await db
    .insert(partRevision)
    .values({ ...rest, authorId: personId, writers: [personId] })
    .returning({ id: partRevision.id });
  return row!.id;
}

/** A new draft with everything a released revision held; figures keep who measured them and when. */
export async function copyRevision(db: Db, from: RevisionHead, personId: number): Promise<number> {
  const [old] = await db.select().from(partRevision).where(eq(partRevision.id, from.id));
  const id = await insertRevision(db, {
    partId: old!.partId,
    kind: old!.kind,
    revision: old!.revision + 1,
    personId,
    description: old!.description,
    notes: old!.notes,
  });
  await db.execute(sql`
    insert into measurement (subject, part_revision_id, part_kind, key, type, value, u, choice, connector_id, text, method, source_id, "by", at)
    select subject, ${id}, part_kind, key, type, value, u, choice, connector_id, text, method, source_id, "by", at
    from measurement where part_revision_id = ${from.id}`);
  await db.execute(sql`
    insert into box_item (part_revision_id, ordinal, name, quantity, from_old)
    select ${id}, ordinal, name, quantity, from_old from box_item where part_revision_id = ${from.id}`);
  await db.execute(sql`
    insert into interchange (part_revision_id, seller, number, "by", at)
    select ${id}, seller, number, "by", at from interchange where part_revision_id = ${from.id}`);
  await db.execute(sql`
    insert into supersession (part_revision_id, old_part_id, "by", at)
    select ${id}, old_part_id, "by", at from supersession where part_revision_id = ${from.id}`);
  return id;
}

export async function saveDetails(
  db: Db,
  revisionId: number,
  details: { description: string; notes: string; inTheBox: BoxItem[] },
): Promise<void> {
  await db
    .update(partRevision)
    .set({ description: details.description, notes: details.notes })
    .where(eq(partRevision.id, revisionId));
  await db.delete(boxItem).where(eq(boxItem.partRevisionId, revisionId));
  if (details.inTheBox.length > 0)
    await db
      .insert(boxItem)
      .values(details.inTheBox.map((item, ordinal) => ({ partRevisionId: revisionId, ordinal, ...item })));
}

export async function saveInterchange(
  db: Db,
  revisionId: number,
  rows: readonly { seller: string; number: string }[],
): Promise<void> {
  const held = await interchangeOf(db, revisionId);
  const same = (a: { seller: string; number: string }, b: { seller: string; number: string }) =>
    a.seller === b.seller && a.number === b.number;
  for (const gone of held.filter((row) => !rows.some((wanted) => same(row, wanted))))
    await db
      .delete(interchange)
      .where(
        and(
          eq(interchange.partRevisionId, revisionId),
          eq(interchange.seller, gone.seller),
          eq(interchange.number, gone.number),
        ),
      );
  const fresh = rows.filter((row) => !held.some((kept) => same(row, kept)));
  if (fresh.length > 0)
    await db.insert(interchange).values(fresh.map((row) => ({ partRevisionId: revisionId, ...row })));
}

/** One number is one part, whatever its case. */
export const partIdByNumber = async (db: Db, number: string): Promise<number | undefined> =>
  (
    await db
      .select({ id: part.id })
      .from(part)
      .where(sql`lower(${part.number}) = lower(${number})`)
  )[0]?.id;

export async function saveSupersession(
  db: Db,
  revisionId: number,
  oldPartId: number | undefined,
): Promise<void> {
  if (oldPartId === undefined)
    await db.delete(supersession).where(eq(supersession.partRevisionId, revisionId));
  else
    await db
      .insert(supersession)
      .values({ partRevisionId: revisionId, oldPartId })
      .onConflictDoUpdate({ target: supersession.partRevisionId, set: { oldPartId } });
}

/* ---- claims ---- */

const packageIds = (names: readonly string[] | null): number[] | null =>
  names?.map((name) => PACKAGES.indexOf(name as Configuration['package'])) ?? null;

export type ClaimRow = Claim & {
  original: boolean;
  note: string;
  source: string;
  grade: number;
  by: string;
  at: string;
};

export async function claims(
  db: Db,
  filter: {
    ids?: readonly number[];
    partIds?: readonly number[];
    modelId?: number;
    modelIds?: readonly number[];
    sourceId?: number;
    /** Only those that name the part a vehicle was built with. */
    originals?: boolean;
    /** Without drafts, what is said of a part that is not released is left out. */
    drafts?: boolean;
  },
): Promise<ClaimRow[]> {
  if (filter.partIds?.length === 0 || filter.ids?.length === 0) return [];
  const rows = await db
    .select({
      id: application.id,
      partId: application.partId,
      modelId: application.modelId,
      years: application.years,
      built: application.built,
      engineIds: application.engineIds,
      transmissionIds: application.transmissionIds,
      airConditioning: application.airConditioning,
      packages: application.packages,
      fits: application.fits,
      original: application.original,
      note: application.note,
      sourceId: application.sourceId,
      exceptions: application.exceptions,
      source: source.name,
      grade: source.grade,
      by: person.name,
      at: application.at,
    })
    .from(application)
    .innerJoin(source, eq(source.id, application.sourceId))
    .innerJoin(person, eq(person.id, application.by))
    .where(
      and(
        seenPart(filter.drafts ?? true, application.partId),
        filter.ids ? anyOf(application.id, filter.ids) : undefined,
        filter.partIds ? anyOf(application.partId, filter.partIds) : undefined,
        filter.modelId === undefined ? undefined : eq(application.modelId, filter.modelId),
        filter.modelIds ? anyOf(application.modelId, filter.modelIds) : undefined,
        filter.originals ? application.original : undefined,
        filter.sourceId === undefined ? undefined : eq(application.sourceId, filter.sourceId),
      ),
    )
    .orderBy(application.id);
  return rows.map((row) => ({
    ...row,
    built: orNull(row.built),
    engineIds: orNull(row.engineIds),
    transmissionIds: orNull(row.transmissionIds),
    packages: orNull(row.packages)?.map((index) => PACKAGES[index]!) ?? null,
  }));
}

export async function insertClaim(
  db: Db,
  partId: number,
  claim: ScopeEntry & {
    modelId: number;
    years: [number, number];
    fits: boolean;
    original?: boolean;
    note?: string;
    sourceId: number;
    exceptions: ScopeEntry[];
  },
): Promise<number> {
  const [row] = await db
    .insert(application)
    .values({
      ...claim,
      partId,
      built: orAny(claim.built),
      engineIds: orAny(claim.engineIds),
      transmissionIds: orAny(claim.transmissionIds),
      packages: orAny(packageIds(claim.packages)),
    })
    .returning({ id: application.id });
  return row!.id;
}

export const deleteClaims = async (db: Db, ids: readonly number[]): Promise<void> => {
  if (ids.length > 0) await db.delete(application).where(anyOf(application.id, ids));
};

/** Holds a part's row, so that two people who rewrite its lines go one after the other. */
export const lockPart = (db: Db, id: number) =>
  db.select({ id: part.id }).from(part).where(eq(part.id, id)).for('no key update');

/** Number and kind of parts, whatever state their revisions are in. */
export const partNames = async (db: Db, ids: readonly number[]) =>
  ids.length === 0
    ? []
    : db.select({ id: part.id, number: part.number, kind: part.kind }).from(part).where(anyOf(part.id, ids));

/* ---- what happened when they were fitted ---- */

/** Keeps what happened with a part in a vehicle; false where the same is on record. */
export const insertOutcome = async (db: Db, values: typeof outcome.$inferInsert): Promise<boolean> =>
  (await db.insert(outcome).values(values).onConflictDoNothing().returning({ id: outcome.id })).length === 1;

export async function outcomes(
  db: Db,
  filter: { bayId?: number; bayIds?: readonly number[]; partId?: number; partIds?: readonly number[] },
) {
  if (filter.partIds?.length === 0) return [];
  return db
    .select({
      id: outcome.id,
      partId: partRevision.partId,
      partRevisionId: outcome.partRevisionId,
      bayId: outcome.bayId,
      bay: bay.name,
      vehicle: outcome.vehicle,
      result: outcome.result,
      altered: outcome.altered,
      note: outcome.note,
      on: outcome.on,
      by: person.name,
    })
    .from(outcome)
    .innerJoin(partRevision, eq(partRevision.id, outcome.partRevisionId))
    .innerJoin(bay, eq(bay.id, outcome.bayId))
    .innerJoin(person, eq(person.id, outcome.by))
    .where(
      and(
        filter.bayId === undefined ? undefined : eq(outcome.bayId, filter.bayId),
        filter.bayIds ? anyOf(outcome.bayId, filter.bayIds) : undefined,
        filter.partId === undefined ? undefined : eq(partRevision.partId, filter.partId),
        filter.partIds ? anyOf(partRevision.partId, filter.partIds) : undefined,
      ),
    )
    .orderBy(desc(outcome.on), desc(outcome.id));
}

/** Bays that any revision of a part was tried in. */
export const baysTried = async (db: Db, partId: number): Promise<number[]> =>
  (
    await db
      .selectDistinct({ id: outcome.bayId })
      .from(outcome)
      .innerJoin(partRevision, eq(partRevision.id, outcome.partRevisionId))
      .where(eq(partRevision.partId, partId))
  ).map(({ id }) => id);

/** Models that any source names for some parts. */
export const modelsListed = async (db: Db, partIds: readonly number[]): Promise<number[]> =>
  (
    await db
      .selectDistinct({ id: application.modelId })
      .from(application)
      .where(anyOf(application.partId, partIds))
  ).map(({ id }) => id);
