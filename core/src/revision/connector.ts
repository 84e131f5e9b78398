import type { Row, Standing } from './history.ts';

/** A connector as a save sends it. */
export interface ConnectorBack {
  code: string;
  name: string;
  description: string;
  cavities: { position: string; function: string; colour: string; gauge: string }[];
}

const said = (row: Row, key: string): string => String(row[key] ?? '');

/** The document of a connector as it stood in an earlier version, cavities in their order; undefined before it was. */
export function connectorBack(then: Standing): ConnectorBack | undefined {
  const rows = [...then.values()];
  const own = rows.find(({ table }) => table === 'connector')?.row;
  if (!own) return undefined;
  return {
    code: said(own, 'code'),
    name: said(own, 'name'),
    description: said(own, 'description'),
    cavities: rows
      .filter(({ table }) => table === 'cavity')
      .map(({ row }) => row)
      .sort((a, b) => Number(a.ordinal) - Number(b.ordinal))
      .map((row) => ({
        position: said(row, 'position'),
        function: said(row, 'function'),
        colour: said(row, 'colour'),
        gauge: said(row, 'gauge'),
      })),
  };
}
