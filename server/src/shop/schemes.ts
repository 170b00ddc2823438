import type { Scheme } from '@ember-slate/core/freshness';
import { row, rows, type Tx } from '../platform/db.ts';

export const parse = (stored: { body: string }): Scheme => JSON.parse(stored.body) as Scheme;

/** Every scheme as it is now. */
export const latestSchemes = async (tx: Tx): Promise<Scheme[]> =>
  (
    await rows<{ body: string }>(
      tx,
      'SELECT s.body FROM scheme s JOIN (SELECT id, MAX(version) AS version FROM scheme GROUP BY id) AS last USING (id, version) ORDER BY s.id',
    )
  ).map(parse);

/** One version of a scheme, as a grade remembers it. */
export async function schemeVersion(tx: Tx, id: string, version: number): Promise<Scheme | undefined> {
  const found = await row<{ body: string }>(tx, 'SELECT body FROM scheme WHERE id = ? AND version = ?', [
    id,
    version,
  ]);
  return found && parse(found);
}
