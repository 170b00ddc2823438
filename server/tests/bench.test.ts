import { contract, type Ticket } from '@ember-slate/contract';
import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest';
import {
  cut,
  fourFillets,
  landBass,
  openTestShop,
  ownForm,
  proof,
  start,
  sweep,
  toBench,
  type TestShop,
} from './testShop.ts';

let shop: TestShop;
beforeAll(async () => {
  shop = await openTestShop(inject('databaseUrl'));
});
afterAll(() => shop.close());

const ways = (id: number) => shop.bench.ok(contract.bench.ways, { params: { id } });
const at = (id: number): Promise<Ticket> => shop.bench.ok(contract.bench.ticket, { params: { id } });
/** Two large bass of 1.5 kg: big enough for a joint, steaks and a tail. */
const bigBass = () => landBass(shop, true, { pieces: 2, grams: 3000 });
const line = (form: string, more: object = {}) => ({
  speciesId: 'sea_bass',
  form,
  pieces: 1,
  pieceGrams: 200,
  totalGrams: null,
  use: 'grill' as const,
  ...more,
});

describe('several forms from one fish', () => {
  it('serves two customers and the counter from one ticket, every gram once', async () => {
    await bigBass();
    const { tickets } = await toBench(shop, fourFillets({ lines: [line('steaks', { pieces: 2 })] }));
    const other = await shop.counter.ok(contract.orders.take, {
      body: fourFillets({ customer: 'Quill', lines: [line('steaks'), line('butterflied_tail')] }),
    });
    const mine = (await shop.bench.ok(contract.plan.lines)).filter((l) => l.orderId === other.id);
    for (const l of mine) {
      const { version } = await at(tickets[0]!);
      await shop.bench.ok(contract.bench.addCut, {
        params: { id: tickets[0]! },
        body: { version, lineId: l.id, form: l.form, pieces: null, pieceGrams: null, totalGrams: null },
      });
    }
    expect((await shop.bench.ok(contract.plan.lines)).filter((l) => l.orderId === other.id)).toEqual([]);
    const ticket = await start(shop, tickets[0]!);
    expect(ticket.stepIds).toEqual(expect.arrayContaining(['slices', 'open_tail', 'sweep']));
    const weigh = (
      cutId: number | null,
      kind: 'order' | 'counter',
      item: string,
      grams: number,
      pieces: number,
    ) =>
      shop.bench.ok(contract.bench.weigh, {
        params: { id: ticket.id },
        body: { cutId, kind, item, grams, pieces, source: 'measured' },
      });
    const [pell, quill, tail] = ticket.cuts as [Ticket['cuts'][0], Ticket['cuts'][0], Ticket['cuts'][0]];
    await weigh(pell.id, 'order', 'steaks', 403, 2);
    await weigh(quill.id, 'order', 'steaks', 199, 1);
    await weigh(null, 'counter', 'steaks', 187, 1);
    await weigh(tail.id, 'order', 'butterflied_tail', 201, 1);
    await sweep(shop, ticket.id);
    const { version } = await at(ticket.id);
    await shop.bench.ok(contract.bench.close, {
      params: { id: ticket.id },
      body: { version, reason: 'frames went to the cat' },
    });
    const orders = await shop.counter.ok(contract.orders.list);
    const ready = orders.flatMap((o) =>
      o.lines.map((l) => [o.customer, l.form, l.readyGrams, l.readyPieces]),
    );
    expect(ready).toEqual(
      expect.arrayContaining([
        ['Pell', 'steaks', 403, 2],
        ['Quill', 'steaks', 199, 1],
        ['Quill', 'butterflied_tail', 201, 1],
      ]),
    );
    const quillOrder = orders.find((o) => o.customer === 'Quill')!;
    const sold = await shop.counter.ok(contract.orders.handOver, {
      params: { id: quillOrder.id },
      body: {
        version: quillOrder.version,
        prices: quillOrder.lines.map((l) => ({ lineId: l.id, perKg: 1000 })),
      },
    });
    expect(sold.total).toBe(199 + 201);
    const pellOrder = (await shop.counter.ok(contract.orders.list)).find((o) => o.customer === 'Pell')!;
    await shop.counter.ok(contract.orders.cancel, {
      params: { id: pellOrder.id },
      body: { version: pellOrder.version, reason: 'not collected' },
    });
    const back = (await shop.counter.ok(contract.counter.stock)).find(
      (r) => r.item === 'steaks' && r.batch === ticket.id,
    )!;
    expect([back.grams, back.pieces]).toEqual([403 + 187, 3]);
    expect((await proof(shop)).faults).toEqual([]);
  });

  it('refuses what cannot come from that fish, and gives a line back to the plan', async () => {
    await bigBass();
    const { tickets } = await toBench(shop, fourFillets({ lines: [line('steaks')] }));
    const ticket = await at(tickets[0]!);
    const add = (form: string, version = ticket.version) =>
      shop.bench.send(contract.bench.addCut, {
        params: { id: ticket.id },
        body: { version, lineId: null, form, pieces: 1, pieceGrams: 300, totalGrams: null },
      });
    expect((await add('scaled_gutted')).problem.detail).toMatch(/takes the whole fish/);
    expect((await add('monk_fillets')).problem.detail).toMatch(/not cut as/);
    expect((await add('own:nothing')).problem.detail).toMatch(/Not a form of this shop/);
    expect((await add('boneless_joint')).status).toBe(200);
    expect((await add('butterflied_tail')).status).toBe(409);
    const now = await at(ticket.id);
    expect(now.cuts.map((c) => c.form)).toEqual(['steaks', 'boneless_joint']);
    const dropped = (cutId: number, version: number) =>
      shop.bench.send(contract.bench.dropCut, { params: { id: ticket.id, cutId }, body: { version } });
    expect((await dropped(now.cuts[0]!.id, now.version)).status).toBe(200);
    expect((await shop.bench.ok(contract.plan.lines)).some((l) => l.form === 'steaks')).toBe(true);
    expect((await dropped(now.cuts[1]!.id, now.version + 1)).problem.detail).toMatch(/only form/);
  });

  it('puts the fish back before anything is weighed, waiting or begun', async () => {
    const { lotId } = await landBass(shop);
    const free = async () =>
      (await shop.counter.ok(contract.counter.stock)).find((r) => r.lotId === lotId && r.item === 'whole')!;
    for (const begun of [false, true]) {
      const { tickets, orderId } = await toBench(shop);
      const params = { id: tickets[0]! };
      if (begun) {
        const t = await start(shop, tickets[0]!);
        const weight = {
          cutId: t.cuts[0]!.id,
          kind: 'order' as const,
          item: '',
          grams: 100,
          pieces: 1,
          source: 'measured' as const,
        };
        const { id: weightId } = await shop.bench.ok(contract.bench.weigh, { params, body: weight });
        const { version } = await at(tickets[0]!);
        expect((await shop.bench.send(contract.bench.withdraw, { params, body: { version } })).status).toBe(
          409,
        );
        const made = await shop.bench.ok(contract.labels.make, {
          params: { ...params, weightId },
          body: { size: '58x40', print: false },
        });
        await shop.bench.ok(contract.bench.strike, { params: { ...params, weightId } });
        const face = await shop.bench.ok(contract.labels.one, { params: { id: made.id } });
        expect(face.voided).toBe('weight taken back');
      }
      const { version } = await at(tickets[0]!);
      await shop.bench.ok(contract.bench.withdraw, { params, body: { version } });
      expect((await shop.bench.send(contract.bench.ticket, { params })).status).toBe(404);
      const line = (await shop.bench.ok(contract.plan.lines)).find((l) => l.orderId === orderId)!;
      expect(line.state).toBe(begun ? 'open' : 'planned');
      const { orders } = { orders: await shop.counter.ok(contract.orders.list) };
      const order = orders.find((o) => o.id === orderId)!;
      await shop.counter.ok(contract.orders.cancel, {
        params: { id: orderId },
        body: { version: order.version, reason: 'test' },
      });
    }
    expect(await free()).toMatchObject({ grams: 4600, pieces: 10, freePieces: 10 });
    expect((await proof(shop)).faults).toEqual([]);
  });

  it('cuts for the counter without an order, and keeps its fish from being promised twice', async () => {
    const { lotId } = await landBass(shop);
    const body = {
      lotId,
      fish: 6,
      form: 'fillet_skin_on',
      dueAt: '2026-11-25T15:00:00.000Z',
      pieces: 12,
      pieceGrams: 110,
      totalGrams: null,
    };
    const made = await shop.bench.ok(contract.bench.make, { body });
    const held = (await shop.counter.ok(contract.counter.stock)).find((r) => r.lotId === lotId)!;
    expect(held.freePieces).toBe(4);
    expect((await shop.bench.send(contract.bench.make, { body })).problem.detail).toMatch(
      /4 fish that are not promised/,
    );
    const ticket = await cut(shop, made.id);
    await shop.bench.ok(contract.bench.close, {
      params: { id: made.id },
      body: { version: ticket.version, reason: '' },
    });
    const cutStock = (await shop.counter.ok(contract.counter.stock)).find(
      (r) => r.batch === made.id && r.item === 'fillet_skin_on',
    )!;
    expect(cutStock.pieces).toBe(12);
  });
});

