import type { Article } from '@ember-slate/contract';
import { routes } from '@ember-slate/contract/routes';
import { useState } from 'react';
import { Link } from 'react-router';
import { useRead } from '../../app/api.ts';
import { Button } from '../../parts/Button.tsx';
import { Dialog } from '../../parts/Dialog.tsx';
import { WeightField, type Weight } from '../../parts/Field.tsx';
import { useMass } from '../../parts/Mass.tsx';
import { formatMoney } from '../../parts/money.ts';
import { say } from './say.ts';
import type { Bag } from './useBag.ts';

/** How much of an article that is sold by weight. */
function Weigh({ article, onTake }: { article: Article; onTake: (weight: Weight) => void }) {
  const [weight, setWeight] = useState<Weight | null>(null);
  return (
    <form
      className="flex items-start gap-4 border-t border-line pt-3 pb-2"
      onSubmit={(e) => {
        e.preventDefault();
        if (weight) onTake(weight);
      }}
    >
      <WeightField
        className="flex-1"
        label={say('weight_of', { name: article.name })}
        value={weight}
        onChange={setWeight}
        take={{ act: say('take_weight'), title: article.name }}
      />
      <Button submit kind="main" className="mt-5" notYet={weight ? null : say('say_a_weight')}>
        {say('put_it_in_the_bag')}
      </Button>
    </form>
  );
}

/** Lemons, crab, charcoal: a tap puts a piece into the bag, what is sold by weight is weighed first. */
export function OtherGoods({ bag, onClose }: { bag: Bag; onClose: () => void }) {
  const { data } = useRead(routes.goods.list);
  const mass = useMass();
  const [weighed, setWeighed] = useState<Article | null>(null);
  const sold = (data ?? []).filter((a) => a.offered);
  const put = ({ id, name, unit, rate, price }: Article, amount: number, source: Weight['source']) =>
    bag.addArticle({ articleId: id, name, unit, rate, price, amount, source });
  const inBag = (a: Article) => {
    const had = bag.articles.find((b) => b.articleId === a.id);
    return (
      had && say('in_the_bag_so_many', { amount: a.unit === 'piece' ? String(had.amount) : mass(had.amount) })
    );
  };
  return (
    <Dialog open title={say('other_goods')} onClose={onClose}>
      {sold.length === 0 && <p className="pb-3 text-ink2">{say('no_other_goods')}</p>}
      <ul className="grid grid-cols-2 gap-2 pb-3">
        {sold.map((a) => (
          <li key={a.id}>
            <button
              type="button"
              aria-pressed={weighed?.id === a.id}
              className="min-h-16 w-full border-[1.5px] border-rule px-3 py-1.5 text-left hover:bg-lift aria-pressed:bg-lift"
              onClick={() => (a.unit === 'piece' ? put(a, 1, 'typed') : setWeighed(a))}
            >
              <span className="block font-figure text-label font-semibold">{a.name}</span>
              <span className="flex justify-between gap-2 text-note text-ink2">
                {say(a.unit === 'piece' ? 'each' : 'a_kilo', { money: formatMoney(a.price) })}
                <span className="font-semibold text-ink">{inBag(a)}</span>
              </span>
              {a.allergens && (
                <span className="block text-note text-ink2">
                  {say('contains', { allergens: a.allergens })}
                </span>
              )}
            </button>
          </li>
        ))}
      </ul>
      {weighed && (
        <Weigh
          key={weighed.id}
          article={weighed}
          onTake={({ grams, source }) => {
            put(weighed, grams, source);
            setWeighed(null);
          }}
        />
      )}
      <div className="flex items-center gap-4 border-t border-line pt-3">
        <Button onPress={onClose}>{say('back')}</Button>
        <Link className="why" to="/goods">
          {say('prices_and_counts')}
        </Link>
      </div>
    </Dialog>
  );
}
