import type { contract, SentOf } from '@ember-slate/contract';
import { routes } from '@ember-slate/contract/routes';
import { useEffect, useState } from 'react';
import { useRead } from '../api.ts';
import { Button } from '../../parts/Button.tsx';
import { Dialog } from '../../parts/Dialog.tsx';
import { useMass } from '../../parts/Mass.tsx';
import { formatMoney } from '../../parts/money.ts';
import { toPayFor } from '@ember-slate/core/prices';
import { onKept, sendAgain, sendKept, throwAway, type Kept } from '../outbox.ts';
import { useShop, useTimes } from '../shop.tsx';
import { say } from '../say.ts';

interface Weighed {
  grams: number;
  item?: string;
}

/** What an entry was, in words: a bag with its sum, or a weight from the bench. */
function useWhat(): (entry: Kept) => string {
  const mass = useMass();
  const { shop } = useShop();
  const { data: list } = useRead(routes.goods.list);
  return (entry) => {
    if (entry.path === routes.counter.sell.path) {
      const { lines, goods = [], pay } = entry.body as SentOf<typeof contract.counter.sell>;
      const articles = goods.map((g) => {
        const known = list?.find((a) => a.id === g.articleId);
        return {
          ...g,
          name: known?.name ?? say('other_goods_page'),
          unit: known?.unit ?? 'piece',
          rate: known?.rate ?? null,
        };
      });
      const total = toPayFor(lines, shop.tax, articles);
      return say('bag_of_by', {
        lines: [
          ...lines.map((l) => (l.unit === 'piece' ? String(l.pieces) : mass(l.grams))),
          ...articles.map((a) => `${a.name} ${a.unit === 'kg' ? mass(a.amount) : a.amount}`),
        ].join(', '),
        total: formatMoney(total),
        pay: pay ?? 'cash',
      });
    }
    const { grams, item } = entry.body as Weighed;
    return say('weight_from_the_bench', {
      grams: mass(grams),
      item: item ? `, ${item.replaceAll('_', ' ')}` : '',
    });
  };
}

/** Everything kept on this screen: what waits and for whom, what the shop refused and why, and what can be done. */
export function KeptHere({ onClose }: { onClose: () => void }) {
  const { me } = useShop();
  const { when } = useTimes();
  const what = useWhat();
  const [kept, setKept] = useState<readonly Kept[]>([]);
  const [sure, setSure] = useState<number | null>(null);
  useEffect(() => onKept(setKept), []);
  const others = kept.filter((k) => k.refused === undefined && k.who?.id !== me.id);
  return (
    <Dialog open title={say('kept_on_this_screen')} onClose={onClose}>
      {kept.length === 0 && <p className="pb-3">{say('all_of_it_is_in_the_shops_records')}</p>}
      <ul>
        {kept.map((k) => {
          const mine = k.who?.id === me.id;
          const may = mine || me.role === 'manager';
          return (
            <li key={k.id} className="border-t border-line py-2">
              <div className="font-figure text-label font-semibold">{what(k)}</div>
              <div className="text-note text-ink2">
                {k.at > 0 ? when(new Date(k.at).toISOString()) : say('some_time_ago')}
                {k.who ? ` ${say('by', { who: k.who.name })}` : ''} ·{' '}
                {k.refused ??
                  (mine
                    ? say('waits_for_the_line')
                    : say('waits_for_or_a_managers_word', { who: k.who?.name ?? say('a_manager') }))}
              </div>
              <div className="flex flex-wrap gap-2 pt-1">
                {may && k.refused !== undefined && (
                  <Button small onPress={() => void sendAgain(k, me)}>
                    {say('try_it_again')}
                  </Button>
                )}
                {may &&
                  (sure === k.id ? (
                    <Button small kind="main" onPress={() => void throwAway(k.id)}>
                      {say('yes_throw_it_away_for_good')}
                    </Button>
                  ) : (
                    <Button small onPress={() => setSure(k.id)}>
                      {say('throw_it_away')}
                    </Button>
                  ))}
              </div>
            </li>
          );
        })}
      </ul>
      <div className="flex gap-3 pt-3">
        {me.role === 'manager' && others.length > 0 && (
          <Button kind="main" onPress={() => void sendKept(me, true)}>
            {say('send_what_others_did_in_their')}
          </Button>
        )}
        <Button onPress={onClose}>{say('back')}</Button>
      </div>
    </Dialog>
  );
}
