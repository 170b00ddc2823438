import type { Problem, Route } from '@ember-slate/contract';
import { createHash } from 'node:crypto';
import express, { type NextFunction, type Request, type RequestHandler, type Response } from 'express';
import type { Pool } from 'mysql2/promise';
import { type z } from 'zod';
import type { Logs } from '../cold/logs.ts';
import type { Actor, Work } from './context.ts';
import type { File } from './handlers.ts';
import { errorCode, reading, transaction, type Tx } from './db.ts';
import { announce } from './feed.ts';
import { once } from './idempotency.ts';
import { log } from './log.ts';
import { ProblemError, problems } from './problem.ts';
import { actorOf, cookieName } from './sessions.ts';
import { readSettings } from './settings.ts';

export interface Platform {
  pool: Pool;
  clock: () => Date;
  logs: Logs;
  checkAnswers: boolean;
}

/** The session token a request carries, from its cookie. */
export function tokenOf(request: Request): string | undefined {
  const pair = (request.headers.cookie ?? '').split(/;\s*/).find((c) => c.startsWith(`${cookieName}=`));
  return pair?.slice(cookieName.length + 1);
}

export const actorOfRequest = (platform: Platform, request: Request): Promise<Actor | null> =>
  actorOf(platform.pool, tokenOf(request), platform.clock());

function parse<T extends z.ZodType>(schema: T, value: unknown): z.infer<T> {
  const result = schema.safeParse(value);
  if (result.success) return result.data;
  const errors = result.error.issues.map((i) => ({ path: i.path.join('.'), message: i.message }));
  throw problems.badInput(errors[0]!.message, { errors });
}

/** The signed-in person, or the refusal: roles are checked before anything is read. */
async function admit(platform: Platform, route: Route, request: Request): Promise<Actor> {
  const actor = await actorOfRequest(platform, request);
  if (!actor) throw problems.notSignedIn('Nobody is signed in on this screen');
  if (route.roles !== 'public' && !route.roles.includes(actor.role)) {
    throw problems.notAllowed(
      `This needs the role ${route.roles.join(' or ')}; you are signed in as ${actor.role}`,
    );
  }
  return actor;
}

/** What a request works with; its screen says which units it shows. */
const workOf = async (
  platform: Platform,
  tx: Tx,
  request: Request,
  actor: Actor,
): Promise<Omit<Work, 'now'>> => ({
  tx,
  actor,
  settings: await readSettings(tx),
  logs: platform.logs,
  units: request.get('Units') === 'imperial' ? 'imperial' : 'metric',
});

type Handler = (
  work: Work,
  input: { params: Record<string, string>; query: never; body: never },
) => Promise<unknown>;

/** Serves one route of the contract that reads or changes the shop's records. */
export function serve(platform: Platform, route: Route, handler: Handler): RequestHandler {
  return async (request, response) => {
    const actor = await admit(platform, route, request);
    const params = request.params as Record<string, string>;
    const input = {
      params,
      query: (route.query ? parse(route.query, request.query) : undefined) as never,
      body: (route.body ? parse(route.body, request.body) : undefined) as never,
    };
    const now = platform.clock();
    const work = async (tx: Tx) => handler({ ...(await workOf(platform, tx, request, actor)), now }, input);
    const unchanged = async (tx: Tx) => ({ answer: await work(tx), repeated: false, changeId: 0 });
    const changed = async (tx: Tx) => {
      const asked = {
        staffId: actor.id,
        route: `${route.method} ${request.path}`,
        body: request.body as unknown,
      };
      const result = await once(tx, request.get('Idempotency-Key'), asked, now, () => work(tx));
      return { ...result, changeId: result.repeated ? 0 : await announce(tx, route.tags, now) };
    };
    const { answer, repeated, changeId } = await (route.kind === 'change'
      ? transaction(platform.pool, changed)
      : reading(platform.pool, unchanged));
    if (platform.checkAnswers) route.answer.parse(answer);
    if (changeId) response.set('Change-Id', String(changeId));
    if (repeated) response.set('Idempotent-Replay', 'true');
    response.set('Cache-Control', 'no-store').json(answer);
  };
}

