import { contract, type BodyOf } from '@ember-slate/contract';
import { rows } from '../src/platform/db.ts';
import { delivery, fresh, gradeBody, sweep, type TestShop, wholeKey } from './testShop.ts';

export const day = '2026-11-25';
export type Lot = BodyOf<typeof contract.landing.addLot>;
export type Weight = BodyOf<typeof contract.bench.weigh>;
type Done = { id: number };

/** A shop and what was done in it, by the number of the deed: the same deed has the same number in every shop. */
export class Hands {
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
