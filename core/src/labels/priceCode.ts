import { nth } from '../found.ts';
import type { Said } from '@ember-slate/words/said';
import { checkDigit } from './gs1.ts';
import { said } from './say.ts';

/** The shop's own EAN-13 for goods of varying weight: prefix 02 or 20 to 29, then item and value. */
export interface PriceCodeLayout {
  prefix: string;
  /** What the value says: minor units of money, or grams. */
  carries: 'price' | 'weight';
  /** Four digits behind a check digit of their own, or five without. */
  checked: boolean;
}

export const isPrefix = (prefix: string): boolean => /^(02|2\d)$/.test(prefix);

// Weighting factors 2-, 2-, 3 and 5-: the product's units less its tens (GS1 General Specifications, from memory).
const minus = (by: number) => (n: number) => (((n * by) % 10) - Math.floor((n * by) / 10) + 10) % 10;
const factors = [minus(2), minus(2), (n: number) => (n * 3) % 10, minus(5)];

/** The check digit of a four-digit price or weight field. Throws RangeError for anything else. */
export function priceCheckDigit(value: string): number {
  if (!/^\d{4}$/.test(value)) throw new RangeError('A price field has four digits');
  return ([...value].reduce((sum, d, i) => sum + nth(factors, i)(Number(d)), 0) * 3) % 10;
}

/**
 * The EAN-13 of an item (1 to 99 999) with its price or weight. Null where the value has too many digits for the
 * layout: such a piece carries its GS1 code alone. Throws RangeError for an item or prefix that cannot be coded.
 */
export function priceCode(layout: PriceCodeLayout, item: number, value: number): string | null {
  if (!isPrefix(layout.prefix)) throw new RangeError('The prefix is 02 or 20 to 29');
  if (!Number.isInteger(item) || item < 1 || item > 99_999)
    throw new RangeError('An item number has up to five digits');
  const digits = layout.checked ? 4 : 5;
  if (!Number.isInteger(value) || value < 0 || value >= 10 ** digits) return null;
  const field = String(value).padStart(digits, '0');
  const body = `${layout.prefix}${String(item).padStart(5, '0')}${layout.checked ? priceCheckDigit(field) : ''}${field}`;
  return body + checkDigit(body);
}

/** Reads such a code back by the same layout; says what is wrong with it. */
export function readPriceCode(layout: PriceCodeLayout, scan: string): { item: number; value: number } | Said {
  const code = scan.trim();
  if (!/^\d{13}$/.test(code)) return said('not_13_digits');
  if (checkDigit(code.slice(0, 12)) !== Number(code[12])) return said('its_check_digit_is_wrong_scan_it_2');
  if (!code.startsWith(layout.prefix)) return said('not_a_code_of_this_shop');
  const item = Number(code.slice(2, 7));
  if (!layout.checked) return { item, value: Number(code.slice(7, 12)) };
  const field = code.slice(8, 12);
  if (priceCheckDigit(field) !== Number(code[7])) return said('its_price_digit_is_wrong_scan_it');
  return { item, value: Number(field) };
}
