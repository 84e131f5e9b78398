import type Joi from 'joi';
import answers from './answers.schema.json' with { type: 'json' };
import { PROBLEMS } from '@radiatrix/contract';
import { ROUTES, bundleSchema, type Route } from '@radiatrix/contract/schemas';

const DIALECT = 'draft-2020-12';

/** A validator as JSON Schema (draft 2020-12, the dialect of OpenAPI 3.1). */
const jsonSchema = (schema: Joi.ObjectSchema): Record<string, unknown> =>
  (
    schema as unknown as {
      '~standard': { jsonSchema: { input: (options: { target: string }) => Record<string, unknown> } };
    }
  )['~standard'].jsonSchema.input({ target: DIALECT });

/** Definitions are components of the description, whatever the generator calls their place. */
const placed = (schema: unknown): Record<string, unknown> =>
  JSON.parse(JSON.stringify(schema).replaceAll('#/definitions/', '#/components/schemas/')) as Record<
    string,
    unknown
  >;

const ANSWERS = answers.properties as Record<string, unknown>;
const answer = (id: string): Record<string, unknown> =>
  id in ANSWERS
    ? { description: 'Done', content: { 'application/json': { schema: placed(ANSWERS[id]) } } }
    : { description: 'Done; nothing, or a file, comes back' };
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
            { name: 'X-CSRF-Token', in: 'header', required: true, schema: { type: 'string' } },
            { name: 'Idempotency-Key', in: 'header', schema: { type: 'string', maxLength: 100 } },
          ]
        : []),
    ],
    ...(route.body
      ? {
          requestBody: {
            required: true,
            content: { 'application/json': { schema: jsonSchema(route.body) } },
          },
        }
      : {}),
    ...(route.raw
      ? { requestBody: { required: true, content: { 'image/jpeg': {}, 'image/png': {}, 'image/webp': {} } } }
      : {}),
    security: route.roles === 'anyone' ? [] : [{ session: [] }],
    responses: {
      '2XX': answer(id),
      ...(route.reviewed ? { 202: WAITS } : {}),
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
    paths,
    components: {
      securitySchemes: { session: { type: 'apiKey', in: 'cookie', name: 'radiatrix' } },
      responses: {
        Problem: {
          description: 'What is wrong and what to do (RFC 9457)',
          content: { 'application/problem+json': { schema: { $ref: '#/components/schemas/Problem' } } },
        },
      },
      schemas: {
        ...placed(answers.definitions),
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
