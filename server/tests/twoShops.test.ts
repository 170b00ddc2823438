import { contract } from '@ember-slate/contract';
import { seeded } from '@ember-slate/core/cutplan/solver';
import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest';
import { rows, transaction } from '../src/platform/db.ts';
import { day, Hands, type Lot, type Weight } from './hands.ts';
import { bassLot, delivery, openTestShop, proof, type TestShop } from './testShop.ts';

/** Two days of the same deeds: one shop does each right at once, the other does some wrongly and puts them right later. */
class TwoShops {
  private readonly random: () => number;
  /** What still has to be put right, each with how many deeds it waits. */
  private readonly later: { in: number; fix: () => Promise<void> }[] = [];
  private readonly lots: { spec: Lot; fish: number; each: number; counted: boolean; landedRight: boolean }[] =
    [];
  /** Tickets whose frames lie in the cold room. */
  private readonly frames: { ticket: number; lot: number; grams: number }[] = [];
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
    const rightly = await this.right.sell(this.right.lots[t.n]!, t.grams, t.pieces, pay, perKg);
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
    if (how === '' && this.random() < 0.2) return this.giveBack(rightly, sold, t.grams);
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

  /** Some of a sale brought back: other money, the other way of paying, or nothing of it in truth. */
  private async giveBack(right: number, sold: number, grams: number) {
    const money = 100 + this.whole(300);
    const pay = this.pick(['cash', 'card'] as const);
    const act = (hands: Hands, id: number, back: typeof money, by: typeof pay) =>
      hands.shop.counter.ok(contract.counter.refund, {
        params: { id },
        body: { lines: [{ position: 1, grams: Math.min(grams, 150), money: back }], pay: by, reason: 'soft' },
      });
    const how = this.wrongly() ? this.pick(['money', 'pay', 'never'] as const) : '';
    this.done.push(`give back ${how}`);
    const was = {
      money: how === 'money' ? money + 60 : money,
      pay: how === 'pay' ? (pay === 'cash' ? ('card' as const) : ('cash' as const)) : pay,
    };
    const { id } = await act(this.at, sold, was.money, was.pay);
    if (how !== 'never') await act(this.right, right, money, pay);
    if (how !== '')
      this.putRightLater(`refund ${how}`, async () => {
        await this.at.shop.counter.ok(contract.counter.putRefundRight, {
          params: { id },
          body: { was, money: how === 'never' ? 0 : money, pay, reason: 'counted again' },
        });
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
    this.frames.push({ ticket: n, lot: t.n, grams: part(0.2) });
    this.done.push(`cut ${t.pieces} of ${t.n} ${how}`);
    if (how === 'grams') this.putRightLater(`weight of ticket ${n}`, () => this.at.reweigh(id, k, right[k]!));
    if (leftOut) this.putRightLater(`tub of ticket ${n}`, () => this.at.reweigh(id, null, right[k]!));
    if (how === 'too many') this.putRightLater(`tub too many ${n}`, () => this.at.reweigh(id, 4, null));
  }

  async claim() {
    const t = this.take(2);
    if (!t) return;
    this.lots[t.n]!.fish -= t.pieces;
    const outcome = this.pick(['return', 'bin'] as const);
    const money = 300 + this.whole(900);
    const act = (hands: Hands) =>
      hands.shop.bench.ok(contract.landing.claim, {
        params: { id: hands.lots[t.n]! },
        body: { outcome, pieces: t.pieces, grams: t.grams, money, reason: 'soft', wording: '' },
      });
    const settle = async (hands: Hands, id: number, paid: number) => {
      await hands.shop.manager.ok(contract.landing.settle, { params: { id }, body: { money: paid } });
    };
    const how = this.wrongly() ? this.pick(['paid', 'never'] as const) : '';
    this.done.push(`claim ${t.pieces} of ${t.n} ${how}`);
    const { id } = await act(this.at);
    if (how === 'never')
      return this.putRightLater(`claim of ${t.n}`, async () => {
        await this.at.shop.bench.ok(contract.landing.withdrawClaim, {
          params: { id },
          body: { reason: 'another lot' },
        });
        this.lots[t.n]!.fish += t.pieces;
      });
    await settle(this.right, (await act(this.right)).id, money);
    await settle(this.at, id, how === 'paid' ? money + 50 : money);
    if (how === 'paid')
      this.putRightLater(`credit of ${t.n}`, async () => {
        await this.at.shop.manager.ok(contract.landing.putCreditRight, {
          params: { id },
          body: { was: money + 50, money, reason: 'as their paper says' },
        });
      });
  }

  /** Frames of a ticket made into stock packs. */
  async make() {
    // Only of what was weighed as it should be.
    await this.all();
    const n = this.frames.pop();
    if (n === undefined) return;
    const act = (hands: Hands) =>
      hands.shop.bench.ok(contract.trim.make, {
        body: {
          product: 'stock_pack',
          inputs: [
            {
              place: 'place:cold_room',
              lotId: hands.lots[n.lot]!,
              item: 'trim:frame',
              batch: hands.tickets[n.ticket]!,
              grams: n.grams,
            },
          ],
          grams: n.grams - 5,
        },
      });
    const how = this.wrongly() ? 'never' : '';
    this.done.push(`make of ticket ${n.ticket} ${how}`);
    const { id } = await act(this.at);
    if (how === '') await act(this.right);
    else
      this.putRightLater(`batch of ticket ${n.ticket}`, async () => {
        await this.at.shop.bench.ok(contract.trim.takeBack, {
          params: { id },
          body: { reason: 'not made' },
        });
        this.frames.push(n);
      });
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
      else if (dice < 0.66) await this.moveOrBin();
      else if (dice < 0.74) await this.claim();
      else if (dice < 0.89) await this.cut();
      else if (dice < 0.93) await this.make();
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

  it('says what one says that made none: stock, sheet, reports, yields and costs, after 200 acts and corrections', async () => {
    const [at, right] = shops.map((s) => new Hands(s));
    const two = new TwoShops(at!, right!, 20261125);
    await two.run(130);
    expect(two.done.length).toBeGreaterThan(200);
    expect((await proof(at!.shop)).faults, two.done.join('\n')).toEqual([]);
    expect(two.done.filter((d) => d.startsWith('right:')).length).toBeGreaterThan(50);
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
