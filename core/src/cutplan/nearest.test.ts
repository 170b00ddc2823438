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
/** A wish as an offer of it would stand. */
const asked = (of: Stock['species'], w: Want) => ({
  kind: '',
  speciesId: of.id,
  form: w.form.id,
  pieces: w.pieces,
  pieceGrams: w.pieceGrams,
  totalGrams: w.totalGrams,
  dueInDays: w.dueInDays,
});
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
    expect(joint(most)).toEqual([]);
    expect(joint(most, { pieces: 9 })).toMatchObject([{ kind: 'fewer', pieceGrams: most }]);
    expect(joint(Math.floor(most / 0.4))).toMatchObject([{ kind: 'size', pieceGrams: most }]);
    expect(joint(Math.ceil(most / 0.4) + 1)).toEqual([]);
  });
  it.each([9000, 5000, 3333])('offers of %i g in all what there is, in steps of 50 g', (totalGrams) => {
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
  describe('of what can be promised', () => {
    const stocks = [
      hake({ used: 3 }),
      hake({ used: 6, freePieces: 5, freeGrams: 6000 }),
      { species: species('salmon'), lots: [lot({ freePieces: 1, freeGrams: 3000, used: 4 })] },
      { species: species('plaice'), lots: [lot({ freePieces: 6, freeGrams: 3600 })] },
    ];
    const wishes = ['portion', 'fillet_skin_on', 'quarter_cut', 'steaks', 'scaled_gutted'].flatMap((id) =>
      [3, 90].flatMap((pieces) =>
        [0.2, 4.6, 9].map((dueInDays) =>
          want({ form: form(id), pieces, pieceGrams: form(id).pieceG, dueInDays, use: 'fry' }),
        ),
      ),
    );
    const yes = (stock: Stock, w: Want) =>
      canPromise(
        stock.lots.map((l) => offerFrom(stock.species, l, w)),
        w,
      ).answer === 'yes';
    const all = stocks.flatMap((stock) => wishes.map((w) => ({ stock, w })));
    const each = all.filter(({ stock, w }) => !yes(stock, w));
    const could = all.filter(({ stock, w }) => yes(stock, w));

    it('nothing is nearest to a wish that is itself one', () => {
      expect(could.length).toBeGreaterThan(5);
      for (const { stock, w } of could) expect(nearestOffers(stock, stocks, shippedForms, w)).toEqual([]);
    });
    it('no offer is the wish again', () => {
      for (const { stock, w } of each)
        for (const n of nearestOffers(stock, stocks, shippedForms, w)) {
          const same = asked(stock.species, w);
          expect({ ...n, kind: '' }).not.toEqual({ ...same, kind: '' });
        }
    });

    it('another form is the likest one: of the same part, boned alike, then nearest in size', () => {
      const book = [...shippedForms, { ...form('portion'), id: 'given_up', pieceG: 158, off: true }];
      let found = 0;
      for (const { stock, w } of each) {
        const other = nearestOffers(stock, [], book, w).find((n) => n.kind === 'form');
        const able = book.filter(
          (f) => f.id !== w.form.id && !f.off && f.section !== 'trim' && yes(stock, { ...w, form: f }),
        );
        expect(other === undefined).toBe(able.length === 0);
        if (!other) continue;
        found++;
        const far = (f: (typeof book)[number]) =>
          (f.section === w.form.section ? 0 : 2) +
          (f.boneless === w.form.boneless ? 0 : 1) +
          Math.abs(Math.log(f.pieceG) - Math.log(w.form.pieceG));
        const chosen = able.find((f) => f.id === other.form)!;
        expect(far(chosen)).toBeCloseTo(Math.min(...able.map(far)), 9);
        expect(other).toEqual({
          ...other,
          pieces: w.pieces,
          pieceGrams: w.pieceGrams,
          dueInDays: w.dueInDays,
        });
      }
      expect(found).toBeGreaterThan(10);
    });
    it('sooner is as late as it may be, by quarters of a day', () => {
      let found = 0;
      for (const { stock, w } of each) {
        const near = nearestOffers(stock, [], shippedForms, w);
        const sooner = near.find((n) => n.kind === 'sooner');
        const quarters = Array.from({ length: Math.floor(w.dueInDays * 4) }, (_, i) => i + 1);
        const at = (q: number) => w.dueInDays - q / 4;
        const latest = quarters.find((q) => yes(stock, { ...w, dueInDays: at(q) }));
        expect(sooner?.dueInDays).toBe(latest === undefined ? undefined : at(latest));
        if (sooner) found++;
      }
      expect(found).toBeGreaterThan(5);
    });
    it('another fish is of its kind, lean for lean and white for white, and can be promised', () => {
      const fillets = want({
        form: form('fillet_skinless'),
        pieces: null,
        pieceGrams: null,
        totalGrams: 900,
      });
      const others = ['salmon', 'mackerel', 'hake', 'skate', 'plaice', 'cod', 'haddock'].map((id, i) => ({
        species: species(id),
        lots: [
          lot({ lotId: 10 + i, freePieces: id === 'cod' ? 1 : 6, freeGrams: id === 'cod' ? 700 : 7200 }),
        ],
      }));
      const [first] = nearestOffers({ species: species('hake'), lots: [] }, others, shippedForms, fillets);
      const like = others.filter(
        (o) =>
          o.species.id !== 'hake' &&
          o.species.euGroup === species('hake').euGroup &&
          o.species.fat === species('hake').fat &&
          yes(o, fillets),
      );
      expect(first!.speciesId).toBe(like[0]!.species.id);
      expect(
        nearestOffers({ species: species('salmon'), lots: [] }, others.slice(2), shippedForms, fillets),
      ).toEqual([]);
    });
  });
  it('names only the lots that nobody graded, where the rest would do with them', () => {
    const mixed = (hold: AvailableLot['verdict']) => ({
      species: species('hake'),
      lots: [
        lot({ code: 'graded', freePieces: 1, freeGrams: 2200 }),
        lot({ lotId: 2, code: 'one', verdict: null, freePieces: 1, freeGrams: 2200 }),
        lot({ lotId: 3, code: 'two', verdict: null, freePieces: 1, freeGrams: 2200 }),
        lot({ lotId: 4, code: 'held', verdict: hold, freePieces: 1, freeGrams: 2200 }),
      ],
    });
    expect(ifGraded(mixed('hold'), want({ pieces: 18 }))).toEqual(['one', 'two']);
    expect(ifGraded(mixed('hold'), want({ pieces: 32 }))).toEqual([]);
    expect(ifGraded(mixed('accept'), want({ pieces: 32 }))).toEqual(['one', 'two']);
  });
});