/** Serves a file made from the shop's records. */
export function serveFile(
  platform: Platform,
  route: Route,
  make: (work: Work, params: Record<string, string>) => Promise<File>,
): RequestHandler {
  return async (request, response) => {
    const actor = await admit(platform, route, request);
    const now = platform.clock();
    const { name, type, bytes } = await reading(platform.pool, async (tx) =>
      make(
        { ...(await workOf(platform, tx, request, actor)), now },
        request.params as Record<string, string>,
      ),
    );
    response
      .set({
        'Content-Type': type,
        'Content-Disposition': `inline; filename="${name}"`,
        'Cache-Control': 'private, no-store',
      })
      .send(bytes);
  };
}

/** Takes a file sent as it is: made fit before the transaction begins, kept once for its key. */
export function receiveFile<T>(
  platform: Platform,
  route: Route,
  fit: (sent: Buffer) => Promise<T>,
  keep: (work: Work, params: Record<string, string>, fitted: T) => Promise<unknown>,
): RequestHandler {
  return async (request, response) => {
    const actor = await admit(platform, route, request);
    const sent = Buffer.isBuffer(request.body) ? request.body : Buffer.alloc(0);
    const fitted = await fit(sent);
    const now = platform.clock();
    const params = request.params as Record<string, string>;
    const answer = await transaction(platform.pool, async (tx) => {
      const asked = {
        staffId: actor.id,
        route: `${route.method} ${request.path}`,
        body: createHash('sha256').update(sent).digest('hex'),
      };
      const work = { ...(await workOf(platform, tx, request, actor)), now };
      const result = await once(tx, request.get('Idempotency-Key'), asked, now, () =>
        keep(work, params, fitted),
      );
      if (!result.repeated) await announce(tx, route.tags, now);
      return result.answer;
    });
    response.set('Cache-Control', 'no-store').json(answer);
  };
}

/** Serves one route that needs a signed-in person but no records: devices and streams. */
export const withActor =
  (
    platform: Platform,
    route: Route,
    handler: (actor: Actor, body: never, response: Response) => Promise<void> | void,
  ): RequestHandler =>
  async (request, response) => {
    const actor = await admit(platform, route, request);
    await handler(actor, (route.body ? parse(route.body, request.body) : undefined) as never, response);
  };

export const jsonBody = express.json({ limit: '200kb' });
export const pictureBody = express.raw({ type: () => true, limit: '12mb' });

/** Express's parser errors and the database's own, in the trade's words. */
function problemOf(error: unknown): Problem {
  if (error instanceof ProblemError) return error.problem;
  const code = errorCode(error);
  const type = (error as { type?: string } | null)?.type;
  if (type === 'entity.parse.failed') return problems.badInput('This is not JSON').problem;
  if (type === 'entity.too.large')
    return problems.badInput('That is too much at once: a picture may have 12 MB, a note 180 kB').problem;
  if (type === 'encoding.unsupported' || type === 'charset.unsupported')
    return problems.badInput('Send UTF-8').problem;
  if (error instanceof URIError) return problems.badInput('The address is malformed').problem;
  if (
    // A connection that broke under a statement: the driver marks it, with or without a code.
    (error as { fatal?: boolean } | null)?.fatal === true ||
    /^(ECONNREFUSED|ECONNRESET|EPIPE|ENOENT|ETIMEDOUT|PROTOCOL_CONNECTION_LOST|PROTOCOL_ENQUEUE.*|ER_SERVER_SHUTDOWN|ER_CON_COUNT_ERROR|ER_CONNECTION_KILLED|POOL_CLOSED)$/.test(
      code,
    ) ||
    ['ER_LOCK_DEADLOCK', 'ER_LOCK_WAIT_TIMEOUT', 'ER_CHECKREAD'].includes(code)
  ) {
    return problems.away(
      'The shop\u2019s records cannot be reached just now. Nothing was lost; try again in a moment.',
      { retryAfter: 2 },
    ).problem;
  }
  log.error({ err: error }, 'unexpected');
  return {
    type: 'urn:ember-slate:problem:fault',
    title: 'Something broke here',
    status: 500,
    code: 'fault',
    detail: 'Nothing was saved. The fault is in the log.',
  };
}

/** Turns every error into a problem document. */
export function problemHandler(
  error: unknown,
  _request: Request,
  response: Response,
  next: NextFunction,
): void {
  if (response.headersSent) {
    next(error);
    return;
  }
  const problem = problemOf(error);
  if (problem.retryAfter) response.set('Retry-After', String(problem.retryAfter));
  response.status(problem.status).type('application/problem+json').send(JSON.stringify(problem));
}
