import type { Article } from '@ember-slate/contract';
import { tradingDay } from '@ember-slate/core/calendar';
import type { Reader } from '../platform/context.ts';
import { placeholders, rows } from '../platform/db.ts';

interface Row extends Omit<Article, 'counted' | 'offered'> {
  counted: number;
  offered: number;
}

/** Articles with what should be there of those that are counted: what came in less what was sold and went out. */
export async function articlesOf(work: Reader, ids?: readonly number[]): Promise<Article[]> {
  const found = await rows<Row>(
    work.tx,
    `SELECT a.id, a.version, a.name, a.unit, a.price, a.tax_rate AS rate, a.allergens, a.counted, a.offered,
       CAST(IF(a.counted, COALESCE((SELECT SUM(k.amount) FROM article_act k WHERE k.article_id = a.id), 0)
         - COALESCE((SELECT SUM(IF(a.unit = 'piece', x.pieces, x.grams)) FROM sale_line x
             WHERE x.article_id = a.id AND x.way <> 'voided'), 0), NULL) AS SIGNED) AS stock
     FROM article a ${ids ? `WHERE a.id IN (${placeholders(ids.length)})` : ''} ORDER BY a.name`,
    [...(ids ?? [])],
  );
  return found.map((a) => ({ ...a, counted: a.counted === 1, offered: a.offered === 1 }));
}

/** What a till asks of the articles in its bag, and a report of those it names: all but the count, which costs a sum. */
export async function articlesSold(
  work: Reader,
  ids: readonly number[],
): Promise<Map<number, Pick<Article, 'id' | 'name' | 'unit' | 'price' | 'rate' | 'offered'>>> {
  const found = await rows<Omit<Row, 'version' | 'allergens' | 'counted' | 'stock'>>(
    work.tx,
    `SELECT id, name, unit, price, tax_rate AS rate, offered FROM article WHERE id IN (${placeholders(ids.length)})`,
    [...ids],
  );
  return new Map(found.map((a) => [a.id, { ...a, offered: a.offered === 1 }]));
}

/** One article; undefined where there is none. */
export const articleById = async (work: Reader, id: number): Promise<Article | undefined> =>
  (await articlesOf(work, [id]))[0];

/** Whether an article cost this at any time of the trading day: a bag is sold for what the customer was told. */
export async function wasArticlePriceToday(work: Reader, id: number, price: number): Promise<boolean> {
  const changes = await rows<{ price: number; at: Date }>(
    work.tx,
    'SELECT price, at FROM article_price WHERE article_id = ? ORDER BY id DESC LIMIT 50',
    [id],
  );
  const day = tradingDay(work.now, work.settings);
  // Those of today, and the one that stood when the day began.
  const first = changes.findIndex((c) => tradingDay(c.at, work.settings) < day);
  return changes.slice(0, first === -1 ? changes.length : first + 1).some((c) => c.price === price);
}
