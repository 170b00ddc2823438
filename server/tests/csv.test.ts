import { parse } from 'csv-parse/sync';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { csvFile } from '../src/platform/csv.ts';

const read = (bytes: Buffer, delimiter: string) =>
  parse(bytes, {
    bom: true,
    delimiter,
    relax_quotes: true,
    relax_column_count: true,
    skip_records_with_error: true,
  });
/** Pieces a formula, a separator and a quote can be made of. */
const nasty = fc
  .array(
    fc.constantFrom('=1+1', '＝1', '+', '-2', '@SUM', ';', ',', '\t', '\n', '\r', '"', 'hake', ' ', '12'),
    {
      maxLength: 8,
    },
  )
  .map((parts) => parts.join(''));

describe('a table as CSV', () => {
  it('gives a spreadsheet nothing to run, whichever separator it goes by', () => {
    fc.assert(
      fc.property(fc.array(fc.array(nasty, { minLength: 3, maxLength: 3 }), { minLength: 1 }), (rows) => {
        const { bytes } = csvFile('a.csv', ['one', 'two', 'three'], rows);
        for (const separator of [',', ';', '\t'])
          for (const cell of read(bytes as Buffer, separator).flat()) expect(cell).not.toMatch(/^[=+\-@＝]/);
      }),
      { numRuns: 500 },
    );
  });

  it('keeps words, numbers and times as they are', () => {
    const { bytes } = csvFile(
      'a.csv',
      ['what', 'grams', 'at', 'back'],
      [
        ['hake; from "Orsay", old\nand soft', -12, new Date('2026-11-25T06:00:00Z'), true],
        ['', 0, null, false],
      ],
    );
    expect(read(bytes as Buffer, ',').slice(1)).toEqual([
      ['hake; from "Orsay", old\nand soft', '-12', '2026-11-25T06:00:00.000Z', '1'],
      ['', '0', '', '0'],
    ]);
  });
});
