import type { WeightSource } from '@ember-slate/contract';
import type { Packing } from '@ember-slate/core/board';
import type { Account } from '@ember-slate/core/ledger';
import type { ArrivalCondition } from '@ember-slate/core/species';
import { placeholders, rows, type Tx } from '../platform/db.ts';
import { optionsSql } from './cutAs.ts';
import type { LotWithGrade } from './lots.ts';

export interface TicketRow {
  id: number;
  number: number;
  version: number;
  state: 'waiting' | 'cutting' | 'closed';
  speciesId: string;
  speciesName: string;
  dueAt: Date;
  stepId: string;
  stepAt: Date | null;
  cutterId: number | null;
  cutterName: string | null;
  cutterMethods: string | null;
  pausedWhy: string | null;
  methods: string;
  doneAhead: string;
  frameGrade: number | null;
  startedAt: Date | null;
  marks: string | null;
  /** Day on which it was closed, what it gave, and what was expected of it; null while it is open. */
  closedOn: string | null;
  closedAt: Date | null;
  inputGrams: number | null;
  mainGrams: number | null;
}

export const ticketsWhere = (tx: Tx, where: string, values: (string | number)[] = []): Promise<TicketRow[]> =>
  rows<TicketRow>(
    tx,
    `SELECT t.id, t.number, t.version, t.state, t.species_id AS speciesId, s.name AS speciesName,
       COALESCE((SELECT MIN(o.due_at) FROM ticket_cut c JOIN order_line l ON l.id = c.line_id JOIN customer_order o ON o.id = l.order_id
         WHERE c.ticket_id = t.id), t.due_at) AS dueAt,
       t.step_id AS stepId, t.step_at AS stepAt, t.cutter_id AS cutterId, p.name AS cutterName, p.methods AS cutterMethods,
       t.paused_why AS pausedWhy, t.methods, t.done_ahead AS doneAhead, t.frame_grade AS frameGrade, t.started_at AS startedAt, t.marks,
       t.closed_on AS closedOn, t.closed_at AS closedAt, t.input_grams AS inputGrams, t.main_grams AS mainGrams
     FROM ticket t JOIN species s ON s.id = t.species_id LEFT JOIN staff p ON p.id = t.cutter_id
     WHERE ${where} ORDER BY t.state DESC, dueAt, t.id`,
    values,
  );

export interface CutRow {
  id: number;
  ticketId: number;
  lineId: number | null;
  form: string;
  pieces: number | null;
  pieceGrams: number | null;
  totalGrams: number | null;
  thickMm: number | null;
  trimWish: 'shop' | 'stock' | 'all';
  packing: Packing;
  options: string;
  orderId: number | null;
  orderNumber: number | null;
  customer: string | null;
  dueAt: Date | null;
}

/** What tickets cut: the lines of orders first, then what is for the counter. */
export const cutsOf = (tx: Tx, ticketIds: readonly number[]): Promise<CutRow[]> =>
  rows<CutRow>(
    tx,
    `SELECT c.id, c.ticket_id AS ticketId, c.line_id AS lineId, c.form, c.pieces, c.piece_grams AS pieceGrams, c.total_grams AS totalGrams,
       COALESCE(l.thick_mm, c.thick_mm) AS thickMm, COALESCE(l.trim_wish, 'shop') AS trimWish, COALESCE(l.packing, c.packing) AS packing, c.options, o.id AS orderId, o.number AS orderNumber, k.name AS customer, o.due_at AS dueAt
     FROM ticket_cut c LEFT JOIN order_line l ON l.id = c.line_id LEFT JOIN customer_order o ON o.id = l.order_id
     LEFT JOIN customer k ON k.id = o.customer_id
     WHERE c.ticket_id IN (${placeholders(ticketIds.length)}) ORDER BY c.line_id IS NULL, c.id`,
    [...ticketIds],
  );

