import type { AnswerOf, BodyOf, Order, contract } from '@ember-slate/contract';
import { instantOn, addDays } from '@ember-slate/core/calendar';
import {
  canPromise,
  ifGraded,
  nearestOffers,
  offerFrom,
  proposePicks,
  type Stock,
} from '@ember-slate/core/cutplan';
import { formOf, formRefusal, type Form } from '@ember-slate/core/forms';
import { transfer, type Entry } from '@ember-slate/core/ledger';
import { apportion, multiplyRate } from '@ember-slate/core/units';
import { today, type Work } from '../platform/context.ts';
import { marks, row, rows, run } from '../platform/db.ts';
import { post } from '../platform/ledger.ts';
import { nextNumber } from '../platform/numbers.ts';
import { fieldProblem, problems } from '../platform/problem.ts';
import { formsOf } from '../platform/settings.ts';
import { shopLots, wantOf } from '../plan/available.ts';
import { oneSpecies, speciesById } from '../species/queries.ts';
import { linesOfOrders, ordersWhere, type LineRow, type OrderRow } from './queries.ts';

type Rooms = typeof contract.orders;
type NewLine = BodyOf<Rooms['take']>['lines'][number];

async function withLines(work: Work, found: OrderRow[]): Promise<Order[]> {
  const lines = await linesOfOrders(
    work.tx,
    found.map((o) => o.id),
  );
  return found.map((o) => ({
    ...o,
    dueAt: o.dueAt.toISOString(),
    lines: lines
      .filter((l) => l.orderId === o.id)
      .map(({ orderId: _order, tickets, ...l }) => ({
        ...l,
        ticketId: ticketsOf([{ tickets }])[0] ?? null,
        options: JSON.parse(l.options) as string[],
      })),
  }));
}

export async function listOrders(work: Work, handedOn?: string): Promise<Order[]> {
  if (!handedOn) return withLines(work, await ordersWhere(work.tx, "o.state IN ('open', 'ready')", []));
  const from = instantOn(handedOn, 0, work.settings);
  const to = instantOn(addDays(handedOn, 1), 0, work.settings);
  return withLines(
    work,
    await ordersWhere(work.tx, "o.state = 'handed' AND o.handed_at >= ? AND o.handed_at < ?", [from, to]),
  );
}

/** Answers each line from what the lines before it leave, with what is nearest to one that cannot be promised. */
export async function promise(
  work: Work,
  body: BodyOf<Rooms['promise']>,
): Promise<AnswerOf<Rooms['promise']>> {
  const book = await speciesById(work.tx);
  const lots = await shopLots(work, book);
  const stockOf = (id: string): Stock => ({
    species: book.get(id)!,
    lots: (lots.get(id) ?? []).map((l) => l.available),
  });
  return body.lines.map((line, i) => {
    const species = book.get(line.speciesId);
    if (!species) throw fieldProblem(`lines.${i}.speciesId`, 'Not in the species book');
    const form = formFor(work, line.form, i);
    const want = wantOf(work, line, new Date(body.dueAt));
    const stock = stockOf(species.id);
    const offers = stock.lots.map((l) => offerFrom(species, l, want));
    const refused = formRefusal(species, null, form);
    const said = refused
      ? { answer: 'no' as const, because: refused, servable: 0 }
      : canPromise(offers, want);
    const hoped = said.answer === 'yes' ? [] : ifGraded(stock, want);
    const others = [...lots.keys()].filter((id) => id !== species.id).map(stockOf);
    const near =
      said.answer === 'yes' ? [] : nearestOffers(stock, others, [...formsOf(work.settings).values()], want);
    for (const pick of proposePicks(offers, want).picks) {
      const lot = stock.lots.find((l) => l.lotId === pick.lotId)!;
      lot.freeGrams -= (lot.freeGrams / lot.freePieces) * pick.fish;
      lot.freePieces -= pick.fish;
    }
    return {
      ...said,
      ...(hoped.length > 0
        ? { answer: 'if' as const, because: `If ${hoped.join(', ')} turns out fit: not graded yet` }
        : {}),
      nearest: near.map(({ dueInDays, ...n }) => ({
        ...n,
        speciesName: book.get(n.speciesId)!.name,
        dueAt:
          dueInDays === want.dueInDays
            ? body.dueAt
            : new Date(work.now.getTime() + dueInDays * 86_400_000).toISOString(),
      })),
    };
  });
}

