import { contract, type BodyOf } from '@ember-slate/contract';
import { seeded } from '@ember-slate/core/cutplan/solver';
import { massText } from '@ember-slate/core/units';
import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest';
import { rows, transaction } from '../src/platform/db.ts';
import {
  bassLot,
  cut,
  delivery,
  fourFillets,
  fresh,
  gradeBody,
  landBass,
  noon,
  openTestShop,
  pins,
  proof,
  sale,
  shopForEach,
  sweep,
  type TestShop,
  toBench,
  wholeKey,
} from './testShop.ts';

const day = '2026-11-25';
type Lot = BodyOf<typeof contract.landing.addLot>;
type Weight = BodyOf<typeof contract.bench.weigh>;
type Done = { id: number };

/** A shop and what was done in it, by the number of the deed: the same deed has the same number in every shop. */
class Hands {
  readonly lots: number[] = [];
  readonly tickets: number[] = [];
  readonly sales: number[] = [];
  constructor(readonly shop: TestShop) {}

  async deliver(supplier: string): Promise<number> {
    return (await this.shop.bench.ok(contract.landing.createDelivery, { body: delivery({ supplier }) })).id;
  }
  async land(deliveryId: number, lot: Lot): Promise<number> {
    return (await this.shop.bench.ok(contract.landing.addLot, { params: { id: deliveryId }, body: lot })).id;
  }
  async grade(lotId: number, condition: Lot['condition']): Promise<void> {
    const { belly: _belly, ...gutted } = fresh;
    const signs = condition === 'whole' ? fresh : gutted;
    await this.shop.bench.ok(contract.grading.record, {
      params: { id: lotId },
      body: gradeBody({ fish: Array.from({ length: 8 }, () => signs) }),
    });
  }
  /** Puts a lot right to what it is, its grade again where it was of another fish. */
  async right(lotId: number, lot: Lot): Promise<void> {
    const found = await rows<{ version: number; species: string; condition: string }>(
      this.shop.pool,
      'SELECT version, species_id AS species, arrival_condition AS `condition` FROM lot WHERE id = ?',
      [lotId],
    );
    const { fish: _fish, ...body } = lot;
    await this.shop.bench.ok(contract.landing.editLot, {
      params: { id: lotId },
      body: { ...body, version: found[0]!.version, reason: 'read wrongly' },
    });
    if (found[0]!.species !== lot.speciesId || found[0]!.condition !== lot.condition)
      await this.grade(lotId, lot.condition);
  }
  async sell(
    lotId: number,
    grams: number,
    pieces: number,
    pay: 'cash' | 'card',
    perKg: number,
  ): Promise<number> {
    const line = { ...wholeKey(lotId), grams, pieces, source: 'measured' as const, perKg, priceReason: '' };
    return (
      await this.shop.counter.ok(contract.counter.sell, { body: { lines: [line], pay, customer: null } })
    ).id;
  }
  move = (lotId: number, grams: number, pieces: number): Promise<Done> =>
    this.shop.counter.ok(contract.counter.move, {
      body: { ...wholeKey(lotId), grams, pieces, to: 'place:slab', spot: null, reason: '' },
    });
  bin = (lotId: number, grams: number, pieces: number, reason: string): Promise<Done> =>
    this.shop.counter.ok(contract.counter.discard, {
      body: { ...wholeKey(lotId), grams, pieces, to: 'waste', reason },
    });
  async takeBack(id: number): Promise<void> {
    await this.shop.counter.ok(contract.counter.takeBack, {
      params: { id },
      body: { reason: 'the wrong tray' },
    });
  }
  /** Counts the cold room; gives the movement, if it made one. */
  async count(lotId: number, grams: number, pieces: number): Promise<number | null> {
    await this.shop.counter.ok(contract.counter.count, {
      body: { ...wholeKey(lotId), grams, pieces, source: 'measured', reason: 'counted twice' },
    });
    const [last] = await rows<{ id: number | null }>(
      this.shop.pool,
      'SELECT movement_id AS id FROM stock_count ORDER BY id DESC LIMIT 1',
    );
    return last!.id;
  }
  /** Cuts fish of a lot for the counter and closes the ticket. */
  async cut(lotId: number, fish: number, grams: number, weights: readonly Weight[]): Promise<number> {
    const { id } = await this.shop.bench.ok(contract.bench.make, {
      body: {
        lotId,
        item: 'whole',
        batch: 0,
        place: 'place:cold_room',
        fish,
        form: 'fillet_skin_on',
        dueAt: `${day}T17:00:00.000Z`,
        pieces: fish * 2,
        pieceGrams: 100,
        totalGrams: null,
      },
    });
    const params = { id };
    const read = () => this.shop.bench.ok(contract.bench.ticket, { params });
    await this.shop.bench.ok(contract.bench.start, {
      params,
      body: { version: (await read()).version, inputs: [{ lotId, grams, source: 'measured' }] },
    });
    for (const body of weights) await this.shop.bench.ok(contract.bench.weigh, { params, body });
    await sweep(this.shop, id);
    await this.shop.bench.ok(contract.bench.close, {
      params,
      body: { version: (await read()).version, reason: 'the rest went for stock' },
    });
    return id;
  }
  /** Puts one weight of a closed ticket right: `at` says which, null one that was left out. */
  async reweigh(ticketId: number, at: number | null, weight: Weight | null): Promise<void> {
    const params = { id: ticketId };
    const { version, weighOuts } = await this.shop.bench.ok(contract.bench.ticket, { params });
    await this.shop.bench.ok(contract.bench.putRight, {
      params,
      body: { version, strike: at === null ? null : weighOuts[at]!.id, weight, reason: 'another tub' },
    });
  }

