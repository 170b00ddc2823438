import { parseDecimal } from '@ember-slate/core/units';

/** Hundredths of a per cent as somebody typed per cent, as fine as they are; null for nothing typed, NaN for no number. */
export function rateOf(text: string): number | null {
  if (text.trim() === '') return null;
  const exact = (parseDecimal(text.replace('%', '')) ?? NaN) * 100;
  const whole = Math.round(exact);
  return Math.abs(whole - exact) < 1e-6 ? whole : exact;
}

/** A rate as it stands in its field. */
export const typedRate = (rate: number | null): string => (rate === null ? '' : String(rate / 100));