/** A form this shop sells; one it does not is the caller's mistake. */
function formFor(work: Work, id: string, index: number): Form {
  const form = formsOf(work.settings).get(id);
  if (!form || form.off) throw fieldProblem(`lines.${index}.form`, 'Not a form of this shop');
  return form;
}

async function checkLine(work: Work, line: NewLine, index: number) {
  const species = await oneSpecies(work.tx, line.speciesId);
  if (!species) throw fieldProblem(`lines.${index}.speciesId`, 'Not in the species book');
  const refused = formRefusal(species, null, formFor(work, line.form, index));
  if (refused) throw fieldProblem(`lines.${index}.form`, refused);
  const wanted = line.totalGrams ?? line.pieces! * line.pieceGrams!;
  if (wanted > 500_000)
    throw fieldProblem(`lines.${index}.pieces`, 'More than half a tonne: check pieces and weight');
}

function checkDue(work: Work, dueAt: string): Date {
  const due = new Date(dueAt);
  if (due.getTime() < work.now.getTime() - 5 * 60_000) throw fieldProblem('dueAt', 'That time has passed');
  if (due.getTime() > work.now.getTime() + 366 * 86_400_000)
    throw fieldProblem('dueAt', 'More than a year ahead: check the date');
  return due;
}

async function customerId(work: Work, name: string, phone: string): Promise<number> {
  await run(
    work.tx,
    "INSERT INTO customer (name, phone) VALUES (?, ?) ON DUPLICATE KEY UPDATE phone = IF(VALUES(phone) = '', phone, VALUES(phone))",
    [name, phone],
  );
  return (await row<{ id: number }>(work.tx, 'SELECT id FROM customer WHERE name = ?', [name]))!.id;
}

export async function takeOrder(
  work: Work,
  body: BodyOf<Rooms['take']>,
): Promise<{ id: number; number: number }> {
  const due = checkDue(work, body.dueAt);
  for (const [i, line] of body.lines.entries()) await checkLine(work, line, i);
  const number = await nextNumber(work.tx, 'order');
  const made = await run(
    work.tx,
    'INSERT INTO customer_order (number, customer_id, due_at, remarks, taken_by, taken_at) VALUES (?, ?, ?, ?, ?, ?)',
    [number, await customerId(work, body.customer, body.phone), due, body.remarks, work.actor.id, work.now],
  );
  for (const l of body.lines) {
    await run(
      work.tx,
      'INSERT INTO order_line (order_id, species_id, form, pieces, piece_grams, total_grams, intended_use, options) VALUES (?, ?, ?, ?, ?, ?, ?, ?)',
      [
        made.insertId,
        l.speciesId,
        l.form,
        l.pieces,
        l.pieceGrams,
        l.totalGrams,
        l.use,
        JSON.stringify(l.options ?? []),
      ],
    );
  }
  return { id: made.insertId, number };
}

/** Locks an order at the version the caller saw, or answers what changed. */
async function lockOrder(
  work: Work,
  id: number,
  version: number,
): Promise<{ order: OrderRow; lines: LineRow[] }> {
  const held = await row<{ version: number }>(
    work.tx,
    'SELECT version FROM customer_order WHERE id = ? FOR UPDATE',
    [id],
  );
  if (!held) throw problems.notFound('No such order');
  const [order] = await ordersWhere(work.tx, 'o.id = ?', [id]);
  const lines = await linesOfOrders(work.tx, [id]);
  if (held.version !== version) {
    throw problems.stale(`Order ${order!.number} was changed meanwhile: look at it again`, {
      current: (await withLines(work, [order!]))[0],
    });
  }
  if (order!.state === 'handed' || order!.state === 'cancelled')
    throw problems.conflict(`Order ${order!.number} is ${order!.state} already`);
  return { order: order!, lines };
}

