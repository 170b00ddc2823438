import { contract, type Order, type Route } from '@ember-slate/contract';
import { seeded } from '@ember-slate/core/cutplan/solver';
import { describe, expect, inject, it } from 'vitest';
import { fourFillets, landBass, openTestShop, proof, sweep, type TestShop } from './testShop.ts';

/** Forms a bass is cut into, and how one piece of each weighs about. */
const forms = [
  ['fillet_skin_on', 110],
  ['scaled_gutted', 400],
  ['fillet_skinless', 100],
  ['portion', 100],
] as const;

/** A day of people doing what comes into their heads, each answer a plain yes or a plain refusal. */
class Walk {
  readonly random: () => number;
  readonly refused: string[] = [];
  constructor(
    readonly shop: TestShop,
    seed: number,
  ) {
    this.random = seeded(seed);
  }
  whole = (n: number) => Math.floor(this.random() * n);
  pick = <T>(list: readonly T[]): T | undefined => list[this.whole(list.length)];

  /** Neither a crash nor a silence: what is refused is refused with its reason. */
  async tell(reply: Promise<{ status: number; problem: { detail?: string | undefined } }>): Promise<boolean> {
    const { status, problem } = await reply;
    expect(status, problem?.detail).toBeLessThan(500);
    if (status !== 200) {
      expect(problem.detail).toMatch(/\w/);
      this.refused.push(problem.detail!);
    }
    return status === 200;
  }
  orders = () => this.shop.counter.ok(contract.orders.list);
  tickets = () => this.shop.bench.ok(contract.bench.tickets);
  line = () => {
    const [form, pieceGrams] = this.pick(forms)!;
    return {
      ...fourFillets().lines[0]!,
      form,
      pieceGrams,
      pieces: 1 + this.whole(4),
      trimWish: this.pick(['shop', 'stock', 'all'] as const)!,
    };
  };

  async take() {
    const lines = Array.from({ length: 1 + this.whole(3) }, this.line);
    const deposit = this.random() < 0.3 ? 500 : 0;
    await this.tell(this.shop.counter.send(contract.orders.take, { body: fourFillets({ lines, deposit }) }));
  }
  async planOne() {
    const line = this.pick(await this.shop.bench.ok(contract.plan.lines));
    if (!line) return;
    const params = { id: line.id };
    const chosen = await this.tell(
      this.shop.bench.send(contract.plan.choose, {
        params,
        body: { version: line.version, picks: line.proposal },
      }),
    );
    if (chosen && this.random() < 0.8)
      await this.tell(
        this.shop.bench.send(contract.plan.send, { params, body: { version: line.version + 1 } }),
      );
  }
  async begin() {
    const t = this.pick((await this.tickets()).filter((x) => x.state === 'waiting'));
    if (!t) return;
    const params = { id: t.id };
    const { version, inputs } = await this.shop.bench.ok(contract.bench.ticket, { params });
    await this.tell(
      this.shop.bench.send(contract.bench.start, {
        params,
        body: {
          version,
          inputs: inputs.map((i) => ({ lotId: i.lotId, grams: i.grams, source: 'measured' as const })),
        },
      }),
    );
  }
  async weigh() {
    const t = this.pick((await this.tickets()).filter((x) => x.state === 'cutting'));
    const cut = t && this.pick(t.cuts);
    if (!t || !cut) return;
    await this.tell(
      this.shop.bench.send(contract.bench.weigh, {
        params: { id: t.id },
        body: {
          cutId: cut.lineId === null ? null : cut.id,
          kind: cut.lineId === null ? 'counter' : 'order',
          item: cut.form,
          grams: 40 + this.whole(60),
          pieces: 1,
          source: 'measured',
          again: true,
        },
      }),
    );
  }
  async closeOne() {
    const t = this.pick((await this.tickets()).filter((x) => x.state === 'cutting'));
    if (!t) return;
    const params = { id: t.id };
    if (t.stepIds.includes('sweep')) await sweep(this.shop, t.id);
    const { version } = await this.shop.bench.ok(contract.bench.ticket, { params });
    await this.tell(
      this.shop.bench.send(contract.bench.close, {
        params,
        body: { version, reason: 'the rest is in the tubs' },
      }),
    );
  }
  async change() {
    const order = this.pick(await this.orders());
    if (!order) return;
    const alive = order.lines.filter((l) => !['handed', 'cancelled'].includes(l.state));
    const kept = alive
      .filter(() => this.random() < 0.8)
      .map(({ id, form, pieces, pieceGrams, totalGrams, speciesId, use, people, thickMm, ...l }) => ({
        id,
        speciesId,
        form,
        pieces: this.random() < 0.3 ? 1 + this.whole(5) : pieces,
        pieceGrams,
        totalGrams,
        use,
        people,
        thickMm,
        partAllowed: l.partAllowed,
        trimWish: l.trimWish,
        options: l.options,
      }));
    const lines = [...kept, ...(this.random() < 0.4 ? [{ ...this.line(), id: null }] : [])];
    if (lines.length === 0) return;
    await this.tell(
      this.shop.counter.send(contract.orders.edit, {
        params: { id: order.id },
        body: {
          customer: order.customer,
          phone: '',
          dueAt: order.dueAt,
          remarks: '',
          version: order.version - (this.random() < 0.1 && order.version > 1 ? 1 : 0),
          lines,
        },
      }),
    );
  }
  async hand() {
    const order = this.pick((await this.orders()).filter((o) => o.lines.some((l) => l.state === 'ready')));
    if (!order) return;
    const lines = order.lines.filter((l) => l.state === 'ready' && this.random() < 0.7);
    if (lines.length === 0) return;
    await this.tell(
      this.shop.counter.send(contract.orders.handOver, {
        params: { id: order.id },
        body: { version: order.version, prices: lines.map((l) => ({ lineId: l.id, perKg: 3000 })) },
      }),
    );
  }
  async giveUp() {
    const order = this.pick(await this.orders());
    if (!order) return;
    await this.tell(
      this.shop.counter.send(contract.orders.cancel, {
        params: { id: order.id },
        body: { version: order.version, reason: 'walked past', uncollected: this.random() < 0.3 },
      }),
    );
  }
  async step() {
    const acts: [number, () => Promise<void>][] = [
      [3, () => this.take()],
      [5, () => this.planOne()],
      [4, () => this.begin()],
      [6, () => this.weigh()],
      [4, () => this.closeOne()],
      [3, () => this.change()],
      [3, () => this.hand()],
      [1, () => this.giveUp()],
    ];
    let at = this.random() * acts.reduce((s, [w]) => s + w, 0);
    for (const [w, act] of acts) if ((at -= w) < 0) return act();
  }
}

