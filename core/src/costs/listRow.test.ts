import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { formBook } from '../forms/index.ts';
import { catalogue } from '../species/index.ts';
import { plainMoney } from '../units/index.ts';
import { priceColumns, readPriceRow } from './index.ts';

const forms = formBook([]);
const columns = { species: 0, form: 1, price: 2 };
const read = (cells: string[], moneyDigits = 2) =>
  readPriceRow(cells, { columns, book: catalogue, forms, moneyDigits });
const codes = (cells: string[]) =>
  read(cells).errors.map((e) => `${e.field} ${(e.message as { code: string }).code.split(':')[1]}`);

describe('a line of a price list', () => {
  it('is read back as any fish, form and price are written', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...catalogue),
        fc.constantFrom(...forms.values()),
        fc.integer({ min: 1, max: 999_999 }),
        fc.constantFrom(0, 2, 3),
        fc.boolean(),
        (species, form, perKg, digits, byId) => {
          const cells = [
            byId ? species.id : species.name,
            byId ? form.id : form.name,
            plainMoney(perKg, digits),
          ];
          expect(read(cells, digits)).toEqual({
            row: { speciesId: species.id, item: form.id, perKg },
            errors: [],
          });
        },
      ),
      { numRuns: 400 },
    );
  });

  it.each([
    [['Hake', 'Fillets, skin on', '€ 31.50'], 'hake', 'fillet_skin_on', 3150],
    [['hake', 'WHOLE', '12'], 'hake', 'whole', 1200],
    [['HKE', 'skin on fillets', '31,5'], 'hake', 'fillet_skin_on', 3150],
  ])('%j', (cells, speciesId, item, perKg) => expect(read(cells).row).toEqual({ speciesId, item, perKg }));

  it.each([
    [['unicorn', 'steaks', '28.90'], ['species no_such_fish']],
    [['hake', 'fillets', '28.90'], ['form no_such_form']],
    [['hake', 'steaks', '0'], ['price no_such_price']],
    [['hake', 'steaks', '28.905'], ['price no_such_price']],
    [['hake', 'steaks', 'dear'], ['price no_such_price']],
    [
      ['', '', ''],
      ['species no_such_fish', 'form no_such_form', 'price no_such_price'],
    ],
    [[], ['species no_such_fish', 'form no_such_form', 'price no_such_price']],
  ])('%j is refused: %j', (cells, wrong) => {
    expect(codes(cells)).toEqual(wrong);
    expect(read(cells).row).toBeNull();
  });

  it('has its columns by their headings, in any order', () => {
    expect(priceColumns(['Fish', 'Form', 'Price'])).toEqual(columns);
    expect(priceColumns(['EUR/kg', 'species', 'cut'])).toEqual({ price: 0, species: 1, form: 2 });
    expect(priceColumns(['Fish', 'x', 'Price'])).toEqual({ species: 0, form: null, price: 2 });
  });
});
