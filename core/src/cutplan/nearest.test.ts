import { describe, expect, it } from 'vitest';
import { shippedForms } from '../forms/index.ts';
import { catalogue } from '../species/index.ts';
import {
  canPromise,
  ifGraded,
  nearestOffers,
  offerFrom,
  type AvailableLot,
  type Stock,
  type Want,
} from './index.ts';

const species = (id: string) => catalogue.find((s) => s.id === id)!;
const form = (id: string) => shippedForms.find((f) => f.id === id)!;
const lot = (more: Partial<AvailableLot> = {}): AvailableLot => ({
  lotId: 1,
  code: '261126-H1',
  condition: 'gutted',
  farmed: false,
  roe: 'unknown',
  freePieces: 2,
  freeGrams: 4400,
  verdict: 'accept',
  used: 1,
  halfWidth: 0.5,
  celsius: 0.5,
  damage: [],
  rawFit: false,
  mostDays: null,
  thawed: false,
  ...more,
});
const want = (more: Partial<Want> = {}): Want => ({
  form: form('steaks'),
  options: [],
  pieces: 4,
  pieceGrams: 200,
  totalGrams: null,
  use: 'grill',
  dueInDays: 0.2,
  month: 11,
  ...more,
});
const hake = (more: Partial<AvailableLot> = {}): Stock => ({ species: species('hake'), lots: [lot(more)] });
const kinds = (stock: Stock, w: Want, others: Stock[] = []) =>
  nearestOffers(stock, others, shippedForms, w).map((n) => n.kind);

describe('what is nearest to a wish that cannot be', () => {
  it('offers as many as there are, and only what can then be promised', () => {
    const stock = hake();
    const wish = want({ pieces: 40 });
    const near = nearestOffers(stock, [], shippedForms, wish);
    expect(near[0]).toMatchObject({ kind: 'fewer', form: 'steaks' });
    for (const n of near) {
      const again = want({ ...n, form: form(n.form) });
      const offers = stock.lots.map((l) => offerFrom(stock.species, l, again));
      expect(canPromise(offers, again).answer, n.kind).toBe('yes');
    }
  });
  it('offers the largest piece the fish gives', () => {
    const near = nearestOffers(
      hake(),
      [],
      shippedForms,
      want({ form: form('boneless_joint'), pieces: 1, pieceGrams: 1100 }),
    );
    const size = near.find((n) => n.kind === 'size')!;
    expect(size.pieceGrams!).toBeGreaterThan(400);
    expect(size.pieceGrams!).toBeLessThan(1100);
  });
  it('offers a smaller piece only where none is there of the size, and none of less than two fifths of it', () => {
    const joint = (pieceGrams: number, more: Partial<Want> = {}) =>
      nearestOffers(
        hake(),
        [],
        shippedForms,
        want({ form: form('boneless_joint'), pieces: 1, pieceGrams, ...more }),
      ).filter((n) => n.kind === 'size' || n.kind === 'fewer');
    const [largest] = joint(1100);
    const most = largest!.pieceGrams!;
    expect(most % 10).toBe(0);
    // Nothing changes but the size of a piece.
    expect(largest).toEqual({
      kind: 'size',
      speciesId: 'hake',
      form: 'boneless_joint',
      pieces: 1,
      pieceGrams: most,
      totalGrams: null,
      dueInDays: 0.2,
    });
    expect(joint(most)).toMatchObject([{ kind: 'fewer', pieces: 1, pieceGrams: most }]);
    expect(joint(most, { pieces: 9 })).toMatchObject([{ kind: 'fewer', pieceGrams: most }]);
    expect(joint(Math.floor(most / 0.4))).toMatchObject([{ kind: 'size', pieceGrams: most }]);
    expect(joint(Math.ceil(most / 0.4) + 1)).toEqual([]);
  });
  it.each([9000, 5000, 1733])('offers of %i g in all what there is, in steps of 50 g', (totalGrams) => {
    const wish = want({ form: form('fillet_skinless'), pieces: null, pieceGrams: null, totalGrams });
    const { servable, answer } = canPromise([offerFrom(species('hake'), lot(), wish)], wish);
    const [fewer] = nearestOffers(hake(), [], shippedForms, wish);
    expect(answer).not.toBe('no');
    expect(fewer).toMatchObject({ kind: 'fewer', pieces: null, pieceGrams: null });
    expect(fewer!.totalGrams! % 50).toBe(0);
    expect(servable - fewer!.totalGrams!).toBeGreaterThanOrEqual(0);
    expect(servable - fewer!.totalGrams!).toBeLessThan(50);
  });
  it('offers a fish of its kind when there is none, white for white and not oily', () => {
    const none: Stock = { species: species('hake'), lots: [] };
    const others: Stock[] = [
      { species: species('salmon'), lots: [lot({ lotId: 2, freeGrams: 9000 })] },
      { species: species('haddock'), lots: [lot({ lotId: 3, freePieces: 6, freeGrams: 7200 })] },
    ];
    const fillets = want({ form: form('fillet_skinless'), pieces: null, pieceGrams: null, totalGrams: 1000 });
    expect(nearestOffers(none, others, shippedForms, fillets)).toMatchObject([
      { kind: 'species', speciesId: 'haddock', totalGrams: 1000 },
    ]);
  });
  it('offers it sooner when it will not last, and nothing where nothing may be', () => {
    expect(kinds(hake({ used: 3 }), want({ dueInDays: 6 }))).toContain('sooner');
    expect(kinds(hake(), want({ use: 'raw' }))).toEqual([]);
  });
  it('says yes, if: when what nobody has graded yet would do', () => {
    expect(ifGraded(hake({ verdict: null }), want())).toEqual(['261126-H1']);
    expect(ifGraded(hake({ verdict: null, freePieces: 1, freeGrams: 300 }), want())).toEqual([]);
    expect(ifGraded(hake(), want({ pieces: 40 }))).toEqual([]);
  });
});
