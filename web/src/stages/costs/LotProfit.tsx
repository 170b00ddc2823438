import type { LotCost } from '@ember-slate/contract';
import { routes } from '@ember-slate/contract/routes';
import { addDays } from '@ember-slate/core/calendar';
import { shortName } from '@ember-slate/core/species';
import { useChosenRow, useView } from '../../app/address.ts';
import { useRead } from '../../app/api.ts';
import { useTimes } from '../../app/shop.tsx';
import { Choice } from '../../parts/Choice.tsx';
import { Mass, useMass } from '../../parts/Mass.tsx';
import { formatMoney } from '../../parts/money.ts';
import { Table, type Column } from '../../parts/Table.tsx';
import { Waiting } from '../../parts/Waiting.tsx';
import { Why } from '../../parts/Why.tsx';
import { say } from './say.ts';

function OneLot({ lot }: { lot: LotCost }) {
  const mass = useMass();
  return (
    <section aria-label={say('lot_2', { code: lot.code })}>
      <h2 className="text-row">
        {shortName(lot.speciesName)} {lot.code}: {formatMoney(Math.abs(lot.profit))}{' '}
        {lot.profit < 0 ? say('short_of_its_cost') : say('earned')}
      </h2>
      <p className="pb-2 text-ink2">
        {say('from_paid', { grams: mass(lot.grams), supplier: lot.supplier, paid: formatMoney(lot.paid) })}
        {lot.landing > 0 && say('landing_2', { landing: formatMoney(lot.landing) })}
        {lot.labour > 0 && say('at_the_bench', { labour: formatMoney(lot.labour) })}
        {lot.claims > 0 && say('claimed_back', { claims: formatMoney(lot.claims) })}
        {say('still_there', { left: mass(lot.left) })}
      </p>
      <Table
        rows={lot.outputs}
        keyOf={(o) => o.item}
        columns={[
          { head: say('became'), cell: (o) => o.itemName },
          { head: say('weight'), cell: (o) => <Mass g={o.grams} />, figure: true },
          { head: say('carries'), cell: (o) => formatMoney(o.cost), figure: true },
          { head: say('a_kg'), cell: (o) => (o.perKg === null ? '–' : formatMoney(o.perKg)), figure: true },
          {
            head: say('sold'),
            cell: (o) => (o.soldGrams === 0 ? '–' : <Mass g={o.soldGrams} />),
            figure: true,
          },
          { head: say('for_2'), cell: (o) => (o.takings === 0 ? '–' : formatMoney(o.takings)), figure: true },
        ]}
        sums={[
          say('in_all_to_the_last_coin'),
          <Mass g={lot.outputs.reduce((s, o) => s + o.grams, 0)} />,
          formatMoney(lot.outputs.reduce((s, o) => s + o.cost, 0)),
          null,
          null,
          formatMoney(lot.takings),
        ]}
      />
    </section>
  );
}

const spans = { week: 6, fortnight: 13, month: 29 } as const;
const spanIds = Object.keys(spans) as (keyof typeof spans)[];

interface Earned {
  name: string;
  grams: number;
  takings: number;
  cost: number;
  profit: number;
}
/** What forms earned, or days. */
const earnedBy = (by: 'form' | 'day'): readonly Column<Earned>[] => [
  { head: by === 'form' ? say('form_2') : say('day'), cell: (r) => r.name },
  ...(by === 'form' ? [{ head: say('sold'), cell: (r: Earned) => <Mass g={r.grams} />, figure: true }] : []),
  { head: say('taken'), cell: (r) => formatMoney(r.takings), figure: true },
  { head: say('cost'), cell: (r) => formatMoney(r.cost), figure: true },
  { head: say('earned_2'), cell: (r) => formatMoney(r.profit), figure: true },
  {
    head: say('margin'),
    cell: (r) => (r.takings === 0 ? '–' : `${Math.round((r.profit / r.takings) * 100)} %`),
    figure: true,
    className: 'text-ink2',
  },
];

/** What every lot cost and earned, and what forms and days earned of it. */
export function LotProfit() {
  const { today, dayWords } = useTimes();
  const [span, setSpan] = useView('over', spanIds, 'fortnight');
  const [by, setBy] = useView('by', ['lot', 'form', 'day'], 'lot');
  const [id, setId] = useChosenRow('lot');
  const to = today();
  const { data, problem, refetch } = useRead(routes.costs.lots, {
    query: { from: addDays(to, -spans[span]), to },
  });
  if (!data) return <Waiting problem={problem} onRetry={refetch} />;
  const shown =
    data.lots.find((l) => String(l.lotId) === id) ?? data.lots.find((l) => l.takings > 0) ?? data.lots[0];
  const profit = data.lots.reduce((s, l) => s + l.profit, 0);
  return (
    <section>
      <div className="flex flex-wrap items-end gap-6">
        <Choice
          label={say('landed_within')}
          value={span}
          onChange={setSpan}
          options={[
            { value: 'week', name: say('n7_days') },
            { value: 'fortnight', name: say('n14_days') },
            { value: 'month', name: say('n30_days') },
          ]}
        />
        <Choice
          label={say('by')}
          value={by}
          onChange={setBy}
          options={[
            { value: 'lot', name: say('lot_3') },
            { value: 'form', name: say('form') },
            { value: 'day', name: say('day_of_sale') },
          ]}
        />
        <p className="pb-8 text-ink2">
          {say('lots_so_far', {
            lots: data.lots.length,
            profit: formatMoney(Math.abs(profit)),
            result: profit < 0 ? say('short') : say('earned'),
          })}{' '}
          <Why>
            <p>{say('a_lots_cost_paid_landing_bench')}</p>
            <p>{say('earned_taken_the_cost_of_what_is')}</p>
          </Why>
        </p>
      </div>
      {by === 'lot' ? (
        <div className="grid grid-cols-[minmax(0,1fr)_minmax(0,1.2fr)] gap-8 max-lg:grid-cols-1">
          <ul className="max-h-[520px] overflow-y-auto border-t border-line" aria-label={say('lots')}>
            {data.lots.map((l) => (
              <li key={l.lotId} className="border-b border-line">
                <button
                  type="button"
                  aria-pressed={l.lotId === shown?.lotId}
                  onClick={() => setId(l.lotId)}
                  className={`grid min-h-11 w-full grid-cols-[minmax(0,1fr)_88px_88px] items-center gap-3 px-2 text-left hover:bg-lift ${l.lotId === shown?.lotId ? 'bg-lift outline-[2.5px] -outline-offset-2 outline-ink' : ''}`}
                >
                  <span className="truncate">
                    <span className="font-figure text-label font-semibold">{shortName(l.speciesName)}</span>{' '}
                    <span className="text-note text-ink3">
                      {l.code}, {l.supplier}
                    </span>
                  </span>
                  <span className="text-right text-note text-ink2">{formatMoney(l.cost)}</span>
                  <span className="text-right font-figure text-label font-semibold">
                    {formatMoney(l.profit)}
                  </span>
                </button>
              </li>
            ))}
          </ul>
          {shown ? (
            <OneLot lot={shown} />
          ) : (
            <p className="text-ink2">{say('no_lot_was_landed_in_these_days')}</p>
          )}
        </div>
      ) : (
        <Table
          columns={earnedBy(by)}
          rows={
            by === 'form'
              ? data.forms.map((f) => ({ ...f, name: f.itemName }))
              : data.days.map((d) => ({ ...d, name: dayWords(d.day), grams: 0 }))
          }
          keyOf={(r) => r.name}
        />
      )}
    </section>
  );
}
