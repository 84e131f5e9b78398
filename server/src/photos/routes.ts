import type { PhotoSubject } from '@radiatrix/contract';
import type { Context, Reply } from '../http/route.ts';
import { addPhoto, photoFor } from './service.ts';

export const newPhoto = async ({ db, body, query }: Context): Promise<Reply> => {
  const id = await addPhoto(db, query as { subject: PhotoSubject; id: number; caption: string }, body);
  return { status: 201, body: { id }, location: `/api/photos/${id}` };
};

export const photo = async ({ db, id, person }: Context): Promise<Reply> => {
  const { content, mediaType, sha256 } = await photoFor(db, id(), person.role);
  return { bytes: { content, mediaType }, etag: sha256 };
};
