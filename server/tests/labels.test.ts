import { contract, type Ticket } from '@ember-slate/contract';
import { describe, expect, it } from 'vitest';
import {
  cut,
  fourFillets,
  landBass,
  pins,
  shopForEach,
  start,
  sweep,
  toBench,
  wholeKey,
} from './testShop.ts';

/* A label says what was weighed: of which lots, until when it lasts as what it is now, and whether it was frozen. */
const getShop = shopForEach();
const at = (id: number) => getShop().bench.ok(contract.bench.ticket, { params: { id } });
/** Some time later; whoever was signed in signs in again. */
async function wait(hours: number) {
  const shop = getShop();
  shop.clock.now = new Date(shop.clock.now.getTime() + hours * 3_600_000);
  for (const role of ['bench', 'counter', 'manager'] as const)
    await shop[role].signIn(shop.staff[role], pins[role]);
}
async function labelOf(ticketId: number, of: (w: Ticket['weighOuts'][number]) => boolean = () => true) {
  const shop = getShop();
  const { id } = await shop.bench.ok(contract.labels.make, {
    params: { id: ticketId, weightId: (await at(ticketId)).weighOuts.find(of)!.id },
    body: { size: '58x40', print: false },
  });
  return shop.bench.ok(contract.labels.one, { params: { id } });
}
const close = async (id: number) =>
  getShop().bench.ok(contract.bench.close, {
    params: { id },
    body: { version: (await at(id)).version, reason: 'frames went to the cat' },
  });
const forCounter = (lotId: number, more: object = {}) =>
  getShop().bench.ok(contract.bench.make, {
    body: {
      lotId,
      fish: 2,
      form: 'fillet_skin_on',
      dueAt: new Date(getShop().clock.now.getTime() + 3_600_000).toISOString(),
      pieces: 4,
      pieceGrams: 110,
      totalGrams: null,
      ...more,
    },
  });

describe('the last day', () => {
  it('of what is cut again is that of the pieces it was cut from, not of others of the same fish', async () => {
    const shop = getShop();
    // Gutted, a whole fish keeps better than its fillets do.
    const { lotId } = await landBass(shop, true, { condition: 'gutted' });
    const fillets = async () => {
      const { id } = await forCounter(lotId);
      await cut(shop, id);
      await close(id);
      return id;
    };
    const early = await fillets();
    await wait(72);
    const late = await fillets();
    const ends = async (item: string, batch: number) => {
      const { rows } = await shop.bench.ok(contract.cold.lot, { params: { id: lotId } });
      return rows.find((r) => r.item === item && r.batch === batch)!.sellBy!;
    };
    expect(await ends('fillet_skin_on', early)).not.toBe(await ends('fillet_skin_on', late));
    for (const batch of [early, late]) {
      const { id } = await forCounter(lotId, {
        place: 'place:cold_room',
        item: 'fillet_skin_on',
        batch,
        form: 'fillet_skinless',
        pieces: 2,
        pieceGrams: 100,
      });
      await start(shop, id);
      await shop.bench.ok(contract.bench.weigh, {
        params: { id },
        body: {
          cutId: null,
          kind: 'counter',
          item: 'fillet_skinless',
          grams: 95,
          pieces: 1,
          source: 'measured',
        },
      });
      const { useBy } = await labelOf(id);
      await sweep(shop, id);
      await close(id);
      expect(useBy).toBe(await ends('fillet_skinless', id));
    }
  });
});

it.each([false, true])('says whether the fish were frozen: %s', async (frozen) => {
  const shop = getShop();
  const { lotId } = await landBass(shop);
  if (frozen) {
    const move = (place: string, to: string) =>
      shop.counter.ok(contract.counter.move, {
        body: { ...wholeKey(lotId), place, grams: 4600, pieces: 10, to } as never,
      });
    await move('place:cold_room', 'place:freezer');
    await wait(30);
    await move('place:freezer', 'place:cold_room');
  }
  const { id } = await forCounter(lotId);
  await cut(shop, id);
  const said = JSON.stringify(await labelOf(id));
  expect(/Defrosted\. Do not refreeze/.test(said)).toBe(frozen);
});

