import { contract, type CutPlan } from '@ember-slate/contract';
import { afterAll, afterEach, beforeAll, describe, expect, inject, it } from 'vitest';
import { row } from '../src/platform/db.ts';
import { keepPlanned, planByItself } from '../src/stages/plan/commands/always.ts';
import { Planner } from '../src/stages/plan/commands/planner.ts';
import { fourFillets, landBass, openTestShop, start, type TestShop } from './testShop.ts';

let shop: TestShop;
let planner: Planner;
beforeAll(async () => {
  shop = await openTestShop(inject('databaseUrl'));
  planner = new Planner(shop.pool, () => shop.clock.now);
});
afterAll(async () => {
  planner.close();
  await shop.close();
});

const day = () => shop.bench.ok(contract.plan.day);
const plan = async (): Promise<CutPlan> => (await day()).plan!;
const bass = (p: CutPlan) => p.species.find((s) => s.speciesId === 'sea_bass')!;
const order = (grams: number, name = 'Abbot') =>
  shop.counter.ok(contract.orders.take, {
    body: fourFillets({
      customer: name,
      lines: [
        {
          speciesId: 'sea_bass',
          form: 'portion',
          pieces: 2,
          pieceGrams: grams,
          totalGrams: null,
          use: 'grill',
        },
      ],
    }),
  });
const look = () => planByItself(shop.pool, planner, shop.clock.now, 0.4);
async function settled(): Promise<void> {
  for (let i = 0; i < 300; i++) {
    const left = await row<{ n: number }>(
      shop.pool,
      "SELECT COUNT(*) AS n FROM cut_plan WHERE state = 'running'",
    );
    if (left!.n === 0) return;
    await new Promise((done) => setTimeout(done, 50));
  }
  throw new Error('The plan never ended');
}

