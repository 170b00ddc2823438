import { contract, type SentOf } from '@ember-slate/contract';
import { describe, expect, it } from 'vitest';
import { landBass, proof, sale, shopForEach } from './testShop.ts';

/* Fish at a price a piece: money is pieces times price at the till, on the order shelf and on paper; grams stay grams. */
const shop = shopForEach();
const day = '2026-11-25';
const price = (more: Partial<SentOf<typeof contract.prices.set>> = {}) =>
  shop().manager.ok(contract.prices.set, {
    body: { speciesId: 'sea_bass', item: 'whole', was: null, perKg: 1, perPiece: 850, ...more },
  });
const listed = async () => (await shop().manager.ok(contract.prices.list))[0]!;
const row = async () => (await shop().counter.ok(contract.counter.stock)).find((r) => r.item === 'whole')!;
const three = (lotId: number, more: object = {}) =>
  sale(lotId, 1370, 3, { unit: 'piece', perKg: 850, ...more });

describe('a price a piece', () => {
  it('stands in the list beside what it comes to a kilogram, by what one usually weighs', async () => {
    await landBass(shop());
    await price();
    const { perKg, perPiece, pieceGrams } = await listed();
    expect(perPiece).toBe(850);
    expect(perKg).toBe(Math.round((850 * 1000) / pieceGrams));
    expect(await row()).toMatchObject({ pricePerPiece: 850, pricePerKg: perKg });
    const { sold } = await shop().manager.ok(contract.prices.history, {
      query: { speciesId: 'sea_bass', item: 'whole' },
    });
    expect(sold.map((s) => s.perPiece)).toEqual([850]);
    // Back to a price by weight: nothing of the piece stays.
    await price({ was: perKg, perKg: 2400, perPiece: null });
    expect(await row()).toMatchObject({ pricePerPiece: null, pricePerKg: 2400 });
  });

  it('is what is paid, whatever the pieces weigh; stock falls by grams and pieces, and the books prove it', async () => {
    const { lotId } = await landBass(shop());
    await price();
    const before = await row();
    const { id, total } = await shop().counter.ok(contract.counter.sell, { body: three(lotId) });
    expect(total).toBe(3 * 850);
    const after = await row();
    expect([before.grams - after.grams, before.pieces - after.pieces]).toEqual([1370, 3]);
    const [sold] = await shop().counter.ok(contract.counter.sales, { query: { day } });
    expect(sold!.lines).toMatchObject([
      { unit: 'piece', pieces: 3, grams: 1370, perKg: 850, fullPerKg: 850 },
    ]);
    // One of them comes back.
    await shop().counter.ok(contract.counter.refund, {
      params: { id },
      body: { reason: 'one was soft', lines: [{ position: 1, grams: 455, money: 850 }], pay: 'cash' },
    });
    expect((await proof(shop())).faults).toEqual([]);
    await shop().manager.ok(contract.close.day, { params: { day } });
    expect((await proof(shop())).faults).toEqual([]);
  });

  it('is asked for by its own figure only: another needs its reason, and what has none is sold by weight', async () => {
    const { lotId } = await landBass(shop());
    await price();
    const { perKg } = await listed();
    const says = async (body: SentOf<typeof contract.counter.sell>) => {
      const { status, body: problem } = await shop().counter.send(contract.counter.sell, { body });
      return [status, JSON.stringify(problem)] as const;
    };
    expect(await says(three(lotId, { perKg: 800 }))).toEqual([400, expect.stringMatching(/8\.50 each/)]);
    expect((await says(three(lotId, { pieces: 0 })))[0]).toBe(400);
    expect((await says(three(lotId, { perKg: 800, priceReason: 'a regular' })))[0]).toBe(200);
    // By weight, at what a piece comes to a kilogram.
    expect((await says(sale(lotId, 500, 1, { perKg: perKg! })))[0]).toBe(200);
    await price({ was: perKg, perKg: 2400, perPiece: null });
    // What the customer was told this morning still holds.
    expect(await says(three(lotId))).toEqual([200, expect.anything()]);
  });

  it('falls with a markdown by the same share', async () => {
    const { lotId } = await landBass(shop());
    await price();
    const { perKg } = await listed();
    const at = await row();
    await shop().manager.ok(contract.prices.markDown, {
      body: {
        place: at.place,
        lotId,
        item: 'whole',
        batch: at.batch,
        perKg: Math.round(perKg! * 0.8),
        reason: 'last day',
      },
    });
    const marked = (await row()).pricePerPiece!;
    expect(marked).toBe(Math.round((850 * Math.round(perKg! * 0.8)) / perKg!));
    const { total } = await shop().counter.ok(contract.counter.sell, {
      body: three(lotId, { perKg: marked }),
    });
    expect(total).toBe(3 * marked);
    expect((await proof(shop())).faults).toEqual([]);
  });

  it('is not set for trim, nor below a cent', async () => {
    const send = (more: object) =>
      shop().manager.send(contract.prices.set, {
        body: { speciesId: 'sea_bass', item: 'trim:head', was: null, perKg: 300, perPiece: 50, ...more },
      });
    expect((await send({})).status).toBe(400);
    expect((await send({ item: 'whole', perPiece: 0 })).status).toBe(400);
  });
});
