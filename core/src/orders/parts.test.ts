import { describe, expect, it } from 'vitest';
import { shippedForms } from '../forms/index.ts';
import { catalogue } from '../species/index.ts';
import { parseOrder } from './index.ts';

/* What is said after a comma is another line, or more of the one before it (common practice of an order by telephone). */
const lines = (text: string) =>
  parseOrder(text, { species: catalogue, forms: shippedForms, today: '2026-12-01', weekday: 2 }).lines.map(
    (l) => [l.speciesId, l.form, l.pieces, l.totalGrams],
  );
const fillet = 'fillet_skin_on';

describe('after a comma', () => {
  it.each<[string, ReturnType<typeof lines>]>([
    ['6 haddock, fillets', [['haddock', fillet, 12, null]]],
    ['6 haddock, fillets 200', [['haddock', fillet, 6, null]]],
    ['6 haddock, fillets 200 g', [['haddock', fillet, 6, null]]],
    [
      '6 haddock, 4 fillets',
      [
        ['haddock', null, 6, null],
        ['haddock', fillet, 4, null],
      ],
    ],
    ['500 g haddock, fillets', [['haddock', fillet, null, 500]]],
    [
      '500 g haddock, fillets 300',
      [
        ['haddock', null, null, 500],
        ['haddock', fillet, null, 300],
      ],
    ],
    [
      '500 g haddock, fillets 50',
      [
        ['haddock', null, null, 500],
        ['haddock', fillet, null, 50],
      ],
    ],
    [
      '500 g haddock, 300 g fillets',
      [
        ['haddock', null, null, 500],
        ['haddock', fillet, null, 300],
      ],
    ],
    [
      '6 haddock, hake',
      [
        ['haddock', null, 6, null],
        ['hake', null, null, null],
      ],
    ],
    ['haddock, 6 fillets', [['haddock', fillet, 6, null]]],
    ['please, 6 haddock fillets', [['haddock', fillet, 6, null]]],
    ['fillets, haddock', [['haddock', fillet, null, null]]],
    ['6 fillets, haddock', [['haddock', fillet, 6, null]]],
    [
      '6 fillets, 4 haddock steaks',
      [
        [null, fillet, 6, null],
        ['haddock', 'steaks', 4, null],
      ],
    ],
    ['2 haddock, bones', [['haddock', null, 2, null]]],
    [
      '6 haddock fillets, steaks',
      [
        ['haddock', fillet, 6, null],
        ['haddock', 'steaks', null, null],
      ],
    ],
    [
      '6 haddock fillets, 2 steaks',
      [
        ['haddock', fillet, 6, null],
        ['haddock', 'steaks', 2, null],
      ],
    ],
    ['6 haddock fillets, skinless', [['haddock', 'fillet_skinless', 6, null]]],
  ])('%s', (text, wanted) => {
    expect(lines(text)).toEqual(wanted);
  });
});
