import { inWords } from '@ember-slate/words/core';
import type { AnswerOf, contract } from '@ember-slate/contract';
import { customerAdvice } from '@ember-slate/core/advice';
import type { Reader } from '../../../platform/context.ts';
import { problems } from '../../../platform/problem.ts';
import { toldOf } from '../../../shop/told.ts';
import { say } from '../say.ts';

/** What to tell a customer of an item of a lot, as it stands now. */
export async function adviceOf(
  work: Reader,
  lotId: number,
  item: string,
  batch: number,
): Promise<AnswerOf<typeof contract.counter.advice>> {
  const [told] = await toldOf(work, [{ lotId, item, batch }]);
  if (!told) throw problems.notFound(say('nothing_like_that_is_in_this_shop'));
  return inWords(customerAdvice(...told));
}
