import { createHash } from 'node:crypto';
import type { Route } from '@ember-slate/contract';
import { parse as parseCookie } from 'cookie';
import express, { type Express, type Request, type RequestHandler, type Response } from 'express';
import type { Pool } from 'mysql2/promise';
import type { z } from 'zod';
import type { Actor, JobState, Work } from './context.ts';
import { patienceMs, reading, row, transaction, type Tx } from './db.ts';
import { announce, Revision } from './feed.ts';
import { type File, idOf } from './handlers.ts';
import { keepAnswer, once } from './idempotency.ts';
import type { Jobs } from './jobs.ts';
import type { Kept } from './kept.ts';
import { log } from './log.ts';
import { problems } from './problem.ts';
import { actorOf, cookieName } from './sessions.ts';
import { readSettings } from './settings.ts';
import { say } from './say.ts';

export interface Platform {
  pool: Pool;
  clock: () => Date;
  /** What this process keeps at hand. */
  kept: Kept;
  jobs: Jobs;
  /** The only scale is a stand-in: no weight of this shop is measured. */
  scaleSimulated: boolean;
  checkAnswers: boolean;
}

/** The session token a request carries, from its cookie. */
export const tokenOf = (request: Request): string | undefined =>
  parseCookie(request.headers.cookie ?? '')[cookieName];

export const actorOfRequest = (platform: Platform, request: Request): Promise<Actor | null> =>
  reading(platform.pool, (tx) => actorOf(tx, tokenOf(request), platform.clock()), patienceMs);

/** What was sent, as the schema has it. Throws bad input that names each field. */
export function parse<T extends z.ZodType>(schema: T, value: unknown): z.infer<T> {
  const result = schema.safeParse(value);
  if (result.success) return result.data;
  const errors = result.error.issues.map((i) => ({ path: i.path.join('.'), message: i.message }));
  throw problems.badInput(errors[0]!.message, { errors });
}

/** The signed-in person, or the refusal: roles are checked before anything is read. */
async function admit(platform: Platform, route: Route, request: Request): Promise<Actor> {
  const actor = await actorOfRequest(platform, request);
  if (!actor) throw problems.notSignedIn(say('nobody_is_signed_in_on_this_screen'));
  if (route.roles !== 'public' && !route.roles.includes(actor.role)) {
    throw problems.notAllowed(
      say('this_needs_the_role_you_are_signed', { roles: route.roles.join(', '), role: actor.role }),
    );
  }
  return actor;
}

/** What a request works with; its screen says which units it shows. */
const workOf = async (
  platform: Platform,
  route: Route,
  tx: Tx,
  request: Request,
  actor: Actor,
): Promise<Omit<Work, 'now' | 'afterwards'>> => ({
  tx,
  actor,
  settings: await readSettings(tx),
  kept: platform.kept,
  revision: route.kind === 'read' || route.kind === 'document' ? new Revision(tx) : null,
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
    throw problems.notAllowed(say('only_a_manager_sends_what_somebody'));
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

const written = new WeakMap<object, string>();
/** An answer as text: what is kept for other screens (`kept.ts`) is written out once for all of them. */
function writtenOnce(answer: unknown): string {
  if (typeof answer !== 'object' || answer === null) return JSON.stringify(answer);
  const had = written.get(answer);
  if (had !== undefined) return had;
  const text = JSON.stringify(answer);
  written.set(answer, text);
  return text;
}

/** Sends JSON that nobody keeps: without a digest of it that nobody would ask by. */
const sendJson = (response: Response, text: string) =>
  response
    .set({
      'Content-Type': 'application/json; charset=utf-8',
      'Content-Length': String(Buffer.byteLength(text)),
      'Cache-Control': 'no-store',
    })
    .end(text);

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
      return handler({ ...(await workOf(platform, route, tx, request, who)), now, afterwards }, input);
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
    sendJson(response, route.kind === 'read' ? writtenOnce(answer) : JSON.stringify(answer));
  };
}

/** Serves a file made from the shop's records. */
export function serveFile(
  platform: Platform,
  route: Route,
  make: (work: Work, input: { params: Record<string, string> }) => Promise<File>,
): RequestHandler {
  return async (request, response) => {
    const actor = await admit(platform, route, request);
    const now = platform.clock();
    const { name, type, bytes } = await reading(
      platform.pool,
      async (tx) =>
        make(
          { ...(await workOf(platform, route, tx, request, actor)), now, afterwards: nothingAfterwards },
          { params: request.params as Record<string, string> },
        ),
      patienceMs,
    );
    response.set({
      'Content-Type': type,
      'Content-Disposition': `inline; filename="${name}"`,
      'Cache-Control': 'private, no-store',
    });
    if (typeof bytes !== 'function') return void response.send(bytes);
    await bytes(response).catch((error: unknown) => {
      if (!response.headersSent) {
        response.removeHeader('Content-Disposition');
        throw error;
      }
      // Half a file is no file: whoever fetches it sees it break off.
      log.warn({ err: error }, 'a file broke off');
      response.destroy();
    });
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
        const work = {
          ...(await workOf(platform, route, tx, request, actor)),
          now,
          afterwards: nothingAfterwards,
        };
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

/** Mounts one route; the path and the method are the contract's. */
export function mount(app: Express, route: Route, handler: RequestHandler): void {
  app[route.method.toLowerCase() as 'get' | 'post' | 'put' | 'delete'](route.path, handler);
}

/** Mounts every read, question, change and document of a stage; what else it has, its own routes mount. */
export function mountStage(
  app: Express,
  platform: Platform,
  routes: Record<string, Route>,
  handlers: object,
): void {
  for (const [name, route] of Object.entries(routes)) {
    // `Handlers` has seen to it that each route has its own; here they are all served alike.
    const handler = (handlers as Record<string, unknown>)[name];
    if (['read', 'ask', 'change'].includes(route.kind))
      mount(app, route, serve(platform, route, handler as Handler));
    if (route.kind === 'document')
      mount(app, route, serveFile(platform, route, handler as Parameters<typeof serveFile>[2]));
  }
}
