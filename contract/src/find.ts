import { DESCRIPTION_LIMIT, FIELDS } from '@radiatrix/core/vehicle';
import Joi from 'joi';
import type { FindResult } from './vehicle.ts';
import { EVERYONE, type Routes } from './route.ts';

/** `fix=year:2010` sets a detail by hand, `fix=year:` takes it away. */
export const findQuery = Joi.object<{ text: string; fix: string[] }>({
  text: Joi.string().allow('').max(5 * DESCRIPTION_LIMIT).default(''),
  fix: Joi.array()
    .items(Joi.string().max(80).pattern(new RegExp(`^(?:${FIELDS.join('|')}):`)))
    .single()
    .max(30)
    .default([]),
}); // prettier-ignore

export interface FindAnswers {
  find: FindResult;
}
export const findRoutes = {
  find: { method: 'get', path: '/api/find', summary: 'Understand a spoken vehicle and list what agrees with it', roles: EVERYONE, steady: true, query: findQuery },
} as const satisfies Routes; // prettier-ignore
