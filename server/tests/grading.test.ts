import { contract, type BodyOf } from '@ember-slate/contract';
import { nothingObserved, qimCod, signsFor, type Level } from '@ember-slate/core/freshness';
import { catalogue } from '@ember-slate/core/species';
import { afterEach, beforeEach, describe, expect, inject, it } from 'vitest';
import {
  bassLot,
  delivery,
  fresh,
  gradeBody,
  landBass,
  openTestShop,
  pins,
  type TestShop,
} from './testShop.ts';

let shop: TestShop;
beforeEach(async () => {
  shop = await openTestShop(inject('databaseUrl'));
});
afterEach(() => shop.close());

const record = (lotId: number, more: object) =>
  shop.bench.send(contract.grading.record, { params: { id: lotId }, body: gradeBody(more) });
const lotOf = (id: number) => shop.bench.ok(contract.grading.lot, { params: { id } });
const scheme = async (id: string) =>
  (await shop.manager.ok(contract.grading.schemes)).find((s) => s.id === id)!;

/** A scheme as someone sends it back, changed. */
async function changed(id: string, more: object): Promise<BodyOf<typeof contract.grading.changeScheme>> {
  const { version, calibration: _line, shipped: _s, grades: _g, history: _h, ...fields } = await scheme(id);
  return { ...fields, version, note: 'tried', ...more };
}

describe('schemes', () => {
  const cod = { speciesId: 'cod', condition: 'gutted', pieces: 3, grams: 8000 };
  const codFish = (level: Level) =>
    Object.fromEntries(
      signsFor(
        qimCod,
        catalogue.find((s) => s.id === 'cod')!,
        'gutted',
      ).map((s) => [s.id, Math.min(level, s.words.length - 1) as Level]),
    );

  it('a cod is judged by its quality index, or by the general signs when someone wants that', async () => {
    const { lotId } = await landBass(shop, false, cod);
    const lot = await lotOf(lotId);
    expect(lot.schemes.map((s) => s.id)).toEqual(['qim-cod', 'eu-general']);
    const fish = [codFish(1), codFish(1), codFish(1)];
    expect((await record(lotId, { scheme: 'qim-cod', fish })).status).toBe(200);
    const [grade] = (await lotOf(lotId)).grades;
    expect(grade).toMatchObject({ scheme: 'qim-cod', schemeVersion: 1 });
    expect(grade!.used).toBeCloseTo((10 / 17) * 14, 9);
  });

  it.each([
    ['a scheme made for another fish', { scheme: 'qim-salmon' }, 'scheme'],
    ['a version there never was', { scheme: 'eu-general', schemeVersion: 9 }, 'scheme'],
    [
      'a level the sign does not have',
      { scheme: 'qim-cod', fish: [{ ...codFish(0), pupil: 3 }] },
      'fish.0.pupil',
    ],
    ['a sign of another scheme', { scheme: 'qim-cod', fish: [{ smell: 0 }] }, 'fish.0.smell'],
  ])('refuses %s', async (_name, more, path) => {
    const { lotId } = await landBass(shop, false, cod);
    const reply = await record(lotId, more);
    expect(reply.status).toBe(400);
    expect(reply.problem.errors![0]!.path).toBe(path);
  });

  it('a change is a new version; a grade that was open goes on with its own, and keeps it', async () => {
    const { lotId } = await landBass(shop, false);
    const open = (await lotOf(lotId)).schemes[0]!;
    const body = await changed('eu-general', { centres: [0.05, 0.3, 0.6, 0.9] });
    expect(
      await shop.manager.ok(contract.grading.changeScheme, { params: { id: 'eu-general' }, body }),
    ).toEqual({
      version: 2,
    });
    const reply = await record(lotId, { schemeVersion: open.version });
    expect(reply.status, JSON.stringify(reply.problem)).toBe(200);
    const lot = await lotOf(lotId);
    expect(lot.grades[0]).toMatchObject({ schemeVersion: 1 });
    expect(lot.grades[0]!.used).toBeCloseTo(1.5, 9);
    expect(lot.schemes.map((s) => s.version)).toEqual([2, 1]);
    const stale = await shop.manager.send(contract.grading.changeScheme, {
      params: { id: 'eu-general' },
      body,
    });
    expect(stale.status).toBe(409);
    const { history } = await scheme('eu-general');
    expect(history.map((h) => [h.version, h.by])).toEqual([
      [2, 'The manager'],
      [1, null],
    ]);
  });

  it('refuses a scheme that cannot judge, and anyone but a manager', async () => {
    const body = await changed('eu-general', { centres: [0.5, 0.3, 0.6, 0.9] });
    const params = { id: 'eu-general' };
    expect((await shop.bench.send(contract.grading.changeScheme, { params, body })).status).toBe(403);
    const reply = await shop.manager.send(contract.grading.changeScheme, { params, body });
    expect(reply.problem.detail).toMatch(/rise/);
    const alien = await changed('qim-cod', { species: ['kraken'] });
    expect(
      (await shop.manager.send(contract.grading.changeScheme, { params: { id: 'qim-cod' }, body: alien }))
        .status,
    ).toBe(400);
  });
});

