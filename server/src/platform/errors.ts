import type { Problem } from '@ember-slate/contract';
import type { NextFunction, Request, Response } from 'express';
import { errorCode, isContended, NoAnswer } from './db.ts';
import { log } from './log.ts';
import { ProblemError, problems } from './problem.ts';
import { say } from './say.ts';

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
  413: () => problems.badInput(say('that_is_too_much_at_once_a_picture')),
  415: () => problems.badInput(say('send_utf_8')),
};

/** What the web server itself refuses: a missing file, a broken body, a range that is none. Null for all else. */
function refusedByServer(error: unknown): Problem | null {
  if (error instanceof URIError) return problems.badInput(say('the_address_is_malformed')).problem;
  const { status, type } = (error ?? {}) as { status?: unknown; type?: string };
  if (typeof status !== 'number' || status < 400 || status > 499) return null;
  if (type === 'entity.parse.failed') return problems.badInput(say('this_is_not_json')).problem;
  return (byStatus[status] ?? problems.badInput)(say('there_is_nothing_like_that_here')).problem;
}

/** Every error in the trade's words. */
function problemOf(error: unknown): Problem {
  if (error instanceof ProblemError) return error.problem;
  const refused = refusedByServer(error);
  if (refused) return refused;
  if (isContended(error))
    return problems.busy(say('somebody_else_is_writing_the_same'), {
      retryAfter: 1,
    }).problem;
  if (isFull(error))
    return problems.full(say('the_disk_of_the_shops_computer_is'), { retryAfter: 30 }).problem;
  if (isAway(error)) return problems.away(say('the_shops_records_cannot_be'), { retryAfter: 2 }).problem;
  if (errorCode(error) === 'ER_STATEMENT_TIMEOUT')
    return problems.away(say('that_took_the_records_too_long'), {
      retryAfter: 5,
    }).problem;
  log.error({ err: error }, 'unexpected');
  if (isRefused(error)) return problems.badInput(say('the_records_cannot_hold_this')).problem;
  return {
    type: 'urn:ember-slate:problem:fault',
    title: say('something_broke_here'),
    status: 500,
    code: 'fault',
    detail: say('nothing_was_saved_try_again_if_it'),
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
