import type { Article } from '@ember-slate/contract';
import { routes } from '@ember-slate/contract/routes';
import { rateText } from '@ember-slate/core/prices';
import { useChosenRow } from '../../app/address.ts';
import { useRead } from '../../app/api.ts';
import { useShop } from '../../app/shop.tsx';
import { BesideCounter } from '../../parts/BesideCounter.tsx';
import { Button } from '../../parts/Button.tsx';
import { useMass } from '../../parts/Mass.tsx';
import { PastedList } from '../../parts/PastedList.tsx';
import { Table } from '../../parts/Table.tsx';
import { Waiting } from '../../parts/Waiting.tsx';
import { amountInWords, priceInWords } from './amount.ts';
import { ArticleAct, ArticlePast } from './ArticleActs.tsx';
import { ChangeArticle, NewArticle } from './ArticleForm.tsx';
import { say } from './say.ts';

function One({ article, onDone }: { article: Article; onDone: () => void }) {
  const { me } = useShop();
  return (
    <div className="pb-4">
      {article.counted && me.role !== 'bench' && <ArticleAct article={article} />}
      {me.role === 'manager' && <ChangeArticle key={article.version} article={article} onDone={onDone} />}
      {me.role !== 'bench' && <ArticlePast article={article} />}
    </div>
  );
}

/** What the shop sells besides fish: prices, tax, and what should be there of what is counted. */
export default function Goods() {
  const { data, problem, refetch } = useRead(routes.goods.list);
  const { me } = useShop();
  const [open, choose] = useChosenRow('article');
  const mass = useMass();
  if (!data) return <Waiting problem={problem} onRetry={refetch} />;
  const sold = data.filter((a) => a.offered);
  const short = sold.filter((a) => a.stock !== null && a.stock <= 0);
  const close = () => choose(null);
  return (
    <div className="pb-8">
      <BesideCounter
        title={
          sold.length === 0
            ? say('no_other_goods_yet')
            : short.length > 0
              ? say('count_says_none_left', { names: short.map((a) => a.name).join(', ') })
              : say('other_goods', { goods: sold.length })
        }
      >
        {me.role === 'manager' && open !== 'new' && (
          <Button small kind="main" onPress={() => choose('new')}>
            {say('add_an_article')}
          </Button>
        )}{' '}
        {me.role === 'manager' && open !== 'list' && (
          <Button small onPress={() => choose('list')}>
            {say('from_a_list')}
          </Button>
        )}
      </BesideCounter>
      {data.length === 0 && open !== 'new' && (
        <p className="max-w-[620px] border-t border-line pt-3 text-ink2">{say('what_other_goods_are')}</p>
      )}
      {open === 'new' && <NewArticle onDone={close} />}
      {open === 'list' && <PastedList kind="goods" onDone={close} />}
      {data.length > 0 && (
        <Table
          label={say('other_goods_label')}
          rows={[...sold, ...data.filter((a) => !a.offered)]}
          keyOf={(a) => a.id}
          columns={[
            {
              head: say('name'),
              cell: (a) => (
                <button
                  type="button"
                  aria-expanded={open === String(a.id)}
                  className={`why min-h-11 text-left font-figure text-label font-semibold ${a.offered ? '' : 'text-ink2'}`}
                  onClick={() => choose(open === String(a.id) ? null : a.id)}
                >
                  {a.name}
                </button>
              ),
            },
            { head: say('contains'), cell: (a) => a.allergens, className: 'text-ink2', wide: true },
            {
              head: say('tax'),
              cell: (a) => (a.rate === null ? '–' : rateText(a.rate)),
              figure: true,
              wide: true,
            },
            {
              head: say('price'),
              cell: (a) => (a.offered ? priceInWords(a) : say('not_sold_now')),
              figure: true,
            },
            {
              head: say('there'),
              cell: (a) => (a.stock === null ? say('not_counted') : amountInWords(a.unit, a.stock, mass)),
              figure: true,
            },
          ]}
          under={(a) => open === String(a.id) && <One article={a} onDone={close} />}
        />
      )}
    </div>
  );
}
