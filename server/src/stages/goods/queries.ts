import type { AnswerOf, contract } from '@ember-slate/contract';
import type { Reader } from '../../platform/context.ts';
import { rows } from '../../platform/db.ts';
import { problems } from '../../platform/problem.ts';
import { articleById } from '../../shop/articles.ts';
import { say } from './say.ts';

type One = AnswerOf<typeof contract.goods.one>;

/** An article with its prices and what was done with it, the last hundred of each. Throws not-found for none. */
export async function oneArticle(work: Reader, id: number): Promise<One> {
  const article = await articleById(work, id);
  if (!article) throw problems.notFound(say('no_such_article'));
  const prices = await rows<{ price: number; at: Date; by: string }>(
    work.tx,
    `SELECT p.price, p.at, w.name AS \`by\` FROM article_price p JOIN staff w ON w.id = p.staff_id
     WHERE p.article_id = ? ORDER BY p.id DESC LIMIT 100`,
    [id],
  );
  const acts = await rows<Omit<One['acts'][number], 'at'> & { at: Date }>(
    work.tx,
    `SELECT k.id, k.kind, k.amount, k.reason, k.at, w.name AS \`by\` FROM article_act k JOIN staff w ON w.id = k.staff_id
     WHERE k.article_id = ? ORDER BY k.id DESC LIMIT 100`,
    [id],
  );
  const dated = <T extends { at: Date }>(list: readonly T[]) =>
    list.map((r) => ({ ...r, at: r.at.toISOString() }));
  return { ...article, prices: dated(prices), acts: dated(acts) };
}
