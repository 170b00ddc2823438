import { contract } from '@ember-slate/contract';
import { describe, expect, it } from 'vitest';
import { rows } from '../src/platform/db.ts';
import { landBass, pins, proof, shopForEach, start, toBench } from './testShop.ts';

/* What two people sign for: who signs beside the other, and that nobody can sign for somebody else or twice. */
const shop = shopForEach();
const day = '2026-11-25';
const minutes = (n: number) => (shop().clock.now = new Date(shop().clock.now.getTime() + n * 60_000));

const vouch = (pin: string = pins.bench, staffId = shop().staff.bench) =>
  shop().manager.send(contract.session.vouch, { body: { staffId, pin } });
const closeDay = () =>
  shop().manager.ok(contract.close.closeDay, {
    params: { day },
    body: { remarks: 'as it is', countedCash: 0, countedCard: 0 },
  });
const reopen = (second: string) =>
  shop().manager.send(contract.close.reopen, {
    params: { day },
    body: { reason: 'a crate was forgotten', second },
  });
const closings = async () => (await shop().manager.ok(contract.close.day, { params: { day } })).closings;

describe('a closed day is opened again', () => {
  it('by two, and both stand in the record', async () => {
    await closeDay();
    const { body } = await vouch();
    expect(body.name).toBe('The bench');
    expect((await reopen(body.token)).status).toBe(200);
    expect((await closings())[0]).toMatchObject({
      reopenedBy: 'The manager',
      reopenedWith: 'The bench',
      reopenedAlone: false,
    });
    // Neither PIN nor signature is kept anywhere.
    expect(await rows(shop().pool, 'SELECT * FROM vouched')).toEqual([]);
  });

  it('by one who says that nobody else is there, and that stands in the record', async () => {
    await closeDay();
    expect((await reopen('alone')).status).toBe(200);
    expect((await closings())[0]).toMatchObject({ reopenedWith: null, reopenedAlone: true });
    expect((await proof(shop())).faults).toEqual([]);
  });

  it.each([
    ['used once already', async (token: string) => void (await reopen(token).then(closeDay))],
    ['older than five minutes', () => Promise.resolve(minutes(5.1))],
  ])('by no signature that is %s', async (_what, meanwhile) => {
    await closeDay();
    const { token } = (await vouch()).body;
    await meanwhile(token);
    const refused = await reopen(token);
    expect([refused.status, refused.problem.errors?.[0]?.path]).toEqual([400, 'second']);
    expect((await closings())[0]!.reopenedAt).toBeNull();
  });

  it('by no signature somebody else was given it for', async () => {
    await closeDay();
    const theirs = await shop().counter.send(contract.session.vouch, {
      body: { staffId: shop().staff.bench, pin: pins.bench },
    });
    expect((await reopen(theirs.body.token)).status).toBe(400);
    expect((await reopen('x'.repeat(43))).status).toBe(400);
  });
});

describe('a second signature', () => {
  it('is nobody’s own, and nobody’s without their PIN', async () => {
    expect((await vouch(pins.manager, shop().staff.manager)).status).toBe(400);
    expect((await vouch('0000')).status).toBe(401);
    expect((await vouch(pins.bench, 999)).status).toBe(401);
    const stranger = await fetch(shop().base + contract.session.vouch.path, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ staffId: shop().staff.bench, pin: pins.bench }),
    });
    expect(stranger.status).toBe(401);
  });

  it('waits longer with each wrong PIN, as signing in does, and twenty tries never find it', async () => {
    for (let n = 0; n < 20; n++) expect((await vouch('0000')).status).toBeGreaterThanOrEqual(401);
    expect((await vouch()).status).toBe(429);
    const tries = await rows<{ outcome: string }>(
      shop().pool,
      "SELECT outcome FROM sign_in WHERE outcome <> 'in'",
    );
    expect(tries.length).toBeGreaterThanOrEqual(20);
  });
});

describe('the second pass of a sweep', () => {
  const twoHands = async () => {
    const { version } = (await shop().manager.ok(contract.settings.all)).screens;
    await shop().manager.ok(contract.settings.setScreens, {
      body: { version, idleLockMinutes: 10, twoSweepers: true },
    });
  };
  const onBoard = async () => {
    await landBass(shop());
    const { tickets } = await toBench(shop());
    await start(shop(), tickets[0]!);
    return tickets[0]!;
  };
  const pass = (id: number, n: 1 | 2, second: string | null, who: 'bench' | 'manager' = 'bench') =>
    shop()[who].send(contract.bench.sweep, {
      params: { id },
      body: { pass: n, found: 0, broken: [], second },
    });
  const swept = async (id: number) =>
    (await shop().bench.ok(contract.bench.ticket, { params: { id } })).sweep;

  it('is the same hand’s while the shop does not mind', async () => {
    const id = await onBoard();
    for (const n of [1, 2] as const) expect((await pass(id, n, null)).status).toBe(200);
    expect(await swept(id)).toMatchObject({ twoHands: false, two: { by: 'The bench', alone: false } });
  });

  it('is another hand’s where the shop wants it: signed in, by PIN, or alone and said so', async () => {
    await twoHands();
    const id = await onBoard();
    await pass(id, 1, null);
    expect((await pass(id, 2, null)).problem.errors?.[0]?.path).toBe('second');
    const mine = await shop().bench.send(contract.session.vouch, {
      body: { staffId: shop().staff.counter, pin: pins.counter },
    });
    expect((await pass(id, 2, mine.body.token)).status).toBe(200);
    expect(await swept(id)).toMatchObject({ twoHands: true, two: { by: 'The counter', alone: false } });
    expect((await pass(id, 2, null, 'manager')).status).toBe(200);
    expect((await swept(id)).two).toMatchObject({ by: 'The manager', alone: false });
    expect((await pass(id, 2, 'alone')).status).toBe(200);
    expect((await swept(id)).two).toMatchObject({ by: 'The bench', alone: true });
  });
});
