import { learnedSpread, type Spread } from '@ember-slate/core/body';
import { formOf } from '@ember-slate/core/forms';
import { addDays } from '@ember-slate/core/calendar';
import { remembered } from '../platform/kept.ts';
import { today, type Reader } from '../platform/context.ts';
import { rows } from '../platform/db.ts';
import { formsOf } from '../platform/settings.ts';

/** Days a shop's own cutting is learned from, and pieces at most. */
const days = 180;
const mostPieces = 5000;

/**
 * How far this shop's pieces come out off what was aimed at, and of how many tickets that was learned: from forms that
 * are cut to a weight, weighed one by one. A fillet or a whole fish is as heavy as it is, and no simulated scale teaches.
 */
export const spreadOf = remembered(async (work: Reader): Promise<Spread & { tickets: number }> => {
  const found = await rows<{ ticket: number; form: string; ratio: number }>(
    work.tx,
    `SELECT t.id AS ticket, c.form, w.grams / c.piece_grams + 0e0 AS ratio FROM ticket t
     JOIN weigh_out w ON w.ticket_id = t.id AND w.kind = 'order' AND w.pieces = 1 AND w.struck_at IS NULL AND w.weight_source <> 'simulated'
     JOIN ticket_cut c ON c.id = w.cut_id AND c.piece_grams > 0
     WHERE t.closed_on >= ? ORDER BY t.id DESC LIMIT ${mostPieces}`,
    [addDays(today(work), -days)],
  );
  const tickets = new Map<number, number[]>();
  const forms = formsOf(work.settings);
  for (const { ticket, form, ratio } of found)
    if (formOf(forms, form).count === 'weight') tickets.set(ticket, [...(tickets.get(ticket) ?? []), ratio]);
  const several = [...tickets.values()].filter((t) => t.length > 1);
  return { ...learnedSpread(several), tickets: several.length };
});
