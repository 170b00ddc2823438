import type { customerAdvice } from '@ember-slate/core/advice';
import { isItem } from '@ember-slate/core/ledger';
import type { Reader } from '../platform/context.ts';
import { formsOf } from '../platform/settings.ts';
import { clocksOf, rawOf } from './clocks.ts';
import { cutsWith } from './cutAs.ts';
import { lotsById } from './lots.ts';
import { speciesById } from './species.ts';

/**
 * What a customer is to be told of an item of a lot follows from this, as it stands now (`customerAdvice`,
 * `cardWarnings`); null where nothing like that is in this shop.
 */
export async function toldOf(
  work: Reader,
  lotId: number,
  item: string,
  batch: number,
): Promise<Parameters<typeof customerAdvice> | null> {
  const [lot] = await lotsById(work.tx, [lotId]);
  if (!lot || !isItem(item, formsOf(work.settings))) return null;
  const book = await speciesById(work.tx);
  const clocks = await clocksOf(work, [lot], book);
  const states = clocks.ofLot(lotId).filter((s) => s.held && s.clock.item === item);
  // Of pieces that lie mixed only what was done to all of them is known of one.
  const ways = JSON.parse((await cutsWith(work.tx, [batch])).get(`${batch} ${item}`) ?? '[[]]') as string[][];
  const options = ways[0]!.filter((o) => ways.every((w) => w.includes(o)));
  return [
    book.get(lot.speciesId)!,
    item,
    formsOf(work.settings),
    {
      options,
      frozen: states.some((s) => s.clock.frozenAt !== null),
      thawed: states.some((s) => s.clock.thawedAt !== null),
      rawFit: states.length > 0 && states.every((s) => rawOf(work, lot, item, s, clocks.logs).fit),
      cookedOnly: lot.verdict === 'cooked_only',
    },
  ];
}
