import { contract, elsewhere, type BodyOf, type Elsewhere, type Route } from '@ember-slate/contract';
import { sameHours } from '@ember-slate/core/calendar';
import { afterAll, beforeAll, beforeEach, describe, expect, inject, it } from 'vitest';
import { bassLot, delivery, noon, openTestShop, pins, type TestShop } from './testShop.ts';

/* What a shop decides about itself: who decided it, when, and the way back to what it came with. */
let shop: TestShop;
beforeAll(async () => void (shop = await openTestShop(inject('databaseUrl'))));
afterAll(() => shop.close());
beforeEach(async () => void (await shop.manager.signIn(shop.staff.manager, pins.manager)));

const all = () => shop.manager.ok(contract.settings.all);
const toSix = (weekdays: number[]) => sameHours(weekdays, { opens: 8 * 60, closes: 18 * 60 });
const setShop = async (more: Partial<BodyOf<typeof contract.settings.setShop>>) => {
  const { decided: _who, currencyFixed: _fixed, ...had } = (await all()).shop;
  return shop.manager.send(contract.settings.setShop, { body: { ...had, ...more } });
};
const setOpening = async (more: Record<string, unknown>) => {
  const { decided: _who, ...had } = (await all()).opening;
  return shop.manager.send(contract.settings.setOpening, { raw: { ...had, ...more } });
};
const byMe = { by: 'The manager', at: noon.toISOString() };

describe('what is decided on a page of its own', () => {
  /** One change of each, beside what stands there. */
  const changes: Record<Elsewhere, () => Promise<{ route: Route; params?: { part: string }; body: object }>> =
    {
      ruleProfile: () => Promise.resolve({ route: contract.people.setRules, body: { profile: 'us' } }),
      methods: () =>
        Promise.resolve({ route: contract.forms.shopMethods, body: { choices: { membrane: 'shaved' } } }),
      tubs: () => Promise.resolve({ route: contract.bench.keepTub, body: { name: 'Bucket', grams: 640 } }),
      labels: async () => {
        const { labels } = await shop.manager.ok(contract.forms.book);
        return { route: contract.labels.setSettings, body: { ...labels, size: '100x70' } };
      },
      trimRules: () =>
        Promise.resolve({
          route: contract.trim.setRule,
          params: { part: 'frame' },
          body: { keep: false, goesTo: 'bin', perKg: null, demandGrams: 0 },
        }),
      customs: () =>
        Promise.resolve({
          route: contract.trim.setCustoms,
          params: { part: 'roe' },
          body: { speciesIds: ['cod'] },
        }),
      money: async () => {
        const { version: _v, ...money } = await shop.manager.ok(contract.costs.settings);
        return { route: contract.costs.setSettings, body: { ...money, perHour: 2_345 } };
      },
      checks: () =>
        Promise.resolve({
          route: contract.close.setChecks,
          body: { checks: [{ id: 'own_1', words: 'Cat out' }] },
        }),
      holidays: () =>
        Promise.resolve({
          route: contract.buying.setHolidays,
          body: { holidays: [{ day: '2026-12-24', factor: 3, name: 'Christmas Eve' }] },
        }),
    };
  const one = async (name: Elsewhere) => (await all()).elsewhere.find((e) => e.name === name)!;

  it.each(elsewhere)('%s says who decided it, and goes back to what it came with', async (name) => {
    expect((await one(name)).decided).toBeNull();
    const before = (await one(name)).version;
    const { route, params, body } = await changes[name]();
    const sent = await shop.manager.send(route, {
      ...(params ? { params } : {}),
      raw: { ...body, ...(name === 'tubs' ? {} : { version: before }) },
    });
    expect(sent.status).toBe(200);
    expect(await one(name)).toEqual({ name, version: before + 1, decided: byMe });

    const back = await shop.manager.ok(contract.settings.back, {
      params: { name },
      body: { version: before + 1 },
    });
    expect(await one(name)).toEqual({ name, version: back.version, decided: null });
    // Whoever saw what stood before writes over nothing.
    const late = await shop.manager.send(contract.settings.back, {
      params: { name },
      body: { version: before + 1 },
    });
    expect([late.status, late.problem.code]).toEqual([409, 'stale']);
  });

  it('is what it was before anybody decided: the lists it is shown in say so', async () => {
    const size = async () => (await shop.manager.ok(contract.forms.book)).labels;
    const was = await size();
    const { route, body } = await changes.labels();
    await shop.manager.send(route, { raw: { ...body, version: was.version } });
    expect((await size()).size).toBe('100x70');
    await shop.manager.ok(contract.settings.back, {
      params: { name: 'labels' },
      body: { version: was.version + 1 },
    });
    expect(await size()).toEqual({ ...was, version: was.version + 2 });
  });

  it('has no way back for what is decided elsewhere or nowhere', async () => {
    for (const name of ['name', 'hours', 'sample', 'nonsense', '__proto__'])
      expect(
        (await shop.manager.send(contract.settings.back, { params: { name }, body: { version: 1 } })).status,
      ).toBe(404);
  });
});

