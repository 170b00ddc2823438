import { contract } from '@ember-slate/contract';
import { describe, expect, it } from 'vitest';
import { type Asked, expectRefused, today, type Refused, refusingShop } from './refused.ts';
import { bassLot, delivery, landBass, noon, readPlaces, sale } from './testShop.ts';

/* What settings, the day, the cold and landing refuse, and in which words. */

const { at, ask } = refusingShop();

describe('settings refuse', () => {
  const nobody = { version: 1, speciesIds: ['kraken'] };
  it.each<[string, () => Asked, Refused]>([
    [
      'two holidays on one day',
      () => ({
        route: contract.buying.setHolidays,
        body: {
          version: 1,
          holidays: [0.5, 2].map((factor) => ({ day: '2026-12-24', factor, name: 'Eve' })),
        },
      }),
      [400, 'holidays', /One day is named twice/],
    ],
    [
      'two checks of one name',
      () => ({
        route: contract.close.setChecks,
        body: { version: 1, checks: ['a', 'b'].map((words) => ({ id: 'ice', words })) },
      }),
      [400, 'checks', /Two checks have one name/],
    ],
    [
      'two rows of the slab of one name',
      () => ({
        route: contract.counter.setSlab,
        body: {
          version: 1,
          rows: [
            { name: 'A', places: 4 },
            { name: 'A', places: 6 },
          ],
        },
      }),
      [400, 'rows', /Two rows have one name/],
    ],
    [
      'a place nobody has',
      () => ({
        route: contract.cold.edit,
        params: { id: 999 },
        body: { name: 'Cellar', setTenths: 0, limitTenths: null, sensor: null, version: 1 },
      }),
      [404, null, /No such place/],
    ],
    [
      'the trim of no part',
      () => ({
        route: contract.trim.setRule,
        params: { part: 'gold' },
        body: { version: 1, keep: true, perKg: null, demandGrams: 0, goesTo: 'counter' },
      }),
      [404, null, /No such trim/],
    ],
    [
      'a custom of heads',
      () => ({ route: contract.trim.setCustoms, params: { part: 'head' }, body: nobody }),
      [404, null, /roe and liver only/],
    ],
    [
      'a custom of an unknown fish',
      () => ({ route: contract.trim.setCustoms, params: { part: 'roe' }, body: nobody }),
      [400, 'speciesIds.0', /Not in the species book/],
    ],
    [
      'a price of no product',
      () => ({
        route: contract.trim.setProduct,
        params: { product: 'soup' },
        body: { version: 1, perKg: 100 },
      }),
      [404, null, /No such product/],
    ],
    [
      'a price of no form',
      () => ({
        route: contract.prices.set,
        body: { speciesId: 'sea_bass', item: 'sushi', was: null, perKg: 100 },
      }),
      [400, 'item', /Not a form or trim of this shop/],
    ],
    [
      'a price of no fish',
      () => ({
        route: contract.prices.set,
        body: { speciesId: 'kraken', item: 'whole', was: null, perKg: 100 },
      }),
      [400, 'speciesId', /Not in the species book/],
    ],
  ])('%s', async (_name, asked, refused) => expectRefused(await ask(asked()), refused));

  it('a rate for a form the shop has not, and keep what stood', async () => {
    const before = await at.shop.manager.ok(contract.costs.settings);
    const body = { ...before, elasticity: { sushi: 1.5 } };
    expectRefused(await ask({ route: contract.costs.setSettings, body }), [
      400,
      'elasticity',
      /sushi is no form of this shop/,
    ]);
    expect(await at.shop.manager.ok(contract.costs.settings)).toEqual(before);
    await at.shop.manager.ok(contract.costs.setSettings, {
      body: { ...before, elasticity: { whole: 1.5, steaks: 2 } },
    });
  });

  it('a 31st tub, but not the 30th again', async () => {
    const had = (await at.shop.bench.ok(contract.bench.tubs)).length;
    for (let i = had + 1; i <= 30; i++)
      await at.shop.bench.ok(contract.bench.keepTub, { body: { name: `Tub ${i}`, grams: 100 + i } });
    const keep = (name: string, grams: number | null) =>
      ask({ by: 'bench', route: contract.bench.keepTub, body: { name, grams } });
    expectRefused(await keep('Tub 31', 90), [409, null, /30 tubs are enough/]);
    expect((await keep('Tub 30', 95)).status).toBe(200);
    expect((await keep('Tub 29', null)).status).toBe(200);
    expect((await keep('Tub 31', 90)).status).toBe(200);
    const tubs = await at.shop.bench.ok(contract.bench.tubs);
    expect(tubs.filter((t) => ['Tub 29', 'Tub 30', 'Tub 31'].includes(t.name))).toEqual([
      { name: 'Tub 30', grams: 95 },
      { name: 'Tub 31', grams: 90 },
    ]);
  });
});

