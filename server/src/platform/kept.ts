import type { Revision } from './feed.ts';

/** An answer serves other screens of the same moment, ms. */
const momentMs = 1000;
/** Answers kept of one question at most: its arguments are days, species and the like. */
const mostAnswers = 50;

interface Answer {
  revision: string;
  at: number;
  value: Promise<unknown>;
}

/**
 * What a process keeps at hand between requests: one value for each maker, made when it is first asked for. Nothing in
 * it is the shop's only copy, so a process may begin without it.
 */
export class Kept {
  private readonly values = new Map<() => unknown, unknown>();

  /** `frozen`: writing into what is kept is an error; `forgetful`: every answer is worked out afresh. Both for tests. */
  constructor(readonly mode: { frozen?: boolean; forgetful?: boolean } = {}) {}

  of<T>(make: () => T): T {
    if (!this.values.has(make)) this.values.set(make, make());
    return this.values.get(make) as T;
  }
}

/** What a kept answer depends on. */
interface Asked {
  now: Date;
  kept: Kept;
  revision: Revision | null;
}

/** Freezes plain objects and arrays all the way down. */
function freeze(value: unknown): void {
  if (typeof value !== 'object' || value === null || Object.isFrozen(value)) return;
  if (!Array.isArray(value) && Object.getPrototypeOf(value) !== Object.prototype) return;
  Object.freeze(value);
  for (const part of Object.values(value)) freeze(part);
}

type Argument = string | number | boolean | null | undefined;

/**
 * Keeps what a question about the shop is answered, in this process, for as long as the records stand at the revision
 * they were read at and the moment lasts: twenty screens that ask after one change cost one computation. A change asks
 * afresh, since it sees what it wrote itself. What is kept is shared: nobody may write into it.
 */
export function remembered<W extends Asked, A extends readonly Argument[], T>(
  answer: (work: W, ...args: A) => Promise<T>,
): (work: W, ...args: A) => Promise<T> {
  const newAnswers = () => new Map<string, Answer>();
  return async (work, ...args) => {
    if (!work.revision || work.kept.mode.forgetful) return answer(work, ...args);
    const answers = work.kept.of(newAnswers);
    const question = JSON.stringify(args);
    const revision = await work.revision.first();
    const at = work.now.getTime();
    const had = answers.get(question);
    if (had?.revision === revision && Math.abs(at - had.at) < momentMs)
      // Whoever worked it out may have lost its connection: then this request does so itself.
      return had.value.catch(() => answer(work, ...args)) as Promise<T>;
    const value = answer(work, ...args);
    const mine = { revision, at, value };
    answers.delete(question);
    answers.set(question, mine);
    for (const oldest of answers.keys()) if (answers.size > mostAnswers) answers.delete(oldest);
    const forget = () => {
      if (answers.get(question) === mine) answers.delete(question);
    };
    value.catch(forget);
    const told = await value;
    if (work.kept.mode.frozen) freeze(told);
    // A change that came in between may be in half of it: it serves this request, as it always did, and no other.
    if ((await work.revision.current()) !== revision) forget();
    return told;
  };
}
