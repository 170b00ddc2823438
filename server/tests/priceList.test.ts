import { contract, firstSteps } from '@ember-slate/contract';
import { afterAll, beforeAll, beforeEach, describe, expect, inject, it } from 'vitest';
import { bassLot, delivery, openTestShop, pins, type TestShop } from './testShop.ts';

/* A shop before its first sale: what it has still to do, and its price list before there is any fish. */
let shop: TestShop;
beforeAll(async () => void (shop = await openTestShop(inject('databaseUrl'))));
afterAll(() => shop.close());
beforeEach(async () => void (await shop.manager.signIn(shop.staff.manager, pins.manager)));

const priced = async () =>
  Object.fromEntries(
    (await shop.manager.ok(contract.prices.list)).map((p) => [`${p.speciesId} ${p.item}`, p.perKg]),
  );
const read = (text: string) => shop.manager.send(contract.prices.readList, { body: { text } });

describe('a pasted price list', () => {
  const text = 'Fish;Form;Price\nhake;steaks;28.90\nsea bass;whole;24,50\n';

  it('is read line by line, and set as a whole', async () => {
    const { rows } = (await read(text)).body;
    expect(rows.map((r) => [r.line, r.price?.speciesName, r.price?.was, r.price?.perKg])).toEqual([
      [2, expect.stringMatching(/hake/i), null, 2890],
      [3, expect.stringMatching(/bass/i), null, 2450],
    ]);
    const prices = rows.map(({ price }) => ({
      speciesId: price!.speciesId,
      item: price!.item,
      was: price!.was,
      perKg: price!.perKg,
    }));
    await shop.manager.ok(contract.prices.setList, { body: { prices } });
    expect(await priced()).toEqual({ 'hake steaks': 2890, 'sea_bass whole': 2450 });
    const history = await shop.manager.ok(contract.prices.history, {
      query: { speciesId: 'hake', item: 'steaks' },
    });
    expect(history.sold.map((s) => [s.perKg, s.by, s.reason])).toEqual([
      [2890, 'The manager', 'with the price list'],
    ]);
    // Read again it says what stands there, and somebody else's price in between stops all of it.
    expect((await read(text)).body.rows.map((r) => r.price!.was)).toEqual([2890, 2450]);
    const late = await shop.manager.send(contract.prices.setList, {
      body: { prices: prices.map((p) => ({ ...p, was: p.speciesId === 'hake' ? 2890 : null, perKg: 3000 })) },
    });
    expect([late.status, late.problem.code]).toEqual([409, 'stale']);
    expect(await priced()).toEqual({ 'hake steaks': 2890, 'sea_bass whole': 2450 });
  });

  it.each([
    ['fish,form,price\nunicorn,steaks,1\nhake,steaks,0\nhake,steaks,12\nhake,steaks,13', [1, 1, 0, 1]],
    ['fish,form,price\nhake,steaks', [1]],
  ])('says what is wrong with each line: %j', async (bad, wrong) => {
    const { rows } = (await read(bad)).body;
    expect(rows.map((r) => r.errors.length)).toEqual(wrong);
    for (const r of rows) expect(r.price === null).toBe(r.errors.length > 0);
  });

  it.each([
    ['', 'nothing'],
    ['fish,form,price', 'a heading alone'],
    ['hake,steaks,28.90\nhake,whole,2', 'no heading'],
    ['fish,form,price\n"hake', 'a quote that never ends'],
    ['fish,form,price\nh\ufffdke,steaks,3', 'what is no UTF-8'],
    [`fish,form,price\n${'hake,steaks,3\n'.repeat(1001)}`, 'too many lines'],
  ])('is refused as a whole: %j', async (bad) => {
    const asked = await read(bad);
    expect([asked.status, asked.problem.errors![0]!.path]).toEqual([400, 'text']);
  });
});

describe('what a new shop has still to do', () => {
  const open = async () =>
    (await shop.manager.ok(contract.settings.steps)).flatMap((s) => (s.state === 'open' ? [s.step] : []));

  it('grows less as it is done, in any order, and as it is left', async () => {
    // The shop of these tests has its people and prices; its manager has a name.
    expect(await open()).toEqual(firstSteps.filter((s) => !['owner', 'people', 'prices'].includes(s)));
    const { id } = await shop.bench.ok(contract.landing.createDelivery, { body: delivery() });
    await shop.bench.ok(contract.landing.addLot, { params: { id }, body: bassLot() });
    const { version } = await shop.manager.ok(contract.people.rules);
    await shop.manager.ok(contract.people.setRules, { body: { version, profile: 'eu' } });
    expect(await open()).toEqual(['shop', 'opening', 'species', 'devices']);

    for (const leave of [true, true])
      await shop.manager.ok(contract.settings.leaveStep, { body: { step: 'devices', leave } });
    expect(await open()).toEqual(['shop', 'opening', 'species']);
    await shop.manager.ok(contract.settings.leaveStep, { body: { step: 'devices', leave: false } });
    expect(await open()).toEqual(['shop', 'opening', 'species', 'devices']);
    // What is done stays done, whatever was left.
    await shop.manager.ok(contract.settings.leaveStep, { body: { step: 'stock', leave: true } });
    expect((await shop.manager.ok(contract.settings.steps)).find((s) => s.step === 'stock')!.state).toBe(
      'done',
    );
  });
});
