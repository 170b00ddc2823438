import type { FormBook, OwnForm } from './forms.ts';
import { shippedForms } from './shipped.ts';

/** Every form of this shop: the shipped ones with the shop's changes, then its own; those switched off among them. */
export function formBook(own: readonly OwnForm[] = []): FormBook {
  const book = new Map(shippedForms.map((f) => [f.id, f]));
  for (const { share, ...o } of own) {
    const base = book.get(o.like ?? o.id);
    if (base) book.set(o.id, { ...base, ...o, yield: { ...base.yield, share } });
  }
  return book;
}
