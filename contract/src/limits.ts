/** What both ends hold to, without a validator: the interface reads it too. */

export const LIST_LIMIT = 24;

export const PHOTO_TYPES = ['image/jpeg', 'image/png', 'image/webp'] as const;
export const PASSWORD_LEAST = 10;

/** As it is sent; what is kept is written anew and much smaller. */
export const PHOTO_LIMIT_BYTES = 30 * 1024 * 1024;

export const TABLE_FORMATS = ['csv', 'xlsx', 'json'] as const;

/** Uploads beyond this are not taken; a million lines are about half of it. */
export const TABLE_LIMIT_BYTES = 160 * 1024 * 1024;

/** At most so many changes of a record are sent; where there are more, what stood before them cannot be put back. */
export const HISTORY_SENT = 20_000;

/** A bundle of records as one JSON file. */
export const BUNDLE_LIMIT_BYTES = 30 * 1024 * 1024;

/** A table has no more columns; a sheet whose far cell lies beyond is refused. */
export const COLUMN_LIMIT = 300;

/** What a program may do with a token: only read, or all that its owner may. */
export const TOKEN_SCOPES = ['read', 'write'] as const;
export type TokenScope = (typeof TOKEN_SCOPES)[number];
/** Days that a token may last at most. */
export const TOKEN_DAYS_MOST = 366;
/** Living tokens of one person. */
export const TOKENS_MOST = 20;

/** What another program may be told of. */
export const WEBHOOK_EVENTS = ['job.stage', 'record.released', 'part.failed'] as const;
export type WebhookEvent = (typeof WEBHOOK_EVENTS)[number];
/** Why a message was not taken. */
export const WEBHOOK_PROBLEMS = ['no-host', 'inside', 'refused', 'no-answer', 'certificate', 'redirect', 'status', 'broken'] as const; // prettier-ignore
export type WebhookProblem = (typeof WEBHOOK_PROBLEMS)[number];
