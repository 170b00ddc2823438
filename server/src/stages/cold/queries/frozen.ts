import { inWords } from '@ember-slate/words/core';
import type { FrozenRow } from '@ember-slate/contract';
import { isOfKind, itemName } from '@ember-slate/core/ledger';
import type { Reader } from '../../../platform/context.ts';
import { formsOf } from '../../../platform/settings.ts';
import { clocksOf, freezingOf, rawOf } from '../../../shop/clocks.ts';
import { lotsInShop } from '../../../shop/lots.ts';
import { stockRows } from '../../../shop/onHand.ts';
import { speciesById } from '../../../shop/species.ts';
import { freezingFace, iso } from './life.ts';

/** What lies frozen, or was frozen and has thawed: what must be used soonest first. */
export async function frozenRows(work: Reader): Promise<FrozenRow[]> {
  const book = await speciesById(work.tx);
  const lots = new Map((await lotsInShop(work.tx)).map((l) => [l.id, l]));
  const clocks = await clocksOf(work, [...lots.values()], book);
  const names = new Map(clocks.places.map((p) => [p.account, p.name]));
  return (await stockRows(work.tx))
    .flatMap((r): FrozenRow[] => {
      const state = clocks.row(r.lotId, r.account, r.item, r.batch);
      if (r.grams <= 0 || !state || (state.clock.frozenAt === null && state.clock.thawedAt === null))
        return [];
      const lot = lots.get(r.lotId)!;
      return [
        {
          lotId: lot.id,
          code: lot.code,
          speciesName: book.get(lot.speciesId)!.name,
          itemName: inWords(itemName(r.item, lot.condition, formsOf(work.settings))),
          placeName: names.get(r.account)!,
          grams: r.grams,
          pieces: r.pieces,
          frozenAt: iso(
            state.clock.frozenAt ??
              state.clock.path.findLast((p) => isOfKind(p.place, 'freezer'))?.from ??
              null,
          ),
          thawedAt: iso(state.clock.thawedAt),
          freezing: inWords(freezingFace(freezingOf(work, state, clocks.logs))),
          raw: rawOf(work, lot, r.item, state, clocks.logs).fit,
          useBy: state.sellBy,
        },
      ];
    })
    .sort(
      (a, b) =>
        (a.useBy ?? '').localeCompare(b.useBy ?? '') ||
        (a.frozenAt ?? '').localeCompare(b.frozenAt ?? '') ||
        a.lotId - b.lotId,
    );
}
