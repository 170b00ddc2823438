import { formOf, type FormBook } from '../forms/forms.ts';
import type { ArrivalCondition } from '../species/index.ts';
import { productOf } from '../trim/index.ts';
import { trims, type TrimId } from '../yields/index.ts';

/** What a ledger item is called at the counter; `whole` is the fish as it came. */
export function itemName(item: string, condition: ArrivalCondition, forms: FormBook): string {
  if (item.startsWith('trim:')) return trims[item.slice(5) as TrimId].name;
  const made = productOf(item);
  if (made) return made.name;
  if (item !== 'whole') return formOf(forms, item).name;
  const asLanded: Record<ArrivalCondition, string> = {
    whole: 'whole',
    gutted: 'whole, gutted',
    headed_gutted: 'headed and gutted',
    tail: 'tail',
    wing: 'wing',
  };
  return asLanded[condition];
}

/** Whether an item may be sold over the counter: forms and what is made of trim always, trims only those kept for it. */
export const isSaleable = (item: string): boolean =>
  !item.startsWith('trim:') || trims[item.slice(5) as TrimId].keep;

/** Whether this names an item at all. */
export const isItem = (item: string, forms: FormBook): boolean =>
  item.startsWith('trim:')
    ? Object.hasOwn(trims, item.slice(5))
    : forms.has(item) || productOf(item) !== null;
