import { inWords } from '@ember-slate/words/core';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { bodyOf, marksOn, zone } from '../body/index.ts';
import { offerFrom, type AvailableLot, type Stock, type Want } from '../cutplan/index.ts';
import { shippedForms, type Form } from '../forms/index.ts';
import { arrivalFraction, catalogue } from '../species/index.ts';
import { goesAlong } from '../yields/index.ts';
import {
  fishToBuy,
  inSeason,
  isWhite,
  sliceGrams,
  pickFree,
  trimAlong,
  toBuy,
  whiteFishFor,
  wholeFish,
  type Weighed,
} from './index.ts';

const of = (id: string) => catalogue.find((s) => s.id === id)!;
const form = (id: string): Form => shippedForms.find((f) => f.id === id)!;
const lot = (more: Partial<AvailableLot> = {}): AvailableLot => ({
  lotId: 1,
  code: 'A1',
  condition: 'gutted',
  farmed: false,
  roe: 'unknown',
  freePieces: 4,
  freeGrams: 9000,
  verdict: 'accept',
  used: 2,
  halfWidth: 0,
  celsius: 0,
  damage: [],
  rawFit: false,
  mostDays: null,
  thawed: false,
  ...more,
});
const want = (more: Partial<Want> = {}): Want => ({
  form: form('portion'),
  options: [],
  pieces: 4,
  pieceGrams: 170,
  totalGrams: null,
  use: 'fry',
  dueInDays: 1,
  month: 11,
  ...more,
});
const stock = (id: string, ...lots: AvailableLot[]): Stock => ({ species: of(id), lots });

describe('any white fish in season', () => {
  it('is lean and white: no salmon, no mackerel, no bass', () => {
    expect(['cod', 'hake', 'plaice', 'monkfish'].every((id) => isWhite(of(id)))).toBe(true);
    expect(['salmon', 'mackerel', 'sea_bass'].some((id) => isWhite(of(id)))).toBe(false);
  });
  // Spawning months are those of the species book.
  it.each([
    ['cod', 3, false],
    ['cod', 11, true],
    ['hake', 5, false],
  ] as const)('%s in month %i: in season %s', (id, month, is) => {
    expect(inSeason(of(id), month)).toBe(is);
  });
  it('is the one that serves the whole wish; of several the one in season; of those the one that must go soonest', () => {
    const fresh = lot({ lotId: 1, used: 1 });
    const older = lot({ lotId: 2, used: 4 });
    expect(whiteFishFor([stock('cod', fresh), stock('haddock', older)], want())!.species.id).toBe('haddock');
    expect(
      whiteFishFor([stock('cod', fresh), stock('haddock', lot({ ...older, freePieces: 0 }))], want())!.species
        .id,
    ).toBe('cod');
    // In March the cod spawns: one in season comes before it, though it could wait.
    const spring = catalogue.find((s) => isWhite(s) && inSeason(s, 3) && s.bodyPlan === 'elongate')!;
    const both = [stock('cod', older), stock(spring.id, fresh)];
    expect(whiteFishFor(both, want({ month: 3 }))!.species.id).toBe(spring.id);
    expect(whiteFishFor(both, want({ month: 11 }))!.species.id).toBe('cod');
  });
  it('is none where no white fish is cut that way, and only a name where none lies there', () => {
    expect(inWords(whiteFishFor([stock('cod', lot())], want({ form: form('wing') })))).toBeNull();
    expect(whiteFishFor([stock('cod')], want())!.species.id).toBe('cod');
  });
});

