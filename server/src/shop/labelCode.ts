/** A scanned code as labels keep it: group separators as such, no symbology mark in front. */
export const bareCode = (code: string): string =>
  code
    .replaceAll('<GS>', '\u001d')
    .replace(/^\](C1|d2)/, '')
    .trim();
