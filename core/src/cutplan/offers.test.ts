import { inWords } from '@ember-slate/words/core';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { formBook, formOf } from '../forms/index.ts';
import { catalogue } from '../species/index.ts';
import { spentMultiplier } from '../yields/index.ts';
import {
  canPromise,
  offerFrom,
  pickOutcome,
  proposePicks,
  wantedGrams,
  type AvailableLot,
  type Want,
} from './offers.ts';

const form = (id: string) => formOf(formBook(), id);
const of = (id: string) => catalogue.find((s) => s.id === id)!;
const bass = of('sea_bass');
const month = [1, 4, 8, 11].find((m) => spentMultiplier(bass, m) === 1)!;

const lot = (more: Partial<AvailableLot> = {}): AvailableLot => ({
  lotId: 1,
  code: '261125-S1',
  condition: 'whole',
  farmed: false,
  roe: 'unknown',
  freePieces: 10,
  freeGrams: 4600,
  verdict: 'accept',
  used: 2,
  halfWidth: 1,
  damage: [],
  rawFit: false,
  mostDays: null,
  thawed: false,
  celsius: 0,
  ...more,
});
const fillets: Want = {
  form: form('fillet_skin_on'),
  options: [],
  pieces: 4,
  pieceGrams: 110,
  totalGrams: null,
  use: 'grill',
  dueInDays: 0.2,
  month,
};
const offers = (lots: readonly AvailableLot[], want = fillets) => lots.map((l) => offerFrom(bass, l, want));

describe('what a lot offers a line', () => {
  it('needs two bass of 460 g for four skin-on fillets of 110 g', () => {
    const offer = offerFrom(bass, lot(), fillets);
    expect(inWords(offer.refusal)).toBeNull();
    expect(offer.fishGrams).toBe(460);
    expect(offer.yield).toBeCloseTo(0.48 + 0.01 * Math.log2(460 / 500), 3);
    expect(offer.perFish).toBe(2);
    expect(offer.fishNeeded).toBe(2);
    // 13 of 15 ice days left, as fillets three quarters of them.
    expect(offer.daysLeftCut).toBeCloseTo(13 * 0.75, 9);
  });

  it('promises portions of bought-in sides, a piece a side, and no fish of them', () => {
    const salmon = of('salmon');
    const sides = lot({ condition: 'side', freePieces: 4, freeGrams: 4800 });
    const portions: Want = { ...fillets, form: form('portion'), pieces: 12, pieceGrams: 160 };
    const offer = offerFrom(salmon, sides, portions);
    expect(inWords(offer.refusal)).toBeNull();
    // Of 160 g each, a tenth less at least.
    expect(offer.perFish).toBe(Math.floor((1200 * offer.yield) / (160 * 0.9)));
    expect(inWords(canPromise([offer], portions).because)).toMatch(/^2 pieces from/);
    expect(offerFrom(salmon, sides, { ...fillets, pieces: 2, pieceGrams: 1100 }).perFish).toBe(1);
    for (const id of ['gutted', 'steaks', 'boneless_joint', 'scrape', 'collars', 'block_fillet'])
      expect(inWords(offerFrom(salmon, sides, { ...fillets, form: form(id) }).refusal), id).toMatch(
        /not from a side/,
      );
  });

  it('gives a piece the days it would have had if the shop had cut it', () => {
    const days = (condition: AvailableLot['condition'], id: string) =>
      offerFrom(of('salmon'), lot({ condition }), { ...fillets, form: form(id), pieceGrams: 100 })
        .daysLeftCut;
    expect(days('side', 'fillet_skin_on')).toBeCloseTo(days('gutted', 'fillet_skin_on'), 9);
    expect(days('fillet', 'portion_skinless')).toBeCloseTo(days('gutted', 'portion_skinless'), 9);
  });

  it('needs wanted weight over expected yield for a total weight', () => {
    const want: Want = { ...fillets, pieces: null, pieceGrams: null, totalGrams: 1000 };
    const offer = offerFrom(bass, lot(), want);
    expect(offer.fishNeeded).toBe(Math.ceil(1000 / (460 * offer.yield)));
    expect(wantedGrams(want)).toBe(1000);
    expect(wantedGrams(fillets)).toBe(440);
  });

  it.each<[Partial<AvailableLot>, Partial<Want>, RegExp | null]>([
    [{ verdict: null }, {}, /Not graded/],
    [{ verdict: 'hold' }, {}, /On hold/],
    [{ verdict: 'reject' }, {}, /Rejected/],
    [{ freePieces: 0, freeGrams: 0 }, {}, /not promised/],
    [{ used: 9.1 }, {}, /Will be too old to grill/],
    [{ used: 9.1 }, { use: 'poach' }, null],
    [{ used: 8 }, { dueInDays: 1.5 }, /Will be too old to grill/],
    [{ used: 1 }, { use: 'raw' }, /freezing record/],
    [{ used: 1, mostDays: 1.8, thawed: true }, { packing: 'frozen' }, /never frozen again/],
    [{ used: 1 }, { packing: 'frozen' }, null],
    [{ used: 1, rawFit: true, mostDays: 1.8, thawed: true }, { use: 'raw' }, null],
    [{ used: 1, mostDays: 1.8, thawed: true }, { dueInDays: 2 }, /Thawed/],
    [{ used: 1, mostDays: 0.4 }, { dueInDays: 0.5 }, /Graded for use today/],
    [{ used: 1, mostDays: 0.4 }, { dueInDays: 0.3, packing: 'frozen' }, null],
    [{ used: 1, damage: ['tears'] }, { form: form('scaled_gutted'), pieces: 1, pieceGrams: 400 }, /Tears/],
    [{ used: 1, damage: ['tears'] }, {}, null],
    [{ celsius: 5, used: 6 }, { dueInDays: 3.5, use: 'fry' }, /Will be too old|Out of life/],
    [{}, { pieceGrams: 200 }, /Fish too small: a fish gives 220 g of .*, 110 g a piece; 200 g were asked/],
    [{ freeGrams: 15_000 }, { form: form('boneless_joint'), pieces: 1, pieceGrams: 500 }, null],
    [
      { freeGrams: 15_000 },
      { form: form('boneless_joint'), pieces: 1 },
      /Fish too large: .* come at \d+ g each/,
    ],
    [{}, { form: form('boneless_joint'), pieces: 1 }, /fish of 1000 g and more; this is about 460 g/],
    [{ freeGrams: 9000 }, { form: form('steaks') }, null],
    [{ condition: 'headed_gutted' }, { form: form('gutted') }, /head is already off/],
  ])('of %o for %o', (change, want, refusal) => {
    const offer = offerFrom(bass, lot(change), { ...fillets, ...want });
    if (refusal === null) expect(inWords(offer.refusal)).toBeNull();
    else {
      expect(inWords(offer.refusal)).toMatch(refusal);
      expect(offer.fishNeeded).toBeNull();
    }
  });
});

