/** One recorded change of one row. */
export interface Change {
  at: string;
  by: string;
  table: string;
  before: Row | null;
  after: Row | null;
}

export type Row = Record<string, unknown>;
/** Every row of a record as it stood after some change. */
export type Standing = Map<string, { table: string; row: Row }>;

const IDLE = new Set(['id', 'by', 'at', 'version', 'writers', 'checked_by', 'released_by', 'author_id']);

/** What tells rows apart that have no number of their own. */
const KEYS = ['revision_id', 'part_revision_id', 'old_part_id', 'position', 'ordinal', 'tray', 'code'];

/** What a record was after its first `count` changes, oldest first. */
export function standingAfter(entries: readonly Change[], count: number): Standing {
  const rows: Standing = new Map();
  for (const { table, before, after } of entries.slice(0, count)) {
    const row = (after ?? before)!;
    const key = `${table} ${row.id === undefined ? KEYS.map((each) => String(row[each] ?? '')).join(' ') : String(row.id)}`;
    if (after) rows.set(key, { table, row: after });
    else rows.delete(key);
  }
  return rows;
}

export interface Difference {
  what: string;
  before: string;
  after: string;
}

const said = (value: unknown): string =>
  value === null || value === undefined || value === ''
    ? 'nothing'
    : typeof value === 'object'
      ? JSON.stringify(value)
      : String(value as string | number);

const nameOf = (table: string, row: Row): string =>
  table === 'measurement'
    ? String(row.key)
    : `${table.replaceAll('_', ' ')} ${[row.position, row.number, row.name, row.code, row.tray, row.text].map((each) => (each === undefined ? '' : said(each))).find((each) => each !== '') ?? ''}`.trim();

export function differences(from: Standing, to: Standing): Difference[] {
  const found: Difference[] = [];
  for (const [key, { table, row }] of to) {
    const was = from.get(key)?.row;
    if (!was)
      found.push({ what: nameOf(table, row), before: 'nothing', after: table === 'measurement' ? said(row.text) : 'added' }); // prettier-ignore
    else
      for (const field of Object.keys(row))
        if (!IDLE.has(field) && JSON.stringify(was[field]) !== JSON.stringify(row[field]))
          found.push({
            what: `${nameOf(table, row)}: ${field.replaceAll('_', ' ')}`,
            before: said(was[field]),
            after: said(row[field]),
          });
  }
  for (const [key, { table, row }] of from)
    if (!to.has(key))
      found.push({
        what: nameOf(table, row),
        before: table === 'measurement' ? said(row.text) : 'there',
        after: 'taken away',
      });
  return found;
}

/** Changes that one save made belong together: same person, same moment. */
export function versionsOf(entries: readonly Change[]): { at: string; by: string; upTo: number }[] {
  const versions: { at: string; by: string; upTo: number }[] = [];
  entries.forEach(({ at, by }, index) => {
    const last = versions.at(-1);
    if (last && last.at === at && last.by === by) last.upTo = index + 1;
    else versions.push({ at, by, upTo: index + 1 });
  });
  return versions;
}
