import type { Work } from './context.ts';
import { fieldProblem } from './problem.ts';
import { spendVouched } from './sessions.ts';
import { say } from './say.ts';

/**
 * Who signs beside the person who acts: somebody else who gave their PIN a moment ago, or nobody (`alone`, null). Throws
 * a problem of the field where there is no such signature, or it is used.
 */
export async function secondOf(work: Work, second: string | null): Promise<number | null> {
  if (second === null) throw fieldProblem('second', say('somebody_else_signs_too'));
  if (second === 'alone') return null;
  const staffId = await spendVouched(work.tx, second, work.actor.id, work.now);
  if (staffId === null) throw fieldProblem('second', say('that_signature_is_used'));
  return staffId;
}