export interface InputRow {
  ticketId: number;
  lotId: number;
  code: string;
  /** How the lot came; what lies on the board is for `inputAt` to say. */
  arrival: ArrivalCondition;
  item: string;
  batch: number;
  place: Account;
  scaled: 'no' | 'part' | 'yes';
  production: LotWithGrade['production'];
  roe: LotWithGrade['roe'];
  rigor: LotWithGrade['rigor'];
  /** JSON of the damage seen at its grade, or null. */
  damage: string | null;
  /** Options of the cuts that made the pieces, as `cutAs` reads them; null for fish. */
  cutWith: string | null;
  pieces: number;
  grams: number | null;
  source: WeightSource | null;
  /** What the lot's fish weigh on average, for the weight before the scale has spoken. */
  fishGrams: number;
}

export const inputsOf = (tx: Tx, ticketIds: readonly number[]): Promise<InputRow[]> =>
  rows<InputRow>(
    tx,
    `SELECT i.ticket_id AS ticketId, i.lot_id AS lotId, l.code, l.arrival_condition AS arrival, i.item, i.batch, i.place, l.scaled, l.production, l.roe, l.rigor, l.damage, i.pieces, i.grams,
       i.weight_source AS source, COALESCE(i.piece_grams, l.grams / l.pieces) AS fishGrams, ${optionsSql('i.batch', 'i.item')} AS cutWith
     FROM ticket_input i JOIN lot l ON l.id = i.lot_id WHERE i.ticket_id IN (${placeholders(ticketIds.length)}) ORDER BY i.lot_id`,
    [...ticketIds],
  );

export interface WeighOutRow {
  id: number;
  cutId: number | null;
  kind: 'order' | 'counter' | 'trim' | 'waste' | 'drip' | 'water';
  item: string;
  grams: number;
  pieces: number;
  source: WeightSource;
  tub: string;
  tareGrams: number;
  weighedAt: Date;
  weighedBy: string;
  labelId: number | null;
  prints: number | null;
}

export const weighOutsOf = (tx: Tx, ticketId: number): Promise<WeighOutRow[]> =>
  rows<WeighOutRow>(
    tx,
    `SELECT w.id, w.cut_id AS cutId, w.kind, w.item, w.grams, w.pieces, w.weight_source AS source, w.tub, w.tare_grams AS tareGrams,
       w.weighed_at AS weighedAt, p.name AS weighedBy, b.id AS labelId, b.prints
     FROM weigh_out w JOIN staff p ON p.id = w.weighed_by LEFT JOIN label b ON b.weigh_out_id = w.id AND b.void_at IS NULL
     WHERE w.ticket_id = ? AND w.struck_at IS NULL ORDER BY w.id`,
    [ticketId],
  );

export interface PassRow {
  pass: 1 | 2;
  staffId: number;
  alone: number;
  by: string;
  at: Date;
  found: number;
  broken: string;
}

/** Signed passes of the sweep, oldest first; the last of each counts. */
export const passesOf = (tx: Tx, ticketId: number): Promise<PassRow[]> =>
  rows<PassRow>(
    tx,
    'SELECT b.pass, b.staff_id AS staffId, b.alone, p.name AS `by`, b.at, b.found, b.broken FROM bone_pass b JOIN staff p ON p.id = b.staff_id WHERE b.ticket_id = ? ORDER BY b.id',
    [ticketId],
  );

export interface TimerRow {
  id: number;
  ticketId: number;
  number: number;
  name: string;
  speciesName: string;
  startedAt: Date;
  endsAt: Date;
}

/** Timers nobody has answered. */
export const openTimers = (tx: Tx, ticketId: number | null = null): Promise<TimerRow[]> =>
  rows<TimerRow>(
    tx,
    `SELECT r.id, r.ticket_id AS ticketId, t.number, r.name, s.name AS speciesName, r.started_at AS startedAt, r.ends_at AS endsAt
     FROM ticket_timer r JOIN ticket t ON t.id = r.ticket_id JOIN species s ON s.id = t.species_id
     WHERE r.answered_at IS NULL AND (? IS NULL OR r.ticket_id = ?) ORDER BY r.ends_at`,
    [ticketId, ticketId],
  );
