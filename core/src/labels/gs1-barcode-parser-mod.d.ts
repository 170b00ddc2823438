declare module 'gs1-barcode-parser-mod' {
  /** Reads a GS1 code; items carry their identifier and value. */
  export function parseBarcode(code: string): { parsedCodeItems: { ai: string; data: unknown }[] };
  const parser: { parseBarcode: typeof parseBarcode };
  export default parser;
}
