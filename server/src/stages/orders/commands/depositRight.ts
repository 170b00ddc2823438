import type { BodyOf, contract, Pay } from '@ember-slate/contract';
import { differing, keepCorrection } from '../../../platform/books/corrections.ts';
import { refuseClosed } from '../../../platform/books/days.ts';
import type { Work } from '../../../platform/context.ts';
import { rows, run } from '../../../platform/db.ts';
import { moneyText } from '../../../platform/money.ts';
import { problems } from '../../../platform/problem.ts';
import { say } from '../say.ts';
import { noteDeposit } from './deposits.ts';
import { lockOrder } from './orders.ts';

/**
 * Puts right what was left with an order, and how it was paid: the till of its day follows. Refused on a closed day, and
 * once it was used or given back.
 */
export async function putDepositRight(
  work: Work,
  id: number,
  { version, money, pay, reason }: BodyOf<typeof contract.orders.putDepositRight>,
): Promise<{ id: number }> {
  const { order } = await lockOrder(work, id, version);
  const had = await rows<{ id: number; kind: string; money: number; pay: Pay; day: string }>(
    work.tx,
    'SELECT id, kind, money, pay, on_day AS day FROM deposit WHERE order_id = ? ORDER BY id FOR UPDATE',
    [id],
  );
  const taken = had.find((d) => d.kind === 'taken');
  if (had.length > 1)
    throw problems.conflict(say('its_deposit_was_used_give_money_back', { number: order.number }));
  if (taken) await refuseClosed(work, taken.day, say('its_deposit_was_counted_with_its_day'));
  const words = (of: { money: number; pay: Pay } | undefined) =>
    of === undefined || of.money === 0
      ? say('none')
      : say('deposit_paid', { money: moneyText(work, of.money), pay: of.pay });
  const changes = differing({ [say('deposit_left')]: [words(taken), words({ money, pay })] });
  if (changes.length === 0) throw problems.conflict(say('that_is_what_it_says'));
  if (!taken) await noteDeposit(work, id, 'taken', money, pay);
  else if (money === 0) await run(work.tx, 'DELETE FROM deposit WHERE id = ?', [taken.id]);
  else await run(work.tx, 'UPDATE deposit SET money = ?, pay = ? WHERE id = ?', [money, pay, taken.id]);
  await run(work.tx, 'UPDATE customer_order SET version = version + 1 WHERE id = ?', [id]);
  await keepCorrection(work, 'order', {
    id,
    name: say('order_named', { number: order.number }),
    changes,
    reason,
  });
  return { id };
}
