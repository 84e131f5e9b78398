import type Joi from 'joi';
import answers from './answers.schema.json' with { type: 'json' };
import { PROBLEMS } from '@radiatrix/contract';
import { EVENT_KINDS } from '@radiatrix/core/job';
import { ROUTES, bundleSchema, eventPayloads, type Route } from '@radiatrix/contract/schemas';
import { components, tidy, type Schema } from './schemas.ts';

const DIALECT = 'draft-2020-12';

/** A validator as JSON Schema (draft 2020-12, the dialect of OpenAPI 3.1). */
const jsonSchema = (schema: Joi.ObjectSchema): Schema =>
  tidy(
    (
      schema as unknown as {
        '~standard': { jsonSchema: { input: (options: { target: string }) => Schema } };
      }
    )['~standard'].jsonSchema.input({ target: DIALECT }),
  ) as Schema;

const { schemas, placed } = components(answers.definitions);
const ANSWERS = answers.properties as Record<string, unknown>;
/** A field that takes anything is a schema of its own only with a word on what that may be. */
const OPEN_VALUE = { description: 'As the table of the library has it', type: ['string', 'number', 'boolean', 'array', 'object', 'null'] }; // prettier-ignore

const filesOf = (media: readonly string[]): Record<string, unknown> =>
  Object.fromEntries(
    media.map((type) => [
      type,
      type === 'application/json'
        ? { schema: { type: 'object' } }
        : { schema: { type: 'string', ...(/^text\//.test(type) ? {} : { contentMediaType: type }) } },
    ]),
  );

function answer(id: string, { gives }: Route): Record<string, unknown> {
  if (gives) return { 200: { description: 'Done', content: filesOf(gives) } };
  if (!(id in ANSWERS)) return { 204: { description: 'Done; nothing comes back' } };
  return {
    '2XX': { description: 'Done', content: { 'application/json': { schema: placed(ANSWERS[id]) } } },
  };
}

const EVENTS_BODY = jsonSchema(ROUTES.jobEvents.body);
/** An event, kind by kind: which payload goes with which kind is a rule between two fields, which a validator cannot hand out. */
const eventDraft = (): Schema => {
  const { properties, required } = ((EVENTS_BODY.properties as Schema).events as { items: { properties: Schema; required: string[] } }).items; // prettier-ignore
  return {
    oneOf: EVENT_KINDS.map((kind) => ({
      title: kind,
      type: 'object',
      properties: { ...properties, kind: { const: kind }, payload: jsonSchema(eventPayloads[kind]) },
      required,
      additionalProperties: false,
    })),
  };
};
const withEvents: Schema = {
  ...EVENTS_BODY,
  properties: { events: { type: 'array', minItems: 1, maxItems: 500, items: { $ref: '#/components/schemas/EventToKeep' } } },
}; // prettier-ignore

/** What an address takes; an object of no fields that are named takes any. */
function bodyOf(schema: Joi.ObjectSchema): Schema {
  if (
    schema === (ROUTES.jobEvents.body as Joi.ObjectSchema) ||
    schema === (ROUTES.newJob.body as Joi.ObjectSchema)
  )
    return withEvents;
  const found = jsonSchema(schema);
  return found.type === 'object' && found.properties === undefined
    ? { ...found, additionalProperties: OPEN_VALUE }
    : found;
}
const WAITS = {
  description: 'Taken; it waits for a reviewer, and nothing has changed yet',
  content: { 'application/json': { schema: { $ref: '#/components/schemas/Waits' } } },
};

function operation(id: string, route: Route): Record<string, unknown> {
  const inPath = [...route.path.matchAll(/:(\w+)/g)].map(([, name]) => ({
    name,
    in: 'path',
    required: true,
    schema: { type: 'string' },
  }));
  const query = route.query
    ? (jsonSchema(route.query) as { properties?: Record<string, unknown>; required?: string[] })
    : {};
  const inQuery = Object.entries(query.properties ?? {}).map(([name, schema]) => ({
    name,
    in: 'query',
    required: query.required?.includes(name) ?? false,
    schema,
  }));
  const inHead = route.ifMatch
    ? [
        {
          name: 'If-Match',
          in: 'header',
          required: true,
          schema: { type: 'string' },
          description: 'ETag of the record the save is based on',
        },
      ]
    : [];
  const writes = route.method !== 'get' && route.roles !== 'anyone';
  return {
    operationId: id,
    summary: route.summary,
    description: route.roles === 'anyone' ? 'No sign-in needed.' : `Roles: ${route.roles.join(', ')}.`,
    parameters: [
      ...inPath,
      ...inQuery,
      ...inHead,
      ...(writes
        ? [
            {
              name: 'X-CSRF-Token',
              in: 'header',
              schema: { type: 'string' },
              description: 'With a session, as GET /api/session tells it; not with a token',
            },
            { name: 'Idempotency-Key', in: 'header', schema: { type: 'string', maxLength: 100 } },
          ]
        : []),
    ],
    ...(route.body
      ? {
          requestBody: {
            required: true,
            content: { 'application/json': { schema: bodyOf(route.body) } },
          },
        }
      : {}),
    ...(route.raw ? { requestBody: { required: true, content: filesOf(route.raw) } } : {}),
    security: route.roles === 'anyone' ? [] : [{ session: [] }, ...(route.inPerson ? [] : [{ token: [] }])],
    responses: {
      ...answer(id, route),
      ...(route.reviewed ? { 202: WAITS } : {}),
      '4XX': { $ref: '#/components/responses/Problem' },
      default: { $ref: '#/components/responses/Problem' },
    },
  };
}

/** The server's addresses as OpenAPI 3.1, made from the table they are mounted from. */
export function describeApi(): Record<string, unknown> {
  const paths: Record<string, Record<string, unknown>> = {};
  for (const [id, route] of Object.entries(ROUTES) as [string, Route][]) {
    const path = route.path.replace(/:(\w+)/g, '{$1}');
    (paths[path] ??= {})[route.method] = operation(id, route);
  }
  return {
    openapi: '3.1.0',
    info: {
      title: 'Radiatrix',
      version: '1',
      description: 'Which cooling part goes into which vehicle, and why.',
    },
    servers: [{ url: '/', description: 'The shop’s own server' }],
    paths,
    components: {
      securitySchemes: {
        session: { type: 'apiKey', in: 'cookie', name: 'radiatrix' },
        token: { type: 'http', scheme: 'bearer', description: 'A token from “Your account”' },
      },
      responses: {
        Problem: {
          description: 'What is wrong and what to do (RFC 9457)',
          content: { 'application/problem+json': { schema: { $ref: '#/components/schemas/Problem' } } },
        },
      },
      schemas: {
        ...schemas,
        EventToKeep: eventDraft(),
        Waits: {
          type: 'object',
          required: ['waits'],
          properties: {
            waits: {
              type: 'object',
              required: ['id', 'title'],
              properties: { id: { type: 'integer' }, title: { type: 'string' } },
            },
          },
        },
        Problem: {
          type: 'object',
          required: ['type', 'title', 'status', 'code'],
          properties: {
            type: { type: 'string' },
            title: { type: 'string' },
            status: { type: 'integer' },
            code: { enum: Object.keys(PROBLEMS) },
            detail: { type: 'string' },
            instance: { type: 'string' },
            fields: {
              type: 'array',
              items: {
                type: 'object',
                properties: { path: { type: 'string' }, message: { type: 'string' } },
              },
            },
          },
        },
      },
    },
  };
}

/** The published JSON Schema of the exchange format. */
export const describeBundle = (): Record<string, unknown> => ({
  $schema: 'https://json-schema.org/draft/2020-12/schema',
  title: 'Radiatrix bundle, version 1',
  ...jsonSchema(bundleSchema),
});
