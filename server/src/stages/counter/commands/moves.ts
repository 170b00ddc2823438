import { inWords } from '@ember-slate/words/core';
import type { BodyOf, contract } from '@ember-slate/contract';
import { refrozen } from '@ember-slate/core/board';
import { isOfKind, type Account, type Entry } from '@ember-slate/core/ledger';
import { apportion } from '@ember-slate/core/units';
import { lockBalance, post } from '../../../platform/books/ledger.ts';
import { lockLots, removeStock } from '../../../platform/books/stock.ts';
import type { Work } from '../../../platform/context.ts';
import { fieldProblem, problems } from '../../../platform/problem.ts';
import { clocksOf } from '../../../shop/clocks.ts';
import { accountKey, carriesPromises, type Key } from '../../../shop/keys.ts';
import { lotsById } from '../../../shop/lots.ts';
import { promisedFish } from '../../../shop/onHand.ts';
import { speciesById } from '../../../shop/species.ts';
import { keepPlace } from '../../../shop/places.ts';
import { rowsOf } from '../../../shop/stock.ts';
import { giveSpot } from './slab.ts';
import { say } from '../say.ts';

/** Share of its life up to which fish is worth freezing (our choice): what is frozen late thaws late. */
const freezeBefore = 0.5;

/** Refuses to take fish that lines were promised. */
export async function keepPromises(work: Work, key: Key, pieces: number): Promise<void> {
  if (!carriesPromises(key)) return;
  const has = await lockBalance(work.tx, accountKey(key));
  const promised = (await promisedFish(work.tx, [key.lotId])).get(key.lotId) ?? 0;
  if (promised > 0 && pieces > has.pieces - promised) {
    throw problems.short(
      say('fish_are_free_there_are_promised', { free: Math.max(0, has.pieces - promised), promised }),
    );
  }
}

/** Thawed fish is never frozen again raw, nor what is past its life; late freezing needs a reason (common practice). */
async function mayFreeze(work: Work, key: Key, reason: string) {
  const [lot] = await lotsById(work.tx, [key.lotId]);
  const book = await speciesById(work.tx);
  const state = (await clocksOf(work, lot ? [lot] : [], book)).row(key.lotId, key.place, key.item, key.batch);
  if (!lot || !state?.life) return;
  if (state.clock.thawedAt) throw problems.conflict(inWords(refrozen));
  if (state.sellBy === null) throw problems.conflict(say('past_its_life_freezing_does_not'));
  const used = state.life.used / book.get(lot.speciesId)!.iceDays;
  if (used > freezeBefore && reason === '')
    throw fieldProblem('reason', say('of_its_life_is_used_late_to_freeze', { used: Math.round(used * 100) }));
}

/** Takes an amount out of a row, or its share out of every lot of a made batch. */
export async function removeFromRow(
  work: Work,
  key: Key,
  amount: { grams: number; pieces: number },
  to: Account,
): Promise<Entry[]> {
  const parts = await rowsOf(work, key);
  if (parts.length <= 1) return removeStock(work, accountKey(key), amount, to);
  const shares = apportion(
    amount.grams,
    parts.map((p) => p.grams),
  );
  const entries: Entry[] = [];
  for (const [i, part] of parts.entries())
    if (shares[i]! > 0)
      entries.push(...(await removeStock(work, accountKey(part), { grams: shares[i]!, pieces: 0 }, to)));
  return entries;
}

const lotsOf = async (work: Work, keys: readonly Key[]) => [
  ...keys.map((k) => k.lotId),
  ...(await Promise.all(keys.map((k) => rowsOf(work, k)))).flat().map((r) => r.lotId),
];

export async function move(work: Work, body: BodyOf<typeof contract.counter.move>): Promise<{ id: number }> {
  if (body.to === body.place) throw fieldProblem('to', say('it_lies_there_already'));
  await lockLots(work.tx, await lotsOf(work, [body]));
  await keepPromises(work, body, body.pieces);
  await keepPlace(work, body.to);
  if (isOfKind(body.to, 'freezer')) await mayFreeze(work, body, body.reason);
  const id = await post(work, 'move', await removeFromRow(work, body, body, body.to), body.reason);
  if (body.to === 'place:slab') await giveSpot(work, body, body.spot);
  return { id };
}

/** Moves rows whole, all or none: the slab is filled in the morning and cleared at night. */
export async function moveAll(
  work: Work,
  body: BodyOf<typeof contract.counter.moveAll>,
): Promise<{ moved: number }> {
  await lockLots(work.tx, await lotsOf(work, body.rows));
  await keepPlace(work, body.to);
  const entries: Entry[] = [];
  for (const [i, key] of body.rows.entries()) {
    if (key.place === body.to) throw fieldProblem(`rows.${i}`, say('it_lies_there_already'));
    const parts = await rowsOf(work, key);
    if (!parts.some((p) => p.grams > 0)) throw problems.short(say('something_chosen_is_not_there_any'));
    for (const part of parts) {
      await keepPromises(work, part, part.pieces);
      if (isOfKind(body.to, 'freezer')) await mayFreeze(work, part, '');
      entries.push(...(await removeStock(work, accountKey(part), part, body.to)));
    }
  }
  await post(work, 'move', entries, say(body.to === 'place:slab' ? 'brought_out' : 'cleared'));
  if (body.to === 'place:slab') for (const key of body.rows) await giveSpot(work, key, null);
  return { moved: body.rows.length };
}

export async function discard(
  work: Work,
  body: BodyOf<typeof contract.counter.discard>,
): Promise<{ id: number }> {
  await lockLots(work.tx, await lotsOf(work, [body]));
  const entries = await removeFromRow(work, body, body, body.to === 'waste' ? 'end:waste' : 'end:kitchen');
  return { id: await post(work, 'discard', entries, body.reason) };
}
