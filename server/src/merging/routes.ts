import type { Handler } from '../http/route.ts';
import { makeOne, mergeLines, previewMerge as preview, takeApart } from './service.ts';

export const merges: Handler<'merges'> = async ({ db }) => ({ body: await mergeLines(db) });

export const previewMerge: Handler<'previewMerge'> = async ({ db, body, person }) => ({
  body: await preview(db, body, person),
});

export const newMerge: Handler<'newMerge'> = async ({ db, body, person }) => {
  const id = await makeOne(db, body, person);
  return { status: 201, body: (await mergeLines(db, id))[0]! };
};

export const undoMerge: Handler<'undoMerge'> = async (context) => {
  const id = context.id();
  await takeApart(context.db, id, context.person);
  return { body: (await mergeLines(context.db, id))[0]! };
};
