import type { BodyOf, contract } from '@ember-slate/contract';
import { productIds, type ProductId } from '@ember-slate/core/trim';
import { trims } from '@ember-slate/core/yields';
import type { Work } from '../platform/context.ts';
import { fieldProblem, problems } from '../platform/problem.ts';
import { lockSetting, writeSettings } from '../platform/settings.ts';
import { speciesById } from '../species/queries.ts';

type Rooms = typeof contract.trim;

export const isProduct = (id: string): id is ProductId => productIds.includes(id as ProductId);

export async function setRule(
  work: Work,
  part: string,
  body: BodyOf<Rooms['setRule']>,
): Promise<{ id: number }> {
  if (!Object.hasOwn(trims, part)) throw problems.notFound('No such trim');
  if (part === 'viscera' && (body.keep || body.goesTo === 'counter' || body.goesTo === 'kitchen'))
    throw fieldProblem('keep', 'Guts and gills are never sold or used');
  const rules = await lockSetting(work.tx, 'trimRules', work.settings.trimRules);
  await writeSettings(work.tx, { trimRules: { ...rules, [part]: body } });
  return { id: 0 };
}

/** Says whose roe or liver is eaten here; never of fish that may carry a reef toxin. */
export async function setCustoms(
  work: Work,
  part: string,
  body: BodyOf<Rooms['setCustoms']>,
): Promise<{ id: number }> {
  if (part !== 'roe' && part !== 'liver') throw problems.notFound('Custom decides of roe and liver only');
  const book = await speciesById(work.tx);
  for (const [i, id] of body.speciesIds.entries()) {
    const species = book.get(id);
    if (!species) throw fieldProblem(`speciesIds.${i}`, 'Not in the species book');
    if (species.reefToxin)
      throw fieldProblem(
        `speciesIds.${i}`,
        `${species.name} may carry a reef toxin, and its ${part} holds most of it`,
      );
  }
  const customs = await lockSetting(work.tx, 'customs', work.settings.customs);
  await writeSettings(work.tx, { customs: { ...customs, [part]: [...new Set(body.speciesIds)] } });
  return { id: 0 };
}

export async function setProduct(
  work: Work,
  id: string,
  body: BodyOf<Rooms['setProduct']>,
): Promise<{ id: number }> {
  if (!isProduct(id)) throw problems.notFound('No such product');
  const prices = await lockSetting(work.tx, 'productPrices', work.settings.productPrices);
  await writeSettings(work.tx, { productPrices: { ...prices, [id]: body.perKg ?? undefined } });
  return { id: 0 };
}
