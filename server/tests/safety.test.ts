import { contract } from '@ember-slate/contract';
import { beforeEach, describe, expect, it } from 'vitest';
import { shopForEach, noon, type TestShop } from './testShop.ts';

const { safety } = contract;
let shop: TestShop;
const fresh = shopForEach();
beforeEach(() => void (shop = fresh()));
const knives = () => shop.bench.ok(safety.knives);
const later = (minutes: number) => (shop.clock.now = new Date(noon.getTime() + minutes * 60_000));

describe('the knife log', () => {
  it('knows when each knife last met steel and stone, and puts the one that waits longest first', async () => {
    expect(await knives()).toEqual([]);
    for (const [minutes, knife, did] of [
      [0, 'stiff 15', 'stone'],
      [1, 'long blade', 'stone'],
      [2, 'stiff 15', 'steel'],
      [3, 'stiff 15', 'steel'],
    ] as const) {
      later(minutes);
      await shop.bench.ok(safety.sharpen, { body: { knife, did } });
    }
    const [first, second] = await knives();
    expect(first).toMatchObject({ knife: 'long blade', steel: null });
    expect(second).toEqual({
      knife: 'stiff 15',
      steel: { at: new Date(noon.getTime() + 3 * 60_000).toISOString(), by: 'The bench' },
      stone: { at: noon.toISOString(), by: 'The bench' },
    });
  });

  it('is the back door’s, and holds no more knives than a bench has', async () => {
    expect((await shop.counter.send(safety.knives)).status).toBe(403);
    for (let i = 0; i < 60; i++)
      await shop.bench.ok(safety.sharpen, { body: { knife: `knife ${i}`, did: 'steel' } });
    const one = (knife: string) => shop.bench.send(safety.sharpen, { body: { knife, did: 'stone' } });
    expect((await one('knife 60')).status).toBe(409);
    expect((await one('knife 7')).status).toBe(200);
  });
});

describe('the accident book', () => {
  const cut = {
    at: noon.toISOString(),
    kind: 'cut' as const,
    who: 'Bram',
    what: 'left thumb, heading hake',
    firstAid: 'washed, pressed, plaster',
  };
  it('is read by the manager and by who noted it, and by nobody else', async () => {
    await shop.bench.ok(safety.noteAccident, { body: cut });
    await shop.counter.ok(safety.noteAccident, { body: { ...cut, who: 'Wil', kind: 'fall' } });
    const seen = async (who: 'manager' | 'bench' | 'counter') =>
      (await shop[who].ok(safety.accidents)).map((a) => a.who).sort();
    expect(await seen('manager')).toEqual(['Bram', 'Wil']);
    expect(await seen('bench')).toEqual(['Bram']);
    expect(await seen('counter')).toEqual(['Wil']);
  });
  it('takes no accident of tomorrow, none without what was done, and none long past', async () => {
    const note = (more: object) => shop.bench.send(safety.noteAccident, { body: { ...cut, ...more } });
    const paths = async (more: object) => (await note(more)).problem.errors?.map((e) => e.path);
    expect(await paths({ at: new Date(noon.getTime() + 3_600_000).toISOString() })).toEqual(['at']);
    expect(await paths({ at: new Date(noon.getTime() - 61 * 86_400_000).toISOString() })).toEqual(['at']);
    expect(await paths({ firstAid: '  ' })).toEqual(['firstAid']);
    expect(await paths({ who: '' })).toEqual(['who']);
    expect(await shop.manager.ok(safety.accidents)).toEqual([]);
  });
});
