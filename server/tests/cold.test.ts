import { contract, type SentOf } from '@ember-slate/contract';
import type { StockPlace } from '@ember-slate/core/ledger';
import { startSensors } from '@ember-slate/devices/sensors';
import { afterEach, beforeEach, describe, expect, inject, it } from 'vitest';
import { rows, transaction } from '../src/platform/db.ts';
import { places } from '../src/shop/logs.ts';
import { writeReadings } from '../src/stages/cold/commands/places.ts';
import { freePort } from '../src/launch/database.ts';
import { SensorFeed } from '../src/stages/cold/commands/sensors.ts';
import { gradeBody, landBass, noon, openTestShop, pins, proof, wholeKey, type TestShop } from './testShop.ts';

let shop: TestShop;
beforeEach(async () => {
  shop = await openTestShop(inject('databaseUrl'));
});
afterEach(() => shop.close());

const hour = 3_600_000;
const guts = 1 / 0.75;
const later = (hours: number) => new Date(noon.getTime() + hours * hour);
/** Time goes by; the screens lock meanwhile and everyone signs in again. */
async function wait(hours: number) {
  shop.clock.now = later(hours);
  for (const role of ['manager', 'bench', 'counter'] as const)
    await shop[role].signIn(shop.staff[role], pins[role]);
}
const cold = { id: 1 };

/** Readings of a place every five minutes, as its sensor would send them. */
async function sensed(account: string, fromHour: number, toHour: number, celsius: number) {
  await transaction(shop.pool, async (tx) => {
    const place = (await places(tx)).find((p) => p.account === account)!;
    const readings = [];
    for (let at = fromHour * hour; at <= toHour * hour; at += hour / 12)
      readings.push({ at: new Date(noon.getTime() + at), tenths: celsius * 10 });
    await writeReadings(tx, place, readings, 'sensor', null);
  });
}
const first = () => shop.bench.ok(contract.cold.first);
const life = (id: number) => shop.bench.ok(contract.cold.lot, { params: { id } });
const used = async (id: number) => (await life(id)).rows[0]!.used!;

describe('a round by hand', () => {
  const round = (readings: SentOf<typeof contract.cold.round>['readings']) =>
    shop.counter.send(contract.cold.round, { body: { readings } });

  it('is one record of all of its places, and a warm one asks what was done', async () => {
    const all = await shop.bench.ok(contract.cold.places);
    // Nobody has read anything, and nothing in this shop reads by itself.
    expect(all.every((p) => p.last === null && !p.watched)).toBe(true);
    const readings: Parameters<typeof round>[0] = all.map((p) => ({
      id: p.id,
      tenths: (p.limitTenths ?? p.setTenths) + (p.id === all[0]!.id ? 1 : 0),
    }));
    const warm = await round(readings);
    expect(warm.problem.errors![0]).toMatchObject({ path: 'readings.0.done' });
    // Refused as a whole: none of it is written.
    expect((await shop.bench.ok(contract.cold.places)).every((p) => p.last === null)).toBe(true);
    expect((await round([...readings, readings[0]!])).status).toBe(400);
    readings[0] = { ...readings[0]!, done: 'door shut, fish re-iced' };
    expect((await round(readings)).body).toEqual({ read: all.length });
    for (const p of await shop.bench.ok(contract.cold.places)) {
      expect(p.last).toEqual({
        at: noon.toISOString(),
        celsius: readings.find((r) => r.id === p.id)!.tenths / 10,
        source: 'probe',
      });
      // What was warm is answered for.
      expect(p.episodes.filter((e) => e.answer === null)).toEqual([]);
    }
  });
});

