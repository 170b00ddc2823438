import { formatMoney, minorDigits } from '@ember-slate/core/units';
import type { Work } from './context.ts';

/** Minor units as the shop's currency writes them. */
export const moneyText = (work: Pick<Work, 'settings'>, minor: number): string =>
  formatMoney(minor, minorDigits(work.settings.currency));
