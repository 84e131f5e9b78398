/**
 * Spreadsheets run what begins like a formula, so a cell that does goes out behind an apostrophe, which they show as
 * text; coming back, one apostrophe is taken away again. A cell that already stands behind apostrophes gets one more,
 * so that every text comes back as it was (OWASP, *CSV Injection*, for the beginnings).
 */
const DANGEROUS = /^'*[=+\-@\t\r\n]/;
const GUARDED = /^''*[=+\-@\t\r\n]/;

export const guardCell = (text: string): string => (DANGEROUS.test(text) ? `'${text}` : text);
export const unguardCell = (text: string): string => (GUARDED.test(text) ? text.slice(1) : text);

/** One record of RFC 4180: quoted where it must be, guarded, ended by CRLF. */
export const csvLine = (cells: readonly string[]): string =>
  `${cells
    .map(guardCell)
    .map((cell) => (/[",\r\n;\t]|^\s|\s$/.test(cell) ? `"${cell.replaceAll('"', '""')}"` : cell))
    .join(',')}\r\n`;