describe('the clock of a lot in its places', () => {
  it('runs over the log of the place, a late reading recomputes it, and a night that was warm costs days', async () => {
    const { lotId } = await landBass(shop);
    const start = await used(lotId);
    await sensed('place:cold_room', 0, 24, 0);
    await wait(24);
    expect((await used(lotId)) - start).toBeCloseTo(guts, 6);
    // Two probes that come late: peaks of 10 C.
    for (const h of [10, 12]) {
      await shop.bench.ok(contract.cold.read, {
        params: cold,
        body: { at: later(h).toISOString(), tenths: 100 },
      });
    }
    const withPeaks = (await used(lotId)) - start;
    // Two peaks, each straight up and down over ten minutes: the mean of (1 + 0.1 T)² there is 7/3, not 1.
    expect(withPeaks - guts).toBeCloseTo(2 * (10 / 1440) * (4 / 3) * guts, 5);
    const [row] = await first();
    expect(row).toMatchObject({ lotId, decide: false, assumed: false });
  });

  it('takes its clock along to another place, and back', async () => {
    const { lotId } = await landBass(shop);
    await sensed('place:cold_room', 0, 30, 0);
    await sensed('place:slab', 0, 30, 10);
    await wait(6);
    await shop.counter.ok(contract.counter.move, {
      body: { ...wholeKey(lotId), grams: 920, pieces: 2, to: 'place:slab' },
    });
    await wait(12);
    const { rows: two, path, whatIf } = await life(lotId);
    const [room, slab] = ['place:cold_room', 'place:slab'].map((p) => two.find((r) => r.place === p)!);
    expect(slab!.used! - room!.used!).toBeCloseTo((6 / 24) * (4 - 1) * guts, 6);
    expect(slab!.rate).toBeCloseTo(4 * guts, 1);
    expect(slab!.daysLeft!).toBeLessThan(room!.daysLeft!);
    expect(path.length).toBeGreaterThan(0);
    expect(whatIf.find((w) => w.name === 'Re-iced now')!.daysLeft).toBeGreaterThan(slab!.daysLeft!);
  });

  it('goes by the set point as it stands, from the moment it is changed, for what no reading covers', async () => {
    const { lotId } = await landBass(shop);
    const start = await used(lotId);
    await wait(24);
    const room = (await shop.manager.ok(contract.cold.places)).find((p) => p.id === cold.id)!;
    // Square-root model: (1 + 0.1 T)² days a day.
    const rate = (tenths: number) => (1 + tenths / 100) ** 2 * guts;
    expect((await used(lotId)) - start).toBeCloseTo(rate(room.setTenths), 6);
    await shop.manager.ok(contract.cold.edit, {
      params: cold,
      body: { name: room.name, setTenths: 50, limitTenths: 80, sensor: room.sensor, version: room.version },
    });
    await wait(24.01);
    expect((await used(lotId)) - start).toBeCloseTo((24.01 / 24) * rate(50), 6);
  });

  it('marks what no reading covers', async () => {
    const { lotId } = await landBass(shop);
    await wait(20);
    const [row] = (await life(lotId)).rows;
    expect(row!.assumedHours).toBeCloseTo(26 + 1 / 3, 3);
    expect((await first())[0]).toMatchObject({ assumed: true });
  });

  it('never freezes twice', async () => {
    const { lotId } = await landBass(shop);
    const move = (from: string, to: string) =>
      shop.counter.send(contract.counter.move, {
        body: { ...wholeKey(lotId), place: from, grams: 920, pieces: 2, to } as never,
      });
    await sensed('place:freezer', 0, 60, -22);
    expect((await move('place:cold_room', 'place:freezer')).status).toBe(200);
    await wait(30);
    const frozen = await life(lotId);
    expect(frozen.rows.find((r) => r.place === 'place:freezer')!.daysLeft).toBeCloseTo(60 - 30 / 24, 2);
    expect((await move('place:freezer', 'place:slab')).status).toBe(200);
    await wait(31);
    const reply = await move('place:slab', 'place:freezer');
    expect(reply.status).toBe(409);
    expect(reply.problem.detail).toMatch(/never frozen again/);
    const thawed = (await life(lotId)).rows.find((r) => r.place === 'place:slab')!;
    expect(thawed.daysLeft!).toBeLessThanOrEqual(2 - 1 / 24 + 1e-9);
  });
});

