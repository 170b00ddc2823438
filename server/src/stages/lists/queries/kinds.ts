import { contract, type ListKind } from '@ember-slate/contract';
import { massText, minorDigits, parseDecimal, parseMoney } from '@ember-slate/core/units';
import * as z from 'zod';
import type { Reader } from '../../../platform/context.ts';
import { moneyText } from '../../../platform/money.ts';
import { say } from '../say.ts';

/** A column of a list: by which heading it is found, and how its cell is read. What cannot be read is `undefined`. */
interface Column {
  heading: RegExp;
  needed: boolean;
  read: (cell: string, work: Reader) => unknown;
}
export interface Kind<S extends z.ZodType> {
  columns: Record<string, Column>;
  /** What a line is held against, once its cells are read. */
  schema: S;
  /** Where the names are that stand already. */
  table: 'customer' | 'supplier' | 'article';
  words: (row: z.infer<S>, work: Reader) => string;
}

const asIs = (cell: string) => cell;
const name: Column = { heading: /^(name|customer|supplier|article|what)\b/, needed: true, read: asIs };
const days = ['sun', 'mon', 'tue', 'wed', 'thu', 'fri', 'sat'];
const number = (cell: string): number | undefined => parseDecimal(cell) ?? undefined;
/** Per cent as hundredths of it, as fine as they are written. */
const hundredths = (cell: string) => {
  const value = number(cell.replace('%', ''));
  return value === undefined ? undefined : Math.round(value * 1e4) / 100;
};
/** Keeps what a kind holds and what its words are about together. */
const kind = <S extends z.ZodType>(of: Kind<S>): Kind<S> => of;

const { phone, remarks } = contract.orders.noteCustomer.body.shape;
const customers = kind({
  columns: {
    name,
    phone: { heading: /^(phone|tel|mobile)/, needed: false, read: asIs },
    remarks: { heading: /^(remark|note|comment)/, needed: false, read: asIs },
  },
  schema: z.object({ name: contract.goods.add.body.shape.name, phone: phone.default(''), remarks }),
  table: 'customer',
  words: (c) => [c.name, c.phone, c.remarks].filter((t) => t !== '').join(', '),
});

const { days: landingDays, boxGrams } = contract.buying.setSupplier.body.shape;
const suppliers = kind({
  columns: {
    name,
    days: {
      heading: /^(days?|lands|weekday)/,
      needed: false,
      read: (cell) => {
        const found = cell
          .toLowerCase()
          .split(/[^a-z]+/)
          .filter(Boolean)
          .map((word) => days.findIndex((d) => word.startsWith(d)));
        return found.includes(-1) ? undefined : [...new Set(found)].sort();
      },
    },
    boxGrams: {
      heading: /^box/,
      needed: false,
      read: (cell) => {
        const kg = number(cell.replace(/kg/i, ''));
        return kg === undefined ? undefined : Math.round(kg * 1000);
      },
    },
  },
  schema: z.object({
    name: contract.goods.add.body.shape.name,
    days: landingDays.default([]),
    boxGrams: boxGrams.default(null),
  }),
  table: 'supplier',
  words: (s) =>
    [
      s.name,
      ...s.days.map((d) => days[d]!),
      ...(s.boxGrams === null ? [] : [say('box_of', { grams: massText(s.boxGrams) })]),
    ].join(', '),
});

const yes = /^(y|yes|x|1|true)$/i;
const goods = kind({
  columns: {
    name,
    unit: {
      heading: /^(unit|sold by|by)\b/,
      needed: true,
      read: (cell) =>
        /^(kg|kilo|weight)/i.test(cell) ? 'kg' : /^(piece|pc|each|ea)/i.test(cell) ? 'piece' : undefined,
    },
    price: {
      heading: /^price/,
      needed: true,
      read: (cell, { settings }) => parseMoney(cell, minorDigits(settings.currency)) ?? undefined,
    },
    rate: { heading: /^(tax|vat)/, needed: false, read: hundredths },
    allergens: { heading: /^(allergen|contains)/, needed: false, read: asIs },
    counted: { heading: /^count/, needed: false, read: (cell) => yes.test(cell) },
  },
  schema: contract.goods.add.body.extend({
    rate: contract.goods.add.body.shape.rate.default(null),
    counted: contract.goods.add.body.shape.counted.default(false),
  }),
  table: 'article',
  words: (a, work) =>
    [
      say('article', { name: a.name, unit: a.unit, money: moneyText(work, a.price) }),
      ...(a.rate === null ? [] : [say('tax', { rate: a.rate / 100 })]),
      ...(a.allergens === '' ? [] : [say('contains', { allergens: a.allergens })]),
    ].join(', '),
});

export const kinds = { customers, suppliers, goods };
export type RowOf<K extends ListKind> = (typeof kinds)[K] extends Kind<infer S> ? z.infer<S> : never;
