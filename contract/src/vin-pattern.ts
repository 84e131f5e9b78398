import type { VinPattern } from '@radiatrix/core/vehicle';
import { VIN_PATTERN_FIELDS } from '@radiatrix/core/vehicle';
import Joi from 'joi';
import { line } from './common.ts';
import { EDITORS, EVERYONE, type Routes } from './route.ts';

export type NewVinPattern = Omit<VinPattern, 'id'>;

const characters = (limit: number, extra = '') =>
  Joi.string()
    .uppercase()
    .trim()
    .pattern(new RegExp(`^[A-HJ-NPR-Z0-9${extra}]{1,${limit}}$`))
    .messages({ 'string.pattern.base': '{{#label}} takes digits and the letters of a VIN: no I, O or Q' });

export const vinPatternSchema = Joi.object<NewVinPattern>({
  prefix: characters(17, '.').required(),
  position: Joi.number().integer().min(0).max(17).default(0),
  codes: Joi.when('position', {
    is: 0,
    then: Joi.string().valid('').default(''),
    otherwise: characters(33).required(),
  }),
  field: Joi.string()
    .valid(...VIN_PATTERN_FIELDS)
    .required(),
  value: line(80).required(),
});

export interface VinPatternAnswers {
  vinPatterns: VinPattern[];
  newVinPattern: VinPattern;
}
export const vinPatternRoutes = {
  vinPatterns: { method: 'get', path: '/api/vin-patterns', summary: 'What the shop has learnt of identification numbers', roles: EVERYONE },
  newVinPattern: { method: 'post', path: '/api/vin-patterns', summary: 'Record a pattern of identification numbers', roles: EDITORS, body: vinPatternSchema, reviewed: 'always' },
  dropVinPattern: { method: 'delete', path: '/api/vin-patterns/:id', summary: 'Take a pattern away', roles: EDITORS, reviewed: 'always' },
} as const satisfies Routes; // prettier-ignore
