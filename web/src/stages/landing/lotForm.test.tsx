import { act, waitFor } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import { bench } from '../../testing/acts.tsx';
import { landedLot } from '../../testing/landed.ts';
import { hooked } from '../../testing/served.tsx';
import type { Scanned } from './BoxScan.tsx';
import { isFlat, isScaly, useLotForm, type LotSources } from './useLotForm.ts';

/* What a lot is landed with: what a box says of itself, what its kin say, and what of it is sent. */

const nothing: Scanned = {
  speciesId: null,
  grams: null,
  pieces: null,
  supplierLot: null,
  caughtOn: null,
  area: null,
  gear: null,
  production: null,
  frozen: false,
};
async function opened(more: Partial<LotSources> = {}) {
  const done: true[] = [];
  const { now, sent } = hooked(
    () => useLotForm({ deliveryId: 3, lot: null, ...more }, () => done.push(true)),
    {
      'POST /api/landing/deliveries/3/lots': { id: 9, code: '261126-B1' },
      'PUT /api/landing/lots/5': { id: 5 },
    },
    bench,
  );
  await waitFor(() => expect(now().book.size).toBeGreaterThan(10));
  return {
    values: () => now().form.values,
    now,
    sent,
    done,
    does: (f: () => unknown) => act(async () => void (await f())),
  };
}

describe('a box that is scanned', () => {
  it.each<[Partial<Scanned>, object]>([
    [{}, {}],
    [{ pieces: 12 }, { pieces: '12' }],
    [{ grams: 8400 }, { weight: { grams: 8400, source: 'typed' } }],
    [{ supplierLot: 'B7' }, { supplierLot: 'B7' }],
    [{ caughtOn: '2026-11-24' }, { caughtOn: '2026-11-24' }],
    [{ production: 'farmed' }, { production: 'farmed' }],
    [{ area: '37' }, { area: '37' }],
    [{ area: '99' }, {}],
    [{ gear: 'traps and pots' }, { gear: 'traps and pots' }],
    [{ frozen: true }, { remarks: 'frozen before: label as defrosted' }],
  ])('that says %o fills in that and nothing else', async (said, filled) => {
    const form = await opened();
    const before = form.values();
    await form.does(() => form.now().scan({ ...nothing, ...said }));
    expect(form.values()).toEqual({ ...before, ...filled });
  });
  it('chooses its fish, which comes as it usually does', async () => {
    const form = await opened();
    await form.does(() => form.now().scan({ ...nothing, speciesId: 'monkfish', grams: 5000 }));
    expect(form.values()).toMatchObject({
      speciesId: 'monkfish',
      condition: 'tail',
      weight: { grams: 5000 },
    });
    await form.does(() => form.now().scan({ ...nothing, pieces: 3 }));
    expect(form.values().speciesId).toBe('monkfish');
  });
  it('says frozen beside no other remark', async () => {
    const form = await opened();
    await form.does(() => form.now().form.set({ remarks: 'soft' }));
    await form.does(() => form.now().scan({ ...nothing, frozen: true }));
    expect(form.values().remarks).toBe('soft');
  });
});

describe('a chosen fish', () => {
  const kin = landedLot({ id: 8, speciesId: 'sea_bass', area: '37', gear: 'trawls', caughtOn: '2026-11-23' });
  it('comes from where the last of its kind on this delivery came from', async () => {
    const other = landedLot({ ...kin, id: 7, area: '21' });
    const form = await opened({ landed: [other, kin, landedLot({ id: 9 })] });
    await form.does(() => form.now().choose('sea_bass'));
    expect(form.values()).toMatchObject({
      area: '37',
      gear: 'trawls',
      caughtOn: '2026-11-23',
      condition: 'whole',
    });
  });
  it('changes nothing else of a lot that is corrected', async () => {
    const form = await opened({ lot: landedLot({ condition: 'headed_gutted' }), landed: [kin] });
    const before = form.values();
    await form.does(() => form.now().choose('sea_bass'));
    expect(form.values()).toEqual({ ...before, speciesId: 'sea_bass' });
  });
  it('of a delivery before is landed again, but was not caught again', async () => {
    const { id: _id, ...draft } = landedLot({ caughtOn: '2026-11-20', pieces: 7 });
    const form = await opened({ draft: { ...draft, pricePerKg: 1150 } });
    expect(form.values()).toMatchObject({
      speciesId: 'hake',
      pieces: '7',
      price: 1150,
      caughtOn: '',
      weight: null,
    });
  });
});

