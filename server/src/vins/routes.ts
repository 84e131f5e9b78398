import { labelFor, type Field } from '@radiatrix/core/vehicle';
import type { NewVinPattern } from '@radiatrix/contract';
import { ProblemError, notFound } from '../http/problem.ts';
import type { Context, Reply } from '../http/route.ts';
import { loadVocabulary } from '../vehicles/queries.ts';
import { deleteVinPattern, insertVinPattern, loadVinPatterns } from './queries.ts';

export const vinPatterns = async ({ db }: Context): Promise<Reply> => ({ body: await loadVinPatterns(db) });

/** A pattern must say something that a vehicle can be: makes and models by name, the rest by their words. */
export const newVinPattern = async ({ db, body }: Context): Promise<Reply> => {
  const pattern = body as NewVinPattern;
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
  const id = await insertVinPattern(db, pattern);
  return { status: 201, location: `/api/vin-patterns/${id}`, body: { id, ...pattern } };
};

export const dropVinPattern = async ({ db, id }: Context): Promise<Reply> => {
  if (!(await deleteVinPattern(db, id()))) throw notFound('That pattern');
  return {};
};
