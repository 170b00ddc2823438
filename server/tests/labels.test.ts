import { contract } from '@ember-slate/contract';
import { describe, expect, it } from 'vitest';
import { cut, fourFillets, landBass, pins, shopForEach, start, sweep, wholeKey } from './testShop.ts';

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
async function labelOf(ticketId: number) {
  const shop = getShop();
  const { id } = await shop.bench.ok(contract.labels.make, {
    params: { id: ticketId, weightId: (await at(ticketId)).weighOuts[0]!.id },
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

it.each([
  [1, 3],
  [3, 1],
])('names the lot first that is most of it: %i fish of the one, %i of the other', async (...fish) => {
  const shop = getShop();
  const lots = [await landBass(shop), await landBass(shop)];
  const [line] = fourFillets().lines;
  await shop.counter.ok(contract.orders.take, { body: fourFillets({ lines: [{ ...line, pieces: 8 }] }) });
  const [due] = await shop.bench.ok(contract.plan.lines);
  await shop.bench.ok(contract.plan.choose, {
    params: { id: due!.id },
    body: { version: due!.version, picks: lots.map(({ lotId }, i) => ({ lotId, fish: fish[i]! })) },
  });
  const { id } = await shop.bench.ok(contract.plan.send, {
    params: { id: due!.id },
    body: { version: due!.version + 1 },
  });
  await cut(shop, id);
  const codes = lots.map((l) => l.code);
  expect((await labelOf(id)).trace).toBe((fish[0] > fish[1] ? codes : codes.reverse()).join(' + '));
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
