import { contract } from '@ember-slate/contract';
import type { PoolConnection } from 'mysql2/promise';
import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest';
import { rows, run, transaction } from '../src/platform/db.ts';
import { proveBooks } from '../src/platform/books/proof/index.ts';
import { multiplyRate } from '@ember-slate/core/units';
import {
  cut,
  fourFillets,
  gradeBody,
  landBass,
  noon,
  openTestShop,
  pins,
  proof,
  sale,
  toBench,
  wholeKey,
  type TestShop,
} from './testShop.ts';

/** Two days of a shop in which everything happened once, the first closed, the second open. */
const day = '2026-11-25';
let shop: TestShop;

/** Closes a ticket and hands its order over. */
async function serve(orderId: number, ticketId: number) {
  await cut(shop, ticketId);
  const { version } = await shop.bench.ok(contract.bench.ticket, { params: { id: ticketId } });
  await shop.bench.ok(contract.bench.close, {
    params: { id: ticketId },
    body: { version, reason: 'as expected' },
  });
  const order = (await shop.counter.ok(contract.orders.list)).find((o) => o.id === orderId)!;
  await shop.counter.ok(contract.orders.handOver, {
    params: { id: orderId },
    body: {
      version: order.version,
      pay: 'card',
      prices: order.lines.map((l) => ({ lineId: l.id, perKg: 2690 })),
    },
  });
}

async function live() {
  const { lotId } = await landBass(shop, true, { pieces: 15, grams: 6900 });
  const { lotId: other } = await landBass(shop);
  await shop.manager.ok(contract.prices.set, {
    body: { speciesId: 'sea_bass', item: 'whole', was: null, perKg: 2400, reason: 'the quay' },
  });
  const sell = (grams: number, more: object = {}) =>
    shop.counter.ok(contract.counter.sell, { body: { ...sale(lotId, grams, 1), ...more } });
  await sell(455);
  const crab = await shop.manager.ok(contract.goods.add, {
    body: { name: 'Dressed crab', unit: 'piece', price: 790, rate: null, allergens: '', counted: true },
  });
  await shop.counter.ok(contract.goods.act, {
    params: { id: crab.id },
    body: { kind: 'in', amount: 12, reason: '' },
  });
  await sell(461, { goods: [{ articleId: crab.id, amount: 2, price: 790, source: 'typed' }] });
  // One sale with tax in its price, and money of it given back.
  const setTax = async (fish: number | null) =>
    shop.manager.ok(contract.settings.setTax, {
      body: {
        version: (await shop.manager.ok(contract.settings.all)).tax.version,
        added: false,
        rates: { fish, trim: null, made: null },
      },
    });
  await setTax(700);
  const { id: back } = await sell(470, { pay: 'card' });
  await setTax(null);
  await shop.counter.ok(contract.counter.refund, {
    params: { id: back },
    body: { lines: [{ position: 1, grams: 200, money: 400 }], pay: 'cash', reason: 'smelled' },
  });
  const { id: wrong } = await sell(460);
  await shop.manager.ok(contract.counter.voidSale, { params: { id: wrong }, body: { reason: 'wrong bag' } });
  const { orderId, tickets } = await toBench(shop, fourFillets({ deposit: 500 }));
  const { weighOuts: none } = await shop.bench.ok(contract.bench.ticket, { params: { id: tickets[0]! } });
  expect(none).toEqual([]);
  await serve(orderId, tickets[0]!);
  const later = await toBench(shop, fourFillets({ customer: 'Marsh', deposit: 300, depositPay: 'card' }));
  await cut(shop, later.tickets[0]!);
  const ticket = await shop.bench.ok(contract.bench.ticket, { params: { id: later.tickets[0]! } });
  await shop.bench.ok(contract.labels.make, {
    params: { id: ticket.id, weightId: ticket.weighOuts[0]!.id },
    body: { size: '58x40', print: false },
  });
  await shop.bench.ok(contract.bench.close, {
    params: { id: ticket.id },
    body: { version: ticket.version, reason: 'as expected' },
  });
  await shop.counter.ok(contract.counter.count, {
    body: { ...wholeKey(other), grams: 4520, pieces: 10, source: 'measured', reason: 'weighed again' },
  });
  await shop.counter.ok(contract.counter.discard, {
    body: { ...wholeKey(other), grams: 460, pieces: 1, to: 'waste', reason: 'torn' },
  });
  await shop.bench.ok(contract.landing.claim, {
    params: { id: other },
    body: {
      outcome: 'return',
      grams: 920,
      pieces: 2,
      money: 1334,
      reason: 'soft',
      wording: 'soft on arrival',
    },
  });
  const stock = await shop.bench.ok(contract.counter.stock);
  const frames = stock.filter((r) => r.item === 'trim:frame' && r.place === 'place:cold_room');
  const grams = frames.reduce((s, r) => s + r.grams, 0);
  await shop.bench.ok(contract.trim.make, {
    body: {
      product: 'stock_pack',
      inputs: frames.map((r) => ({
        place: r.place,
        lotId: r.lotId,
        item: r.item,
        batch: r.batch,
        grams: r.grams,
      })),
      grams: Math.round(grams * 0.9),
      remarks: '',
    },
  });
  await shop.manager.ok(contract.close.closeDay, {
    params: { day },
    body: { remarks: 'as it is', countedCash: null, countedCard: null },
  });
  // Nothing more goes into what is sealed: neither a count that agrees nor a grade.
  const late = [
    await shop.counter.send(contract.counter.count, {
      body: { ...wholeKey(other), grams: 3140, pieces: 7, source: 'measured', reason: '' },
    }),
    await shop.bench.send(contract.grading.record, { params: { id: other }, body: gradeBody() }),
  ];
  expect(late.map((l) => l.status)).toEqual([409, 409]);
  shop.clock.now = new Date(noon.getTime() + 86_400_000);
  for (const role of ['manager', 'bench', 'counter'] as const)
    await shop[role].signIn(shop.staff[role], pins[role]);
  await shop.bench.ok(contract.grading.record, { params: { id: other }, body: gradeBody() });
  await sell(452);
}