describe('the day refuses', () => {
  it('a check nobody wrote down, and a second signature', async () => {
    const sign = (checkId: string, day = today) =>
      ask({ by: 'counter', route: contract.close.sign, params: { day }, body: { checkId, note: '' } });
    const { checks } = await at.shop.manager.ok(contract.close.day, { params: { day: today } });
    expectRefused(await sign('gold'), [400, 'checkId', /Not on the list/]);
    expectRefused(await sign('slab', '2026-11-26'), [404, null, /No such day/]);
    expect((await sign(checks[0]!.id)).status).toBe(200);
    expectRefused(await sign(checks[0]!.id), [409, null, /The counter has signed that already/]);
  });
  it('to close before its books began, on no day, and tomorrow', async () => {
    await landBass(at.shop);
    const close = (day: string) =>
      ask({
        route: contract.close.closeDay,
        params: { day },
        body: { remarks: '', countedCash: null, countedCard: null },
      });
    expectRefused(await close('2026-11-20'), [409, null, /books begin later/]);
    expectRefused(await close('2026-02-30'), [404, null, /No such day/]);
    expectRefused(await close('2026-11-26'), [409, null, /has not come yet/]);
    const reopen = (day: string) =>
      ask({
        route: contract.close.reopen,
        params: { day },
        body: { reason: 'a bag forgotten', second: 'alone' },
      });
    expectRefused(await reopen('2026-02-30'), [404, null, /No such day/]);
    expectRefused(await reopen(today), [409, null, /is not closed/]);
  });
});

describe('the cold refuses', () => {
  it('a round of a place there is not, one place twice, and a place twice in one moment', async () => {
    const [place] = await at.shop.bench.ok(contract.cold.places);
    const round = (...ids: number[]) =>
      ask({
        by: 'bench',
        route: contract.cold.round,
        body: { readings: ids.map((id) => ({ id, tenths: place!.setTenths, done: '' })) },
      });
    expectRefused(await round(999), [400, 'readings.0.id', /No such place/]);
    expectRefused(await round(place!.id, place!.id), [400, 'readings', /there twice/]);
    await readPlaces(at.shop);
    expectRefused(await round(place!.id), [409, null, /was read this moment already/]);
    expect((await at.shop.bench.ok(contract.cold.places)).map((p) => p.last?.source)).toEqual(
      (await at.shop.bench.ok(contract.cold.places)).map(() => 'probe'),
    );
  });
  it('an answer for a place there is not, and a test of a fish without histamine', async () => {
    const from = noon.toISOString();
    const answer = { kind: 'warm', from, done: 'ice on it' };
    expectRefused(
      await ask({ by: 'bench', route: contract.cold.answer, params: { id: 999 }, body: answer }),
      [404, null, /No such place/],
    );
    const { lotId } = await landBass(at.shop);
    expectRefused(
      await ask({ route: contract.cold.clear, params: { id: lotId }, body: { reason: 'laboratory, 12 mg' } }),
      [409, null, /no histamine account/],
    );
  });
});

