import { formatMoney } from '@ember-slate/core/units';
import type { Work } from './context.ts';
import { shopLanguage } from './language.ts';
import { printable } from './pdf.ts';

/** Whatever says a currency: the shop's settings, or a label that keeps the one it was made in. */
interface In {
  settings: Pick<Work['settings'], 'currency'>;
}

/** Minor units with the sign of the shop's currency, as its language writes them. */
export const moneyText = (work: In, minor: number): string =>
  formatMoney(minor, work.settings.currency, shopLanguage);

/** The face of sheets has the signs of Latin letters and these. */
const inFace = /^[\p{ASCII}\p{Script=Latin}€£¥₺\s\u2212]*$/u;

/** The same for a sheet: the currency's three letters where its face has no sign for it. */
export function moneyOnPaper(work: In, minor: number): string {
  const text = moneyText(work, minor);
  return printable(
    inFace.test(text) ? text : formatMoney(minor, work.settings.currency, shopLanguage, 'code'),
  );
}
