import { and, asc, between, eq, sql, isNull, type SQL } from 'drizzle-orm';
import type { Configuration, Vocabulary } from '@radiatrix/core/vehicle';
import { seesDrafts, type Photo, type Role } from '@radiatrix/contract';
import { anyOf } from '../db/any-of.ts';
import type { Db } from '../db/client.ts';
import { NAMED_SOMEWHERE, type NamedSomewhere } from '../db/visible.ts';
import {
  bay,
  configuration,
  engine,
  make,
  model,
  person,
  photo,
  procedure,
  procedureRevision,
  source,
  transmission,
} from '../db/schema/index.ts';

/** The vocabulary of each database as of a version; a handful of them at most, the tests' own among them. */
const kept = new Map<string, { version: string; vocabulary: Vocabulary; inUse?: Vocabulary }>();

/** Makes, models, engines and transmissions; the same object for as long as none of them changes. */
export async function loadVocabulary(db: Db): Promise<Vocabulary> {
  const { rows } = await db.execute<{ name: string; version: string; clean: boolean }>(
    sql`select current_database() as name, version::text, pg_current_xact_id_if_assigned() is null as clean from vocabulary_version`,
  );
  const { name, version, clean } = rows[0]!;
  // What a transaction sees of its own writes may never come to be, and is not kept.
  if (!clean) return readVocabulary(db);
  const held = kept.get(name);
  if (held?.version === version) return held.vocabulary;
  const vocabulary = await readVocabulary(db);
  kept.set(name, { version, vocabulary });
  return vocabulary;
}

/**
 * The words a reader may meet. A make, model, engine or transmission that no vehicle has yet is known only to those
 * who work on the library: the vehicle that brings it in passes review, and its words with it.
 */
export async function vocabularyFor(db: Db, role: Role): Promise<Vocabulary> {
  const vocabulary = await loadVocabulary(db);
  if (seesDrafts(role)) return vocabulary;
  const held = [...kept.values()].find((each) => each.vocabulary === vocabulary);
  if (held?.inUse) return held.inUse;
  const used = await namedByVehicles(db);
  const models = vocabulary.models.filter(({ id }) => used.models.has(id));
  const makes = new Set(models.map((each) => each.makeId));
  const inUse = {
    makes: vocabulary.makes.filter(({ id }) => makes.has(id)),
    models,
    engines: vocabulary.engines.filter(({ id }) => used.engines.has(id)),
    transmissions: vocabulary.transmissions.filter(({ id }) => used.transmissions.has(id)),
  };
  if (held) held.inUse = inUse;
  return inUse;
}

/** Models, engines and transmissions that a vehicle on record has. */
async function namedByVehicles(db: Db): Promise<Record<'models' | 'engines' | 'transmissions', Set<number>>> {
  const named = async (table: typeof model | typeof engine | typeof transmission, which: NamedSomewhere) =>
    new Set(
      (await db.select({ id: table.id }).from(table).where(NAMED_SOMEWHERE[which](table.id))).map(
        ({ id }) => id,
      ),
    );
  const [models, engines, transmissions] = await Promise.all([
    named(model, 'model'),
    named(engine, 'engine'),
    named(transmission, 'transmission'),
  ]);
  return { models, engines, transmissions };
}

async function readVocabulary(db: Db): Promise<Vocabulary> {
  const [makes, models, engines, transmissions] = await Promise.all([
    db.select({ id: make.id, name: make.name }).from(make).orderBy(make.name),
    db
      .select({
        id: model.id,
        makeId: model.makeId,
        name: model.name,
        nicknames: model.nicknames,
        life: model.life,
      })
      .from(model)
      .orderBy(model.name),
    db
      .select({
        id: engine.id,
        code: engine.code,
        displacementL: engine.displacementL,
        cylinders: engine.cylinders,
        layout: engine.layout,
        fuel: engine.fuel,
        aspiration: engine.aspiration,
        powerKW: engine.powerKW,
      })
      .from(engine)
      .orderBy(engine.code),
    db
      .select({
        id: transmission.id,
        code: transmission.code,
        kind: transmission.kind,
        gears: transmission.gears,
      })
      .from(transmission)
      .orderBy(transmission.code),
  ]);
  return { makes, models, engines, transmissions };
}

