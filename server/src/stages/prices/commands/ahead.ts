import { contract } from '@ember-slate/contract';
import { tradingDay } from '@ember-slate/core/calendar';
import type { Pool } from 'mysql2/promise';
import { quietly } from '../../../platform/context.ts';
import { rows, run, transaction } from '../../../platform/db.ts';
import { announce } from '../../../platform/feed.ts';
import { Kept } from '../../../platform/kept.ts';
import { log } from '../../../platform/log.ts';
import { readSettings } from '../../../platform/settings.ts';
import { writePrice } from './prices.ts';

/** How often a process looks whether a price begins to stand, ms. */
const everyMs = 60_000;

interface Due {
  id: number;
  speciesId: string;
  item: string;
  perKg: number;
  perPiece: number | null;
  reason: string;
  staffId: number;
  name: string;
  role: 'manager';
}

/** Sets every price whose day has come, in the name of whoever decided it; gives how many. */
export const setDuePrices = (pool: Pool, now: Date): Promise<number> =>
  transaction(pool, async (tx) => {
    const settings = await readSettings(tx);
    // Locked: of several processes one sets them.
    const due = await rows<Due>(
      tx,
      `SELECT a.id, a.species_id AS speciesId, a.item, a.per_kg AS perKg, a.per_piece AS perPiece, a.reason,
         p.id AS staffId, p.name, p.role
       FROM price_ahead a JOIN staff p ON p.id = a.made_by WHERE a.from_day <= ? ORDER BY a.from_day, a.id FOR UPDATE`,
      [tradingDay(now, settings)],
    );
    for (const { id, staffId, name, role, ...price } of due) {
      const work = quietly({ tx, actor: { id: staffId, name, role }, now, settings, kept: new Kept() });
      await writePrice(work, price);
      await run(tx, 'DELETE FROM price_ahead WHERE id = ?', [id]);
    }
    if (due.length > 0) await announce(tx, contract.prices.set.tags, now);
    return due.length;
  });

/** Looks now and then; returns what stops it. */
export function keepPricesAhead(pool: Pool, clock: () => Date): () => void {
  const look = () =>
    void setDuePrices(pool, clock()).catch((error: unknown) =>
      log.warn({ error }, 'Prices of the day were not set'),
    );
  look();
  const timer = setInterval(look, everyMs);
  return () => clearInterval(timer);
}
