import type { Word } from '@ember-slate/words/said';
import type { Form, FormBook } from '../forms/index.ts';
import { conditionName, type ArrivalCondition } from '../species/index.ts';
import { productId, products, type ProductId } from '../trim/index.ts';
import { trimOf, trims, type TrimId } from '../yields/index.ts';
import { said } from './say.ts';

/**
 * What a row of stock or an entry of the ledger is. The ledger keeps it as text: `whole`, a form's id, `trim:<part>`,
 * `made:<product>`, and `cut` for what cutting loses (drip, unaccounted); `readItem` is the one reader of that text.
 */
export type Item =
  | { kind: 'whole' }
  | { kind: 'form'; form: Form }
  | { kind: 'trim'; part: TrimId }
  | { kind: 'made'; product: ProductId }
  | { kind: 'cut' }
  | { kind: 'unknown'; text: string };

/** Reads the ledger's text. What no book of this shop knows is `unknown`, never an error: its grams still count. */
export function readItem(text: string, forms: FormBook): Item {
  if (text === 'whole' || text === 'cut') return { kind: text };
  const part = trimOf(text);
  if (part !== null) return { kind: 'trim', part };
  const product = productId(text);
  if (product !== null) return { kind: 'made', product };
  const form = forms.get(text);
  return form ? { kind: 'form', form } : { kind: 'unknown', text };
}

/** What a ledger item is called at the counter; `whole` is the fish as it came. */
export function itemName(text: string, condition: ArrivalCondition, forms: FormBook): Word {
  const item = readItem(text, forms);
  switch (item.kind) {
    case 'trim':
      return trims[item.part].name;
    case 'made':
      return products[item.product].name;
    case 'form':
      return item.form.name;
    case 'cut':
      return said('lost_in_cutting');
    case 'unknown':
      return said('unknown', { item: item.text });
    case 'whole':
      return conditionName[condition];
  }
}

/** Whether an item may be sold over the counter: forms and what is made of trim always, trims only those kept for it. */
export function isSaleable(text: string, forms: FormBook): boolean {
  const item = readItem(text, forms);
  if (item.kind === 'trim') return trims[item.part].keep;
  return item.kind !== 'unknown' && item.kind !== 'cut';
}

/** Whether this names something that can lie in a place. */
export const isItem = (text: string, forms: FormBook): boolean =>
  !['unknown', 'cut'].includes(readItem(text, forms).kind);

/** Life an item keeps of what its fish had left when it was cut; trims and what nobody knows last as fillets (our choice). */
export function lifeFactorOf(text: string, forms: FormBook): number {
  const item = readItem(text, forms);
  return item.kind === 'form' ? item.form.lifeFactor : item.kind === 'whole' ? 1 : 0.75;
}
