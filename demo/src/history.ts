import { addDays, instantOn, type ShopCalendar } from '@ember-slate/core/calendar';
import { formBook, formOf } from '@ember-slate/core/forms';
import { cutEntries, type Account, type Entry } from '@ember-slate/core/ledger';
import { lotCode } from '@ember-slate/core/labels';
import type { Species } from '@ember-slate/core/species';
import { byRate, taxLines, type Taxed } from '@ember-slate/core/prices';
import { apportion, multiplyRate } from '@ember-slate/core/units';
import { expectedCut } from '@ember-slate/core/board';
import { trims, type TrimId } from '@ember-slate/core/yields';
import type { Tx } from '@ember-slate/server/platform/db';
import { Bulk } from './bulk.ts';
import type { Random } from './random.ts';
import * as scenario from './scenario/index.ts';

/** How busy a shop's past is: bags by weekday (Sunday first), lines a bag, lots landed and tickets cut a day. */
export interface Trade {
  bags: readonly number[];
  lines: readonly [number, number];
  lots: readonly [number, number];
  tickets: readonly [number, number];
}

/** The sample shop's own weeks, and a busy one for years of them. */
export const sampleTrade: Trade = {
  bags: scenario.bagsByWeekday,
  lines: [1, 2],
  lots: [3, 5],
  tickets: [5, 8],
};
export const busyTrade: Trade = {
  bags: [105, 115, 122, 130, 150, 185, 212],
  lines: [1, 2],
  lots: [12, 16],
  tickets: [12, 17],
};

interface Lot {
  id: number;
  species: Species;
  supply: (typeof scenario.usual)[number];
  perKg: number;
  landed: string;
}
/** One row of stock, as the ledger has it. */
interface Row {
  lot: Lot;
  account: Account;
  item: string;
  batch: number;
  grams: number;
  pieces: number;
}

/** Forms a day cuts, each with how skilled hands vary. */
const cutForms = [...scenario.cutForms];

/**
 * Days of a shop's past, written straight into the tables in large pieces: landings, grades, tickets with their yields,
 * sales, waste and closings, with a ledger that balances and balances that follow from it. What the services do one by
 * one would take days for years. The last of its days ends with nothing left.
 */
export class History {
  private readonly bulk: Bulk;
  private readonly stock = new Map<string, Row>();
  private readonly balances = new Map<string, Entry>();
  private readonly losses = new Map<
    string,
    [day: string, species: string, reason: string, waste: number, off: number]
  >();
  private readonly book = formBook();
  private readonly prices = new Map<string, number>();

  constructor(
    private readonly tx: Tx,
    private readonly o: {
      species: ReadonlyMap<string, Species>;
      random: Random;
      /** The shop's clock on the wall. */
      calendar: Pick<ShopCalendar, 'timeZone'>;
      staff: { manager: number; bench: number; counter: number };
      trade: Trade;
      /** Temperatures by the hour are made for days before this one. */
      coldUntil: string;
    },
  ) {
    this.bulk = new Bulk(tx);
  }

  /** Lives the days from one to another, both included; returns how many entries the ledger got. */
  async live(from: string, to: string): Promise<number> {
    await this.bulk.begin();
    for (const u of scenario.usual)
      for (const [form, factor] of Object.entries(scenario.priceFactor))
        this.prices.set(`${u.species} ${form}`, Math.round((u.buy * factor) / 100) * 100 - 10);
    await this.suppliers();
    let days = 0;
    for (let day = from; day <= to; day = addDays(day, 1)) {
      this.day(day, day === to);
      // A fortnight at a time: enough rows for one statement, few enough to hold.
      if (++days % 14 === 0) await this.bulk.flush();
    }
    for (const e of this.balances.values())
      this.bulk.add('balance', [e.account, e.lotId, e.item, e.batch, e.grams, e.pieces]);
    for (const l of this.losses.values()) this.bulk.add('day_loss', l);
    await this.bulk.flush();
    await this.bulk.end();
    return this.bulk.count('entry');
  }

  private readonly supplierIds = new Map<string, number>();
  private async suppliers() {
    for (const [key, name] of Object.entries(scenario.suppliers))
      this.supplierIds.set(key, await this.bulk.supplier(name));
  }

  private at = (day: string, minutes: number): Date => instantOn(day, minutes, this.o.calendar);

