import { contract, type BodyOf, type Route } from '@ember-slate/contract';
import { beforeEach, describe, expect, it } from 'vitest';
import {
  cut,
  delivery,
  fourFillets,
  shopForEach,
  landBass,
  start,
  toBench,
  type TestShop,
} from './testShop.ts';

/*
 * An act on what somebody saw (closing, splitting, handing over …) says which version it saw. Seen too long ago it is
 * refused and does nothing; it goes through with the version that stands there, and not a second time with the same.
 */
let shop: TestShop;
const freshShop = shopForEach();
beforeEach(() => void (shop = freshShop()));

interface Act {
  route: Route;
  params?: Record<string, number | string>;
  body: Record<string, unknown>;
  version: number;
}
const act = <R extends Route>(
  route: R,
  params: Record<string, number | string>,
  version: number,
  body: Omit<BodyOf<R>, 'version'>,
): Act => ({ route, params, version, body });

const onLot = async <R extends Route>(route: R, body: Omit<BodyOf<R>, 'version'>, more: object = {}) => {
  const { lotId } = await landBass(shop, true, more);
  const [delivery] = await shop.bench.ok(contract.landing.deliveries, { query: { day: '2026-11-25' } });
  const { version } = delivery!.lots.find((l) => l.id === lotId)!;
  return act(route, { id: lotId }, version, body);
};
const ticketOf = (id: number) => shop.bench.ok(contract.bench.ticket, { params: { id } });
const sent = async () => {
  await landBass(shop);
  const { tickets, orderId } = await toBench(shop);
  return { ticket: await ticketOf(tickets[0]!), orderId };
};
const orderWith = async (orderId: number) =>
  (await shop.counter.ok(contract.orders.list)).find((o) => o.id === orderId)!;
const closed = async () => {
  const { ticket, orderId } = await sent();
  const { version } = await cut(shop, ticket.id);
  const params = { id: ticket.id };
  await shop.bench.ok(contract.bench.close, { params, body: { version, reason: '' } });
  return { params, orderId };
};

