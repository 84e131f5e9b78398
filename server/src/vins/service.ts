import { labelFor, type Field, type VinPattern } from '@radiatrix/core/vehicle';
import type { NewVinPattern } from '@radiatrix/contract';
import type { Db } from '../db/client.ts';
import { ProblemError } from '../http/problem.ts';
import { changeOf, touches } from '../proposals/touched.ts';
import { loadVocabulary } from '../vehicles/queries.ts';
import { deleteVinPattern, insertVinPattern, loadVinPatterns } from './queries.ts';

export const patterns = loadVinPatterns;

const wordOf = ({ prefix, position, codes, field, value }: Omit<VinPattern, 'id'>): string =>
  `${prefix}${codes ? `, place ${position}: ${codes}` : ''} means ${field} ${value}`;
export const patternTouch = (
  before: Omit<VinPattern, 'id'> | undefined,
  after: Omit<VinPattern, 'id'> | undefined,
) =>
  touches(() =>
    Promise.resolve({
      title: 'What identification numbers mean',
      about: 'vin-pattern',
      id: null,
      changes: [changeOf('Pattern', before ? wordOf(before) : '', after ? wordOf(after) : '')],
    }),
  );

export async function dropPattern(db: Db, id: number): Promise<boolean> {
  const held = (await loadVinPatterns(db)).find((each) => each.id === id);
  if (!held) return false;
  await patternTouch(held, undefined);
  return deleteVinPattern(db, id);
}

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
  await patternTouch(undefined, pattern as Omit<VinPattern, 'id'>);
  return insertVinPattern(db, pattern);
}
