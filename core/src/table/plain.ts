const HARD_BLANKS = /[\u00a0\u2007\u202f]/g;
const NO_WIDTH = /\u200b|\u200c|\u200d|\u2060|\ufeff/g;

/** Hard blanks are blanks, and marks without width are nothing. @example plainCell('NT-R\u00a04402 ') // 'NT-R 4402' */
export const plainCell = (text: string): string =>
  text.replace(NO_WIDTH, '').replace(HARD_BLANKS, ' ').trim();

/**
 * A text that another program kept from being taken for a number: `="0440"` is 0440. Asked of a cell as it stands in the file, since
 * what we wrote ourselves is guarded in another way.
 */
export function heldText(cell: string): string | undefined {
  const formula = /^\s*="((?:[^"]|"")*)"\s*$/.exec(cell);
  return formula ? formula[1]!.replaceAll('""', '"') : undefined;
}

/** A part number without what people leave out or put in: blanks, dashes, dots, strokes. */
export const bareNumber = (text: string): string => text.toLowerCase().replace(/[\s\-–./_]/g, '');
