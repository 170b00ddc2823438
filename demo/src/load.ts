import { parseArgs } from 'node:util';
import type { StockRow } from '@ember-slate/contract';
import { addDays, instantOn, tradingDay } from '@ember-slate/core/calendar';
import { countTables, openPool, rows, transaction, type Tx } from '@ember-slate/server/platform/db';
import type { Actor, Work } from '@ember-slate/server/platform/context';
import { defaultSettings, writeSettings } from '@ember-slate/server/platform/settings';
import { addStaff } from '@ember-slate/server/stages/people/commands';
import { speciesById } from '@ember-slate/server/shop/species';
import { writePrice } from '@ember-slate/server/stages/prices/commands/prices';
import { sealClosing } from '@ember-slate/server/platform/books/seal';
import { closeDay, sign } from '@ember-slate/server/stages/close/commands';
import { tillsOf } from '@ember-slate/server/stages/close/queries/till';
import { stock } from '@ember-slate/server/shop/stock';
import { move } from '@ember-slate/server/stages/counter/commands/moves';
import { lotsById } from '@ember-slate/server/shop/lots';
import { count } from '@ember-slate/server/stages/counter/commands/counts';
import { configFromEnv } from '@ember-slate/server/platform/config';
import { answerFaults, coldHistory } from './cold.ts';
import { busyTrade, History, sampleTrade } from './history.ts';
import { Random } from './random.ts';
import * as scenario from './scenario/index.ts';
import { SampleArticles } from './articles.ts';
import { SampleShop } from './shop/index.ts';

/** Makes the sample shop in an empty database: the same shop for the same day, relative to today. */
const now = new Date();
/** Years of a busy shop's past behind the sample: none unless asked for; and where on earth it stands. */
const { values } = parseArgs({
  options: {
    years: { type: 'string', default: '0' },
    'time-zone': { type: 'string', default: scenario.shop.timeZone },
  },
});
const years = Number(values.years);
const settings = {
  ...scenario.shop,
  timeZone: values['time-zone'],
  productPrices: scenario.productPrices,
};
const today = tradingDay(now, settings);
const random = new Random(scenario.seed);
/** Orders of a day in the weeks before. */
const ordersADay = 3;
const from = (species: string) => scenario.usual.find((u) => u.species === species)!;

/** The shop's settings and its people: what every day of it needs. */
async function hire(tx: Tx): Promise<Actor[]> {
  await writeSettings(tx, settings);
  const people = [];
  for (const p of scenario.staff)
    people.push({ id: await addStaff(tx, { ...p, demo: true }), name: p.name, role: p.role });
  return people;
}

const articles = new SampleArticles();

const shopIn = async (tx: Tx, people: readonly Actor[]) =>
  new SampleShop(
    tx,
    { ...defaultSettings, ...settings },
    people,
    await speciesById(tx),
    random,
    articles,
    now,
  );

/** Prices from what is usually paid, ending in .90 or .50. */
async function setPrices(shop: SampleShop) {
  const work = shop.at(addDays(today, -scenario.historyDays), 5 * 60);
  const bought = [...scenario.usual, ...scenario.today.flatMap((d) => d.lots)];
  for (const u of bought) {
    for (const [form, factor] of Object.entries(scenario.priceFactor)) {
      const perKg = Math.round((u.buy * factor) / 100) * 100 - 10;
      await writePrice(work, { speciesId: u.species, item: form, perKg, perPiece: null, reason: '' });
    }
    for (const [part, perKg] of Object.entries(scenario.trimPrices))
      await writePrice(work, {
        speciesId: u.species,
        item: `trim:${part}`,
        perKg,
        perPiece: null,
        reason: '',
      });
  }
}

/** The weeks before those lived step by step. */
async function olderDays(tx: Tx, people: readonly Actor[]) {
  const of = (role: Actor['role']) => people.find((p) => p.role === role)!.id;
  const history = new History(tx, {
    species: await speciesById(tx),
    random,
    calendar: settings,
    staff: { manager: of('manager'), bench: of('bench'), counter: of('counter') },
    trade: years > 0 ? busyTrade : sampleTrade,
    coldUntil: addDays(today, -scenario.temperatureDays - 1),
  });
  const back = Math.max(scenario.historyDays, Math.round(years * 365.25));
  await history.live(addDays(today, -back), addDays(today, -scenario.livedDays - 1));
}