/** What keeps the ledger as it was written, as the migrations have it. */
const guards = [
  ['movement_is_final', 'UPDATE', 'movement'],
  ['movement_stays', 'DELETE', 'movement'],
  ['entry_is_final', 'UPDATE', 'entry'],
  ['entry_stays', 'DELETE', 'entry'],
] as const;

beforeAll(async () => {
  shop = await openTestShop(inject('databaseUrl'));
  await live();
  // Whoever writes into the database by hand gets past what keeps the ledger.
  for (const [trigger] of guards) await shop.pool.query(`DROP TRIGGER ${trigger}`);
}, 120_000);
afterAll(async () => {
  // The database goes to another file's shop.
  for (const [trigger, when, table] of guards)
    await shop.pool.query(
      `CREATE TRIGGER ${trigger} BEFORE ${when} ON ${table} FOR EACH ROW
       SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'The ledger is append-only'`,
    );
  await shop.close();
});

/** What one who knows the tables might write: each is found, and taken back. */
const forgeries: Record<string, string | ((tx: PoolConnection) => Promise<void>)> = {
  // Grams.
  'a sale whose fish left by no entry': async (tx) => {
    await run(tx, 'DELETE FROM entry WHERE movement_id = (SELECT movement_id FROM sale WHERE number = 1)');
  },
  'an entry heavier': "UPDATE entry SET grams = grams + 10 WHERE account = 'place:cold_room' LIMIT 1",
  'entry and balance heavier': async (tx) => {
    const [e] = await rows<{ id: number; account: string; lot_id: number; item: string; batch: number }>(
      tx,
      "SELECT id, account, lot_id, item, batch FROM entry WHERE account = 'end:waste' LIMIT 1",
    );
    await run(tx, 'UPDATE entry SET grams = grams + 10 WHERE id = ?', [e!.id]);
    await run(
      tx,
      'UPDATE balance SET grams = grams + 10 WHERE account = ? AND lot_id = ? AND item = ? AND batch = ?',
      [e!.account, e!.lot_id, e!.item, e!.batch],
    );
  },
  'a balance heavier':
    "UPDATE balance SET grams = grams + 1 WHERE account = 'place:cold_room' AND item = 'whole' LIMIT 1",
  'a balance gone': "DELETE FROM balance WHERE account = 'end:waste' LIMIT 1",
  'a lot heavier': 'UPDATE lot SET grams = grams + 100 LIMIT 1',
  'a movement of another day': "UPDATE movement SET trading_day = '2026-11-24' WHERE kind = 'discard'",
  'a movement without its entries':
    "DELETE FROM entry WHERE movement_id = (SELECT MIN(id) FROM movement WHERE kind = 'discard')",
  'a count changed': 'UPDATE stock_count SET grams = grams + 80',
  'a count gone': 'DELETE FROM stock_count',
  'a made batch heavier': 'UPDATE made SET grams_out = grams_out + 1',
  'a claim heavier': 'UPDATE claim SET grams = grams + 1',
  'a claim gone': 'DELETE FROM claim',
  'a claim taken back by nobody': 'UPDATE claim SET void_at = NOW()',
  'a made batch taken back by nobody': 'UPDATE made SET void_at = NOW()',
  'losses of a day less': "UPDATE day_loss SET waste = waste - 1 WHERE reason = 'torn'",
  'an article counted otherwise': 'UPDATE article_act SET amount = amount + 1',
  // Money.
  'an article for less': 'UPDATE sale_line SET money = money - 100 WHERE article_id IS NOT NULL',
  'an article fewer, and cheaper by it': async (tx) => {
    await run(tx, 'UPDATE sale_line SET pieces = 1, money = 790 WHERE article_id IS NOT NULL');
    await run(
      tx,
      'UPDATE sale SET total = total - 790 WHERE id = (SELECT sale_id FROM sale_line WHERE article_id IS NOT NULL)',
    );
  },
  'an article sold by the kilogram': "UPDATE sale_line SET unit = 'kg' WHERE article_id IS NOT NULL",
  'an article that was never sold': 'UPDATE day_article SET money = money - 790, pieces = pieces - 1',
  'fish sold by the piece': "UPDATE sale_line SET unit = 'piece' WHERE sale_id = 1",
  'a sale for less': 'UPDATE sale SET total = total - 100 WHERE number = 1',
  'a line for less': 'UPDATE sale_line SET money = money - 100 WHERE sale_id = 1',
  'line and total for less': async (tx) => {
    await run(tx, 'UPDATE sale_line SET money = money - 100 WHERE sale_id = 1');
    await run(tx, 'UPDATE sale SET total = total - 100 WHERE id = 1');
  },
  'line, price and total for less, on the open day': async (tx) => {
    const [line] = await rows<{ sale_id: number; grams: number; money: number }>(
      tx,
      "SELECT sale_id, grams, money FROM sale_line WHERE sold_on > '2026-11-25' LIMIT 1",
    );
    await run(tx, 'UPDATE sale_line SET grams = grams - 50, money = ? WHERE sale_id = ?', [
      multiplyRate(line!.grams - 50, 2400),
      line!.sale_id,
    ]);
    await run(tx, 'UPDATE sale SET total = ? WHERE id = ?', [
      multiplyRate(line!.grams - 50, 2400),
      line!.sale_id,
    ]);
  },
  'a line of another fish': "UPDATE sale_line SET item = 'fillet_skin_on' WHERE sale_id = 1",
  'a line of another day': "UPDATE sale_line SET sold_on = '2026-11-24' WHERE sale_id = 1",
  'a line that was not voided': "UPDATE sale_line SET way = 'counter' WHERE way = 'voided'",
  'a line gone': 'DELETE FROM sale_line WHERE sale_id = 1',
  'a sale gone with its lines': async (tx) => {
    await run(tx, "DELETE FROM sale_line WHERE sold_on > '2026-11-25'");
    await run(tx, "DELETE FROM sale WHERE sold_on > '2026-11-25'");
  },
  'a sale gone with its lines and its movement': async (tx) => {
    const [s] = await rows<{ id: number; m: number }>(
      tx,
      "SELECT id, movement_id AS m FROM sale WHERE sold_on > '2026-11-25'",
    );
    for (const e of await rows<{ account: string; lot_id: number; grams: number; pieces: number }>(
      tx,
      'SELECT account, lot_id, grams, pieces FROM entry WHERE movement_id = ?',
      [s!.m],
    ))
      await run(
        tx,
        "UPDATE balance SET grams = grams - ?, pieces = pieces - ? WHERE account = ? AND lot_id = ? AND item = 'whole' AND batch = 0",
        [e.grams, e.pieces, e.account, e.lot_id],
      );
    await run(tx, 'DELETE FROM sale_line WHERE sale_id = ?', [s!.id]);
    await run(tx, 'DELETE FROM sale WHERE id = ?', [s!.id]);
    await run(tx, 'DELETE FROM entry WHERE movement_id = ?', [s!.m]);
    await run(tx, 'DELETE FROM movement WHERE id = ?', [s!.m]);
  },
  'a sale by somebody else': 'UPDATE sale SET staff_id = 2 WHERE staff_id <> 2 LIMIT 1',
  'a sale at another hour': 'UPDATE sale SET sold_at = sold_at - INTERVAL 1 HOUR WHERE number = 1',
  'cash turned into card':
    "UPDATE sale SET pay = 'card' WHERE pay = 'cash' AND sold_on = '2026-11-25' LIMIT 1",
  'card turned into cash':
    "UPDATE sale SET pay = 'cash' WHERE pay = 'card' AND void_movement_id IS NULL LIMIT 1",
  'a void that was none': 'UPDATE sale SET void_movement_id = NULL WHERE void_movement_id IS NOT NULL',
  'money back less': 'UPDATE refund SET money = money - 1',
  'money back less, line too': async (tx) => {
    await run(tx, 'UPDATE refund SET money = money - 1');
    await run(tx, 'UPDATE refund_line SET money = money - 1');
  },
  'more back than was paid': async (tx) => {
    await run(tx, 'UPDATE refund SET money = 90000');
    await run(tx, 'UPDATE refund_line SET money = 90000');
  },
  'fish back lighter': 'UPDATE refund_line SET grams = grams - 1',
  'money back on nobody’s account': "UPDATE refund SET pay = 'account'",
  'a refund of nothing': async (tx) => {
    await run(tx, 'UPDATE refund SET money = 0');
    await run(tx, 'UPDATE refund_line SET grams = 0, money = 0, tax = 0');
  },
  'a refund gone': async (tx) => {
    await run(tx, 'DELETE FROM refund_line');
    await run(tx, 'DELETE FROM refund');
  },
  'a deposit less': "UPDATE deposit SET money = money - 100 WHERE kind = 'taken' LIMIT 1",
  'a deposit used that was not': "UPDATE deposit SET money = money + 100 WHERE kind = 'used'",
  'a deposit by card': "UPDATE deposit SET pay = 'card' WHERE pay = 'cash' AND kind = 'taken'",
  'a deposit gone': "DELETE FROM deposit WHERE kind = 'taken' AND pay = 'card'",
  'a sale that used less of it': 'UPDATE sale SET deposit_used = 0 WHERE deposit_used > 0',
  'a price nobody set': 'UPDATE price SET per_kg = per_kg - 100',
  'tax of a line less': 'UPDATE sale_line SET tax = tax - 1 WHERE tax > 0',
  'tax at another rate': 'UPDATE sale_line SET tax_rate = 690 WHERE tax > 0',
  'tax turned to come on top': 'UPDATE sale SET tax_added = TRUE WHERE number = 2',
  'no tax on a line': 'UPDATE sale_line SET tax_rate = NULL, tax = 0 WHERE tax > 0',
  'more tax given back': 'UPDATE refund_line SET tax = tax + 1',
  'tax of a day less': 'UPDATE day_tax SET tax = tax - 1',
  // Days.
  'takings of the closing less': 'UPDATE day_close SET takings = takings - 100',
  'till of the closing less': 'UPDATE day_close SET books_cash = books_cash - 100',
  'counted money changed': 'UPDATE day_close SET counted_cash = 1',
  'remarks of the closing changed': "UPDATE day_close SET remarks = 'all was well'",
  'a closing gone': 'DELETE FROM day_close',
  'a day open that was closed': 'UPDATE trading_day SET closed = FALSE WHERE closed',
  'sales of a day fewer': 'UPDATE trading_day SET sales = sales - 1 WHERE closed',
  'sums of a day less': 'UPDATE day_sold SET money = money - 1 LIMIT 1',
  'a seal gone': 'UPDATE day_close SET seal = NULL',
  'a seal of somebody’s own': "UPDATE day_close SET seal = REPEAT('a', 64)",
  // The bench.
  'a weigh-out heavier': "UPDATE weigh_out SET grams = grams + 20 WHERE kind = 'order' LIMIT 1",
  'a weigh-out gone': "DELETE FROM weigh_out WHERE kind = 'trim' LIMIT 1",
  'a weigh-out taken back':
    "UPDATE weigh_out SET struck_at = NOW(3), struck_by = 1 WHERE kind = 'trim' LIMIT 1",
  'a weight that nobody measured': "UPDATE weigh_out SET weight_source = 'typed' LIMIT 1",
  'less went in': 'UPDATE ticket_input SET grams = grams - 50 LIMIT 1',
  'more came out': 'UPDATE ticket SET main_grams = main_grams + 50 LIMIT 1',
  'a better yield': 'UPDATE yield_point SET main_grams = main_grams + 50 LIMIT 1',
  'a yield gone': 'DELETE FROM yield_point LIMIT 1',
  'a bone found that was not': 'UPDATE bone_pass SET found = 3 LIMIT 1',
  'a label of another weight': "UPDATE label SET content = JSON_SET(content, '$.grams', 1)",
  'a label of another price': "UPDATE label SET content = JSON_SET(content, '$.price', 1, '$.perKg', 2000)",
  // Grades.
  'a grade overruled without a word': "UPDATE grade SET verdict = 'use_today' LIMIT 1",
  'a grade changed all through': "UPDATE grade SET verdict = 'use_today', advised = 'use_today' LIMIT 1",
  'a fresher fish': 'UPDATE grade SET used_days = 0 LIMIT 1',
  'an older grade that counts':
    'UPDATE lot SET grade_id = (SELECT MIN(g.id) FROM grade g WHERE g.lot_id = lot.id)',
};