describe('what is frozen', () => {
  it('stands in a list with its proof and its last day, thawed too, and proves nothing for fresh fish beside it', async () => {
    const { lotId } = await landBass(shop);
    const move = (from: string, to: string) =>
      shop.counter.ok(contract.counter.move, {
        body: { ...wholeKey(lotId), place: from, grams: 920, pieces: 2, to } as never,
      });
    const list = async () =>
      (await shop.bench.ok(contract.cold.frozen)).map((r) => [
        r.placeName,
        r.raw,
        r.freezing?.met,
        r.freezing?.completeAt ?? null,
        r.thawedAt,
      ]);
    const at = (hours: number) => new Date(noon.getTime() + hours * 3_600_000).toISOString();
    await sensed('place:freezer', 0, 60, -22);
    expect(await list()).toEqual([]);
    await move('place:cold_room', 'place:freezer');
    await wait(10);
    const begun = await shop.bench.ok(contract.cold.frozen);
    expect(begun).toHaveLength(1);
    expect(begun[0]).toMatchObject({ frozenAt: at(0), raw: false, freezing: { met: false } });
    // The first reading in it stands within five minutes of its coming.
    const done = begun[0]!.freezing!.completeAt!;
    expect(Math.abs(Date.parse(done) - Date.parse(at(24)))).toBeLessThan(5.1 * 60_000);
    await wait(30);
    expect(await list()).toEqual([['Freezer', true, true, done, null]]);
    await move('place:freezer', 'place:slab');
    expect(await list()).toEqual([['Slab', true, true, done, at(30)]]);
    await move('place:slab', 'place:cold_room');
    expect((await list()).map((r) => r.slice(0, 3))).toEqual([['Cold room', false, undefined]]);
  });
});

describe('the histamine account', () => {
  const mackerel = { speciesId: 'mackerel', pieces: 3, grams: 1100 };
  it('counts from the door on, stops the sale when full, and a test clears it', async () => {
    const { lotId } = await landBass(shop, false, mackerel);
    await shop.bench.ok(contract.grading.record, {
      params: { id: lotId },
      body: gradeBody({ fish: [0, 1, 2].map(() => ({ smell: 0, gills: 0, flesh: 0 })), coreTenths: 30 }),
    });
    await sensed('place:cold_room', -7, -0.05, 1);
    await sensed('place:cold_room', 0, 9, 6);
    await wait(4.5);
    expect((await life(lotId)).histamine).toMatchObject({ state: 'half', limitHours: 8 });
    expect((await first())[0]!.reason).toMatch(/half used: 4\.5 of 8 h/);
    await wait(8.5);
    expect((await first())[0]).toMatchObject({ decide: true });
    const bag = {
      lines: [{ ...wholeKey(lotId), grams: 370, pieces: 1, source: 'measured' as const, perKg: 900 }],
    };
    const refused = await shop.counter.send(contract.counter.sell, { body: bag });
    expect(refused.problem.detail).toMatch(/[Hh]istamine/);
    await shop.manager.ok(contract.cold.clear, { params: { id: lotId }, body: { reason: 'lab 12 mg/kg' } });
    expect((await shop.counter.send(contract.counter.sell, { body: bag })).status).toBe(200);
  });

  it('a fish that came warm stays warm until it is probed cold', async () => {
    const { lotId } = await landBass(shop, false, mackerel);
    await transaction(shop.pool, (tx) => rows(tx, 'UPDATE delivery SET probe_tenths = 72'));
    await wait(3);
    await shop.bench.ok(contract.cold.probe, { params: { id: lotId }, body: { tenths: 16 } });
    await wait(9);
    // From 05:40, half of the way down to 1.6 C.
    expect((await life(lotId)).histamine!.hours).toBeCloseTo((9 + 20 / 60) / 2, 1);
  });
});

