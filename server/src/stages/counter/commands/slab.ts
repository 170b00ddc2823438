import type { BodyOf, contract } from '@ember-slate/contract';
import { knownRow, lockLots } from '../../../platform/books/stock.ts';
import type { Work } from '../../../platform/context.ts';
import { rows, run } from '../../../platform/db.ts';
import { fieldProblem } from '../../../platform/problem.ts';
import { changeSetting } from '../../../platform/settings.ts';
import { accountKey, type Key } from '../../../shop/keys.ts';
import { spotCodes, spotsOf } from '../../../shop/slab.ts';
import { say } from '../say.ts';

/** Lays the slab out anew; what lay at a place that is gone lies in none until it is put. */
export async function setSlab(
  work: Work,
  body: BodyOf<typeof contract.counter.setSlab>,
): Promise<{ version: number }> {
  if (new Set(body.rows.map((r) => r.name)).size < body.rows.length)
    throw fieldProblem('rows', say('two_rows_have_one_name'));
  return changeSetting(
    work,
    'slab',
    body.version,
    () => body.rows,
    (rows) => ({ rows }),
  );
}

const write = (work: Work, code: string, k: { lotId: number; item: string; batch: number }) =>
  run(work.tx, 'REPLACE INTO slab_spot (code, lot_id, item, batch) VALUES (?, ?, ?, ?)', [
    code,
    k.lotId,
    k.item,
    k.batch,
  ]);

/** Gives what comes onto the slab a place: the one asked for, or the first free one; none when the slab is full. */
export async function giveSpot(
  work: Work,
  key: { lotId: number; item: string; batch: number },
  wanted: string | null,
): Promise<void> {
  const spots = await spotsOf(work);
  if (wanted !== null && !spotCodes(work.settings.slab).includes(wanted))
    throw fieldProblem('spot', say('there_is_no_place_on_the_slab', { wanted }));
  if (spots.of(key) !== null) return;
  const code = wanted !== null && spots.free.includes(wanted) ? wanted : spots.free[0];
  if (code !== undefined) await write(work, code, key);
}

/** Puts a row at a place; what lay there takes the place the row had. */
export async function putAt(
  work: Work,
  body: BodyOf<typeof contract.counter.putAt>,
): Promise<{ id: number }> {
  if (body.place !== 'place:slab') throw fieldProblem('place', say('it_does_not_lie_on_the_slab'));
  if (!spotCodes(work.settings.slab).includes(body.spot))
    throw fieldProblem('spot', say('there_is_no_place_on_the_slab_2', { spot: body.spot }));
  await knownRow(work, accountKey(body));
  await lockLots(work.tx, [body.lotId]);
  const from = (await spotsOf(work)).of(body);
  const [other] = await rows<Omit<Key, 'place'>>(
    work.tx,
    'SELECT lot_id AS lotId, item, batch FROM slab_spot WHERE code = ? FOR UPDATE',
    [body.spot],
  );
  if (from === body.spot) return { id: 0 };
  if (from !== null) await run(work.tx, 'DELETE FROM slab_spot WHERE code = ?', [from]);
  await write(work, body.spot, body);
  if (other && from !== null) await write(work, from, other);
  return { id: 0 };
}
