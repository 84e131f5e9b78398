import type { SessionState } from './people.ts';
import { signInSchema } from './sign-in.ts';
import { EVERYONE, type Routes } from './route.ts';

export interface SessionAnswers {
  session: SessionState;
  signIn: SessionState;
}
export const sessionRoutes = {
  session: { method: 'get', path: '/api/session', summary: 'Who is signed in', roles: 'anyone' },
  signIn: { method: 'post', path: '/api/session', summary: 'Sign in', roles: 'anyone', body: signInSchema },
  signOut: { method: 'delete', path: '/api/session', summary: 'Sign out', roles: EVERYONE },
} as const satisfies Routes; // prettier-ignore
