import { formatMoney as format, minorDigits, parseMoney as parse } from '@ember-slate/core/units';

/** Decimals of the shop's currency: a page shows one shop, and it is set before anything else is shown. */
let digits = 2;

export const setCurrency = (currency: string): void => {
  digits = minorDigits(currency);
};

/** Minor units as the shop's currency writes them: "14.90", or "1490" where there is no minor unit. */
export const formatMoney = (minor: number): string => format(minor, digits);

/** Minor units in the currency's own unit, for an axis. */
export const inMoney = (minor: number): number => minor / 10 ** digits;

/** Reads money as it is typed, to minor units; null when it is none. */
export const parseMoney = (text: string): number | null => parse(text, digits);
