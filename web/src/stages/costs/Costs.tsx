import { routes } from '@ember-slate/contract/routes';
import { keptOf } from '@ember-slate/core/prices';
import { useState } from 'react';
import { useView } from '../../app/address.ts';
import { useRead } from '../../app/api.ts';
import { useShop } from '../../app/shop.tsx';
import { Waiting } from '../../parts/Waiting.tsx';
import { CloseNav } from '../../parts/CloseNav.tsx';
import { LotProfit } from './LotProfit.tsx';
import { MoneyRules } from './MoneyRules.tsx';
import { PriceList } from './PriceList.tsx';
import { WhatIf } from './WhatIf.tsx';
import { say } from './say.ts';

const views = { prices: say('price_list'), 'what-if': say('one_fish_what_if'), lots: say('lots_and_profit') };
type View = keyof typeof views;
const viewIds = Object.keys(views) as View[];

/** What a piece costs, what to charge for it, what it earned. */
export default function Costs() {
  const { me, shop } = useShop();
  const manager = me.role === 'manager';
  const { data: list, problem, refetch } = useRead(routes.prices.list, { skip: !manager });
  const { data: rules } = useRead(routes.costs.settings, { skip: !manager });
  const [view, setView] = useView('view', viewIds, 'prices');
  const [editing, setEditing] = useState(false);
  if (!manager) return <h1 className="text-head">{say('costs_are_for_the_managers_eyes')}</h1>;
  if (!list || !rules) return <Waiting problem={problem} onRetry={refetch} />;
  const losing = list.filter((l) => l.soldGrams > 0 && l.margin !== null && l.margin < 0);
  const thin = list.filter((l) => l.soldGrams > 0 && l.margin !== null && l.margin < rules.margin);
  return (
    <div className="pb-8">
      <CloseNav />
      <div className="flex flex-wrap items-end justify-between gap-4 pb-2">
        <div>
          <h1 className="text-head">
            {list.length === 0
              ? say('no_price_yet_nothing_can_be_sold')
              : losing.length > 0
                ? say('forms_sell_under_cost', { losing: losing.length })
                : thin.length > 0
                  ? say('of_what_you_sell_leave_less_than', {
                      thin: thin.length,
                      margin: Math.round(rules.margin * 100),
                    })
                  : say('every_form_you_sell_leaves_its')}
          </h1>
          <p className="text-ink2">
            {say('cost_by_labour_in_of_the_last_fish', {
              method: rules.method === 'joint' ? say('what_all_of_the_fish_brings') : say('trim_credited'),
            })}{' '}
            {keptOf(shop.tax, 'fish') < 1 && `${say('the_tax_in_the_price_is_left_out')} `}
            <button type="button" className="why" onClick={() => setEditing(true)}>
              {say('how_the_shop_reckons')}
            </button>
          </p>
        </div>
        <div role="group" aria-label={say('show')} className="flex gap-4">
          {viewIds.map((v) => (
            <button
              key={v}
              type="button"
              aria-pressed={view === v}
              onClick={() => setView(v)}
              className={`min-h-9 border-b-2 font-figure text-label ${view === v ? 'border-ink font-semibold' : 'border-transparent text-ink2'}`}
            >
              {views[v]}
            </button>
          ))}
        </div>
      </div>
      {view === 'prices' ? (
        <PriceList list={list} rules={rules} />
      ) : view === 'lots' ? (
        <LotProfit />
      ) : (
        <WhatIf />
      )}
      {editing && <MoneyRules rules={rules} onClose={() => setEditing(false)} />}
    </div>
  );
}
