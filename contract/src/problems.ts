/** Every problem the server answers with, RFC 9457; `type` is `/problems/<code>`. */
export const PROBLEMS = {
  'not-signed-in': { status: 401, title: 'Sign in first' },
  'wrong-sign-in': { status: 401, title: 'Name or password is not right' },
  'too-many-tries': { status: 429, title: 'Too many sign-in tries' },
  'not-allowed': { status: 403, title: 'Your role does not do this' },
  'weak-password': { status: 422, title: 'That password is guessed too easily' },
  'csrf': { status: 403, title: 'This page is out of date' },
  'unknown-host': { status: 421, title: 'This server does not answer under that name' },
  'not-found': { status: 404, title: 'Nothing is kept under that address' },
  'invalid': { status: 422, title: 'Something in it needs another look' },
  'unreadable': { status: 400, title: 'The request could not be read' },
  'too-large': { status: 413, title: 'That is more than this takes' },
  'too-slow': { status: 408, title: 'The request did not come in within the time for it' },
  'busy': { status: 429, title: 'Too much of this is under way' },
  'unsupported-media': { status: 415, title: 'That kind of file is not taken here' },
  'no-version': { status: 428, title: 'The save did not say which version it changes' },
  'stale': { status: 412, title: 'Somebody saved this record in the meantime' },
  'conflict': { status: 409, title: 'That contradicts what is on record' },
  'duplicate-request': { status: 409, title: 'The same save came with different contents' },
  'own-work': { status: 403, title: 'A release needs somebody who did not write it' },
  'not-ready': { status: 409, title: 'It is not ready for that' },
  'internal': { status: 500, title: 'The server failed; nothing was changed' },
  'unavailable': { status: 503, title: 'The records cannot be reached just now' },
} as const; // prettier-ignore

export type ProblemCode = keyof typeof PROBLEMS;

export interface FieldProblem {
  /** Path into what was sent: `figures.2.text`. */
  path: string;
  message: string;
}

export interface Problem {
  type: string;
  title: string;
  status: number;
  code: ProblemCode;
  detail?: string;
  instance?: string;
  fields?: FieldProblem[];
  /** For `stale`: the record as it is now. */
  current?: unknown;
}
