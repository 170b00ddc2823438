import type { Report } from '@ember-slate/contract';
import { addDays, daysBetween, isDate } from '@ember-slate/core/calendar';
import { itemName } from '@ember-slate/core/ledger';
import { shortName } from '@ember-slate/core/species';
import { trims, type TrimId } from '@ember-slate/core/yields';
import { group, rollup, sum } from 'd3-array';
import type { Work } from '../platform/context.ts';
import { rows } from '../platform/db.ts';
import { fieldProblem } from '../platform/problem.ts';
import { formsOf } from '../platform/settings.ts';
import { speciesById } from '../species/queries.ts';

type Sums = Report['total'];
type Day = { day: string } & Partial<Record<keyof Sums, number>>;

const nothing: Sums = {
  takings: 0,
  sales: 0,
  soldGrams: 0,
  bought: 0,
  landedGrams: 0,
  wasteGrams: 0,
  unaccountedGrams: 0,
  refunds: 0,
};

/** What happened on each day between two: one query a source, each along an index of days. */
async function daysBetweenSums(work: Work, from: string, to: string): Promise<Day[]> {
  const { tx } = work;
  const sold = await rows<Day>(
    tx,
    `SELECT on_day AS day, CAST(SUM(money) AS SIGNED) AS takings, CAST(SUM(grams) AS SIGNED) AS soldGrams
     FROM day_sold WHERE on_day BETWEEN ? AND ? GROUP BY on_day
     UNION ALL SELECT x.sold_on, CAST(SUM(x.money) AS SIGNED), CAST(SUM(x.grams) AS SIGNED)
     FROM trading_day d JOIN sale_line x ON x.sold_on = d.day AND x.way <> 'voided'
     WHERE d.day BETWEEN ? AND ? AND NOT d.closed GROUP BY x.sold_on`,
    [from, to, from, to],
  );
  const bags = await rows<Day>(
    tx,
    `SELECT day, sales FROM trading_day WHERE day BETWEEN ? AND ? AND closed
     UNION ALL SELECT d.day, COUNT(k.id) - COUNT(k.void_movement_id) FROM trading_day d JOIN sale k ON k.sold_on = d.day
     WHERE d.day BETWEEN ? AND ? AND NOT d.closed GROUP BY d.day`,
    [from, to, from, to],
  );
  const landed = await rows<Day>(
    tx,
    `SELECT landed_on AS day, CAST(SUM(grams) AS SIGNED) AS landedGrams, CAST(SUM(ROUND(grams * price_per_kg / 1000)) AS SIGNED) AS bought
     FROM lot WHERE landed_on BETWEEN ? AND ? GROUP BY landed_on`,
    [from, to],
  );
  const lost = await rows<Day>(
    tx,
    `SELECT on_day AS day, CAST(SUM(waste) AS SIGNED) AS wasteGrams, CAST(SUM(unaccounted) AS SIGNED) AS unaccountedGrams
     FROM day_loss WHERE on_day BETWEEN ? AND ? GROUP BY on_day`,
    [from, to],
  );
  const back = await rows<Day>(
    tx,
    'SELECT on_day AS day, CAST(SUM(money) AS SIGNED) AS refunds FROM refund WHERE on_day BETWEEN ? AND ? GROUP BY on_day',
    [from, to],
  );
  return [...sold, ...bags, ...landed, ...lost, ...back];
}

const add = (days: readonly Day[]): Sums =>
  Object.fromEntries(
    (Object.keys(nothing) as (keyof Sums)[]).map((k) => [k, sum(days, (d) => Number(d[k] ?? 0))]),
  ) as Sums;

/** The first day of the week (Monday) or month a day lies in. */
const startOf = (day: string, step: Report['step']): string =>
  step === 'day'
    ? day
    : step === 'month'
      ? `${day.slice(0, 7)}-01`
      : addDays(day, -((new Date(`${day}T12:00:00Z`).getUTCDay() + 6) % 7));

/** Days of the longest report: ten years and a bit. */
const mostDays = 3700;