describe('alarms', () => {
  it('a warm place asks until someone says what was done; a silent one too', async () => {
    await sensed('place:cold_room', -10, -6, 1);
    await sensed('place:cold_room', -5.9, -4, 6);
    await wait(0);
    const places = await shop.counter.ok(contract.cold.places);
    const room = places.find((p) => p.id === 1)!;
    expect(room.episodes.map((e) => [e.kind, e.lasts, e.answer])).toEqual([
      ['silent', true, null],
      ['warm', false, null],
    ]);
    const warm = room.episodes[1]!;
    expect(warm.peak).toBe(6);
    const answer = { kind: 'warm' as const, from: warm.from, done: 'Door shut, ice renewed' };
    await shop.bench.ok(contract.cold.answer, { params: cold, body: answer });
    const after = (await shop.counter.ok(contract.cold.places)).find((p) => p.id === 1)!;
    expect(after.episodes[1]!.answer).toMatchObject({ by: 'The bench', done: answer.done });
    expect((await shop.bench.send(contract.cold.answer, { params: cold, body: answer })).status).toBe(409);
    const gone = { ...answer, from: later(-9).toISOString() };
    expect((await shop.bench.send(contract.cold.answer, { params: cold, body: gone })).status).toBe(409);
  });

  it.each([
    ['in the future', { at: later(1).toISOString(), tenths: 10 }, 'at'],
    ['of months ago', { at: later(-24 * 90).toISOString(), tenths: 10 }, 'at'],
    ['hotter than any probe', { at: noon.toISOString(), tenths: 900 }, 'tenths'],
    ['at no time', { at: '2026-11-25 12:00', tenths: 10 }, 'at'],
  ])('a reading %s is refused', async (_name, raw, path) => {
    const reply = await shop.bench.send(contract.cold.read, { params: cold, raw });
    expect(reply.status).toBe(400);
    expect(reply.problem.errors?.[0]?.path).toBe(path);
  });

  it('the same reading twice is written once', async () => {
    const body = { at: later(-1).toISOString(), tenths: 12 };
    await shop.bench.ok(contract.cold.read, { params: cold, body });
    expect((await shop.bench.send(contract.cold.read, { params: cold, body })).status).toBe(409);
    const { readings } = await shop.bench.ok(contract.cold.log, {
      params: cold,
      query: { days: '1' },
    });
    expect(readings).toEqual([[later(-1).getTime(), 1.2]]);
  });

  it('a limit below the set point, a stale change and a bench hand are refused', async () => {
    const edit = (screen: typeof shop.manager, more: object) =>
      screen.send(contract.cold.edit, {
        params: cold,
        body: { name: 'Walk-in', setTenths: 5, limitTenths: 20, sensor: 'walk', version: 1, ...more },
      });
    expect((await edit(shop.bench, {})).status).toBe(403);
    expect((await edit(shop.manager, { limitTenths: 0 })).status).toBe(400);
    expect((await edit(shop.manager, {})).status).toBe(200);
    expect((await edit(shop.manager, {})).status).toBe(409);
    const other = (await shop.manager.ok(contract.cold.places)).find((p) => p.sensor === 'display')!;
    const same = { params: { id: other.id }, body: { ...other, sensor: 'walk' } };
    expect((await shop.manager.send(contract.cold.edit, same)).problem.errors).toEqual([
      { path: 'sensor', message: 'That sensor reads Walk-in' },
    ]);
  });
});

describe('a temperature read by hand', () => {
  const read = (tenths: number) =>
    shop.bench.ok(contract.cold.read, { params: cold, body: { at: later(0.5).toISOString(), tenths } });
  const right = (was: number, tenths: number | null, screen = shop.bench) =>
    screen.send(contract.cold.putReadingRight, {
      params: cold,
      body: { at: later(0.5).toISOString(), was, tenths, reason: 'a digit too many' },
    });

  it('is put right or taken away, and every clock is as if it had been so from the first', async () => {
    const { lotId } = await landBass(shop);
    const lasts = async () => (await life(lotId)).rows[0]!.daysLeft!;
    await wait(1);
    const unread = await lasts();
    await read(15);
    const rightly = await lasts();
    expect((await right(15, null)).status).toBe(200);
    expect(await lasts()).toBe(unread);
    await read(150);
    expect(await lasts()).toBeLessThan(rightly);
    const [hand] = await shop.counter.ok(contract.cold.byHand, { params: cold });
    expect(hand).toMatchObject({ tenths: 150, by: 'The bench' });
    expect((await right(150, 15, shop.counter)).status).toBe(200);
    expect(await lasts()).toBe(rightly);
    // What it said before is kept, with who changed it and why.
    const today = { from: '2026-11-25', to: '2026-11-25' };
    const kept = await shop.manager.ok(contract.books.corrections, { query: today });
    expect(kept.map((c) => c.changes[0])).toEqual([
      { what: 'temperature', was: '15.0 °C', now: '1.5 °C' },
      { what: 'temperature', was: '1.5 °C', now: 'taken away' },
    ]);
  });

  it('of a lot that was hot by a slip fills no histamine account', async () => {
    const { lotId } = await landBass(shop, false, { speciesId: 'mackerel' });
    const { id } = await shop.bench.ok(contract.cold.probe, { params: { id: lotId }, body: { tenths: 310 } });
    await wait(2);
    const account = async () => (await life(lotId)).histamine!.state;
    expect(await account()).toBe('full');
    const body = { was: 310, tenths: 31, reason: 'the point was missing' };
    expect((await shop.bench.send(contract.cold.putProbeRight, { params: { id }, body })).status).toBe(200);
    expect(await account()).toBe('open');
    expect((await life(lotId)).cores.map((c) => c.celsius)).toContain(3.1);
  });
});

