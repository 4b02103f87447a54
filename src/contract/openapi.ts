import { z } from 'zod';
import type { Endpoint } from './endpoint.ts';

const problem = {
  type: 'object',
  required: ['type', 'title', 'status', 'detail', 'fields'],
  properties: {
    type: { type: 'string' },
    title: { type: 'string' },
    status: { type: 'integer' },
    detail: { type: 'string', description: 'A sentence for people.' },
    fields: {
      type: 'array',
      items: {
        type: 'object',
        required: ['field', 'sentence'],
        properties: { field: { type: 'string' }, sentence: { type: 'string' } },
      },
    },
  },
};

const schemaOf = (schema: z.ZodType, io: 'input' | 'output') => {
  const { $schema: _, ...rest } = z.toJSONSchema(schema, { io, unrepresentable: 'any' });
  return rest;
};

function parametersOf(endpoint: Endpoint) {
  const schema = schemaOf(endpoint.params, 'input') as { properties?: Record<string, object>; required?: string[] };
  return Object.entries(schema.properties ?? {}).map(([name, value]) => {
    const inPath = endpoint.path.includes(`{${name}}`);
    return { name, in: inPath ? 'path' : 'query', required: inPath || (schema.required ?? []).includes(name), schema: value };
  });
}

/**
 * The HTTP interface as an OpenAPI 3.1 document, made from the contract.
 * @param areas endpoints by area and name, as in `contract`
 */
export function openApiDocument(areas: Record<string, Record<string, Endpoint>>) {
  const paths: Record<string, Record<string, unknown>> = {};
  for (const [area, endpoints] of Object.entries(areas)) {
    for (const [name, one] of Object.entries(endpoints)) {
      const path = `/api/v1${one.path}`;
      paths[path] ??= {};
      paths[path][one.method.toLowerCase()] = {
        operationId: `${area}.${name}`,
        tags: [area],
        summary: one.summary,
        'x-act': one.act,
        parameters: parametersOf(one),
        ...(one.method === 'GET' || one.method === 'DELETE'
          ? {}
          : { requestBody: { required: true, content: { 'application/json': { schema: schemaOf(one.body, 'input') } } } }),
        responses: {
          200: {
            description: 'As asked.',
            content: { [one.file?.mediaType ?? 'application/json']: { schema: schemaOf(one.response, 'output') } },
          },
          default: { description: 'A problem.', content: { 'application/problem+json': { schema: problem } } },
        },
      };
    }
  }
  return {
    openapi: '3.1.0',
    info: { title: 'Eager Feet', version: '1', description: 'Home training for a squad: weeks, goes, clips, review, progress.' },
    components: { securitySchemes: { session: { type: 'apiKey', in: 'cookie', name: 'eager-feet.session_token' } } },
    security: [{ session: [] }],
    paths,
  };
}
