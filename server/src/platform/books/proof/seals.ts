import { formatDay } from '@ember-slate/core/calendar';
import { row, rows, type Tx } from '../../db.ts';
import { say } from '../../say.ts';
import { sealOf, type Closing } from '../seal.ts';

/** Closings read at once: the records of one day at a time are held in memory. */
const atOnce = 200;

/**
 * Every closing that stands is sealed over what its day holds now, and over the one before it; one that was opened again
 * keeps its seal. Closings without a seal are from before there were seals: none comes after a sealed one.
 */
export async function brokenSeals(tx: Tx): Promise<{ sealed: number; faults: string[] }> {
  const faults: string[] = [];
  let before: { id: number; seal: string } | null = null;
  let last = 0;
  let sealed = 0;
  for (;;) {
    const found: Closing[] = await rows<Closing>(
      tx,
      `SELECT id, trading_day AS day, after_id AS afterId, seal, reopened_at IS NOT NULL AS reopened FROM day_close
       WHERE id > ? ORDER BY id LIMIT ${atOnce}`,
      [last],
    );
    for (const c of found) {
      last = c.id;
      if (c.seal === null) {
        if (before) faults.push(say('closing_has_lost_its_seal', { day: formatDay(c.day, 'date') }));
        continue;
      }
      sealed++;
      if (c.afterId !== (before?.id ?? null))
        faults.push(say('a_closing_before_is_missing', { day: formatDay(c.day, 'date') }));
      else if (!c.reopened && (await sealOf(tx, c, before?.seal ?? null)) !== c.seal)
        faults.push(say('seal_is_broken', { day: formatDay(c.day, 'date') }));
      before = { id: c.id, seal: c.seal };
    }
    if (found.length < atOnce) break;
  }
  const given = await row<{ last: number }>(
    tx,
    "SELECT last_number AS last FROM counter_number WHERE name = 'seal'",
  );
  if ((given?.last ?? 0) !== sealed)
    faults.push(say('seals_are_missing', { given: given?.last ?? 0, there: sealed }));
  return { sealed, faults };
}
