import type { CellProblem } from '@radiatrix/core/table';
import { PART_KINDS, type PartKind } from '@radiatrix/core/figures';
import { cellWords } from './en/cells.ts';
import { kindName } from './figures.ts';
import { listed } from './list.ts';

const isKind = (text: string): text is PartKind => (PART_KINDS as readonly string[]).includes(text);

/** What is wrong with a cell and how it is put right, in words. */
export function cellProblem({ code, said = '', of = '', list = [], from = 0, to = 0 }: CellProblem): {
  reason: string;
  fix: string;
} {
  const given = {
    said: said.length > 80 ? `${said.slice(0, 80)}…` : said,
    of: isKind(of) ? kindName(of) : of,
    list: listed([...list], 'disjunction'),
    from: String(from),
    to: String(to),
  };
  return { reason: cellWords(code, given), fix: cellWords(`${code}:fix`, given) };
}
