import {
  currencySign,
  formatMoney as format,
  minorDigits,
  parseMoney as parse,
  plainMoney as plain,
} from '@ember-slate/core/units';

/** The shop's currency: a page shows one shop, and it is set before anything else is shown. */
let shop = { currency: 'EUR', digits: 2 };

export const setCurrency = (currency: string): void => {
  shop = { currency, digits: minorDigits(currency) };
};

const language = (): string => document.documentElement.lang || 'en';

/** Minor units with the sign of the shop's currency: "€14.90", or "¥1490" where there is no minor unit. */
export const formatMoney = (minor: number): string => format(minor, shop.currency, language());

/** The same as it is typed into a field, which shows the sign beside it. */
export const plainMoney = (minor: number): string => plain(minor, shop.digits);

export const moneySign = (): string => currencySign(shop.currency, language());

/** Minor units in the currency's own unit, for an axis. */
export const inMoney = (minor: number): number => minor / 10 ** shop.digits;

/** Reads money as it is typed, with the shop's sign or without, to minor units; null when it is none. */
export const parseMoney = (text: string): number | null => parse(text.replace(moneySign(), ''), shop.digits);
