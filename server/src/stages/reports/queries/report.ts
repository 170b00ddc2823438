import { inWords } from '@ember-slate/words/core';
import type { Report } from '@ember-slate/contract';
import { addDays, daysBetween, isDate, mondayOf } from '@ember-slate/core/calendar';
import { itemName } from '@ember-slate/core/ledger';
import { shortName } from '@ember-slate/core/species';
import { trimName } from '@ember-slate/core/yields';
import { group, rollup, sum } from 'd3-array';
import { articlesSold } from '../../../shop/articles.ts';
import { taxBetween } from '../../../shop/tax.ts';
import type { Reader } from '../../../platform/context.ts';
import { rows } from '../../../platform/db.ts';
import { fieldProblem } from '../../../platform/problem.ts';
import { formsOf } from '../../../platform/settings.ts';
import { speciesById } from '../../../shop/species.ts';
import { say } from '../say.ts';

type Sums = Report['total'];

/** What happened in one stretch of days, by what it happened to. */
interface Sold {
  day: string;
  speciesId: string;
  item: string;
  grams: number;
  money: number;
}
interface Landed {
  day: string;
  speciesId: string;
  supplierId: number;
  lots: number;
  grams: number;
  money: number;
}
interface Lost {
  day: string;
  speciesId: string;
  reason: string;
  grams: number;
  unaccounted: number;
}
interface SoldArticle {
  day: string;
  articleId: number;
  pieces: number;
  grams: number;
  money: number;
}
interface Counted {
  day: string;
  sales: number;
  refunds: number;
}

/**
 * Everything a report adds up, read once along indexes of days, by days or by months. Closed days come from their own
 * sums, open ones from their lines. Doubles hold whole grams and minor units of ten years exactly.
 */
async function daysOf(work: Reader, from: string, to: string, step: Report['step']) {
  const { tx } = work;
  const start = (column: string) =>
    step === 'month' ? `(${column} - INTERVAL (DAYOFMONTH(${column}) - 1) DAY)` : column;
  const sold = await rows<Sold>(
    tx,
    `SELECT ${start('on_day')} AS day, species_id AS speciesId, item, SUM(grams + 0e0) AS grams, SUM(money + 0e0) AS money
     FROM day_sold WHERE on_day BETWEEN ? AND ? GROUP BY 1, 2, 3
     UNION ALL SELECT x.sold_on, x.species_id, x.item, SUM(x.grams + 0e0), SUM(x.money + 0e0)
     FROM trading_day d JOIN sale_line x ON x.sold_on = d.day AND x.way <> 'voided' AND x.article_id IS NULL
     WHERE d.day BETWEEN ? AND ? AND NOT d.closed GROUP BY 1, 2, 3`,
    [from, to, from, to],
  );
  const articles = await rows<SoldArticle>(
    tx,
    `SELECT ${start('on_day')} AS day, article_id AS articleId, SUM(pieces + 0e0) AS pieces, SUM(grams + 0e0) AS grams, SUM(money + 0e0) AS money
     FROM day_article WHERE on_day BETWEEN ? AND ? GROUP BY 1, 2
     UNION ALL SELECT x.sold_on, x.article_id, SUM(x.pieces + 0e0), SUM(x.grams + 0e0), SUM(x.money + 0e0)
     FROM trading_day d JOIN sale_line x ON x.sold_on = d.day AND x.way <> 'voided' AND x.article_id IS NOT NULL
     WHERE d.day BETWEEN ? AND ? AND NOT d.closed GROUP BY 1, 2`,
    [from, to, from, to],
  );
  const landed = await rows<Landed>(
    tx,
    `SELECT STRAIGHT_JOIN ${start('l.landed_on')} AS day, l.species_id AS speciesId, d.supplier_id AS supplierId, COUNT(*) AS lots,
       SUM(l.grams + 0e0) AS grams, SUM(ROUND(l.grams * l.price_per_kg / 1000) + 0e0) AS money
     FROM lot l FORCE INDEX (bought) JOIN delivery d ON d.id = l.delivery_id WHERE l.landed_on BETWEEN ? AND ? AND l.grams > 0 GROUP BY 1, 2, 3`,
    [from, to],
  );
  const lost = await rows<Lost>(
    tx,
    `SELECT ${start('on_day')} AS day, species_id AS speciesId, reason, SUM(waste + 0e0) AS grams, SUM(unaccounted + 0e0) AS unaccounted
     FROM day_loss WHERE on_day BETWEEN ? AND ? GROUP BY 1, 2, 3 HAVING grams <> 0 OR unaccounted <> 0`,
    [from, to],
  );
  const counted = await rows<Counted>(
    tx,
    `SELECT day, CAST(sales AS SIGNED) AS sales, 0 AS refunds FROM trading_day WHERE day BETWEEN ? AND ? AND closed
     UNION ALL SELECT d.day, COUNT(k.id) - COUNT(k.void_movement_id), 0 FROM trading_day d JOIN sale k ON k.sold_on = d.day
     WHERE d.day BETWEEN ? AND ? AND NOT d.closed GROUP BY d.day
     UNION ALL SELECT on_day, 0, CAST(SUM(money) AS SIGNED) FROM refund WHERE on_day BETWEEN ? AND ? GROUP BY on_day`,
    [from, to, from, to, from, to],
  );
  return { sold, articles, landed, lost, counted };
}
type Days = Awaited<ReturnType<typeof daysOf>>;

