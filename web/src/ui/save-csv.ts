import Papa from 'papaparse';
import { saved } from './save-file.ts';

const NUMBER = /^[+-]?\d+(\.\d+)?(e[+-]?\d+)?$/i;
/** Cells that a table program would take for a formula are written as text; a number is a number. */
const disarmed = (cell: string): string =>
  /^[=+\-@\t\r]/.test(cell) && !NUMBER.test(cell) ? `'${cell}` : cell;

/** Hands rows out as CSV (RFC 4180), with the byte order mark by which a table program sees that they are UTF-8. */
export const savedCsv = (name: string, rows: readonly (readonly string[])[]): void =>
  saved(
    name,
    'text/csv;charset=utf-8',
    `\uFEFF${Papa.unparse(
      rows.map((row) => row.map(disarmed)),
      { newline: '\r\n' },
    )}`,
  );