describe('fish for a line', () => {
  const older = lot({ lotId: 1, code: '261122-S1', used: 5, freePieces: 1, freeGrams: 460 });
  const newer = lot({ lotId: 2, code: '261125-S1', used: 1 });

  it('takes what runs out of life first, then the next', () => {
    expect(proposePicks(offers([newer, older]), fillets)).toEqual({
      picks: [
        { lotId: 1, fish: 1 },
        { lotId: 2, fish: 1 },
      ],
      missing: 0,
    });
  });

  it('says how many pieces are missing', () => {
    expect(proposePicks(offers([older]), fillets)).toEqual({ picks: [{ lotId: 1, fish: 1 }], missing: 2 });
    expect(proposePicks([], fillets)).toEqual({ picks: [], missing: 4 });
  });

  it('leaves refused lots alone', () => {
    expect(proposePicks(offers([{ ...older, verdict: 'hold' }, newer]), fillets).picks).toEqual([
      { lotId: 2, fish: 2 },
    ]);
  });

  it('serves what it says and takes no fish too many', () => {
    const anyLot = fc.record({
      freePieces: fc.integer({ min: 0, max: 12 }),
      each: fc.integer({ min: 300, max: 900 }),
      used: fc.double({ min: 0, max: 14, noNaN: true }),
    });
    const anyWant = fc.oneof(
      fc.record({ pieces: fc.integer({ min: 1, max: 30 }), pieceGrams: fc.integer({ min: 60, max: 200 }) }),
      fc.record({ totalGrams: fc.integer({ min: 50, max: 9000 }) }),
    );
    fc.assert(
      fc.property(fc.array(anyLot, { maxLength: 6 }), anyWant, (lots, w) => {
        const want: Want = { ...fillets, pieces: null, pieceGrams: null, totalGrams: null, ...w };
        const all = offers(
          lots.map((l, i) => lot({ ...l, lotId: i + 1, freeGrams: l.freePieces * l.each })),
          want,
        );
        const { picks, missing } = proposePicks(all, want);
        const by = (id: number) => all.find((o) => o.lot.lotId === id)!;
        const each = (id: number) => by(id).perFish ?? by(id).fishGrams * by(id).yield;
        const served = picks.reduce((s, p) => s + p.fish * each(p.lotId), 0);
        const wanted = want.totalGrams ?? want.pieces!;
        for (const p of picks) {
          expect(inWords(by(p.lotId).refusal)).toBeNull();
          expect(p.fish).toBeLessThanOrEqual(by(p.lotId).fishFree);
        }
        if (missing === 0) expect(served).toBeGreaterThanOrEqual(wanted - 0.5);
        else expect(Math.abs(served + missing - wanted)).toBeLessThanOrEqual(1);
        const last = picks.at(-1);
        if (last) expect(served - each(last.lotId)).toBeLessThan(wanted);
      }),
    );
  });

  it('says yes, part or no, and why', () => {
    expect(inWords(canPromise(offers([older, newer]), fillets))).toEqual({
      answer: 'yes',
      because: '2 fish from 261122-S1, 261125-S1',
      servable: 4,
    });
    const part = canPromise(offers([older, { ...newer, verdict: 'hold' }]), fillets);
    expect(inWords(part)).toMatchObject({ answer: 'part', servable: 2 });
    expect(inWords(part.because)).toBe('2 of 4 pieces; 261125-S1: On hold');
    expect(inWords(canPromise([], fillets))).toEqual({
      answer: 'no',
      because: 'None in the shop',
      servable: 0,
    });
    expect(inWords(canPromise(offers([{ ...newer, verdict: null }]), fillets))).toMatchObject({
      answer: 'no',
      because: '261125-S1: Not graded yet',
    });
  });
});

describe('the outcome of a pick', () => {
  it('accounts for every gram that goes in', () => {
    const offer = offerFrom(bass, lot(), fillets);
    const out = pickOutcome(bass, offer, fillets, 2);
    expect(out.inputGrams).toBe(920);
    expect(out.pieces).toBe(4);
    expect(out.mainGrams + out.drip + out.trims.reduce((s, [, g]) => s + g, 0)).toBe(920);
    expect(out.overGrams).toBe(Math.max(0, out.mainGrams - 440));
  });
});
