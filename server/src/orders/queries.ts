import type { FormId } from '@ember-slate/core/forms';
import type { Use } from '@ember-slate/core/freshness';
import { marks, rows, type Tx } from '../platform/db.ts';

export interface OrderRow {
  id: number;
  number: number;
  version: number;
  customer: string;
  phone: string;
  dueAt: Date;
  remarks: string;
  state: 'open' | 'ready' | 'handed' | 'cancelled';
  takenBy: string;
}

export const ordersWhere = (tx: Tx, where: string, values: (string | number | Date)[]): Promise<OrderRow[]> =>
  rows<OrderRow>(
    tx,
    `SELECT o.id, o.number, o.version, c.name AS customer, c.phone, o.due_at AS dueAt, o.remarks, o.state, p.name AS takenBy
     FROM customer_order o JOIN customer c ON c.id = o.customer_id JOIN staff p ON p.id = o.taken_by WHERE ${where} ORDER BY o.due_at, o.id`,
    values,
  );

export interface LineRow {
  id: number;
  orderId: number;
  version: number;
  state: 'open' | 'planned' | 'cutting' | 'ready' | 'handed' | 'cancelled';
  speciesId: string;
  speciesName: string;
  form: FormId;
  pieces: number | null;
  pieceGrams: number | null;
  totalGrams: number | null;
  use: Use;
  options: string;
  /** Tickets that cut it, by id; null for none. */
  tickets: string | null;
  readyGrams: number;
  readyPieces: number;
  pricePerKg: number | null;
}

/** Lines with their ticket, what of it lies on the order shelf, and the shop's price of that form. */
export const linesOfOrders = (tx: Tx, orderIds: readonly number[]): Promise<LineRow[]> =>
  rows<LineRow>(
    tx,
    `SELECT l.id, l.order_id AS orderId, l.version, l.state, l.species_id AS speciesId, s.name AS speciesName, l.form, l.pieces,
       l.piece_grams AS pieceGrams, l.total_grams AS totalGrams, l.intended_use AS \`use\`, l.options, GROUP_CONCAT(DISTINCT c.ticket_id ORDER BY c.ticket_id) AS tickets,
       IF(l.state = 'ready', CAST(COALESCE(SUM(w.grams), 0) AS SIGNED), 0) AS readyGrams,
       IF(l.state = 'ready', CAST(COALESCE(SUM(w.pieces), 0) AS SIGNED), 0) AS readyPieces, MAX(p.per_kg) AS pricePerKg
     FROM order_line l JOIN species s ON s.id = l.species_id
     LEFT JOIN ticket_cut c ON c.line_id = l.id
     LEFT JOIN weigh_out w ON w.cut_id = c.id AND w.struck_at IS NULL
     LEFT JOIN price p ON p.species_id = l.species_id AND p.item = l.form
     WHERE l.order_id IN (${marks(orderIds.length)}) GROUP BY l.id ORDER BY l.id`,
    [...orderIds],
  );
