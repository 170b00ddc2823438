import { stringify } from 'csv-stringify/sync';
import type { File } from './handlers.ts';

type Cell = string | number | boolean | Date | null;

/**
 * A table as CSV (RFC 4180: CRLF, quoted where needed), UTF-8 with a mark so that spreadsheets read it as such. Text a
 * spreadsheet would run as a formula is kept from it.
 */
export function csvFile(name: string, head: readonly string[], body: readonly (readonly Cell[])[]): File {
  const cell = (c: Cell) => (c instanceof Date ? c.toISOString() : typeof c === 'boolean' ? (c ? 1 : 0) : c);
  const text = stringify([head, ...body.map((r) => r.map(cell))], {
    record_delimiter: 'windows',
    bom: true,
    escape_formulas: true,
  });
  return { name, type: 'text/csv; charset=utf-8', bytes: Buffer.from(text) };
}
