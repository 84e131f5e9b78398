import { sql } from 'drizzle-orm';
import { customType, integer, timestamp } from 'drizzle-orm/pg-core';

/**
 * The person the transaction runs for (`transaction.ts` sets it). Without one the default is null, the column is
 * NOT NULL, and the write fails: nothing can be stored that nobody answers for.
 */
export const writer = () =>
  integer()
    .notNull()
    .default(sql`nullif(current_setting('radiatrix.person', true), '')::integer`);
export const moment = () => timestamp({ withTimezone: true, mode: 'string' }).notNull().defaultNow();
export const id = () => integer().primaryKey().generatedAlwaysAsIdentity();
/** Who wrote a row, and when. */
export const stamps = { by: writer(), at: moment() };

const bounds = (text: string): [string, string] | null => {
  const match = /^([[(])"?([^,"]*)"?,"?([^,"]*)"?([\])])$/.exec(text);
  return match ? [match[2]!, match[3]!] : null;
};

const nextMonth = (month: string, step: number): string => {
  const [year, index] = month.split('-').map(Number) as [number, number];
  const count = year * 12 + index - 1 + step;
  return `${Math.floor(count / 12)}-${String((count % 12) + 1).padStart(2, '0')}`;
};

/** How ranges and sets are written for PostgreSQL and read from it, for the columns and for what is copied in. */
export const WRITTEN = {
  years: {
    write: ([from, to]: readonly [number, number]): string => `[${from},${to}]`,
    read: (text: string): readonly [number, number] => {
      const [from, to] = bounds(text)!;
      return [Number(from), Number(to) - 1];
    },
  },
  months: {
    write: (months: readonly [string, string] | 'any'): string =>
      months !== 'any' ? `[${months[0]}-01,${nextMonth(months[1], 1)}-01)` : '(,)',
    read: (text: string): readonly [string, string] | 'any' => {
      const [from, to] = bounds(text)!;
      return from === '' ? 'any' : [from.slice(0, 7), nextMonth(to.slice(0, 7), -1)];
    },
  },
  ids: {
    write: (ids: readonly number[] | 'any'): string =>
      ids !== 'any' ? `{${ids.map((id) => `[${id},${id}]`).join(',')}}` : '{(,)}',
    read: (text: string): readonly number[] | 'any' => {
      if (text === '{(,)}') return 'any';
      const ids: number[] = [];
      for (const [, from, to] of text.matchAll(/\[(\d+),(\d+)\)/g))
        for (let id = Number(from); id < Number(to); id += 1) ids.push(id);
      return ids;
    },
  },
} as const;

/** Model years, inclusive on both ends; PostgreSQL hands a range back as [from, to). */
export const yearRange = customType<{ data: readonly [number, number]; driverData: string }>({
  dataType: () => 'int4range',
  toDriver: WRITTEN.years.write,
  fromDriver: WRITTEN.years.read,
});

/** Build months `YYYY-MM`, inclusive, kept as a range of days; `any` is the whole line, since a null never reaches a column's own encoding. */
export const monthRange = customType<{ data: readonly [string, string] | 'any'; driverData: string }>({
  dataType: () => 'daterange',
  toDriver: WRITTEN.months.write,
  fromDriver: WRITTEN.months.read,
});

/** A set of ids as a multirange, so that an exclusion constraint can compare sets; `any` is the whole line. */
export const idSet = customType<{ data: readonly number[] | 'any'; driverData: string }>({
  dataType: () => 'int4multirange',
  toDriver: WRITTEN.ids.write,
  fromDriver: WRITTEN.ids.read,
});

/** Between the records' null for any and the columns' word for it. */
export const orAny = <T>(value: T | null): T | 'any' => value ?? 'any';
export const orNull = <T>(value: T | 'any'): T | null => (value === 'any' ? null : value);

export const bytes = customType<{ data: Buffer; driverData: Buffer }>({ dataType: () => 'bytea' });
