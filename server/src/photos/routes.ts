import type { Handler } from '../http/route.ts';
import { addPhoto, dropPhoto, photoFor } from './service.ts';

export const newPhoto: Handler<'newPhoto'> = async ({ db, body, query }) => {
  const id = await addPhoto(db, query, body as Buffer);
  return { status: 201, body: { id }, location: `/api/photos/${id}` };
};

export const photo: Handler<'photo'> = async ({ db, id, person, query: { size } }) => {
  const { content, thumb, mediaType, sha256 } = await photoFor(db, id(), person.role);
  return { bytes: { content: size === 'small' ? (thumb ?? content) : content, mediaType }, etag: sha256 };
};

export const removePhoto: Handler<'removePhoto'> = async ({ db, id, body: { reason } }) => {
  await dropPhoto(db, id(), reason);
  return {};
};
