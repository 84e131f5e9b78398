import Joi from 'joi';
import { line } from './common.ts';
import { PASSWORD_LEAST, TOKEN_DAYS_MOST, TOKEN_SCOPES, type TokenScope } from './limits.ts';
import { ROLES, type Person, type Role } from './people.ts';
import { EVERYONE, type Routes } from './route.ts';

/** Somebody work is handed to. */
export type Colleague = Pick<Person, 'id' | 'name' | 'role'>;

/** An account as an administrator sees it. */
export interface Account extends Person {
  /** What a change of it names in If-Match. */
  tag: string;
  active: boolean;
  /** Until when an invitation can be taken up; null where none is open. */
  invitedUntil: string | null;
  /** Signed in at so many places. */
  sessions: number;
}

/** What changes of an account; whoever's name they signed under stays the same. */
export interface AccountValues {
  name: string;
  role: Role;
  administers: boolean;
  active: boolean;
}

export interface NewAccount {
  username: string;
  name: string;
  role: Role;
  administers: boolean;
}

/** Shown once to whoever invites, to be handed on; the server keeps a hash of it. */
export interface Invitation {
  account: Account;
  token: string;
}

/** One place where a person is signed in. */
export interface OwnSession {
  id: string;
  current: boolean;
  since: string;
  /** The browser, as it calls itself. */
  browser: string;
}

/** What lets a program act for a person, never above their own rights. */
export interface ApiToken {
  id: number;
  /** What it is for. */
  name: string;
  scope: TokenScope;
  at: string;
  expires: string;
  /** To the minute; null where it was never used. */
  lastUsed: string | null;
}

/** With its secret, which is told this once: the server keeps a hash of it. */
export interface NewApiToken extends ApiToken {
  secret: string;
}

const password = Joi.string().min(PASSWORD_LEAST).max(200);

const role = Joi.string()
  .valid(...ROLES)
  .required();
export const newAccountSchema = Joi.object<NewAccount>({
  username: Joi.string()
    .trim()
    .lowercase()
    .pattern(/^[a-z0-9._-]{1,60}$/)
    .required()
    .messages({ 'string.pattern.base': 'small letters, digits, dot, dash and underscore only' }),
  name: line(80).required(),
  role,
  administers: Joi.boolean().default(false),
});
export const accountSchema = Joi.object<AccountValues>({
  name: line(80).required(),
  role,
  administers: Joi.boolean().required(),
  active: Joi.boolean().required(),
});
export const passwordSchema = Joi.object<{ current: string; password: string }>({
  current: Joi.string().max(200).required(),
  password: password.required(),
});
export const acceptSchema = Joi.object<{ token: string; password: string }>({
  token: Joi.string().max(100).required(),
  password: password.required(),
});

export const apiTokenSchema = Joi.object<{ name: string; scope: TokenScope; days: number }>({
  name: line(80).required(),
  scope: Joi.string()
    .valid(...TOKEN_SCOPES)
    .required(),
  days: Joi.number().integer().min(1).max(TOKEN_DAYS_MOST).required(),
});

export interface AccountAnswers {
  people: Colleague[];
  accounts: Account[];
  newAccount: Invitation;
  saveAccount: Account;
  inviteAgain: Invitation;
  acceptInvitation: { username: string };
  ownSessions: OwnSession[];
  apiTokens: ApiToken[];
  newApiToken: NewApiToken;
}
export const accountRoutes = {
  people: { method: 'get', path: '/api/people', summary: 'Who works here', roles: EVERYONE },
  accounts: { method: 'get', path: '/api/accounts', summary: 'Every account', roles: EVERYONE, inPerson: true, administrator: true },
  newAccount: { method: 'post', path: '/api/accounts', summary: 'Invite somebody', roles: EVERYONE, inPerson: true, administrator: true, secret: true, body: newAccountSchema },
  saveAccount: { method: 'put', path: '/api/accounts/:id', summary: 'Change an account, or switch it off; ends its sessions', roles: EVERYONE, inPerson: true, administrator: true, ifMatch: true, body: accountSchema },
  inviteAgain: { method: 'post', path: '/api/accounts/:id/invitation', summary: 'Invite somebody again who has lost the invitation or the password', roles: EVERYONE, inPerson: true, administrator: true, secret: true },
  endSessions: { method: 'delete', path: '/api/accounts/:id/sessions', summary: 'Sign somebody out everywhere, and end their tokens', roles: EVERYONE, inPerson: true, administrator: true },
  acceptInvitation: { method: 'post', path: '/api/invitation', summary: 'Take up an invitation by choosing a password', roles: 'anyone', body: acceptSchema },
  ownSessions: { method: 'get', path: '/api/sessions', summary: 'Where one is signed in', roles: EVERYONE, inPerson: true },
  endSession: { method: 'delete', path: '/api/sessions/:id', summary: 'Sign oneself out in one place', roles: EVERYONE, inPerson: true },
  apiTokens: { method: 'get', path: '/api/tokens', summary: 'One’s own tokens for programs', roles: EVERYONE, inPerson: true },
  newApiToken: { method: 'post', path: '/api/tokens', summary: 'Make a token for a program; its secret is told this once', roles: EVERYONE, inPerson: true, secret: true, body: apiTokenSchema },
  endApiToken: { method: 'delete', path: '/api/tokens/:id', summary: 'End a token', roles: EVERYONE, inPerson: true },
  changePassword: { method: 'put', path: '/api/password', summary: 'Change one’s password; ends one’s other sessions', roles: EVERYONE, inPerson: true, secret: true, body: passwordSchema },
} as const satisfies Routes; // prettier-ignore