export async function report(work: Work, from: string, to: string): Promise<Report> {
  if (!isDate(from) || !isDate(to) || from > to) throw fieldProblem('from', 'From one day to a later one');
  const length = daysBetween(from, to) + 1;
  if (length > mostDays) throw fieldProblem('from', 'Ten years at most');
  const { tx } = work;
  const book = await speciesById(tx);
  const days = await daysBetweenSums(work, from, to);
  const before = await daysBetweenSums(work, addDays(from, -length), addDays(from, -1));
  const step = length <= 45 ? 'day' : length <= 200 ? 'week' : 'month';
  const series = [...group(days, (d) => startOf(d.day, step))]
    .map(([start, own]) => ({ from: start, ...add(own) }))
    .sort((a, b) => a.from.localeCompare(b.from));
  const sold = await rows<{ speciesId: string; item: string; grams: number; money: number }>(
    tx,
    `SELECT species_id AS speciesId, item, CAST(SUM(grams) AS SIGNED) AS grams, CAST(SUM(money) AS SIGNED) AS money FROM (
       SELECT species_id, item, grams, money FROM day_sold WHERE on_day BETWEEN ? AND ?
       UNION ALL SELECT x.species_id, x.item, x.grams, x.money
       FROM trading_day d JOIN sale_line x ON x.sold_on = d.day AND x.way <> 'voided' WHERE d.day BETWEEN ? AND ? AND NOT d.closed
     ) AS all_days GROUP BY species_id, item`,
    [from, to, from, to],
  );
  const landed = await rows<{
    speciesId: string;
    supplierId: number;
    lots: number;
    grams: number;
    money: number;
  }>(
    tx,
    `SELECT l.species_id AS speciesId, d.supplier_id AS supplierId, COUNT(*) AS lots, CAST(SUM(l.grams) AS SIGNED) AS grams,
       CAST(SUM(ROUND(l.grams * l.price_per_kg / 1000)) AS SIGNED) AS money
     FROM lot l JOIN delivery d ON d.id = l.delivery_id WHERE l.landed_on BETWEEN ? AND ? GROUP BY l.species_id, d.supplier_id`,
    [from, to],
  );
  const rejected = await rows<{ supplierId: number; lots: number }>(
    tx,
    `SELECT d.supplier_id AS supplierId, COUNT(*) AS lots FROM grade g JOIN lot l ON l.grade_id = g.id AND l.id = g.lot_id
     JOIN delivery d ON d.id = l.delivery_id WHERE g.verdict = 'reject' AND l.landed_on BETWEEN ? AND ? GROUP BY d.supplier_id`,
    [from, to],
  );
  const lost = await rows<{ speciesId: string; reason: string; grams: number }>(
    tx,
    `SELECT species_id AS speciesId, reason, CAST(SUM(waste) AS SIGNED) AS grams FROM day_loss
     WHERE on_day BETWEEN ? AND ? AND waste <> 0 GROUP BY species_id, reason`,
    [from, to],
  );
  const cut = await rows<{
    speciesId: string;
    supplierId: number;
    tickets: number;
    input: number;
    lost: number;
  }>(
    tx,
    `SELECT species_id AS speciesId, supplier_id AS supplierId, COUNT(*) AS tickets, CAST(SUM(input_grams) AS SIGNED) AS input,
       SUM(main_grams - expected * input_grams) + 0e0 AS lost
     FROM yield_point WHERE closed_on BETWEEN ? AND ? GROUP BY species_id, supplier_id`,
    [from, to],
  );
  const suppliers = await rows<{
    id: number;
    name: string;
    deliveries: number;
    probe: number | null;
    claims: number;
    claimMoney: number;
  }>(
    tx,
    `SELECT s.id, s.name, COUNT(d.id) AS deliveries, AVG(d.probe_tenths) / 10 + 0e0 AS probe,
       (SELECT COUNT(*) FROM claim c JOIN lot l ON l.id = c.lot_id JOIN delivery e ON e.id = l.delivery_id
          WHERE e.supplier_id = s.id AND l.landed_on BETWEEN ? AND ?) AS claims,
       CAST((SELECT COALESCE(SUM(c.settled_money), 0) FROM claim c JOIN lot l ON l.id = c.lot_id JOIN delivery e ON e.id = l.delivery_id
          WHERE e.supplier_id = s.id AND l.landed_on BETWEEN ? AND ?) AS SIGNED) AS claimMoney
     FROM supplier s JOIN delivery d ON d.supplier_id = s.id AND d.landed_on BETWEEN ? AND ? GROUP BY s.id`,
    [from, to, from, to, from, to],
  );
  const against = (own: readonly { input: number; lost: number }[]) => {
    const input = sum(own, (c) => c.input);
    return input > 0 ? sum(own, (c) => c.lost) / input : null;
  };
  const ids = new Set([...sold, ...landed, ...lost].map((r) => r.speciesId));
  const forms = rollup(
    sold,
    (own) => ({ grams: sum(own, (s) => s.grams), takings: sum(own, (s) => s.money) }),
    (s) => itemName(s.item, book.get(s.speciesId)!.arrives, formsOf(work.settings)),
  );
  return {
    from,
    to,
    total: add(days),
    before: add(before),
    step,
    series,
    species: [...ids]
      .map((id) => {
        const mine = <T extends { speciesId: string }>(list: readonly T[]) =>
          list.filter((x) => x.speciesId === id);
        return {
          speciesId: id,
          name: shortName(book.get(id)!.name),
          landedGrams: sum(mine(landed), (l) => l.grams),
          bought: sum(mine(landed), (l) => l.money),
          soldGrams: sum(mine(sold), (s) => s.grams),
          takings: sum(mine(sold), (s) => s.money),
          wasteGrams: sum(mine(lost), (w) => w.grams),
          tickets: sum(mine(cut), (c) => c.tickets),
          yieldAgainst: against(mine(cut)),
        };
      })
      .sort((a, b) => b.takings - a.takings),
    suppliers: suppliers
      .map((s) => {
        const mine = landed.filter((l) => l.supplierId === s.id);
        return {
          supplierId: s.id,
          name: s.name,
          deliveries: s.deliveries,
          lots: sum(mine, (l) => l.lots),
          grams: sum(mine, (l) => l.grams),
          money: sum(mine, (l) => l.money),
          rejected: rejected.find((r) => r.supplierId === s.id)?.lots ?? 0,
          claims: s.claims,
          claimMoney: s.claimMoney,
          probeC: s.probe,
          yieldAgainst: against(cut.filter((c) => c.supplierId === s.id)),
        };
      })
      .sort((a, b) => b.money - a.money),
    forms: [...forms].map(([name, f]) => ({ name, ...f })).sort((a, b) => b.takings - a.takings),
    waste: [...group(lost, (l) => wasteName(l.reason))]
      .map(([reason, own]) => ({ reason, grams: sum(own, (w) => w.grams) }))
      .sort((a, b) => b.grams - a.grams),
  };
}

/** The reason of waste in words: what a cut leaves is named by its part. */
export const wasteName = (reason: string): string =>
  reason.startsWith('trim:') ? trims[reason.slice('trim:'.length) as TrimId].name : reason;