  /** Writes a movement with its entries, and brings rows and balances along. */
  private move(
    kind: string,
    day: string,
    at: Date,
    staff: number,
    reason: string,
    entries: readonly (Entry & { lot: Lot })[],
  ): number {
    const id = this.bulk.id('movement');
    this.bulk.add('movement', [id, kind, at, day, staff, reason]);
    for (const { lot, ...e } of entries) {
      this.bulk.add('entry', [
        this.bulk.id('entry'),
        id,
        e.account,
        e.lotId,
        e.item,
        e.batch,
        e.grams,
        e.pieces,
      ]);
      const key = `${e.account} ${e.lotId} ${e.item} ${e.batch}`;
      const had = this.balances.get(key);
      if (had) {
        had.grams += e.grams;
        had.pieces += e.pieces;
      } else this.balances.set(key, { ...e });
      if (e.account === 'end:waste' || e.account === 'end:unaccounted') {
        const why = e.account === 'end:unaccounted' ? '' : kind === 'cut' ? e.item : reason;
        const lossKey = `${day} ${lot.species.id} ${why}`;
        const loss = this.losses.get(lossKey) ?? [day, lot.species.id, why, 0, 0];
        loss[e.account === 'end:waste' ? 3 : 4] += e.grams;
        this.losses.set(lossKey, loss);
      }
      if (e.account !== 'place:cold_room') continue;
      const row = this.stock.get(key) ?? {
        lot,
        account: e.account,
        item: e.item,
        batch: e.batch,
        grams: 0,
        pieces: 0,
      };
      row.grams += e.grams;
      row.pieces += e.pieces;
      if (row.grams > 0) this.stock.set(key, row);
      else this.stock.delete(key);
    }
    return id;
  }

  private readonly running = new Map<string, number>();

  private land(day: string) {
    const { random, trade } = this.o;
    const count = random.whole(...trade.lots);
    const deliveries = new Map<string, number>();
    for (let i = 0; i < count; i++) {
      const supply = random.pick(scenario.usual);
      const species = this.o.species.get(supply.species)!;
      const supplierId = this.supplierIds.get(supply.supplier)!;
      let delivery = deliveries.get(supply.supplier);
      if (delivery === undefined) {
        delivery = this.bulk.id('delivery');
        deliveries.set(supply.supplier, delivery);
        this.bulk.add('delivery', [
          delivery,
          supplierId,
          this.at(day, 5 * 60 + 40),
          day,
          random.whole(3, 14),
          'buried',
          `${supply.supplier.slice(0, 2).toUpperCase()} ${random.whole(1000, 9999)}`,
          '',
          'closed',
          this.o.staff.manager,
        ]);
      }
      const pieces = Math.max(1, Math.round((supply.fish[0] + supply.fish[1]) / 2 + random.normal() * 2));
      const grams = Math.round(supply.fishG * pieces * (1 + random.normal() * 0.02));
      // Prices wander with the season.
      const perKg = Math.round(
        supply.buy *
          (1 + 0.12 * Math.sin((Number(day.slice(5, 7)) / 12) * 2 * Math.PI) + random.normal() * 0.04),
      );
      const initial = lotCode(day, species, 0).slice(0, -1);
      const n = (this.running.get(initial) ?? 0) + 1;
      this.running.set(initial, n);
      const id = this.bulk.id('lot');
      const grade = this.bulk.id('grade');
      const lot: Lot = { id, species, supply, perKg, landed: day };
      this.bulk.add('lot', [
        id,
        lotCode(day, species, n),
        delivery,
        species.id,
        day,
        supply.condition,
        pieces,
        grams,
        'simulated',
        perKg,
        supply.farmed ? 'farmed' : 'caught',
        supply.farmed ?? '27',
        supply.farmed ? null : 'hooks and lines',
        addDays(day, -1),
        '',
        grade,
      ]);
      this.bulk.add('grade', [
        grade,
        id,
        this.at(day, 6 * 60 + 20),
        this.o.staff.manager,
        'eu-general',
        1,
        '[]',
        random.whole(3, 14),
        0,
        0,
        Math.round(species.iceDays * (0.12 + random.next() * 0.2) * 10) / 10,
        0.8,
        'A',
        'accept',
        'accept',
        day,
      ]);
      const what = { lotId: id, item: 'whole', batch: 0, lot };
      this.move('land', day, this.at(day, 5 * 60 + 50 + i), this.o.staff.manager, '', [
        { ...what, account: 'outside:supplier', grams: -grams, pieces: -pieces },
        { ...what, account: 'place:cold_room', grams, pieces },
      ]);
    }
  }

