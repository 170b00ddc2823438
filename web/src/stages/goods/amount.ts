import type { Article } from '@ember-slate/contract';
import { formatMoney } from '../../parts/money.ts';
import { say } from './say.ts';

/** What a piece or a kilogram of it costs, in words. */
export const priceInWords = ({ unit, price }: Pick<Article, 'unit' | 'price'>): string =>
  say(unit === 'piece' ? 'money_each' : 'money_a_kg', { money: formatMoney(price) });

/** Pieces as a number, grams as this screen writes them. */
export const amountInWords = (unit: Article['unit'], amount: number, mass: (grams: number) => string) =>
  unit === 'piece' ? String(amount) : mass(amount);
