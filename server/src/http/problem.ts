import { PROBLEMS, type FieldProblem, type Problem, type ProblemCode } from '@radiatrix/contract';
import type { Response } from 'express';
import Joi from 'joi';

/** Thrown anywhere below a route; the one handler turns it into `application/problem+json`. */
export class ProblemError extends Error {
  override name = 'ProblemError';
  readonly code: ProblemCode;
  readonly extra: { detail?: string; fields?: FieldProblem[]; current?: unknown };

  constructor(
    code: ProblemCode,
    extra: { detail?: string; fields?: FieldProblem[]; current?: unknown } = {},
  ) {
    super(extra.detail ?? PROBLEMS[code].title);
    this.code = code;
    this.extra = extra;
  }
}

export const notFound = (what: string): ProblemError =>
  new ProblemError('not-found', { detail: `${what} is not on record, or not released yet.` });

/** What a broken rule of the database means to the person who broke it, by the rule's name. */
const RULES: Record<string, { code: ProblemCode; detail: string; path?: string }> = {
  application_no_contradiction: { code: 'conflict', detail: 'This source already says the opposite of these vehicles. Change or take away its other line, or record the new one under the source that says so.' },
  application_years_in_life: { code: 'invalid', detail: 'These years lie outside the life of the model.', path: 'years' },
  configuration_year_in_life: { code: 'invalid', detail: 'This year lies outside the life of the model.', path: 'year' },
  configuration_built_once: { code: 'conflict', detail: 'A vehicle of this year, engine, transmission and options is already on record for these build months.' },
  part_number_unique: { code: 'conflict', detail: 'A part of this number is already on record.', path: 'number' },
  connector_code_unique: { code: 'conflict', detail: 'A connector of this code is already on record.', path: 'code' },
  part_one_open_revision: { code: 'stale', detail: 'Somebody opened a draft of this part in the meantime.' },
  procedure_one_open_revision: { code: 'stale', detail: 'Somebody opened a draft of this procedure in the meantime.' },
  access_map_bay: { code: 'conflict', detail: 'This bay has its access map already; change that one.' },
  access_map_one_open_revision: { code: 'stale', detail: 'Somebody opened a draft of this access map in the meantime.' },
  revision_released: { code: 'conflict', detail: 'A released revision is not changed; save again to open a new draft.' },
  measurement_in_range: { code: 'invalid', detail: 'A figure lies outside what it can be.' },
  part_number_any_case: { code: 'conflict', detail: 'A part of this number is already on record, written in another case.', path: 'number' },
  application_once: { code: 'conflict', detail: 'This source already says exactly that of this part.' },
  application_names_exist: { code: 'invalid', detail: 'It names an engine or a transmission that is not on record.', path: 'engineIds' },
  model_life_holds: { code: 'invalid', detail: 'There are vehicles or lines of the catalogue outside these years; the model lived as long as they say.', path: 'life' },
  supersession_no_ring: { code: 'invalid', detail: 'That closes a ring of successors, which leads nowhere.', path: 'supersedes' },
}; // prettier-ignore

interface PgError {
  code: string;
  constraint?: string;
}

const isPgError = (value: unknown): value is PgError =>
  typeof value === 'object' && value !== null && 'code' in value && typeof value.code === 'string';

/** No room where files are laid down, or no folder to lay them in. */
const NO_ROOM = new Set(['ENOSPC', 'EDQUOT', 'EROFS', 'EMFILE', 'ENOENT', 'ENOTDIR', 'EACCES']);
const LOST_CONNECTION = /^(?:ECONN|EPIPE|ETIMEDOUT|08|57P0|53300)/;

function fromDatabase(error: PgError): ProblemError | undefined {
  const rule = error.constraint ? RULES[error.constraint] : undefined;
  if (rule)
    return new ProblemError(rule.code, {
      detail: rule.detail,
      fields: rule.path ? [{ path: rule.path, message: rule.detail }] : undefined,
    });
  if (LOST_CONNECTION.test(error.code)) return new ProblemError('unavailable');
  switch (error.code) {
    case '23505':
      return new ProblemError('conflict', { detail: 'The same thing is already on record.' });
    case '23P01':
      return new ProblemError('conflict');
    case '23503':
      return new ProblemError('invalid', { detail: 'It names something that is not on record.' });
    case '23514':
      return new ProblemError('invalid', { detail: 'A value lies outside what a record can hold.' });
    case '57014':
      return new ProblemError('unavailable', {
        detail: 'It took too long and was stopped; nothing was changed.',
      });
    case '53100':
      return new ProblemError('unavailable', {
        detail: 'The disk of the records is full; nothing was changed.',
      });
    case '40001':
    case '40P01':
      return new ProblemError('stale', { detail: 'Two saves met; nothing was changed. Save again.' });
    default:
      // The whole class is of data that a column cannot hold: too large, not of its type, a letter it does not know.
      return error.code.startsWith('22')
        ? new ProblemError('invalid', { detail: 'A value lies outside what a record can hold.' })
        : undefined;
  }
}

/** Any error as a problem; what is not understood becomes `internal` and says nothing of the inside. */
export function problemOf(error: unknown): ProblemError {
  if (error instanceof ProblemError) return error;
  if (Joi.isError(error))
    return new ProblemError('invalid', {
      fields: error.details.map((detail) => ({
        path: detail.path.join('.'),
        message: detail.message.replaceAll('"', ''),
      })),
    });
  const cause =
    error instanceof Error && isPgError(error.cause) ? error.cause : isPgError(error) ? error : undefined;
  const known = cause && fromDatabase(cause);
  if (known) return known;
  if (
    error instanceof Error &&
    /timeout exceeded when trying to connect|[Cc]onnection (?:terminated|error|ended)|not queryable/.test(
      `${error.message} ${String(error.cause ?? '')}`,
    )
  )
    return new ProblemError('unavailable');
  if (error instanceof Error && 'syscall' in error && NO_ROOM.has(String((error as { code?: unknown }).code)))
    return new ProblemError('unavailable', {
      detail:
        'The server has no room to lay a file down; nothing was changed. Free its disk and send it again.',
    });
  if (error instanceof URIError) return new ProblemError('unreadable');
  return fromHttp(error) ?? new ProblemError('internal');
}

/** What the readers of bodies and senders of files say of a request that they cannot serve. */
function fromHttp(error: unknown): ProblemError | undefined {
  if (!(error instanceof Error) || !('status' in error) || typeof error.status !== 'number') return undefined;
  switch (error.status) {
    case 404:
      return new ProblemError('not-found');
    case 412:
      return new ProblemError('stale', { detail: 'What is kept under that address is another version.' });
    case 413:
      return new ProblemError('too-large');
    case 415:
      return new ProblemError('unsupported-media');
    default:
      return error.status >= 400 && error.status < 500 ? new ProblemError('unreadable') : undefined;
  }
}

const RETRY_AFTER_S = 3;
/** Answers a request with a problem. */
export function sendProblem(res: Response, problem: ProblemError, address: string): void {
  const body = problemBody(problem, address.slice(0, 200));
  // Both pass by themselves: a program that asks for something is told when to ask again.
  if (body.status === 429 || body.status === 503) res.setHeader('Retry-After', RETRY_AFTER_S);
  res.status(body.status).type('application/problem+json').send(JSON.stringify(body));
}

export function problemBody(problem: ProblemError, instance: string): Problem {
  const { status, title } = PROBLEMS[problem.code];
  const { detail, fields, current } = problem.extra;
  return {
    type: `/problems/${problem.code}`,
    title,
    status,
    code: problem.code,
    detail,
    instance,
    fields,
    current,
  };
}
