import type { NewOrderLine, Order } from '@ember-slate/contract';
import type { Packing } from '@ember-slate/core/board';
import type { FormId } from '@ember-slate/core/forms';
import type { Use } from '@ember-slate/core/freshness';
import type { TrimWish } from '@ember-slate/core/yields';
import { placeholders, rows, type Tx } from '../platform/db.ts';

export interface OrderRow {
  id: number;
  number: number;
  version: number;
  customerId: number;
  customer: string;
  phone: string;
  dueAt: Date;
  remarks: string;
  state: Order['state'];
  takenBy: string;
  takenAt: Date;
  deposit: number;
  depositPay: Order['depositPay'];
  standingId: number | null;
}

/** What of a deposit is neither used nor given back nor kept. */
const depositLeft =
  "(SELECT CAST(COALESCE(SUM(IF(d.kind = 'taken', 1, -1) * CAST(d.money AS SIGNED)), 0) AS SIGNED) FROM deposit d WHERE d.order_id = o.id)";

export const ordersWhere = (
  tx: Tx,
  where: string,
  values: (string | number | Date)[],
  order = 'o.due_at, o.id',
): Promise<OrderRow[]> =>
  rows<OrderRow>(
    tx,
    `SELECT o.id, o.number, o.version, o.customer_id AS customerId, c.name AS customer, c.phone, o.due_at AS dueAt, o.remarks, o.state,
       p.name AS takenBy, o.taken_at AS takenAt, ${depositLeft} AS deposit,
       (SELECT d.pay FROM deposit d WHERE d.order_id = o.id AND d.kind = 'taken' LIMIT 1) AS depositPay, o.standing_id AS standingId
     FROM customer_order o JOIN customer c ON c.id = o.customer_id JOIN staff p ON p.id = o.taken_by WHERE ${where} ORDER BY ${order}`,
    values,
  );

export interface LineRow {
  id: number;
  orderId: number;
  version: number;
  state: 'open' | 'planned' | 'cutting' | 'ready' | 'handed' | 'cancelled';
  speciesId: string;
  speciesName: string;
  anyWhite: boolean;
  form: FormId;
  pieces: number | null;
  pieceGrams: number | null;
  totalGrams: number | null;
  use: Use;
  people: number | null;
  thickMm: number | null;
  partAllowed: boolean;
  trimWish: TrimWish;
  packing: Packing;
  options: string[];
  /** Tickets that cut it, by id. */
  tickets: number[];
  begun: boolean;
  readyGrams: number;
  readyPieces: number;
  pricePerKg: number | null;
  pricePerPiece: number | null;
  /** Who let it go on the plan, for money. */
  letGoBy: string | null;
}
type Stored = Omit<LineRow, 'anyWhite' | 'partAllowed' | 'begun' | 'options' | 'tickets'> & {
  anyWhite: number;
  partAllowed: number;
  begun: number;
  options: string;
  tickets: string | null;
};

/** Lines with their tickets, what of them lies on the order shelf, and the shop's price of that form. */
export async function linesOfOrders(tx: Tx, orderIds: readonly number[]): Promise<LineRow[]> {
  const found = await rows<Stored>(
    tx,
    `SELECT l.id, l.order_id AS orderId, l.version, l.state, l.species_id AS speciesId, s.name AS speciesName, l.any_white AS anyWhite, l.form,
       l.pieces, l.piece_grams AS pieceGrams, l.total_grams AS totalGrams, l.intended_use AS \`use\`, l.people, l.thick_mm AS thickMm,
       l.part_allowed AS partAllowed, l.trim_wish AS trimWish, l.packing, l.options, GROUP_CONCAT(DISTINCT c.ticket_id ORDER BY c.ticket_id) AS tickets,
       COALESCE(MAX(t.state = 'cutting'), 0) AS begun,
       CAST(COALESCE(SUM(IF(t.state = 'closed' AND l.state NOT IN ('handed', 'cancelled'), w.grams, 0)), 0) AS SIGNED) AS readyGrams,
       CAST(COALESCE(SUM(IF(t.state = 'closed' AND l.state NOT IN ('handed', 'cancelled'), w.pieces, 0)), 0) AS SIGNED) AS readyPieces, MAX(p.per_kg) AS pricePerKg,
       MAX(p.per_piece) AS pricePerPiece,
       (SELECT g.name FROM staff g WHERE g.id = l.let_go_by) AS letGoBy
     FROM order_line l JOIN species s ON s.id = l.species_id
     LEFT JOIN ticket_cut c ON c.line_id = l.id LEFT JOIN ticket t ON t.id = c.ticket_id
     LEFT JOIN weigh_out w ON w.cut_id = c.id AND w.struck_at IS NULL
     LEFT JOIN price p ON p.species_id = l.species_id AND p.item = l.form
     WHERE l.order_id IN (${placeholders(orderIds.length)}) GROUP BY l.id ORDER BY l.id`,
    [...orderIds],
  );
  return found.map((l) => ({
    ...l,
    anyWhite: l.anyWhite === 1,
    partAllowed: l.partAllowed === 1,
    begun: l.begun === 1,
    options: JSON.parse(l.options) as string[],
    tickets: l.tickets?.split(',').map(Number) ?? [],
  }));
}

/** Orders as screens see them. */
export async function withLines(tx: Tx, found: readonly OrderRow[]): Promise<Order[]> {
  const lines = await linesOfOrders(
    tx,
    found.map((o) => o.id),
  );
  return found.map((o) => ({
    ...o,
    dueAt: o.dueAt.toISOString(),
    takenAt: o.takenAt.toISOString(),
    lines: lines.filter((l) => l.orderId === o.id).map(({ orderId: _order, ...l }) => l),
  }));
}

/** What makes a line what it is; two lines alike in it are cut alike. */
export const lineKey = (l: Omit<Required<NewOrderLine>, 'speciesId'> & { speciesId: string }): string =>
  JSON.stringify([
    l.speciesId,
    l.form,
    l.pieces,
    l.pieceGrams,
    l.totalGrams,
    l.use,
    l.people,
    l.thickMm,
    l.partAllowed,
    l.trimWish,
    l.packing,
    l.options,
  ]);
