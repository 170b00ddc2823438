import { contract } from '@ember-slate/contract';
import { afterEach, beforeEach, describe, expect, inject, it } from 'vitest';
import { rows } from '../src/platform/db.ts';
import { prepare } from '../src/launch/prepare.ts';
import { landBass, openTestShop, type TestShop } from './testShop.ts';

let shop: TestShop;
beforeEach(async () => {
  shop = await openTestShop(inject('databaseUrl'));
});
afterEach(() => shop.close());

const { species } = contract;
const entry = async (id: string) =>
  (await shop.counter.ok(contract.landing.species)).find((s) => s.id === id)!;
async function change(id: string, more: object, screen = shop.manager) {
  const { own: _own, sold: _sold, id: _id, ...fields } = await entry(id);
  return screen.send(species.edit, { params: { id }, body: { ...fields, ...more } });
}

describe('the species book', () => {
  it('brings the words of an entry nobody changed up to date at the next start, and keeps a changed one', async () => {
    expect((await change('sea_bass', { marks: 'as we know it' })).status).toBe(200);
    await rows(shop.pool, "UPDATE species SET marks = '' WHERE id = 'hake'");
    await prepare(shop.url);
    expect((await entry('hake')).marks).toMatch(/mouth black/);
    expect((await entry('sea_bass')).marks).toBe('as we know it');
  });

  it('is changed by a manager, and clocks follow', async () => {
    const { lotId } = await landBass(shop);
    const left = async () =>
      (await shop.bench.ok(contract.cold.lot, { params: { id: lotId } })).rows[0]!.daysLeft!;
    const before = await left();
    expect((await change('sea_bass', { iceDays: 20 }, shop.bench)).status).toBe(403);
    expect((await change('sea_bass', { iceDays: 20 })).body).toEqual({ version: 2 });
    expect(await left()).toBeGreaterThan(before);
    expect((await change('sea_bass', { iceDays: 15, version: 1 })).status).toBe(409);
  });

  it.each([
    ['a fillet heavier than the gutted fish', { filletSkinOn: 0.95 }, 'filletSkinOn'],
    ['no yield', { filletSkinless: 0 }, 'filletSkinless'],
    ['the usual weight above the largest', { typicalG: 9000 }, 'typicalG'],
    ['a metre of a fish of 500 g', { lwA: 0.00001 }, 'lwA'],
    ['months that are none', { spawningMonths: '13-2' }, 'spawningMonths'],
    ['a name the book has', { name: 'Haddock' }, 'name'],
    ['another body', { bodyPlan: 'flat' }, 'bodyPlan'],
    ['no share at all', { gutted: null }, 'gutted'],
    ['a vent in front of the collar', { body: { vent: 0.1 } }, 'body.vent'],
    [
      'more flesh than fits',
      {
        body: {
          flesh: [
            [0.25, 1],
            [0.26, 0.01],
            [0.98, 0.01],
          ],
        },
      },
      'filletSkinOn',
    ],
  ])('refuses %s', async (_name, more, path) => {
    const reply = await change('sea_bass', more);
    expect(reply.status, JSON.stringify(reply.problem)).toBe(400);
    expect(reply.problem.errors!.map((e) => e.path)).toContain(path);
  });

  it('keeps what the shop measured of its body, over the row it is drawn by', async () => {
    const body = { vent: 0.6, loin: [[0.3, 0.62] as [number, number], [1, 0.5] as [number, number]] };
    expect((await change('hake', { body })).status).toBe(200);
    expect((await entry('hake')).body).toEqual(body);
    // A start brings words up to date, never what was measured.
    await prepare(shop.url);
    expect((await entry('hake')).body).toEqual(body);
    expect((await change('hake', { body: null })).status).toBe(200);
    expect((await entry('hake')).body).toBeNull();
  });

  it('refuses a tail that leaves less than nothing for its spine', async () => {
    const reply = await change('monkfish', { filletSkinless: 0.325 });
    expect(reply.problem.errors!.map((e) => e.path)).toEqual(['filletSkinless']);
  });

  it('takes a species of the shop’s own, and lands it', async () => {
    const { own: _own, sold: _sold, version: _version, ...bass } = await entry('sea_bass');
    const meagre = {
      ...bass,
      id: 'meagre',
      name: 'Meagre',
      scientificName: 'Argyrosomus regius',
      asfis: 'MGR',
    };
    expect(await shop.manager.ok(species.add, { body: meagre })).toEqual({ id: 'meagre' });
    expect((await shop.manager.send(species.add, { body: { ...meagre, name: 'Another' } })).status).toBe(400);
    expect(await entry('meagre')).toMatchObject({ own: true, version: 1 });
    await landBass(shop, true, { speciesId: 'meagre' });
    expect(await shop.bench.ok(species.yields, { params: { id: 'meagre' } })).toEqual({
      months: [],
      lots: 1,
    });
  });
});

describe('what the shop sells', () => {
  const set = (off: string[], version = 1) => shop.manager.send(species.setSold, { body: { version, off } });
  const sold = async (id: string) => (await entry(id)).sold;

  it('is all of the book until it says otherwise, and says so of every fish', async () => {
    expect(await sold('hake')).toBe(true);
    expect((await set(['hake', 'cod', 'hake'])).body).toEqual({ version: 2 });
    expect(await shop.manager.ok(species.sold)).toEqual({ version: 2, off: ['cod', 'hake'] });
    expect([await sold('hake'), await sold('cod'), await sold('sea_bass')]).toEqual([false, false, true]);
    // It may come in all the same: what lies there is landed, whatever the shop meant to sell.
    expect((await set(['sea_bass'], 2)).status).toBe(200);
    expect((await landBass(shop)).lotId).toBeGreaterThan(0);
  });

  it('is no fish of another book, and not nothing', async () => {
    expect((await set(['unicorn'])).problem.errors?.[0]?.path).toBe('off');
    const all = (await shop.counter.ok(contract.landing.species)).map((s) => s.id);
    expect((await set(all)).problem.errors?.[0]?.path).toBe('off');
    expect((await shop.bench.send(species.setSold, { body: { version: 1, off: [] } })).status).toBe(403);
  });
});
