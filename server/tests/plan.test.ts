import { inWords } from '@ember-slate/words/core';
import { contract, type CutPlan, type FoundPlan, type PlanSpecies } from '@ember-slate/contract';
import { planFaults } from '@ember-slate/core/cutplan';
import { formBook } from '@ember-slate/core/forms';
import { catalogue } from '@ember-slate/core/species';
import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest';
import { problemOf } from '../src/stages/plan/queries/day.ts';
import { worthOf } from '../src/stages/plan/queries/runs.ts';
import { row } from '../src/platform/db.ts';
import { shareOut } from '../src/stages/plan/commands/planner.ts';
import { fourFillets, landBass, openTestShop, pins, proof, start, sweep, type TestShop } from './testShop.ts';

let shop: TestShop;
beforeAll(async () => {
  shop = await openTestShop(inject('databaseUrl'));
});
afterAll(() => shop.close());

const bass = catalogue.find((s) => s.id === 'sea_bass')!;
const line = (form: string, more: object = {}) => ({
  speciesId: 'sea_bass',
  form,
  pieces: 1,
  pieceGrams: 200,
  totalGrams: null,
  use: 'grill' as const,
  ...more,
});
const take = (lines: object[], more: object = {}) =>
  shop.counter.ok(contract.orders.take, { body: fourFillets({ lines, ...more }) });
const current = async (h = shop): Promise<CutPlan> => (await h.bench.ok(contract.plan.day)).plan!;
const runIn = async (h: TestShop, more: object = {}): Promise<CutPlan> => {
  await h.bench.ok(contract.plan.start, {
    body: { horizon: 'all', seconds: 0.4, keepPinned: true, ...more },
  });
  for (let i = 0; i < 200; i++) {
    const plan = await current(h);
    if (plan.state !== 'running') return plan;
    await new Promise((done) => setTimeout(done, 100));
  }
  throw new Error('The plan never ended');
};
const run = (more: object = {}) => runIn(shop, more);
const ofBass = (plan: CutPlan): PlanSpecies & { found: FoundPlan } =>
  plan.species.find((s) => s.speciesId === 'sea_bass') as PlanSpecies & { found: FoundPlan };
const faults = (plan: CutPlan) =>
  planFaults(problemOf(ofBass(plan), bass, formBook()), ofBass(plan).found.plan);
const accept = (plan: CutPlan) =>
  shop.bench.send(contract.plan.accept, { params: { id: plan.id }, body: { speciesIds: null } });

