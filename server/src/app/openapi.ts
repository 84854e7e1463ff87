import { toJsonSchema } from '@valibot/to-json-schema';
import type * as v from 'valibot';
import { routes, type Route } from '#contracts/api';
import { problem } from '#contracts/shapes';

const schemaOf = (schema: v.GenericSchema, typeMode: 'input' | 'output'): object => {
  const { $schema: _dialect, ...rest } = toJsonSchema(schema, {
    target: 'draft-2020-12',
    errorMode: 'ignore',
    typeMode,
  });
  return rest;
};

/** OpenAPI 3.1 from the same route table that server and client use. */
export function openApi(version: string): object {
  const paths: Record<string, Record<string, object>> = {};
  for (const [name, route] of Object.entries<Route>(routes))
    (paths[route.path] ??= {})[route.method] = operation(name, route);
  return {
    openapi: '3.1.0',
    info: {
      title: 'Night Ledger',
      version,
      description: 'Always canonical units, named in the fields. Writes are entries of an append-only book.',
    },
    paths,
    components: { schemas: { Problem: schemaOf(problem, 'output') } },
  };
}

function operation(operationId: string, route: Route): object {
  const parameters = [...located(route.params, 'path'), ...located(route.query, 'query')];
  const problemResponse = {
    description: 'What was wrong (RFC 9457)',
    content: { 'application/problem+json': { schema: { $ref: '#/components/schemas/Problem' } } },
  };
  return {
    operationId,
    summary: route.summary,
    ...(parameters.length > 0 ? { parameters } : {}),
    ...(route.body
      ? { requestBody: { required: true, content: { 'application/json': { schema: schemaOf(route.body, 'input') } } } }
      : {}),
    responses: {
      [route.method === 'post' ? '201' : '200']: {
        description: 'Done',
        content: { [route.mediaType ?? 'application/json']: { schema: schemaOf(route.response, 'output') } },
      },
      default: problemResponse,
    },
  };
}

function located(schema: v.ObjectSchema<v.ObjectEntries, undefined> | undefined, where: 'path' | 'query'): object[] {
  return Object.entries(schema?.entries ?? {}).map(([name, entry]) => ({
    name,
    in: where,
    required: where === 'path',
    schema: schemaOf(entry, 'input'),
  }));
}
