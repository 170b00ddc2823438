import type { BodyOf, contract, TrimRule } from '@ember-slate/contract';
import { productIds, type ProductId } from '@ember-slate/core/trim';
import { trims, type TrimId } from '@ember-slate/core/yields';
import type { Work } from '../platform/context.ts';
import { fieldProblem, problems } from '../platform/problem.ts';
import { changeSetting, type ShopSettings } from '../platform/settings.ts';
import { speciesById } from '../species/queries.ts';

export const isProduct = (id: string): id is ProductId => productIds.includes(id as ProductId);

/** What the shop does with a kind of trim: its own rule, or the usual one. */
export const ruleOf = (rules: ShopSettings['trimRules'], part: TrimId): TrimRule =>
  rules[part] ?? {
    keep: trims[part].keep,
    perKg: null,
    demandGrams: 0,
    goesTo: trims[part].keep ? 'counter' : 'bin',
  };

export async function setRule(
  work: Work,
  part: string,
  body: BodyOf<typeof contract.trim.setRule>,
): Promise<{ version: number }> {
  if (!Object.hasOwn(trims, part)) throw problems.notFound('No such trim');
  const { version, ...rule } = body;
  if (part === 'viscera' && (rule.keep || rule.goesTo === 'counter' || rule.goesTo === 'kitchen'))
    throw fieldProblem('keep', 'Guts and gills are never sold or used');
  return changeSetting(
    work,
    'trimRules',
    version,
    (rules) => ({ ...rules, [part]: rule }),
    (rules) => ruleOf(rules, part as TrimId),
  );
}

/** Says whose roe or liver is eaten here; never of fish that may carry a reef toxin. */
export async function setCustoms(
  work: Work,
  part: string,
  body: BodyOf<typeof contract.trim.setCustoms>,
): Promise<{ version: number }> {
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
  return changeSetting(
    work,
    'customs',
    body.version,
    (customs) => ({ ...customs, [part]: [...new Set(body.speciesIds)] }),
    (customs) => ({ speciesIds: customs[part] }),
  );
}

export async function setProduct(
  work: Work,
  id: string,
  body: BodyOf<typeof contract.trim.setProduct>,
): Promise<{ version: number }> {
  if (!isProduct(id)) throw problems.notFound('No such product');
  return changeSetting(
    work,
    'productPrices',
    body.version,
    (prices) => ({ ...prices, [id]: body.perKg ?? undefined }),
    (prices) => ({ perKg: prices[id] ?? null }),
  );
}
