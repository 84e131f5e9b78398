import { DESCRIPTION_LIMIT, FIELDS } from '@radiatrix/core/vehicle';
import Joi from 'joi';
import { id, line } from './common.ts';

/** `fix=year:2010` sets a detail by hand, `fix=year:` takes it away. */
export const findQuery = Joi.object({
  text: Joi.string().allow('').max(5 * DESCRIPTION_LIMIT).default(''),
  fix: Joi.array()
    .items(Joi.string().max(80).pattern(new RegExp(`^(?:${FIELDS.join('|')}):`)))
    .single()
    .max(30)
    .default([]),
}); // prettier-ignore
export const textQuery = Joi.object({ text: line().allow('').default('') });
export const sheetQuery = Joi.object({
  procedure: id,
  job: id,
  units: Joi.string().valid('metric', 'us', 'both').default('both'),
});
export const jobQuery = Joi.object({ units: Joi.string().valid('metric', 'us', 'both').default('both') });
export const photoQuery = Joi.object({
  subject: Joi.string().valid('part', 'bay', 'connector', 'procedure').required(),
  id: id.required(),
  caption: line(200).allow('').default(''),
});
