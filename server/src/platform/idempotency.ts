import { createHash } from 'node:crypto';
import { type Asks, errorCode, row, run, type Tx, undone } from './db.ts';
import { problems } from './problem.ts';
import { say } from './say.ts';

const uuid = /^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/i;

/**
 * Does `work` once for a key, in the caller's transaction: the key, the change and the answer are kept together
 * or not at all. A repeat waits for the first and gets its answer, whoever sends it: a screen sends what was kept while
 * the line was gone, and the act belongs to the person who did it. The same key on another request is refused.
 */
export async function once<T>(
  tx: Tx,
  key: string | undefined,
  request: { staffId: number; route: string; body: unknown },
  now: Date,
  work: () => Promise<T>,
): Promise<{ answer: T; repeated: boolean }> {
  if (!key || !uuid.test(key)) throw problems.badInput(say('every_change_carries_an'));
  // A PIN is short: whoever got at the records could find it by its hash.
  const hash = createHash('sha256')
    .update(
      JSON.stringify([request.route, request.body], (name, value: unknown) =>
        name === 'pin' ? null : value,
      ),
    )
    .digest();
  try {
    await run(tx, 'INSERT INTO idempotency (id, staff_id, request_hash, created_at) VALUES (?, ?, ?, ?)', [
      key,
      request.staffId,
      hash,
      now,
    ]);
  } catch (error) {
    if (errorCode(error) !== 'ER_DUP_ENTRY') throw error;
    const kept = (await row<{ request_hash: Buffer; answer: string }>(
      tx,
      'SELECT request_hash, answer FROM idempotency WHERE id = ? LOCK IN SHARE MODE',
      [key],
    ))!;
    if (!kept.request_hash.equals(hash)) throw problems.keyReused(say('use_a_new_key_for_a_new_request'));
    return { answer: JSON.parse(kept.answer) as T, repeated: true };
  }
  const answer = await work();
  const kept = await run(tx, 'UPDATE idempotency SET answer = ? WHERE id = ?', [JSON.stringify(answer), key]);
  // A server of a cluster undid the beginning of this for another's change: all of it is done again.
  if (kept.affectedRows === 0) throw undone();
  return { answer, repeated: false };
}

/** Keeps a finished answer in place of the one that was kept with the change. */
export const keepAnswer = (db: Asks, key: string, answer: unknown) =>
  run(db, 'UPDATE idempotency SET answer = ? WHERE id = ?', [JSON.stringify(answer), key]);