export async function editOrder(
  work: Work,
  id: number,
  body: BodyOf<Rooms['edit']>,
): Promise<{ id: number }> {
  const { order } = await lockOrder(work, id, body.version);
  const due = body.dueAt === order.dueAt.toISOString() ? order.dueAt : checkDue(work, body.dueAt);
  await run(
    work.tx,
    'UPDATE customer_order SET customer_id = ?, due_at = ?, remarks = ?, version = version + 1 WHERE id = ?',
    [await customerId(work, body.customer, body.phone), due, body.remarks, id],
  );
  return { id };
}

/** What lies on the order shelf of these tickets; lines take their share of it one after another. */
const shelfOf = (work: Work, ticketIds: readonly number[]) =>
  rows<Entry>(
    work.tx,
    `SELECT account, lot_id AS lotId, item, batch, grams, pieces FROM balance
     WHERE account = 'place:order_shelf' AND batch IN (${marks(ticketIds.length)}) AND (grams > 0 OR pieces > 0) ORDER BY lot_id, item`,
    [...ticketIds],
  );

function ticketsOf(lines: readonly Pick<LineRow, 'tickets'>[]): number[] {
  return lines.flatMap((l) => l.tickets?.split(',').map(Number) ?? []);
}

/** Takes what was weighed out for a line off the shelf rows it shares with other lines of its ticket. */
function takeLine(shelf: Entry[], line: LineRow): Entry[] {
  const mine = shelf.filter((e) => ticketsOf([line]).includes(e.batch) && e.item === line.form);
  const held = mine.reduce((s, e) => s + e.grams, 0);
  const shares = apportion(
    Math.min(line.readyGrams, held),
    mine.map((e) => e.grams),
  );
  let pieces = line.readyPieces;
  const taken = mine.map((e, i) => {
    const some = { ...e, grams: shares[i]!, pieces: Math.min(pieces, e.pieces) };
    pieces -= some.pieces;
    e.grams -= some.grams;
    e.pieces -= some.pieces;
    return some;
  });
  return taken.filter((e) => e.grams > 0 || e.pieces > 0);
}

/** Cancels lines not cut yet; what is ready goes back to the cold room with its clock. */
export async function cancelOrder(
  work: Work,
  id: number,
  body: BodyOf<Rooms['cancel']>,
): Promise<{ id: number }> {
  const { order, lines } = await lockOrder(work, id, body.version);
  const shelf = await shelfOf(work, ticketsOf(lines));
  for (const line of lines) {
    const tickets = [];
    for (const id of ticketsOf([line]))
      tickets.push(
        (await row<{ id: number; state: string }>(
          work.tx,
          'SELECT id, state FROM ticket WHERE id = ? FOR UPDATE',
          [id],
        ))!,
      );
    if (tickets.some((t) => t.state === 'cutting'))
      throw problems.conflict(`Order ${order.number} is on the board: finish the ticket first`);
    if (line.state === 'ready') {
      const back = takeLine(shelf, line).flatMap(({ account: _shelf, ...what }) =>
        transfer(what, 'place:order_shelf', 'place:cold_room'),
      );
      if (back.length > 0) await post(work, 'move', back, `order ${order.number} cancelled`);
    }
    for (const ticket of tickets.filter((t) => t.state === 'waiting')) {
      await run(work.tx, 'DELETE FROM ticket_cut WHERE line_id = ? AND ticket_id = ?', [line.id, ticket.id]);
      // The last form gone, nothing is left to cut the fish for.
      const left = await row(work.tx, 'SELECT id FROM ticket_cut WHERE ticket_id = ?', [ticket.id]);
      if (!left) {
        await run(work.tx, 'DELETE FROM ticket_input WHERE ticket_id = ?', [ticket.id]);
        await run(work.tx, 'DELETE FROM ticket WHERE id = ?', [ticket.id]);
      }
    }
    await run(work.tx, 'DELETE FROM pick WHERE line_id = ?', [line.id]);
    await run(work.tx, "UPDATE order_line SET state = 'cancelled', version = version + 1 WHERE id = ?", [
      line.id,
    ]);
  }
  await run(
    work.tx,
    "UPDATE customer_order SET state = 'cancelled', cancel_reason = ?, version = version + 1 WHERE id = ?",
    [body.reason, id],
  );
  return { id };
}

