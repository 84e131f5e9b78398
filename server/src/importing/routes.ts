import type { Handler } from '../http/route.ts';
import { applyBundle, previewBundle } from './service.ts';

export const importPreview: Handler<'importPreview'> = async ({ db, body, person }) => ({
  body: await previewBundle(db, body, person),
});
export const importApply: Handler<'importApply'> = async ({ db, body, person }) => ({
  body: await applyBundle(db, body, person),
});