const over = (l: Order['lines'][number]) => l.state === 'handed' || l.state === 'cancelled';

/** Every read without an id of its own; of a report or a day, that of the walk. */
const day = '2026-11-25';
const questions: [string, Route, Record<string, string>][] = Object.entries(contract)
  .flatMap(([stage, routes]) =>
    Object.entries(routes as Record<string, Route>).map(
      ([name, route]) => [`${stage}.${name}`, route] as const,
    ),
  )
  .filter(([, r]) => r.kind === 'read' && !/:(?!day)/.test(r.path))
  .map(([name, r]): [string, Route, Record<string, string>] => [name, r, { day, from: day, to: day }])
  .filter(([, r, query]) => r.query === null || r.query.safeParse(query).success);

describe('what a process remembers', () => {
  it('is what it would answer afresh, whatever people do and however the clock runs', async () => {
    expect(questions.length).toBeGreaterThan(35);
    const shop = await openTestShop(inject('databaseUrl'));
    try {
      const afresh = await shop.forgetful();
      for (let i = 0; i < 3; i++) await landBass(shop, true, { pieces: 10, grams: 10_000 });
      const walk = new Walk(shop, 11);
      for (let i = 0; i < 20; i++) {
        await walk.step();
        // Some acts share a moment, some are minutes apart; what was remembered in a moment is as old as it at most.
        if (walk.random() < 0.6)
          shop.clock.now = new Date(shop.clock.now.getTime() + 1000 + walk.whole(20_000));
        for (const [name, route, query] of questions.filter(() => walk.random() < 0.3)) {
          const sent = { params: { day }, ...(route.query ? { query } : {}) };
          // Asked twice: once to be worked out, once to be remembered.
          await shop.manager.ok(route, sent);
          expect(await shop.manager.ok(route, sent), name).toEqual(await afresh.ok(route, sent));
        }
      }
    } finally {
      await shop.close();
    }
  });
});

describe.each([2, 3])('orders under a day of everything at once, seed %i', (seed) => {
  it('stay sound: the shelf holds what lines wait for, states agree, deposits and the ledger add up', async () => {
    const shop = await openTestShop(inject('databaseUrl'));
    try {
      for (let i = 0; i < 4; i++) await landBass(shop, true, { pieces: 10, grams: 10_000 });
      const walk = new Walk(shop, seed);
      for (let i = 0; i < 140; i++) {
        await walk.step();
        if (i % 20 !== 19) continue;
        const orders = await walk.orders();
        const [shelf] = (
          await shop.pool.query(
            "SELECT CAST(COALESCE(SUM(grams), 0) AS SIGNED) AS g, CAST(COALESCE(SUM(pieces), 0) AS SIGNED) AS n FROM balance WHERE account = 'place:order_shelf'",
          )
        )[0] as unknown as [{ g: number; n: number }];
        const waiting = orders.flatMap((o) => o.lines);
        expect(shelf).toEqual({
          g: waiting.reduce((s, l) => s + l.readyGrams, 0),
          n: waiting.reduce((s, l) => s + l.readyPieces, 0),
        });
        for (const o of orders) {
          expect(o.lines.every(over), `order ${o.number}`).toBe(false);
          const ready = o.lines.every((l) => over(l) || l.state === 'ready');
          expect(o.state, `order ${o.number}`).toBe(ready ? 'ready' : 'open');
          expect(o.deposit).toBeGreaterThanOrEqual(0);
          for (const l of o.lines) {
            if (l.state === 'open') expect(l.tickets, `line ${l.id}`).toEqual([]);
            if (l.state === 'ready') expect(l.readyGrams, `line ${l.id}`).toBeGreaterThan(0);
          }
        }
        const cuts = (await walk.tickets()).flatMap((t) => t.cuts);
        const alive = new Set(waiting.filter((l) => !over(l)).map((l) => l.id));
        expect(cuts.every((c) => c.lineId === null || alive.has(c.lineId))).toBe(true);
        expect((await proof(shop)).faults).toEqual([]);
      }
      // Money left with orders that are over was used, given back or kept, to the last coin.
      const left = await shop.pool.query(
        `SELECT o.id FROM customer_order o JOIN deposit d ON d.order_id = o.id WHERE o.state NOT IN ('open', 'ready')
         GROUP BY o.id HAVING SUM(IF(d.kind = 'taken', d.money, -CAST(d.money AS SIGNED))) <> 0`,
      );
      expect(left[0]).toEqual([]);
      expect(walk.refused.length).toBeGreaterThan(0);
    } finally {
      await shop.close();
    }
  });
});
