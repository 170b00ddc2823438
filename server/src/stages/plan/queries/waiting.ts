import type { Packing } from '@ember-slate/core/board';
import type { Reader } from '../../../platform/context.ts';
import type { Use } from '@ember-slate/core/freshness';
import { rows } from '../../../platform/db.ts';

export interface WaitingLine {
  id: number;
  version: number;
  orderNumber: number;
  customer: string;
  dueAt: Date;
  speciesId: string;
  form: string;
  use: Use;
  pieces: number | null;
  pieceGrams: number | null;
  totalGrams: number | null;
  options: string;
  thickMm: number | null;
  packing: Packing;
  partAllowed: number;
  anyWhite: number;
  letGoBy: string | null;
  state: 'open' | 'planned' | 'cutting';
}

/**
 * Lines that still want fish: what tickets of the shop's own making hold or have weighed out is taken off them.
 * Tickets of a plan that wait are free to be planned again.
 */
export async function linesWaiting(work: Reader): Promise<WaitingLine[]> {
  const found = await rows<
    WaitingLine & { heldPieces: number | null; heldGrams: number | null; gotPieces: number; gotGrams: number }
  >(
    work.tx,
    `SELECT l.id, l.version, o.number AS orderNumber, k.name AS customer, o.due_at AS dueAt, l.species_id AS speciesId, l.form,
       l.intended_use AS \`use\`, l.pieces, l.piece_grams AS pieceGrams, l.total_grams AS totalGrams, l.options,
       l.thick_mm AS thickMm, l.packing, l.part_allowed AS partAllowed, l.any_white AS anyWhite, l.state,
       (SELECT p.name FROM staff p WHERE p.id = l.let_go_by) AS letGoBy,
       (SELECT SUM(COALESCE(c.pieces, 0)) FROM ticket_cut c JOIN ticket t ON t.id = c.ticket_id WHERE c.line_id = l.id
          AND (t.state = 'cutting' OR (t.state = 'waiting' AND t.plan_id IS NULL))) AS heldPieces,
       (SELECT SUM(COALESCE(c.total_grams, c.pieces * c.piece_grams, 0)) FROM ticket_cut c JOIN ticket t ON t.id = c.ticket_id WHERE c.line_id = l.id
          AND (t.state = 'cutting' OR (t.state = 'waiting' AND t.plan_id IS NULL))) AS heldGrams,
       (SELECT COALESCE(SUM(w.pieces), 0) FROM ticket_cut c JOIN ticket t ON t.id = c.ticket_id JOIN weigh_out w ON w.cut_id = c.id
          WHERE c.line_id = l.id AND t.state = 'closed' AND w.struck_at IS NULL) AS gotPieces,
       (SELECT COALESCE(SUM(w.grams), 0) FROM ticket_cut c JOIN ticket t ON t.id = c.ticket_id JOIN weigh_out w ON w.cut_id = c.id
          WHERE c.line_id = l.id AND t.state = 'closed' AND w.struck_at IS NULL) AS gotGrams
     FROM order_line l JOIN customer_order o ON o.id = l.order_id JOIN customer k ON k.id = o.customer_id
     WHERE l.state IN ('open', 'planned', 'cutting') ORDER BY o.due_at, l.id`,
  );
  return found.flatMap(({ heldPieces, heldGrams, gotPieces, gotGrams, ...line }): WaitingLine[] => {
    if (line.pieces !== null) {
      const left = line.pieces - Number(heldPieces ?? 0) - Number(gotPieces);
      return left > 0 ? [{ ...line, pieces: left }] : [];
    }
    const left = line.totalGrams! - Number(heldGrams ?? 0) - Number(gotGrams);
    // A few grams under what was asked for are no new fish.
    return left > line.totalGrams! * 0.1 ? [{ ...line, totalGrams: left }] : [];
  });
}

/** Tickets of a plan that nobody has begun, and the fish they hold. */
export const plannedTickets = (work: Reader) =>
  rows<{ id: number; version: number; lotId: number; pieces: number }>(
    work.tx,
    `SELECT t.id, t.version, i.lot_id AS lotId, i.pieces FROM ticket t JOIN ticket_input i ON i.ticket_id = t.id
     WHERE t.state = 'waiting' AND t.plan_id IS NOT NULL ORDER BY t.id`,
  );
