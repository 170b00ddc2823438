import type { BodyOf, contract } from '@ember-slate/contract';
import type { Account, Entry } from '@ember-slate/core/ledger';
import { productId } from '@ember-slate/core/trim';
import { apportion } from '@ember-slate/core/units';
import { trimOf } from '@ember-slate/core/yields';
import { refuseClosed } from '../../../platform/books/days.ts';
import { lockBalance, post } from '../../../platform/books/ledger.ts';
import { lockLots } from '../../../platform/books/stock.ts';
import { today, type Work } from '../../../platform/context.ts';
import { run } from '../../../platform/db.ts';
import { fieldProblem, problems } from '../../../platform/problem.ts';
import { accountKey, type Key } from '../../../shop/keys.ts';
import { rowsOf } from '../../../shop/stock.ts';
import { say } from '../say.ts';

/** A difference up to this needs no reason: 1.5 % of the book, at least 10 g (our choice, as for a ticket). */
const unaskedGrams = (book: number) => Math.max(10, Math.round(book * 0.015));

const other: Account = 'end:unaccounted';

/**
 * A count makes the book say what lies there; the difference is unaccounted, in grams, and stays visible. It is held
 * against the book at that moment, under lock: what is sold while somebody walks with the scale is off before or after.
 */
export async function count(
  work: Work,
  body: BodyOf<typeof contract.counter.count>,
): Promise<{ differenceGrams: number }> {
  const tub = trimOf(body.item) !== null || productId(body.item) !== null;
  if ((body.grams === 0) !== (body.pieces === 0) && !tub) {
    throw fieldProblem(
      'pieces',
      body.grams === 0
        ? say('pieces_without_a_weight_weigh_them')
        : say('a_weight_without_pieces_count_them'),
    );
  }
  // A count that agrees moves nothing, and is sealed with its day like any other.
  await refuseClosed(work, today(work), say('what_is_counted_belongs_to_an_open_day'));
  const parts = await rowsOf(work, body);
  await lockLots(work.tx, [body.lotId, ...parts.map((p) => p.lotId)]);
  const held: { key: Key; grams: number; pieces: number }[] = [];
  for (const key of parts.length > 0 ? parts : [body])
    held.push({ key, ...(await lockBalance(work.tx, accountKey(key))) });
  const has = {
    grams: held.reduce((s, h) => s + h.grams, 0),
    pieces: held.reduce((s, h) => s + h.pieces, 0),
  };
  if (has.grams === 0 && has.pieces === 0) throw problems.notFound(say('that_row_is_empty_nothing_to_count'));
  const off = body.grams - has.grams;
  const pieces = body.pieces - has.pieces;
  if (body.grams > has.grams * 3 + 1000) throw fieldProblem('grams', say('three_times_what_the_book_holds'));
  if (Math.abs(off) > unaskedGrams(has.grams) && body.reason === '')
    throw fieldProblem('reason', say('more_than_the_scale_explains_say'));
  const entries: Entry[] = [];
  const shares = apportion(
    Math.abs(off),
    held.map((h) => h.grams),
  ).map((g) => (off < 0 ? -g : g));
  held.forEach((h, i) => {
    const change = { grams: shares[i]!, pieces: i === 0 ? pieces : 0 };
    if (change.grams === 0 && change.pieces === 0) return;
    const key = accountKey(h.key);
    entries.push({ ...key, ...change });
    entries.push({ ...key, account: other, grams: -change.grams, pieces: -change.pieces });
  });
  const movement =
    entries.length > 0
      ? await post(work, 'count', entries, body.reason || say('counted', { source: body.source }))
      : null;
  await run(
    work.tx,
    `INSERT INTO stock_count (movement_id, place, lot_id, item, batch, book_grams, book_pieces, grams, pieces, weight_source, reason, at, on_day, staff_id)
     VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)`,
    [
      movement,
      body.place,
      body.lotId,
      body.item,
      body.batch,
      has.grams,
      has.pieces,
      body.grams,
      body.pieces,
      body.source,
      body.reason,
      work.now,
      today(work),
      work.actor.id,
    ],
  );
  return { differenceGrams: off };
}
