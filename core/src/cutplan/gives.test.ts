import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { expectedCut } from '../board/index.ts';
import { formRefusal, shippedForms } from '../forms/index.ts';
import { arrivalFraction, catalogue, type ArrivalCondition } from '../species/index.ts';
import { canPromise, offerFrom, piecesOf, type AvailableLot, type Want } from './index.ts';
import { bodyRows, randomDay } from './testing/index.ts';
import { planned } from './testing/planned.ts';

const of = (id: string) => catalogue.find((s) => s.id === id)!;
const form = (id: string) => shippedForms.find((f) => f.id === id)!;
const fish = (id: string, condition: ArrivalCondition, grams: number) => ({
  species: of(id),
  condition,
  grams,
  farmed: false,
  roe: 'unknown' as const,
});
const wish = (id: string, pieceGrams: number) => ({ form: form(id), options: [], pieceGrams, month: 11 });

describe('pieces of one fish', () => {
  // A hake of 2250 g gutted has two sides of 630 g, and 1500 g of steaks before its tail.
  it.each([
    ['portion', 160, 8],
    ['portion', 300, 4],
    ['fillet_skin_on', 600, 2],
    ['fillet_skin_on', 400, 0],
    ['scaled_gutted', 2200, 1],
    ['scaled_gutted', 1500, 0],
    ['steaks', 200, 8],
    ['boneless_joint', 750, 1],
    ['boneless_joint', 400, 0],
  ])('hake in %s of %i g: %i', (id, grams, pieces) =>
    expect(piecesOf(fish('hake', 'gutted', 2250), wish(id, grams)).pieces).toBe(pieces),
  );
  it('what goes by the bag, and what comes off beside the parts, by weight', () => {
    const hake = fish('hake', 'gutted', 2250);
    // A bag of strips is made of both sides.
    expect(piecesOf(hake, wish('goujons', 900)).pieces).toBe(1);
    expect(piecesOf(hake, wish('goujons', 300)).pieces).toBe(4);
    expect(piecesOf(fish('salmon', 'gutted', 4050), wish('collars', 100)).pieces).toBe(1);
  });
  it('says the heaviest there could be, whether or not it is what was asked for', () => {
    const { heaviest } = piecesOf(fish('hake', 'gutted', 2250), wish('fillet_skin_on', 400));
    expect(heaviest).toBeGreaterThan(600);
    expect(piecesOf(fish('hake', 'gutted', 2250), wish('fillet_skin_on', heaviest)).pieces).toBe(2);
    expect(piecesOf(fish('hake', 'gutted', 2250), wish('fillet_skin_on', heaviest * 1.2)).pieces).toBe(0);
  });
  it('is, of its heaviest, what the ticket of such a fish says', () => {
    const hake = fish('hake', 'gutted', 2250);
    const ticket = (id: string) =>
      2250 *
      expectedCut({ species: hake.species, condition: 'gutted', form: form(id), fishGrams: 2250, month: 11 })
        .yield;
    for (const id of ['fillet_skin_on', 'portion_skinless'])
      expect(piecesOf(hake, wish(id, 100)).heaviest).toBeCloseTo(ticket(id) / 2, 6);
    expect(piecesOf(hake, wish('gutted', 2250)).heaviest).toBeCloseTo(ticket('gutted'), 6);
    expect(piecesOf(hake, wish('goujons', 300)).heaviest).toBeCloseTo(ticket('goujons'), 6);
    // A form that is not cut of hake at all.
    expect(piecesOf(hake, wish('quarter_cut', 100))).toEqual({ pieces: 0, heaviest: 0 });
  });
  it('goes by the form as the shop has it, whichever was asked first', () => {
    const plaice = fish('plaice', 'gutted', 761);
    const plain = wish('delice', 80);
    const { yield: usual } = plain.form;
    const half = { ...plain, form: { ...plain.form, yield: { ...usual, share: usual.share / 2 } } };
    const [had, less] = [piecesOf(plaice, plain), piecesOf(plaice, half)];
    expect(less.heaviest).toBeCloseTo(had.heaviest / 2, 6);
    expect(less.pieces).toBeLessThan(had.pieces);
    expect(piecesOf({ ...plaice }, { ...plain })).toEqual(had);
    const heavy = wish('delice', 2 * had.heaviest);
    expect(piecesOf(plaice, heavy).pieces).toBe(0);
    expect(piecesOf(plaice, { ...heavy, form: { ...heavy.form, tolerance: 0.7 } }).pieces).toBeGreaterThan(0);
    // A form of the shop's own is in no book.
    expect(piecesOf(plaice, { ...plain, form: { ...plain.form, id: 'own_delice' } })).toEqual(had);
  });
  it('slices for eating raw go by the bag, slices to cook by the piece', () => {
    const raw = shippedForms.find((f) => f.raw && f.does.includes('slices'))!;
    const salmon = fish('salmon', 'gutted', 4050);
    const { pieces, heaviest } = piecesOf(salmon, { ...wish(raw.id, 300), form: raw });
    // More than one side weighs: the bag is of both.
    const bag = piecesOf(salmon, { ...wish(raw.id, 0.9 * heaviest), form: raw });
    expect(bag.pieces).toBe(1);
    expect(pieces).toBeGreaterThan(2);
    const cooked = { ...raw, raw: false };
    expect(piecesOf(salmon, { ...wish(raw.id, 0.9 * heaviest), form: cooked }).pieces).toBe(0);
  });
  it('are told apart by the month, what a fish has of roe, and where it grew up', () => {
    const salmon = fish('salmon', 'whole', 4100);
    const heaviest = (more: Partial<typeof salmon>, month = 11) =>
      piecesOf({ ...salmon, ...more }, { ...wish('fillet_skin_on', 400), month }).heaviest;
    const spent = [1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12].map((m) => heaviest({}, m));
    expect(new Set(spent.map(Math.round)).size).toBeGreaterThan(1);
    expect(heaviest({ farmed: true })).toBeCloseTo(Math.max(...spent), 6);
  });
});

