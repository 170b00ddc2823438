import * as z from 'zod';
import { problem } from './fields.ts';
import { contract } from './index.ts';
import type { Route } from './route.ts';

const schema = (type: z.ZodType, io: 'input' | 'output') =>
  z.toJSONSchema(type, { io, unrepresentable: 'any' });
const json = (type: z.ZodType, io: 'input' | 'output') => ({
  content: { 'application/json': { schema: schema(type, io) } },
});

function operation(route: Route) {
  const names = [...route.path.matchAll(/:(\w+)/g)].map((m) => m[1]!);
  const query = route.query
    ? ((schema(route.query, 'input') as { properties?: Record<string, unknown> }).properties ?? {})
    : {};
  return {
    summary: route.summary,
    'x-roles': route.roles,
    parameters: [
      ...names.map((name) => ({ name, in: 'path', required: true, schema: { type: 'string' } })),
      ...Object.entries(query).map(([name, s]) => ({ name, in: 'query', required: false, schema: s })),
      ...(route.kind === 'change' || route.kind === 'upload'
        ? [
            {
              name: 'Idempotency-Key',
              in: 'header',
              required: true,
              schema: { type: 'string', format: 'uuid' },
            },
          ]
        : []),
    ],
    ...(route.kind === 'upload' ? { requestBody: { required: true, content: { 'image/*': {} } } } : {}),
    ...(route.body ? { requestBody: { required: true, ...json(route.body, 'input') } } : {}),
    responses: {
      200: {
        description: 'Done',
        ...(route.kind === 'document'
          ? { content: { 'application/octet-stream': {} } }
          : json(route.answer, 'output')),
      },
      default: {
        description: 'Problem',
        content: { 'application/problem+json': { schema: schema(problem, 'output') } },
      },
    },
  };
}

/** The OpenAPI 3.1 document of the whole contract. */
export function openApi(): object {
  const paths: Record<string, Record<string, unknown>> = {};
  for (const route of Object.values(contract).flatMap((room) => Object.values(room) as Route[])) {
    const path = route.path.replace(/:(\w+)/g, '{$1}');
    paths[path] = { ...paths[path], [route.method.toLowerCase()]: operation(route) };
  }
  return { openapi: '3.1.0', info: { title: 'Ember Slate', version: '1' }, paths };
}
