import type { Problem, Route } from '@ember-slate/contract';
import { createHash } from 'node:crypto';
import express, { type NextFunction, type Request, type RequestHandler, type Response } from 'express';
import type { Pool } from 'mysql2/promise';
import { type z } from 'zod';
import type { Logs } from '../cold/logs.ts';
import type { Actor, JobState, Work } from './context.ts';
import { idOf, type File } from './handlers.ts';
import { errorCode, isContended, NoAnswer, patienceMs, reading, row, transaction, type Tx } from './db.ts';
import { announce } from './feed.ts';
import { keepAnswer, once } from './idempotency.ts';
import type { Jobs } from './jobs.ts';
import { log } from './log.ts';
import { ProblemError, problems } from './problem.ts';
import { actorOf, cookieName } from './sessions.ts';
import { readSettings } from './settings.ts';

export interface Platform {
  pool: Pool;
  clock: () => Date;
  logs: Logs;
  jobs: Jobs;
  /** The only scale is a stand-in: no weight of this shop is measured. */
  scaleSimulated: boolean;
  checkAnswers: boolean;
}

/** The session token a request carries, from its cookie. */
export function tokenOf(request: Request): string | undefined {
  const pair = (request.headers.cookie ?? '').split(/;\s*/).find((c) => c.startsWith(`${cookieName}=`));
  return pair?.slice(cookieName.length + 1);
}

export const actorOfRequest = (platform: Platform, request: Request): Promise<Actor | null> =>
  reading(platform.pool, (tx) => actorOf(tx, tokenOf(request), platform.clock()), patienceMs);

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
): Promise<Omit<Work, 'now' | 'afterwards'>> => ({
  tx,
  actor,
  settings: await readSettings(tx),
  logs: platform.logs,
  units: request.get('Units') === 'imperial' ? 'imperial' : 'metric',
});

/** Reads and uploads leave nothing to be done. */
const nothingAfterwards: Work['afterwards'] = () => undefined;

/**
 * In whose name a change is made: what somebody did while the line was gone is theirs, also when a manager sends it for
 * them. Only a manager may, and only what that person might have done.
 */
async function inTheNameOf(tx: Tx, route: Route, request: Request, actor: Actor): Promise<Actor> {
  const named = request.get('In-The-Name-Of');
  if (named === undefined || route.kind !== 'change') return actor;
  const other = await row<Actor>(tx, 'SELECT id, name, role FROM staff WHERE id = ?', [idOf(named)]);
  if (actor.role !== 'manager' || !other || route.roles === 'public' || !route.roles.includes(other.role))
    throw problems.notAllowed(
      'Only a manager sends what somebody else did, and only what they might have done',
    );
  return { id: other.id, name: other.name, role: other.role };
}

type Handler = (
  work: Work,
  input: { params: Record<string, string>; query: never; body: never },
) => Promise<unknown>;

/** A body whose weights from the scale are simulated ones, whatever a screen called them. */
function asSimulated(body: unknown): unknown {
  if (Array.isArray(body)) return body.map(asSimulated);
  if (typeof body !== 'object' || body === null) return body;
  return Object.fromEntries(
    Object.entries(body).map(([k, v]) => [
      k,
      (k === 'source' || k === 'weightSource') && v === 'measured' ? 'simulated' : asSimulated(v),
    ]),
  );
}

interface Left {
  jobId: number;
  tell: ((state: JobState) => object) | undefined;
}
/** Does what a change left to be done, and keeps the answer as it then reads, for a repeat. */
async function doneAfterwards(platform: Platform, left: readonly Left[], key: string, answer: unknown) {
  for (const { jobId, tell } of left) {
    const state = await platform.jobs.runNow(jobId).catch((error: unknown): JobState => {
      log.warn({ err: error }, 'a job waits');
      return { done: false, why: null };
    });
    if (tell) Object.assign(answer as object, tell(state));
  }
  await keepAnswer(platform.pool, key, answer).catch((error: unknown) =>
    log.warn({ err: error }, 'an answer could not be kept'),
  );
}