const columns = {
  id: configuration.id,
  modelId: configuration.modelId,
  year: configuration.year,
  engineId: configuration.engineId,
  transmissionId: configuration.transmissionId,
  airConditioning: configuration.airConditioning,
  package: configuration.package,
  body: configuration.body,
  drive: configuration.drive,
  steering: configuration.steering,
  built: configuration.built,
  bayId: configuration.bayId,
  told: configuration.told,
};

/** `told`: the words of a vehicle that was recorded as it was told and is not reviewed yet. */
export type ConfigurationRow = Configuration & { bayId: number; told: string | null };
type Raw = Omit<ConfigurationRow, 'built'> & { built: readonly [string, string] | 'any' };
/** The table's check makes every production window bounded. */
const bounded = (rows: Raw[]): ConfigurationRow[] =>
  rows.map((row) => ({ ...row, built: row.built as readonly [string, string] }));

/** Configurations of the given models (all when none are given), in reading order. */
export const configurations = async (db: Db, modelIds?: readonly number[]): Promise<ConfigurationRow[]> =>
  bounded(
    await db
      .select(columns)
      .from(configuration)
      .where(modelIds ? anyOf(configuration.modelId, modelIds) : undefined)
      .orderBy(asc(configuration.modelId), asc(configuration.year), asc(configuration.id)),
  );

/** Those of the library: what was only told is no gap of a catalogue, and no line of a table. */
export const reviewedConfigurations = async (
  db: Db,
  modelIds: readonly number[],
): Promise<ConfigurationRow[]> => (await configurations(db, modelIds)).filter(({ told }) => told === null);

export interface Narrowing {
  modelIds?: readonly number[];
  years?: readonly [number, number];
  engineIds?: readonly number[];
  transmissionIds?: readonly number[];
}

/** Configurations that may agree with some details, found by index; at most `limit`, in reading order. */
export const narrowed = async (db: Db, by: Narrowing, limit: number): Promise<ConfigurationRow[]> =>
  bounded(
    await db
      .select(columns)
      .from(configuration)
      .where(
        and(
          by.modelIds && anyOf(configuration.modelId, by.modelIds),
          by.years && between(configuration.year, by.years[0], by.years[1]),
          by.engineIds && anyOf(configuration.engineId, by.engineIds),
          by.transmissionIds && anyOf(configuration.transmissionId, by.transmissionIds),
        ),
      )
      .orderBy(asc(configuration.modelId), asc(configuration.year), asc(configuration.id))
      .limit(limit),
  );

export const configurationById = async (db: Db, id: number): Promise<ConfigurationRow | undefined> =>
  bounded(await db.select(columns).from(configuration).where(eq(configuration.id, id)))[0];

const alikeBut = async (
  db: Db,
  { built: _built, ...rest }: Omit<Configuration, 'id'>,
  months: SQL,
): Promise<ConfigurationRow | undefined> => {
  const same = (Object.keys(rest) as (keyof typeof rest)[]).map((key) => eq(configuration[key], rest[key]));
  const rows = await db
    .select(columns)
    .from(configuration)
    .where(and(...same, months))
    .orderBy(asc(configuration.id));
  return bounded(rows)[0];
};

/** A vehicle alike in everything that tells vehicles apart, first built in the same month. */
export const configurationAlike = (
  db: Db,
  like: Omit<Configuration, 'id'>,
): Promise<ConfigurationRow | undefined> =>
  alikeBut(db, like, sql`lower(${configuration.built}) = ${`${like.built[0]}-01`}::date`);

