import { stringify } from 'csv-stringify/sync';
import type { File } from './handlers.ts';

/** Where a spreadsheet would begin to calculate, in ordinary or full-width signs; a number is no text. */
const formulas = /(^|[;\t\r\n])(?=[=+\-@\uff1d\uff0b\uff0d\uff20])/g;

type Cell = string | number | boolean | Date | null;

/**
 * A table as CSV (RFC 4180: CRLF, quoted where needed), UTF-8 with a mark so that spreadsheets read it as such. Text a
 * spreadsheet would run as a formula is kept from it, also inside a text it takes apart at semicolons, tabs or new lines.
 */
export function csvFile(name: string, head: readonly string[], body: readonly (readonly Cell[])[]): File {
  const cell = (c: Cell) => {
    if (c instanceof Date) return c.toISOString();
    if (typeof c === 'boolean') return c ? 1 : 0;
    return typeof c === 'string' ? c.replace(formulas, "$1'") : c;
  };
  const text = stringify([head, ...body.map((r) => r.map(cell))], {
    record_delimiter: 'windows',
    bom: true,
  });
  return { name, type: 'text/csv; charset=utf-8', bytes: Buffer.from(text) };
}
