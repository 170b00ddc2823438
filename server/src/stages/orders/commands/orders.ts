import { customerId } from '../../../platform/books/customers.ts';
import type { BodyOf, contract } from '@ember-slate/contract';
import { anyWhite } from '@ember-slate/core/orders';
import type { Species } from '@ember-slate/core/species';
import { nextNumber } from '../../../platform/books/numbers.ts';
import { settleOrder } from '../../../platform/books/orderState.ts';
import type { Work } from '../../../platform/context.ts';
import { row, run } from '../../../platform/db.ts';
import { fieldProblem, problems } from '../../../platform/problem.ts';
import {
  lineKey,
  type LineRow,
  linesOfOrders,
  type OrderRow,
  ordersWhere,
  withLines,
} from '../../../shop/orders.ts';
import { checkDue } from '../../../shop/promises.ts';
import { speciesById } from '../../../shop/species.ts';
import { checkLine } from '../queries/checkLine.ts';
import { depositWay, noteDeposit } from './deposits.ts';
import { addLines, changeLine, dropLine, isOver, shelfOf } from './lines.ts';
import { say } from '../say.ts';

export async function takeOrder(
  work: Work,
  body: BodyOf<typeof contract.orders.take>,
  standingId: number | null = null,
): Promise<{ id: number; number: number }> {
  const due = checkDue(work, body.dueAt);
  const book = await speciesById(work.tx);
  for (const [i, line] of body.lines.entries()) checkLine(work, book, line, i);
  const number = await nextNumber(work.tx, 'order');
  const made = await run(
    work.tx,
    'INSERT INTO customer_order (number, customer_id, due_at, remarks, taken_by, taken_at, standing_id) VALUES (?, ?, ?, ?, ?, ?, ?)',
    [
      number,
      await customerId(work, body.customer, body.phone),
      due,
      body.remarks,
      work.actor.id,
      work.now,
      standingId,
    ],
  );
  await addLines(work, book, made.insertId, due, body.lines);
  await noteDeposit(work, made.insertId, 'taken', body.deposit, body.depositPay);
  return { id: made.insertId, number };
}

/** Locks an order at the version the caller saw, or answers what changed. */
export async function lockOrder(
  work: Work,
  id: number,
  version: number,
): Promise<{ order: OrderRow; lines: LineRow[] }> {
  const held = await row<{ version: number }>(
    work.tx,
    'SELECT version FROM customer_order WHERE id = ? FOR UPDATE',
    [id],
  );
  if (!held) throw problems.notFound(say('no_such_order'));
  const [order] = await ordersWhere(work.tx, 'o.id = ?', [id]);
  const lines = await linesOfOrders(work.tx, [id]);
  if (held.version !== version) {
    throw problems.stale(say('order_was_changed_meanwhile_look', { number: order!.number }), {
      ...(await withLines(work.tx, [order!]))[0]!,
      version: held.version,
    });
  }
  if (order!.state !== 'open' && order!.state !== 'ready') throw isOver(order!);
  return { order: order!, lines };
}

/** Brings the lines of an order to what its form says now. */
async function changeLines(
  work: Work,
  book: Map<string, Species>,
  order: OrderRow,
  due: Date,
  lines: readonly LineRow[],
  wanted: NonNullable<BodyOf<typeof contract.orders.edit>['lines']>,
) {
  const alive = lines.filter((l) => l.state !== 'handed' && l.state !== 'cancelled');
  const shelf = await shelfOf(
    work,
    alive.flatMap((l) => l.tickets),
  );
  for (const line of alive)
    if (!wanted.some((l) => l.id === line.id))
      await dropLine(work, line, shelf, say('taken_off_order', { number: order.number }));
  for (const [i, to] of wanted.entries()) {
    if (to.id === null) {
      checkLine(work, book, to, i);
      await addLines(work, book, order.id, due, [to]);
      continue;
    }
    const line = alive.find((l) => l.id === to.id);
    if (!line) throw fieldProblem(`lines.${i}.form`, say('that_line_is_gone_from_the_order'));
    const had = { ...line, speciesId: line.anyWhite ? anyWhite : line.speciesId };
    if (lineKey(had) !== lineKey(to)) await changeLine(work, book, line, to, i);
  }
}

/** Changes an order as its form stands: lines kept as they are, changed, new, or taken off. */
export async function editOrder(
  work: Work,
  id: number,
  body: BodyOf<typeof contract.orders.edit>,
): Promise<{ id: number }> {
  const { order, lines } = await lockOrder(work, id, body.version);
  const due = body.dueAt === order.dueAt.toISOString() ? order.dueAt : checkDue(work, body.dueAt);
  const book = await speciesById(work.tx);
  await run(work.tx, 'UPDATE customer_order SET customer_id = ?, due_at = ?, remarks = ? WHERE id = ?', [
    await customerId(work, body.customer, body.phone),
    due,
    body.remarks,
    id,
  ]);
  if (body.lines) await changeLines(work, book, order, due, lines, body.lines);
  await settleOrder(work, id);
  return { id };
}

/**
 * Cancels an order, or notes that nobody came for it. What was not cut is free again, what is on the board goes on
 * for the counter, what is ready goes back to the cold room with its clock; the deposit is given back or kept.
 */
export async function cancelOrder(
  work: Work,
  id: number,
  body: BodyOf<typeof contract.orders.cancel>,
): Promise<{ id: number }> {
  const { order, lines } = await lockOrder(work, id, body.version);
  if (body.uncollected && order.dueAt > work.now)
    throw problems.conflict(say('order_is_not_due_yet_cancel_it', { number: order.number }));
  const alive = lines.filter((l) => l.state !== 'handed' && l.state !== 'cancelled');
  const shelf = await shelfOf(
    work,
    alive.flatMap((l) => l.tickets),
  );
  const what = body.uncollected ? say('not_collected') : 'cancelled';
  for (const line of alive) await dropLine(work, line, shelf, say('order_2', { number: order.number, what }));
  const way = await depositWay(work, id);
  await noteDeposit(work, id, body.keepDeposit ? 'kept' : 'returned', order.deposit, way);
  // What was collected of it before stays collected.
  const some = lines.some((l) => l.state === 'handed');
  await run(
    work.tx,
    'UPDATE customer_order SET state = ?, handed_at = IF(?, ?, handed_at), cancel_reason = ?, version = version + 1 WHERE id = ?',
    [
      body.uncollected ? 'uncollected' : some ? 'handed' : 'cancelled',
      some && !body.uncollected,
      work.now,
      body.reason,
      id,
    ],
  );
  return { id };
}