describe('the plan of a day', () => {
  it('has nothing to say about an empty shop', async () => {
    expect(await shop.bench.ok(contract.plan.day)).toEqual({
      plan: null,
      making: false,
      lines: 0,
      fish: 0,
    });
    const refused = await shop.bench.send(contract.plan.start, {
      body: { horizon: 'all', seconds: 1, keepPinned: true },
    });
    expect(refused.status).toBe(409);
  });

  it('plans, is accepted, cut from several tickets and ready when the last is closed', async () => {
    await landBass(shop, true, { pieces: 6, grams: 6000 });
    const order = await take([
      line('portion', { pieces: 10, pieceGrams: 120 }),
      line('steaks', { pieces: 2 }),
    ]);
    const plan = await run();
    expect(plan.state).toBe('done');
    const mine = ofBass(plan);
    expect(inWords(faults(plan))).toEqual([]);
    expect(Object.values(mine.found.score.filled)).toEqual([1, 1]);
    expect(mine.found.bound!).toBeGreaterThanOrEqual(mine.found.score.value - 1e-6);
    expect(mine.found.score.value).toBeGreaterThanOrEqual(mine.found.firstCome.score.value);
    expect((await accept(plan)).status).toBe(200);
    expect((await current()).state).toBe('accepted');
    expect((await accept(plan)).status).toBe(409);

    const tickets = (await shop.bench.ok(contract.bench.tickets)).filter((t) => t.state === 'waiting');
    const cuts = tickets.flatMap((t) => t.cuts);
    expect(
      cuts.filter((c) => c.form === 'portion' && c.lineId !== null).reduce((s, c) => s + c.pieces!, 0),
    ).toBe(10);
    expect(tickets.length).toBeGreaterThan(1);
    const states = async () =>
      (await shop.counter.ok(contract.orders.list)).find((o) => o.id === order.id)!.lines.map((l) => l.state);
    expect(await states()).toEqual(['planned', 'planned']);
    for (const [i, t] of tickets.entries()) {
      const ticket = await start(shop, t.id);
      expect(ticket.marks!.pieces.length).toBeGreaterThan(0);
      for (const c of ticket.cuts)
        await shop.bench.ok(contract.bench.weigh, {
          params: { id: t.id },
          body: {
            cutId: c.lineId === null ? null : c.id,
            kind: c.lineId === null ? 'counter' : 'order',
            item: c.form,
            grams: Math.max(20, c.pieces! * c.pieceGrams! - 1),
            pieces: c.pieces!,
            source: 'measured',
            again: true,
          },
        });
      if (ticket.stepIds.includes('sweep')) await sweep(shop, t.id);
      const { version } = await shop.bench.ok(contract.bench.ticket, { params: { id: t.id } });
      await shop.bench.ok(contract.bench.close, {
        params: { id: t.id },
        body: { version, reason: 'the rest is in the tubs' },
      });
      const last = i === tickets.length - 1;
      expect((await states()).every((s) => s === 'ready')).toBe(last);
    }
    const [mineNow] = await shop.counter.ok(contract.orders.list);
    expect(mineNow!.lines[0]!.readyPieces).toBe(10);
    const handed = await shop.counter.ok(contract.orders.handOver, {
      params: { id: order.id },
      body: { version: mineNow!.version, prices: mineNow!.lines.map((l) => ({ lineId: l.id, perKg: 2000 })) },
    });
    expect(handed.total).toBeGreaterThan(0);
    await proof(shop);
  });

  it('answers a fish sold or an order changed meanwhile with a conflict, and makes no ticket', async () => {
    await landBass(shop, true, { pieces: 2, grams: 2000 });
    const order = await take([line('fillet_skin_on', { pieces: 4, pieceGrams: 220 })]);
    const plan = await run();
    expect(ofBass(plan).found.score.fishOpened).toBeGreaterThan(0);
    const before = (await shop.bench.ok(contract.bench.tickets)).length;
    const [open] = await shop.counter.ok(contract.orders.list);
    await shop.counter.ok(contract.orders.cancel, {
      params: { id: order.id },
      body: { version: open!.version, reason: 'changed their mind' },
    });
    expect((await current()).changed).toBe(true);
    const refused = await accept(plan);
    expect(refused.status).toBe(409);
    expect(refused.problem.detail).toMatch(/changed since|gone/);
    expect((await shop.bench.ok(contract.bench.tickets)).length).toBe(before);
  });

  it('gives a line to another fish by hand, goes back, and keeps what is pinned', async () => {
    await landBass(shop, true, { pieces: 4, grams: 4400 });
    const dear = await landBass(shop, true, { pieces: 4, grams: 4400, pricePerKg: 2100 });
    await take([line('portion', { pieces: 2, pieceGrams: 120 })], { customer: 'Quill' });
    const plan = await run();
    const mine = ofBass(plan);
    const portion = mine.lines.find((l) => l.form === 'portion')!;
    const from = mine.found.plan.fish.find((f) => f.pieces.some((p) => p.line === portion.id))!.fish;
    const to = mine.fish.find((f) => f.lotId === dear.lotId && f.id !== from)!.id;
    const moved = await shop.bench.ok(contract.plan.move, {
      params: { id: plan.id },
      body: { speciesId: 'sea_bass', line: portion.id, from, to },
    });
    const after = await current();
    expect(after.id).toBe(moved.id);
    expect(after.parent!.id).toBe(plan.id);
    const gain = worthOf(ofBass(after).found.score) - worthOf(mine.found.score);
    expect(gain).not.toBe(0);
    expect(moved.gain).toBeCloseTo(gain, 6);
    expect(after.pinned).toContain(to);
    expect(inWords(faults(after))).toEqual([]);
    const holds = (p: CutPlan) =>
      ofBass(p)
        .found.plan.fish.filter((f) => f.pieces.some((x) => x.line === portion.id))
        .map((f) => f.fish);
    expect(holds(after)).toEqual([to]);
    const kept = ofBass(after).found.plan.fish.find((f) => f.fish === to)!;
    const again = await run();
    expect(ofBass(again).found.plan.fish).toContainEqual(kept);
    const odd = await shop.bench.send(contract.plan.move, {
      params: { id: again.id },
      body: { speciesId: 'sea_bass', line: portion.id, from: null, to: 'nobody' },
    });
    expect(odd.status).toBe(400);
    await shop.bench.ok(contract.plan.back, { params: { id: moved.id } });
    expect(holds(await current())).toEqual([from]);
  });

  it('makes waiting tickets of an older plan give way to the new one', async () => {
    const first = await run({ keepPinned: false });
    expect((await accept(first)).status).toBe(200);
    const made = (await shop.bench.ok(contract.bench.tickets)).map((t) => t.id);
    await take([line('scaled_gutted', { pieceGrams: 1000 })], { customer: 'Vane' });
    const second = await run({ keepPinned: false });
    expect((await accept(second)).status).toBe(200);
    const now = await shop.bench.ok(contract.bench.tickets);
    expect(now.some((t) => made.includes(t.id))).toBe(false);
    expect(
      now.flatMap((t) => t.cuts).filter((c) => c.form === 'scaled_gutted' && c.lineId !== null),
    ).toHaveLength(1);
    await proof(shop);
  });

  it('stops when it is told to, and a run nobody hears of is over', async () => {
    await shop.bench.ok(contract.plan.start, { body: { horizon: 'all', seconds: 100, keepPinned: false } });
    const running = await current();
    expect(running.state).toBe('running');
    expect((await accept(running)).status).toBe(409);
    await shop.bench.ok(contract.plan.stop, { params: { id: running.id } });
    for (let i = 0; i < 100 && (await current()).state === 'running'; i++)
      await new Promise((done) => setTimeout(done, 100));
    const stopped = await current();
    expect(stopped.state).toBe('stopped');
    expect(ofBass(stopped).found).not.toBeNull();
    await shop.pool.execute("UPDATE cut_plan SET state = 'running' WHERE id = ?", [stopped.id]);
    shop.clock.now = new Date(shop.clock.now.getTime() + 60_000);
    expect((await current()).state).toBe('failed');
    const kept = await row<{ state: string }>(shop.pool, 'SELECT state FROM cut_plan WHERE id = ?', [
      stopped.id,
    ]);
    expect(kept!.state).toBe('running');
  });

  it('is for those who cut: the counter looks and changes nothing', async () => {
    expect((await shop.counter.send(contract.plan.day)).status).toBe(200);
    const body = { horizon: 'all', seconds: 1, keepPinned: true } as const;
    expect((await shop.counter.send(contract.plan.start, { body })).status).toBe(403);
    expect((await shop.bench.send(contract.plan.stop, { params: { id: 99_999 } })).status).toBe(404);
    expect(
      (await shop.bench.send(contract.plan.accept, { params: { id: 99_999 }, body: { speciesIds: null } }))
        .status,
    ).toBe(404);
  });
});