describe('what is free after a line', () => {
  it('takes parts of a fish, the lot that must go first before the other', () => {
    const cod = stock(
      'cod',
      lot({ lotId: 1, used: 1 }),
      lot({ lotId: 2, code: 'A2', used: 4, freePieces: 1, freeGrams: 2250 }),
    );
    const { picks, missing, left } = pickFree(
      cod,
      want({ form: form('fillet_skin_on'), pieces: 3, pieceGrams: 500 }),
    );
    expect(missing).toBe(0);
    expect(picks).toEqual([
      { lotId: 2, fish: 1 },
      { lotId: 1, fish: 0.5 },
    ]);
    expect(left.map((l) => [l.lotId, l.freePieces, l.freeGrams])).toEqual([
      [1, 3.5, 7875],
      [2, 0, 0],
    ]);
    expect(wholeFish(left).map((l) => [l.freePieces, l.freeGrams])).toEqual([
      [3, 6750],
      [0, 0],
    ]);
  });
  it('leaves the rest of a begun fish as good as it was: its other side is the same piece', () => {
    const one = stock('cod', lot({ freePieces: 1, freeGrams: 2250 }));
    const side = want({ form: form('fillet_skin_on'), pieces: 1, pieceGrams: 500 });
    const first = pickFree(one, side);
    expect(first.left[0]).toMatchObject({ freePieces: 0.5, freeGrams: 1125 });
    const second = pickFree({ ...one, lots: first.left }, side);
    expect([second.missing, second.left[0]!.freePieces]).toEqual([0, 0]);
    expect(pickFree({ ...one, lots: second.left }, side)).toMatchObject({ missing: 1, picks: [] });
  });
  it('neither makes nor loses fish, and what is missing plus what is taken is what was wanted', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.tuple(
            fc.integer({ min: 0, max: 6 }),
            fc.integer({ min: 400, max: 6000 }),
            fc.integer({ min: 0, max: 12 }),
          ),
          {
            minLength: 1,
            maxLength: 4,
          },
        ),
        fc.integer({ min: 1, max: 40 }),
        (lots, pieces) => {
          const cod = stock(
            'cod',
            ...lots.map(([n, grams, used], i) =>
              lot({ lotId: i + 1, freePieces: n, freeGrams: n * grams, used }),
            ),
          );
          const { picks, missing, left } = pickFree(cod, want({ pieces }));
          const taken = picks.reduce((s, p) => s + p.fish, 0);
          const sum = (ls: readonly AvailableLot[]) => ls.reduce((s, l) => s + l.freePieces, 0);
          expect(sum(left) + taken).toBeCloseTo(sum(cod.lots), 9);
          expect(left.every((l) => l.freePieces >= 0 && l.freeGrams >= 0)).toBe(true);
          expect(missing).toBeGreaterThanOrEqual(0);
          expect(missing).toBeLessThanOrEqual(pieces);
          if (picks.length === 0) expect(missing).toBe(pieces);
        },
      ),
      { numRuns: 100 },
    );
  });
});

describe('fish to buy', () => {
  it('adds up what several lines lack before it rounds up', () => {
    const half = toBuy(of('hake'), form('fillet_skin_on'), { pieceGrams: 600, missing: 1 }, 11);
    expect(half.fish).toBe(0.5);
    // A hake of 2500 g comes gutted: 2250 g.
    expect(fishToBuy([half])).toEqual({ fish: 1, grams: 2250 });
    expect(fishToBuy([half, half])).toEqual({ fish: 1, grams: 2250 });
    expect(fishToBuy([half, half, half])).toEqual({ fish: 2, grams: 4500 });
    expect(fishToBuy([])).toEqual({ fish: 0, grams: 0 });
  });
  it('counts each size apart', () => {
    const [small, big] = [160, 400].map((pieceGrams) =>
      toBuy(of('haddock'), form('fillet_skin_on'), { pieceGrams, missing: 1 }, 11),
    );
    expect(small!.fishGrams).toBeLessThan(big!.fishGrams);
    expect(fishToBuy([small!, big!])).toEqual({ fish: 2, grams: small!.fishGrams + big!.fishGrams });
  });
  it('asks for the heaviest there are where none is large enough', () => {
    const big = toBuy(of('hake'), form('fillet_skin_on'), { pieceGrams: 15_000, missing: 2 }, 11);
    expect(big).toEqual({ fish: 2, fishGrams: Math.round(of('hake').maxG * 0.9) });
  });
  it('are of the size that serves the line, as near the usual as may be', () => {
    const askedFor = (speciesId: string, id: string, pieceGrams: number) => {
      const [species, f, line] = [of(speciesId), form(id), { pieceGrams, missing: 4 }];
      const bought = toBuy(species, f, line, 11);
      const offer = (fishGrams: number) =>
        offerFrom(
          species,
          lot({
            condition: species.arrives,
            freePieces: 40,
            freeGrams: 40 * fishGrams,
            used: 0,
            rawFit: true,
          }),
          want({ form: f, pieces: 4, pieceGrams }),
        );
      return { bought, species, f, offer, served: offer(bought.fishGrams) };
    };
    let tried = 0;
    fc.assert(
      fc.property(
        fc.constantFrom(...catalogue.map((s) => s.id)),
        fc.constantFrom(
          'fillet_skin_on',
          'fillet_skinless',
          'portion',
          'scaled_gutted',
          'quarter_cut',
          'steaks',
        ),
        fc.integer({ min: 40, max: 900 }),
        (speciesId, id, pieceGrams) => {
          const { bought, species, f, offer, served } = askedFor(speciesId, id, pieceGrams);
          const came = (whole: number) => whole * arrivalFraction(species, species.arrives);
          const least = Math.max(species.minG, f.lightestG ?? 0);
          const sizes = Array.from({ length: 40 }, (_, i) =>
            came(least * (species.maxG / least) ** (i / 39)),
          );
          const serves = sizes.map((g) => offer(g).refusal === null);
          // A size may serve by the luck of where its marks fall: those whose neighbours serve too are sure ones.
          const serving = sizes.filter((_, i) => serves[i - 1] && serves[i] && serves[i + 1]);
          if (serving.length === 0) return;
          tried++;
          expect(served.refusal, JSON.stringify([bought, served.refusal])).toBeNull();
          expect(served.fishNeeded).toBe(Math.ceil(bought.fish - 1e-9));
          const usual = came(Math.max(species.typicalG, least));
          const far = (g: number) => Math.abs(Math.log(g / usual));
          expect(far(bought.fishGrams)).toBeLessThanOrEqual(Math.min(...serving.map(far)) + 0.03);
        },
      ),
      { numRuns: 100, seed: 9 },
    );
    expect(tried).toBeGreaterThan(30);
  });
  it('by weight follows the yield', () => {
    const { fish, fishGrams } = toBuy(
      of('cod'),
      form('fillet_skinless'),
      { pieceGrams: null, missing: 2000 },
      11,
    );
    const main = fish * fishGrams * (of('cod').filletSkinless / of('cod').gutted);
    expect(main).toBeCloseTo(2000, -2);
  });
});

