import type { Problem } from '@ember-slate/contract';
import { say } from './say.ts';

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
  badInput: make(400, 'bad-input', say('something_in_this_is_not_right')),
  notSignedIn: make(401, 'not-signed-in', say('sign_in_again')),
  pinHanded: make(403, 'pin-handed', say('a_pin_of_your_own')),
  notAllowed: make(403, 'not-allowed', say('not_yours_to_do')),
  notFound: make(404, 'not-found', say('not_there')),
  notHere: make(421, 'not-here', say('not_this_server')),
  /** A write on what was changed since: `current` is what stands there now, in the fields the form shows. */
  stale: <C extends { version: number } | { was: number | null }>(detail: string, current: C) =>
    make(409, 'stale', say('someone_changed_this_meanwhile'))(detail, { current }),
  conflict: make(409, 'conflict', say('that_cannot_be_done_now')),
  short: make(409, 'short', say('not_enough_there')),
  keyReused: make(422, 'key-reused', say('this_key_belongs_to_another')),
  slowDown: make(429, 'slow-down', say('wait_a_little')),
  busy: make(503, 'busy', say('somebody_else_is_writing_there')),
  away: make(503, 'records-away', say('the_records_cannot_be_reached')),
  full: make(507, 'disk-full', say('the_disk_is_full')),
};

/** One wrong field, by its path in the request. */
export const fieldProblem = (path: string, message: string) =>
  problems.badInput(message, { errors: [{ path, message }] });
