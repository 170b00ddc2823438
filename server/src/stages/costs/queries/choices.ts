import type { CostChoices } from '@ember-slate/contract';
import type { Reader } from '../../../platform/context.ts';
import { problems } from '../../../platform/problem.ts';
import { choicesFor, lastLots, seenBy } from '../../../shop/costs.ts';
import { pricesOf } from '../../../shop/prices.ts';
import { speciesById } from '../../../shop/species.ts';
import { say } from '../say.ts';

/** What one fish of a species could become, for the what-if: the screen does the sums with the same core. */
export async function costChoices(work: Reader, speciesId: string): Promise<CostChoices> {
  const species = (await speciesById(work.tx)).get(speciesId);
  if (!species) throw problems.notFound(say('not_in_the_species_book'));
  const prices = await pricesOf(work);
  const last = (await lastLots(work)).get(speciesId);
  return {
    speciesId,
    speciesName: species.name,
    condition: last?.condition ?? species.arrives,
    lot: last ? { code: last.code, landedOn: last.landedOn, supplier: last.supplier } : null,
    paidPerKg: last?.perKg ?? 0,
    fishGrams: Math.round(last?.fishGrams ?? species.typicalG),
    settings: work.settings.money,
    keeps: prices.kept('whole'),
    forms: choicesFor(work, species, last, prices, await seenBy(work)),
  };
}
