import { sameHours } from '@ember-slate/core/calendar';
import { contract, type Problem, type Route, type SentOf } from '@ember-slate/contract';
import { shippedForms } from '@ember-slate/core/forms';
import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest';
import { bassLot, delivery, fourFillets, landBass, openTestShop, type TestShop } from './testShop.ts';

/*
 * Whatever two people edit, the second of them never writes over what the first saved: the edit is refused with what
 * stands there now, in every field the form has, and goes through once it has been seen.
 */
let shop: TestShop;
let lot: { lotId: number; deliveryId: number };
beforeAll(async () => {
  shop = await openTestShop(inject('databaseUrl'));
  lot = await landBass(shop);
});
afterAll(() => shop.close());

interface Edit {
  route: Route;
  params?: Record<string, string | number>;
  /** A body as each of two people would send it. */
  mine: Record<string, unknown>;
  theirs: Record<string, unknown>;
}
const manager = () => shop.manager;
const first = <T>(list: readonly T[]) => list[0]!;
const rule = { keep: true, perKg: 900, demandGrams: 0, goesTo: 'counter' };
const money = async () => {
  const { version: _v, ...fields } = await manager().ok(contract.costs.settings);
  return fields;
};
const customer = async () => {
  await shop.counter.ok(contract.orders.take, { body: fourFillets() });
  return { id: first(await shop.counter.ok(contract.orders.customers)).id };
};
const supplier = async () => ({ id: first(await manager().ok(contract.buying.suppliers)).id });
const place = async () => ({ id: first(await manager().ok(contract.cold.places)).id });
const labels = async () => {
  const { version: _v, ...fields } = (await manager().ok(contract.forms.book)).labels;
  return fields;
};
const form = () => {
  const f = shippedForms.find((s) => s.id === 'fillet_skin_on')!;
  return {
    id: f.id,
    like: null,
    name: f.name,
    pieceG: f.pieceG,
    tolerance: f.tolerance,
    lifeFactor: f.lifeFactor,
    share: f.yield.share,
    options: [...f.options],
    norm: 'theirs',
    kitchen: f.kitchen,
    off: false,
  };
};
const scheme = async () => {
  const {
    version: _v,
    calibration: _c,
    shipped: _s,
    grades: _g,
    history: _h,
    ...fields
  } = first(await manager().ok(contract.grading.schemes));
  return fields;
};
const species = async () => {
  const { version: _v, own: _o, sold: _s, ...fields } = first(await manager().ok(contract.landing.species));
  const { id, ...rest } = fields;
  return { params: { id }, fields: rest };
};