describe('the board', () => {
  async function begun() {
    await landBass(shop);
    const { tickets } = await toBench(shop);
    return start(shop, tickets[0]!);
  }

  it('keeps time by step and cutter, stands still in a pause, and changes hands', async () => {
    const t = await begun();
    const params = { id: t.id };
    const later = (minutes: number) =>
      (shop.clock.now = new Date(shop.clock.now.getTime() + minutes * 60_000));
    expect(t.cutter!.name).toBe('The bench');
    later(2);
    await shop.bench.ok(contract.bench.step, { params, body: { step: 'fillet_first' } });
    later(3);
    await shop.bench.ok(contract.bench.pause, { params, body: { why: 'a customer' } });
    later(20);
    expect((await at(t.id)).paused).toBe('a customer');
    await shop.bench.ok(contract.bench.pause, { params, body: { why: null } });
    expect((await at(t.id)).stepSeconds).toBe(180);
    expect(
      (await shop.manager.send(contract.bench.step, { params, body: { step: 'trim' } })).problem.detail,
    ).toMatch(/The bench is cutting.*take it over/);
    const { version } = await at(t.id);
    const take = { params, body: { version, to: shop.staff.manager } };
    expect(
      (await shop.bench.send(contract.bench.hand, { params, body: { version, to: shop.staff.counter } }))
        .status,
    ).toBe(400);
    await shop.manager.ok(contract.bench.hand, take);
    expect((await shop.bench.send(contract.bench.hand, take)).status).toBe(409);
    expect((await shop.bench.send(contract.bench.step, { params, body: { step: 'trim' } })).status).toBe(409);
    await shop.manager.ok(contract.bench.step, { params, body: { step: 'trim' } });
  });

  it('goes on where it was when a method takes its step away', async () => {
    const t = await begun();
    const params = { id: t.id };
    const method = (question: string, way: string | null) =>
      shop.bench.send(contract.bench.methods, { params, body: { question, method: way } });
    await shop.bench.ok(contract.bench.step, { params, body: { step: 'head' } });
    expect((await method('head', 'on_last')).status).toBe(200);
    const now = await at(t.id);
    expect(now.stepIds).not.toContain('head');
    expect(now.stepId).toBe('board');
    expect((await method('head', 'sideways')).status).toBe(400);
    const before = now.expected.mains[0]!;
    const was = await ways(t.id);
    await method('pin_bones', 'v_cut');
    const vee = await at(t.id);
    const said = was.find((s) => s.question === 'pin_bones')!.ways.find((w) => w.method === 'v_cut')!;
    expect(vee.expected.mains[0]! - before).toBe(said.grams);
    expect(vee.minutes - now.minutes).toBeCloseTo(said.minutes, 9);
  });

  it('lets timers run on, answered once', async () => {
    const t = await begun();
    const { id } = await shop.bench.ok(contract.bench.startTimer, {
      params: { id: t.id },
      body: { name: 'salt off', minutes: 30 },
    });
    const running = await shop.counter.ok(contract.bench.timers);
    const endsAt = new Date(shop.clock.now.getTime() + 30 * 60_000).toISOString();
    expect(running.find((x) => x.id === id)).toMatchObject({ ticketId: t.id, name: 'salt off', endsAt });
    expect((await shop.counter.ok(contract.summary.stages)).due.map((d) => d.title)).toContain('salt off');
    const answer = () => shop.bench.send(contract.bench.answerTimer, { params: { id } });
    expect([(await answer()).status, (await answer()).status]).toEqual([200, 409]);
  });

  it('does like work once for several tickets that are begun', async () => {
    const [a, b] = [await begun(), await begun()];
    const waiting = (await toBench(shop)).tickets[0]!;
    const both = (tickets: number[], step = 'scale') =>
      shop.bench.send(contract.bench.batch, { body: { step, tickets } });
    expect((await both([a.id, waiting])).problem.detail).toMatch(/not begun/);
    expect((await both([a.id, b.id], 'strips')).status).toBe(400);
    expect((await both([a.id, b.id])).body).toEqual({ done: 2 });
    expect((await at(b.id)).doneAhead).toEqual(['scale']);
    expect((await both([a.id])).status).toBe(400);
  });

  it('signs pass two only after pass one, and keeps where bones broke', async () => {
    const t = await begun();
    const sign = (pass: 1 | 2, broken: string[] = []) =>
      shop.bench.send(contract.bench.sweep, { params: { id: t.id }, body: { pass, found: 1, broken } });
    expect((await sign(2)).status).toBe(409);
    await sign(1, ['belly edge']);
    await sign(2);
    expect((await at(t.id)).sweep).toMatchObject({
      one: { found: 1, broken: ['belly edge'] },
      two: { by: 'The bench' },
    });
    await shop.bench.ok(contract.bench.frame, { params: { id: t.id }, body: { grade: 2 } });
    expect((await at(t.id)).frameGrade).toBe(2);
  });

  it.each(['measured', 'simulated'] as const)(
    'asks about the same piece weighed twice on a scale (%s), and takes it when told',
    async (source) => {
      const t = await begun();
      const weigh = (more: object = {}) =>
        shop.bench.send(contract.bench.weigh, {
          params: { id: t.id },
          body: {
            cutId: t.cuts[0]!.id,
            kind: 'order',
            item: 'fillet_skin_on',
            grams: 112,
            pieces: 1,
            source,
            ...more,
          },
        });
      expect((await weigh({ tub: 'tray', tareGrams: 38 })).status).toBe(200);
      expect((await weigh()).problem.errors![0]!.path).toBe('again');
      expect((await weigh({ again: true })).status).toBe(200);
      expect((await weigh({ grams: 113 })).status).toBe(200);
      shop.clock.now = new Date(shop.clock.now.getTime() + 10_000);
      expect((await weigh({ grams: 113 })).status).toBe(200);
      expect((await at(t.id)).weighOuts[0]).toMatchObject({ tub: 'tray', tareGrams: 38 });
    },
  );
});