describe('calibration', () => {
  it('rests on lots with a known catch date, and is applied on a manager’s word only', async () => {
    const query = { scheme: 'eu-general', species: 'sea_bass' };
    const { id } = await shop.bench.ok(contract.landing.createDelivery, { body: delivery() });
    for (let age = 0; age < 12; age++) {
      const day = new Date(Date.parse('2026-11-24') - age * 86_400_000).toISOString().slice(0, 10);
      const lot = await shop.bench.ok(contract.landing.addLot, {
        params: { id },
        body: bassLot({ caughtOn: day, pieces: 1, grams: 460 }),
      });
      const level = (age < 4 ? 0 : age < 9 ? 1 : 2) as Level;
      const fish = [Object.fromEntries(Object.keys(fresh).map((s) => [s, level]))];
      const verdict = level === 2 ? 'cooked_only' : 'accept';
      const reply = await record(lot.id, { fish, verdict });
      expect(reply.status, JSON.stringify(reply.problem)).toBe(200);
    }
    const seen = await shop.bench.ok(contract.grading.calibration, { query });
    expect(seen.pairs).toHaveLength(12);
    expect(seen.pairs[0]!.days).toBeCloseTo(1, 9);
    expect(seen.applied).toBeNull();
    const apply = { params: { id: 'eu-general' }, body: { speciesId: 'sea_bass', apply: true, version: 1 } };
    expect((await shop.bench.send(contract.grading.calibrate, apply)).status).toBe(403);
    await shop.manager.ok(contract.grading.calibrate, apply);
    const after = await shop.bench.ok(contract.grading.calibration, { query });
    expect(after.applied).toMatchObject({ slope: seen.fit!.slope, pairs: 12 });
    const cod = { params: { id: 'eu-general' }, body: { speciesId: 'cod', apply: true, version: 2 } };
    expect((await shop.manager.send(contract.grading.calibrate, cod)).status).toBe(409);
  });

  it('two people on the same fish agree, and how far is said', async () => {
    const { lotId } = await landBass(shop);
    const other = [{ ...fresh, eyes: 1 }, fresh, fresh];
    await shop.manager.ok(contract.grading.record, {
      params: { id: lotId },
      body: gradeBody({ fish: other }),
    });
    const { agreement } = await shop.bench.ok(contract.grading.calibration, {
      query: { scheme: 'eu-general', species: 'sea_bass' },
    });
    expect(agreement.fish).toBe(3);
    expect(agreement.kappa).toBeCloseTo(0, 9);
  });
});

describe('beside the signs', () => {
  it('a prohibited species is rejected, and nothing else will do', async () => {
    const { lotId } = await landBass(shop, false);
    const observed = { ...nothingObserved, damage: [], identity: 'prohibited' as const };
    expect((await record(lotId, { observed })).problem.errors![0]!.path).toBe('verdict');
    expect((await record(lotId, { observed, verdict: 'reject' })).status).toBe(200);
  });

  it('a warm histamine species may be held for its papers, not accepted', async () => {
    const { lotId } = await landBass(shop, false, { speciesId: 'mackerel', pieces: 3, grams: 1100 });
    const warm = { coreTenths: 72, overrideReason: 'papers asked for' };
    expect((await record(lotId, { ...warm, verdict: 'accept' })).status).toBe(400);
    expect((await record(lotId, { ...warm, verdict: 'hold' })).status).toBe(200);
  });

  it('regrading adds, and the clock starts anew from it', async () => {
    const { lotId } = await landBass(shop);
    shop.clock.now = new Date('2026-11-26T12:00:00Z');
    await shop.bench.signIn(shop.staff.bench, pins.bench);
    const level1 = Object.fromEntries(Object.keys(fresh).map((s) => [s, 1]));
    await shop.bench.ok(contract.grading.record, {
      params: { id: lotId },
      body: gradeBody({ fish: [level1, level1, level1] }),
    });
    const lot = await lotOf(lotId);
    expect(lot.grades).toHaveLength(2);
    expect(lot.usedNow).toBeCloseTo(0.38 * 15, 9);
  });
});