  /** Everything the shop says at the end, its rows named by the number of their deed. */
  async says() {
    const name = (list: readonly number[], id: number) => list.indexOf(id);
    const balances = await rows<{
      account: string;
      lot: number;
      item: string;
      batch: number;
      g: number;
      p: number;
    }>(
      this.shop.pool,
      'SELECT account, lot_id AS lot, item, batch, grams AS g, pieces AS p FROM balance WHERE grams <> 0 OR pieces <> 0',
    );
    const { manager } = this.shop;
    const close = await manager.ok(contract.close.day, { params: { day } });
    const codes = await rows<{ id: number; code: string }>(this.shop.pool, 'SELECT id, code FROM lot');
    const byCode = (code: string) => name(this.lots, codes.find((c) => c.code === code)!.id);
    const report = await manager.ok(contract.reports.report, { query: { from: day, to: day } });
    const costs = await manager.ok(contract.costs.lots, { query: { from: day, to: day } });
    const losses = await rows(
      this.shop.pool,
      'SELECT species_id, reason, waste, unaccounted FROM day_loss WHERE waste <> 0 OR unaccounted <> 0 ORDER BY 1, 2',
    );
    const sorted = <T>(list: readonly T[]) => list.map((x) => JSON.stringify(x)).sort();
    return {
      balances: sorted(
        balances.map((b) => [
          b.account,
          name(this.lots, b.lot),
          b.item,
          b.batch && name(this.tickets, b.batch),
          b.g,
          b.p,
        ]),
      ),
      sheet: {
        takings: close.takings,
        tills: close.tills,
        sales: sorted(close.sales),
        waste: sorted(close.waste),
        yields: sorted(
          close.yields.map(({ ticketId, number: _n, ...y }) => [name(this.tickets, ticketId), y]),
        ),
        lots: sorted(close.lots.map(({ lotId, code, ...l }) => [name(this.lots, lotId), byCode(code), l])),
      },
      // A supplier entered by mistake has a number, as any other.
      report: JSON.parse(
        JSON.stringify(report, (k, v: unknown) => (k === 'supplierId' ? undefined : v)),
      ) as unknown,
      losses,
      yields: sorted(await manager.ok(contract.yields.book)),
      costs: {
        lots: sorted(costs.lots.map(({ lotId, code: _code, ...l }) => [name(this.lots, lotId), l])),
        forms: sorted(costs.forms),
        days: costs.days,
      },
      stock: sorted(
        (await manager.ok(contract.counter.stock)).map(
          ({ lotId, code: _code, batch, spot: _spot, parents: _p, ...r }) => [
            name(this.lots, lotId),
            batch && name(this.tickets, batch),
            r,
          ],
        ),
      ),
    };
  }
}

