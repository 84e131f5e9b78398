import { notFound } from '../http/problem.ts';
import type { Context, Reply } from '../http/route.ts';
import { imageType } from '../photos/image-type.ts';
import { openProposal, takeBack as giveUp } from './service.ts';

export const takeBack = async ({ db, id, person }: Context): Promise<Reply> => {
  await giveUp(db, id(), person);
  return {};
};

export const proposedPhoto = async ({ db, id }: Context): Promise<Reply> => {
  const { content } = await openProposal(db, id());
  const mediaType = content && imageType(content);
  if (!mediaType) throw notFound('That photograph');
  return { bytes: { content, mediaType } };
};