/** Changes a day so that every record of it agrees: only its seal knows. */
const consistent: Record<string, (tx: PoolConnection) => Promise<void>> = {
  'a sale that bore no tax after all': async (tx) => {
    await run(tx, 'UPDATE refund_line SET tax = 0');
    await run(tx, 'UPDATE sale_line SET tax_rate = NULL, tax = 0');
    await run(tx, 'DELETE FROM day_tax');
  },
  'a sale paid by card all along': async (tx) => {
    const [s] = await rows<{ id: number; total: number }>(
      tx,
      "SELECT id, total FROM sale WHERE pay = 'cash' AND void_movement_id IS NULL AND sold_on = '2026-11-25' LIMIT 1",
    );
    await run(tx, "UPDATE sale SET pay = 'card' WHERE id = ?", [s!.id]);
    await run(tx, 'UPDATE day_close SET books_cash = books_cash - ?, books_card = books_card + ?', [
      s!.total,
      s!.total,
    ]);
  },
  'fifty grams of a sale, with its money, its movement, its stock, its day and its closing': async (tx) => {
    const [x] = await rows<{ sale_id: number; lot_id: number; grams: number; money: number; m: number }>(
      tx,
      'SELECT x.sale_id, x.lot_id, x.grams, x.money, s.movement_id AS m FROM sale_line x JOIN sale s ON s.id = x.sale_id WHERE s.number = 1',
    );
    const money = multiplyRate(x!.grams - 50, 2400);
    const less = x!.money - money;
    await run(tx, 'UPDATE sale_line SET grams = grams - 50, money = ? WHERE sale_id = ?', [
      money,
      x!.sale_id,
    ]);
    await run(tx, 'UPDATE sale SET total = ? WHERE id = ?', [money, x!.sale_id]);
    for (const [account, change] of [
      ['outside:customer', -50],
      ['place:cold_room', 50],
    ] as const) {
      await run(tx, 'UPDATE entry SET grams = grams + ? WHERE movement_id = ? AND account = ?', [
        change,
        x!.m,
        account,
      ]);
      await run(
        tx,
        "UPDATE balance SET grams = grams + ? WHERE account = ? AND lot_id = ? AND item = 'whole' AND batch = 0",
        [change, account, x!.lot_id],
      );
    }
    await run(
      tx,
      "UPDATE day_sold SET grams = grams - 50, counter_grams = counter_grams - 50, money = money - ? WHERE item = 'whole'",
      [less],
    );
    await run(tx, 'UPDATE day_close SET takings = takings - ?, books_cash = books_cash - ?', [less, less]);
  },
  'another reason for what was thrown away': async (tx) => {
    await run(tx, "UPDATE movement SET reason = 'too old' WHERE reason = 'torn'");
    await run(tx, "UPDATE day_loss SET reason = 'too old' WHERE reason = 'torn'");
  },
  'a fish that was fresher, agreed on by everybody': async (tx) => {
    await run(
      tx,
      "UPDATE grade SET used_days = 0.5, half_width = 0.4, fish = '[]' WHERE on_day = '2026-11-25'",
    );
  },
};

