import type { Article, BodyOf, contract } from '@ember-slate/contract';
import type { Work } from '@ember-slate/server/platform/context';
import { articlesOf } from '@ember-slate/server/shop/articles';
import { act, add } from '@ember-slate/server/stages/goods/commands';
import { Random } from './random.ts';
import * as scenario from './scenario/index.ts';

/** Other goods of the sample shop, and how they find their way into bags; numbers of its own, so that the fish stay as they are. */
export class SampleArticles {
  private readonly random = new Random(33);
  private list: Article[] = [];

  async offer(work: Work): Promise<void> {
    for (const { stock, ...article } of scenario.articles) {
      const { id } = await add(work, { allergens: '', ...article, counted: stock > 0 });
      if (stock > 0) await act(work, id, { kind: 'in', amount: stock, reason: '' });
    }
    this.list = await articlesOf(work);
  }

  /** What one customer in three takes besides fish. */
  forBag(): BodyOf<typeof contract.counter.sell>['goods'] {
    if (this.random.next() > 0.34) return [];
    const article = this.random.pick(this.list);
    const amount = article.unit === 'piece' ? this.random.whole(1, 3) : this.random.whole(8, 30) * 10;
    const source = article.unit === 'piece' ? 'typed' : 'simulated';
    return [{ articleId: article.id, amount, source, price: article.price, priceReason: '' }];
  }
}
