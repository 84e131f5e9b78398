import { USUAL_TABLE } from './table.ts';
import type { DiagnosisTable, TableChange } from './types.ts';

/** How common a cause can be, of 1,000. */
const MOST_OFTEN = 1000;

/** What a shop's own number for the table cannot be, as a sentence; empty where it can. */
export function changeProblem({ cause, check, values }: TableChange, table: DiagnosisTable = USUAL_TABLE): string {
  if (!table.causes.some(({ id }) => id === cause)) return `The table has no cause “${cause}”.`;
  if (values.some((each) => !Number.isFinite(each) || each < 0)) return 'A chance is a number, and not less than nothing.';
  if (check === null)
    return values.length === 1 && values[0]! > 0 && values[0]! <= MOST_OFTEN ? '' : `How common a cause is, is one number: more than 0, up to ${MOST_OFTEN} of 1,000.`;
  const line = table.checks.find(({ id }) => id === check);
  if (!line) return `The table has no check “${check}”.`;
  if (values.length !== line.outcomes.length) return `“${line.label}” has ${line.outcomes.length} answers: one chance for each.`;
  if (values.some((each) => each === 0)) return 'No answer is impossible: leave each a thousandth at least.';
  return Math.abs(values.reduce((sum, each) => sum + each, 0) - 1) < 0.001 ? '' : 'The chances of the answers add up to 100 %.';
} // prettier-ignore