/** Two days of the same deeds: one shop does each right at once, the other does some wrongly and puts them right later. */
class TwoShops {
  private readonly random: () => number;
  /** What still has to be put right, each with how many deeds it waits. */
  private readonly later: { in: number; fix: () => Promise<void> }[] = [];
  private readonly lots: { spec: Lot; fish: number; each: number; counted: boolean; landedRight: boolean }[] =
    [];
  readonly done: string[] = [];
  constructor(
    private readonly at: Hands,
    private readonly right: Hands,
    seed: number,
  ) {
    this.random = seeded(seed);
  }
  private whole = (n: number) => Math.floor(this.random() * n);
  private pick = <T>(list: readonly T[]): T => list[this.whole(list.length)]!;
  private wrongly = () => this.random() < 0.7;
  private putRightLater(what: string, fix: () => Promise<void>) {
    this.later.push({
      in: this.whole(8),
      fix: async () => {
        this.done.push(`right: ${what}`);
        await fix();
      },
    });
  }

  async land() {
    const each = 380 + this.whole(160);
    const pieces = 14 + this.whole(8);
    const spec = bassLot({
      speciesId: this.pick(['sea_bass', 'gilthead_bream']),
      pieces,
      grams: pieces * each,
      pricePerKg: 1000 + 50 * this.whole(20),
    });
    const supplier = this.pick(['Brannock Boats', 'Skerry Market']);
    const n = this.lots.length;
    this.lots.push({ spec, fish: pieces, each, counted: false, landedRight: true });
    const there = await this.right.land(await this.right.deliver(supplier), spec);
    this.right.lots[n] = there;
    await this.right.grade(there, spec.condition);

    const how = this.wrongly()
      ? this.pick(['grams', 'pieces', 'price', 'species', 'condition', 'twice', 'supplier'])
      : '';
    const wrong: Partial<Lot> =
      how === 'grams'
        ? { grams: Math.round(spec.grams * (0.85 + 0.3 * this.random())) }
        : how === 'pieces'
          ? { pieces: pieces + 1 + this.whole(2) }
          : how === 'price'
            ? { pricePerKg: spec.pricePerKg + 100 }
            : how === 'species'
              ? { speciesId: spec.speciesId === 'sea_bass' ? 'gilthead_bream' : 'sea_bass' }
              : how === 'condition'
                ? { condition: 'gutted' }
                : {};
    const deliveryId = await this.at.deliver(how === 'supplier' ? 'Somebody Else' : supplier);
    const landed = { ...spec, ...wrong };
    const here = await this.at.land(deliveryId, landed);
    this.at.lots[n] = here;
    await this.at.grade(here, landed.condition);
    this.done.push(`land ${n} ${spec.speciesId} ${how}`);
    if (how === 'twice') {
      const again = await this.at.land(deliveryId, spec);
      if (this.random() < 0.5) await this.at.grade(again, spec.condition);
      this.putRightLater(`lot ${n} twice`, async () => {
        const [lot] = await rows<{ version: number }>(
          this.at.shop.pool,
          'SELECT version FROM lot WHERE id = ?',
          [again],
        );
        await this.at.shop.bench.ok(contract.landing.dropLot, {
          params: { id: again },
          body: { version: lot!.version, reason: 'landed twice' },
        });
      });
    } else if (how === 'supplier') {
      this.putRightLater(`supplier of ${n}`, async () => {
        const [d] = await rows<{ version: number }>(
          this.at.shop.pool,
          'SELECT version FROM delivery WHERE id = ?',
          [deliveryId],
        );
        await this.at.shop.bench.ok(contract.landing.editDelivery, {
          params: { id: deliveryId },
          body: { ...delivery({ supplier }), version: d!.version, reason: 'the other van' },
        });
      });
    } else if (how !== '') {
      this.lots[n]!.landedRight = false;
      this.putRightLater(`${how} of ${n}`, async () => {
        await this.at.right(here, spec);
        this.lots[n]!.landedRight = true;
      });
    }
  }

