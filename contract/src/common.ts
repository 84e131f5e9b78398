import Joi from 'joi';

export const id = Joi.number().integer().min(1).max(2147483647);
export const line = (max = 120) => Joi.string().trim().max(max);
export const text = (max = 2000) => Joi.string().trim().max(max).allow('');
/**
 * For a save that replaces a record: every part of it has to be there. One that is left out would be taken for empty, and
 * what stood in it be lost.
 */
export const whole = <T>(schema: Joi.ObjectSchema<T>, ...keys: (keyof T & string)[]): Joi.ObjectSchema<T> =>
  schema.fork(keys, (part) => part.required());

export const year = Joi.number().integer().min(1900).max(2100).unit('model year');
export const month = Joi.string()
  .pattern(/^\d{4}-(0[1-9]|1[0-2])$/)
  .messages({ 'string.pattern.base': '{{#label}} must be a month such as 2010-03' });
/** Which units a text is wanted in. */
export const units = Joi.string().valid('metric', 'us', 'both').default('both');
/** A few letters to look something up by. */
export const textQuery = Joi.object<{ text: string }>({ text: line().allow('').default('') });

export interface Reason {
  reason: string;
}
export const reasonSchema = Joi.object<Reason>({ reason: line(400).min(5).required() });