describe('a place the shop has more of, or no more', () => {
  const yard = {
    kind: 'freezer',
    name: 'Yard freezer',
    setTenths: -210,
    limitTenths: -180,
    sensor: null,
  } as const;
  const account = 'place:freezer-2';
  const move = (lotId: number, from: StockPlace, to: StockPlace) =>
    shop.counter.send(contract.counter.move, {
      body: { ...wholeKey(lotId), place: from, to, grams: 920, pieces: 2, spot: null, reason: '' },
    });
  const keeps = async () => (await shop.counter.ok(contract.session.shop)).keeps;
  const placeCalled = async (name: string) =>
    (await shop.bench.ok(contract.cold.places)).find((p) => p.name === name)!;
  const remove = (place: { id: number; version: number }, removed = true) =>
    shop.manager.send(contract.cold.remove, {
      params: { id: place.id },
      body: { removed, version: place.version },
    });

  it('freezes, is counted and named as the first of its kind, by its own log', async () => {
    const { lotId } = await landBass(shop);
    await shop.manager.ok(contract.cold.add, { body: yard });
    expect(await keeps()).toContain(account);
    await sensed(account, 0, 60, -22);
    await sensed('place:freezer', 0, 60, -10);
    expect((await move(lotId, 'place:cold_room', account)).status).toBe(200);
    await wait(50);
    const [frozen] = await shop.bench.ok(contract.cold.frozen);
    expect(frozen).toMatchObject({ placeName: 'Yard freezer', freezing: { met: true }, raw: true });
    // Thawed there or in the other, it is not frozen again raw.
    expect((await move(lotId, account, 'place:cold_room')).status).toBe(200);
    expect((await move(lotId, 'place:cold_room', account)).status).toBe(409);
    expect((await proof(shop)).faults).toEqual([]);
  });

  it('goes when nothing lies there, takes nothing from then on, and may come back', async () => {
    const { lotId } = await landBass(shop);
    await move(lotId, 'place:cold_room', 'place:display');
    expect((await remove(await placeCalled('Display case'))).status).toBe(409);
    await move(lotId, 'place:display', 'place:slab');
    const display = await placeCalled('Display case');
    expect((await remove(display)).status).toBe(200);
    expect(await keeps()).not.toContain('place:display');
    expect(await placeCalled('Display case')).toBeUndefined();
    expect((await move(lotId, 'place:slab', 'place:display')).status).toBe(400);
    const late = { params: { id: display.id }, body: { at: noon.toISOString(), tenths: 20 } };
    expect((await shop.bench.send(contract.cold.read, late)).status).toBe(409);
    // Its name stands in what was written of it.
    expect((await shop.counter.ok(contract.session.shop)).places['place:display']).toBe('Display case');
    const [gone] = await shop.manager.ok(contract.cold.removed);
    await shop.manager.ok(contract.cold.add, { body: { ...yard, name: 'Display case' } });
    expect((await remove(gone!, false)).problem.errors![0]!.path).toBe('name');
  });

  it('is not one that no shop does without, and at most nine of a kind', async () => {
    for (const name of ['Cold room', 'Slab', 'Bench', 'Order shelf'])
      expect((await remove(await placeCalled(name))).status, name).toBe(409);
    const more = Array.from({ length: 9 }, (_, i) => ({ ...yard, name: `Freezer ${i + 2}` }));
    const replies = [];
    for (const body of more) replies.push((await shop.manager.send(contract.cold.add, { body })).status);
    expect(replies).toEqual([...Array<number>(8).fill(200), 409]);
    expect((await shop.bench.send(contract.cold.add, { body: yard })).status).toBe(403);
  });
});

