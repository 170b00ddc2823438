import { inWords } from '@ember-slate/words/core';
import type { AnswerOf, contract } from '@ember-slate/contract';
import { priceColumns, priceFields, readPriceRow } from '@ember-slate/core/costs';
import { itemName } from '@ember-slate/core/ledger';
import { minorDigits } from '@ember-slate/core/units';
import type { Reader } from '../../../platform/context.ts';
import { readCsv } from '../../../platform/csv.ts';
import { fieldProblem } from '../../../platform/problem.ts';
import { formsOf } from '../../../platform/settings.ts';
import { pricesOf } from '../../../shop/prices.ts';
import { allSpecies } from '../../../shop/species.ts';
import { say } from '../say.ts';

const mostRows = 1000;

/** A pasted price list as it would be read, beside what each fish and form costs now. */
export async function readList(
  work: Reader,
  text: string,
): Promise<AnswerOf<typeof contract.prices.readList>> {
  const { header, rows } = readCsv(text, mostRows);
  const columns = priceColumns(header);
  if (priceFields.some((f) => columns[f] === null))
    throw fieldProblem('text', say('the_first_line_names_fish_form_price'));
  const book = await allSpecies(work.tx);
  const forms = formsOf(work.settings);
  const prices = await pricesOf(work);
  const names = new Map(book.map((s) => [s.id, s.name]));
  const moneyDigits = minorDigits(work.settings.currency);
  const seen = new Map<string, number>();
  return {
    rows: inWords(
      rows.map(({ line, cells }) => {
        const { row, errors } = readPriceRow(cells, { columns, book, forms, moneyDigits });
        if (!row) return { line, cells, price: null, errors: errors.map((e) => e.message) };
        const key = `${row.speciesId} ${row.item}`;
        const before = seen.get(key);
        seen.set(key, line);
        if (before !== undefined)
          return { line, cells, price: null, errors: [say('stands_in_line_already', { line: before })] };
        return {
          line,
          cells,
          price: {
            ...row,
            speciesName: names.get(row.speciesId)!,
            itemName: itemName(row.item, 'whole', forms),
            was: prices.full(row.speciesId, row.item),
          },
          errors: [],
        };
      }),
    ),
  };
}
