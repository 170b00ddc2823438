import { contract } from '@ember-slate/contract';
import { massText } from '@ember-slate/core/units';
import { describe, expect, it } from 'vitest';
import { rows } from '../src/platform/db.ts';
import { day, Hands, type Weight } from './hands.ts';
import {
  bassLot,
  cut,
  fourFillets,
  landBass,
  noon,
  pins,
  sale,
  shopForEach,
  toBench,
  wholeKey,
} from './testShop.ts';

describe('putting one thing right', () => {
  const of = shopForEach();
  const piece: Weight = {
    cutId: null,
    kind: 'counter',
    item: 'fillet_skin_on',
    grams: 420,
    pieces: 4,
    source: 'measured',
  };
  const editOf = async (lotId: number, more: object) => {
    const [lot] = await rows<{ version: number }>(of().pool, 'SELECT version FROM lot WHERE id = ?', [lotId]);
    const { fish: _fish, ...body } = bassLot();
    return of().bench.send(contract.landing.editLot, {
      params: { id: lotId },
      body: { ...body, version: lot!.version, ...more },
    });
  };
  const nextDay = async () => {
    of().clock.now = new Date(noon.getTime() + 86_400_000);
    for (const role of ['bench', 'counter'] as const) await of()[role].signIn(of().staff[role], pins[role]);
  };
  const balance = async (lotId: number, account: string) =>
    (
      await rows<{ g: number; p: number }>(
        of().pool,
        'SELECT CAST(COALESCE(SUM(grams), 0) AS SIGNED) AS g, CAST(COALESCE(SUM(pieces), 0) AS SIGNED) AS p FROM balance WHERE lot_id = ? AND account = ?',
        [lotId, account],
      )
    )[0]!;

  it('asks for no reason until others have worked with what a lot says, and keeps both', async () => {
    const { lotId, code } = await landBass(of(), false);
    expect((await editOf(lotId, { grams: 4700 })).status).toBe(200);
    await new Hands(of()).grade(lotId, 'whole');
    const refused = await editOf(lotId, { grams: 4650, pricePerKg: 1500 });
    expect([refused.status, refused.problem.errors?.[0]?.path]).toEqual([400, 'reason']);
    expect((await editOf(lotId, { grams: 4650, pricePerKg: 1500, reason: 'ice on the pan' })).status).toBe(
      200,
    );
    expect((await editOf(lotId, { grams: 4650, pricePerKg: 1500 })).status).toBe(200);
    const said = await of().manager.ok(contract.books.corrections, { query: { from: day, to: day } });
    expect(said.map((c) => [c.name, c.reason, c.changes])).toEqual([
      [
        `lot ${code}`,
        'ice on the pan',
        [
          { what: 'weight', was: massText(4700), now: massText(4650) },
          { what: 'price a kg', was: '€14.50', now: '€15.00' },
        ],
      ],
      [`lot ${code}`, '', [{ what: 'weight', was: massText(4600), now: massText(4700) }]],
    ]);
    expect(
      (await of().bench.send(contract.books.corrections, { query: { from: day, to: day } })).status,
    ).toBe(403);
  });

  it('asks for the grade of another fish again, and sells nothing of it before', async () => {
    const { lotId } = await landBass(of());
    expect((await of().bench.ok(contract.landing.lotUses, { params: { id: lotId } })).graded).toBe(true);
    await editOf(lotId, { speciesId: 'gilthead_bream', reason: 'the gold band' });
    const sold = await of().counter.send(contract.counter.sell, { body: sale(lotId, 460, 1) });
    expect([sold.status, sold.problem.detail]).toEqual([409, expect.stringMatching(/graded/) as unknown]);
    await new Hands(of()).grade(lotId, 'whole');
    await of().counter.ok(contract.counter.sell, { body: sale(lotId, 460, 1) });
  });

  it('lets no lot become another fish while a ticket waits for it, or after it was sold on a closed day', async () => {
    const { lotId } = await landBass(of());
    const { tickets } = await toBench(of());
    const waits = await editOf(lotId, { speciesId: 'gilthead_bream', reason: 'the gold band' });
    expect([waits.status, waits.problem.detail]).toEqual([
      409,
      expect.stringMatching(/Ticket 1 at the bench/) as unknown,
    ]);
    const params = { id: tickets[0]! };
    const { version } = await of().bench.ok(contract.bench.ticket, { params });
    await of().bench.ok(contract.bench.withdraw, { params, body: { version } });
    await of().counter.ok(contract.counter.sell, { body: sale(lotId, 460, 1) });
    await of().manager.ok(contract.close.closeDay, {
      params: { day },
      body: { remarks: 'orders wait', countedCash: null, countedCard: null },
    });
    await nextDay();
    const sealed = await editOf(lotId, { speciesId: 'gilthead_bream', reason: 'the gold band' });
    expect([sealed.status, sealed.problem.detail]).toEqual([
      409,
      expect.stringMatching(/2026-11-25 is closed/) as unknown,
    ]);
  });

  it('gives the lines it was promised to back to the cut plan, and no fish with them', async () => {
    const { lotId } = await landBass(of());
    await of().counter.ok(contract.orders.take, { body: fourFillets() });
    const [line] = await of().bench.ok(contract.plan.lines);
    await of().bench.ok(contract.plan.choose, {
      params: { id: line!.id },
      body: { version: line!.version, picks: line!.proposal },
    });
    expect((await of().bench.ok(contract.landing.lotUses, { params: { id: lotId } })).promised).toBe(1);
    expect((await editOf(lotId, { speciesId: 'gilthead_bream', reason: 'the gold band' })).status).toBe(200);
    const stands = await rows<{ state: string; picks: number }>(
      of().pool,
      'SELECT state, (SELECT COUNT(*) FROM pick) AS picks FROM order_line WHERE id = ?',
      [line!.id],
    );
    expect(stands).toEqual([{ state: 'open', picks: 0 }]);
  });

  it('finds the weight of fish that have all left again where it was not accounted for', async () => {
    const { lotId } = await landBass(of(), true, { grams: 4650 });
    await of().counter.ok(contract.counter.sell, { body: sale(lotId, 4600, 10) });
    expect((await balance(lotId, 'end:unaccounted')).g).toBe(50);
    expect((await editOf(lotId, { grams: 4600, reason: 'ice' })).status).toBe(200);
    expect(await balance(lotId, 'end:unaccounted')).toEqual({ g: 0, p: 0 });
    const more = await editOf(lotId, { grams: 5060, pieces: 11, reason: 'one more' });
    expect([more.status, more.problem.detail]).toEqual([
      409,
      expect.stringMatching(/no more fish/) as unknown,
    ]);
  });

  it('leaves what was counted as it was counted', async () => {
    const { lotId } = await landBass(of(), true, { grams: 4800 });
    await new Hands(of()).count(lotId, 4600, 10);
    await editOf(lotId, { grams: 4600, reason: 'ice' });
    expect([await balance(lotId, 'place:cold_room'), await balance(lotId, 'end:unaccounted')]).toEqual([
      { g: 4600, p: 10 },
      { g: 0, p: 0 },
    ]);
  });

  it('takes a lot away only as long as all of it lies there and nobody was promised it', async () => {
    const { lotId, deliveryId } = await landBass(of());
    const drop = (id: number, version: number) =>
      of().bench.send(contract.landing.dropLot, { params: { id }, body: { version, reason: 'twice' } });
    const { id: again } = await of().bench.ok(contract.landing.addLot, {
      params: { id: deliveryId },
      body: bassLot(),
    });
    expect((await drop(again, 1)).status).toBe(200);
    expect((await drop(again, 2)).status).toBe(409);
    const [listed] = await of().bench.ok(contract.landing.deliveries, { query: {} });
    expect(listed!.lots.map((l) => l.id)).toEqual([lotId]);
    expect((await of().bench.send(contract.grading.lot, { params: { id: again } })).status).toBe(404);
    await of().counter.ok(contract.counter.sell, { body: sale(lotId, 460, 1) });
    const sold = await drop(lotId, 2);
    expect([sold.status, sold.problem.detail]).toEqual([409, expect.stringMatching(/made of/) as unknown]);
  });

  it('lets no weight be put right of a piece that was sold, nor one that would come out of nothing', async () => {
    const { lotId } = await landBass(of());
    const hands = new Hands(of());
    const frame: Weight = { ...piece, kind: 'trim', item: 'frame', grams: 300, pieces: 0 };
    const ticket = await hands.cut(lotId, 2, 920, [piece, frame]);
    const line = { ...wholeKey(lotId), item: 'fillet_skin_on', batch: ticket, grams: 400, pieces: 3 };
    await of().counter.ok(contract.counter.sell, {
      body: {
        pay: 'cash',
        customer: null,
        lines: [{ ...line, source: 'measured', perKg: 4000, priceReason: '' }],
      },
    });
    const reweigh = (weight: Weight) => {
      const params = { id: ticket };
      return of()
        .bench.ok(contract.bench.ticket, { params })
        .then(({ version, weighOuts }) =>
          of().bench.send(contract.bench.putRight, {
            params,
            body: {
              version,
              strike: weighOuts.find((w) => w.item === weight.item)!.id,
              weight,
              reason: 'another',
            },
          }),
        );
    };
    expect((await reweigh({ ...piece, grams: 390 })).status).toBe(409);
    expect((await reweigh({ ...frame, grams: 700 })).status).toBe(400);
    expect((await reweigh({ ...piece, grams: 430 })).status).toBe(200);
    // A ticket whose weights were put right opens again whole, once nothing of it is sold.
    expect((await balance(lotId, 'place:cold_room')).g).toBe(4600 - 920 + 430 - 400 + 300);
  });

  it('opens a ticket again with all that was put right of it', async () => {
    const { lotId } = await landBass(of());
    const hands = new Hands(of());
    const ticket = await hands.cut(lotId, 2, 920, [piece]);
    await hands.reweigh(ticket, 0, { ...piece, grams: 400 });
    await hands.reweigh(ticket, null, { ...piece, kind: 'trim', item: 'frame', grams: 300, pieces: 0 });
    const params = { id: ticket };
    const { version } = await of().bench.ok(contract.bench.ticket, { params });
    await of().bench.ok(contract.bench.reopen, { params, body: { version, reason: 'once more' } });
    expect(await balance(lotId, 'place:bench')).toEqual({ g: 920, p: 2 });
    expect((await balance(lotId, 'place:cold_room')).g).toBe(3680);
  });

  it('takes a move back once, on its day', async () => {
    const { lotId } = await landBass(of());
    const hands = new Hands(of());
    const { id } = await hands.move(lotId, 460, 1);
    const back = () =>
      of().counter.send(contract.counter.takeBack, { params: { id }, body: { reason: 'the other tray' } });
    const both = await Promise.all([back(), back()]);
    expect(both.map((b) => b.status).sort()).toEqual([200, 409]);
    const [act] = await of().counter.ok(contract.counter.acts);
    expect(act).toMatchObject({
      kind: 'move',
      takenBack: true,
      lines: [{ grams: 460, pieces: 1, to: 'place:slab' }],
    });
    const late = await hands.bin(lotId, 460, 1, 'fell');
    await nextDay();
    const refused = await of().counter.send(contract.counter.takeBack, {
      params: { id: late.id },
      body: { reason: 'no' },
    });
    expect(refused.status).toBe(409);
  });

  it('puts a sale on the account of who owes it, and off again, and never on a closed day', async () => {
    const { lotId } = await landBass(of());
    const { id } = await of().counter.ok(contract.counter.sell, { body: sale(lotId, 460, 1) });
    const pay = (body: object) =>
      of().counter.send(contract.counter.changePay, {
        params: { id },
        body: { pay: 'account', customer: 'Pell', reason: 'said so at the door', ...body },
      });
    expect((await pay({ customer: null })).status).toBe(400);
    expect((await pay({})).status).toBe(200);
    expect((await pay({})).status).toBe(409);
    expect((await of().counter.ok(contract.accounts.list)).map((c) => [c.name, c.owes])).toEqual([
      ['Pell', 1104],
    ]);
    expect((await pay({ pay: 'card', customer: null })).status).toBe(200);
    expect((await of().counter.ok(contract.accounts.list)).filter((c) => c.owes > 0)).toEqual([]);
    await of().manager.ok(contract.close.closeDay, {
      params: { day },
      body: { remarks: 'as it is', countedCash: null, countedCard: null },
    });
    expect((await pay({})).status).toBe(409);
  });

  it('lays an order that went to the wrong customer back on its shelf, unless money left with it was used', async () => {
    await landBass(of());
    const handOver = async (deposit: number) => {
      const { orderId, tickets } = await toBench(of(), fourFillets({ deposit }));
      const ticket = await cut(of(), tickets[0]!);
      await of().bench.ok(contract.bench.close, {
        params: { id: ticket.id },
        body: { version: ticket.version, reason: 'all told' },
      });
      return orderId;
    };
    const give = async (orderId: number) => {
      const order = (await of().counter.ok(contract.orders.list)).find((o) => o.id === orderId)!;
      expect(order.state).toBe('ready');
      await of().counter.ok(contract.orders.handOver, {
        params: { id: orderId },
        body: { version: order.version, prices: [{ lineId: order.lines[0]!.id, perKg: 4000 }], pay: 'cash' },
      });
      const [sold] = await of().counter.ok(contract.counter.sales, { query: { day } });
      return sold!.id;
    };
    const back = (id: number) =>
      of().manager.send(contract.counter.voidSale, { params: { id }, body: { reason: 'the other Pell' } });
    const plain = await handOver(0);
    expect((await back(await give(plain))).status).toBe(200);
    await give(plain);
    const refused = await back(await give(await handOver(500)));
    expect([refused.status, refused.problem.detail]).toEqual([
      409,
      expect.stringMatching(/give money back/) as unknown,
    ]);
  });
});
