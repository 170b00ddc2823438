import { packings } from '@ember-slate/core/board';
import { formBook, shippedForms } from '@ember-slate/core/forms';
import { catalogue } from '@ember-slate/core/species';
import { contract } from '@ember-slate/contract';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { draftFrom, emptyLine, lineOf, type NewLine } from './draft.ts';
import { lineOf as orderLine } from '../../testing/served.tsx';

const forms = formBook();
const middle = shippedForms.filter((f) => f.section === 'middle').map((f) => f.id);
const grams = fc.integer({ min: 1, max: 50_000 });
const count = fc.integer({ min: 1, max: 500 });
const wish = fc.record({
  speciesId: fc.constantFrom(...catalogue.map((s) => s.id)),
  form: fc.constantFrom(...shippedForms.map((f) => f.id)),
  use: fc.constantFrom('raw' as const, 'grill' as const, 'steam' as const),
  people: fc.option(fc.integer({ min: 1, max: 200 })),
  trimWish: fc.constantFrom('shop' as const, 'stock' as const, 'all' as const),
  packing: fc.constantFrom(...packings),
  options: fc.subarray(['skin on', 'tied', 'butcher paper']),
});
/** Any line somebody may have ordered: pieces, slices of a thickness, or a total. */
const line: fc.Arbitrary<NewLine> = fc.oneof(
  fc
    .tuple(wish, count, grams, fc.boolean(), fc.option(fc.integer({ min: 5, max: 150 })))
    .map(([w, pieces, pieceGrams, partAllowed, mm]) => ({
      ...w,
      pieces,
      pieceGrams,
      totalGrams: null,
      partAllowed,
      thickMm: middle.includes(w.form) ? mm : null,
    })),
  fc.tuple(wish, grams).map(([w, totalGrams]) => ({
    ...w,
    pieces: null,
    pieceGrams: null,
    totalGrams,
    partAllowed: false,
    thickMm: null,
  })),
);

describe('a line in the fields of the order form', () => {
  it('that nobody touches is the line it was, and one the contract takes', () => {
    const sent = contract.orders.take.body.shape.lines.element;
    fc.assert(
      fc.property(line, (l) => {
        const again = lineOf(draftFrom(l, false), forms);
        expect(again).toEqual(l);
        expect(sent.safeParse(again).success).toBe(true);
      }),
    );
  });

  it.each<[string, object, object | null]>([
    ['no fish', { speciesId: '' }, null],
    ['no number', { pieces: '' }, null],
    ['nought', { pieces: '0' }, null],
    ['half a fish', { pieces: '2.5' }, null],
    ['no weight of one', { each: null }, null],
    ['no total', { by: 'total', total: null }, null],
    ['four of 110 g', {}, { pieces: 4, pieceGrams: 110, totalGrams: null }],
    // What stands in the fields of the other way of saying it does not count.
    [
      'a total after pieces were typed',
      { by: 'total', total: { grams: 900, source: 'typed' }, partAllowed: true },
      { pieces: null, pieceGrams: null, totalGrams: 900, partAllowed: false },
    ],
    ['a thickness of what is no slice', { thickMm: '30' }, { thickMm: null }],
    ['a thickness of steaks', { form: 'steaks', thickMm: '30' }, { thickMm: 30 }],
  ])('with %s', (_name, more, expected) => {
    const draft = {
      ...emptyLine(),
      speciesId: 'hake',
      pieces: '4',
      each: { grams: 110, source: 'typed' as const },
      ...more,
    };
    const made = lineOf(draft, forms);
    if (expected === null) expect(made).toBeNull();
    else expect(made).toMatchObject(expected);
  });

  it.each([
    ['open', false, false],
    ['planned', false, false],
    ['planned', true, true],
    ['cutting', false, true],
    ['ready', false, true],
  ] as const)('of an order, %s and begun %s: fixed %s', (state, begun, fixed) => {
    const of = orderLine({ state, begun });
    expect(draftFrom(of, true)).toMatchObject({ id: of.id, fixed });
    // Taken again for another day it is a new line.
    expect(draftFrom(of, false)).toMatchObject({ id: null, fixed: false });
  });

  it('that asked for any white fish asks for it again, whatever was given', () => {
    expect(draftFrom(orderLine({ anyWhite: true, speciesId: 'haddock' }), false).speciesId).toBe('any_white');
  });
});
