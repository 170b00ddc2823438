import { inWords } from '@ember-slate/words/core';
import type { AnswerOf, contract } from '@ember-slate/contract';
import { itemName } from '@ember-slate/core/ledger';
import { type ArrivalCondition, shortName } from '@ember-slate/core/species';
import type { Reader } from '../platform/context.ts';
import { rows } from '../platform/db.ts';
import { formsOf } from '../platform/settings.ts';

export type Count = AnswerOf<typeof contract.counter.counts>[number];

/** What was counted on a day, latest first. */
export async function countsOf(work: Reader, day: string): Promise<Count[]> {
  const found = await rows<
    Omit<Count, 'at' | 'name'> & { at: Date; speciesName: string; condition: ArrivalCondition; item: string }
  >(
    work.tx,
    `SELECT c.id, c.at, p.name AS \`by\`, s.name AS speciesName, l.arrival_condition AS \`condition\`, c.item, l.code, c.place,
       c.book_grams AS bookGrams, c.grams, c.book_pieces AS bookPieces, c.pieces, c.reason
     FROM stock_count c JOIN lot l ON l.id = c.lot_id JOIN species s ON s.id = l.species_id JOIN staff p ON p.id = c.staff_id
     WHERE c.on_day = ? AND c.void_at IS NULL ORDER BY c.id DESC`,
    [day],
  );
  return found.map(({ speciesName, condition, item, at, ...c }) => ({
    ...c,
    at: at.toISOString(),
    name: `${shortName(speciesName)}, ${inWords(itemName(item, condition, formsOf(work.settings)))}`,
  }));
}
