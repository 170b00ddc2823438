import type { Problem } from '@ember-slate/contract';

/** An error the user is told about, as an RFC 9457 problem document. */
export class ProblemError extends Error {
  constructor(readonly problem: Problem) {
    super(problem.detail ?? problem.title);
  }
}

type Extra = Pick<Problem, 'errors' | 'current' | 'retryAfter'>;
const make =
  (status: number, code: string, title: string) =>
  (detail: string, extra: Extra = {}) =>
    new ProblemError({ type: `urn:ember-slate:problem:${code}`, title, status, code, detail, ...extra });

export const problems = {
  badInput: make(400, 'bad-input', 'Something in this is not right'),
  notSignedIn: make(401, 'not-signed-in', 'Sign in again'),
  notAllowed: make(403, 'not-allowed', 'Not yours to do'),
  notFound: make(404, 'not-found', 'Not there'),
  notHere: make(421, 'not-here', 'Not this server'),
  /** A write on what was changed since: `current` is what stands there now, in the fields the form shows. */
  stale: <C extends { version: number } | { was: number | null }>(detail: string, current: C) =>
    make(409, 'stale', 'Someone changed this meanwhile')(detail, { current }),
  conflict: make(409, 'conflict', 'That cannot be done now'),
  short: make(409, 'short', 'Not enough there'),
  keyReused: make(422, 'key-reused', 'This key belongs to another request'),
  slowDown: make(429, 'slow-down', 'Wait a little'),
  busy: make(503, 'busy', 'Somebody else is writing there'),
  away: make(503, 'records-away', 'The records cannot be reached'),
  full: make(507, 'disk-full', 'The disk is full'),
};

/** One wrong field, by its path in the request. */
export const fieldProblem = (path: string, message: string) =>
  problems.badInput(message, { errors: [{ path, message }] });
