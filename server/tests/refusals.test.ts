import { contract, type Route } from '@ember-slate/contract';
import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest';
import {
  bassLot,
  cut,
  delivery,
  fourFillets,
  landBass,
  noon,
  openTestShop,
  pins,
  proof,
  readPlaces,
  sale,
  start,
  toBench,
  wholeKey,
  type Reply,
  type TestShop,
} from './testShop.ts';

/* What the shop refuses, and in which words: nothing is written by any of it. */

let shop: TestShop;
beforeAll(async () => void (shop = await openTestShop(inject('databaseUrl'))));
afterAll(async () => {
  expect((await proof(shop)).faults).toEqual([]);
  await shop.close();
});
const today = '2026-11-25';

/** What is refused, its status, the field it stands at, and its words. */
type Refused = readonly [status: number, path: string | null, words: RegExp];
function expectRefused(reply: Reply<unknown>, [status, path, words]: Refused) {
  expect([reply.status, reply.problem.errors?.[0]?.path ?? null], JSON.stringify(reply.problem)).toEqual([
    status,
    path,
  ]);
  expect(reply.problem.errors?.[0]?.message ?? reply.problem.detail).toMatch(words);
}
interface Asked {
  by?: 'manager' | 'bench' | 'counter';
  route: Route;
  params?: Record<string, string | number>;
  query?: Record<string, string>;
  body?: unknown;
}
const ask = ({ by = 'manager', route, params, query, body }: Asked) =>
  shop[by].send(route, {
    ...(params ? { params } : {}),
    ...(query ? { query } : {}),
    ...(body === undefined ? {} : { raw: body }),
  });
const versionOf = async (id: number) =>
  (await shop.bench.ok(contract.bench.ticket, { params: { id } })).version;
