import { contract, type SentOf } from '@ember-slate/contract';
import { describe, expect, it } from 'vitest';
import { setDuePrices } from '../src/stages/prices/commands/ahead.ts';
import { landBass, sale, shopForEach } from './testShop.ts';

/* A price from a day to come: until then the old one is asked, from then on the new one, whoever looks. */
const shop = shopForEach();
const [day, next] = ['2026-11-25', '2026-11-26'];
const morning = (of: string) => new Date(`${of}T05:00:00.000Z`);
const set = (more: Partial<SentOf<typeof contract.prices.set>>) =>
  shop().manager.send(contract.prices.set, {
    body: { speciesId: 'sea_bass', item: 'whole', was: null, perKg: 2400, ...more },
  });
const bass = async () => (await shop().manager.ok(contract.prices.list)).find((l) => l.item === 'whole')!;
const asked = async () => (await shop().counter.ok(contract.counter.stock))[0]!.pricePerKg;

describe('a price from a day to come', () => {
  it('waits for its day, and is then what the till asks, in the name of whoever decided it', async () => {
    const { lotId } = await landBass(shop());
    await set({});
    expect((await set({ was: 2400, perKg: 2650, from: next, reason: 'dearer at the quay' })).status).toBe(
      200,
    );
    expect((await bass()).ahead).toMatchObject([{ from: next, perKg: 2650, perPiece: null }]);
    expect(await asked()).toBe(2400);
    expect(await setDuePrices(shop().pool, morning(day))).toBe(0);
    expect(await asked()).toBe(2400);
    // Of several processes that look at once one sets it.
    const times = Array.from({ length: 4 }, () => setDuePrices(shop().pool, morning(next)));
    expect((await Promise.all(times)).sort()).toEqual([0, 0, 0, 1]);
    expect(await asked()).toBe(2650);
    expect(await bass()).toMatchObject({ perKg: 2650, ahead: [] });
    const { sold } = await shop().manager.ok(contract.prices.history, {
      query: { speciesId: 'sea_bass', item: 'whole' },
    });
    expect(sold.map((s) => [s.perKg, s.reason])).toEqual([
      [2400, ''],
      [2650, 'dearer at the quay'],
    ]);
    expect(sold[1]!.by).toBe(sold[0]!.by);
    await shop().counter.ok(contract.counter.sell, { body: sale(lotId, 460, 1, { perKg: 2650 }) });
  });

  it('gives way to another for the same day, and may be dropped until it stands', async () => {
    await landBass(shop());
    await set({});
    await set({ was: 2400, perKg: 2650, from: next });
    await set({ was: 2400, perKg: 1, perPiece: 900, from: next });
    const [one] = (await bass()).ahead;
    expect((await bass()).ahead).toHaveLength(1);
    expect(one).toMatchObject({ perPiece: 900 });
    await shop().manager.ok(contract.prices.dropAhead, { params: { id: one!.id }, body: {} });
    expect((await bass()).ahead).toEqual([]);
    expect(await setDuePrices(shop().pool, morning(next))).toBe(0);
    const again = await shop().manager.send(contract.prices.dropAhead, { params: { id: one!.id }, body: {} });
    expect(again.status).toBe(404);
  });

  it('is not set for a day that has passed; for today it stands at once', async () => {
    await landBass(shop());
    expect((await set({ from: '2026-11-24' })).status).toBe(400);
    expect((await set({ from: day })).status).toBe(200);
    expect(await asked()).toBe(2400);
  });
});
