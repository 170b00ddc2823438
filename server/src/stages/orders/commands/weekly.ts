import { contract } from '@ember-slate/contract';
import type { Pool } from 'mysql2/promise';
import { quietly } from '../../../platform/context.ts';
import { rows, transaction } from '../../../platform/db.ts';
import { announce } from '../../../platform/feed.ts';
import { Kept } from '../../../platform/kept.ts';
import { log } from '../../../platform/log.ts';
import { readSettings } from '../../../platform/settings.ts';
import { makeStanding } from './standing.ts';

/** How often a process looks whether weekly orders are to be made, ms. */
const everyMs = 30 * 60_000;

/** Makes the orders of weekly ones ahead of their day, in the name of whoever took the weekly order. */
export async function makeWeekly(pool: Pool, now: Date): Promise<number> {
  const due = await rows<{ id: number; staffId: number; name: string; role: 'counter' | 'manager' }>(
    pool,
    `SELECT s.id, s.made_by AS staffId, p.name, p.role FROM standing_order s JOIN staff p ON p.id = s.made_by WHERE s.ended_at IS NULL`,
  );
  let made = 0;
  for (const s of due)
    made += await transaction(pool, async (tx) => {
      const actor = { id: s.staffId, name: s.name, role: s.role };
      const work = quietly({ tx, actor, now, settings: await readSettings(tx), kept: new Kept() });
      const count = await makeStanding(work, s.id);
      if (count > 0) await announce(tx, contract.orders.take.tags, now);
      return count;
    }).catch((error: unknown) => {
      // A fish or form given up since: the others are made all the same, and the log says which was not.
      log.warn({ error, standingOrder: s.id }, 'A weekly order could not be made');
      return 0;
    });
  return made;
}

/** Looks now and then; returns what stops it. */
export function keepWeekly(pool: Pool, clock: () => Date): () => void {
  const look = () =>
    void makeWeekly(pool, clock()).catch((error: unknown) =>
      log.warn({ error }, 'Weekly orders were not made'),
    );
  look();
  const timer = setInterval(look, everyMs);
  return () => clearInterval(timer);
}