it('lasts as long as the piece that has the least left, wherever its pieces lie', async () => {
  const shop = getShop();
  const { lotId } = await landBass(shop);
  const { id } = await forCounter(lotId);
  await cut(shop, id);
  await close(id);
  const fillets = async () =>
    (await shop.bench.ok(contract.cold.lot, { params: { id: lotId } })).rows.filter(
      (r) => r.batch === id && r.item === 'fillet_skin_on',
    );
  await shop.counter.ok(contract.counter.move, {
    body: {
      ...wholeKey(lotId),
      item: 'fillet_skin_on',
      batch: id,
      place: 'place:cold_room',
      grams: 110,
      pieces: 1,
      to: 'place:slab',
    } as never,
  });
  await wait(1);
  const [places, done] = [await shop.bench.ok(contract.cold.places), 'ice put on'];
  await shop.bench.ok(contract.cold.round, {
    body: {
      readings: places.map((p) => ({
        id: p.id,
        tenths: p.account === 'place:slab' ? 60 : p.setTenths,
        done,
      })),
    },
  });
  await wait(80);
  const rows = await fillets();
  expect(rows).toHaveLength(2);
  const [kept, warmed] = ['place:cold_room', 'place:slab'].map((place) =>
    rows.find((r) => r.place === place)!,
  );
  // On the slab it was warmer: what lay there ends first, and the label with it.
  expect(warmed!.used! > kept!.used!).toBe(true);
  expect((await labelOf(id)).useBy! < kept!.sellBy!).toBe(true);
});

it('says how its own cut leaves the bench: an order’s as the order says, the counter’s as it is', async () => {
  const shop = getShop();
  await landBass(shop);
  const [line] = fourFillets().lines;
  const order = (packing: string) => fourFillets({ lines: [{ ...line, pieces: 2, packing }] });
  const vacuum = async (id: number, of: Parameters<typeof labelOf>[1]) =>
    /Vacuum-packed/.test(JSON.stringify((await labelOf(id, of)).facts));
  const weigh = async (id: number) => {
    await start(shop, id);
    for (const cutId of [(await at(id)).cuts.find((c) => c.lineId !== null)!.id, null])
      await shop.bench.ok(contract.bench.weigh, {
        params: { id },
        body: {
          cutId,
          kind: cutId === null ? 'counter' : 'order',
          item: 'fillet_skin_on',
          grams: 100,
          pieces: 1,
          source: 'measured',
        },
      });
  };
  // Nothing was said for the counter: what is left over was cut like the order.
  const alone = (await toBench(shop, order('vacuum'))).tickets[0]!;
  await weigh(alone);
  expect(await vacuum(alone, (w) => w.kind === 'order')).toBe(true);
  expect(await vacuum(alone, (w) => w.kind === 'counter')).toBe(true);
  const shared = (await toBench(shop, order('vacuum'))).tickets[0]!;
  await shop.bench.ok(contract.bench.addCut, {
    params: { id: shared },
    body: {
      version: (await at(shared)).version,
      lineId: null,
      form: 'fillet_skin_on',
      pieces: 1,
      pieceGrams: 110,
      totalGrams: null,
    },
  });
  await weigh(shared);
  expect(await vacuum(shared, (w) => w.kind === 'order')).toBe(true);
  expect(await vacuum(shared, (w) => w.kind === 'counter' && w.cutId === null)).toBe(false);
});

it.each([
  ['measured', false],
  ['typed', false],
  ['simulated', true],
] as const)('of a weight that is %s says a simulated scale: %s', async (source, says) => {
  const shop = getShop();
  const { lotId } = await landBass(shop);
  const { id } = await forCounter(lotId);
  await cut(shop, id, source);
  const { warnings, price, priceCode } = await labelOf(id);
  expect(warnings.filter((w) => /simulated/i.test(w))).toHaveLength(says ? 1 : 0);
  expect(warnings.every((w) => w.length > 10)).toBe(true);
  // Without a price there is none to carry in a code.
  expect([price, priceCode]).toEqual([null, null]);
});
