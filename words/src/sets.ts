import type { Breaks } from '@radiatrix/contract';
import type { CheckId, RelationId } from '@radiatrix/core/fit';
import type { UnitSystem } from '@radiatrix/core/quantity';
import { checkWords } from './en/checks.ts';
import { setWords } from './en/sets.ts';
import { checkName, decidingSentence } from './fit.ts';

/** What breaks a near miss of a set. */
export function breaksText(breaks: Breaks, units: UnitSystem): string {
  if ('verdict' in breaks)
    return setWords('breaks:part', {
      number: breaks.number,
      why: decidingSentence(breaks.verdict, units),
    });
  const [a, b] = breaks.numbers;
  return breaks.by === 'installed'
    ? setWords('breaks:installed', { a, b })
    : setWords('breaks:pair', { rule: rowName(breaks.by), a, b });
}

/** The name of a relation between two parts of a set. */
export const relationName = (id: RelationId): string => setWords(`relation:${id}`);

/** A row of the ledger or a relation of a set, by whichever name it has. */
export const rowName = (id: CheckId | RelationId): string =>
  id in checkWords.messages ? checkName(id as CheckId) : relationName(id as RelationId);