/** Serves one route of the contract that reads or changes the shop's records. */
export function serve(platform: Platform, route: Route, handler: Handler): RequestHandler {
  return async (request, response) => {
    const actor = await admit(platform, route, request);
    const params = request.params as Record<string, string>;
    const input = {
      params,
      query: (route.query ? parse(route.query, request.query) : undefined) as never,
      body: (route.body
        ? parse(route.body, platform.scaleSimulated ? asSimulated(request.body) : request.body)
        : undefined) as never,
    };
    const now = platform.clock();
    let left: Left[] = [];
    const work = async (tx: Tx) => {
      // A transaction that is run again begins again with this as well.
      left = [];
      const afterwards: Work['afterwards'] = (jobId, tell) => void left.push({ jobId, tell });
      const who = await inTheNameOf(tx, route, request, actor);
      return handler({ ...(await workOf(platform, tx, request, who)), now, afterwards }, input);
    };
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
      ? transaction(platform.pool, changed, patienceMs)
      : reading(platform.pool, unchanged, patienceMs));
    if (left.length > 0 && !repeated)
      await doneAfterwards(platform, left, request.get('Idempotency-Key')!, answer);
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
    const { name, type, bytes } = await reading(
      platform.pool,
      async (tx) =>
        make(
          { ...(await workOf(platform, tx, request, actor)), now, afterwards: nothingAfterwards },
          request.params as Record<string, string>,
        ),
      patienceMs,
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
    const answer = await transaction(
      platform.pool,
      async (tx) => {
        const asked = {
          staffId: actor.id,
          route: `${route.method} ${request.path}`,
          body: createHash('sha256').update(sent).digest('hex'),
        };
        const work = { ...(await workOf(platform, tx, request, actor)), now, afterwards: nothingAfterwards };
        const result = await once(tx, request.get('Idempotency-Key'), asked, now, () =>
          keep(work, params, fitted),
        );
        if (!result.repeated) await announce(tx, route.tags, now);
        return result.answer;
      },
      patienceMs,
    );
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

/** A connection that broke under a statement, or never came about. */
const isAway = (error: unknown): boolean =>
  error instanceof NoAnswer ||
  (error as { fatal?: boolean } | null)?.fatal === true ||
  /^(ECONNREFUSED|ECONNRESET|EPIPE|ENOENT|ETIMEDOUT|PROTOCOL_CONNECTION_LOST|PROTOCOL_ENQUEUE.*|ER_SERVER_SHUTDOWN|ER_CON_COUNT_ERROR|ER_CONNECTION_KILLED|POOL_CLOSED)$/.test(
    errorCode(error),
  );
const isFull = (error: unknown): boolean =>
  /^(ER_RECORD_FILE_FULL|ER_DISK_FULL|ER_ERROR_ON_WRITE|ENOSPC)$/.test(errorCode(error)) ||
  /errno: 28\b|No space left/.test((error as Error | null)?.message ?? '');
/** What the tables refuse, because nothing before them did: still the request's mistake, and worth a look in the log. */
const isRefused = (error: unknown): boolean =>
  /^(ER_WARN_DATA_OUT_OF_RANGE|ER_DATA_TOO_LONG|ER_TRUNCATED_WRONG_VALUE.*|ER_CONSTRAINT_FAILED|ER_NO_REFERENCED_ROW.*|WARN_DATA_TRUNCATED|ER_BAD_NULL_ERROR)$/.test(
    errorCode(error),
  );

const byStatus: Record<number, (detail: string) => ProblemError> = {
  404: problems.notFound,
  413: () => problems.badInput('That is too much at once: a picture may have 12 MB, a note 180 kB'),
  415: () => problems.badInput('Send UTF-8'),
};

/** What the web server itself refuses: a missing file, a broken body, a range that is none. Null for all else. */
function refusedByServer(error: unknown): Problem | null {
  if (error instanceof URIError) return problems.badInput('The address is malformed').problem;
  const { status, type } = (error ?? {}) as { status?: unknown; type?: string };
  if (typeof status !== 'number' || status < 400 || status > 499) return null;
  if (type === 'entity.parse.failed') return problems.badInput('This is not JSON').problem;
  return (byStatus[status] ?? problems.badInput)('There is nothing like that here').problem;
}

/** Every error in the trade's words. */
function problemOf(error: unknown): Problem {
  if (error instanceof ProblemError) return error.problem;
  const refused = refusedByServer(error);
  if (refused) return refused;
  if (isContended(error))
    return problems.busy('Somebody else is writing the same just now. Nothing was saved; try again.', {
      retryAfter: 1,
    }).problem;
  if (isFull(error))
    return problems.full(
      'The disk of the shop\u2019s computer is full: nothing was saved. Make room there, then try again.',
      { retryAfter: 30 },
    ).problem;
  if (isAway(error))
    return problems.away(
      'The shop\u2019s records cannot be reached just now. Nothing was lost; try again in a moment.',
      { retryAfter: 2 },
    ).problem;
  if (errorCode(error) === 'ER_STATEMENT_TIMEOUT')
    return problems.away('That took the records too long. Nothing was saved; ask for less, or try again.', {
      retryAfter: 5,
    }).problem;
  log.error({ err: error }, 'unexpected');
  if (isRefused(error)) return problems.badInput('The records cannot hold this').problem;
  return {
    type: 'urn:ember-slate:problem:fault',
    title: 'Something broke here',
    status: 500,
    code: 'fault',
    detail: 'Nothing was saved. Try again; if it happens again, tell whoever looks after the program.',
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
