import { sql, type SQL, type SQLWrapper } from 'drizzle-orm';

/**
 * A column is one of some ids, sent as one array: a list of a few hundred placeholders costs more to build and to send
 * than the query takes.
 */
export const anyOf = (column: SQLWrapper, ids: readonly number[]): SQL =>
  sql`${column} = any(${sql.param([...ids])}::int[])`;
