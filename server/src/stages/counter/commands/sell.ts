import type { AnswerOf, BodyOf, contract } from '@ember-slate/contract';
import { type Entry, isItem, reverse } from '@ember-slate/core/ledger';
import { fishMoney, moneyFor } from '@ember-slate/core/prices';
import { apportion } from '@ember-slate/core/units';
import { keepCorrection } from '../../../platform/books/corrections.ts';
import { customerId } from '../../../platform/books/customers.ts';
import { refuseClosed } from '../../../platform/books/days.ts';
import { entriesOf, post } from '../../../platform/books/ledger.ts';
import { recordSale, type SoldArticle, type SoldLine } from '../../../platform/books/sales.ts';
import { lockLots, removeStock } from '../../../platform/books/stock.ts';
import type { Work } from '../../../platform/context.ts';
import { row, run } from '../../../platform/db.ts';
import { moneyText } from '../../../platform/money.ts';
import { fieldProblem, problems } from '../../../platform/problem.ts';
import { formsOf } from '../../../platform/settings.ts';
import { articlesSold, wasArticlePriceToday } from '../../../shop/articles.ts';
import { clocksOf } from '../../../shop/clocks.ts';
import { accountKey, keyText } from '../../../shop/keys.ts';
import { lotsById } from '../../../shop/lots.ts';
import { type Prices, pricesOf, wasPriceToday } from '../../../shop/prices.ts';
import { speciesById } from '../../../shop/species.ts';
import { blockedBecause, rowsOf } from '../../../shop/stock.ts';
import { keepPromises } from './moves.ts';
import { say } from '../say.ts';

type Body = BodyOf<typeof contract.counter.sell>;
type BagLine = Body['lines'][number];

/** The price list's price of a line; refuses another without its reason, and nothing at all without one. */
async function checkPrice(work: Work, at: number, line: BagLine, speciesId: string, prices: Prices) {
  const { unit } = line;
  const [list, now] =
    unit === 'piece'
      ? [prices.pieceFull(speciesId, line.item), prices.pieceNow(speciesId, line)]
      : [prices.full(speciesId, line.item), prices.now(speciesId, line)];
  const stood = () => wasPriceToday(work, speciesId, line, unit, line.perKg);
  if (unit === 'piece' && (line.pieces === 0 || (now === null && !(await stood()))))
    throw fieldProblem(`lines.${at}.unit`, say('it_is_not_sold_by_the_piece'));
  const full = list ?? now ?? line.perKg;
  if (line.priceReason !== '') return full;
  if (line.perKg === 0) throw fieldProblem(`lines.${at}.perKg`, say('for_nothing_say_why_it_is_given'));
  if (now !== null && line.perKg !== now && !(await stood()))
    throw fieldProblem(
      `lines.${at}.perKg`,
      say('its_price_is_a_kg_sell_it_for_that', { unit, work: moneyText(work, now) }),
    );
  return full;
}

/** What of the bag is fish: every line may be sold, is there, and has its price. */
async function sellFish(
  work: Work,
  body: Pick<Body, 'lines'>,
): Promise<{ entries: Entry[]; sold: SoldLine[] }> {
  const split = await Promise.all(body.lines.map((l) => rowsOf(work, l)));
  const ids = [
    ...new Set(
      split
        .flat()
        .map((r) => r.lotId)
        .concat(body.lines.map((l) => l.lotId)),
    ),
  ];
  await lockLots(work.tx, ids);
  const lots = new Map((await lotsById(work.tx, ids)).map((l) => [l.id, l]));
  const species = [...new Set([...lots.values()].map((l) => l.speciesId))];
  const book = await speciesById(work.tx, species);
  const clocks = await clocksOf(work, [...lots.values()], book);
  const prices = await pricesOf(work, species);
  const entries: Entry[] = [];
  const sold: SoldLine[] = [];
  const seen = new Set<string>();
  for (const [i, line] of body.lines.entries()) {
    const lot = lots.get(line.lotId);
    if (!lot || !isItem(line.item, formsOf(work.settings)))
      throw fieldProblem(`lines.${i}`, say('that_is_not_in_stock'));
    // A second line of the same row would be weighed against stock the first has not left yet.
    if (seen.has(keyText(line)))
      throw fieldProblem(`lines.${i}`, say('is_in_the_bag_twice_put_both_on', { code: lot.code }));
    seen.add(keyText(line));
    const parts = split[i]!.length > 0 ? split[i]! : [{ ...line, grams: 0, pieces: 0 }];
    for (const part of parts) {
      const of = lots.get(part.lotId)!;
      const blocked = blockedBecause(
        work,
        of,
        book.get(of.speciesId)!,
        line.item,
        clocks.row(of.id, line.place, line.item, line.batch),
      );
      if (blocked) throw problems.conflict(`${of.code}: ${blocked}`);
    }
    const fullPerKg = await checkPrice(work, i, line, lot.speciesId, prices);
    await keepPromises(work, line, line.pieces);
    const shares =
      parts.length === 1
        ? [line.grams]
        : apportion(
            line.grams,
            parts.map((p) => p.grams),
          );
    const money = apportion(fishMoney(line), shares);
    for (const [j, part] of parts.entries()) {
      const grams = shares[j]!;
      if (grams === 0) continue;
      const pieces = parts.length === 1 ? line.pieces : 0;
      entries.push(...(await removeStock(work, accountKey(part), { grams, pieces }, 'outside:customer')));
      sold.push({
        ...line,
        lotId: part.lotId,
        speciesId: lots.get(part.lotId)!.speciesId,
        grams,
        pieces,
        fullPerKg,
        priceReason: line.priceReason || null,
        money: money[j]!,
      });
    }
  }
  return { entries, sold };
}