/** A vehicle alike in everything else, built in some of these months: where the month was not told, it is the same one. */
export const configurationMeant = (
  db: Db,
  like: Omit<Configuration, 'id'>,
): Promise<ConfigurationRow | undefined> =>
  alikeBut(
    db,
    like,
    sql`${configuration.built} && daterange(${`${like.built[0]}-01`}::date, (${`${like.built[1]}-01`}::date + interval '1 month')::date)`,
  );

export const configurationsByIds = async (db: Db, ids: readonly number[]): Promise<ConfigurationRow[]> =>
  ids.length === 0
    ? []
    : bounded(await db.select(columns).from(configuration).where(anyOf(configuration.id, ids)));

export const configurationsOfBay = async (db: Db, bayId: number): Promise<ConfigurationRow[]> =>
  bounded(
    await db
      .select(columns)
      .from(configuration)
      .where(eq(configuration.bayId, bayId))
      .orderBy(configuration.year, configuration.id),
  );

export async function bayById(db: Db, id: number) {
  const [row] = await db
    .select({ id: bay.id, name: bay.name, version: bay.version, sentBackFor: bay.sentBackFor })
    .from(bay)
    .where(eq(bay.id, id));
  return row;
}

/** Moves a bay to its next version when it still is at the one the save is based on. */
export async function advanceBay(db: Db, id: number, version: number): Promise<number | undefined> {
  const [row] = await db
    .update(bay)
    .set({ version: sql`${bay.version} + 1`, sentBackFor: null })
    .where(and(eq(bay.id, id), eq(bay.version, version)))
    .returning({ version: bay.version });
  return row?.version;
}

/** Keeps why a bay's proposed figures were sent back. */
export const sendBackBay = async (db: Db, id: number, version: number, reason: string): Promise<boolean> =>
  (
    await db
      .update(bay)
      .set({ version: sql`${bay.version} + 1`, sentBackFor: reason })
      .where(and(eq(bay.id, id), eq(bay.version, version)))
      .returning({ id: bay.id })
  ).length === 1;

const photoColumns = {
  id: photo.id,
  caption: photo.caption,
  mediaType: photo.mediaType,
  bytes: sql<number>`octet_length(${photo.content})`,
  by: person.name,
  at: photo.at,
};

export async function photosOf(
  db: Db,
  subject: 'partId' | 'bayId' | 'connectorId' | 'procedureId',
  id: number,
): Promise<Photo[]> {
  const rows = await db
    .select(photoColumns)
    .from(photo)
    .innerJoin(person, eq(person.id, photo.by))
    .where(and(eq(photo[subject], id), isNull(photo.removedAt)))
    .orderBy(photo.id);
  return rows.map(({ by, at, ...rest }) => ({ ...rest, stamp: { by, at } }));
}

/** The newest revision of each procedure of a bay that this reader may see. */
export async function proceduresOfBay(db: Db, bayId: number, drafts: boolean) {
  return db
    .selectDistinctOn([procedure.id], {
      id: procedure.id,
      title: procedureRevision.title,
      partKind: procedure.partKind,
      state: procedureRevision.state,
    })
    .from(procedure)
    .innerJoin(procedureRevision, eq(procedureRevision.procedureId, procedure.id))
    .where(
      and(
        eq(procedure.bayId, bayId),
        drafts
          ? undefined
          : and(eq(procedureRevision.state, 'released'), isNull(procedureRevision.withdrawnAt)),
      ),
    )
    .orderBy(procedure.id, sql`${procedureRevision.revision} desc`);
}

export const sourceLines = (db: Db, drafts = true) =>
  db
    .select({ id: source.id, name: source.name, kind: source.kind, grade: source.grade })
    .from(source)
    .where(drafts ? undefined : NAMED_SOMEWHERE.source(source.id))
    .orderBy(source.grade, source.name);

export const sourceByName = async (db: Db, name: string): Promise<number | undefined> =>
  (await db.select({ id: source.id }).from(source).where(eq(source.name, name)))[0]?.id;