  /** A lot with fish to spare in the cold room; takes so many of them. */
  private take(most: number): { n: number; pieces: number; grams: number } | null {
    const spare = this.lots.flatMap((l, n) => (l.fish > 4 + most ? [n] : []));
    if (spare.length === 0) return null;
    const n = this.pick(spare);
    const pieces = 1 + this.whole(most);
    return { n, pieces, grams: pieces * this.lots[n]!.each + this.whole(9) - 4 };
  }

  async sell() {
    const t = this.take(2);
    if (!t) return;
    this.lots[t.n]!.fish -= t.pieces;
    const pay = this.pick(['cash', 'card'] as const);
    const perKg = 2000 + 10 * this.whole(50);
    await this.right.sell(this.right.lots[t.n]!, t.grams, t.pieces, pay, perKg);
    const how = this.wrongly() ? this.pick(['grams', 'pay', 'price'] as const) : '';
    const lot = this.at.lots[t.n]!;
    this.done.push(`sell ${t.pieces} of ${t.n} ${how}`);
    const sold = await this.at.sell(
      lot,
      how === 'grams' ? t.grams - 100 : t.grams,
      t.pieces,
      how === 'pay' ? (pay === 'cash' ? 'card' : 'cash') : pay,
      how === 'price' ? perKg + 30 : perKg,
    );
    if (how === 'pay')
      this.putRightLater(`pay ${t.n}`, async () => {
        await this.at.shop.counter.ok(contract.counter.changePay, {
          params: { id: sold },
          body: { pay, customer: null, reason: 'it was the other way' },
        });
      });
    else if (how !== '')
      this.putRightLater(`sale of ${t.n}`, async () => {
        await this.at.shop.manager.ok(contract.counter.voidSale, {
          params: { id: sold },
          body: { reason: 'typed' },
        });
        await this.at.sell(lot, t.grams, t.pieces, pay, perKg);
      });
  }

  async moveOrBin() {
    const t = this.take(2);
    if (!t) return;
    const bins = this.random() < 0.4;
    const reason = this.pick(['fell on the floor', 'burst belly']);
    const act = (hands: Hands, grams: number, pieces: number) =>
      bins ? hands.bin(hands.lots[t.n]!, grams, pieces, reason) : hands.move(hands.lots[t.n]!, grams, pieces);
    const how = this.wrongly() ? this.pick(['grams', 'never'] as const) : '';
    this.done.push(`${bins ? 'bin' : 'move'} ${t.pieces} of ${t.n} ${how}`);
    const wrong = await act(this.at, how === 'grams' ? t.grams + 60 : t.grams, t.pieces);
    if (how === 'never') {
      // It is taken back for good: the other shop never did it.
      this.lots[t.n]!.fish -= t.pieces;
      this.putRightLater(`never ${t.n}`, async () => {
        await this.at.takeBack(wrong.id);
        this.lots[t.n]!.fish += t.pieces;
      });
      return;
    }
    this.lots[t.n]!.fish -= t.pieces;
    await act(this.right, t.grams, t.pieces);
    if (how === 'grams')
      this.putRightLater(`amount of ${t.n}`, async () => {
        await this.at.takeBack(wrong.id);
        await act(this.at, t.grams, t.pieces);
      });
  }