/** When suppliers come, and in what boxes. */
async function setSupply(tx: Tx) {
  for (const [id, s] of Object.entries(scenario.supply))
    await tx.execute('UPDATE supplier SET landing_days = ?, box_grams = ? WHERE name = ?', [
      s.landingDays,
      s.boxGrams,
      scenario.suppliers[id as scenario.SupplierId],
    ]);
}

async function landUsual(shop: SampleShop, day: string, species: readonly string[]) {
  for (const supplier of Object.keys(scenario.suppliers) as scenario.SupplierId[]) {
    const lots = species
      .map(from)
      .filter((u) => u.supplier === supplier)
      .map((u) => ({ ...u, n: random.whole(...u.fish) }));
    if (lots.length === 0) continue;
    const landed = await shop.door.deliver(shop.at(day, 5 * 60 + 40), supplier, lots, {
      probeTenths: random.whole(3, 14),
      ice: 'buried',
      overG: 0,
      close: true,
    });
    for (const lot of landed) await shop.door.grade(shop.at(day, 6 * 60 + 20), lot, random.whole(3, 14));
  }
}

/** One day of the weeks before: land, grade, cut for orders and the counter, sell, clear, close. */
async function pastDay(shop: SampleShop, day: string, daysAgo: number) {
  const kept = scenario.inStock.filter(([, ago]) => ago === daysAgo).map(([s]) => s);
  const more = scenario.usual.map((u) => u.species).filter(() => random.next() < 0.2);
  await shop.door.regrade(shop.at(day, 5 * 60 + 10), 0.35);
  await landUsual(shop, day, [...new Set([...kept, ...more])]);
  await shop.door.claim(shop.at(day, 6 * 60 + 40), daysAgo);
  const skill = scenario.poorCuts[daysAgo] ?? 1;
  for (const [i, [species, form, fish]] of scenario.counterCuts.entries())
    if (random.next() < 0.6)
      await shop.bench.cutForCounter(shop.at(day, 6 * 60 + 40 + i * 12, 'bench'), species, form, fish, skill);
  for (let i = 0; i < ordersADay; i++) {
    const [species, form] = random.pick(scenario.cutForms);
    const taken = await shop.orders.order(shop.at(day, 7 * 60 + i, 'counter'), {
      customer: random.pick(scenario.customers),
      dueAt: instantOn(day, 11 * 60 + i * 45, settings),
      lines: [{ species, form, use: 'grill', totalG: random.whole(6, 14) * 100 }],
    });
    const lines = await shop.orders.plan(shop.at(day, 7 * 60 + 30, 'bench'), taken.id);
    for (const ticket of await shop.orders.send(shop.at(day, 7 * 60 + 40, 'bench'), lines)) {
      await shop.bench.start(shop.at(day, 8 * 60 + i * 20, 'bench'), ticket);
      await shop.bench.cut(shop.at(day, 8 * 60 + i * 20 + 15, 'bench'), ticket, i === 1 ? skill : 1);
    }
    const nobodyCame = daysAgo === 3 && i === 2 && lines.length > 0;
    if (nobodyCame) await shop.orders.leave(shop.at(day, 17 * 60, 'counter'), taken.id);
    else if (lines.length > 0) await shop.orders.handOver(shop.at(day, 12 * 60, 'counter'), taken.id);
    else await cancelUnmet(shop, day, taken.id);
  }
  for (const f of scenario.frozen.filter((x) => x.daysAgo === daysAgo))
    await moveOne(shop.at(day, 9 * 60 + 45, 'bench'), f, 'place:cold_room', 'place:freezer');
  const bags = scenario.bagsByWeekday[new Date(`${day}T12:00:00Z`).getUTCDay()]!;
  await shop.counter.sell(shop.at(day, 10 * 60, 'counter'), Math.round(bags * 0.6));
  await shop.counter.sell(shop.at(day, 14 * 60, 'counter'), Math.round(bags * 0.4));
  await shop.bench.makeOfTrim(shop.at(day, 17 * 60 + 10, 'bench'));
  for (const check of defaultSettings.checks)
    await sign(shop.at(day, 17 * 60 + 30, 'bench'), day, { checkId: check.id, note: '' });
  await shop.counter.clear(shop.at(day, 17 * 60 + 50), addDays(day, -3));
  const evening = shop.at(day, 18 * 60 + 20);
  const { cash, card } = await tillsOf(evening, day);
  await closeDay(evening, day, {
    remarks: 'sample day',
    countedCash: cash.expected - (daysAgo % 11 === 3 ? 200 : 0),
    countedCard: card.expected,
  });
}

