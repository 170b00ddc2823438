import { contract, type Route } from '@ember-slate/contract';
import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest';
import { openTestShop, pins, type TestShop } from './testShop.ts';

let shop: TestShop;
beforeAll(async () => void (shop = await openTestShop(inject('databaseUrl'))));
afterAll(() => shop.close());

describe('nonsense never breaks the shop', () => {
  const routes = Object.values(contract).flatMap((room) => Object.values(room as Record<string, Route>));
  const junk: unknown[] = [
    undefined,
    'not json',
    '[]',
    '"text"',
    '{"__proto__":{"admin":true}}',
    { version: 'one', lines: [[]], fish: 'all', grams: 1e308 },
    { speciesId: "x'; DROP TABLE lot; --", supplier: ['a'], dueAt: 0 },
  ];
  it.each(routes.filter((r) => r.method !== 'GET').map((r) => [`${r.method} ${r.path}`, r] as const))(
    '%s',
    async (_name, route) => {
      for (const raw of junk) {
        const reply = await shop.manager.send(
          { ...route, kind: 'change' },
          { raw, params: { id: '0', weightId: 'x' } },
        );
        expect(reply.status, JSON.stringify([raw, reply.problem])).toBeLessThan(500);
        if (route.path === '/api/session' && route.method === 'DELETE')
          await shop.manager.signIn(shop.staff.manager, pins.manager);
      }
    },
  );

  it.each(['0', '-1', '1e9', '99999999999', 'abc', '%27', '../../etc/passwd', '2026-13-45'])(
    'a path with %s in it is not there',
    async (part) => {
      for (const path of [
        `/api/grading/lots/${encodeURIComponent(part)}`,
        `/api/bench/tickets/${encodeURIComponent(part)}`,
        `/api/close/${encodeURIComponent(part)}`,
      ]) {
        const route = { ...contract.grading.lots, path } as Route;
        expect((await shop.manager.send(route)).status).toBe(404);
      }
    },
  );

  it('refuses half a megabyte and a malformed address', async () => {
    const big = await shop.bench.send(contract.landing.createDelivery, {
      raw: JSON.stringify({ remarks: 'x'.repeat(500_000) }),
    });
    expect(big.status).toBe(400);
    const bad = await fetch(`${shop.base}/api/grading/lots/%E0%A4%A`, {
      headers: { cookie: shop.manager.cookie },
    });
    expect(bad.status).toBe(400);
  });
});
