import { dayMs } from '@ember-slate/core/calendar';
import type { AnswerOf, contract } from '@ember-slate/contract';
import type { Reading } from '@ember-slate/core/coldchain';
import type { Reader } from '../../../platform/context.ts';
import { rows, type Tx } from '../../../platform/db.ts';
import { problems } from '../../../platform/problem.ts';
import { logsOf, type PlaceRow, places } from '../../../shop/logs.ts';
import { say } from '../say.ts';

export async function onePlace(tx: Tx, id: number): Promise<PlaceRow> {
  const place = (await places(tx)).find((p) => p.id === id);
  if (!place) throw problems.notFound(say('no_such_place'));
  return place;
}

/** At most `n` readings: of each bucket its lowest and its highest, so that no peak is lost. */
function thin(readings: readonly Reading[], n: number): Reading[] {
  if (readings.length <= n) return [...readings];
  const size = Math.ceil((readings.length / n) * 2);
  const kept: Reading[] = [];
  for (let i = 0; i < readings.length; i += size) {
    const bucket = readings.slice(i, i + size);
    const low = bucket.reduce((a, b) => (b.celsius < a.celsius ? b : a));
    const high = bucket.reduce((a, b) => (b.celsius > a.celsius ? b : a));
    kept.push(...(low.at <= high.at ? [low, high] : [high, low]).slice(low === high ? 1 : 0));
  }
  return kept;
}

export async function placeLog(
  work: Reader,
  id: number,
  days: number,
): Promise<AnswerOf<typeof contract.cold.log>> {
  const place = await onePlace(work.tx, id);
  const since = work.now.getTime() - days * dayMs;
  const { logs } = await logsOf(work).read(work.tx, since);
  const readings = logs.get(place.account)!.readings(since, work.now.getTime());
  return { readings: thin(readings, 1000).map((r) => [r.at, r.celsius]), total: readings.length };
}

/** How far back what was read by hand is shown, days. */
const handDays = 14;

/** What people read of a place by hand, the last first. */
export async function readByHand(work: Reader, id: number): Promise<AnswerOf<typeof contract.cold.byHand>> {
  await onePlace(work.tx, id);
  const found = await rows<{ at: Date; tenths: number; by: string }>(
    work.tx,
    `SELECT r.at, r.tenths, p.name AS \`by\` FROM reading r JOIN staff p ON p.id = r.staff_id
     WHERE r.place_id = ? AND r.at >= ? AND r.source = 'probe' ORDER BY r.at DESC LIMIT 60`,
    [id, new Date(work.now.getTime() - handDays * dayMs)],
  );
  return found.map((r) => ({ ...r, at: r.at.toISOString() }));
}
