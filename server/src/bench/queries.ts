import type { FormId } from '@ember-slate/core/forms';
import type { ArrivalCondition } from '@ember-slate/core/species';
import { marks, rows, type Tx } from '../platform/db.ts';

export interface TicketRow {
  id: number;
  number: number;
  version: number;
  state: 'waiting' | 'cutting' | 'closed';
  step: number;
  lineId: number;
  orderId: number;
  speciesId: string;
  speciesName: string;
  form: FormId;
  customer: string;
  orderNumber: number;
  dueAt: Date;
  pieces: number | null;
  pieceGrams: number | null;
  totalGrams: number | null;
  sweepBy: string | null;
  sweepAt: Date | null;
  sweepBones: number | null;
  startedAt: Date | null;
  expectedYield: number | null;
}

export const ticketsWhere = (tx: Tx, where: string, values: (string | number)[] = []): Promise<TicketRow[]> =>
  rows<TicketRow>(
    tx,
    `SELECT t.id, t.number, t.version, t.state, t.step, t.line_id AS lineId, o.id AS orderId, l.species_id AS speciesId, s.name AS speciesName,
       l.form, c.name AS customer, o.number AS orderNumber, o.due_at AS dueAt, l.pieces, l.piece_grams AS pieceGrams,
       l.total_grams AS totalGrams, p.name AS sweepBy, t.sweep_at AS sweepAt, t.sweep_bones AS sweepBones, t.started_at AS startedAt,
       t.expected_yield AS expectedYield
     FROM ticket t JOIN order_line l ON l.id = t.line_id JOIN species s ON s.id = l.species_id
     JOIN customer_order o ON o.id = l.order_id JOIN customer c ON c.id = o.customer_id LEFT JOIN staff p ON p.id = t.sweep_by
     WHERE ${where} ORDER BY t.state DESC, o.due_at, t.id`,
    values,
  );

export interface InputRow {
  ticketId: number;
  lotId: number;
  code: string;
  condition: ArrivalCondition;
  pieces: number;
  grams: number | null;
  source: 'measured' | 'typed' | 'estimated' | null;
  /** What the lot's fish weigh on average, for the weight before the scale has spoken. */
  fishGrams: number;
}

export const inputsOf = (tx: Tx, ticketIds: readonly number[]): Promise<InputRow[]> =>
  rows<InputRow>(
    tx,
    `SELECT i.ticket_id AS ticketId, i.lot_id AS lotId, l.code, l.arrival_condition AS \`condition\`, i.pieces, i.grams,
       i.weight_source AS source, l.grams / l.pieces AS fishGrams
     FROM ticket_input i JOIN lot l ON l.id = i.lot_id WHERE i.ticket_id IN (${marks(ticketIds.length)}) ORDER BY i.lot_id`,
    [...ticketIds],
  );

export interface WeighOutRow {
  id: number;
  kind: 'order' | 'counter' | 'trim' | 'waste' | 'drip' | 'water';
  item: string;
  grams: number;
  pieces: number;
  source: 'measured' | 'typed' | 'estimated';
  weighedAt: Date;
  weighedBy: string;
}

export const weighOutsOf = (tx: Tx, ticketId: number): Promise<WeighOutRow[]> =>
  rows<WeighOutRow>(
    tx,
    `SELECT w.id, w.kind, w.item, w.grams, w.pieces, w.weight_source AS source, w.weighed_at AS weighedAt, p.name AS weighedBy
     FROM weigh_out w JOIN staff p ON p.id = w.weighed_by WHERE w.ticket_id = ? AND w.struck_at IS NULL ORDER BY w.id`,
    [ticketId],
  );
