import type { Routes } from './route.ts';

export interface ServerAnswers {
  health: { ok: boolean };
  openapi: Record<string, unknown>;
}
export const serverRoutes = {
  health: { method: 'get', path: '/api/health', summary: 'Whether the server and its database answer', roles: 'anyone' },
  openapi: { method: 'get', path: '/api/openapi.json', summary: 'This description', roles: 'anyone' },
} as const satisfies Routes; // prettier-ignore
