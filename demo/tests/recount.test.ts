import { databaseNamed, openPool, rows, transaction, type Tx } from '@ember-slate/server/platform/db';
import { quietly, type Work } from '@ember-slate/server/platform/context';
import { prepare } from '@ember-slate/server/launch/prepare';
import { addStaff } from '@ember-slate/server/stages/people/commands';
import { speciesById } from '@ember-slate/server/shop/species';
import { defaultSettings } from '@ember-slate/server/platform/settings';
import { Kept } from '@ember-slate/server/platform/kept';
import { proveBooks } from '@ember-slate/server/platform/books/proof/index';
import { report } from '@ember-slate/server/stages/reports/queries/report';
import { tillsOf } from '@ember-slate/server/stages/close/queries/till';
import { lotCosts } from '@ember-slate/server/stages/costs/queries/lotCosts';
import { yieldBook, yieldOf } from '@ember-slate/server/stages/yields/queries';
import { trimBook } from '@ember-slate/server/stages/trim/queries';
import { mean, sum } from 'simple-statistics';
import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest';
import { History, sampleTrade } from '../src/history.ts';
import { Random } from '../src/random.ts';
import * as scenario from '../src/scenario/index.ts';

/** Sixty simulated days, counted again from the bare rows by other means than the product's own. */
const from = '2026-03-01';
const to = '2026-04-29';
let pool: ReturnType<typeof openPool>;
let work: Work;

interface EntryRow {
  movement: number;
  kind: string;
  reason: string;
  day: string;
  account: string;
  lot: number;
  species: string;
  item: string;
  batch: number;
  grams: number;
  pieces: number;
}
let entries: EntryRow[];
let lines: {
  day: string;
  lot: number;
  species: string;
  item: string;
  grams: number;
  money: number;
  tax: number;
  sale: number;
  perKg: number;
  pay: string;
}[];

beforeAll(async () => {
  const url = databaseNamed(inject('databaseUrl'), 'ember_slate_recount');
  const root = openPool(inject('databaseUrl'), 1);
  await root.query('CREATE DATABASE ember_slate_recount CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci');
  await root.end();
  await prepare(url);
  pool = openPool(url, 2);
  await transaction(pool, async (tx: Tx) => {
    const id = await addStaff(tx, { name: 'One', role: 'manager', pin: '135246', demo: false });
    const history = new History(tx, {
      species: await speciesById(tx),
      random: new Random(77),
      calendar: scenario.shop,
      staff: { manager: id, bench: id, counter: id },
      trade: sampleTrade,
      coldUntil: from,
    });
    await history.live(from, to);
  });
  const tx = await pool.getConnection();
  work = quietly({
    tx,
    actor: { id: 1, name: 'One', role: 'manager' },
    now: new Date(`${to}T20:00:00Z`),
    settings: { ...defaultSettings, ...scenario.shop },
    kept: new Kept(),
  });
  entries = await rows(
    tx,
    `SELECT m.id AS movement, m.kind, m.reason, m.trading_day AS day, e.account, e.lot_id AS lot, l.species_id AS species, e.item, e.batch, e.grams, e.pieces
     FROM entry e JOIN movement m ON m.id = e.movement_id JOIN lot l ON l.id = e.lot_id`,
  );
  lines = await rows(
    tx,
    `SELECT x.sold_on AS day, x.lot_id AS lot, x.species_id AS species, x.item, x.grams, x.money, x.tax, x.per_kg AS perKg, k.id AS sale, k.pay FROM sale_line x JOIN sale k ON k.id = x.sale_id`,
  );
}, 120_000);
afterAll(async () => {
  work.tx.release();
  await pool.end();
});

/** Sums of what is asked for, by a key. */
function by<T>(list: readonly T[], key: (x: T) => string, value: (x: T) => number): Record<string, number> {
  const out: Record<string, number> = {};
  for (const x of list) out[key(x)] = (out[key(x)] ?? 0) + value(x);
  return out;
}
const nonZero = (o: Record<string, number>) =>
  Object.fromEntries(Object.entries(o).filter(([, v]) => v !== 0));