  async cut() {
    const t = this.take(2);
    if (!t) return;
    this.lots[t.n]!.fish -= t.pieces;
    const part = (share: number) => Math.round(t.grams * share);
    const weigh = (kind: Weight['kind'], item: string, grams: number, pieces = 0): Weight => ({
      cutId: null,
      kind,
      item,
      grams,
      pieces,
      source: 'measured',
    });
    const right = [
      weigh('counter', 'fillet_skin_on', part(0.46), t.pieces * 2),
      weigh('trim', 'frame', part(0.2)),
      weigh('trim', 'head', part(0.18)),
      weigh('waste', 'viscera', part(0.1)),
    ];
    const wrong = [...right];
    const k = this.whole(right.length);
    const how = this.wrongly() ? this.pick(['grams', 'left out', 'too many'] as const) : '';
    const leftOut = how === 'left out' && k > 0;
    if (how === 'grams') wrong[k] = { ...right[k]!, grams: right[k]!.grams - 25 };
    if (leftOut) wrong.splice(k, 1);
    if (how === 'too many') wrong.push(weigh('trim', 'belly', 20));
    const n = this.at.tickets.length;
    this.right.tickets[n] = await this.right.cut(this.right.lots[t.n]!, t.pieces, t.grams, right);
    const id = await this.at.cut(this.at.lots[t.n]!, t.pieces, t.grams, wrong);
    this.at.tickets[n] = id;
    this.done.push(`cut ${t.pieces} of ${t.n} ${how}`);
    if (how === 'grams') this.putRightLater(`weight of ticket ${n}`, () => this.at.reweigh(id, k, right[k]!));
    if (leftOut) this.putRightLater(`tub of ticket ${n}`, () => this.at.reweigh(id, null, right[k]!));
    if (how === 'too many') this.putRightLater(`tub too many ${n}`, () => this.at.reweigh(id, 4, null));
  }

  async count() {
    const free = this.lots.flatMap((l, n) => (l.landedRight && l.fish > 3 ? [n] : []));
    if (free.length === 0) return;
    const n = this.pick(free);
    // Only where nothing of the lot waits to be put right: a count is of what lies there, not of what the book says.
    if (this.later.length > 0) await this.all();
    const l = this.lots[n]!;
    const grams = l.fish * l.each - this.whole(120);
    await this.right.count(this.right.lots[n]!, grams, l.fish);
    const wrong = this.wrongly();
    this.done.push(`count ${n} ${wrong ? 'wrongly' : ''}`);
    const movement = await this.at.count(this.at.lots[n]!, wrong ? grams + 90 : grams, l.fish);
    if (!wrong || movement === null) return;
    await this.at.takeBack(movement);
    await this.at.count(this.at.lots[n]!, grams, l.fish);
  }

  /** Puts right what has waited long enough. */
  private async due() {
    for (const l of this.later) l.in -= 1;
    const ripe = this.later.filter((l) => l.in < 0);
    for (const l of ripe) {
      this.later.splice(this.later.indexOf(l), 1);
      await l.fix();
    }
  }
  async all() {
    for (const l of this.later.splice(0)) await l.fix();
  }

  async run(acts: number) {
    await this.land();
    await this.land();
    for (let i = 0; i < acts; i++) {
      const dice = this.random();
      if (dice < 0.14) await this.land();
      else if (dice < 0.5) await this.sell();
      else if (dice < 0.72) await this.moveOrBin();
      else if (dice < 0.92) await this.cut();
      else await this.count();
      await this.due();
    }
    await this.all();
  }
}

describe('a shop that puts its mistakes right', () => {
  const shops: TestShop[] = [];
  beforeAll(async () => {
    for (let i = 0; i < 2; i++) shops.push(await openTestShop(inject('databaseUrl')));
  });
  afterAll(() => Promise.all(shops.map((s) => s.close())));

  it('says what one says that made none: stock, sheet, reports, yields and costs, after 200 acts', async () => {
    const [at, right] = shops.map((s) => new Hands(s));
    const two = new TwoShops(at!, right!, 20261125);
    await two.run(200);
    expect((await proof(at!.shop)).faults, two.done.join('\n')).toEqual([]);
    expect(two.done.filter((d) => d.startsWith('right:')).length).toBeGreaterThan(60);
    expect(await at!.says()).toEqual(await right!.says());
  }, 240_000);

  it('is sealed with what it put right, and proves itself', async () => {
    const [at] = shops;
    await at!.manager.ok(contract.close.closeDay, {
      params: { day },
      body: { remarks: 'the slab stays', countedCash: null, countedCard: null },
    });
    expect((await proof(at!)).faults).toEqual([]);
    await transaction(at!.pool, (tx) =>
      tx.query('UPDATE correction SET reason = ? LIMIT 1', ['none']).then(() => undefined),
    );
    expect((await proof(at!)).faults).not.toEqual([]);
  });
});

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
