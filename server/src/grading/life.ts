import { daysLeft, gutsFactor, sellBy } from '@ember-slate/core/freshness';
import { forms, type FormId } from '@ember-slate/core/forms';
import type { Species } from '@ember-slate/core/species';
import type { Work } from '../platform/context.ts';
import type { LotWithGrade } from './queries.ts';

export interface Life {
  usedNow: number;
  daysLeft: number;
  sellBy: string | null;
}

/** What cutting left of the life of an item; trims last as fillets, scrape a day at most (our choice). */
const factorOf = (item: string) => (item.startsWith('trim:') ? 0.75 : forms[item as FormId].lifeFactor);

/**
 * The life of an item of a graded lot at the shop's constant storage temperature, or null while it is ungraded.
 * Uncut fish keeps the pace of its guts; cutting takes them out.
 */
export function lifeOf(work: Work, species: Species, lot: LotWithGrade, item = 'whole'): Life | null {
  if (lot.usedDays === null) return null;
  const life = daysLeft({
    iceDays: species.iceDays,
    usedAtGrading: lot.usedDays,
    halfWidth: lot.halfWidth!,
    elapsedDays: (work.now.getTime() - lot.gradedAt!.getTime()) / 86_400_000,
    celsius: work.settings.storageTenths / 10,
    gutsFactor: item === 'whole' ? gutsFactor(species, lot.condition) : 1,
    formFactor: factorOf(item),
  });
  const cautious = item === 'trim:scrape' ? Math.min(life.cautiousLeft, 1) : life.cautiousLeft;
  return { usedNow: life.used, daysLeft: life.left, sellBy: sellBy(work.now, cautious, work.settings) };
}