describe('a plan that is always there', () => {
  afterEach(settled);

  it('makes none while there is nothing to cut, or nobody who wants it', async () => {
    expect(await look()).toBe(false);
    await landBass(shop, true, { pieces: 6, grams: 6000 });
    expect(await look()).toBe(false);
    expect(await day()).toMatchObject({ plan: null, making: false });
  });

  it('makes one of the first order, which nobody made, and then leaves it', async () => {
    await order(170);
    expect(await look()).toBe(true);
    expect(await look()).toBe(false);
    expect(await day()).toMatchObject({ plan: null, making: true });
    await settled();
    const first = await plan();
    expect(first).toMatchObject({ state: 'done', madeBy: null, changed: false });
    expect(Object.values(bass(first).found!.score.filled)).toEqual([1]);
    expect(await look()).toBe(false);
    expect((await plan()).id).toBe(first.id);
  });

  it('gives its fish the days they have left on every other page, minutes later too', async () => {
    const at = shop.clock.now;
    for (const minutes of [0, 6]) {
      shop.clock.now = new Date(at.getTime() + minutes * 60_000);
      const stock = await shop.manager.ok(contract.counter.stock);
      const fish = bass(await plan()).fish;
      expect(fish.length).toBeGreaterThan(0);
      for (const f of fish) {
        const row = stock.find((r) => r.lotId === f.lotId && r.item === 'whole')!;
        expect(f.daysLeft, `after ${minutes} min`).toBe(row.daysLeft);
      }
    }
    shop.clock.now = at;
  });

  it('plans again with a new line, and leaves the cuts of a pinned fish', async () => {
    const before = await plan();
    const [pinned] = bass(before).found!.plan.fish;
    await shop.bench.ok(contract.plan.pin, {
      params: { id: before.id },
      body: { fish: [pinned!.fish], pinned: true },
    });
    await order(150, 'Pell');
    expect(await look()).toBe(true);
    // The plan there is stays in front while the next is made.
    expect((await plan()).id).toBe(before.id);
    await settled();
    const after = await plan();
    expect(after.id).toBeGreaterThan(before.id);
    expect(after.pinned).toEqual([pinned!.fish]);
    expect(bass(after).found!.plan.fish.find((f) => f.fish === pinned!.fish)).toEqual(pinned);
    expect(Object.values(bass(after).found!.score.filled)).toEqual([1, 1]);
  });

  it('stands back when a person changes the plan meanwhile', async () => {
    const before = await plan();
    await order(160, 'Osk');
    expect(await look()).toBe(true);
    const free = bass(before).found!.plan.fish.map((f) => f.fish);
    await shop.bench.ok(contract.plan.pin, { params: { id: before.id }, body: { fish: free, pinned: true } });
    await settled();
    expect(await plan()).toMatchObject({ id: before.id, changed: true });
    // The next look plans again, with what the person did.
    expect(await look()).toBe(true);
    await settled();
    const after = await plan();
    expect(after.pinned.toSorted()).toEqual(free.toSorted());
    expect(after.changed).toBe(false);
  });

  it('makes room for the plan a person asks for', async () => {
    await order(140, 'Ruan');
    expect(await look()).toBe(true);
    await shop.bench.ok(contract.plan.start, { body: { horizon: 'all', seconds: 0.3, keepPinned: true } });
    const stopped = await row<{ stop: number }>(
      shop.pool,
      'SELECT stop_asked AS stop FROM cut_plan WHERE made_by IS NULL ORDER BY id DESC LIMIT 1',
    );
    expect(stopped!.stop).toBe(1);
    await settled();
    expect(await plan()).toMatchObject({ state: 'done', madeBy: 'The bench', changed: false });
  });

  it('leaves what is at the bench, begun or not, until another line comes', async () => {
    const made = await plan();
    await shop.bench.ok(contract.plan.accept, { params: { id: made.id }, body: { speciesIds: null } });
    expect(await look()).toBe(false);
    const [ticket] = (await shop.bench.ok(contract.bench.tickets)).filter((t) => t.state === 'waiting');
    await start(shop, ticket!.id);
    expect(await look()).toBe(false);
    await order(180, 'Tolley');
    expect(await look()).toBe(true);
    await settled();
    const after = await plan();
    expect(after).toMatchObject({ state: 'done', madeBy: null });
    // Fish on the board are in no new plan, and their lines ask for nothing more.
    const cutting = (await shop.bench.ok(contract.bench.tickets)).find((t) => t.id === ticket!.id)!;
    const wanted = new Set(bass(after).lines.map((l) => l.lineId));
    expect(cutting.state).toBe('cutting');
    for (const cut of cutting.cuts) if (cut.lineId !== null) expect(wanted.has(cut.lineId)).toBe(false);
  });

  it('looks by itself once it has been quiet for a moment', async () => {
    const before = await plan();
    const stop = keepPlanned(shop.pool, planner, () => shop.clock.now, 0.4);
    try {
      await order(190, 'Vane');
      shop.clock.now = new Date(shop.clock.now.getTime() + 5000);
      await expect
        .poll(async () => (await plan()).id, { timeout: 90_000, interval: 200 })
        .toBeGreaterThan(before.id);
      expect(await plan()).toMatchObject({ madeBy: null, changed: false });
      // Another day needs no change to be planned.
      const { id } = await plan();
      const last = async () =>
        (await row<{ id: number }>(shop.pool, 'SELECT MAX(id) AS id FROM cut_plan'))!.id;
      shop.clock.now = new Date(shop.clock.now.getTime() + 18 * 3_600_000);
      await expect.poll(last, { timeout: 90_000, interval: 200 }).toBeGreaterThan(id);
      // However often it plans, what nobody sees any more is not kept whole.
      const whole = await row<{ n: number }>(
        shop.pool,
        "SELECT COUNT(*) AS n FROM cut_plan WHERE made_by IS NULL AND problems <> '[]' AND state <> 'accepted'",
      );
      expect(whole!.n).toBeLessThanOrEqual(2);
    } finally {
      stop();
    }
  });
});