it('a slice by thickness weighs what the body model says of the middle of the fish', () => {
  const salmon = of('salmon');
  const body = bodyOf(salmon, 'gutted', salmon.typicalG * salmon.gutted)!;
  const steaks = marksOn(body, zone(body, 'front'), {
    by: 'mm',
    amount: 25,
    rest: 'leave',
    kerfMm: 0,
  }).pieces;
  const weights = steaks.map((p) => p.grams);
  expect(sliceGrams(salmon, 25)!).toBeGreaterThan(Math.min(...weights));
  expect(sliceGrams(salmon, 25)!).toBeLessThanOrEqual(Math.ceil(Math.max(...weights)));
  expect(sliceGrams(salmon, 50)! / sliceGrams(salmon, 25)!).toBeCloseTo(2, 1);
  expect(
    sliceGrams(
      catalogue.find((s) => s.bodyPlan === 'wing')!,
      25,
    ),
  ).toBeNull();
});

it('trim goes along as the customer wishes it', () => {
  const parts = ['head', 'collars', 'frame', 'belly', 'skin'];
  expect(parts.filter((p) => goesAlong('shop', p))).toEqual([]);
  expect(parts.filter((p) => goesAlong('stock', p))).toEqual(['head', 'collars', 'frame']);
  expect(parts.filter((p) => goesAlong('all', p))).toEqual(parts);
});

it('trim is shared by weight, and no gram of it twice, whoever comes first', () => {
  const wishes = fc.constantFrom('shop' as const, 'stock' as const, 'all' as const);
  fc.assert(
    fc.property(
      fc.array(fc.record({ grams: fc.integer({ min: 1, max: 3000 }), wish: wishes }), {
        minLength: 1,
        maxLength: 5,
      }),
      fc.integer({ min: 0, max: 4000 }),
      fc.constantFrom('head', 'skin'),
      (lines, lying, trim) => {
        const all: Weighed[] = lines.map((l) => ({ ...l, had: false }));
        const cut = all.reduce((s, l) => s + l.grams, 0);
        let left = lying;
        for (const mine of all) {
          const grams = trimAlong(
            left,
            trim,
            mine,
            all.filter((o) => o !== mine),
          );
          expect(
            Math.abs(grams - (goesAlong(mine.wish, trim) ? (lying * mine.grams) / cut : 0)),
          ).toBeLessThan(all.length + 1);
          left -= grams;
          mine.had = true;
        }
        expect(left).toBeGreaterThanOrEqual(0);
      },
    ),
  );
});
