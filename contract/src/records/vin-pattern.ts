import type { VinPattern } from '@radiatrix/core/vehicle';
import { VIN_PATTERN_FIELDS } from '@radiatrix/core/vehicle';
import Joi from 'joi';
import { line } from '../common.ts';

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