/** What the proof says of the books once this was written into them; nothing of it stays. */
async function found(write: string | ((tx: PoolConnection) => Promise<void>)): Promise<string[]> {
  const undo = new Error('undo');
  let faults: string[] = [];
  await transaction(shop.pool, async (tx) => {
    await run(tx, 'SET SESSION foreign_key_checks = 0');
    if (typeof write === 'string') expect((await run(tx, write)).affectedRows, write).toBeGreaterThan(0);
    else await write(tx);
    faults = (await proveBooks(tx)).faults;
    throw undo;
  }).catch((error: unknown) => {
    if (error !== undo) throw error;
  });
  return faults;
}

describe('books somebody wrote into by hand', () => {
  it('are proved whole before: grams, money, days, cutting and seals', async () => {
    const { faults, sealed, sales } = await proof(shop);
    expect(faults).toEqual([]);
    expect([sealed, sales]).toEqual([1, 6]);
  });

  it('are given the time it takes: no rule is cut off, and the connection has its limit back', async () => {
    await transaction(shop.pool, async (tx) => {
      const limit = async () =>
        Number((await rows<{ s: string }>(tx, 'SELECT @@SESSION.max_statement_time AS s'))[0]!.s);
      const usual = await limit();
      expect(usual).toBeGreaterThan(0);
      const under: number[] = [];
      const watched = new Proxy(tx, {
        get: (of, name) => {
          const value = Reflect.get(of, name) as unknown;
          if (name !== 'execute' || typeof value !== 'function')
            return typeof value === 'function' ? (value as () => unknown).bind(of) : value;
          return async (...args: unknown[]) => {
            under.push(await limit());
            return (value as (...a: unknown[]) => unknown).apply(of, args);
          };
        },
      });
      await proveBooks(watched);
      expect(under.length).toBeGreaterThan(20);
      expect(new Set(under)).toEqual(new Set([0]));
      expect(await limit()).toBe(usual);
    });
  });

  it(`are found out: ${Object.keys(forgeries).length} ways`, async () => {
    expect(Object.keys(forgeries).length).toBeGreaterThan(40);
    const missed: string[] = [];
    for (const [name, write] of Object.entries(forgeries))
      if ((await found(write)).length === 0) missed.push(name);
    expect(missed).toEqual([]);
    expect((await proof(shop)).faults).toEqual([]);
  });

  it.each(Object.entries(consistent))('and by the seal of the day alone: %s', async (_name, write) => {
    const faults = await found(write);
    expect(faults).toHaveLength(1);
    expect(faults[0]).toMatch(/25 Nov 2026: the seal is broken/);
  });

  it('a day that is opened again keeps its old seal, and gets a new one over the last', async () => {
    await shop.manager.ok(contract.close.reopen, {
      params: { day },
      body: { reason: 'a bag forgotten', second: 'alone' },
    });
    expect((await proof(shop)).faults).toEqual([]);
    await shop.manager.ok(contract.close.closeDay, {
      params: { day },
      body: { remarks: 'again', countedCash: null, countedCard: null },
    });
    const { closings } = await shop.manager.ok(contract.close.day, { params: { day } });
    expect(closings).toHaveLength(2);
    const seals = await rows<{ id: number; seal: string; after_id: number | null }>(
      shop.pool,
      'SELECT id, seal, after_id FROM day_close ORDER BY id',
    );
    expect(seals.map((s) => s.after_id)).toEqual([null, seals[0]!.id]);
    expect(new Set(seals.map((s) => s.seal)).size).toBe(2);
    expect(closings.map((c) => c.seal)).toEqual([seals[1]!.seal, seals[0]!.seal]);
    expect((await proof(shop)).sealed).toBe(2);
    // Who changes the older closing breaks the one after it.
    expect(await found("UPDATE day_close SET seal = REPEAT('b', 64) WHERE after_id IS NULL")).toHaveLength(1);
    expect(await found('DELETE FROM day_close WHERE after_id IS NULL')).not.toEqual([]);
  });
});
