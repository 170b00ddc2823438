import type { AnswerOf, BodyOf, contract } from '@ember-slate/contract';
import { refuseClosed } from '../../platform/books/days.ts';
import { today, type Work } from '../../platform/context.ts';
import { row, run } from '../../platform/db.ts';
import { fieldProblem, problems } from '../../platform/problem.ts';
import { articleById } from '../../shop/articles.ts';
import { say } from './say.ts';

/** Locks an article, so that two who count it do so one after the other. Throws not-found for none. */
async function held(work: Work, id: number) {
  if (!(await row(work.tx, 'SELECT id FROM article WHERE id = ? FOR UPDATE', [id])))
    throw problems.notFound(say('no_such_article'));
  return (await articleById(work, id))!;
}

async function refuseSameName(work: Work, name: string, besides: number) {
  if (await row(work.tx, 'SELECT id FROM article WHERE name = ? AND id <> ? FOR UPDATE', [name, besides]))
    throw fieldProblem('name', say('another_article_has_that_name'));
}

const notePrice = (work: Work, id: number, price: number) =>
  run(work.tx, 'INSERT INTO article_price (article_id, price, at, staff_id) VALUES (?, ?, ?, ?)', [
    id,
    price,
    work.now,
    work.actor.id,
  ]);

/** Adds an article to what the shop sells. */
export async function add(work: Work, body: BodyOf<typeof contract.goods.add>): Promise<{ id: number }> {
  await refuseSameName(work, body.name, 0);
  const made = await run(
    work.tx,
    'INSERT INTO article (name, unit, price, tax_rate, allergens, counted) VALUES (?, ?, ?, ?, ?, ?)',
    [body.name, body.unit, body.price, body.rate, body.allergens, body.counted],
  );
  await notePrice(work, made.insertId, body.price);
  return { id: made.insertId };
}

/** Changes an article. Throws a stale problem when somebody did meanwhile. */
export async function change(
  work: Work,
  id: number,
  body: BodyOf<typeof contract.goods.change>,
): Promise<{ version: number }> {
  const had = await held(work, id);
  if (had.version !== body.version) throw problems.stale(say('somebody_changed_this_article'), had);
  await refuseSameName(work, body.name, id);
  await run(
    work.tx,
    `UPDATE article SET name = ?, price = ?, tax_rate = ?, allergens = ?, counted = ?, offered = ?, version = version + 1
     WHERE id = ?`,
    [body.name, body.price, body.rate, body.allergens, body.counted, body.offered, id],
  );
  if (had.price !== body.price) await notePrice(work, id, body.price);
  return { version: had.version + 1 };
}

/** Writes down what came in, went out or lies there; answers what should be there now. */
export async function act(
  work: Work,
  id: number,
  body: BodyOf<typeof contract.goods.act>,
): Promise<AnswerOf<typeof contract.goods.act>> {
  const { stock } = await held(work, id);
  if (stock === null) throw problems.conflict(say('nobody_counts_it'));
  await refuseClosed(work, today(work), say('what_is_counted_belongs_to_an_open_day'));
  const amount = { in: body.amount, out: -body.amount, count: body.amount - stock }[body.kind];
  const made = await run(
    work.tx,
    'INSERT INTO article_act (article_id, kind, amount, reason, at, on_day, staff_id) VALUES (?, ?, ?, ?, ?, ?, ?)',
    [id, body.kind, amount, body.reason, work.now, today(work), work.actor.id],
  );
  return { id: made.insertId, stock: stock + amount };
}