/** Hands a ready order over: everything on its shelf goes to the customer, as one sale. */
export async function handOver(
  work: Work,
  id: number,
  body: BodyOf<Rooms['handOver']>,
): Promise<{ id: number; total: number }> {
  const { order, lines } = await lockOrder(work, id, body.version);
  if (order.state !== 'ready')
    throw problems.conflict(
      `Order ${order.number} is not ready: ${lines.filter((l) => l.state !== 'ready').length} lines are not cut`,
    );
  const shelf = await shelfOf(work, ticketsOf(lines));
  const entries: Entry[] = [];
  const sold: (Entry & { speciesId: string; perKg: number; money: number })[] = [];
  for (const line of lines.filter((l) => l.state === 'ready')) {
    const perKg = body.prices.find((p) => p.lineId === line.id)?.perKg;
    if (perKg === undefined)
      throw fieldProblem(
        'prices',
        `Say the price of ${line.speciesName}, ${formOf(formsOf(work.settings), line.form).name}`,
      );
    for (const held of takeLine(shelf, line)) {
      const { account: _shelf, ...what } = held;
      entries.push(...transfer(what, 'place:order_shelf', 'outside:customer'));
      sold.push({ ...held, speciesId: line.speciesId, perKg, money: multiplyRate(held.grams, perKg) });
    }
  }
  if (entries.length === 0) throw problems.conflict(`Nothing of order ${order.number} lies on the shelf`);
  const movement = await post(work, 'hand_over', entries, `order ${order.number}`);
  await recordSale(
    work,
    movement,
    id,
    sold.map((s) => ({ ...s, source: 'measured' as const })),
  );
  await run(
    work.tx,
    "UPDATE order_line SET state = 'handed', version = version + 1 WHERE order_id = ? AND state = 'ready'",
    [id],
  );
  await run(
    work.tx,
    "UPDATE customer_order SET state = 'handed', handed_at = ?, version = version + 1 WHERE id = ?",
    [work.now, id],
  );
  return { id, total: sold.reduce((s, l) => s + l.money, 0) };
}

export interface SoldLine {
  lotId: number;
  speciesId: string;
  item: string;
  batch: number;
  grams: number;
  pieces: number;
  source: 'measured' | 'typed' | 'estimated';
  perKg: number;
  money: number;
}

/** Writes a sale beside its movement; returns its id, number and total. */
export async function recordSale(
  work: Work,
  movementId: number,
  orderId: number | null,
  lines: readonly SoldLine[],
) {
  const number = await nextNumber(work.tx, 'sale');
  const total = lines.reduce((s, l) => s + l.money, 0);
  const made = await run(
    work.tx,
    'INSERT INTO sale (number, order_id, movement_id, sold_at, sold_on, staff_id, total) VALUES (?, ?, ?, ?, ?, ?, ?)',
    [number, orderId, movementId, work.now, today(work), work.actor.id, total],
  );
  for (const [i, l] of lines.entries()) {
    await run(
      work.tx,
      `INSERT INTO sale_line (sale_id, position, lot_id, species_id, item, batch, grams, pieces, weight_source, per_kg, money)
       VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)`,
      [
        made.insertId,
        i + 1,
        l.lotId,
        l.speciesId,
        l.item,
        l.batch,
        l.grams,
        l.pieces,
        l.source,
        l.perKg,
        l.money,
      ],
    );
  }
  return { id: made.insertId, number, total };
}