  private cut(day: string, at: number, poor: number) {
    const { random } = this.o;
    const open = [...this.stock.values()].filter((r) => r.item === 'whole' && r.batch === 0);
    const [speciesId, form] = random.pick(cutForms);
    const row = open.find((r) => r.lot.species.id === speciesId);
    if (!row) return;
    const { lot } = row;
    const { species } = lot;
    const fish = Math.min(row.pieces, random.whole(1, 4));
    const grams = fish === row.pieces ? row.grams : Math.round((row.grams * fish) / row.pieces);
    const ticket = this.bulk.id('ticket');
    const condition = lot.supply.condition;
    const cut = expectedCut({
      species,
      condition,
      form: formOf(this.book, form),
      fishGrams: grams / fish,
      month: Number(day.slice(5, 7)),
    });
    const main = Math.min(
      grams,
      Math.max(1, Math.round(grams * cut.yield * poor * (1 + random.normal() * 0.014))),
    );
    const names = Object.keys(cut.trims) as TrimId[];
    const [drip, ...parts] = apportion(grams - main, [cut.drip + 0.001, ...names.map((t) => cut.trims[t]!)]);
    // A little is never found again.
    const lost = Math.min(drip!, random.whole(0, 6));
    const outputs = [
      { account: 'place:cold_room' as const, item: form, grams: main, pieces: fish * 2 },
      { account: 'end:drip' as const, item: 'cut', grams: drip! - lost, pieces: 0 },
      ...names.map((t, i) => ({
        account: trims[t].keep ? ('place:cold_room' as const) : ('end:waste' as const),
        item: `trim:${t}`,
        grams: parts[i]!,
        pieces: 0,
      })),
    ].filter((x) => x.grams > 0);
    const minutes = 4 + fish * 2.5 * (1 + random.normal() * 0.1);
    const started = this.at(day, at);
    const closed = new Date(started.getTime() + minutes * 60_000);
    this.bulk.add('ticket', [
      ticket,
      this.bulk.number('ticket'),
      species.id,
      closed,
      'closed',
      'weigh',
      this.o.staff.bench,
      grams,
      main,
      cut.yield,
      minutes,
      started,
      closed,
      day,
      this.o.staff.bench,
    ]);
    this.bulk.add('ticket_input', [ticket, lot.id, fish, grams, 'simulated']);
    this.bulk.add('ticket_cut', [this.bulk.id('ticket_cut'), ticket, form, null, null, main]);
    this.bulk.add('ticket_time', [ticket, 'weigh', this.o.staff.bench, Math.round(minutes * 60)]);
    this.bulk.add('yield_point', [
      ticket,
      day,
      species.id,
      condition,
      form,
      'over',
      'pull',
      this.supplierIds.get(lot.supply.supplier)!,
      this.o.staff.bench,
      fish,
      grams,
      main,
      cut.yield,
      lot.perKg,
    ]);
    const whole = { lotId: lot.id, item: 'whole', batch: 0, lot };
    this.move('to_bench', day, started, this.o.staff.bench, '', [
      { ...whole, account: 'place:cold_room', grams: -grams, pieces: -fish },
      { ...whole, account: 'place:bench', grams, pieces: fish },
    ]);
    const entries = cutEntries([{ ...whole, grams, pieces: fish }], outputs, ticket);
    this.move(
      'cut',
      day,
      closed,
      this.o.staff.bench,
      `ticket ${ticket}`,
      entries.map((e) => ({ ...e, lot })),
    );
  }

  /** What a customer asks for, by liking; what lies longest first. */
  private wish(r: Row): number {
    return (
      (scenario.liking[r.lot.species.id] ?? 0.7) *
      (r.item.startsWith('trim:') ? 0.25 : (scenario.formLiking[r.item] ?? 1.5))
    );
  }

