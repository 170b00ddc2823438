import { parse } from 'csv-parse/sync';
import { stringify } from 'csv-stringify/sync';
import type { File } from './handlers.ts';
import { fieldProblem } from './problem.ts';
import { say } from './say.ts';

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

/**
 * The lines of a pasted or chosen table, `mostRows` at most below its heading; the separator is the one its first line
 * uses most. Throws a problem of the field `text` for what is no such table.
 */
export function readCsv(
  text: string,
  mostRows: number,
): { header: string[]; rows: { line: number; cells: string[] }[] } {
  // What could not be decoded as the text it claims to be shows as this mark.
  if (text.includes('\ufffd')) throw fieldProblem('text', say('the_file_is_not_text_in_utf_8_save'));
  if (text.includes('\u0000')) throw fieldProblem('text', say('that_is_no_csv_file'));
  const first = text.replace(/^\ufeff/, '').split(/\r?\n/, 1)[0]!;
  const delimiter = [';', '\t', ','].reduce((a, b) =>
    first.split(b).length > first.split(a).length ? b : a,
  );
  let table: { record: string[]; info: { lines: number } }[];
  try {
    // With `info` each record comes with the line it stood on.
    table = parse(text, {
      bom: true,
      delimiter,
      info: true,
      relax_column_count: true,
      skip_empty_lines: true,
      trim: true,
    }) as unknown as typeof table;
  } catch (error) {
    throw fieldProblem('text', say('the_file_cannot_be_read_as_csv', { message: (error as Error).message }));
  }
  if (table.length < 2) throw fieldProblem('text', say('no_line_below_the_heading'));
  if (table.length > mostRows + 1)
    throw fieldProblem('text', say('at_most_lines_this_has', { mostRows, table: table.length - 1 }));
  return {
    header: table[0]!.record.map((h) => h.slice(0, 60)),
    rows: table.slice(1).map((t) => ({ line: t.info.lines, cells: t.record.map((c) => c.slice(0, 600)) })),
  };
}
