import { inWords } from '@ember-slate/words/core';
import { describe, expect, it } from 'vitest';
import { catalogue } from '../species/index.ts';
import { cheeksWorth, headFlesh, expectedComponents, trims, type TrimId } from '../yields/index.ts';
import {
  isMadeBatch,
  madeBatch,
  madeId,
  madeItem,
  partRefusal,
  productId,
  productIds,
  productOf,
  productRefusal,
  products,
  trimUses,
  trimWorth,
  type ProductId,
  type TrimEnd,
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
  /** What the shop says against it, by its code; null where it may go in. */
  const told = (product: ProductId, trim: TrimId, species: string, methods = {}, customs = none) =>
    productRefusal(product, { trim, species: of(species), customs, methods })?.code.split(':')[1] ?? null;

  it('says of every part of every fish which product takes it, and of the others why not', () => {
    const salmonKind = ['salmon', 'chinook', 'sea_trout', 'rainbow_trout', 'arctic_char'];
    for (const s of catalogue)
      for (const product of productIds)
        for (const trim of Object.keys(trims) as TrimId[])
          for (const oily_frames of [undefined, 'no_stock', 'own_dish', 'salmon_ok'] as const)
            for (const salmon_heads of [undefined, 'no', 'soaked'] as const) {
              const found = told(product, trim, s.id, { oily_frames, salmon_heads });
              const oily = s.fat === 'oily';
              const salmon = salmonKind.includes(s.id);
              const bones = oily && ['head', 'frame', 'collars'].includes(trim);
              const stock = product === 'stock_pack' || product === 'oily_stock';
              const expected = !(products[product].of as readonly string[]).includes(trim)
                ? 'takes_none_of_that'
                : partRefusal({ trim, species: s, customs: none })
                  ? partRefusal({ trim, species: s, customs: none })!.code.split(':')[1]!
                  : product === 'oily_stock' && !oily
                    ? 'is_not_oily_it_goes_to_the_white'
                    : stock && bones && trim === 'head' && salmon && salmon_heads !== 'soaked'
                      ? 'salmon_heads_stay_out_of_stock'
                      : product === 'oily_stock' && (oily_frames ?? 'no_stock') === 'no_stock'
                        ? 'oily_frames_are_not_for_stock_here'
                        : product === 'stock_pack' && bones && !(oily_frames === 'salmon_ok' && salmon)
                          ? 'oily_frames_are_kept_apart_from'
                          : null;
              expect(found, `${trim} of ${s.id} into ${product}`).toBe(expected);
            }
  });

  it('knows whose roe and whose liver is usually eaten', () => {
    const eaten = (trim: TrimId) =>
      catalogue.filter((s) => partRefusal({ trim, species: s, customs: none }) === null).map((s) => s.id);
    expect(eaten('roe').sort().join(' ')).toBe(
      'chinook cod grey_mullet haddock hake herring mackerel plaice pollack saithe salmon',
    );
    expect(eaten('liver').sort()).toEqual(['cod', 'monkfish']);
    expect(eaten('frame')).toHaveLength(catalogue.length);
    for (const part of ['viscera', 'ray_body'] as const) expect(eaten(part)).toEqual([]);
    // What the shop says of one part holds for that part only.
    const customs = { roe: ['turbot'], liver: [] };
    const said = (trim: TrimId) => inWords(partRefusal({ trim, species: of('turbot'), customs }));
    expect(said('roe')).toBeNull();
    expect(said('liver')).toMatch(/^The liver of Turbot is not known/);
    expect(inWords(partRefusal({ trim: 'roe', species: of('turbot'), customs: none }))).toMatch(
      /^The roe of/,
    );
    expect(inWords(partRefusal({ trim: 'viscera', species: of('cod'), customs: none }))).toMatch(/^Guts and/);
    expect(inWords(partRefusal({ trim: 'ray_body', species: of('skate'), customs: none }))).toMatch(
      /of a ray/,
    );
    expect(
      inWords(partRefusal({ trim: 'roe', species: { ...of('cod'), reefToxin: true }, customs: none })),
    ).toMatch(/reef toxin, and roe holds/);
  });

  it('gives every trim a way to go, or says that it is waste', () => {
    for (const trim of Object.keys(trims) as TrimId[]) {
      const { uses, rule, mostDays } = trimUses[trim];
      expect(uses.length === 0, trim).toBe(['viscera', 'ray_body'].includes(trim));
      if (uses.length === 0) expect([rule === null, mostDays], trim).toEqual([false, 0]);
      for (const w of [...uses, ...(rule ? [rule] : [])]) expect(inWords(w).length, trim).toBeGreaterThan(2);
    }
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
    // Tickets count up to a thousand million, what was made from there.
    expect([isMadeBatch(1_000_000_000), madeId(madeBatch(17))]).toEqual([false, 17]);
    for (const id of productIds) expect(productId(madeItem(id))).toBe(id);
    for (const none of ['made:', 'made', 'xmade:roe', 'trim:roe', 'roe', 'made:toString'])
      expect([productId(none), productOf(none)]).toEqual([null, null]);
  });
  it('are food but for the pet pack, and stocks are soaked first', () => {
    for (const id of productIds) {
      expect(products[id].food, id).toBe(id !== 'pet_pack');
      expect(products[id].soakMinutes > 0, id).toBe(id.includes('stock'));
      expect(products[id].mostDays, id).toBeGreaterThan(0);
    }
  });
  it('name only trims there are', () => {
    for (const id of productIds)
      for (const t of productOf(madeItem(id))!.of) expect(inWords(trims)).toHaveProperty(t);
  });
});

it('counts in money what was binned with a buyer', () => {
  const row = (trim: string, end: TrimEnd, grams: number, money = 0) => ({
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
    row('offcuts', 'binned', 700),
    row('skin', 'kitchen', 50, 5),
    row('skin', 'there', 80, 0),
    row('skin', 'returned', 90, 9),
    // Half a minor unit is rounded up.
    row('belly', 'binned', 1),
  ];
  expect(
    trimWorth(rows, (t) => ({ collars: 750, frame: 350, offcuts: 0, belly: 500, skin: 100 })[t] ?? null),
  ).toEqual({
    recoveredGrams: 3050,
    recoveredMoney: 1455,
    binnedGrams: 401,
    missedMoney: 301,
  });
});