describe('fish weighed one by one', () => {
  it('are the number and the weight of the lot, as sure as the least sure of them', async () => {
    const form = await opened();
    const fish = [
      { grams: 1200, lengthMm: null, source: 'measured' as const },
      { grams: 1350, lengthMm: null, source: 'typed' as const },
    ];
    await form.does(() => form.now().changeFish(fish));
    expect(form.values()).toMatchObject({ pieces: '2', weight: { grams: 2550, source: 'typed' } });
    await form.does(() => form.now().changeFish(fish.slice(0, 1)));
    expect(form.values()).toMatchObject({ pieces: '1', weight: { grams: 1200, source: 'measured' } });
    await form.does(() => form.now().changeFish([]));
    expect(form.values()).toMatchObject({ pieces: '', weight: null, fish: [] });
  });
});

describe('what is sent', () => {
  const filled = {
    speciesId: 'plaice',
    condition: 'gutted' as const,
    pieces: '4',
    weight: { grams: 2000, source: 'measured' as const },
    price: 900,
    gear: 'trawls',
    slit: 'seen' as const,
    scaled: 'part' as const,
  };
  const landedWith = async (more: object) => {
    const form = await opened();
    await form.does(() => form.now().form.set({ ...filled, ...more }));
    await form.does(() => form.now().form.submit());
    expect(form.done).toEqual([true]);
    return form.sent[0]!.body as Record<string, unknown>;
  };
  it.each<[string, object, object]>([
    ['a gutted flatfish has its slit', {}, { slit: 'seen', gear: 'trawls' }],
    ['a whole one has none', { condition: 'whole' }, { slit: 'unasked' }],
    ['a round fish has none', { speciesId: 'cod' }, { slit: 'unasked', scaled: 'part' }],
    [
      'fish without scales worth it is not scaled',
      { speciesId: 'mackerel', condition: 'whole' },
      { scaled: 'no' },
    ],
    ['farmed fish has no gear', { production: 'farmed', area: 'Norway' }, { gear: null }],
    ['a boat is that boat', { boat: 'Morwen Jane' }, { boat: 'Morwen Jane' }],
    ['no day is no day', { caughtOn: '' }, { caughtOn: null }],
    ['a day is that day', { caughtOn: '2026-11-20' }, { caughtOn: '2026-11-20' }],
  ])('%s', async (_name, more, sent) => {
    expect(await landedWith(more)).toMatchObject(sent);
  });
  it('of a correction is the version that was looked at, and no fish one by one', async () => {
    const form = await opened({ lot: landedLot() });
    await form.does(() => form.now().form.set({ pieces: '5' }));
    await form.does(() => form.now().form.submit());
    expect(form.sent).toMatchObject([
      { method: 'PUT', path: '/api/landing/lots/5', body: { version: 2, pieces: 5 } },
    ]);
    expect(form.sent[0]!.body).not.toHaveProperty('fish');
  });
});

describe('what is asked of a fish', () => {
  it('depends on its shape and its scales', async () => {
    const { now } = await opened();
    const of = (id: string) => now().book.get(id);
    expect(['plaice', 'halibut', 'cod', 'x'].map((id) => isFlat(of(id)))).toEqual([true, true, false, false]);
    expect(isScaly(of('sea_bass'), 'whole')).toBe(true);
    expect(isScaly(of('salmon'), 'side')).toBe(true);
    for (const came of ['tail', 'wing', 'fillet'] as const) expect(isScaly(of('sea_bass'), came)).toBe(false);
    expect(isScaly(of('mackerel'), 'whole')).toBe(false);
    expect(isScaly(undefined, 'whole')).toBe(false);
  });
  it('is doubted where the mean weight cannot be', async () => {
    const form = await opened();
    await form.does(() => form.now().form.set({ speciesId: 'sea_bass', condition: 'whole', pieces: '1' }));
    expect(form.now().doubt).toBeNull();
    await form.does(() => form.now().form.set({ weight: { grams: 90_000, source: 'typed' } }));
    expect(form.now().doubt).not.toBeNull();
    await form.does(() => form.now().form.set({ pieces: '100' }));
    expect(form.now().doubt).toBeNull();
  });
});
