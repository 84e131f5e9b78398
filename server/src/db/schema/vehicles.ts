import { sql } from 'drizzle-orm';
import {
  boolean,
  check,
  doublePrecision,
  index,
  integer,
  pgEnum,
  pgTable,
  smallint,
  text,
  unique,
} from 'drizzle-orm/pg-core';
import {
  ASPIRATIONS,
  BODIES,
  DRIVES,
  FUELS,
  LAYOUTS,
  PACKAGES,
  SIDES,
  TRANSMISSION_KINDS,
} from '@radiatrix/core/vehicle';
import { id, monthRange, stamps, yearRange } from './columns.ts';
import { person } from './people.ts';

export const fuelEnum = pgEnum('fuel', FUELS);
export const layoutEnum = pgEnum('layout', LAYOUTS);
export const aspirationEnum = pgEnum('aspiration', ASPIRATIONS);
export const transmissionEnum = pgEnum('transmission_kind', TRANSMISSION_KINDS);
export const packageEnum = pgEnum('cooling_package', PACKAGES);
export const bodyEnum = pgEnum('body', BODIES);
export const driveEnum = pgEnum('drive', DRIVES);
export const sideEnum = pgEnum('side', SIDES);

export const make = pgTable('make', { id: id(), name: text().notNull().unique(), ...stamps });

export const model = pgTable(
  'model',
  {
    id: id(),
    makeId: integer()
      .notNull()
      .references(() => make.id),
    name: text().notNull(),
    nicknames: text()
      .array()
      .notNull()
      .default(sql`'{}'`),
    /** Model years it was built for. */
    life: yearRange().notNull(),
    ...stamps,
  },
  (table) => [
    unique('model_name').on(table.makeId, table.name),
    check('model_life_sane', sql`not isempty(${table.life}) and ${table.life} <@ int4range(1900, 2101)`),
  ],
);

export const engine = pgTable(
  'engine',
  {
    id: id(),
    code: text().notNull().unique(),
    displacementL: doublePrecision().notNull(),
    cylinders: smallint().notNull(),
    layout: layoutEnum().notNull(),
    fuel: fuelEnum().notNull(),
    aspiration: aspirationEnum().notNull(),
    /** At the crankshaft, kW. */
    powerKW: doublePrecision(),
    ...stamps,
  },
  (table) => [
    check(
      'engine_sane',
      sql`${table.displacementL} between 0 and 20 and ${table.cylinders} between 0 and 16`,
    ),
    check('engine_power_sane', sql`${table.powerKW} between 5 and 1000`),
  ],
);

export const transmission = pgTable(
  'transmission',
  {
    id: id(),
    code: text().notNull().unique(),
    kind: transmissionEnum().notNull(),
    gears: smallint().notNull(),
    ...stamps,
  },
  (table) => [check('transmission_gears', sql`${table.gears} between 0 and 12`)],
);

/** The space several configurations share: core support, mounts, hoses, loom. Figures belong to it. */
export const bay = pgTable('bay', {
  id: id(),
  name: text().notNull().unique(),
  version: integer().notNull().default(1),
  /** Why a reviewer sent its proposed figures back; gone once they are edited again. */
  sentBackFor: text(),
  ...stamps,
});

export const configuration = pgTable(
  'configuration',
  {
    id: id(),
    modelId: integer().notNull().references(() => model.id),
    year: smallint().notNull(),
    engineId: integer().notNull().references(() => engine.id),
    transmissionId: integer().notNull().references(() => transmission.id),
    airConditioning: boolean().notNull(),
    package: packageEnum().notNull(),
    body: bodyEnum().notNull(),
    drive: driveEnum().notNull(),
    steering: sideEnum().notNull(),
    /** First to last build month. */
    built: monthRange().notNull(),
    bayId: integer().notNull().references(() => bay.id),
    /** Recorded as it was told, in these words, and not yet reviewed; null for a vehicle of the library. */
    told: text(),
    toldBy: integer().references(() => person.id),
    /** Why a reviewer sent it back; gone once it is edited again. */
    sentBackFor: text(),
    ...stamps,
  },
  (table) => [
    // One year of one version may still split by build month (a mid-year break), never overlap: see the exclusion
    // constraint `configuration_built_once` in the migrations.
    index('configuration_model_year').on(table.modelId, table.year),
    index('configuration_bay').on(table.bayId),
    check('configuration_built_bounded', sql`not isempty(${table.built}) and not lower_inf(${table.built}) and not upper_inf(${table.built})`),
  ],
); // prettier-ignore

/** What a shop has learnt of identification numbers: a beginning and a position, and what they say. */
export const vinPattern = pgTable(
  'vin_pattern',
  {
    id: id(),
    prefix: text().notNull(),
    /** 1 to 17, or 0 where the beginning alone says it. */
    position: smallint().notNull().default(0),
    codes: text().notNull().default(''),
    field: text().notNull(),
    value: text().notNull(),
    ...stamps,
  },
  (table) => [
    unique('vin_pattern_once').on(table.prefix, table.position, table.codes, table.field),
    check('vin_pattern_prefix', sql`${table.prefix} ~ '^[A-HJ-NPR-Z0-9.]{1,17}$'`),
    check('vin_pattern_position', sql`${table.position} between 0 and 17 and (${table.position} = 0) = (${table.codes} = '')`),
  ],
); // prettier-ignore