const orderOf = async (id: number) => (await shop.counter.ok(contract.orders.list)).find((o) => o.id === id)!;
const noQuantity = { pieces: null, pieceGrams: null, totalGrams: null };
const fillets = {
  ...fourFillets().lines[0]!,
  options: [],
  trimWish: 'shop',
  packing: 'wrapped',
  partAllowed: false,
};

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
    const before = await shop.manager.ok(contract.costs.settings);
    const body = { ...before, elasticity: { sushi: 1.5 } };
    expectRefused(await ask({ route: contract.costs.setSettings, body }), [
      400,
      'elasticity',
      /sushi is no form of this shop/,
    ]);
    expect(await shop.manager.ok(contract.costs.settings)).toEqual(before);
    await shop.manager.ok(contract.costs.setSettings, {
      body: { ...before, elasticity: { whole: 1.5, steaks: 2 } },
    });
  });

  it('a 31st tub, but not the 30th again', async () => {
    const had = (await shop.bench.ok(contract.bench.tubs)).length;
    for (let i = had + 1; i <= 30; i++)
      await shop.bench.ok(contract.bench.keepTub, { body: { name: `Tub ${i}`, grams: 100 + i } });
    const keep = (name: string, grams: number | null) =>
      ask({ by: 'bench', route: contract.bench.keepTub, body: { name, grams } });
    expectRefused(await keep('Tub 31', 90), [409, null, /30 tubs are enough/]);
    expect((await keep('Tub 30', 95)).status).toBe(200);
    expect((await keep('Tub 29', null)).status).toBe(200);
    expect((await keep('Tub 31', 90)).status).toBe(200);
    const tubs = await shop.bench.ok(contract.bench.tubs);
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
    const { checks } = await shop.manager.ok(contract.close.day, { params: { day: today } });
    expectRefused(await sign('gold'), [400, 'checkId', /Not on the list/]);
    expectRefused(await sign('slab', '2026-11-26'), [404, null, /No such day/]);
    expect((await sign(checks[0]!.id)).status).toBe(200);
    expectRefused(await sign(checks[0]!.id), [409, null, /The counter has signed that already/]);
  });
  it('to close before its books began, on no day, and tomorrow', async () => {
    await landBass(shop);
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
    const [place] = await shop.bench.ok(contract.cold.places);
    const round = (...ids: number[]) =>
      ask({
        by: 'bench',
        route: contract.cold.round,
        body: { readings: ids.map((id) => ({ id, tenths: place!.setTenths, done: '' })) },
      });
    expectRefused(await round(999), [400, 'readings.0.id', /No such place/]);
    expectRefused(await round(place!.id, place!.id), [400, 'readings', /there twice/]);
    await readPlaces(shop);
    expectRefused(await round(place!.id), [409, null, /was read this moment already/]);
    expect((await shop.bench.ok(contract.cold.places)).map((p) => p.last?.source)).toEqual(
      (await shop.bench.ok(contract.cold.places)).map(() => 'probe'),
    );
  });
  it('an answer for a place there is not, and a test of a fish without histamine', async () => {
    const from = noon.toISOString();
    const answer = { kind: 'warm', from, done: 'ice on it' };
    expectRefused(
      await ask({ by: 'bench', route: contract.cold.answer, params: { id: 999 }, body: answer }),
      [404, null, /No such place/],
    );
    const { lotId } = await landBass(shop);
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
    const { id } = await shop.bench.ok(contract.landing.createDelivery, { body: delivery() });
    expectRefused(
      await ask({ by: 'bench', route: contract.landing.addLot, params: { id }, body: lotBody(more) }),
      refused,
    );
  });
  it('but takes a catch of just 60 days ago and farmed fish without gear', async () => {
    const { id } = await shop.bench.ok(contract.landing.createDelivery, { body: delivery() });
    for (const more of [{ caughtOn: '2026-09-26' }, { production: 'farmed', area: 'Greece', gear: null }])
      expect(
        (await ask({ by: 'bench', route: contract.landing.addLot, params: { id }, body: lotBody(more) }))
          .status,
      ).toBe(200);
  });
  it('another day for a delivery that has lots, or a day before their catch', async () => {
    const { deliveryId } = await landBass(shop, false, { caughtOn: today });
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
    const { lotId } = await landBass(shop);
    await shop.counter.ok(contract.counter.sell, {
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
    const before = (await shop.counter.ok(contract.counter.stock)).find((r) => r.lotId === lotId)!;
    expectRefused(await edit({ grams: 2000 }), [409, null, /left the cold room/]);
    expectRefused(await edit({ pieces: 4 }), [409, null, /left the cold room/]);
    expect((await shop.counter.ok(contract.counter.stock)).find((r) => r.lotId === lotId)).toEqual(before);
    expect((await edit({ grams: 4000, pieces: 9 })).status).toBe(200);
    const after = (await shop.counter.ok(contract.counter.stock)).find((r) => r.lotId === lotId)!;
    expect([before.grams - after.grams, before.pieces - after.pieces]).toEqual([600, 1]);
  });
  it('to close a delivery twice', async () => {
    const { deliveryId } = await landBass(shop);
    const close = async () => {
      const mine = (await shop.bench.ok(contract.landing.deliveries, { query: { day: today } })).find(
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
    const { lotId } = await landBass(shop);
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

describe('the plan by hand refuses', () => {
  it('a lot twice, fish of another kind, more than are free, and a line that has gone', async () => {
    const { lotId } = await landBass(shop);
    const { id: orderId } = await shop.counter.ok(contract.orders.take, { body: fourFillets() });
    const line = (await shop.bench.ok(contract.plan.lines)).find((l) => l.orderId === orderId)!;
    const choose = (picks: object[], version = line.version, id = line.id) =>
      ask({ by: 'bench', route: contract.plan.choose, params: { id }, body: { version, picks } });
    const one = { lotId, fish: 1 };
    expectRefused(await choose([one, one]), [400, 'picks', /One choice a lot/]);
    expectRefused(await choose([{ lotId: 9999, fish: 1 }]), [
      400,
      'picks.0.lotId',
      /of that lot in the cold room/,
    ]);
    expectRefused(await choose([{ lotId, fish: 200 }]), [400, 'picks.0.fish', /not promised/]);
    expectRefused(await choose([one], line.version + 1), [409, null, /planned this line meanwhile/]);
    const send = (version: number) =>
      ask({ by: 'bench', route: contract.plan.send, params: { id: line.id }, body: { version } });
    expectRefused(await send(line.version), [409, null, /Choose its fish first/]);
    expect((await choose([{ lotId, fish: 2 }])).status).toBe(200);
    expect((await send(line.version + 1)).status).toBe(200);
    expectRefused(await choose([one], line.version + 2), [409, null, /at the bench or gone/]);
    const letGo = { version: line.version + 2, letGo: true };
    expectRefused(
      await ask({ by: 'bench', route: contract.plan.letGo, params: { id: line.id }, body: letGo }),
      [409, null, /at the bench or gone/],
    );
  });
});

describe('the plan of the day refuses', () => {
  it('species, lines and fish that are not in it, and steps that do not follow', async () => {
    await landBass(shop);
    await shop.counter.ok(contract.orders.take, { body: fourFillets() });
    const { id } = await shop.bench.ok(contract.plan.start, {
      body: { horizon: 'all', seconds: 0.3, keepPinned: true, speciesIds: ['sea_bass'] },
    });
    const now = async () => (await shop.bench.ok(contract.plan.day)).plan!;
    await expect.poll(async () => (await now()).state, { timeout: 20_000 }).toBe('done');
    const plan = await now();
    const { lines, fish } = plan.species.find((s) => s.speciesId === 'sea_bass')!;
    const move = (more: object) =>
      ask({
        by: 'bench',
        route: contract.plan.move,
        params: { id },
        body: { speciesId: 'sea_bass', line: lines[0]!.id, from: null, to: fish[0]!.id, ...more },
      });
    expectRefused(await move({ speciesId: 'plaice' }), [
      400,
      'speciesId',
      /Nothing is planned of that species/,
    ]);
    expectRefused(await move({ line: 'x' }), [400, 'line', /No such line in the plan/]);
    expectRefused(await move({ to: 'x' }), [400, 'to', /No such fish in the plan/]);
    const price = (query: Record<string, string>) =>
      ask({ by: 'bench', route: contract.plan.price, params: { id }, query });
    expectRefused(await price({ speciesId: 'plaice', line: lines[0]!.id }), [
      400,
      'speciesId',
      /Nothing is planned of that species/,
    ]);
    expectRefused(await price({ speciesId: 'sea_bass', line: 'x' }), [
      400,
      'line',
      /No such line in the plan/,
    ]);
    const back = () => ask({ by: 'bench', route: contract.plan.back, params: { id } });
    expectRefused(await back(), [409, null, /Nothing was changed by hand/]);
    const accept = (speciesIds: string[] | null) =>
      ask({ by: 'bench', route: contract.plan.accept, params: { id }, body: { speciesIds } });
    expectRefused(await accept(['plaice']), [400, 'speciesIds', /None of these is in the plan/]);
    expect((await now()).id).toBe(id);
    expect((await accept(['sea_bass'])).status).toBe(200);
    expectRefused(await accept(['sea_bass']), [409, null, /at the bench already/]);
    expectRefused(await move({}), [409, null, /at the bench already/]);
    const pin = { fish: [fish[0]!.id], pinned: true };
    expectRefused(await ask({ by: 'bench', route: contract.plan.pin, params: { id }, body: pin }), [
      409,
      null,
      /at the bench already/,
    ]);
  });
});

describe('the bench refuses', () => {
  it('forms and lines that do not belong on the ticket', async () => {
    await landBass(shop);
    await landBass(shop, true, { speciesId: 'hake' });
    const { tickets, orderId } = await toBench(shop);
    const params = { id: tickets[0]! };
    const add = async (more: object) =>
      ask({
        by: 'bench',
        route: contract.bench.addCut,
        params,
        body: {
          version: await versionOf(params.id),
          lineId: null,
          form: 'fillet_skinless',
          ...noQuantity,
          totalGrams: 400,
          ...more,
        },
      });
    const mine = (await orderOf(orderId)).lines[0]!.id;
    const other = await shop.counter.ok(contract.orders.take, {
      body: fourFillets({ lines: [{ ...fourFillets().lines[0]!, speciesId: 'hake' }] }),
    });
    const hake = (await orderOf(other.id)).lines[0]!.id;
    expectRefused(await add({ lineId: hake }), [400, 'lineId', /No such line of this species/]);
    expectRefused(await add({ lineId: mine }), [409, null, /at the bench or gone already/]);
    expectRefused(await add({ totalGrams: null }), [400, 'pieces', /Say pieces and the weight of one/]);
    expectRefused(await add({ options: ['head on', 'head off'] }), [400, 'options', /cannot both be/]);
    expectRefused(await add({ form: 'scaled_gutted' }), [400, 'form', /takes the whole fish/]);
    expect((await add({})).status).toBe(200);
    expectRefused(await add({}), [400, 'form', /for the counter are on this ticket already/]);
    const drop = async (cutId: number) =>
      ask({
        by: 'bench',
        route: contract.bench.dropCut,
        params: { ...params, cutId },
        body: { version: await versionOf(params.id) },
      });
    expectRefused(await drop(9999), [404, null, /No such form on this ticket/]);
    const t = await shop.bench.ok(contract.bench.ticket, { params });
    await start(shop, params.id);
    const counter = t.cuts.find((c) => c.lineId === null)!;
    await shop.bench.ok(contract.bench.weigh, {
      params,
      body: {
        cutId: null,
        kind: 'counter',
        item: 'fillet_skinless',
        grams: 90,
        pieces: 1,
        source: 'measured',
      },
    });
    expectRefused(await drop(counter.id), [409, null, /Remove what was weighed for it first/]);
    const order = t.cuts.find((c) => c.lineId !== null)!;
    const closing = await ask({
      by: 'bench',
      route: contract.bench.close,
      params,
      body: { version: await versionOf(params.id), reason: '' },
    });
    expectRefused(closing, [409, null, /Nothing was weighed out for Pell's fillets, skin on yet/]);
    expect((await drop(order.id)).status).toBe(200);
    const freed = (await shop.bench.ok(contract.plan.lines)).find((l) => l.id === mine);
    expect(freed?.state).toBe('open');
    expectRefused(await drop(counter.id), [409, null, /the only form of this ticket/]);
  });

  it('a ticket of fish that are not there, or of what is not cut again', async () => {
    const { lotId } = await landBass(shop);
    const make = (more: object) =>
      ask({
        by: 'bench',
        route: contract.bench.make,
        body: {
          lotId,
          fish: 1,
          form: 'fillet_skinless',
          dueAt: '2026-11-25T16:00:00.000Z',
          ...noQuantity,
          totalGrams: 200,
          ...more,
        },
      });
    await ask({
      by: 'counter',
      route: contract.counter.discard,
      body: { ...wholeKey(lotId), grams: 4600, pieces: 10, to: 'waste', reason: 'warm' },
    });
    expectRefused(await make({}), [400, 'lotId', /No fish of that lot in the cold room/]);
    const other = await landBass(shop);
    expectRefused(await make({ lotId: other.lotId, options: ['tied', 'wrapped tight'] }), [
      400,
      'options',
      /cannot both be/,
    ]);
    expectRefused(await make({ lotId: other.lotId, item: 'steaks' }), [
      400,
      'lotId',
      /Nothing of that lies there/,
    ]);
    expect((await make({ lotId: other.lotId })).status).toBe(200);
  });

  it('to be handed to nobody, or to someone who does not cut', async () => {
    await landBass(shop);
    const { tickets } = await toBench(shop);
    const { id } = await start(shop, tickets[0]!);
    const hand = async (to: number) =>
      ask({
        by: 'bench',
        route: contract.bench.hand,
        params: { id },
        body: { version: await versionOf(id), to },
      });
    expectRefused(await hand(9999), [400, 'to', /Nobody of that name works here/]);
    expectRefused(await hand(shop.staff.counter), [400, 'to', /The counter does not cut/]);
    expect((await hand(shop.staff.manager)).status).toBe(200);
  });

  it('fish of one lot where two lie on the ticket', async () => {
    const a = await landBass(shop, true, { pieces: 1, grams: 460 });
    const b = await landBass(shop, true, { pieces: 1, grams: 460 });
    const { id: orderId } = await shop.counter.ok(contract.orders.take, { body: fourFillets() });
    const line = (await shop.bench.ok(contract.plan.lines)).find((l) => l.orderId === orderId)!;
    const params = { id: line.id };
    const picks = [a, b].map(({ lotId }) => ({ lotId, fish: 1 }));
    await shop.bench.ok(contract.plan.choose, { params, body: { version: line.version, picks } });
    const { id } = await shop.bench.ok(contract.plan.send, { params, body: { version: line.version + 1 } });
    const inputs = [{ lotId: a.lotId, grams: 460, source: 'measured' }];
    expectRefused(
      await ask({
        by: 'bench',
        route: contract.bench.start,
        params: { id },
        body: { version: await versionOf(id), inputs },
      }),
      [400, 'inputs', new RegExp(`Weigh the fish of lot ${b.code} too`)],
    );
  });

  it('to open a ticket again whose customer has collected it, and a label of a tub', async () => {
    await landBass(shop);
    const { tickets, orderId } = await toBench(shop);
    const params = { id: tickets[0]! };
    const t = await cut(shop, params.id);
    const tub = t.weighOuts.find((w) => w.kind === 'trim')!;
    expectRefused(
      await ask({
        by: 'bench',
        route: contract.labels.make,
        params: { ...params, weightId: tub.id },
        body: { size: '58x40', print: false },
      }),
      [409, null, /Labels are for pieces/],
    );
    const piece = t.weighOuts.find((w) => w.kind === 'order')!;
    const label = await shop.bench.ok(contract.labels.make, {
      params: { ...params, weightId: piece.id },
      body: { size: '58x40', print: false },
    });
    const voidIt = () =>
      ask({ by: 'bench', route: contract.labels.void, params: { id: label.id }, body: { why: 'wet' } });
    expect((await voidIt()).status).toBe(200);
    expectRefused(await voidIt(), [409, null, /void already/]);
    for (const route of [contract.labels.print, contract.labels.printedByHand])
      expectRefused(await ask({ by: 'bench', route, params: { id: label.id } }), [409, null, /void: wet/]);
    await shop.bench.ok(contract.bench.close, { params, body: { version: t.version, reason: '' } });
    const order = await orderOf(orderId);
    await shop.counter.ok(contract.orders.handOver, {
      params: { id: orderId },
      body: { version: order.version, prices: order.lines.map((l) => ({ lineId: l.id, perKg: 3000 })) },
    });
    expectRefused(
      await ask({
        by: 'bench',
        route: contract.bench.reopen,
        params,
        body: { version: await versionOf(params.id), reason: 'a bone' },
      }),
      [409, null, /customer has collected it/],
    );
    const [sold] = await shop.counter.ok(contract.counter.sales, { query: { day: today } });
    const takeBack = () =>
      ask({ route: contract.counter.voidSale, params: { id: sold!.id }, body: { reason: 'a mistake' } });
    expect((await takeBack()).status).toBe(200);
    expectRefused(await takeBack(), [409, null, /taken back already/]);
  });
});

describe('orders refuse', () => {
  it('lines that are gone from them, and to hand over lines of another order', async () => {
    const { id } = await shop.counter.ok(contract.orders.take, { body: fourFillets() });
    const order = await orderOf(id);
    const edit = (lines: object[]) =>
      ask({
        by: 'counter',
        route: contract.orders.edit,
        params: { id },
        body: { customer: 'Pell', phone: '', dueAt: order.dueAt, remarks: '', version: order.version, lines },
      });
    expectRefused(await edit([{ ...fillets, id: 99_999 }]), [400, 'lines.0.form', /gone from the order/]);
    expectRefused(
      await ask({
        by: 'counter',
        route: contract.orders.handOver,
        params: { id },
        body: { version: order.version, prices: [{ lineId: 99_999, perKg: 2000 }] },
      }),
      [400, 'prices', /None of these lines/],
    );
    expect(await orderOf(id)).toEqual(order);
  });
  it('to end a weekly order there is not, that has ended, or that somebody changed', async () => {
    const { lines, customer, phone, remarks } = fourFillets();
    const { id } = await shop.counter.ok(contract.orders.keepStanding, {
      body: { customer, phone: phone!, remarks: remarks!, weekday: 5, minutes: 600, from: today, lines },
    });
    const end = (version: number, at = id) =>
      ask({ by: 'counter', route: contract.orders.endStanding, params: { id: at }, body: { version } });
    expectRefused(await end(1, 9999), [404, null, /No such weekly order/]);
    expectRefused(await end(7), [409, null, /changed meanwhile/]);
    expect((await end(1)).status).toBe(200);
    expectRefused(await end(2), [409, null, /ended already/]);
  });
});

describe('the counter refuses', () => {
  it('a place on the slab there is not, or for what does not lie there', async () => {
    const { lotId } = await landBass(shop);
    const put = (more: object) =>
      ask({
        by: 'counter',
        route: contract.counter.putAt,
        body: { ...wholeKey(lotId), place: 'place:slab', spot: 'A1', ...more },
      });
    expectRefused(await put({ place: 'place:cold_room' }), [400, 'place', /does not lie on the slab/]);
    expectRefused(await put({ spot: 'Z9' }), [400, 'spot', /no place Z9 on the slab/]);
    expectRefused(
      await ask({
        by: 'counter',
        route: contract.counter.move,
        body: { ...wholeKey(lotId), grams: 460, pieces: 1, to: 'place:slab', spot: 'Z9' },
      }),
      [400, 'spot', /no place Z9/],
    );
  });
  it('money back on a sale that was taken back, and to take it back twice', async () => {
    const { lotId } = await landBass(shop);
    const { id } = await shop.counter.ok(contract.counter.sell, {
      body: sale(lotId, 460, 1, { priceReason: 'a friend' }),
    });
    const takeBack = () =>
      ask({
        route: contract.counter.voidSale,
        params: { id },
        body: { reason: 'wrong fish' },
      });
    expect((await takeBack()).status).toBe(200);
    expectRefused(await takeBack(), [409, null, /taken back already/]);
    const lines = [{ position: 1, grams: 0, money: 100 }];
    expectRefused(
      await ask({
        by: 'counter',
        route: contract.counter.refund,
        params: { id },
        body: { lines, pay: 'cash', reason: 'bones' },
      }),
      [409, null, /was taken back whole/],
    );
  });
  it('to freeze late without a reason, past its life at all; early it needs none', async () => {
    const { lotId } = await landBass(shop, true, { caughtOn: '2026-11-25' });
    const freeze = (reason = '') =>
      ask({
        by: 'bench',
        route: contract.counter.move,
        body: { ...wholeKey(lotId), grams: 460, pieces: 1, to: 'place:freezer', reason },
      });
    const days = async (n: number) => {
      shop.clock.now = new Date(noon.getTime() + n * 86_400_000);
      for (const who of ['bench', 'counter', 'manager'] as const)
        await shop[who].signIn(shop.staff[who], pins[who]);
    };
    try {
      expect((await freeze()).status).toBe(200);
      await days(7);
      expectRefused(await freeze(), [400, 'reason', /% of its life is used: late to freeze/]);
      expect((await freeze('a wedding next week')).status).toBe(200);
      await days(40);
      expectRefused(await freeze('waste not'), [409, null, /Out of date/]);
    } finally {
      await days(0);
    }
  });
  it('a markdown without a price, or to end one there is not', async () => {
    const { lotId } = await landBass(shop, true, { speciesId: 'pollack' });
    const key = wholeKey(lotId);
    expectRefused(
      await ask({ route: contract.prices.markDown, body: { ...key, perKg: 900, reason: 'ends today' } }),
      [400, 'perKg', /no price yet/],
    );
    expectRefused(await ask({ route: contract.prices.markUp, body: key }), [409, null, /not marked down/]);
  });
  it('to make of trim what the shop does not make, of a tub named twice, or too little', async () => {
    await landBass(shop);
    const { tickets } = await toBench(shop);
    const t = await cut(shop, tickets[0]!);
    await shop.bench.ok(contract.bench.close, {
      params: { id: t.id },
      body: { version: t.version, reason: 'drips' },
    });
    const row = (await shop.counter.ok(contract.counter.stock)).find((r) => r.item === 'trim:frame')!;
    const input = { place: row.place, lotId: row.lotId, item: row.item, batch: row.batch, grams: row.grams };
    const make = (more: object) =>
      ask({
        by: 'bench',
        route: contract.trim.make,
        body: { product: 'stock_pack', inputs: [input], grams: row.grams, remarks: '', ...more },
      });
    expectRefused(await make({ product: 'soup' }), [400, 'product', /./]);
    expectRefused(await make({ inputs: [input, input] }), [400, 'inputs.1', /named twice/]);
    expectRefused(await make({ inputs: [{ ...input, item: 'whole' }] }), [
      400,
      'inputs.0',
      /no trim of this shop/,
    ]);
    expectRefused(await make({ grams: row.grams + 1 }), [400, 'grams', /weigh the fish before/]);
    expectRefused(await make({ grams: Math.floor(row.grams * 0.59) }), [400, 'grams', /Less than 60 %/]);
    expect((await shop.counter.ok(contract.counter.stock)).find((r) => r.item === 'trim:frame')!.grams).toBe(
      row.grams,
    );
  });
});