describe('a line and the money', () => {
  let dear: TestShop;
  beforeAll(async () => {
    dear = await openTestShop(inject('databaseUrl'));
    await landBass(dear, true, { pieces: 2, grams: 2000, pricePerKg: 4000 });
    // A portion brings far less than the fish it comes from.
    await dear.manager.ok(contract.prices.set, {
      body: { speciesId: 'sea_bass', item: 'portion', perKg: 300, was: null },
    });
    await dear.counter.ok(contract.orders.take, {
      body: fourFillets({
        lines: [
          {
            speciesId: 'sea_bass',
            form: 'portion',
            pieces: 1,
            pieceGrams: 170,
            totalGrams: null,
            use: 'grill',
          },
        ],
      }),
    });
  });
  afterAll(() => dear.close());
  const plans = new Map<TestShop, Planner>();
  const again = async () => {
    const own = plans.get(dear) ?? new Planner(dear.pool, () => dear.clock.now);
    plans.set(dear, own);
    expect(await planByItself(dear.pool, own, dear.clock.now, 0.4)).toBe(true);
    await expect
      .poll(async () => (await dear.bench.ok(contract.plan.day)).making, { timeout: 90_000 })
      .toBe(false);
    const { plan } = await dear.bench.ok(contract.plan.day);
    const of = bass(plan!);
    return { id: plan!.id, line: of.lines[0]!, found: of.found! };
  };
  const order = async () => (await dear.counter.ok(contract.orders.list, { query: {} }))[0]!.lines[0]!;

  it('comes before the counter at a loss, is let go by a person who knows its price, and is wanted again', async () => {
    const kept = await again();
    expect(kept.found.score.filled[kept.line.id]).toBe(1);
    const { gain } = await dear.bench.ok(contract.plan.price, {
      params: { id: kept.id },
      query: { speciesId: 'sea_bass', line: kept.line.id },
    });
    // Without it no fish is opened: all that the plan loses is gained.
    const money = kept.found.score.value + kept.found.score.penalties;
    expect(gain).toBeCloseTo(-money, 6);
    expect(gain).toBeGreaterThan(1000);

    const { version } = await order();
    const send = (letGo: boolean, seen: number) =>
      dear.bench.send(contract.plan.letGo, {
        params: { id: kept.line.lineId },
        body: { version: seen, letGo },
      });
    expect((await send(true, version + 7)).status).toBe(409);
    expect((await send(true, version)).status).toBe(200);
    expect(await order()).toMatchObject({ state: 'open', letGoBy: 'The bench', version: version + 1 });
    expect((await dear.bench.ok(contract.plan.day)).plan!.changed).toBe(true);
    const gone = await again();
    expect(gone.found.score.filled[gone.line.id]).toBe(0);
    expect(gone.found.unfilled[gone.line.id]).toBe('Let go on the plan by The bench');
    expect(gone.found.score.fishOpened).toBe(0);

    expect((await send(false, version + 1)).status).toBe(200);
    expect(await order()).toMatchObject({ letGoBy: null });
    const back = await again();
    expect(back.found.score.filled[back.line.id]).toBe(1);
  });

  it('is let go in spite of a pin, and frees its fish for the next promise', async () => {
    const { plan } = await dear.bench.ok(contract.plan.day);
    await dear.bench.ok(contract.plan.pin, {
      params: { id: plan!.id },
      body: { fish: bass(plan!).found!.plan.fish.map((f) => f.fish), pinned: true },
    });
    // Both fish whole: one is wanted for the portion.
    const more = () =>
      dear.counter.ok(contract.orders.promise, {
        body: {
          dueAt: fourFillets().dueAt,
          lines: [
            {
              speciesId: 'sea_bass',
              form: 'scaled_gutted',
              pieces: 2,
              pieceGrams: 950,
              totalGrams: null,
              use: 'grill' as const,
            },
          ],
        },
      });
    const [before] = await more();
    expect(before!.answer).not.toBe('yes');
    const { id, version } = await order();
    await dear.bench.ok(contract.plan.letGo, { params: { id }, body: { version, letGo: true } });
    const gone = await again();
    expect(gone.found.plan.fish).toEqual([]);
    expect((await more())[0]!.answer).toBe('yes');
    for (const p of plans.values()) p.close();
  });
});