describe('landing refuses', () => {
  const lotBody = (more: object) => ({ ...bassLot(), ...more });
  it.each<[string, object, Refused]>([
    ['a catch of last summer', { caughtOn: '2026-09-20' }, [400, 'caughtOn', /More than 60 days/]],
    [
      'freshwater fish without its water',
      { production: 'caught_freshwater', area: '' },
      [400, 'area', /water and the country/],
    ],
    ['caught fish without its gear', { gear: null }, [400, 'gear', /fishing gear/]],
    ['caught fish without its area', { area: '' }, [400, 'area', /FAO/]],
  ])('%s', async (_name, more, refused) => {
    const { id } = await at.shop.bench.ok(contract.landing.createDelivery, { body: delivery() });
    expectRefused(
      await ask({ by: 'bench', route: contract.landing.addLot, params: { id }, body: lotBody(more) }),
      refused,
    );
  });
  it('but takes a catch of just 60 days ago and farmed fish without gear', async () => {
    const { id } = await at.shop.bench.ok(contract.landing.createDelivery, { body: delivery() });
    for (const more of [{ caughtOn: '2026-09-26' }, { production: 'farmed', area: 'Greece', gear: null }])
      expect(
        (await ask({ by: 'bench', route: contract.landing.addLot, params: { id }, body: lotBody(more) }))
          .status,
      ).toBe(200);
  });
  it('another day for a delivery that has lots, or a day before their catch', async () => {
    const { deliveryId } = await landBass(at.shop, false, { caughtOn: today });
    const edit = async (arrivedAt: string, id = deliveryId) =>
      ask({
        by: 'bench',
        route: contract.landing.editDelivery,
        params: { id },
        body: { ...delivery({ arrivedAt }), version: 1 },
      });
    expectRefused(await edit('2026-11-24T05:40:00.000Z'), [400, 'arrivedAt', /the day cannot change now/]);
    expectRefused(await edit('2026-11-25T05:40:00.000Z', 999), [404, null, /No such delivery/]);
    expect((await edit('2026-11-25T06:40:00.000Z')).status).toBe(200);
  });
  it('a weight or number below what has left the cold room', async () => {
    const { lotId } = await landBass(at.shop);
    await at.shop.counter.ok(contract.counter.sell, {
      body: sale(lotId, 2300, 5, { perKg: 2000, priceReason: 'x' }),
    });
    const { fish: _fish, ...fields } = bassLot();
    const edit = (more: object) =>
      ask({
        by: 'bench',
        route: contract.landing.editLot,
        params: { id: lotId },
        body: { ...fields, ...more, version: 2, reason: 'read wrongly' },
      });
    const before = (await at.shop.counter.ok(contract.counter.stock)).find((r) => r.lotId === lotId)!;
    expectRefused(await edit({ grams: 2000 }), [409, null, /left the cold room/]);
    expectRefused(await edit({ pieces: 4 }), [409, null, /left the cold room/]);
    expect((await at.shop.counter.ok(contract.counter.stock)).find((r) => r.lotId === lotId)).toEqual(before);
    expect((await edit({ grams: 4000, pieces: 9 })).status).toBe(200);
    const after = (await at.shop.counter.ok(contract.counter.stock)).find((r) => r.lotId === lotId)!;
    expect([before.grams - after.grams, before.pieces - after.pieces]).toEqual([600, 1]);
  });
  it('to close a delivery twice', async () => {
    const { deliveryId } = await landBass(at.shop);
    const close = async () => {
      const mine = (await at.shop.bench.ok(contract.landing.deliveries, { query: { day: today } })).find(
        (d) => d.id === deliveryId,
      )!;
      return ask({
        by: 'bench',
        route: contract.landing.closeDelivery,
        params: { id: deliveryId },
        body: { version: mine.version, reason: '' },
      });
    };
    expect((await close()).status).toBe(200);
    expectRefused(await close(), [409, null, /closed already/]);
  });
  it('a claim for more than came, and for fish that are not free', async () => {
    const { lotId } = await landBass(at.shop);
    const claim = (more: object) =>
      ask({
        by: 'bench',
        route: contract.landing.claim,
        params: { id: lotId },
        body: {
          outcome: 'keep',
          grams: 500,
          pieces: 1,
          money: 500,
          reason: 'belly burst',
          wording: 'x',
          ...more,
        },
      });
    expectRefused(await claim({ grams: 4700 }), [400, 'grams', /The lot weighs 4600 g/]);
    expectRefused(await claim({ outcome: 'return', pieces: 11 }), [400, 'pieces', /10 fish of it are free/]);
    expect((await claim({ grams: 4600 })).status).toBe(200);
  });
});