describe('a promise', () => {
  it('is of as many pieces as the cut plan then cuts', () => {
    let promised = 0;
    fc.assert(
      fc.property(
        fc.constantFrom(...bodyRows),
        fc.constantFrom(
          ...shippedForms.filter(
            (f) => f.section !== 'trim' && !f.raw && !f.does.includes('strips') && f.does.length > 0,
          ),
        ),
        fc.double({ min: 0.6, max: 1.7, noNaN: true }),
        fc.double({ min: 0.7, max: 1.4, noNaN: true }),
        (id, f, size, share) => {
          const species = of(id);
          const condition: ArrivalCondition =
            species.bodyPlan === 'tail' ? 'tail' : species.bodyPlan === 'wing' ? 'wing' : 'gutted';
          const whole = species.typicalG * size;
          const grams = Math.round(whole * arrivalFraction(species, condition));
          if (formRefusal(species, condition, f, whole) !== null) return;
          const pieceGrams = Math.round(f.pieceG * share);
          const lot: AvailableLot = {
            lotId: 1,
            code: 'a',
            condition,
            farmed: false,
            roe: 'unknown',
            freePieces: 2,
            freeGrams: 2 * grams,
            verdict: 'accept',
            used: 1,
            halfWidth: 0.5,
            celsius: 0.5,
            damage: [],
            rawFit: false,
            mostDays: null,
            thawed: false,
          };
          const want: Want = {
            form: f,
            options: [],
            pieces: 200,
            pieceGrams,
            totalGrams: null,
            use: 'fry',
            dueInDays: 0.2,
            month: 11,
          };
          const { servable } = canPromise([offerFrom(species, lot, want)], want);
          if (servable > 60) return;
          const day = randomDay(1, 1, 0, id);
          const one = { ...day.fish[0]!, condition, grams, daysLeft: 9 };
          const line = {
            id: 'l',
            form: f.id,
            pieces: 60,
            pieceGrams,
            totalGrams: null,
            window: null,
            thickMm: null,
            dueDays: 0.2,
            raw: false,
            value: 600_000,
            penalty: 0,
            partAllowed: true,
          };
          const so = planned(
            {
              ...day,
              fish: [
                { ...one, id: 'a' },
                { ...one, id: 'b' },
              ],
              lines: [line],
              counter: [],
            },
            30,
          );
          expect(Math.round(so.score.filled.l! * 60), `${id} ${grams} g, ${f.id} of ${pieceGrams} g`).toBe(
            servable,
          );
          if (servable > 0) promised++;
        },
      ),
      { numRuns: 200, seed: 4 },
    );
    expect(promised).toBeGreaterThan(25);
  });
});
