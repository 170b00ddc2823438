import type { Problem } from '@ember-slate/contract';
import type { NextFunction, Request, Response } from 'express';
import { errorCode, isContended, NoAnswer } from './db.ts';
import { log } from './log.ts';
import { ProblemError, problems } from './problem.ts';

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
