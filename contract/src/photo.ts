import Joi from 'joi';
import { id, line, reasonSchema } from './common.ts';
import type { Stamp } from './revision.ts';
import { EDITORS, EVERYONE, IMAGES, type Routes } from './route.ts';

export interface Photo {
  id: number;
  caption: string;
  mediaType: string;
  bytes: number;
  stamp: Stamp;
}

export type PhotoSubject = 'part' | 'bay' | 'connector' | 'procedure';

export const photoQuery = Joi.object<{ subject: PhotoSubject; id: number; caption: string }>({
  subject: Joi.string().valid('part', 'bay', 'connector', 'procedure').required(),
  id: id.required(),
  caption: line(200).allow('').default(''),
});

export const photoSizeQuery = Joi.object<{ size: 'whole' | 'small' }>({
  size: Joi.string().valid('whole', 'small').default('whole'),
});

export interface PhotoAnswers {
  newPhoto: { id: number };
}
export const photoRoutes = {
  newPhoto: { method: 'post', path: '/api/photos', summary: 'Attach a photograph', roles: EDITORS, query: photoQuery, raw: IMAGES, reviewed: 'always' },
  photo: { method: 'get', path: '/api/photos/:id', summary: 'A photograph, whole or small', roles: EVERYONE, query: photoSizeQuery, gives: IMAGES },
  removePhoto: { method: 'delete', path: '/api/photos/:id', summary: 'Take a photograph away, with the reason', roles: EDITORS, body: reasonSchema, reviewed: 'always' },
} as const satisfies Routes; // prettier-ignore
