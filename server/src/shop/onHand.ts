import { accounts, type StockPlace, stockPlaces } from '@ember-slate/core/ledger';
import { type Asks, placeholders, rows, type Tx } from '../platform/db.ts';

const places = accounts
  .filter((a) => a.startsWith('place:'))
  .map((a) => `'${a}'`)
  .join(', ');

/** The balance table by what lies somewhere now: years of empty rows are passed over, whatever the optimiser thinks. */
export const balanceOnHand = 'balance b FORCE INDEX (lying)';

/** Rows of it with something in a place. */
export const lies = `b.account IN (${places}) AND b.grams > 0`;

/** Lots of which something still lies in the shop. */
export async function lotsOnHand(tx: Asks): Promise<number[]> {
  const found = await rows<{ id: number }>(
    tx,
    `SELECT DISTINCT b.lot_id AS id FROM ${balanceOnHand} WHERE ${lies}`,
  );
  return found.map((f) => f.id);
}

/** Fish of a lot promised to lines or to tickets that wait, and still in the cold room. */
export async function promisedFish(
  tx: Tx,
  lotIds: readonly number[],
  exceptLines: readonly number[] = [],
): Promise<Map<number, number>> {
  // An empty list keeps nothing out.
  const others = exceptLines.length === 0 ? '0' : placeholders(exceptLines.length);
  const found = await rows<{ lot_id: number; fish: number }>(
    tx,
    `SELECT lot_id, SUM(fish) AS fish FROM (
       SELECT k.lot_id, k.fish FROM pick k WHERE k.lot_id IN (${placeholders(lotIds.length)}) AND k.line_id NOT IN (${others})
         AND NOT EXISTS (SELECT 1 FROM ticket_cut c WHERE c.line_id = k.line_id)
       UNION ALL SELECT i.lot_id, i.pieces FROM ticket_input i JOIN ticket t ON i.item = 'whole' AND t.id = i.ticket_id
         WHERE i.lot_id IN (${placeholders(lotIds.length)}) AND t.state = 'waiting'
           AND EXISTS (SELECT 1 FROM ticket_cut c WHERE c.ticket_id = t.id AND (c.line_id IS NULL OR c.line_id NOT IN (${others})))
       ) AS held GROUP BY lot_id`,
    [...lotIds, ...exceptLines, ...lotIds, ...exceptLines],
  );
  return new Map(found.map((f) => [f.lot_id, Number(f.fish)]));
}

/** Rows of stock that are not nothing. */
export const stockRows = (tx: Tx) =>
  rows<{
    account: StockPlace;
    lotId: number;
    item: string;
    batch: number;
    grams: number;
    pieces: number;
  }>(
    tx,
    `SELECT account, lot_id AS lotId, item, batch, grams, pieces FROM balance
     FORCE INDEX (lying) WHERE account IN (${placeholders(stockPlaces.length)}) AND grams > 0
     UNION SELECT account, lot_id, item, batch, grams, pieces FROM balance FORCE INDEX (counted)
     WHERE account IN (${placeholders(stockPlaces.length)}) AND pieces > 0`,
    [...stockPlaces, ...stockPlaces],
  );