  private sell(day: string, at: Date) {
    const { random, trade } = this.o;
    const lines: { row: Row; grams: number; pieces: number; perKg: number }[] = [];
    const open = [...this.stock.values()].filter((r) => this.priceOf(r) !== null);
    for (let n = random.whole(...trade.lines); n > 0; n--) {
      const free = open.filter((r) => r.grams > 0 && !lines.some((l) => l.row === r));
      if (free.length === 0) break;
      let left = random.next() * free.reduce((s, r) => s + this.wish(r), 0);
      const row = free.find((r) => (left -= this.wish(r)) <= 0) ?? free[0]!;
      const one = row.pieces > 0 ? row.grams / row.pieces : 300;
      const pieces = row.pieces > 0 ? Math.min(row.pieces, one > 900 ? 1 : random.whole(1, 3)) : 0;
      const grams =
        row.pieces > 0
          ? pieces === row.pieces
            ? row.grams
            : Math.max(1, Math.min(row.grams - 1, Math.round(one * pieces * (1 + random.normal() * 0.03))))
          : Math.min(row.grams, random.whole(150, 500));
      lines.push({ row, grams, pieces, perKg: this.priceOf(row)! });
    }
    if (lines.length === 0) return;
    const sale = this.bulk.id('sale');
    const movement = this.move(
      'sell',
      day,
      at,
      this.o.staff.counter,
      '',
      lines.flatMap(({ row, grams, pieces }) => {
        const what = { lotId: row.lot.id, item: row.item, batch: row.batch, lot: row.lot };
        return [
          { ...what, account: row.account, grams: -grams, pieces: -pieces },
          { ...what, account: 'outside:customer' as const, grams, pieces },
        ];
      }),
    );
    const money = lines.map((l) => multiplyRate(l.grams, l.perKg));
    const taxed = taxLines(
      lines.map((l, i) => ({ item: l.row.item, money: money[i]! })),
      scenario.shop.tax,
    );
    this.taxed.push(...taxed);
    this.bulk.add('sale', [
      sale,
      this.bulk.number('sale'),
      movement,
      at,
      day,
      this.o.staff.counter,
      money.reduce((a, b) => a + b, 0),
      random.next() < 0.65 ? 'card' : 'cash',
    ]);
    this.sales += 1;
    lines.forEach((l, i) => {
      const sum = this.sold.get(`${l.row.lot.species.id} ${l.row.item}`) ?? [0, 0];
      sum[0] += l.grams;
      sum[1] += money[i]!;
      this.sold.set(`${l.row.lot.species.id} ${l.row.item}`, sum);
      this.bulk.add('sale_line', [
        sale,
        i + 1,
        l.row.lot.id,
        l.row.lot.species.id,
        l.row.item,
        l.row.batch,
        l.grams,
        l.pieces,
        'simulated',
        l.perKg,
        l.perKg,
        money[i]!,
        taxed[i]!.rate,
        taxed[i]!.tax,
        day,
      ]);
    });
    this.takings.set(day, (this.takings.get(day) ?? 0) + money.reduce((a, b) => a + b, 0));
  }

  private readonly takings = new Map<string, number>();
  /** What the day sold so far, by species and item: grams and money. */
  private readonly sold = new Map<string, [grams: number, money: number]>();
  private taxed: Taxed[] = [];
  private sales = 0;

  private priceOf(r: Row): number | null {
    if (r.item.startsWith('trim:')) return scenario.trimPrices[r.item.slice('trim:'.length)] ?? null;
    const own = this.prices.get(`${r.lot.species.id} ${r.item}`);
    return own ?? null;
  }

  /** The evening: what is too old, or has no buyer, goes; on the last evening everything does. */
  private clear(day: string, all: boolean) {
    const oldest = addDays(day, -3);
    for (const row of [...this.stock.values()]) {
      const trim = row.item.startsWith('trim:');
      if (!all && row.lot.landed >= oldest && !trim) continue;
      const what = { lotId: row.lot.id, item: row.item, batch: row.batch, lot: row.lot };
      const kitchen = row.item === 'trim:scrape' || row.item === 'trim:tail_piece';
      this.move(
        'discard',
        day,
        this.at(day, 17 * 60 + 50),
        this.o.staff.counter,
        kitchen ? 'fish cakes' : trim ? 'no buyer for the trim' : 'out of life',
        [
          { ...what, account: row.account, grams: -row.grams, pieces: -row.pieces },
          { ...what, account: kitchen ? 'end:kitchen' : 'end:waste', grams: row.grams, pieces: row.pieces },
        ],
      );
    }
  }

  private day(day: string, last: boolean) {
    const { random, trade } = this.o;
    this.running.clear();
    this.land(day);
    // A blunt knife, about every third month.
    const poor = (Date.parse(day) / 86_400_000) % 97 === 31 ? 0.92 : 1;
    for (let n = random.whole(...trade.tickets), i = 0; i < n; i++) this.cut(day, 6 * 60 + 40 + i * 14, poor);
    const weekday = new Date(`${day}T12:00:00Z`).getUTCDay();
    const bags = Math.max(1, Math.round(trade.bags[weekday]! * (1 + random.normal() * 0.1)));
    for (let i = 0; i < bags; i++) this.sell(day, this.at(day, 9 * 60 + Math.floor((i * 8 * 60) / bags)));
    this.clear(day, last);
    const takings = this.takings.get(day) ?? 0;
    this.takings.delete(day);
    const evening = this.at(day, 18 * 60 + 20);
    this.bulk.add('day_close', [this.bulk.id('day_close'), day, evening, this.o.staff.manager, takings, '']);
    this.bulk.add('trading_day', [day, 1, this.sales]);
    for (const [key, [grams, money]] of this.sold)
      this.bulk.add('day_sold', [day, ...key.split(' '), grams, grams, money]);
    this.sold.clear();
    for (const { rate, paid, tax } of byRate(this.taxed)) this.bulk.add('day_tax', [day, rate, paid, tax]);
    this.taxed = [];
    this.sales = 0;
    if (day < this.o.coldUntil) this.bulk.temperatures(this.at(day, 0), this.at(addDays(day, 1), 0));
  }
}