describe('what is cut for the counter alone', () => {
  it.each([
    ['2026-11-25T12:00:00Z', '2026-11-25T18:00:00.000Z'],
    ['2026-11-25T20:00:00Z', '2026-11-26T12:00:00.000Z'],
  ])('at %s is wanted by %s: before the shop closes, after that by the next noon', async (now, due) => {
    const dear = await openTestShop(inject('databaseUrl'));
    await landBass(dear, true, { pieces: 3, grams: 3300 });
    // Even marked down to half it brings more than the fish costs.
    await dear.manager.ok(contract.prices.set, {
      body: { speciesId: 'sea_bass', item: 'fillet_skin_on', perKg: 20_000, was: null },
    });
    await dear.counter.ok(contract.orders.take, {
      body: fourFillets({
        dueAt: '2026-11-26T16:00:00.000Z',
        lines: [line('scaled_gutted', { pieceGrams: 1000 })],
      }),
    });
    dear.clock.now = new Date(now);
    for (const role of ['bench', 'manager'] as const) await dear[role].signIn(dear.staff[role], pins[role]);
    const plan = await runIn(dear, { seconds: 5 });
    await dear.bench.ok(contract.plan.accept, { params: { id: plan.id }, body: { speciesIds: null } });
    const tickets = await dear.bench.ok(contract.bench.tickets);
    const alone = tickets.filter((t) => t.cuts.every((c) => c.lineId === null));
    expect(alone.map((t) => t.dueAt)).toEqual([due]);
    await dear.close();
  });
});

