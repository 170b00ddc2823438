import type { BodyOf, contract, Pay } from '@ember-slate/contract';
import { inWords } from '@ember-slate/words/core';
import { type Entry, itemName } from '@ember-slate/core/ledger';
import { shortName } from '@ember-slate/core/species';
import { massText } from '@ember-slate/core/units';
import { keepCorrection } from '../../../platform/books/corrections.ts';
import { customerId } from '../../../platform/books/customers.ts';
import { refuseClosed } from '../../../platform/books/days.ts';
import { entriesOf, type MovementKind, undo } from '../../../platform/books/ledger.ts';
import { lockLots } from '../../../platform/books/stock.ts';
import type { Work } from '../../../platform/context.ts';
import { row, run } from '../../../platform/db.ts';
import { problems } from '../../../platform/problem.ts';
import { formsOf } from '../../../platform/settings.ts';
import { lotsById } from '../../../shop/lots.ts';
import { oneSpecies } from '../../../shop/species.ts';
import { say } from '../say.ts';

/** Movements a person may take back by themselves: nothing else was written with them. */
const backable: readonly MovementKind[] = ['move', 'discard', 'count'];

/** What was moved, binned or counted, by the row it was most of. */
async function nameOf(work: Work, kind: MovementKind, entries: readonly Entry[]): Promise<string> {
  const most = entries.reduce((a, b) => (b.grams > a.grams ? b : a));
  const [lot] = await lotsById(work.tx, [most.lotId]);
  return say('act', {
    kind,
    code: lot!.code,
    species: shortName((await oneSpecies(work.tx, lot!.speciesId))!.name),
    item: inWords(itemName(most.item, lot!.condition, formsOf(work.settings))),
  });
}

/**
 * Takes a move, a bin or a count of today back by a movement that undoes it, with the same reason, so that what it added to
 * the losses of the day is taken off them. Refused where what it moved has left again since.
 */
export async function takeBack(work: Work, id: number, reason: string): Promise<{ id: number }> {
  const had = await row<{ kind: MovementKind; undoes: number | null }>(
    work.tx,
    'SELECT kind, undoes FROM movement WHERE id = ?',
    [id],
  );
  if (!had || had.undoes !== null || !backable.includes(had.kind))
    throw problems.notFound(say('no_such_act'));
  const entries = await entriesOf(work.tx, id);
  // Whoever takes it back beside this one waits here, and finds it taken back.
  await lockLots(
    work.tx,
    entries.map((e) => e.lotId),
  );
  const taken = await row(work.tx, 'SELECT 1 FROM movement WHERE undoes = ? FOR UPDATE', [id]);
  if (taken) throw problems.conflict(say('that_was_taken_back_already'));
  const claim = await row<{ number: number }>(
    work.tx,
    'SELECT number FROM claim WHERE movement_id = ? AND void_at IS NULL',
    [id],
  );
  if (claim) throw problems.conflict(say('it_was_binned_for_a_claim', { number: claim.number }));
  const movement = await undo(work, id);
  if (movement === null) throw problems.conflict(say('it_was_done_on_another_day_count'));
  if (had.kind === 'count')
    await run(work.tx, 'UPDATE stock_count SET void_at = ? WHERE movement_id = ?', [work.now, id]);
  const grams = entries.reduce((s, e) => s + Math.max(0, e.grams), 0);
  await keepCorrection(work, 'movement', {
    id,
    name: (await nameOf(work, had.kind, entries)).slice(0, 120),
    changes: [{ what: say('weight'), was: massText(grams, work.units), now: say('is_taken_back') }],
    reason,
  });
  return { id: movement };
}

/** Money that was given back on an account stays on one: it is put right before its sale is nobody's. */
async function refuseOnAccount(work: Work, saleId: number): Promise<void> {
  const back = await row<{ number: number }>(
    work.tx,
    "SELECT number FROM refund WHERE sale_id = ? AND pay = 'account' AND money > 0 LIMIT 1",
    [saleId],
  );
  if (back) throw problems.conflict(say('money_went_back_on_the_account', { number: back.number }));
}

/** Puts right how a sale was paid while its day is open: what the till should hold follows. */
export async function changePay(
  work: Work,
  id: number,
  body: BodyOf<typeof contract.counter.changePay>,
): Promise<{ id: number }> {
  const had = await row<{
    number: number;
    pay: Pay;
    voided: number;
    day: string;
    orderId: number | null;
    customerId: number | null;
    owner: string | null;
  }>(
    work.tx,
    `SELECT k.number, k.pay, k.void_movement_id IS NOT NULL AS voided, k.sold_on AS day, k.order_id AS orderId,
       k.customer_id AS customerId, c.name AS owner
     FROM sale k LEFT JOIN customer_order o ON o.id = k.order_id LEFT JOIN customer c ON c.id = COALESCE(k.customer_id, o.customer_id)
     WHERE k.id = ? FOR UPDATE`,
    [id],
  );
  if (!had) throw problems.notFound(say('no_such_sale'));
  if (had.voided === 1) throw problems.conflict(say('sale_is_taken_back_already', { number: had.number }));
  await refuseClosed(work, had.day, say('its_money_was_counted_with_that_day'));
  // An order goes on the account of who ordered it.
  const owes =
    had.orderId !== null
      ? had.customerId
      : body.pay === 'account'
        ? await customerId(work, body.customer!, '')
        : null;
  const owner = had.orderId !== null ? had.owner : body.pay === 'account' ? body.customer : null;
  const words = (pay: Pay, whose: string | null) => say('paid_by', { pay, customer: whose ?? '' });
  const was = words(had.pay, had.owner);
  const now = words(body.pay, owner);
  if (was === now) throw problems.conflict(say('it_was_paid_like_that_already'));
  if (had.orderId === null && owes === null) await refuseOnAccount(work, id);
  await run(work.tx, 'UPDATE sale SET pay = ?, customer_id = ? WHERE id = ?', [body.pay, owes, id]);
  await keepCorrection(work, 'sale', {
    id,
    name: say('sale', { number: had.number }),
    changes: [{ what: say('paid'), was, now }],
    reason: body.reason,
  });
  return { id };
}