const add = ({ sold, articles, landed, lost, counted }: Days): Sums => ({
  takings: sum(sold, (s) => s.money) + sum(articles, (a) => a.money),
  sales: sum(counted, (c) => c.sales),
  soldGrams: sum(sold, (s) => s.grams),
  bought: sum(landed, (l) => l.money),
  landedGrams: sum(landed, (l) => l.grams),
  wasteGrams: sum(lost, (l) => l.grams),
  unaccountedGrams: sum(lost, (l) => l.unaccounted),
  refunds: sum(counted, (c) => c.refunds),
});

/** The first day of the week (Monday) or month a day lies in. */
const startOf = (day: string, step: Report['step']): string =>
  step === 'day' ? day : step === 'month' ? `${day.slice(0, 7)}-01` : mondayOf(day);

/** The stretches of a report, each added up. */
function seriesOf(days: Days, step: Report['step']): Report['series'] {
  const by = <T extends { day: string }>(list: readonly T[]) => group(list, (x) => startOf(x.day, step));
  const [sold, articles, landed, lost, counted] = [
    by(days.sold),
    by(days.articles),
    by(days.landed),
    by(days.lost),
    by(days.counted),
  ];
  const starts = new Set([
    ...sold.keys(),
    ...articles.keys(),
    ...landed.keys(),
    ...lost.keys(),
    ...counted.keys(),
  ]);
  return [...starts].sort().map((from) => ({
    from,
    ...add({
      sold: sold.get(from) ?? [],
      articles: articles.get(from) ?? [],
      landed: landed.get(from) ?? [],
      lost: lost.get(from) ?? [],
      counted: counted.get(from) ?? [],
    }),
  }));
}

/** Days of the longest report: ten years and a bit. */
const mostDays = 3700;

export async function report(work: Reader, from: string, to: string): Promise<Report> {
  if (!isDate(from) || !isDate(to) || from > to)
    throw fieldProblem('from', say('from_one_day_to_a_later_one'));
  const length = daysBetween(from, to) + 1;
  if (length > mostDays) throw fieldProblem('from', say('ten_years_at_most'));
  const { tx } = work;
  const book = await speciesById(tx);
  const step = length <= 45 ? 'day' : length <= 200 ? 'week' : 'month';
  const days = await daysOf(work, from, to, step);
  const before = await daysOf(work, addDays(from, -length), addDays(from, -1), step);
  const { sold, landed } = days;
  const lost = days.lost.filter((l) => l.grams !== 0);
  const rejected = await rows<{ supplierId: number; lots: number }>(
    tx,
    `SELECT d.supplier_id AS supplierId, COUNT(*) AS lots FROM grade g JOIN lot l ON l.grade_id = g.id AND l.id = g.lot_id
     JOIN delivery d ON d.id = l.delivery_id WHERE g.verdict = 'reject' AND l.landed_on BETWEEN ? AND ? GROUP BY d.supplier_id`,
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
          WHERE e.supplier_id = s.id AND c.void_at IS NULL AND l.landed_on BETWEEN ? AND ?) AS claims,
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
  const named = await articlesSold(work, [...new Set(days.articles.map((a) => a.articleId))]);
  return {
    from,
    to,
    total: add(days),
    before: add(before),
    step,
    series: seriesOf(days, step),
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
    forms: inWords([...forms].map(([name, f]) => ({ name, ...f })).sort((a, b) => b.takings - a.takings)),
    articles: [...group(days.articles, (a) => a.articleId)]
      .map(([id, own]) => ({
        name: named.get(id)!.name,
        unit: named.get(id)!.unit,
        pieces: sum(own, (a) => a.pieces),
        grams: sum(own, (a) => a.grams),
        takings: sum(own, (a) => a.money),
      }))
      .sort((a, b) => b.takings - a.takings),
    waste: [...group(lost, (l) => wasteName(l.reason))]
      .map(([reason, own]) => ({ reason, grams: sum(own, (w) => w.grams) }))
      .sort((a, b) => b.grams - a.grams),
    tax: await taxBetween(work, from, to),
  };
}

/** The reason of waste in words: what a cut leaves is named by its part. */
export const wasteName = (reason: string): string =>
  reason.startsWith('trim:') ? inWords(trimName(reason)) : reason;