async function cancelUnmet(shop: SampleShop, day: string, orderId: number) {
  const { cancelOrder } = await import('@ember-slate/server/stages/orders/commands/orders');
  await cancelOrder(shop.at(day, 9 * 60, 'counter'), orderId, {
    version: 1,
    reason: 'none to be had that day',
    uncollected: false,
    keepDeposit: false,
  });
}

/** One piece of a species' item goes to another place, where there is one. */
async function moveOne(
  work: Work,
  what: { species: string; item: string },
  from: StockRow['place'],
  to: StockRow['place'],
) {
  const row = (await stock(work)).find(
    (r) => r.speciesId === what.species && r.item === what.item && r.place === from && r.freePieces > 0,
  );
  if (!row) return;
  const { place, lotId, item, batch } = row;
  const grams = Math.round(row.grams / row.pieces);
  await move(work, { place, lotId, item, batch, grams, pieces: 1, to, spot: null, reason: 'kept for later' });
}

async function thisMorning(shop: SampleShop) {
  for (const d of scenario.today) {
    const work = shop.at(today, d.minutes);
    const landed = await shop.door.deliver(work, d.supplier, d.lots, {
      probeTenths: d.probeTenths,
      ice: d.ice,
      overG: d.noteOverG,
      close: d.closed,
    });
    for (const [i, lot] of landed.entries()) {
      const spec = d.lots[i]!;
      if (!spec.grades) continue;
      await shop.door.grade(
        shop.at(today, d.minutes + 25),
        lot,
        d.probeTenths,
        spec.grades,
        spec.verdict && { verdict: spec.verdict, why: spec.why ?? '' },
      );
    }
  }
  for (const f of scenario.frozen.filter((x) => x.thawed))
    await moveOne(shop.at(today, 6 * 60, 'bench'), f, 'place:freezer', 'place:cold_room');
  const display = shop.at(today, 7 * 60 + 50, 'counter');
  for (const { species, fish } of scenario.slab) {
    const row = (await stock(display)).find(
      (r) =>
        r.speciesId === species &&
        r.place === 'place:cold_room' &&
        r.item === 'whole' &&
        !r.blocked &&
        r.freePieces > fish,
    );
    if (!row) continue;
    await move(display, {
      place: row.place,
      lotId: row.lotId,
      item: row.item,
      batch: row.batch,
      grams: Math.round((row.grams * fish) / row.pieces),
      pieces: fish,
      to: 'place:slab',
      spot: null,
      reason: '',
    });
  }
}