describe('sixty days', () => {
  it('have a ledger that sums to nothing, lot by lot, and balances that are its sums', async () => {
    expect(entries.length).toBeGreaterThan(5000);
    expect(
      nonZero(
        by(
          entries,
          (e) => `${e.movement} ${e.lot}`,
          (e) => e.grams,
        ),
      ),
    ).toEqual({});
    const kept = await rows<EntryRow>(
      work.tx,
      'SELECT account, lot_id AS lot, item, batch, grams, pieces FROM balance',
    );
    const key = (e: { account: string; lot: number; item: string; batch: number }) =>
      `${e.account} ${e.lot} ${e.item} ${e.batch}`;
    for (const of of ['grams', 'pieces'] as const)
      expect(nonZero(by(kept, key, (k) => k[of]))).toEqual(nonZero(by(entries, key, (e) => e[of])));
    expect((await proveBooks(work.tx)).faults).toEqual([]);
  });

  it('are reported as they are counted again: money, grams, waste, species', async () => {
    const said = await report(work, from, to);
    expect(said.total.takings).toBe(sum(lines.map((l) => l.money)));
    // A price is grams × rate, half up, once.
    // The sample shop's prices have 7 % in them: of each bag what is over 100 parts of 107, half up.
    const bags = by(
      lines,
      (l) => String(l.sale),
      (l) => l.money,
    );
    const taxed = by(
      lines,
      (l) => String(l.sale),
      (l) => l.tax,
    );
    for (const [id, money] of Object.entries(bags))
      expect(taxed[id]).toBe(Math.floor((money * 7) / 107 + 0.5));
    for (const l of lines) expect(l.money).toBe(Math.floor((l.grams * l.perKg) / 1000 + 0.5));
    expect(said.total.soldGrams).toBe(
      -sum(entries.filter((e) => e.kind === 'sell' && e.account.startsWith('place:')).map((e) => e.grams)),
    );
    const waste = entries.filter((e) => e.account === 'end:waste');
    expect(said.total.wasteGrams).toBe(sum(waste.map((e) => e.grams)));
    expect(said.total.landedGrams).toBe(
      -sum(entries.filter((e) => e.account === 'outside:supplier').map((e) => e.grams)),
    );
    const weeks = by(
      lines,
      (l) => l.day,
      (l) => l.money,
    );
    expect(sum(said.series.map((s) => s.takings))).toBe(sum(Object.values(weeks)));
    const species = by(
      lines,
      (l) => l.species,
      (l) => l.money,
    );
    for (const s of said.species)
      expect([s.speciesId, s.takings]).toEqual([s.speciesId, species[s.speciesId] ?? 0]);
    expect(said.waste.find((w) => w.reason === 'out of life')!.grams).toBe(
      sum(waste.filter((e) => e.reason === 'out of life').map((e) => e.grams)),
    );
    const day = '2026-04-11';
    const tills = await tillsOf(work, day);
    const paid = by(
      lines.filter((l) => l.day === day),
      (l) => l.pay,
      (l) => l.money,
    );
    expect([tills.cash.expected, tills.card.expected]).toEqual([paid.cash ?? 0, paid.card ?? 0]);
  });

  it('cost what was paid for them, to the last minor unit, by either method', async () => {
    for (const method of ['joint', 'credit'] as const) {
      work.settings = { ...work.settings, money: { ...work.settings.money, method, landingPerKg: 35 } };
      const { lots, days, forms } = await lotCosts(work, from, to);
      const landed = by(
        entries.filter((e) => e.kind === 'land' && e.account.startsWith('place:')),
        (e) => String(e.lot),
        (e) => e.grams,
      );
      expect(lots.length).toBe(Object.keys(landed).length);
      for (const l of lots) {
        expect(l.grams).toBe(landed[String(l.lotId)]);
        expect(l.cost).toBe(l.paid + l.landing + l.labour - l.claims);
        if (l.outputs.length > 0) expect(sum(l.outputs.map((o) => o.cost))).toBe(l.cost);
        expect(l.profit).toBe(l.takings - l.cost);
      }
      expect(sum(lots.map((l) => l.takings))).toBe(sum(lines.map((l) => l.money - l.tax)));
      expect(sum(days.map((d) => d.takings))).toBe(sum(forms.map((f) => f.takings)));
    }
  });

  it('have the yields of their own weigh-outs, and limits as published for single values', async () => {
    const cuts = entries.filter((e) => e.kind === 'cut');
    for (const row of await yieldBook(work)) {
      const said = await yieldOf(work, row);
      const values = said.points.map((p) => {
        const own = cuts.filter(
          (e) =>
            e.batch === p.ticketId ||
            (e.account === 'place:bench' &&
              cuts.some((c) => c.movement === e.movement && c.batch === p.ticketId)),
        );
        const input = -sum(own.filter((e) => e.account === 'place:bench').map((e) => e.grams));
        const main = sum(
          own
            .filter((e) => e.item === row.form && e.account.startsWith('place:') && e.batch === p.ticketId)
            .map((e) => e.grams),
        );
        expect([p.inputGrams, p.yield]).toEqual([input, main / input]);
        return main / input;
      });
      if (!said.chart) continue;
      // NIST/SEMATECH e-Handbook: individuals chart, mean ± 2.66 mean moving ranges.
      const ranges = values.slice(1).map((v, i) => Math.abs(v - values[i]!));
      expect(said.chart.mean).toBeCloseTo(mean(values), 12);
      expect(said.chart.high - said.chart.mean).toBeCloseTo(2.66 * mean(ranges), 12);
    }
  });

  it('lose no trim: what came off is sold, used, binned or there', async () => {
    const book = await trimBook(work, from, to);
    for (const p of book.parts) {
      const made = entries.filter((e) => e.kind === 'cut' && e.item === `trim:${p.part}`);
      expect(p.came).toBe(sum([0, ...made.map((e) => e.grams)]));
      const { sold, made: into, kitchen, binned, there } = p.ends;
      expect(sold + into + kitchen + binned + there).toBe(p.came);
      expect(p.money).toBe(sum([0, ...lines.filter((l) => l.item === `trim:${p.part}`).map((l) => l.money)]));
    }
  });
});
