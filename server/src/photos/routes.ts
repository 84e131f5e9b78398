import type { Handler } from '../http/route.ts';
import { addPhoto, photoFor } from './service.ts';

export const newPhoto: Handler<'newPhoto'> = async ({ db, body, query }) => {
  const id = await addPhoto(db, query, body);
  return { status: 201, body: { id }, location: `/api/photos/${id}` };
};

export const photo: Handler<'photo'> = async ({ db, id, person }) => {
  const { content, mediaType, sha256 } = await photoFor(db, id(), person.role);
  return { bytes: { content, mediaType }, etag: sha256 };
};
