import { contract, roles, type Role, type Route } from '@ember-slate/contract';
import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest';
import { addStaff } from '../src/people/service.ts';
import { row, transaction } from '../src/platform/db.ts';
import { noon, openHouse, pins, Screen, type House } from './house.ts';

let house: House;
beforeAll(async () => void (house = await openHouse(inject('databaseUrl'))));
afterAll(() => house.close());

const routes = Object.entries(contract).flatMap(([room, all]) =>
  Object.entries(all as Record<string, Route>).map(([name, route]) => [`${room}.${name}`, route] as const),
);
const guarded = routes.filter(([, r]) => r.roles !== 'public' && r.kind !== 'session');

describe('who may do what', () => {
  it('covers every request of the contract', () => {
    expect(guarded.length).toBeGreaterThan(35);
    for (const [name, r] of guarded) expect((r.roles as readonly Role[]).length, name).toBeGreaterThan(0);
  });

  it.each(guarded)('%s is closed to strangers', async (_name, route) => {
    const stranger = new Screen(house.base);
    const reply = await stranger.send(route, { raw: route.method === 'GET' ? undefined : {} });
    expect(reply.status).toBe(401);
    expect(reply.headers.get('content-type')).toMatch(/application\/problem\+json/);
  });

  it.each(guarded.flatMap(([name, route]) => roles.map((role) => [name, role, route] as const)))(
    '%s asked by the %s',
    async (_name, role, route) => {
      const allowed = (route.roles as readonly Role[]).includes(role);
      const reply = await house[role].send(route, { raw: route.method === 'GET' ? undefined : {} });
      // Allowed: whatever comes is about the request, not about the person.
      if (allowed) expect([200, 400, 404, 409, 503]).toContain(reply.status);
      else expect([reply.status, reply.problem.code]).toEqual([403, 'not-allowed']);
    },
  );

  it('closes what is not in the contract too', async () => {
    const nowhere = { ...contract.shop.tide, path: '/api/everything' } as Route;
    expect((await new Screen(house.base).send(nowhere)).status).toBe(401);
    expect((await house.manager.send(nowhere)).status).toBe(404);
    for (const path of ['/api/feed', '/api/openapi.json'])
      expect((await fetch(house.base + path)).status).toBe(401);
  });

  it('says over the door who works here and nothing else', async () => {
    const face = await new Screen(house.base).ok(contract.session.shop);
    expect(face.me).toBeNull();
    expect(face.staff).toEqual(roles.toReversed().map((r) => ({ id: house.staff[r], name: `The ${r}` })));
    expect(JSON.stringify(face)).not.toMatch(/argon|hash|pin/i);
  });
});

describe('signing in', () => {
  const join = (name: string, demo = false) =>
    transaction(house.pool, (tx) => addStaff(tx, { name, role: 'counter', pin: '112233', demo }));

  it('keeps PINs as argon2id and tokens as digests', async () => {
    const staff = await row<{ pin_hash: string }>(house.pool, 'SELECT pin_hash FROM staff LIMIT 1');
    expect(staff!.pin_hash).toMatch(/^\$argon2id\$/);
    const cookie = house.manager.cookie.split('=')[1]!;
    const kept = await row<{ n: number }>(
      house.pool,
      'SELECT COUNT(*) AS n FROM session WHERE token_hash = ?',
      [Buffer.from(cookie)],
    );
    expect(kept!.n).toBe(0);
  });

  it('gives a cookie no script can read and no other site can send', async () => {
    const reply = await new Screen(house.base).signIn(house.staff.counter, pins.counter);
    expect(reply.headers.get('set-cookie')).toMatch(/HttpOnly/);
    expect(reply.headers.get('set-cookie')).toMatch(/SameSite=Strict/);
  });

  it('makes a guesser wait longer each time, also with the right PIN, and forgets after one success', async () => {
    const id = await join('Guessed At');
    const s = new Screen(house.base);
    expect((await s.signIn(id, '000000')).status).toBe(401);
    expect((await s.signIn(id, '000001')).status).toBe(401);
    const third = await s.signIn(id, '000002');
    expect([third.status, third.problem.retryAfter]).toEqual([429, 5]);
    expect((await s.signIn(id, '112233')).status).toBe(429);
    house.clock.now = new Date(noon.getTime() + 6_000);
    expect((await s.signIn(id, '000003')).problem.retryAfter).toBe(10);
    house.clock.now = new Date(noon.getTime() + 17_000);
    expect((await s.signIn(id, '112233')).status).toBe(200);
    expect((await s.signIn(id, '000004')).status).toBe(401);
    house.clock.now = noon;
  });

  it('counts guesses that come side by side', async () => {
    const id = await join('Rushed At');
    const replies = await Promise.all(
      Array.from({ length: 10 }, (_, i) => new Screen(house.base).signIn(id, `00000${i}`)),
    );
    expect(replies.filter((r) => r.status === 401).length).toBeLessThanOrEqual(2);
    expect(replies.every((r) => [401, 429, 503].includes(r.status))).toBe(true);
  });

  it.each([
    [{ staffId: 0, pin: '112233' }, 400],
    [{ staffId: 999_999, pin: '112233' }, 401],
    [{ staffId: 1, pin: '12' }, 400],
    [{ staffId: 1, pin: "' OR 1=1 --" }, 400],
    [{ staffId: '1', pin: 112233 }, 400],
    [{}, 400],
  ])('refuses %o', async (raw, status) => {
    const reply = await new Screen(house.base).send(contract.session.signIn, { raw });
    expect(reply.status).toBe(status);
  });

  it('ends with signing out, with idleness, and when the person leaves', async () => {
    const id = await join('Leaver');
    const s = new Screen(house.base);
    await s.signIn(id, '112233');
    await s.ok(contract.shop.tide);
    house.clock.now = new Date(noon.getTime() + 31 * 60_000);
    expect((await s.send(contract.shop.tide)).status).toBe(401);
    house.clock.now = noon;
    await s.signIn(id, '112233');
    const { cookie } = s;
    await s.ok(contract.session.signOut);
    s.cookie = cookie;
    expect((await s.send(contract.shop.tide)).status).toBe(401);
    await s.signIn(id, '112233');
    await house.pool.query('UPDATE staff SET active = FALSE WHERE id = ?', [id]);
    expect((await s.send(contract.shop.tide)).status).toBe(401);
    expect((await s.signIn(id, '112233')).status).toBe(401);
  });

  it('takes sample PINs on this machine only', async () => {
    const open = await openHouse(inject('databaseUrl'), { host: '0.0.0.0' });
    try {
      const id = await transaction(open.pool, (tx) =>
        addStaff(tx, { name: 'Sample', role: 'manager', pin: '2468', demo: true }),
      );
      const reply = await new Screen(open.base).signIn(id, '2468');
      expect([reply.status, reply.problem.code]).toEqual([403, 'not-allowed']);
    } finally {
      await open.close();
    }
  });
});

describe('what every answer carries', () => {
  it('lets no page of another origin in', async () => {
    const { headers } = await house.manager.send(contract.shop.tide);
    expect(headers.get('content-security-policy')).toMatch(/default-src 'none'/);
    expect(headers.get('content-security-policy')).toMatch(/frame-ancestors 'none'/);
    expect(headers.get('x-content-type-options')).toBe('nosniff');
    expect(headers.get('cache-control')).toBe('no-store');
    expect(headers.get('x-powered-by')).toBeNull();
    expect(headers.get('access-control-allow-origin')).toBeNull();
  });
});