describe('the shop’s own ways', () => {
  const own = { ...ownForm, id: 'own:dice', like: 'fillet_skinless', name: 'chowder dice' };
  const book = () => shop.manager.ok(contract.forms.book);

  it('adds a form that can be ordered, cut and explained, one manager after another', async () => {
    const { version } = await book();
    const save = (form: object, v = version) =>
      shop.manager.send(contract.forms.save, { body: { version: v, form: { ...own, ...form } } });
    expect((await save({ id: 'dice' })).problem.errors![0]!.path).toBe('form.like');
    expect((await save({ like: 'no_such' })).status).toBe(400);
    expect((await save({ name: 'steaks' })).problem.errors![0]!.path).toBe('form.name');
    expect((await save({})).status).toBe(200);
    expect((await save({ name: 'other' })).status).toBe(409);
    await landBass(shop);
    const dice = line('own:dice', { pieces: null, pieceGrams: null, totalGrams: 150 });
    const { tickets } = await toBench(shop, fourFillets({ lines: [dice] }));
    const ticket = await cut(shop, tickets[0]!);
    expect(ticket.cuts[0]!.formName).toBe('chowder dice');
    expect(ticket.stepIds).toContain('skin');
    await shop.bench.ok(contract.bench.close, {
      params: { id: ticket.id },
      body: { version: ticket.version, reason: 'x' },
    });
    await save({ off: true }, version + 1);
    const order = await shop.counter.send(contract.orders.take, { body: fourFillets({ lines: [dice] }) });
    expect(order.problem.errors![0]!.path).toBe('lines.0.form');
  });

  it('takes one of two managers who save at once, and every tub two screens weigh at once', async () => {
    const { version } = await book();
    const save = (name: string) =>
      shop.manager.send(contract.forms.save, {
        body: { version, form: { ...own, id: `own:${name}`, name } },
      });
    const saved = await Promise.all(['pie', 'soup', 'stew'].map(save));
    expect(saved.map((r) => r.status).sort()).toEqual([200, 409, 409]);
    const names = ['a', 'b', 'c', 'd', 'e'];
    await Promise.all(
      names.map((name, i) => shop.bench.ok(contract.bench.keepTub, { body: { name, grams: 100 + i } })),
    );
    await shop.bench.ok(contract.bench.keepTub, { body: { name: 'c', grams: null } });
    const tubs = (await shop.counter.ok(contract.bench.tubs)).map((t) => t.name);
    expect(tubs).toEqual(expect.arrayContaining(['tray', 'a', 'b', 'd', 'e']));
    expect(tubs).not.toContain('c');
  });

  it('lets the shop and the cutter choose methods, and nobody choose nonsense', async () => {
    const t = await start(shop, (await landBass(shop), await toBench(shop)).tickets[0]!);
    const way = async () => (await ways(t.id)).find((s) => s.question === 'membrane')!;
    expect(await way()).toMatchObject({ method: 'left', by: 'default' });
    await shop.manager.ok(contract.forms.shopMethods, {
      body: { version: 1, choices: { membrane: 'shaved' } },
    });
    expect(await way()).toMatchObject({ method: 'shaved', by: 'shop' });
    await shop.bench.ok(contract.forms.myMethods, { body: { question: 'membrane', method: 'left' } });
    expect(await way()).toMatchObject({ method: 'left', by: 'cutter' });
    expect(
      (await shop.bench.send(contract.forms.myMethods, { body: { question: 'board', method: 'marble' } }))
        .status,
    ).toBe(400);
    const none = { body: { question: 'membrane', method: null } };
    expect((await shop.counter.send(contract.forms.myMethods, none)).status).toBe(403);
    await shop.manager.ok(contract.forms.shopMethods, { body: { version: 2, choices: {} } });
  });

  it('shows cutters their own figures only', async () => {
    const all = await shop.manager.ok(contract.bench.quality);
    const mine = await shop.bench.ok(contract.bench.quality);
    expect(all.length).toBeGreaterThan(0);
    expect(mine.every((r) => r.cutter === 'The bench')).toBe(true);
    expect((await shop.counter.send(contract.bench.quality)).status).toBe(403);
    const fillets = mine.find((r) => r.form === 'fillet_skin_on')!;
    expect(fillets.yield).toBeCloseTo(1, 2);
  });
});