describe('lines of every kind', () => {
  it('for any white fish go to one there is, which is theirs once the plan is accepted', async () => {
    const h = await openTestShop(inject('databaseUrl'));
    try {
      const landed = async (speciesId: string) => {
        const { lotId } = await landBass(h, true, {
          speciesId,
          condition: 'gutted',
          pieces: 3,
          grams: 6000,
        });
        return lotId;
      };
      const { id } = await h.counter.ok(contract.orders.take, {
        body: fourFillets({
          lines: [
            {
              ...fourFillets().lines[0]!,
              speciesId: 'any_white',
              form: 'portion',
              pieces: 3,
              pieceGrams: 160,
            },
            {
              ...fourFillets().lines[0]!,
              speciesId: 'cod',
              form: 'steaks',
              pieces: 2,
              pieceGrams: 250,
              thickMm: 25,
            },
          ],
        }),
      });
      await landed('haddock');
      await landed('cod');
      const plan = await runIn(h, { keepPinned: false });
      const lines = plan.species.flatMap((s) => s.lines.map((l) => ({ ...l, of: s.speciesId })));
      const any = lines.find((l) => l.anyWhite !== null)!;
      expect(['haddock', 'cod']).toContain(any.of);
      expect(any.anyWhite).toMatch(/season/);
      expect(lines.find((l) => l.form === 'steaks')).toMatchObject({ thickMm: [22.5, 27.5] });
      expect(plan.species.every((s) => s.lines.every((l) => s.found!.score.filled[l.id] === 1))).toBe(true);
      const changes = await h.bench.ok(contract.plan.changes, { params: { id: plan.id } });
      expect(changes.before).toBeNull();
      await h.bench.ok(contract.plan.accept, { params: { id: plan.id }, body: { speciesIds: null } });
      const order = (await h.counter.ok(contract.orders.list)).find((o) => o.id === id)!;
      expect(order.lines[0]).toMatchObject({ anyWhite: true, speciesId: any.of, state: 'planned' });
      const cuts = (await h.bench.ok(contract.bench.tickets)).flatMap((t) => t.cuts);
      expect(cuts.find((c) => c.form === 'steaks' && c.lineId !== null)).toMatchObject({ thickMm: 25 });
    } finally {
      await h.close();
    }
  });

  it('of the trim are cut from fish that are opened for others, on their tickets', async () => {
    const h = await openTestShop(inject('databaseUrl'));
    try {
      await landBass(h, true, { speciesId: 'cod', condition: 'gutted', pieces: 3, grams: 9000 });
      const cod = { ...fourFillets().lines[0]!, speciesId: 'cod' };
      await h.counter.ok(contract.orders.take, {
        body: fourFillets({
          lines: [
            { ...cod, form: 'fillet_skinless', pieces: null, pieceGrams: null, totalGrams: 2200 },
            { ...cod, form: 'stock_pack', pieces: null, pieceGrams: null, totalGrams: 900 },
            { ...cod, form: 'stock_pack', pieces: null, pieceGrams: null, totalGrams: 40_000 },
          ],
        }),
      });
      const plan = await runIn(h, { keepPinned: false });
      const { lines, found } = plan.species.find((s) => s.speciesId === 'cod')!;
      const [, pack, tooMuch] = lines;
      expect(found!.offTrim[pack!.id]).toBeCloseTo(900, 0);
      expect(found!.offTrim[tooMuch!.id]).toBeUndefined();
      expect(Object.keys(found!.unfilled)).toEqual([tooMuch!.id]);
      expect(found!.unfilled[tooMuch!.id]).toMatch(/only about \d+ g of stock pack/);
      await h.bench.ok(contract.plan.accept, { params: { id: plan.id }, body: { speciesIds: null } });
      const cuts = (await h.bench.ok(contract.bench.tickets)).flatMap((t) => t.cuts);
      const packs = cuts.filter((c) => c.form === 'stock_pack');
      expect(packs.every((c) => c.lineId === pack!.lineId)).toBe(true);
      expect(packs.reduce((s, c) => s + c.totalGrams!, 0)).toBeCloseTo(900, -1);
    } finally {
      await h.close();
    }
  });

  it('one species is planned again, the others keep what they had', async () => {
    await landBass(shop, true, { speciesId: 'hake', condition: 'gutted', pieces: 2, grams: 4400 });
    await take([{ ...line('steaks', { pieces: 2 }), speciesId: 'hake' }], { customer: 'Of hake' });
    await take([line('fillet_skin_on', { pieces: 2, pieceGrams: 220 })], { customer: 'Of bass' });
    const all = await run({ keepPinned: false });
    const of = (plan: CutPlan, id: string) => plan.species.find((s) => s.speciesId === id)!.found!;
    const again = await run({ keepPinned: false, speciesIds: ['hake'], horizon: 'all' });
    expect(again.id).not.toBe(all.id);
    expect(of(again, 'sea_bass')).toEqual(of(all, 'sea_bass'));
    expect(of(again, 'hake').bound).not.toBeNull();
  });

  it('a plan that is no longer kept whole is no plan: the day is planned anew', async () => {
    await landBass(shop, true, { pieces: 2, grams: 2000 });
    await run({ keepPinned: false });
    await shop.pool.query("UPDATE cut_plan SET problems = '[]', found = '{}', pinned = '[]'");
    // Written past every change: seen with the next moment.
    shop.clock.now = new Date(shop.clock.now.getTime() + 1000);
    const day = await shop.bench.ok(contract.plan.day);
    expect(day.plan).toBeNull();
    expect(day.fish).toBeGreaterThan(0);
    const anew = await run({ keepPinned: true, speciesIds: ['sea_bass'] });
    expect(ofBass(anew).found.bound).not.toBeNull();
    const { before } = await shop.bench.ok(contract.plan.changes, { params: { id: anew.id } });
    expect(before).toBeNull();
  });

  it('what a later plan does otherwise is told by line, fish and money', async () => {
    await landBass(shop, true, { pieces: 4, grams: 4000 });
    await take([line('fillet_skin_on', { pieces: 2, pieceGrams: 220 })], { customer: 'Early' });
    const first = await run({ keepPinned: false });
    await take([line('portion', { pieces: 2, pieceGrams: 120 })], { customer: 'Late' });
    const second = await run({ keepPinned: false });
    const changes = await shop.bench.ok(contract.plan.changes, { params: { id: second.id } });
    expect(changes.before).toMatchObject({ id: first.id });
    expect(changes.species.flatMap((s) => s.lines)).toContainEqual(
      expect.objectContaining({ customer: 'Late', kind: 'new' }),
    );
    const sum = changes.species.reduce((s, x) => s + x.value.after - x.value.before, 0);
    // To the half cent that is not worth naming a species for.
    const known = new Set([...first.species, ...second.species].map((s) => s.speciesId)).size;
    expect(Math.abs(changes.value - changes.before!.value - sum)).toBeLessThan(0.5 * known);
  });
});

it('shares species out to threads and gives each its time', () => {
  const of = (id: string, lines: number, fish: number) => ({
    stored: { speciesId: id, lines: Array(lines), fish: Array(fish) } as unknown as PlanSpecies,
    species: bass,
    settled: [],
  });
  const lanes = shareOut([of('a', 4, 4), of('b', 1, 1), of('c', 2, 2), of('d', 1, 1)], 8, 2);
  expect(lanes.map((l) => l.map((s) => s.stored.speciesId))).toEqual([['a'], ['c', 'b', 'd']]);
  for (const lane of lanes) expect(lane.reduce((s, x) => s + x.seconds, 0)).toBeCloseTo(8, 9);
  expect(shareOut([], 8, 2)).toEqual([[]]);
});
