import * as z from 'zod';

/** What people do in the shop. */
export const roles = ['counter', 'bench', 'manager'] as const;
/** What a person does in the shop. */
export type Role = (typeof roles)[number];

/** What a change touches; screens that show a tag fetch again when the change feed names it. */
export const tags = [
  'landing',
  'grading',
  'orders',
  'plan',
  'bench',
  'counter',
  'close',
  'people',
  'cold',
  'species',
  'forms',
] as const;
/** A part of the shop that a change makes stale on every screen. */
export type Tag = (typeof tags)[number];

/**
 * One request of the API: where it lives, who may send it, what it takes and gives. A `change` is sent with an
 * Idempotency-Key and is answered once; `tags` are what a read shows, or what a change touches.
 */
export interface Route {
  method: 'GET' | 'POST' | 'PUT' | 'DELETE';
  path: string;
  roles: readonly Role[] | 'public';
  kind: 'read' | 'change' | 'session' | 'device' | 'ask' | 'document' | 'upload';
  summary: string;
  tags: readonly Tag[];
  query: z.ZodType | null;
  body: z.ZodType | null;
  answer: z.ZodType;
}

/** What stands behind the question mark of a route, as the server reads it. */
export type QueryOf<R extends Route> = R['query'] extends z.ZodType ? z.infer<R['query']> : undefined;
/** What is sent to a route, as the server reads it. */
export type BodyOf<R extends Route> = R['body'] extends z.ZodType ? z.infer<R['body']> : undefined;
/** A body as it may be sent: what has a default may be left out. */
export type SentOf<R extends Route> = R['body'] extends z.ZodType ? z.input<R['body']> : undefined;
/** What a route answers. */
export type AnswerOf<R extends Route> = z.infer<R['answer']>;

/** Who lands, grades and cuts. */
export const backDoor = ['bench', 'manager'] as const satisfies readonly Role[];
/** Who sells and takes orders. */
export const counterHands = ['counter', 'manager'] as const satisfies readonly Role[];
/** Who decides on money, rules and people. */
export const managers = ['manager'] as const satisfies readonly Role[];

/** A read: GET, open to all signed-in staff unless `roles` says otherwise. */
export const read = <A extends z.ZodType, Q extends z.ZodType | null = null>(
  path: string,
  r: { summary: string; tags: readonly Tag[]; answer: A; query?: Q; roles?: readonly Role[] },
) =>
  ({
    method: 'GET',
    path,
    kind: 'read',
    summary: r.summary,
    tags: r.tags,
    roles: r.roles ?? roles,
    query: (r.query ?? null) as Q,
    body: null,
    answer: r.answer,
  }) as const;

/** A question with a body: POST, changes nothing. */
export const ask = <A extends z.ZodType, B extends z.ZodType>(
  path: string,
  r: { summary: string; roles: readonly Role[]; answer: A; body: B },
) => ({ ...read(path, { ...r, tags: [] }), kind: 'ask', method: 'POST', body: r.body }) as const;

/** A file to look at or print: PDF or picture. */
export const document = (path: string, r: { summary: string; roles?: readonly Role[] }) =>
  ({
    method: 'GET',
    path,
    kind: 'document',
    summary: r.summary,
    tags: [],
    roles: r.roles ?? roles,
    query: null,
    body: null,
    answer: z.unknown(),
  }) as const;

/** A picture sent as it is; like a change it carries an Idempotency-Key. */
export const upload = <A extends z.ZodType>(
  path: string,
  r: { summary: string; tags: readonly Tag[]; roles: readonly Role[]; answer: A },
) => ({ ...change('POST', path, r), kind: 'upload' }) as const;

/** A change: carries an Idempotency-Key; a repeat gets the first answer. */
export const change = <A extends z.ZodType, B extends z.ZodType | null = null>(
  method: 'POST' | 'PUT',
  path: string,
  r: { summary: string; tags: readonly Tag[]; roles: readonly Role[]; answer: A; body?: B },
) =>
  ({
    method,
    path,
    kind: 'change',
    summary: r.summary,
    tags: r.tags,
    roles: r.roles,
    query: null,
    body: (r.body ?? null) as B,
    answer: r.answer,
  }) as const;
