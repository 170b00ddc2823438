/**
 * Reads a plain decimal as people type it: a comma or a point for the fraction, spaces between thousands.
 * Returns null for anything else ("1.234,5" is refused: which sign is which cannot be known).
 */
export function parseDecimal(text: string): number | null {
  const plain = text.replace(/[\s\u2009\u202f\u00a0]/g, '').replace('\u2212', '-');
  if (!/^-?(\d+([.,]\d*)?|[.,]\d+)$/.test(plain)) return null;
  return Number(plain.replace(',', '.'));
}
