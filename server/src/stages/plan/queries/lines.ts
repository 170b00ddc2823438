import { inWords } from '@ember-slate/words/core';
import { remembered } from '../../../platform/kept.ts';
import type { PlanLine } from '@ember-slate/contract';
import type { Packing } from '@ember-slate/core/board';
import { canPromise, offerFrom, proposePicks } from '@ember-slate/core/cutplan';
import type { FormId } from '@ember-slate/core/forms';
import type { Use } from '@ember-slate/core/freshness';
import type { Reader } from '../../../platform/context.ts';
import { placeholders, rows } from '../../../platform/db.ts';
import { formsOf } from '../../../platform/settings.ts';
import { shopLots, wantOf } from '../../../shop/available.ts';
import { speciesById } from '../../../shop/species.ts';

export interface StoredLine {
  id: number;
  version: number;
  orderId: number;
  orderNumber: number;
  customer: string;
  dueAt: Date;
  speciesId: string;
  form: FormId;
  use: Use;
  pieces: number | null;
  pieceGrams: number | null;
  totalGrams: number | null;
  options: string;
  packing: Packing;
  state: 'open' | 'planned';
}

/** Lines without a ticket, by due time. */
export const linesToPlan = (work: Reader, where = 'TRUE', values: number[] = []) =>
  rows<StoredLine>(
    work.tx,
    `SELECT l.id, l.version, l.order_id AS orderId, o.number AS orderNumber, c.name AS customer, o.due_at AS dueAt,
       l.species_id AS speciesId, l.form, l.intended_use AS \`use\`, l.pieces, l.piece_grams AS pieceGrams, l.total_grams AS totalGrams, l.options, l.packing, l.state
     FROM order_line l JOIN customer_order o ON o.id = l.order_id JOIN customer c ON c.id = o.customer_id
     WHERE l.state IN ('open', 'planned') AND NOT EXISTS (SELECT 1 FROM ticket_cut t WHERE t.line_id = l.id) AND ${where} ORDER BY o.due_at, l.id`,
    values,
  );

export const planLines = remembered(async (work: Reader): Promise<PlanLine[]> => {
  const book = await speciesById(work.tx);
  const lines = (await linesToPlan(work)).filter((l) => formsOf(work.settings).has(l.form));
  const lots = await shopLots(work, book);
  const picks = await rows<{ line_id: number; lot_id: number; fish: number }>(
    work.tx,
    `SELECT line_id, lot_id, fish FROM pick WHERE line_id IN (${placeholders(lines.length)}) ORDER BY lot_id`,
    lines.map((l) => l.id),
  );
  return inWords(
    lines.map((line) => {
      const species = book.get(line.speciesId)!;
      const want = wantOf(work, line, line.dueAt);
      const mine = picks.filter((p) => p.line_id === line.id);
      const offers = (lots.get(line.speciesId) ?? []).map(({ available, inRoom, lot }) => {
        // Its own fish are free to itself, so that the choice can be changed.
        const own = mine.find((p) => p.lot_id === available.lotId)?.fish ?? 0;
        const freePieces = Math.min(inRoom.pieces, available.freePieces + own);
        const free = {
          ...available,
          freePieces,
          freeGrams: inRoom.pieces === 0 ? 0 : (inRoom.grams * freePieces) / inRoom.pieces,
        };
        return { offer: offerFrom(species, free, want), landedOn: lot.landedOn };
      });
      const all = offers.map((o) => o.offer);
      return {
        ...line,
        options: JSON.parse(line.options) as string[],
        dueAt: line.dueAt.toISOString(),
        speciesName: species.name,
        picks: mine.map((p) => ({ lotId: p.lot_id, fish: p.fish })),
        proposal: proposePicks(all, want).picks,
        promise: canPromise(all, want),
        offers: offers
          .sort(
            (a, b) =>
              Number(a.offer.refusal !== null) - Number(b.offer.refusal !== null) ||
              a.offer.daysLeftCut - b.offer.daysLeftCut,
          )
          .map(({ offer: { lot, fishNeeded: _needed, ...o }, landedOn }) => ({
            ...o,
            lotId: lot.lotId,
            code: lot.code,
            condition: lot.condition,
            farmed: lot.farmed,
            roe: lot.roe,
            verdict: lot.verdict,
            landedOn,
          })),
      };
    }),
  );
});
