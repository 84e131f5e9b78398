import { PRACTICE_NAMES, type PracticeName } from '@radiatrix/core/practice';
import Joi from 'joi';
import { line } from './common.ts';
import type { Stamp } from './revision.ts';
import { EDITORS, EVERYONE, type Routes } from './route.ts';

/** A line of practice that the shop has set for itself. */
export interface ShopPractice {
  name: PracticeName;
  value: number;
  reason: string;
  stamp: Stamp;
}
export interface PracticeChange {
  name: PracticeName;
  /** In the unit of its line; null takes the trade's back. */
  value: number | null;
  reason: string;
}
export const practiceSchema = Joi.object<PracticeChange>({
  name: Joi.string()
    .valid(...PRACTICE_NAMES)
    .required(),
  value: Joi.number().allow(null).required(),
  reason: line(400).min(5).required(),
});

export interface PracticeAnswers {
  practice: ShopPractice[];
  setPractice: ShopPractice[];
}
export const practiceRoutes = {
  practice: { method: 'get', path: '/api/practice', summary: 'Lines of practice that the shop has set for itself', roles: EVERYONE },
  setPractice: { method: 'post', path: '/api/practice', summary: 'Set a line of practice, or take the trade’s back', roles: EDITORS, body: practiceSchema },
} as const satisfies Routes; // prettier-ignore
