import { PROBLEMS, type FieldProblem, type Problem, type ProblemCode } from '@radiatrix/contract';
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
  revision_released: { code: 'conflict', detail: 'A released revision is not changed; save again to open a new draft.' },
  measurement_in_range: { code: 'invalid', detail: 'A figure lies outside what it can be.' },
  supersession_other: { code: 'invalid', detail: 'A part cannot take its own place.', path: 'supersedes' },
}; // prettier-ignore

interface PgError {
  code: string;
  constraint?: string;
}

const isPgError = (value: unknown): value is PgError =>
  typeof value === 'object' && value !== null && 'code' in value && typeof value.code === 'string';

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
    case '22P02':
    case '22003':
    case '22021':
      return new ProblemError('invalid', { detail: 'A value lies outside what a record can hold.' });
    case '40001':
    case '40P01':
      return new ProblemError('stale', { detail: 'Two saves met; nothing was changed. Save again.' });
    default:
      return undefined;
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
  const type = error instanceof Error && 'type' in error ? error.type : undefined;
  if (type === 'entity.too.large') return new ProblemError('too-large');
  if (
    typeof type === 'string' &&
    (type.startsWith('entity.') ||
      type.startsWith('encoding') ||
      type.startsWith('charset') ||
      type === 'request.aborted')
  )
    return new ProblemError('unreadable');
  if (error instanceof URIError) return new ProblemError('unreadable');
  return new ProblemError('internal');
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
