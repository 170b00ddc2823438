import { contract } from '@ember-slate/contract';
import { learnedSpread, usualSpread } from '@ember-slate/core/body';
import { expect, it } from 'vitest';
import { fourFillets, landBass, shopForEach, start, sweep, toBench } from './testShop.ts';

const getShop = shopForEach();

it('how far pieces come out is learned from those that were weighed one by one, on tickets that are closed', async () => {
  const shop = getShop();
  await landBass(shop, true, { pieces: 10, grams: 15_000 });
  const spread = async (id: number) =>
    (await shop.bench.ok(contract.bench.ticket, { params: { id } })).spread;
  interface Way {
    strike?: number;
    form?: string;
    source?: 'measured' | 'simulated';
  }
  type Weights = readonly (readonly [grams: number, pieces: number])[];
  /** Cuts an order of four pieces of 110 g; weighs them so many at a time, and takes the first of them back. */
  const pieces = async (
    weights: Weights,
    { strike = 0, form = 'portion', source = 'measured' }: Way = {},
  ) => {
    const [line] = fourFillets().lines;
    const { tickets } = await toBench(shop, fourFillets({ lines: [{ ...line, form }] }));
    const id = tickets[0]!;
    const params = { id };
    const ticket = await start(shop, id);
    const weigh = (grams: number, pieces: number) =>
      shop.bench.ok(contract.bench.weigh, {
        params,
        body: {
          cutId: ticket.cuts[0]!.id,
          kind: 'order',
          item: form,
          grams,
          pieces,
          source,
        },
      });
    const made = [];
    for (const [grams, pieces] of weights) made.push(await weigh(grams, pieces));
    for (const w of made.slice(0, strike))
      await shop.bench.ok(contract.bench.strike, { params: { id, weightId: w.id } });
    const close = async () => {
      await sweep(shop, id);
      const { version } = await shop.bench.ok(contract.bench.ticket, { params });
      await shop.bench.ok(contract.bench.close, {
        params,
        body: { version, reason: 'trim was thrown away' },
      });
    };
    return { id, close };
  };
  const first = await pieces([
    [104, 1],
    [118, 1],
    [111, 1],
    [99, 1],
  ]);
  expect(await spread(first.id)).toEqual({ ...usualSpread, tickets: 0 });
  await first.close();
  const learned = [[104, 118, 111, 99].map((g) => g / 110)];
  const now = { ...learnedSpread(learned), tickets: 1 };
  expect(await spread(first.id)).toEqual({
    fish: expect.closeTo(now.fish, 6) as number,
    cut: expect.closeTo(now.cut, 6) as number,
    tickets: 1,
  });
  // Weighed together, or taken back but for one, they say nothing of one cut against another.
  await (await pieces([[436, 4]])).close();
  await (
    await pieces(
      [
        [60, 1],
        [70, 1],
        [125, 1],
      ],
      { strike: 2 },
    )
  ).close();
  // Nor does a fillet, which is as heavy as it is, nor a scale that made its weights up.
  const two = [
    [160, 1],
    [90, 1],
  ] as const;
  await (await pieces(two, { source: 'simulated' })).close();
  await (await pieces(two, { form: 'fillet_skinless' })).close();
  expect((await spread(first.id)).tickets).toBe(1);
  const second = await pieces([
    [125, 1],
    [121, 1],
  ]);
  await second.close();
  const all = learnedSpread([...learned, [125, 121].map((g) => g / 110)]);
  const after = await spread(second.id);
  expect(after.tickets).toBe(2);
  expect([after.fish, after.cut]).toEqual([expect.closeTo(all.fish, 6), expect.closeTo(all.cut, 6)]);
});
