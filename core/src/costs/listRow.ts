import type { Said } from '@ember-slate/words/said';
import { readItem } from '../ledger/index.ts';
import type { FormBook } from '../forms/index.ts';
import { findSpecies } from '../landing/index.ts';
import type { Species } from '../species/index.ts';
import { parseMoney } from '../units/index.ts';
import { said } from './say.ts';

/** What a line of a price list says. */
export const priceFields = ['species', 'form', 'price'] as const;
export type PriceField = (typeof priceFields)[number];

const headings: Record<PriceField, RegExp> = {
  species: /^(species|fish|name|asfis)\b/,
  form: /^(form|cut|as|item|what)\b/,
  price: /^(price|per kg|a kg|eur|gbp|usd)\b|kg/,
};

/** Which column is which, by its heading; null where none says so. */
export function priceColumns(header: readonly string[]): Record<PriceField, number | null> {
  const taken = new Set<number>();
  const find = (field: PriceField) => {
    const at = header.findIndex((h, i) => !taken.has(i) && headings[field].test(h.trim().toLowerCase()));
    if (at === -1) return null;
    taken.add(at);
    return at;
  };
  return { species: find('species'), form: find('form'), price: find('price') };
}

/** The form of that id or name; or the only one whose name holds all these words. Null when none or several fit. */
function findForm(text: string, forms: FormBook): string | null {
  const wanted = text.trim().toLowerCase().replaceAll('_', ' ');
  if (wanted === '') return null;
  if (readItem(wanted, forms).kind === 'whole') return 'whole';
  const all = [...forms.values()];
  const exact = all.find((f) => f.id.replaceAll('_', ' ') === wanted || f.name.toLowerCase() === wanted);
  if (exact) return exact.id;
  const words = wanted.split(/[\s,]+/);
  const part = all.filter((f) => words.every((w) => f.name.toLowerCase().includes(w)));
  const [only, ...others] = part;
  return only && others.length === 0 ? only.id : null;
}

/** A price as a line of a list says it: minor units a kilogram. */
export interface PriceRow {
  speciesId: string;
  item: string;
  perKg: number;
}

interface At {
  columns: Record<PriceField, number | null>;
  book: readonly Species[];
  forms: FormBook;
  /** Decimals of the shop's currency. */
  moneyDigits: number;
}

/** Reads a line of a price list; what is wrong is said of each of its cells, and then there is no price. */
export function readPriceRow(
  cells: readonly string[],
  at: At,
): { row: PriceRow | null; errors: { field: PriceField; message: Said }[] } {
  const cell = (field: PriceField) => (at.columns[field] === null ? '' : (cells[at.columns[field]] ?? ''));
  const species = findSpecies(cell('species'), at.book);
  const item = findForm(cell('form'), at.forms);
  const perKg = parseMoney(cell('price').replace(/[^\d.,]/g, ''), at.moneyDigits);
  if (species && item && perKg !== null && perKg > 0)
    return { row: { speciesId: species.id, item, perKg }, errors: [] };
  return {
    row: null,
    errors: [
      ...(species
        ? []
        : [{ field: 'species' as const, message: said('no_such_fish', { text: cell('species') }) }]),
      ...(item ? [] : [{ field: 'form' as const, message: said('no_such_form', { text: cell('form') }) }]),
      ...(perKg !== null && perKg > 0
        ? []
        : [{ field: 'price' as const, message: said('no_such_price', { text: cell('price') }) }]),
    ],
  };
}