const edits: Record<string, () => Promise<Edit>> = {
  'costs.setSettings': async () => ({
    route: contract.costs.setSettings,
    mine: { ...(await money()), margin: 0.4 },
    theirs: { ...(await money()), margin: 0.3 },
  }),
  'trim.setRule': () =>
    Promise.resolve({
      route: contract.trim.setRule,
      params: { part: 'frame' },
      mine: rule,
      theirs: { ...rule, perKg: 1000 },
    }),
  'trim.setCustoms': () =>
    Promise.resolve({
      route: contract.trim.setCustoms,
      params: { part: 'roe' },
      mine: { speciesIds: ['cod'] },
      theirs: { speciesIds: ['hake'] },
    }),
  'trim.setProduct': () =>
    Promise.resolve({
      route: contract.trim.setProduct,
      params: { product: 'stock_pack' },
      mine: { perKg: 300 },
      theirs: { perKg: 400 },
    }),
  'counter.setSlab': () =>
    Promise.resolve({
      route: contract.counter.setSlab,
      mine: { rows: [{ name: 'A', places: 4 }] },
      theirs: { rows: [{ name: 'A', places: 5 }] },
    }),
  'goods.change': async () => {
    const lemon = { name: 'Lemon', price: 60, rate: null, allergens: '', counted: true };
    const { id } = await shop.manager.ok(contract.goods.add, { body: { ...lemon, unit: 'piece' } });
    return {
      route: contract.goods.change,
      params: { id },
      mine: { ...lemon, price: 70, offered: true },
      theirs: { ...lemon, price: 80, offered: true },
    };
  },
  'orders.changeStanding': async () => {
    const line = {
      speciesId: 'hake',
      form: 'steaks',
      pieces: 2,
      pieceGrams: 200,
      totalGrams: null,
      use: 'fry',
    };
    const weekly = { customer: 'Pell', phone: '', remarks: '', weekday: 5, minutes: 600, lines: [line] };
    const { id } = await shop.counter.ok(contract.orders.keepStanding, {
      body: { ...weekly, from: '2027-03-01' } as SentOf<typeof contract.orders.keepStanding>,
    });
    const { customer: _c, phone: _p, ...rest } = weekly;
    return {
      route: contract.orders.changeStanding,
      params: { id },
      mine: { ...rest, minutes: 540 },
      theirs: { ...rest, minutes: 660 },
    };
  },
  'prices.set': () =>
    Promise.resolve({
      route: contract.prices.set,
      mine: { speciesId: 'hake', item: 'whole', perKg: 2000 },
      theirs: { speciesId: 'hake', item: 'whole', perKg: 2100 },
    }),
  'buying.setHolidays': () =>
    Promise.resolve({
      route: contract.buying.setHolidays,
      mine: { holidays: [] },
      theirs: { holidays: [{ day: '2026-12-24', factor: 2, name: 'Eve' }] },
    }),
  'buying.setSupplier': async () => ({
    route: contract.buying.setSupplier,
    params: await supplier(),
    mine: { days: [1], boxGrams: null },
    theirs: { days: [2], boxGrams: 6000 },
  }),
  'landing.editSupplier': async () => ({
    route: contract.landing.editSupplier,
    params: await supplier(),
    mine: { claimWording: 'mine', dressedMeans: null },
    theirs: { claimWording: 'theirs', dressedMeans: 'gutted' },
  }),
  'landing.editDelivery': () =>
    Promise.resolve({
      route: contract.landing.editDelivery,
      params: { id: lot.deliveryId },
      mine: delivery({ remarks: 'mine' }),
      theirs: delivery({ remarks: 'theirs' }),
    }),
  'landing.editLot': () => {
    const { fish: _f, ...fields } = bassLot();
    return Promise.resolve({
      route: contract.landing.editLot,
      params: { id: lot.lotId },
      mine: { ...fields, remarks: 'mine' },
      theirs: { ...fields, remarks: 'theirs' },
    });
  },
  'orders.noteCustomer': async () => ({
    route: contract.orders.noteCustomer,
    params: await customer(),
    mine: { phone: '1', remarks: 'mine' },
    theirs: { phone: '2', remarks: 'theirs' },
  }),
  'orders.edit': async () => {
    const { id } = await shop.counter.ok(contract.orders.take, { body: fourFillets() });
    const { lines: _l, ...fields } = fourFillets();
    return {
      route: contract.orders.edit,
      params: { id },
      mine: { ...fields, phone: '7', remarks: 'mine' },
      theirs: { ...fields, phone: '8', remarks: 'theirs' },
    };
  },
  'plan.choose': async () => {
    await shop.counter.ok(contract.orders.take, { body: fourFillets() });
    const line = (await shop.bench.ok(contract.plan.lines)).at(-1)!;
    return {
      route: contract.plan.choose,
      params: { id: line.id },
      mine: { picks: [] },
      theirs: { picks: [{ lotId: lot.lotId, fish: 2 }] },
    };
  },
  'plan.letGo': async () => {
    const { id } = await shop.counter.ok(contract.orders.take, { body: fourFillets() });
    const line = (await shop.counter.ok(contract.orders.list, { query: {} })).find((o) => o.id === id)!
      .lines[0]!;
    return {
      route: contract.plan.letGo,
      params: { id: line.id },
      mine: { letGo: true },
      theirs: { letGo: false },
    };
  },
  'close.setChecks': () =>
    Promise.resolve({
      route: contract.close.setChecks,
      mine: { checks: [] },
      theirs: { checks: [{ id: 'own_1', words: 'Till counted' }] },
    }),
  'cold.edit': async () => ({
    route: contract.cold.edit,
    params: await place(),
    mine: { name: 'Mine', setTenths: 5, limitTenths: 30, sensor: null },
    theirs: { name: 'Theirs', setTenths: 6, limitTenths: 40, sensor: null },
  }),
  'cold.putReadingRight': async () => {
    const at = shop.clock.now.toISOString();
    const params = await place();
    await shop.bench.ok(contract.cold.read, { params, body: { at, tenths: 31 } });
    const body = (tenths: number) => ({ at, tenths, reason: 'typed a digit too many' });
    return { route: contract.cold.putReadingRight, params, mine: body(3), theirs: body(4) };
  },
  'cold.putProbeRight': async () => {
    // Another minute than that of its grade, whose own reading is graded again.
    shop.clock.now = new Date(shop.clock.now.getTime() + 60_000);
    const params = await shop.bench.ok(contract.cold.probe, {
      params: { id: lot.lotId },
      body: { tenths: 31 },
    });
    const body = (tenths: number) => ({ tenths, reason: 'typed a digit too many' });
    return { route: contract.cold.putProbeRight, params, mine: body(3), theirs: body(4) };
  },
  'cold.remove': async () => {
    const { id } = await shop.manager.ok(contract.cold.add, {
      body: { kind: 'van', name: 'Trailer', setTenths: 20, limitTenths: null, sensor: null },
    });
    return {
      route: contract.cold.remove,
      params: { id },
      mine: { removed: true },
      theirs: { removed: true },
    };
  },
  'grading.changeScheme': async () => {
    const fields = await scheme();
    return {
      route: contract.grading.changeScheme,
      params: { id: fields.id },
      mine: { ...fields, note: 'mine' },
      theirs: { ...fields, centres: [0, 0.3, 0.6, 1], note: 'theirs' },
    };
  },
  'species.setSold': () =>
    Promise.resolve({
      route: contract.species.setSold,
      mine: { off: ['cod'] },
      theirs: { off: ['cod', 'hake'] },
    }),
  'species.edit': async () => {
    const { params, fields } = await species();
    return {
      route: contract.species.edit,
      params,
      mine: { ...fields, marks: 'mine' },
      theirs: { ...fields, marks: 'theirs' },
    };
  },
  'forms.save': () =>
    Promise.resolve({
      route: contract.forms.save,
      mine: { form: { ...form(), norm: 'mine' } },
      theirs: { form: form() },
    }),
  'forms.shopMethods': () =>
    Promise.resolve({
      route: contract.forms.shopMethods,
      mine: { choices: {} },
      theirs: { choices: { membrane: 'shaved' } },
    }),
  'people.edit': () => {
    const { counter: id } = shop.staff;
    const person = { name: 'The counter', role: 'counter' as const, active: true };
    return Promise.resolve({
      route: contract.people.edit,
      params: { id },
      mine: { ...person, name: 'Mine' },
      theirs: { ...person, name: 'Theirs' },
    });
  },
  'people.setRules': () =>
    Promise.resolve({
      route: contract.people.setRules,
      mine: { profile: 'us' },
      theirs: { profile: 'eu' },
    }),
  'settings.setShop': () => {
    const about = { address: '', phone: '', approval: '', taxNumber: '', currency: 'EUR' };
    return Promise.resolve({
      route: contract.settings.setShop,
      mine: { ...about, name: 'Mine' },
      theirs: { ...about, name: 'Theirs' },
    });
  },
  'settings.setOpening': () => {
    const opening = { timeZone: 'Europe/Dublin', shut: [] };
    const hours = (closes: number) => sameHours([1, 2, 3], { opens: 480, closes });
    return Promise.resolve({
      route: contract.settings.setOpening,
      mine: { ...opening, hours: hours(900) },
      theirs: { ...opening, hours: hours(1080) },
    });
  },
  'settings.setTax': () => {
    const tax = (fish: number) => ({ added: false, rates: { fish, trim: null, made: null } });
    return Promise.resolve({ route: contract.settings.setTax, mine: tax(500), theirs: tax(700) });
  },
  'settings.setScreens': () =>
    Promise.resolve({
      route: contract.settings.setScreens,
      mine: { idleLockMinutes: 5, twoSweepers: false },
      theirs: { idleLockMinutes: 7, twoSweepers: true },
    }),
  'settings.setDevices': () => {
    const none = { probe: { address: null }, sensors: { address: null } };
    const printer = { address: null, lines: 'raw' };
    const scale = (host: string) => ({ address: `${host}:4001`, lines: 'kg' });
    return Promise.resolve({
      route: contract.settings.setDevices,
      mine: { ...none, printer, scale: scale('10.0.0.1') },
      theirs: { ...none, printer, scale: scale('10.0.0.2') },
    });
  },
  'settings.setBackups': () =>
    Promise.resolve({
      route: contract.settings.setBackups,
      mine: { folder: '/mnt/mine' },
      theirs: { folder: '/mnt/theirs' },
    }),
  'settings.back': () =>
    Promise.resolve({ route: contract.settings.back, params: { name: 'labels' }, mine: {}, theirs: {} }),
  'labels.setSettings': async () => ({
    route: contract.labels.setSettings,
    mine: { ...(await labels()), size: '100x50' },
    theirs: { ...(await labels()), size: '100x70' },
  }),
};

