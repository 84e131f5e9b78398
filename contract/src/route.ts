import type Joi from 'joi';
import { ROLES, type Role } from './people.ts';

/** One address of the server: who may use it and what it takes. What it answers with stands in the `Answers` beside it. */
export interface Route {
  method: 'get' | 'post' | 'put' | 'delete';
  path: string;
  summary: string;
  /** Who may call it; `anyone` needs no sign-in. */
  roles: readonly Role[] | 'anyone';
  /** Only for who administers accounts, whatever their role. */
  administrator?: boolean;
  /** What is sent or answered is not kept for a second copy of the request: it holds a secret. */
  secret?: boolean;
  /** It changes nothing, though it is sent with a body: it holds no transaction while it works. */
  onlyReads?: boolean;
  /** Only for somebody who has signed in; a program with a token may not. */
  inPerson?: boolean;
  body?: Joi.ObjectSchema;
  query?: Joi.ObjectSchema;
  /** The save must name the version it changes. */
  ifMatch?: boolean;
  /**
   * What it changes of what everybody sees waits for a reviewer: whoever saves it, or a specialist only, where what
   * is saved was written by somebody else (a source's own table).
   */
  reviewed?: 'always' | 'from-specialist';
  /** The body is not JSON but a file of one of these media types; who takes the address reads it before anything else is done. */
  raw?: readonly string[];
  /** Media types of what it answers with, where that is not JSON. */
  gives?: readonly string[];
  /** What it answers hangs on the library, the reader's role and the address alone, unless it names a job. */
  steady?: boolean;
  /** A JSON body may be as large as this; 1 MB where nothing is said. */
  limitBytes?: number;
}
export type Routes = Record<string, Route>;

export const IMAGES = ['image/jpeg', 'image/png', 'image/webp'] as const;
export const EVENTS_STREAM = ['text/event-stream'] as const;
export const TABLES = [
  'text/csv',
  'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet',
] as const;

export const EVERYONE = ROLES;
/** Who speaks with customers, and who works on the library. */
export const COUNTER = ['clerk', 'specialist', 'reviewer'] as const;
export const EDITORS = ['specialist', 'reviewer'] as const;
export const REVIEWERS = ['reviewer'] as const;
