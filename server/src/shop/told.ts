import type { customerAdvice } from '@ember-slate/core/advice';
import { isItem } from '@ember-slate/core/ledger';
import type { Reader } from '../platform/context.ts';
import { formsOf } from '../platform/settings.ts';
import { clocksOf, rawOf } from './clocks.ts';
import { cutsWith } from './cutAs.ts';
import { lotsById } from './lots.ts';
import { speciesById } from './species.ts';

/** What is asked about: an item of a lot, of the batch it was cut in. */
interface Asked {
  lotId: number;
  item: string;
  batch: number;
}

/**
 * What a customer is to be told of items as they stand now follows from this (`customerAdvice`, `cardWarnings`), one for
 * each asked about, read together; null where nothing like that is in this shop.
 */
export async function toldOf(
  work: Reader,
  asked: readonly Asked[],
): Promise<(Parameters<typeof customerAdvice> | null)[]> {
  const forms = formsOf(work.settings);
  const book = await speciesById(work.tx);
  const lots = await lotsById(work.tx, [...new Set(asked.map((a) => a.lotId))]);
  const clocks = await clocksOf(work, lots, book);
  const cuts = await cutsWith(work.tx, [...new Set(asked.map((a) => a.batch))]);
  return asked.map(({ lotId, item, batch }) => {
    const lot = lots.find((l) => l.id === lotId);
    if (!lot || !isItem(item, forms)) return null;
    const states = clocks.ofLot(lotId).filter((s) => s.held && s.clock.item === item);
    // Of pieces that lie mixed only what was done to all of them is known of one.
    const ways = JSON.parse(cuts.get(`${batch} ${item}`) ?? '[[]]') as string[][];
    return [
      book.get(lot.speciesId)!,
      item,
      forms,
      {
        options: ways[0]!.filter((o) => ways.every((w) => w.includes(o))),
        frozen: states.some((s) => s.clock.frozenAt !== null),
        thawed: states.some((s) => s.clock.thawedAt !== null),
        rawFit: states.length > 0 && states.every((s) => rawOf(work, lot, item, s, clocks.logs).fit),
        cookedOnly: lot.verdict === 'cooked_only',
      },
    ];
  });
}
