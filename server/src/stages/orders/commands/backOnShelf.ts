import { settleOrder } from '../../../platform/books/orderState.ts';
import type { Work } from '../../../platform/context.ts';
import { row, run } from '../../../platform/db.ts';
import { problems } from '../../../platform/problem.ts';
import { linesOfOrders } from '../../../shop/orders.ts';
import { say } from '../say.ts';

/**
 * An order that was handed over by mistake waits on its shelf again. Refused where money left with it was used or given
 * back: that is another matter of its customer.
 */
export async function backOnShelf(work: Work, orderId: number, saleId: number): Promise<void> {
  const order = await row<{ number: number }>(
    work.tx,
    'SELECT number FROM customer_order WHERE id = ? FOR UPDATE',
    [orderId],
  );
  const deposit = await row(
    work.tx,
    "SELECT 1 FROM deposit WHERE order_id = ? AND kind IN ('used', 'returned', 'kept') LIMIT 1",
    [orderId],
  );
  if (deposit)
    throw problems.conflict(say('its_deposit_was_used_give_money_back', { number: order!.number }));
  for (const line of await linesOfOrders(work.tx, [orderId])) {
    if (line.state !== 'handed') continue;
    for (const ticket of line.tickets) {
      const sold = await row(
        work.tx,
        'SELECT 1 FROM sale_line WHERE sale_id = ? AND batch = ? AND item = ? LIMIT 1',
        [saleId, ticket, line.form],
      );
      if (!sold) continue;
      await run(work.tx, "UPDATE order_line SET state = 'ready', version = version + 1 WHERE id = ?", [
        line.id,
      ]);
      break;
    }
  }
  await run(work.tx, 'UPDATE customer_order SET handed_at = NULL WHERE id = ?', [orderId]);
  await settleOrder(work, orderId);
}
