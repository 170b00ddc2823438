import { contract } from '@ember-slate/contract';
import { expect, it } from 'vitest';
import { landBass, shopForEach, wholeKey } from './testShop.ts';

/* Cards for the slab: one for each fish, form and price on sale, none for what may not be sold. */
const shop = shopForEach();

/** The sheet of cards: its status, and how many pages of A4 it has. */
async function cards(size: string) {
  const found = await fetch(`${shop().base}/api/labels/price-cards/${size}/cards.pdf`, {
    headers: { cookie: shop().counter.cookie },
  });
  const text = Buffer.from(await found.arrayBuffer()).toString('latin1');
  return { status: found.status, pages: text.match(/\/Type \/Page\b/g)?.length ?? 0, text };
}
const price = (item: string) =>
  shop().manager.ok(contract.prices.set, {
    body: { speciesId: 'sea_bass', item, was: null, perKg: 2400, reason: 'the quay' },
  });

it('are made once something graded and priced lies there, in the sizes there are', async () => {
  const { lotId } = await landBass(shop(), false);
  await price('whole');
  // Not graded: it may not be sold, so no card asks a price for it.
  expect((await cards('a7')).status).toBe(409);
  await landBass(shop());
  for (const size of ['a6', 'a7', 'a8']) expect(await cards(size)).toMatchObject({ status: 200, pages: 1 });
  for (const size of ['a5', 'A7', 'constructor']) expect((await cards(size)).status).toBe(404);
  expect(lotId).toBeGreaterThan(0);
});

it('speak for what lies before the customers once anything does', async () => {
  const { lotId } = await landBass(shop());
  await price('whole');
  const before = (await cards('a7')).text.length;
  await landBass(shop(), true, {
    speciesId: 'cod',
    condition: 'gutted',
    pieces: 3,
    grams: 9000,
    production: 'caught',
  });
  await shop().manager.ok(contract.prices.set, {
    body: { speciesId: 'cod', item: 'whole', was: null, perKg: 1400, reason: 'the quay' },
  });
  // Two fish are more to print than one, and one again when only one is laid out.
  const both = (await cards('a7')).text.length;
  expect(both).toBeGreaterThan(before);
  await shop().counter.ok(contract.counter.move, {
    body: { ...wholeKey(lotId), grams: 920, pieces: 2, to: 'place:slab' },
  });
  expect((await cards('a7')).text.length).toBeLessThan(both);
});

it('speak for other goods too, as long as they are sold', async () => {
  const lemon = {
    name: 'Lemon',
    unit: 'piece',
    price: 60,
    rate: null,
    allergens: '',
    counted: false,
  } as const;
  expect((await cards('a7')).status).toBe(409);
  const { id } = await shop().manager.ok(contract.goods.add, { body: lemon });
  expect(await cards('a7')).toMatchObject({ status: 200, pages: 1 });
  await shop().manager.ok(contract.goods.change, {
    params: { id },
    body: { ...lemon, offered: false, version: 1 },
  });
  expect((await cards('a7')).status).toBe(409);
});
