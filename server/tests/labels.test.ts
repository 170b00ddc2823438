import { contract, type LabelSettings, type Ticket } from '@ember-slate/contract';
import { vacuumDays } from '@ember-slate/core/board';
import { addDays } from '@ember-slate/core/calendar';
import { readPriceCode } from '@ember-slate/core/labels';
import { describe, expect, it } from 'vitest';
import { defaultSettings } from '../src/platform/settings.ts';
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

describe('what the shop says once stands on every label made after', () => {
  const layout = defaultSettings.labels;
  const setLabels = (version: number, more: Partial<LabelSettings>) =>
    getShop().manager.ok(contract.labels.setSettings, { body: { version, ...layout, ...more } });
  const setPrice = (item: string, was: number | null, perKg: number, perPiece: number | null = null) =>
    getShop().manager.ok(contract.prices.set, {
      body: { speciesId: 'sea_bass', item, was, perKg, perPiece },
    });
  /** Weighs a piece of this form and makes its label. */
  const weighed = async (lotId: number, form: string, more: object = {}) => {
    const { id } = await forCounter(lotId, { form, pieces: 2, fish: 1, ...more });
    const { cuts } = await start(getShop(), id);
    await getShop().bench.ok(contract.bench.weigh, {
      params: { id },
      body: { cutId: cuts[0]!.id, kind: 'counter', item: form, grams: 230, pieces: 2, source: 'measured' },
    });
    return labelOf(id);
  };
  const codeOf = (code: string | null, more: Partial<LabelSettings> = {}) =>
    readPriceCode({ ...layout, ...more }, code!);

  it('its price by weight or by the piece, and which of price and weight its code carries', async () => {
    const { lotId } = await landBass(getShop());
    await setPrice('fillet_skin_on', null, 4000);
    const byWeight = await weighed(lotId, 'fillet_skin_on');
    expect(byWeight).toMatchObject({ grams: 230, pieces: 2, perKg: 4000, price: 920 });
    expect(codeOf(byWeight.priceCode)).toMatchObject({ value: 920 });
    await setPrice('fillet_skin_on', 4000, 4000, 500);
    const byThePiece = await weighed(lotId, 'fillet_skin_on');
    expect(byThePiece).toMatchObject({ perKg: null, price: 1000 });
    expect(codeOf(byThePiece.priceCode)).toMatchObject({ value: 1000 });
    await setLabels(1, { carries: 'weight' });
    const weight = await weighed(lotId, 'fillet_skin_on');
    expect(codeOf(weight.priceCode, { carries: 'weight' })).toMatchObject({ value: 230 });
  });

  it('its number of an item: one for each form of a fish, the same each time', async () => {
    const { lotId } = await landBass(getShop());
    await setLabels(1, { carries: 'weight' });
    const numbers: number[] = [];
    for (const form of ['fillet_skin_on', 'fillet_skinless', 'fillet_skin_on']) {
      const read = codeOf((await weighed(lotId, form)).priceCode, { carries: 'weight' });
      numbers.push((read as { item: number }).item);
    }
    expect(numbers[2]).toBe(numbers[0]);
    expect(numbers[1]).not.toBe(numbers[0]);
  });

  it('its number at GS1 in the code, where it has one', async () => {
    const { lotId } = await landBass(getShop());
    const scanOf = async () => {
      const { id } = await forCounter(lotId, { fish: 1 });
      await cut(getShop(), id);
      const params = { id, weightId: (await at(id)).weighOuts[0]!.id };
      const label = await getShop().bench.ok(contract.labels.make, {
        params,
        body: { size: '58x40', print: false },
      });
      const [found] = await getShop().pool.query(
        "SELECT JSON_VALUE(content, '$.scan') AS scan FROM label WHERE id = ?",
        [label.id],
      );
      return (found as { scan: string }[])[0]!.scan;
    };
    expect(await scanOf()).not.toContain('9400123');
    await setLabels(1, { companyPrefix: '400123' });
    expect(await scanOf()).toContain('9400123');
  });

  it('a vacuum shortens the last day, and never lengthens it', async () => {
    const { lotId } = await landBass(getShop(), true, { condition: 'gutted' });
    const longest = addDays('2026-11-25', vacuumDays.eu!);
    const plain = await weighed(lotId, 'fillet_skin_on');
    const vacuum = await weighed(lotId, 'fillet_skin_on', { packing: 'vacuum' });
    expect(vacuum.useBy).toBe([plain.useBy!, longest].sort()[0]);
    await wait(5 * 24);
    const [still, later] = [
      await weighed(lotId, 'fillet_skin_on'),
      await weighed(lotId, 'fillet_skin_on', { packing: 'vacuum' }),
    ];
    expect(later.useBy).toBe([still.useBy!, addDays('2026-11-30', vacuumDays.eu!)].sort()[0]);
    expect(later.packedOn).toBe('2026-11-30');
  });

  it('bones left in, and what was put into a fish, are declared on what was cut so alone', async () => {
    const { lotId } = await landBass(getShop(), true, { grams: 15_000 });
    const warnings = async (form: string, ...options: string[]) =>
      (await weighed(lotId, form, { options })).warnings.filter((w) => !/FISH|sample/i.test(w));
    const declared = 'pin bones left in, declared';
    expect(await warnings('fillet_skin_on')).toEqual(['May contain bones.']);
    expect(await warnings('fillet_skin_on', declared)).toEqual(['Pin bones left in.']);
    const [joint, stuffed] = [
      await warnings('boneless_joint'),
      await warnings('boneless_joint', 'herbs inside'),
    ];
    expect(stuffed.length).toBe(joint.length + 1);
  });

  it('whose it is: name, address and approval, as they were when it was made', async () => {
    const { lotId } = await landBass(getShop());
    const before = await weighed(lotId, 'fillet_skin_on');
    expect(before).toMatchObject({ shop: 'Test Slip', whose: '' });
    const { version } = (await getShop().manager.ok(contract.settings.all)).shop;
    await getShop().manager.ok(contract.settings.setShop, {
      body: {
        version,
        name: 'Skerrow Slip',
        address: '4 Quay Street',
        phone: '',
        approval: 'GB XY 12',
        taxNumber: '',
        currency: 'EUR',
      },
    });
    const after = await weighed(lotId, 'fillet_skin_on');
    expect(after).toMatchObject({ shop: 'Skerrow Slip', whose: '4 Quay Street, GB XY 12' });
  });
});

