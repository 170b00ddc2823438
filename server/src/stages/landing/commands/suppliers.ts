import type { BodyOf, contract } from '@ember-slate/contract';
import type { Work } from '../../../platform/context.ts';
import { run } from '../../../platform/db.ts';
import { lockSupplier } from '../../../shop/suppliers.ts';

export async function editSupplier(
  work: Work,
  id: number,
  body: BodyOf<typeof contract.landing.editSupplier>,
): Promise<{ id: number }> {
  await lockSupplier(work, id, body.version, ({ version, claimWording, dressedMeans }) => ({
    version,
    claimWording,
    dressedMeans,
  }));
  await run(
    work.tx,
    'UPDATE supplier SET claim_wording = ?, dressed_means = ?, version = version + 1 WHERE id = ?',
    [body.claimWording, body.dressedMeans, id],
  );
  return { id };
}

/** A supplier of a list the shop brought along: weekdays from Sunday, what a box holds in grams. */
export const bringSupplier = (work: Work, s: { name: string; days: number[]; boxGrams: number | null }) =>
  run(work.tx, 'INSERT INTO supplier (name, landing_days, box_grams) VALUES (?, ?, ?)', [
    s.name,
    s.days.join(''),
    s.boxGrams,
  ]);
