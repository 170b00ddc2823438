import { checkDigit } from './gs1.ts';

/**
 * A GTIN-14 for goods of varying weight: indicator 9, the shop's GS1 company prefix, its item number, the check digit
 * (GS1 General Specifications, from memory). Null where prefix and item do not fit into 12 digits.
 */
export function variableGtin(companyPrefix: string, item: number): string | null {
  if (!/^\d{6,10}$/.test(companyPrefix)) return null;
  const room = 12 - companyPrefix.length;
  if (String(item).length > room) return null;
  const body = `9${companyPrefix}${String(item).padStart(room, '0')}`;
  return body + checkDigit(body);
}