it('past its life a piece gets no label', async () => {
  const shop = getShop();
  const { lotId } = await landBass(shop);
  const { id } = await forCounter(lotId);
  await cut(shop, id);
  await wait(24 * 24);
  const reply = await shop.bench.send(contract.labels.make, {
    params: { id, weightId: (await at(id)).weighOuts[0]!.id },
    body: { size: '58x40', print: false },
  });
  expect([reply.status, reply.problem.detail]).toEqual([409, expect.stringMatching(/gets no label/)]);
});

it('is on paper once a person says so, and once more when it was printed again', async () => {
  const shop = getShop();
  const { lotId } = await landBass(shop);
  const { id } = await forCounter(lotId);
  await cut(shop, id);
  const params = { id, weightId: (await at(id)).weighOuts[0]!.id };
  const label = await shop.bench.ok(contract.labels.make, { params, body: { size: '100x50', print: false } });
  const prints = async () =>
    (await shop.bench.ok(contract.labels.today)).map((l) => [l.id, l.size, l.prints]);
  expect(await prints()).toEqual([[label.id, '100x50', 0]]);
  for (const n of [1, 2]) {
    await shop.bench.ok(contract.labels.printedByHand, { params: { id: label.id } });
    expect(await prints()).toEqual([[label.id, '100x50', n]]);
  }
});
