import { labelFor, type Field } from '@radiatrix/core/vehicle';
import type { NewVinPattern } from '@radiatrix/contract';
import type { Db } from '../db/client.ts';
import { ProblemError } from '../http/problem.ts';
import { loadVocabulary } from '../vehicles/queries.ts';
import { deleteVinPattern, insertVinPattern, loadVinPatterns } from './queries.ts';

export const patterns = loadVinPatterns;
export const dropPattern = deleteVinPattern;

/** A pattern must say something that a vehicle can be: makes and models by name, the rest by their words. */
export async function addPattern(db: Db, pattern: NewVinPattern): Promise<number> {
  const vocabulary = await loadVocabulary(db);
  const named = (list: readonly { name: string }[]): boolean =>
    list.some((item) => item.name.toLowerCase() === pattern.value.toLowerCase());
  const known =
    pattern.field === 'plant' ||
    (pattern.field === 'make'
      ? named(vocabulary.makes)
      : pattern.field === 'model'
        ? named(vocabulary.models)
        : labelFor(pattern.field as Field, pattern.value, vocabulary) !== '');
  if (!known)
    throw new ProblemError('invalid', {
      fields: [{ path: 'value', message: `No ${pattern.field} “${pattern.value}” is on record.` }],
    });
  return insertVinPattern(db, pattern);
}
