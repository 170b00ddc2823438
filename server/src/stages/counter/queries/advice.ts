import { inWords } from '@ember-slate/words/core';
import type { AnswerOf, contract } from '@ember-slate/contract';
import { customerAdvice } from '@ember-slate/core/advice';
import { isItem } from '@ember-slate/core/ledger';
import type { Reader } from '../../../platform/context.ts';
import { problems } from '../../../platform/problem.ts';
import { formsOf } from '../../../platform/settings.ts';
import { cutsWith } from '../../../shop/cutAs.ts';
import { clocksOf, rawOf } from '../../../shop/clocks.ts';
import { lotsById } from '../../../shop/lots.ts';
import { speciesById } from '../../../shop/species.ts';
import { say } from '../say.ts';

/** What to tell a customer of an item of a lot, as it stands now. */
export async function adviceOf(
  work: Reader,
  lotId: number,
  item: string,
  batch: number,
): Promise<AnswerOf<typeof contract.counter.advice>> {
  const [lot] = await lotsById(work.tx, [lotId]);
  if (!lot || !isItem(item, formsOf(work.settings)))
    throw problems.notFound(say('nothing_like_that_is_in_this_shop'));
  const book = await speciesById(work.tx);
  const clocks = await clocksOf(work, [lot], book);
  const states = clocks.ofLot(lotId).filter((s) => s.held && s.clock.item === item);
  // Of pieces that lie mixed only what was done to all of them is known of one.
  const ways = JSON.parse((await cutsWith(work.tx, [batch])).get(`${batch} ${item}`) ?? '[[]]') as string[][];
  const options = ways[0]!.filter((o) => ways.every((w) => w.includes(o)));
  return inWords(
    customerAdvice(book.get(lot.speciesId)!, item, formsOf(work.settings), {
      options,
      frozen: states.some((s) => s.clock.frozenAt !== null),
      thawed: states.some((s) => s.clock.thawedAt !== null),
      rawFit: states.length > 0 && states.every((s) => rawOf(work, lot, item, s, clocks.logs).fit),
      cookedOnly: lot.verdict === 'cooked_only',
    }),
  );
}
