import { contract, type Route } from '@ember-slate/contract';
import { afterAll, beforeAll, expect, inject } from 'vitest';
import { fourFillets, openTestShop, proof, type Reply, type TestShop } from './testShop.ts';

/** What is refused, its status, the field it stands at, and its words. */
export type Refused = readonly [status: number, path: string | null, words: RegExp];
export function expectRefused(reply: Reply<unknown>, [status, path, words]: Refused) {
  expect([reply.status, reply.problem.errors?.[0]?.path ?? null], JSON.stringify(reply.problem)).toEqual([
    status,
    path,
  ]);
  expect(reply.problem.errors?.[0]?.message ?? reply.problem.detail).toMatch(words);
}

export interface Asked {
  by?: 'manager' | 'bench' | 'counter';
  route: Route;
  params?: Record<string, string | number>;
  query?: Record<string, string>;
  body?: unknown;
}

/** One shop for a file of refusals: nothing is written by any of them. */
export function refusingShop() {
  const at = {} as { shop: TestShop };
  beforeAll(async () => void (at.shop = await openTestShop(inject('databaseUrl'))));
  afterAll(async () => {
    expect((await proof(at.shop)).faults).toEqual([]);
    await at.shop.close();
  });
  return {
    at,
    ask: ({ by = 'manager', route, params, query, body }: Asked) =>
      at.shop[by].send(route, {
        ...(params ? { params } : {}),
        ...(query ? { query } : {}),
        ...(body === undefined ? {} : { raw: body }),
      }),
    versionOf: async (id: number) =>
      (await at.shop.bench.ok(contract.bench.ticket, { params: { id } })).version,
    orderOf: async (id: number) => (await at.shop.counter.ok(contract.orders.list)).find((o) => o.id === id)!,
  };
}

export const today = '2026-11-25';
export const noQuantity = { pieces: null, pieceGrams: null, totalGrams: null };
export const fillets = {
  ...fourFillets().lines[0]!,
  options: [],
  trimWish: 'shop',
  packing: 'wrapped',
  partAllowed: false,
};