describe('sensors that send by themselves', () => {
  const key = 'k'.repeat(43);
  const push = (readings: unknown, bearer: string | null = key) =>
    fetch(shop.base + contract.devices.push.path, {
      method: 'POST',
      headers: {
        'content-type': 'application/json',
        ...(bearer === null ? {} : { authorization: `Bearer ${bearer}` }),
      },
      body: JSON.stringify({ readings }),
    });
  const setKey = (to: string | null) =>
    shop.manager.ok(contract.settings.setSensorKey, { body: { key: to } });
  const room = async () => (await shop.manager.ok(contract.cold.places)).find((p) => p.id === cold.id)!;

  it('are let in by the key of the shop alone, and by the last one only', async () => {
    const one = [{ sensor: 'cold-room', celsius: 1.4 }];
    expect((await push(one)).status).toBe(401);
    await setKey(key);
    for (const other of [null, 'x'.repeat(43), `${key}x`, ''])
      expect((await push(one, other)).status).toBe(401);
    expect((await push(one)).status).toBe(200);
    await setKey('n'.repeat(43));
    expect((await push(one)).status).toBe(401);
    await setKey(null);
    expect((await push(one, 'n'.repeat(43))).status).toBe(401);
    const kept = await rows<{ hash: Buffer }>(shop.pool, 'SELECT hash FROM sensor_key');
    expect(kept.map((k) => k.hash.toString('latin1')).join()).not.toMatch(/kkk|nnn/);
  });

  it('are read at their place as sensors, each reading once, in any zone; who is no sensor here is named', async () => {
    await setKey(key);
    const at = later(-0.5);
    const sent = [
      { sensor: 'cold-room', celsius: 1.44, at: at.toISOString() },
      {
        sensor: 'cold-room',
        celsius: 1.44,
        at: `${new Date(at.getTime() + 3_600_000).toISOString().slice(0, -1)}+01:00`,
      },
      { sensor: 'attic', celsius: 19 },
    ];
    expect(await (await push(sent)).json()).toEqual({ written: 1, unknown: ['attic'] });
    expect(await (await push(sent)).json()).toEqual({ written: 0, unknown: ['attic'] });
    expect((await room()).last).toEqual({ at: at.toISOString(), celsius: 1.4, source: 'sensor' });
    expect(await (await push([{ sensor: 'cold-room', celsius: 1.8 }])).json()).toMatchObject({ written: 1 });
    expect((await room()).last).toMatchObject({ at: shop.clock.now.toISOString(), celsius: 1.8 });
  });

  it.each([
    ['nothing', []],
    ['no list', 'cold 1.4'],
    ['a degree that cannot be', [{ sensor: 'cold-room', celsius: 140 }]],
    ['words for a degree', [{ sensor: 'cold-room', celsius: '1.4' }]],
    ['no moment', [{ sensor: 'cold-room', celsius: 1, at: 'noon' }]],
    ['a clock that is wrong', [{ sensor: 'cold-room', celsius: 1, at: '2099-01-01T00:00:00Z' }]],
  ])('are told what is wrong with %s, and nothing of it is kept', async (_what, sent) => {
    await setKey(key);
    const good = { sensor: 'cold-room', celsius: 1 };
    const reply = await push(Array.isArray(sent) && sent.length > 0 ? [good, ...sent] : sent);
    expect(reply.status).toBe(400);
    expect((await room()).last).toBeNull();
  });
});

describe('the sensors', () => {
  it('are asked for what was missed, and a second server writes nothing twice', async () => {
    const port = await freePort();
    const server = await startSensors(port, () => later(2));
    await sensed('place:van', -1, 0, 2);
    const feeds = [0, 1].map(() => new SensorFeed(shop.pool, `127.0.0.1:${port}`, 'sensor', () => later(2)));
    const count = async () =>
      (
        await rows<{ n: number }>(
          shop.pool,
          "SELECT COUNT(*) AS n FROM reading r JOIN place p ON p.id = r.place_id WHERE p.sensor = 'cold-room'",
        )
      )[0]!.n;
    // 12:05 to 14:00, every five minutes.
    await expect.poll(count, { timeout: 60_000 }).toBe(24);
    await new Promise((done) => setTimeout(done, 700));
    expect(await count()).toBe(24);
    for (const feed of feeds) await feed.close();
    server.close();
  });
});
