import { inWords } from '@ember-slate/words/core';
import { describe, expect, it } from 'vitest';
import { catalogue } from '../species/index.ts';
import { cheeksWorth, headFlesh, expectedComponents, trims, type TrimId } from '../yields/index.ts';
import {
  isMadeBatch,
  madeBatch,
  madeItem,
  partRefusal,
  productIds,
  productOf,
  productRefusal,
  trimWorth,
  type ProductId,
} from './index.ts';

const of = (id: string) => catalogue.find((s) => s.id === id)!;
const none = { roe: [], liver: [] };
const may = (product: ProductId, trim: TrimId, species: string, methods = {}) =>
  productRefusal(product, { trim, species: of(species), customs: none, methods }) === null;

describe('where trim may go (common practice)', () => {
  it.each([
    ['a plaice frame into stock', may('stock_pack', 'frame', 'plaice'), true],
    ['a mackerel frame into stock', may('stock_pack', 'frame', 'mackerel'), false],
    ['a salmon frame into stock', may('stock_pack', 'frame', 'salmon'), false],
    [
      'a salmon frame where salmon is accepted',
      may('stock_pack', 'frame', 'salmon', { oily_frames: 'salmon_ok' }),
      true,
    ],
    [
      'a mackerel frame where salmon is accepted',
      may('stock_pack', 'frame', 'mackerel', { oily_frames: 'salmon_ok' }),
      false,
    ],
    [
      'a salmon head with frames accepted',
      may('stock_pack', 'head', 'salmon', { oily_frames: 'salmon_ok' }),
      false,
    ],
    [
      'a salmon head, soaked',
      may('stock_pack', 'head', 'salmon', { oily_frames: 'salmon_ok', salmon_heads: 'soaked' }),
      true,
    ],
    [
      'an oily frame into its own stock',
      may('oily_stock', 'frame', 'herring', { oily_frames: 'own_dish' }),
      true,
    ],
    ['an oily frame into any stock by default', may('oily_stock', 'frame', 'herring'), false],
    [
      'a white frame into the oily stock',
      may('oily_stock', 'frame', 'cod', { oily_frames: 'own_dish' }),
      false,
    ],
    ['scrape into cakes', may('cake_mix', 'scrape', 'hake'), true],
    ['skin into cakes', may('cake_mix', 'skin', 'hake'), false],
    ['pin strips to pets', may('pet_pack', 'pinStrip', 'salmon'), true],
    ['cod roe', may('roe', 'roe', 'cod'), true],
    ['grouper roe', may('roe', 'roe', 'grouper'), false],
  ] as const)('%s: %s', (_name, found, expected) => {
    expect(found).toBe(expected);
  });
  it('never uses guts, and eats no roe or liver that is unknown or of a reef', () => {
    for (const species of catalogue) {
      for (const product of productIds) expect(may(product, 'viscera', species.id)).toBe(false);
      const customs = { roe: [species.id], liver: [species.id] };
      for (const trim of ['roe', 'liver'] as const)
        expect(partRefusal({ trim, species, customs }) === null).toBe(!species.reefToxin);
    }
    expect(inWords(partRefusal({ trim: 'liver', species: of('plaice'), customs: none }))).toMatch(
      /not known/,
    );
  });
  it('gives usable flesh off large heads, and trims off a large salmon, as is common practice', () => {
    // 227 to 340 g off a large head (6 kg and up); 0.9 to 1.4 kg of usable trims in all from about 8 kg: common practice.
    const salmon = of('salmon');
    for (const grams of [6000, 7000, 8000]) {
      expect(headFlesh(salmon, grams)).toBeGreaterThanOrEqual(227);
      expect(headFlesh(salmon, grams)).toBeLessThanOrEqual(340);
    }
    const parts = expectedComponents(salmon, 8000, 6);
    const usable =
      headFlesh(salmon, 8000) + 8000 * (parts.collars + parts.belly + parts.scrape + parts.pinStrip);
    expect(usable).toBeGreaterThan(900);
    expect(usable).toBeLessThan(1400);
    expect([headFlesh(salmon, 4000), headFlesh(of('cod'), 8000)]).toEqual([0, 0]);
    expect([cheeksWorth(1999), cheeksWorth(2000)]).toEqual([false, true]);
  });
});

describe('products', () => {
  it('have their own items and batches', () => {
    for (const id of productIds) expect(inWords(productOf(madeItem(id))?.name)).toBeTruthy();
    expect(inWords([productOf('made:constructor'), productOf('trim:head')])).toEqual([null, null]);
    expect([isMadeBatch(madeBatch(1)), isMadeBatch(40_000)]).toEqual([true, false]);
  });
  it('name only trims there are', () => {
    for (const id of productIds)
      for (const t of productOf(madeItem(id))!.of) expect(inWords(trims)).toHaveProperty(t);
  });
});

it('counts in money what was binned with a buyer', () => {
  const row = (trim: string, end: 'sold' | 'binned' | 'made', grams: number, money = 0) => ({
    trim,
    end,
    grams,
    money,
  });
  const rows = [
    row('collars', 'sold', 1000, 750),
    row('collars', 'binned', 400),
    row('frame', 'made', 2000, 700),
    row('viscera', 'binned', 900),
  ];
  expect(trimWorth(rows, (t) => (t === 'collars' ? 750 : t === 'frame' ? 350 : null))).toEqual({
    recoveredGrams: 3000,
    recoveredMoney: 1450,
    binnedGrams: 400,
    missedMoney: 300,
  });
});
