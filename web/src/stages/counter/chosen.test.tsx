import { act, fireEvent } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import { hooked, stockRowOf as row } from '../../testing/served.tsx';
import { useChosen } from './useChosen.ts';

/* The row in hand: by tap, by its place, by its name; counted, and in the bag by its weight. */

const bass = row({ spot: 'A1' });
const steaks = row({
  lotId: 2,
  item: 'steaks',
  itemName: 'steaks',
  batch: 9,
  spot: 'A10',
  speciesName: 'European hake',
});
const layout = [
  { name: 'A', places: 12 },
  { name: 'C', places: 3 },
];
const chosen = (rows = [bass, steaks], me?: { id: number; name: string; role: 'bench' }) => {
  const { now, sent } = hooked(() => useChosen(rows, layout), {}, me);
  return { now, sent, does: (f: () => void) => act(() => f()) };
};
/** A key as a finger presses it: not so fast on another that it could be a scanner's. */
const key = (k: string) =>
  act(async () => {
    fireEvent.keyDown(window, { key: k });
    await new Promise((done) => setTimeout(done, 110));
  });

describe('the row in hand', () => {
  it('is put down by choosing it again, by Escape and by leaving it; another takes its place', async () => {
    const { now, does } = chosen();
    does(() => now().choose(bass));
    expect(now().chosen).toEqual(bass);
    does(() => now().choose(steaks));
    expect(now().chosen).toEqual(steaks);
    does(() => now().choose(steaks));
    expect(now().chosen).toBeUndefined();
    does(() => now().choose(bass));
    does(() => now().putDown());
    expect(now().chosenKey).toBeNull();
    does(() => now().choose(bass));
    await key('Escape');
    expect(now().chosen).toBeUndefined();
    does(() => now().choose(null));
    expect(now().chosenKey).toBeNull();
  });
  it('is taken at once by a place that can mean no other, and waits while it can', () => {
    const { now, does } = chosen();
    does(() => now().type('a1'));
    expect([now().chosen, now().asked]).toEqual([undefined, 'a1']);
    does(() => now().type('a10'));
    expect([now().chosen, now().asked]).toEqual([steaks, '']);
    does(() => now().type('a11'));
    expect([now().chosen, now().asked]).toEqual([steaks, 'a11']);
    does(() => now().settle(undefined));
    expect(now().asked).toBe('a11');
    does(() => now().settle(bass));
    expect([now().chosen, now().asked]).toEqual([bass, '']);
  });
  it('is asked for by a letter of the slab or a stroke, but not by the keys of the shop', async () => {
    const { now, does } = chosen();
    await key('a');
    expect(now().asked).toBe('A');
    does(() => now().stopAsking());
    expect(now().asked).toBe('');
    await key('c');
    expect(now().asked).toBe('C');
    await key('/');
    expect(now().asked).toBe('');
    does(() => now().choose(bass));
    does(() => now().bagIt({ grams: 455, source: 'typed' }));
    // With something in the bag C is for cash.
    await key('c');
    expect(now().asked).toBe('');
  });
  it('is counted up to what is free of it, and from one again for the next', async () => {
    const few = row({ freePieces: 2 });
    const { now, does } = chosen([few, steaks]);
    expect(now().pieces).toBe(0);
    does(() => now().choose(few));
    expect(now().pieces).toBe(1);
    await key('+');
    await key('+');
    await key('+');
    expect(now().pieces).toBe(2);
    await key('-');
    await key('-');
    await key('-');
    await key('-');
    expect(now().pieces).toBe(1);
    does(() => now().setCount(2));
    does(() => now().choose(steaks));
    does(() => now().choose(few));
    expect(now().pieces).toBe(1);
  });
  it('goes into the bag with its price, its pieces and what weighed it', async () => {
    const { now, does } = chosen();
    does(() => now().choose(bass));
    await key('+');
    does(() => now().setUnweighed(true));
    does(() => now().bagIt({ grams: 910, source: 'measured' }));
    expect(now().bag.lines).toEqual([
      {
        place: bass.place,
        lotId: bass.lotId,
        item: bass.item,
        batch: bass.batch,
        grams: 910,
        source: 'measured',
        pieces: 2,
        unit: 'kg',
        perKg: bass.pricePerKg,
        name: 'Sea bass, whole',
      },
    ]);
    expect([now().unweighed, now().pieces]).toEqual([false, 1]);
  });
  it.each<[string, Parameters<typeof row>[0], RegExp]>([
    ['is blocked', { blocked: 'On hold: oil' }, /On hold: oil/],
    ['has no price', { pricePerKg: null }, /no price/i],
    ['may not be sold', { saleable: false }, /./],
  ])('that %s cannot be put into the bag', (_name, more, hint) => {
    const held = row(more);
    const { now, does } = chosen([held]);
    does(() => now().choose(held));
    expect(now().sellable).toBeNull();
    expect(now().hint).toMatch(hint);
    does(() => now().bagIt({ grams: 400, source: 'typed' }));
    expect(now().bag.lines).toEqual([]);
  });
  it('is not sold by the bench', () => {
    const { now, does } = chosen([bass], { id: 2, name: 'Bram Teale', role: 'bench' });
    does(() => now().choose(bass));
    expect([now().sellable, now().hint]).toEqual([null, expect.stringMatching(/counter sells/)]);
  });
});
