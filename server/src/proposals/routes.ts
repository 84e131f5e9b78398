import { notFound } from '../http/problem.ts';
import type { Handler } from '../http/route.ts';
import { imageType } from '../photos/image-type.ts';
import { openProposal, takeBack as giveUp } from './service.ts';

export const takeBack: Handler<'takeBack'> = async ({ db, id, person }) => {
  await giveUp(db, id(), person);
  return {};
};

export const proposedPhoto: Handler<'proposedPhoto'> = async ({ db, id }) => {
  const { content } = await openProposal(db, id());
  const mediaType = content && imageType(content);
  if (!mediaType) throw notFound('That photograph');
  return { bytes: { content, mediaType } };
};
