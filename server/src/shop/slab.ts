import type { Reader } from '../platform/context.ts';
import { rows } from '../platform/db.ts';

/** The places of the slab in order: A1, A2, … */
export const spotCodes = (layout: readonly { name: string; places: number }[]): string[] =>
  layout.flatMap((r) => Array.from({ length: r.places }, (_, i) => `${r.name}${i + 1}`));

const lies = (k: { lotId: number; item: string; batch: number }) =>
  // What was made of several lots lies there as one thing.
  k.item.startsWith('made:') ? `${k.item} ${k.batch}` : `${k.lotId} ${k.item} ${k.batch}`;

/** What lies where on the slab: only what really lies there, at places there are. */
export async function spotsOf(work: Reader) {
  const found = await rows<{ code: string; lotId: number; item: string; batch: number }>(
    work.tx,
    `SELECT s.code, s.lot_id AS lotId, s.item, s.batch FROM slab_spot s JOIN balance b
       ON b.account = 'place:slab' AND b.lot_id = s.lot_id AND b.item = s.item AND b.batch = s.batch AND b.grams > 0`,
  );
  const codes = new Set(spotCodes(work.settings.slab));
  const there = found.filter((f) => codes.has(f.code));
  const byRow = new Map(there.map((f) => [lies(f), f.code]));
  const taken = new Set(there.map((f) => f.code));
  return {
    of: (key: { lotId: number; item: string; batch: number }) => byRow.get(lies(key)) ?? null,
    free: [...codes].filter((c) => !taken.has(c)),
  };
}
