import type { Composition } from '@ember-slate/core/board';
import type { TicketWeights } from '@ember-slate/core/yields';
import { today, type Work } from '../../../platform/context.ts';
import { placeholders, rows, run } from '../../../platform/db.ts';
import type { CutRow, InputRow } from '../../../shop/tickets.ts';

/** Keeps a closed ticket in the yield book: only what one form took from fish of one condition can be compared. */
export async function keepYield(
  work: Work,
  o: {
    ticket: { id: number; speciesId: string; cutterId: number | null; closedOn: string | null };
    cuts: readonly CutRow[];
    inputs: readonly InputRow[];
    weights: TicketWeights;
    expected: number;
    composition: Composition;
  },
): Promise<void> {
  const form = o.cuts[0]?.form;
  // What was cut before says nothing of the fish.
  if (o.inputs.some((i) => i.item !== 'whole')) return;
  const condition = o.inputs[0]?.arrival;
  if (
    form === undefined ||
    condition === undefined ||
    o.weights.input <= 0 ||
    o.cuts.some((c) => c.form !== form) ||
    o.inputs.some((i) => i.arrival !== condition)
  )
    return;
  const lots = await rows<{ id: number; supplierId: number; pricePerKg: number }>(
    work.tx,
    `SELECT l.id, d.supplier_id AS supplierId, l.price_per_kg AS pricePerKg FROM lot l JOIN delivery d ON d.id = l.delivery_id
     WHERE l.id IN (${placeholders(o.inputs.length)})`,
    o.inputs.map((i) => i.lotId),
  );
  const of = (lotId: number) => lots.find((l) => l.id === lotId)!;
  const most = o.inputs.reduce((a, b) => (b.grams! > a.grams! ? b : a));
  const paid = o.inputs.reduce((s, i) => s + i.grams! * of(i.lotId).pricePerKg, 0) / o.weights.input;
  await run(
    work.tx,
    `INSERT INTO yield_point (ticket_id, closed_on, species_id, arrival_condition, form, ribs, pin_bones, supplier_id, cutter_id, fish,
       input_grams, main_grams, expected, paid_per_kg) VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)`,
    [
      o.ticket.id,
      o.ticket.closedOn ?? today(work),
      o.ticket.speciesId,
      condition,
      form,
      o.composition.methods.ribs.method.id,
      o.composition.methods.pin_bones.method.id,
      of(most.lotId).supplierId,
      o.ticket.cutterId ?? work.actor.id,
      o.inputs.reduce((n, i) => n + i.pieces, 0),
      o.weights.input,
      o.weights.outputs,
      o.expected,
      paid,
    ],
  );
}