/** Open orders over three days, each brought as far as the scenario says. */
async function openOrders(shop: SampleShop) {
  const quarter = 15 * 60_000;
  for (const o of scenario.orders) {
    const hours = typeof o.due === 'number' ? o.due : null;
    const dueAt =
      hours !== null
        ? new Date(Math.round((now.getTime() + hours * 3_600_000) / quarter) * quarter)
        : instantOn(
            addDays(today, (o.due as readonly [number, number])[0]),
            (o.due as readonly [number, number])[1],
            settings,
          );
    // Taken in the morning, or the evening before when the shop is made at night: always ahead of its time.
    const morning = shop.at(today, 7 * 60, 'counter');
    const taken = new Date(Math.min(morning.now.getTime(), dueAt.getTime() - 2 * quarter));
    const { id } = await shop.orders.order({ ...morning, now: taken }, { ...o, dueAt });
    if (o.stage === 'open') continue;
    const lines = await shop.orders.plan(shop.at(today, 7 * 60 + 30, 'bench'), id);
    if (o.stage === 'together') {
      await shop.bench.cutTogether(shop.at(today, 7 * 60 + 45, 'bench'), id);
      continue;
    }
    if (o.stage === 'planned') continue;
    for (const ticket of await shop.orders.send(shop.at(today, 7 * 60 + 45, 'bench'), lines)) {
      if (o.stage === 'ticket') continue;
      await shop.bench.start(shop.at(today, 8 * 60, 'bench'), ticket);
      if (o.stage === 'ready') await shop.bench.cut(shop.at(today, 8 * 60 + 20, 'bench'), ticket);
    }
  }
  await shop.counter.sell(shop.at(today, 9 * 60, 'counter'), 6);
  await fillSlab(shop.at(today, 9 * 60 + 20, 'counter'));
  await countShort(shop.at(today, 9 * 60 + 30, 'counter'));
}

/** What was cut today and is for sale goes out on the slab; heads and frames wait for the stock pot. */
async function fillSlab(work: Work) {
  const cut = (await stock(work)).filter(
    (r) =>
      r.place === 'place:cold_room' &&
      r.batch > 0 &&
      r.saleable &&
      !r.blocked &&
      r.grams > 100 &&
      !['trim:head', 'trim:frame', 'trim:skirts', 'made:stock_pack'].includes(r.item),
  );
  for (const { place, lotId, item, batch, grams, pieces } of cut.slice(0, scenario.cutOnSlab))
    await move(work, { place, lotId, item, batch, grams, pieces, to: 'place:slab', spot: null, reason: '' });
}

async function countShort(work: Work) {
  const grams = scenario.countedShort;
  const trays = (await stock(work)).filter((r) => r.place === 'place:slab' && r.grams > 2 * grams);
  const lots = await lotsById(
    work.tx,
    trays.map((t) => t.lotId),
  );
  const landed = (t: StockRow) => lots.find((l) => l.id === t.lotId)!.grams;
  // Of the largest lot, where as little is nothing to be decided before the evening.
  const [tray] = trays.sort((a, b) => landed(b) - landed(a));
  if (!tray) throw new Error(`Nothing of ${2 * grams} g on the slab to count`);
  const { place, lotId, item, batch, pieces } = tray;
  await count(work, {
    reason: 'sold without the scale at the rush, it seems',
    place,
    lotId,
    item,
    batch,
    grams: tray.grams - grams,
    pieces,
    source: 'simulated',
  });
}

const pool = openPool(configFromEnv().databaseUrl, 1);

/** Seals every day that was closed, the oldest first; once the tables are counted each is read along its days. */
async function sealAll(tx: Tx) {
  const closed = await rows<{ id: number; day: string }>(
    tx,
    'SELECT id, trading_day AS day FROM day_close ORDER BY trading_day',
  );
  for (const { id, day } of closed) await sealClosing(tx, id, day);
}

try {
  const days = Array.from({ length: scenario.livedDays }, (_, i) => scenario.livedDays - i);
  const people = await transaction(pool, async (tx) => {
    const hired = await hire(tx);
    const shop = await shopIn(tx, hired);
    await coldHistory(shop.at(today, 0), now);
    await setPrices(shop);
    await olderDays(tx, hired);
    return hired;
  });
  await countTables(pool);
  await transaction(pool, sealAll);
  await transaction(pool, async (tx) => {
    const shop = await shopIn(tx, people);
    await articles.offer(shop.at(addDays(today, -scenario.livedDays), 5 * 60));
    for (const ago of days) await pastDay(shop, addDays(today, -ago), ago);
    await setSupply(tx);
    await thisMorning(shop);
    await answerFaults(shop.at(today, 8 * 60));
    await openOrders(shop);
    for (const w of scenario.weekly) await shop.orders.weekly(shop.at(today, 7 * 60, 'counter'), w);
  });
  await countTables(pool);
} finally {
  await pool.end();
}
