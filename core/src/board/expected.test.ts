import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { formBook, formOf, formRefusal, shippedForms } from '../forms/index.ts';
import { catalogue, conditionsFor, type ArrivalCondition } from '../species/index.ts';
import { spentMultiplier, trims } from '../yields/index.ts';
import { expectedCut, expectedGrams, expectedTicket, plainCut } from './index.ts';

const the = (id: string) => formOf(formBook(), id);
const of = (id: string) => catalogue.find((s) => s.id === id)!;
const sum = (xs: readonly number[]) => xs.reduce((a, b) => a + b, 0);
const expected = (id: string, condition: ArrivalCondition, form: string, fishGrams: number, month: number) =>
  expectedCut({ species: of(id), condition, form: the(form), fishGrams, month });

describe('the expected cut', () => {
  const cases = catalogue.flatMap((s) =>
    conditionsFor(s).flatMap((c) =>
      shippedForms
        .filter((f) => formRefusal(s, c, f, Math.max(s.typicalG, f.lightestG ?? 0)) === null)
        .map((f) => [s, c, f] as const),
    ),
  );

  it(`loses nothing in any of ${cases.length} pairs of fish and form`, () => {
    for (const [species, condition, form] of cases) {
      const cut = expectedCut({ species, condition, form, fishGrams: species.typicalG * 0.8, month: 11 });
      const name = `${species.id} ${condition} ${form.id}`;
      if (form.section !== 'trim')
        expect(cut.yield + cut.drip + sum(Object.values(cut.trims)), name).toBeCloseTo(1, 9);
      expect(cut.yield, name).toBeGreaterThanOrEqual(form.section === 'trim' ? 0 : 0.04);
      for (const [part, share] of Object.entries(cut.trims)) {
        expect(share, `${name} ${part}`).toBeGreaterThan(0);
        expect(Object.keys(trims)).toContain(part);
      }
    }
  });

  // Skin-on fillet over gutted weight: 0.51 / 0.90 of hake, 0.42 / 0.855 of cod, from the conversion factors of
  // Reg. (EU) 404/2011, annexes XIII to XV (values from memory).
  it.each([
    ['hake', 'gutted', 'fillet_skin_on', 2500 * 0.9, 0.51 / 0.9],
    ['cod', 'gutted', 'fillet_skin_on', 3000 * 0.855, 0.42 / 0.855],
    ['cod', 'headed_gutted', 'fillet_skinless', 3000 * 0.59, 0.385 / 0.59],
    ['sea_bass', 'whole', 'fillet_skin_on', 500, 0.48],
    ['monkfish', 'tail', 'monk_fillets', 1800 * 0.33, 0.23 / 0.33],
    ['skate', 'wing', 'wing_fillet', 2500 * 0.478, 0.255 / 0.478],
    ['hake', 'gutted', 'whole', 2000, 1],
  ] as const)('%s %s to %s', (id, condition, form, grams, share) => {
    const month = [1, 4, 8, 11].find((m) => spentMultiplier(of(id), m) === 1)!;
    expect(expected(id, condition, form, grams, month).yield).toBeCloseTo(share, 3);
  });

  it('has no guts, head or collars left to trim where they were gone on arrival', () => {
    expect(expected('hake', 'gutted', 'fillet_skin_on', 2000, 11).trims.viscera).toBeUndefined();
    const headed = expected('hake', 'headed_gutted', 'fillet_skin_on', 2000, 11).trims;
    expect(headed.head ?? headed.collars).toBeUndefined();
    expect(expected('hake', 'gutted', 'fillet_skin_on', 2000, 11).trims.head).toBeGreaterThan(0);
  });

  it('yields less the more is taken off', () => {
    const shares = (
      [
        'whole',
        'gutted',
        'scaled_gutted',
        'dressed',
        'steaks',
        'fillet_skin_on',
        'fillet_skinless',
        'boneless_joint',
      ] as const
    ).map((f) => expected('salmon', 'whole', f, 4500, 11).yield);
    expect(shares).toEqual([...shares].sort((a, b) => b - a));
  });

  it('comes out in whole grams that sum to what went in', () => {
    const mains = cases.filter(([, , f]) => f.section !== 'trim');
    fc.assert(
      fc.property(
        fc.constantFrom(...mains),
        fc.integer({ min: 1, max: 50_000 }),
        ([species, condition, form], grams) => {
          const cut = expectedCut({ species, condition, form, fishGrams: species.typicalG, month: 6 });
          const out = expectedGrams(cut, grams);
          expect(out.main + out.drip + sum(out.trims.map(([, g]) => g))).toBe(grams);
        },
      ),
    );
  });

  it('expects what comes off beside other forms of a fish that is filleted', () => {
    expect(expected('hake', 'gutted', 'scrape', 2250, 11).yield).toBeCloseTo(
      expected('hake', 'gutted', 'fillet_skin_on', 2250, 11).trims.scrape!,
      9,
    );
  });
});

describe('several forms from one fish', () => {
  it('shares a hake by where its sections lie, every gram once', () => {
    const three = expectedTicket({
      species: of('hake'),
      condition: 'gutted',
      scaled: 'no',
      cuts: ['boneless_joint', 'steaks', 'butterflied_tail'].map((f) => plainCut(the(f))),
      fishGrams: 2310,
      fish: 1,
      month: 11,
    });
    expect(sum(three.mains) + three.drip + sum(Object.values(three.trims))).toBeCloseTo(1, 9);
    const [joint, steaks, tail] = three.mains as [number, number, number];
    expect(joint).toBeGreaterThan(steaks);
    expect(steaks).toBeGreaterThan(tail);
    expect(three.trims.tail_piece).toBeUndefined();
  });
});
