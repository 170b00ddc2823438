import { connect } from 'node:net';
import { contract, roles, type Role, type Route } from '@ember-slate/contract';
import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest';
import { row, transaction } from '../src/platform/db.ts';
import { addStaff } from '../src/stages/people/commands.ts';
import { bassLot, delivery, noon, openTestShop, pins, ApiClient, type TestShop } from './testShop.ts';

let shop: TestShop;
beforeAll(async () => void (shop = await openTestShop(inject('databaseUrl'))));
afterAll(() => shop.close());

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
    const stranger = new ApiClient(shop.base);
    const reply = await stranger.send(route, { raw: route.method === 'GET' ? undefined : {} });
    expect(reply.status).toBe(401);
    expect(reply.headers.get('content-type')).toMatch(/application\/problem\+json/);
  });

  it.each(guarded.flatMap(([name, route]) => roles.map((role) => [name, role, route] as const)))(
    '%s asked by the %s',
    async (name, role, route) => {
      const allowed = (route.roles as readonly Role[]).includes(role);
      const reply = await shop[role].send(route, { raw: route.method === 'GET' ? undefined : {} });
      // The manager has just signed herself out.
      if (allowed && name === 'people.signOut') await shop.manager.signIn(shop.staff.manager, pins.manager);
      // Allowed: whatever comes is about the request, not about the person.
      if (allowed) expect([200, 400, 404, 409, 503]).toContain(reply.status);
      else expect([reply.status, reply.problem.code]).toEqual([403, 'not-allowed']);
    },
  );

  it('closes what is not in the contract too', async () => {
    const nowhere = { ...contract.summary.stages, path: '/api/everything' } as Route;
    expect((await new ApiClient(shop.base).send(nowhere)).status).toBe(401);
    expect((await shop.manager.send(nowhere)).status).toBe(404);
    for (const path of ['/api/feed', '/api/openapi.json'])
      expect((await fetch(shop.base + path)).status).toBe(401);
  });

  it('says over the door who works here and nothing else', async () => {
    const face = await new ApiClient(shop.base).ok(contract.session.shop);
    expect(face.me).toBeNull();
    expect(face.staff).toEqual(roles.toReversed().map((r) => ({ id: shop.staff[r], name: `The ${r}` })));
    expect(JSON.stringify(face)).not.toMatch(/argon|hash|pin/i);
  });
});

