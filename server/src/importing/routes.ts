import type { Bundle } from '@radiatrix/contract/schemas';
import type { Context, Reply } from '../http/route.ts';
import { applyBundle, previewBundle } from './service.ts';

export const importPreview = async ({ db, body, person }: Context): Promise<Reply> => ({
  body: await previewBundle(db, body as Bundle, person),
});
export const importApply = async ({ db, body, person }: Context): Promise<Reply> => ({
  body: await applyBundle(db, body as Bundle, person),
});