/** What of the bag is other goods, at the price that stands or stood today. What the count says of them stops nobody. */
async function sellGoods(work: Work, goods: Body['goods']): Promise<SoldArticle[]> {
  const sold: SoldArticle[] = [];
  const articles = await articlesSold(
    work,
    goods.map((g) => g.articleId),
  );
  for (const [i, line] of goods.entries()) {
    const article = articles.get(line.articleId);
    if (!article?.offered) throw fieldProblem(`goods.${i}`, say('that_is_not_sold_here'));
    if (line.priceReason === '') {
      if (line.price === 0) throw fieldProblem(`goods.${i}.price`, say('for_nothing_say_why_it_is_given'));
      if (line.price !== article.price && !(await wasArticlePriceToday(work, article.id, line.price)))
        throw fieldProblem(
          `goods.${i}.price`,
          say('article_costs', {
            name: article.name,
            unit: article.unit,
            money: moneyText(work, article.price),
          }),
        );
    }
    const { unit, rate } = article;
    sold.push({
      articleId: article.id,
      unit,
      rate,
      grams: unit === 'kg' ? line.amount : 0,
      pieces: unit === 'piece' ? line.amount : 0,
      source: line.source,
      perKg: line.price,
      fullPerKg: article.price,
      priceReason: line.priceReason || null,
      money: moneyFor(unit, line.amount, line.price),
    });
  }
  return sold;
}

/** Sells a bag: everything in it may be sold, is there, and has its price; or nothing is sold. */
export async function sell(work: Work, body: Body): Promise<AnswerOf<typeof contract.counter.sell>> {
  const fish = await sellFish(work, body);
  const goods = await sellGoods(work, body.goods);
  const movement = await post(work, 'sell', fish.entries);
  const owes = body.pay === 'account' ? await customerId(work, body.customer!, '') : null;
  const { id, number, total } = await recordSale(
    work,
    movement,
    { orderId: null, customerId: owes, pay: body.pay, deposit: 0 },
    [...fish.sold, ...goods],
  );
  return { id, number, total };
}

interface SaleRow {
  number: number;
  orderId: number | null;
  movementId: number;
  voidMovementId: number | null;
  soldOn: string;
  total: number;
}
const lockSale = (work: Work, id: number) =>
  row<SaleRow>(
    work.tx,
    `SELECT number, order_id AS orderId, movement_id AS movementId, void_movement_id AS voidMovementId, sold_on AS soldOn, total
     FROM sale WHERE id = ? FOR UPDATE`,
    [id],
  );

/** Lays what an order was handed over with back on its shelf; the orders' own act. */
export type BackOnShelf = (work: Work, orderId: number, saleId: number) => Promise<void>;

/** A sale is taken back by a movement that undoes it; both stay in the books. An order's fish lies on its shelf again. */
export const voidSale =
  (backOnShelf: BackOnShelf) =>
  async (work: Work, id: number, reason: string): Promise<{ id: number }> => {
    const sale = await lockSale(work, id);
    if (!sale) throw problems.notFound(say('no_such_sale'));
    if (sale.voidMovementId !== null)
      throw problems.conflict(say('sale_is_taken_back_already', { number: sale.number }));
    const had = await row<{ id: number }>(
      work.tx,
      'SELECT id FROM refund WHERE sale_id = ? AND money > 0 LIMIT 1',
      [id],
    );
    if (had) throw problems.conflict(say('money_was_given_back_on_sale_it', { number: sale.number }));
    // Its money was in that day's till.
    await refuseClosed(work, sale.soldOn, say('give_money_back_today_instead'));
    const taken = reverse(await entriesOf(work.tx, sale.movementId));
    const movement = await post(work, 'void', taken, reason, sale.movementId);
    await run(work.tx, 'UPDATE sale SET void_movement_id = ? WHERE id = ?', [movement, id]);
    await run(work.tx, "UPDATE sale_line SET way = 'voided' WHERE sale_id = ?", [id]);
    if (sale.orderId !== null) await backOnShelf(work, sale.orderId, id);
    await keepCorrection(work, 'sale', {
      id,
      name: say('sale', { number: sale.number }),
      changes: [{ what: say('sum'), was: moneyText(work, sale.total), now: say('is_taken_back') }],
      reason,
    });
    return { id };
  };