describe('signing in', () => {
  const join = (name: string, demo = false) =>
    transaction(shop.pool, (tx) => addStaff(tx, { name, role: 'counter', pin: '112233', demo }));

  it('keeps PINs as argon2id and tokens as digests', async () => {
    const staff = await row<{ pin_hash: string }>(shop.pool, 'SELECT pin_hash FROM staff LIMIT 1');
    expect(staff!.pin_hash).toMatch(/^\$argon2id\$/);
    const cookie = shop.manager.cookie.split('=')[1]!;
    const kept = await row<{ n: number }>(
      shop.pool,
      'SELECT COUNT(*) AS n FROM session WHERE token_hash = ?',
      [Buffer.from(cookie)],
    );
    expect(kept!.n).toBe(0);
  });

  it('gives a cookie no script can read and no other site can send', async () => {
    const reply = await new ApiClient(shop.base).signIn(shop.staff.counter, pins.counter);
    expect(reply.headers.get('set-cookie')).toMatch(/HttpOnly/);
    expect(reply.headers.get('set-cookie')).toMatch(/SameSite=Strict/);
  });

  it('makes a guesser wait longer each time, also with the right PIN, and forgets after one success', async () => {
    const id = await join('Guessed At');
    const s = new ApiClient(shop.base);
    expect((await s.signIn(id, '000000')).status).toBe(401);
    expect((await s.signIn(id, '000001')).status).toBe(401);
    const third = await s.signIn(id, '000002');
    expect([third.status, third.problem.retryAfter]).toEqual([429, 5]);
    expect((await s.signIn(id, '112233')).status).toBe(429);
    shop.clock.now = new Date(noon.getTime() + 6_000);
    expect((await s.signIn(id, '000003')).problem.retryAfter).toBe(10);
    shop.clock.now = new Date(noon.getTime() + 17_000);
    expect((await s.signIn(id, '112233')).status).toBe(200);
    expect((await s.signIn(id, '000004')).status).toBe(401);
    shop.clock.now = noon;
  });

  it('counts guesses that come side by side', async () => {
    const id = await join('Rushed At');
    const replies = await Promise.all(
      Array.from({ length: 10 }, (_, i) => new ApiClient(shop.base).signIn(id, `00000${i}`)),
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
    const reply = await new ApiClient(shop.base).send(contract.session.signIn, { raw });
    expect(reply.status).toBe(status);
  });

  it('ends with signing out, with idleness, and when the person leaves', async () => {
    const id = await join('Leaver');
    const s = new ApiClient(shop.base);
    await s.signIn(id, '112233');
    await s.ok(contract.summary.stages);
    shop.clock.now = new Date(noon.getTime() + 31 * 60_000);
    expect((await s.send(contract.summary.stages)).status).toBe(401);
    shop.clock.now = noon;
    await s.signIn(id, '112233');
    const { cookie } = s;
    await s.ok(contract.session.signOut);
    s.cookie = cookie;
    expect((await s.send(contract.summary.stages)).status).toBe(401);
    await s.signIn(id, '112233');
    await shop.pool.query('UPDATE staff SET active = FALSE WHERE id = ?', [id]);
    expect((await s.send(contract.summary.stages)).status).toBe(401);
    expect((await s.signIn(id, '112233')).status).toBe(401);
  });

  it('takes sample PINs on this machine only', async () => {
    const open = await openTestShop(inject('databaseUrl'), { host: '0.0.0.0' });
    try {
      const id = await transaction(open.pool, (tx) =>
        addStaff(tx, { name: 'Sample', role: 'manager', pin: '2468', demo: true }),
      );
      const reply = await new ApiClient(open.base).signIn(id, '2468');
      expect([reply.status, reply.problem.code]).toEqual([403, 'not-allowed']);
    } finally {
      await open.close();
    }
  });
});

describe('a stranger at the door', () => {
  // Behind a proxy that is believed, so that a test may come from anywhere.
  let open: TestShop;
  const from = (address: string) => ({ 'x-forwarded-for': address });
  const signIn = (address: string, pin: string) =>
    fetch(`${open.base}/api/session`, {
      method: 'POST',
      headers: { 'content-type': 'application/json', ...from(address) },
      body: JSON.stringify({ staffId: open.staff.counter, pin }),
    });
  beforeAll(async () => void (open = await openTestShop(inject('databaseUrl'), { trustProxy: 'loopback' })));
  afterAll(() => open.close());

  it('shuts nobody out but strangers, is written down, and the manager lets in who waits', async () => {
    const till = '192.168.1.20';
    expect((await signIn(till, pins.counter)).status).toBe(200);
    for (let i = 0; i < 5; i++) expect([401, 429]).toContain((await signIn('10.0.0.66', `00000${i}`)).status);
    expect((await signIn('10.0.0.66', pins.counter)).status).toBe(429);
    // Another unknown screen waits with the stranger; the till that is known does not.
    expect((await signIn('10.0.0.67', pins.counter)).status).toBe(429);
    expect((await signIn(till, pins.counter)).status).toBe(200);
    const seen = await open.manager.ok(contract.people.signIns);
    expect(
      seen.tries.filter((t) => t.outcome !== 'in' && t.address === '10.0.0.66').length,
    ).toBeGreaterThanOrEqual(5);
    expect(seen.waiting).toEqual([expect.objectContaining({ staffId: open.staff.counter, address: '' })]);
    await open.manager.ok(contract.people.release, { params: { id: open.staff.counter } });
    expect((await signIn('10.0.0.67', pins.counter)).status).toBe(200);
    expect(JSON.stringify(seen)).not.toContain(pins.counter);
  });

  it('who tries every name is told to wait', async () => {
    const tries = [];
    for (let i = 0; i < 30; i++)
      tries.push(
        (
          await fetch(`${open.base}/api/session`, {
            method: 'POST',
            headers: { 'content-type': 'application/json', ...from('10.9.9.9') },
            body: JSON.stringify({ staffId: 1000 + i, pin: '0000' }),
          })
        ).status,
      );
    expect(tries.slice(0, 15)).toEqual(Array(15).fill(401));
    expect(tries.slice(-5)).toEqual(Array(5).fill(429));
  });

  it('behind TLS the cookie is Secure and the browser is told to stay with TLS', async () => {
    const reply = await fetch(`${open.base}/api/session`, {
      method: 'POST',
      headers: { 'content-type': 'application/json', 'x-forwarded-proto': 'https', ...from('192.168.1.20') },
      body: JSON.stringify({ staffId: open.staff.bench, pin: pins.bench }),
    });
    expect(reply.headers.get('set-cookie')).toMatch(/Secure/);
    expect(reply.headers.get('strict-transport-security')).toMatch(/max-age=\d+/);
    expect((await fetch(`${open.base}/api/shop`)).headers.get('strict-transport-security')).toBeNull();
  });
});

describe('a session', () => {
  it('ends when its screen signs in anew, and a day after it began, however busy', async () => {
    const s = new ApiClient(shop.base);
    await s.signIn(shop.staff.counter, pins.counter);
    const first = s.cookie;
    const again = await fetch(`${shop.base}/api/session`, {
      method: 'POST',
      headers: { 'content-type': 'application/json', cookie: first },
      body: JSON.stringify({ staffId: shop.staff.counter, pin: pins.counter }),
    });
    expect(again.status).toBe(200);
    expect((await s.send(contract.summary.stages)).status).toBe(401);
    s.cookie = again.headers.get('set-cookie')!.split(';')[0]!;
    for (let minutes = 0; minutes < 24 * 60; minutes += 20) {
      shop.clock.now = new Date(noon.getTime() + minutes * 60_000);
      expect((await s.send(contract.session.shop)).body.me, `${minutes} min`).not.toBeNull();
    }
    shop.clock.now = new Date(noon.getTime() + 24 * 3_600_000 + 1000);
    expect((await s.send(contract.session.shop)).body.me).toBeNull();
    shop.clock.now = noon;
  });

  it('takes its stream along when it ends, wherever it was ended', async () => {
    const s = new ApiClient(shop.base);
    await s.signIn(shop.staff.counter, pins.counter);
    const stream = await fetch(`${shop.base}/api/feed`, { headers: { cookie: s.cookie } });
    const ended = (async () => {
      for await (const _chunk of stream.body!);
    })();
    await s.ok(contract.session.signOut);
    await expect(
      Promise.race([ended.then(() => 'ended'), new Promise((d) => setTimeout(d, 9000, 'open'))]),
    ).resolves.toBe('ended');
  }, 15_000);

  it('opens so many streams and no more', async () => {
    const stop = new AbortController();
    const s = new ApiClient(shop.base);
    await s.signIn(shop.staff.counter, pins.counter);
    const statuses = [];
    for (let i = 0; i < 14; i++)
      statuses.push(
        (await fetch(`${shop.base}/api/feed`, { headers: { cookie: s.cookie }, signal: stop.signal })).status,
      );
    stop.abort();
    expect(statuses.slice(-2)).toEqual([429, 429]);
  });

  it('of a sample PIN is not given through a proxy, whatever the server listens on', async () => {
    const id = await transaction(shop.pool, (tx) =>
      addStaff(tx, { name: 'Printed in the open', role: 'manager', pin: '2468', demo: true }),
    );
    const reply = await fetch(`${shop.base}/api/session`, {
      method: 'POST',
      headers: { 'content-type': 'application/json', 'x-forwarded-for': '203.0.113.9' },
      body: JSON.stringify({ staffId: id, pin: '2468' }),
    });
    expect(reply.status).toBe(403);
  });
});

/** fetch() sets Host and Origin itself; a plain socket says what it likes. */
const rawRequest = (port: number, head: string) =>
  new Promise<string>((done) => {
    let heard = '';
    const socket = connect(port, '127.0.0.1', () => socket.write(head));
    socket
      .setEncoding('utf8')
      .on('data', (chunk: string) => (heard += chunk))
      .on('close', () => done(heard));
  });

describe('another site', () => {
  const ask = async (lines: string[]) => {
    const heard = await rawRequest(
      Number(new URL(shop.base).port),
      [
        `POST /api/session HTTP/1.1`,
        ...lines,
        'Content-Length: 2',
        'Content-Type: application/json',
        'Connection: close',
        '',
        '{}',
      ].join('\r\n'),
    );
    return Number(heard.split(' ')[1]);
  };
  const port = () => new URL(shop.base).port;
  it.each([
    ['the shop itself', () => [`Host: 127.0.0.1:${port()}`, `Origin: http://127.0.0.1:${port()}`], 400],
    ['a program without an origin', () => [`Host: localhost:${port()}`], 400],
    ['another address of this machine', () => ['Host: 192.168.1.2:4100'], 400],
    ['another origin', () => [`Host: 127.0.0.1:${port()}`, 'Origin: http://evil.example'], 403],
    ['another port', () => [`Host: 127.0.0.1:${port()}`, 'Origin: http://127.0.0.1:1'], 403],
    ['no origin that can be named', () => [`Host: 127.0.0.1:${port()}`, 'Origin: null'], 403],
    ['a name bound to our address', () => ['Host: evil.example'], 421],
  ])('%s', async (_who, lines, status) => {
    expect(await ask(lines())).toBe(status);
  });
});

describe('health', () => {
  it('says that the process lives and that it can serve, to anyone, and is no screen', async () => {
    expect(await (await fetch(`${shop.base}/healthz`)).json()).toEqual({ alive: true });
    const ready = await fetch(`${shop.base}/readyz`);
    expect([ready.status, await ready.json()]).toEqual([200, { ready: true }]);
    const away = await openTestShop(inject('databaseUrl'));
    await away.pool.end();
    const gone = await fetch(`${away.base}/readyz`);
    expect([gone.status, await gone.json()]).toEqual([503, { ready: false }]);
    expect((await fetch(`${away.base}/healthz`)).status).toBe(200);
    await away.close().catch(() => undefined);
  });
});

describe('what every answer carries', () => {
  it('lets no page of another origin in', async () => {
    const { headers } = await shop.manager.send(contract.summary.stages);
    expect(headers.get('content-security-policy')).toMatch(/default-src 'none'/);
    expect(headers.get('content-security-policy')).toMatch(/frame-ancestors 'none'/);
    expect(headers.get('x-content-type-options')).toBe('nosniff');
    expect(headers.get('cache-control')).toBe('no-store');
    expect(headers.get('x-powered-by')).toBeNull();
    expect(headers.get('access-control-allow-origin')).toBeNull();
  });
});

describe('whose rules the shop follows', () => {
  it('is a manager’s choice, and every limit follows it at once', async () => {
    const { id } = await shop.bench.ok(contract.landing.createDelivery, {
      body: delivery({ probeTenths: 35 }),
    });
    await shop.bench.ok(contract.landing.addLot, { params: { id }, body: bassLot() });
    const said = async () => (await shop.bench.ok(contract.landing.deliveries))[0]!.warnings;
    expect(await said()).toEqual([expect.stringMatching(/over 2 °C/)]);
    const had = await shop.manager.ok(contract.people.rules);
    expect(had.profile).toBe('eu');
    const follow = (screen: TestShop['bench'], version: number, profile: 'eu' | 'us' = 'us') =>
      screen.send(contract.people.setRules, { body: { version, profile } });
    expect((await follow(shop.bench, had.version)).status).toBe(403);
    expect((await follow(shop.manager, had.version)).status).toBe(200);
    expect(await said()).toEqual([]);
    expect((await shop.counter.ok(contract.session.shop)).ruleProfile).toBe('us');
    // Who still looks at the rules of before is told, and changes nothing.
    const late = await follow(shop.manager, had.version, 'eu');
    expect([late.status, late.problem.current]).toEqual([409, { profile: 'us', version: had.version + 1 }]);
    expect((await shop.manager.ok(contract.people.rules)).profile).toBe('us');
  });
});
