import type { SupplierRecord } from '@ember-slate/contract';
import type { Reader } from '../platform/context.ts';
import { row } from '../platform/db.ts';
import { problems } from '../platform/problem.ts';
import { say } from './say.ts';

interface HeldSupplier {
  version: number;
  claimWording: string;
  dressedMeans: SupplierRecord['dressedMeans'];
  days: number[];
  boxGrams: number | null;
}

/** Locks a supplier that was looked at in this version; a form that saw an older one is told what stands there. */
export async function lockSupplier(
  work: Reader,
  id: number,
  version: number,
  shown: (now: HeldSupplier) => { version: number },
): Promise<void> {
  const held = await row<Omit<HeldSupplier, 'days'> & { landingDays: string }>(
    work.tx,
    `SELECT version, claim_wording AS claimWording, dressed_means AS dressedMeans, landing_days AS landingDays, box_grams AS boxGrams
     FROM supplier WHERE id = ? FOR UPDATE`,
    [id],
  );
  if (!held) throw problems.notFound(say('no_such_supplier'));
  const { landingDays, ...now } = held;
  if (now.version !== version)
    throw problems.stale(
      say('someone_changed_this_supplier'),
      shown({ ...now, days: [...landingDays].map(Number) }),
    );
}