describe('the shop', () => {
  it('keeps who decided what, and shows every screen what it is called', async () => {
    // Set up with the shop: nobody's decision.
    expect((await all()).shop.decided).toEqual({ by: null, at: null });
    expect(
      (await setShop({ name: 'Skerrow Slip', address: '4 Quay Street', approval: 'GB XY 12' })).status,
    ).toBe(200);
    expect((await all()).shop).toMatchObject({
      name: 'Skerrow Slip',
      address: '4 Quay Street',
      approval: 'GB XY 12',
      decided: byMe,
    });
    expect((await shop.counter.ok(contract.session.shop)).name).toBe('Skerrow Slip');
  });

  it('does not count as decided anew what was saved as it stood', async () => {
    const { version } = (await all()).screens;
    await shop.manager.ok(contract.settings.setScreens, {
      body: { version, idleLockMinutes: 10, twoSweepers: false },
    });
    expect((await all()).screens).toMatchObject({ version, idleLockMinutes: 10, decided: null });
    await shop.manager.ok(contract.settings.setScreens, {
      body: { version, idleLockMinutes: 3, twoSweepers: false },
    });
    expect((await all()).screens).toMatchObject({ version: version + 1, idleLockMinutes: 3, decided: byMe });
    expect((await shop.bench.ok(contract.session.shop)).idleLockMinutes).toBe(3);
  });

  it('reckons in another currency only before fish or money is in the books', async () => {
    const nonsense = await setShop({ currency: 'XQQ' });
    expect(nonsense.problem.errors![0]!.path).toBe('currency');
    expect((await setShop({ currency: 'JPY' })).status).toBe(200);
    expect((await setShop({ currency: 'GBP' })).status).toBe(200);
    const { id } = await shop.bench.ok(contract.landing.createDelivery, { body: delivery() });
    await shop.bench.ok(contract.landing.addLot, { params: { id }, body: bassLot() });
    expect((await all()).shop.currencyFixed).toBe(true);
    const late = await setShop({ currency: 'EUR', phone: '0123' });
    expect([late.status, late.problem.errors![0]!.path]).toEqual([400, 'currency']);
    expect((await all()).shop).toMatchObject({ currency: 'GBP', phone: '' });
    expect((await setShop({ phone: '0123' })).status).toBe(200);
  });
});

describe('its hours', () => {
  it.each([
    ['half typed', { hours: toSix([1]).with(3, { opens: 480, closes: null } as never) }, 'hours.3.closes'],
    ['closed before it opens', { hours: toSix([1]).with(3, { opens: 600, closes: 600 }) }, 'hours.3.closes'],
    ['past midnight', { hours: toSix([1]).with(3, { opens: 600, closes: 1500 }) }, 'hours.3.closes'],
    ['never open', { hours: toSix([]) }, 'hours'],
    ['six days', { hours: toSix([1]).slice(1) }, 'hours'],
    ['a zone nobody has', { timeZone: 'Atlantis/Quay' }, 'timeZone'],
    ['shut to the day before', { shut: [{ from: '2026-12-25', to: '2026-12-24', name: 'x' }] }, 'shut.0.to'],
    ['shut without a reason', { shut: [{ from: '2026-12-25', to: '2026-12-25', name: ' ' }] }, 'shut.0.name'],
    [
      'shut twice',
      {
        shut: [
          { from: '2026-12-27', to: '2026-12-30', name: 'Stocktaking' },
          { from: '2026-12-25', to: '2026-12-27', name: 'Christmas' },
        ],
      },
      'shut',
    ],
  ])('are refused: %s', async (_what, more, path) => {
    const before = (await all()).opening;
    const asked = await setOpening(more);
    expect([asked.status, asked.problem.errors?.[0]?.path]).toEqual([400, path]);
    expect((await all()).opening).toEqual(before);
  });

  it('hold for every screen, in the order of their days', async () => {
    const shut = [
      { from: '2026-12-31', to: '2027-01-01', name: 'New year' },
      { from: '2026-12-25', to: '2026-12-26', name: 'Christmas' },
    ];
    expect((await setOpening({ hours: toSix([2, 3, 4, 5, 6]), shut, timeZone: 'Europe/Oslo' })).status).toBe(
      200,
    );
    const seen = await shop.counter.ok(contract.session.shop);
    expect(seen.hours).toEqual(toSix([2, 3, 4, 5, 6]));
    expect(seen.shut.map((s) => s.name)).toEqual(['Christmas', 'New year']);
    expect(seen.timeZone).toBe('Europe/Oslo');
    expect((await all()).opening.decided).toEqual(byMe);
  });
});