const fieldsOf = (route: Route) => Object.keys((route.body as unknown as { shape: object }).shape);
const versioned = Object.entries(contract).flatMap(([room, all]) =>
  Object.entries(all as Record<string, Route>).flatMap(([name, route]) =>
    route.method === 'PUT' && fieldsOf(route).some((f) => f === 'version' || f === 'was')
      ? [`${room}.${name}`]
      : [],
  ),
);
it('has a trial for every edit there is', () => {
  expect(Object.keys(edits).sort()).toEqual(versioned.sort());
});

describe.each(Object.entries(edits))('%s', (_name, make) => {
  it('is never written over unseen', async () => {
    const { route, params, mine, theirs } = await make();
    const by = fieldsOf(route).includes('was') ? 'was' : 'version';
    // The route may not be known here more exactly than that it is one.
    const put = (body: object) => shop.manager.send(route, { ...(params ? { params } : {}), raw: body });
    const current = (p: Problem) => p.current as Record<string, unknown>;

    // What stands there now is what a write on nonsense is told.
    const asked = await put({ ...mine, [by]: 999_999 });
    expect([asked.status, asked.problem.code]).toEqual([409, 'stale']);
    const seen = current(asked.problem)[by];

    expect((await put({ ...theirs, [by]: seen })).status).toBe(200);
    const late = await put({ ...mine, [by]: seen });
    expect([late.status, late.problem.code]).toEqual([409, 'stale']);
    const there = current(late.problem);
    expect(there[by]).not.toEqual(seen);
    // Every field of the form is there, as they saved it; what only says why is not kept in the row.
    const kept = Object.keys(theirs).filter((f) => !['note', 'reason'].includes(f));
    if (by === 'version') expect(there).toMatchObject(Object.fromEntries(kept.map((f) => [f, theirs[f]])));
    else expect(there.was).toBe(theirs.perKg ?? theirs.tenths);

    expect((await put({ ...mine, [by]: there[by] })).status).toBe(200);
  });
});