const acts: Record<string, () => Promise<Act>> = {
  'landing.hold': () => onLot(contract.landing.hold, { reason: 'looks odd' }),
  'landing.rawPaper': () =>
    onLot(
      contract.landing.rawPaper,
      { paper: { ground: 'farmed_feed', document: 'F-12' } },
      { production: 'farmed', area: 'GR', gear: null },
    ),
  'landing.split': () =>
    onLot(contract.landing.split, { pieces: 2, grams: 900, source: 'measured', remarks: 'the big ones' }),
  'landing.dropLot': () => onLot(contract.landing.dropLot, { reason: 'landed twice' }),
  'landing.dropDelivery': async () => {
    const { id } = await shop.bench.ok(contract.landing.createDelivery, { body: delivery() });
    const body = { ...delivery({ remarks: 'the wrong van' }), version: 1 };
    await shop.bench.ok(contract.landing.editDelivery, { params: { id }, body });
    return act(contract.landing.dropDelivery, { id }, 2, {});
  },
  'landing.closeDelivery': async () => {
    const { deliveryId } = await landBass(shop);
    const params = { id: deliveryId };
    const body = { ...delivery({ remarks: 'two boxes' }), version: 1 };
    await shop.bench.ok(contract.landing.editDelivery, { params, body });
    return act(contract.landing.closeDelivery, params, 2, { reason: '' });
  },
  'grading.calibrate': async () => {
    await landBass(shop);
    const scheme = (await shop.manager.ok(contract.grading.schemes)).find((s) => s.id === 'eu-general')!;
    return act(contract.grading.calibrate, { id: scheme.id }, scheme.version, {
      speciesId: 'sea_bass',
      apply: false,
    });
  },
  'orders.cancel': async () => {
    const { id } = await shop.counter.ok(contract.orders.take, { body: fourFillets() });
    return act(contract.orders.cancel, { id }, 1, {
      reason: 'wants none',
      uncollected: false,
      keepDeposit: false,
    });
  },
  'orders.putDepositRight': async () => {
    const { id } = await shop.counter.ok(contract.orders.take, { body: fourFillets({ deposit: 500 }) });
    return act(contract.orders.putDepositRight, { id }, 1, {
      money: 50,
      pay: 'card',
      reason: 'a nought too many',
    });
  },
  'orders.handOver': async () => {
    const { orderId } = await closed();
    const order = await orderWith(orderId);
    const prices = order.lines.map((l) => ({ lineId: l.id, unit: 'kg' as const, perKg: 4000 }));
    return act(contract.orders.handOver, { id: orderId }, order.version, { prices, pay: 'cash' });
  },
  'orders.endStanding': async () => {
    const { lines, customer } = fourFillets();
    const { id } = await shop.counter.ok(contract.orders.keepStanding, {
      body: { customer, phone: '', remarks: '', lines, weekday: 5, minutes: 600, from: '2026-11-26' },
    });
    return act(contract.orders.endStanding, { id }, 1, {});
  },
  'plan.send': async () => {
    await landBass(shop);
    await shop.counter.ok(contract.orders.take, { body: fourFillets() });
    const line = (await shop.bench.ok(contract.plan.lines))[0]!;
    await shop.bench.ok(contract.plan.choose, {
      params: { id: line.id },
      body: { version: line.version, picks: line.proposal },
    });
    return act(contract.plan.send, { id: line.id }, line.version + 1, {});
  },
  'bench.putRight': async () => {
    const { params } = await closed();
    const { version, weighOuts } = await ticketOf(params.id);
    const tub = weighOuts.find((w) => w.kind === 'trim')!;
    return act(contract.bench.putRight, params, version, {
      strike: tub.id,
      weight: null,
      reason: 'not of it',
    });
  },
  'bench.addCut': async () => {
    const { ticket } = await sent();
    return act(contract.bench.addCut, { id: ticket.id }, ticket.version, {
      lineId: null,
      form: 'fillet_skin_on',
      pieces: 1,
      pieceGrams: 110,
      totalGrams: null,
      options: [],
      thickMm: null,
      packing: 'wrapped',
    });
  },
  'bench.dropCut': async () => {
    const { ticket } = await sent();
    const params = { id: ticket.id };
    const more = { lineId: null, form: 'fillet_skin_on', pieces: 1, pieceGrams: 110, totalGrams: null };
    await shop.bench.ok(contract.bench.addCut, { params, body: { version: ticket.version, ...more } });
    const now = await ticketOf(ticket.id);
    const added = now.cuts.find((c) => c.lineId === null)!;
    return act(contract.bench.dropCut, { ...params, cutId: added.id }, now.version, {});
  },
  'bench.withdraw': async () => {
    const { ticket } = await sent();
    return act(contract.bench.withdraw, { id: ticket.id }, ticket.version, {});
  },
  'bench.start': async () => {
    const { ticket } = await sent();
    return act(contract.bench.start, { id: ticket.id }, ticket.version, {
      limp: false,
      inputs: ticket.inputs.map((i) => ({ lotId: i.lotId, grams: i.grams, source: 'measured' as const })),
    });
  },
  'bench.hand': async () => {
    const { ticket } = await sent();
    const { version } = await start(shop, ticket.id);
    return act(contract.bench.hand, { id: ticket.id }, version, { to: shop.staff.manager });
  },
  'bench.close': async () => {
    const { ticket } = await sent();
    const { version } = await cut(shop, ticket.id);
    return act(contract.bench.close, { id: ticket.id }, version, { reason: '' });
  },
  'bench.reopen': async () => {
    const { params } = await closed();
    const { version } = await ticketOf(params.id);
    return act(contract.bench.reopen, params, version, { reason: 'wrong tub' });
  },
};

const fieldsOf = (route: Route) =>
  Object.keys((route.body as unknown as { shape?: object } | null)?.shape ?? {});

it('has a trial for every act there is', () => {
  const versioned = Object.entries(contract).flatMap(([room, all]) =>
    Object.entries(all as Record<string, Route>).flatMap(([name, route]) =>
      route.kind === 'change' && route.method === 'POST' && fieldsOf(route).includes('version')
        ? [`${room}.${name}`]
        : [],
    ),
  );
  expect(Object.keys(acts).sort()).toEqual(versioned.sort());
});

/** All that the shop's books and screens hold of what acts change. */
const standing = async () =>
  JSON.stringify(
    await Promise.all([
      shop.manager.ok(contract.landing.deliveries, { query: { day: '2026-11-25' } }),
      shop.manager.ok(contract.grading.schemes),
      shop.manager.ok(contract.orders.list),
      shop.manager.ok(contract.orders.standing),
      shop.manager.ok(contract.plan.lines),
      shop.manager.ok(contract.bench.tickets),
      shop.manager.ok(contract.counter.stock),
      shop.manager.ok(contract.close.day, { params: { day: '2026-11-25' } }),
    ]),
  );

describe.each(Object.entries(acts))('%s', (_name, make) => {
  it('is done once, by who saw what stands there', async () => {
    const { route, params, body, version } = await make();
    const send = (seen: number) =>
      shop.manager.send(route, { ...(params ? { params } : {}), raw: { ...body, version: seen } });
    const before = await standing();
    for (const seen of [version + 1, ...(version > 1 ? [version - 1] : [])]) {
      const refused = await send(seen);
      expect([refused.status, refused.problem.code]).toEqual([409, 'stale']);
    }
    expect(await standing()).toBe(before);
    const done = await send(version);
    expect(done.status, JSON.stringify(done.problem)).toBe(200);
  });
});
