import { contract } from '@ember-slate/contract';
import { useState } from 'react';
import { useRead } from '../../app/api.ts';
import { useShop } from '../../app/shop.tsx';
import { Waiting } from '../../parts/Waiting.tsx';
import { CloseNav } from './CloseNav.tsx';
import { LotProfit } from './LotProfit.tsx';
import { MoneyRules } from './MoneyRules.tsx';
import { PriceList } from './PriceList.tsx';
import { WhatIf } from './WhatIf.tsx';

const views = ['price list', 'one fish, what if', 'lots and profit'] as const;

/** What a piece costs, what to charge for it, what it earned. */
export default function Costs() {
  const { me } = useShop();
  const manager = me.role === 'manager';
  const { data: list, problem, refetch } = useRead(contract.prices.list, { skip: !manager });
  const { data: rules } = useRead(contract.costs.settings, { skip: !manager });
  const [view, setView] = useState<(typeof views)[number]>('price list');
  const [editing, setEditing] = useState(false);
  if (!manager) return <h1 className="text-head">Costs are for the manager’s eyes</h1>;
  if (!list || !rules) return <Waiting problem={problem} onRetry={refetch} />;
  const losing = list.filter((l) => l.soldGrams > 0 && l.margin !== null && l.margin < 0);
  const thin = list.filter((l) => l.soldGrams > 0 && l.margin !== null && l.margin < rules.margin);
  return (
    <div className="pb-8">
      <CloseNav />
      <div className="flex flex-wrap items-end justify-between gap-4 pb-2">
        <div>
          <h1 className="text-head">
            {losing.length > 0
              ? `${losing.length} ${losing.length === 1 ? 'form sells' : 'forms sell'} under cost`
              : thin.length > 0
                ? `${thin.length} of what you sell leave less than ${Math.round(rules.margin * 100)} %`
                : 'Every form you sell leaves its margin'}
          </h1>
          <p className="text-ink2">
            Cost by {rules.method === 'joint' ? 'what all of the fish brings' : 'trim credited'}, labour in;
            of the last fish bought.{' '}
            <button type="button" className="why" onClick={() => setEditing(true)}>
              how the shop reckons
            </button>
          </p>
        </div>
        <div role="group" aria-label="Show" className="flex gap-4">
          {views.map((v) => (
            <button
              key={v}
              type="button"
              aria-pressed={view === v}
              onClick={() => setView(v)}
              className={`min-h-9 border-b-2 font-figure text-label ${view === v ? 'border-ink font-semibold' : 'border-transparent text-ink2'}`}
            >
              {v}
            </button>
          ))}
        </div>
      </div>
      {view === 'price list' ? (
        <PriceList list={list} rules={rules} />
      ) : view === 'lots and profit' ? (
        <LotProfit />
      ) : (
        <WhatIf />
      )}
      {editing && <MoneyRules rules={rules} onClose={() => setEditing(false)} />}
    </div>
  );
}
