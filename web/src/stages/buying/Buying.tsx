import type { BuyingLine, BuyingPlan } from '@ember-slate/contract';
import { routes } from '@ember-slate/contract/routes';
import { addDays } from '@ember-slate/core/calendar';
import { shortName } from '@ember-slate/core/species';
import { useState, type ReactNode } from 'react';
import { useChange, useRead } from '../../app/api.ts';
import { useDraft, useKept } from '../../app/draft.ts';
import { useShop, useTimes } from '../../app/shop.tsx';
import { Button } from '../../parts/Button.tsx';
import { Dialog } from '../../parts/Dialog.tsx';
import { TextField } from '../../parts/Field.tsx';
import { Mass, useMass } from '../../parts/Mass.tsx';
import { formatMoney } from '../../parts/money.ts';
import { Table } from '../../parts/Table.tsx';
import { Waiting } from '../../parts/Waiting.tsx';
import { Why } from '../../parts/Why.tsx';
import { CloseNav } from '../../parts/CloseNav.tsx';
import { ForPeople } from './ForPeople.tsx';
import { Suppliers } from './Suppliers.tsx';
import { Refused } from '../../parts/Refused.tsx';
import { say } from './say.ts';

const percent = (share: number) => `${Math.round(share * 100)} %`;

/** Which fish, for which orders and forms, and what is odd about it. */
function Fish({ line }: { line: BuyingLine }) {
  const { fish, orders } = line.forOrders;
  const said = [
    orders > 0
      ? say('fish_for', { fish, orders: orders === 1 ? say('an_order') : say('order_lines', { orders }) })
      : '',
    line.forms.map((f) => f.formName).join(', '),
  ];
  return (
    <>
      <span className="font-figure text-label font-semibold">{shortName(line.speciesName)}</span>
      <span className="block text-note text-ink2">{said.filter(Boolean).join('; ')}</span>
      {(line.age ?? line.spent) && (
        <span className="block text-note text-ink3">
          {[line.age, line.spent ? say('spent_season_thin_low_yield') : null].filter(Boolean).join('; ')}
        </span>
      )}
    </>
  );
}

/** What fish may cost, by the last price paid; words where none of it was ever bought. */
const about = (minor: number) => (minor === 0 ? say('no_price_yet') : formatMoney(minor));

/** How it is reckoned: what each form is expected to sell and lacks, and what the fish costs. */
function Working({ line }: { line: BuyingLine }) {
  const mass = useMass();
  return (
    <>
      {line.forms.map((f) => (
        <p key={f.form} className="text-note text-ink2">
          <strong className="font-semibold text-ink">{f.formName}</strong>
          {say('expected_give_or_take_price_costs', {
            mean: mass(Math.round(f.mean)),
            sd: mass(Math.round(f.sd)),
            perKg: formatMoney(f.perKg),
            costPerKg: formatMoney(f.costPerKg),
            quantile: percent(f.quantile),
            quantity: mass(Math.round(f.quantity)),
            stock: mass(f.stock),
            yield: mass(Math.round(f.yield * 1000)),
          })}
        </p>
      ))}
      <p className="text-note text-ink3">
        {say('orders_and_what_the_forms_lack_are', {
          fishGrams: mass(line.fishGrams),
          known: line.paidPerKg === 0 ? 'no' : 'yes',
          paidPerKg: formatMoney(line.paidPerKg),
        })}
      </p>
    </>
  );
}

/** How well the last week was foreseen. */
function Forecast() {
  const { dayWords } = useTimes();
  const { data, problem, refetch } = useRead(routes.buying.forecast);
  if (!data) return <Waiting problem={problem} onRetry={refetch} />;
  const inside = data.rows.filter((r) => r.within).length;
  const most = Math.max(1, ...data.rows.map((r) => Math.max(r.expected, r.sold)));
  return (
    <section>
      <h2 className="text-row">
        {data.error === null
          ? say('nothing_sold_last_week_to_compare')
          : say('last_week_of_forms_within_what_was', { inside, rows: data.rows.length })}
      </h2>
      {data.error !== null && (
        <p className="pb-1 text-ink2">
          {say('to_forecast_made_the_evening', {
            from: dayWords(data.from),
            to: dayWords(data.to),
            error: percent(data.error),
            bias: percent(data.bias ?? 1),
          })}
        </p>
      )}
      <ul>
        {data.rows.slice(0, 10).map((r) => (
          <li
            key={r.name}
            className="grid grid-cols-[minmax(0,1fr)_150px_150px] items-center gap-x-3 max-sm:grid-cols-[150px_minmax(0,1fr)] border-t border-line py-1 text-note"
          >
            <span className="max-sm:col-span-2">{r.name}</span>
            <svg
              width="150"
              height="16"
              role="img"
              aria-label={say('expected_g_sold_g', { expected: Math.round(r.expected), sold: r.sold })}
            >
              <rect
                x={(Math.max(0, r.expected - 1.645 * r.sd) / most) * 144}
                y="3"
                width={(Math.min(most - Math.max(0, r.expected - 1.645 * r.sd), 3.29 * r.sd) / most) * 144}
                height="10"
                fill="var(--rimewash)"
              />
              <path d={`M ${(r.expected / most) * 144} 1 v 14`} stroke="var(--rime)" strokeWidth="2" />
              <circle cx={(r.sold / most) * 144} cy="8" r="3.5" fill="var(--ink)" />
            </svg>
            <span className="text-right">
              <Mass g={r.sold} /> {say('of')} <Mass g={Math.round(r.expected)} />
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}

/** Days that sell more or less than their weekday does. */
function Holidays({ onClose }: { onClose: () => void }) {
  const { today, dayWords } = useTimes();
  const { data } = useRead(routes.buying.holidays);
  const draft = useDraft('feast');
  const { send, busy, problem } = useChange(routes.buying.setHolidays, draft);
  const [day, setDay] = useKept(draft, 'day', () => addDays(today(), 7));
  const [factor, setFactor] = useKept(draft, 'factor', '2');
  const [name, setName] = useKept(draft, 'name', '');
  const put = async (holidays: { day: string; factor: number; name: string }[]) => {
    await send({ version: data?.version ?? 1, holidays });
  };
  const had = data?.holidays ?? [];
  return (
    <Dialog open title={say('feasts_fairs_and_quiet_days')} onClose={onClose}>
      <ul>
        {had.map((h) => (
          <li key={h.day} className="flex items-center justify-between border-t border-line py-1">
            <span>
              {dayWords(h.day)} {h.day}: {h.name}
            </span>
            <span>
              × {h.factor}{' '}
              <button type="button" className="why" onClick={() => void put(had.filter((x) => x !== h))}>
                {say('off')}
              </button>
            </span>
          </li>
        ))}
      </ul>
      <div className="grid grid-cols-3 gap-5 pt-2">
        <TextField
          type="date"
          label={say('day')}
          value={day}
          onChange={(d) => {
            if (d) setDay(d);
          }}
        />
        <TextField label={say('times_the_usual')} value={factor} onChange={setFactor} inputMode="decimal" />
        <TextField label={say('name')} value={name} onChange={setName} />
      </div>
      <Refused problem={problem} />
      <div className="flex gap-3">
        <Button
          kind="main"
          busy={busy}
          notYet={!data ? say('the_list_has_not_come_yet') : name.trim() ? null : say('name_it')}
          onPress={() =>
            void put([...had, { day, factor: Number(factor.replace(',', '.')) || 1, name: name.trim() }])
          }
        >
          {say('add_the_day')}
        </Button>
        <Button onPress={draft.leave(onClose)}>{say('back')}</Button>
      </div>
    </Dialog>
  );
}

/** A figure of what the counter sells; a dash where it is for orders alone. */
const ofForms = (of: (line: BuyingLine) => ReactNode) => (line: BuyingLine) =>
  line.forms.length === 0 ? '–' : of(line);

/** What is bought from one supplier; null for what nobody is known to bring. */
function FromSupplier({ name, plan }: { name: string | null; plan: BuyingPlan }) {
  const mass = useMass();
  const [open, setOpen] = useState<string | null>(null);
  const own = plan.lines.filter((l) => l.supplier === name);
  const sum = (of: (line: BuyingLine) => number) => own.reduce((s, l) => s + of(l), 0);
  return (
    <section className="pb-3">
      <h2 className="flex flex-wrap justify-between gap-x-4 text-row">
        {name ?? say('no_supplier_yet')}
        <span className="text-label font-medium text-ink2">
          {mass(sum((l) => l.grams))}, {about(sum((l) => l.money))}
        </span>
      </h2>
      <Table
        fixed
        least={700}
        rows={own}
        keyOf={(l) => l.speciesId}
        under={(l) => open === l.speciesId && <Working line={l} />}
        columns={[
          { head: say('fish_2'), cell: (l) => <Fish line={l} /> },
          {
            head: say('buy'),
            figure: true,
            width: 'w-[88px]',
            className: 'font-semibold',
            cell: (l) => (
              <>
                {say('fish', { fish: l.fish })}
                {l.boxes !== null && (
                  <span className="block text-note font-normal text-ink2">
                    {l.boxes} {l.boxes === 1 ? say('box') : say('boxes')}
                  </span>
                )}
              </>
            ),
          },
          { head: say('weight'), figure: true, width: 'w-[96px]', cell: (l) => <Mass g={l.grams} /> },
          { head: say('about'), figure: true, width: 'w-[88px]', cell: (l) => about(l.money) },
          { head: say('runs_out'), figure: true, width: 'w-[84px]', cell: ofForms((l) => percent(l.runOut)) },
          {
            head: say('left_over'),
            figure: true,
            width: 'w-[96px]',
            cell: ofForms((l) => <Mass g={Math.round(l.wasteGrams)} />),
          },
          {
            width: 'w-[64px] pl-3',
            cell: (l) =>
              l.forms.length > 0 && (
                <button
                  type="button"
                  className="why"
                  aria-expanded={open === l.speciesId}
                  onClick={() => setOpen(open === l.speciesId ? null : l.speciesId)}
                >
                  {say('why')}
                </button>
              ),
          },
        ]}
      />
    </section>
  );
}

/** What to buy for tomorrow: orders first, then what the counter will sell, as whole fish by supplier. */
export default function Buying() {
  const { me } = useShop();
  const { today, dayWords } = useTimes();
  const manager = me.role === 'manager';
  const [day, setDay] = useState<string | undefined>(undefined);
  const {
    data: plan,
    problem,
    refetch,
  } = useRead(routes.buying.plan, {
    query: day === undefined ? {} : { day },
    skip: !manager,
  });
  const [asking, setAsking] = useState<'holidays' | 'people' | 'suppliers' | null>(null);
  if (!manager) return <h1 className="text-head">{say('the_manager_decides_what_is_bought')}</h1>;
  if (!plan) return <Waiting problem={problem} onRetry={refetch} />;
  const names = [...new Set(plan.lines.map((l) => l.supplier))];
  return (
    <div className="pb-8">
      <CloseNav />
      <div className="flex flex-wrap items-end justify-between gap-4 pb-2">
        <div>
          <h1 className="text-head">
            {plan.lines.length === 0
              ? say('nothing_to_buy_for', { day: dayWords(plan.day) })
              : say('buy_fish_about', {
                  fish: plan.lines.reduce((n, l) => n + l.fish, 0),
                  known: plan.money === 0 ? 'no' : 'yes',
                  money: formatMoney(plan.money),
                })}
          </h1>
          <p className="text-ink2">
            {say('for', { day: dayWords(plan.day) })}
            {plan.until > plan.day && say('to_last_to', { until: dayWords(plan.until) })}
            {say('prices_as_last_paid_in')}{' '}
            <Why>
              <p>{say('orders_nothing_in_stock_can_serve')}</p>
              <p>{say('what_is_left_over_is_worth_70_of')}</p>
            </Why>
          </p>
        </div>
        <div className="flex flex-wrap items-center gap-3">
          <Button
            small
            onPress={() => setDay(addDays(plan.day, -1))}
            notYet={plan.day <= today() ? say('that_is_over') : null}
          >
            ‹
          </Button>
          <Button small onPress={() => setDay(addDays(plan.day, 1))}>
            ›
          </Button>
          <button type="button" className="why" onClick={() => setAsking('people')}>
            {say('for_so_many_people')}
          </button>
          <button type="button" className="why" onClick={() => setAsking('holidays')}>
            {say('feasts')}
          </button>
          <button type="button" className="why" onClick={() => setAsking('suppliers')}>
            {say('suppliers')}
          </button>
          <a className="why" href={`/api/buying/${plan.day}/list.pdf`} target="_blank" rel="noreferrer">
            {say('pdf')}
          </a>
          <a className="why" href={`/api/buying/${plan.day}/list.csv`}>
            {say('csv')}
          </a>
        </div>
      </div>
      {plan.lines.length === 0 && (
        <p className="border-t border-line py-3 text-ink2">{say('what_lies_there_serves_every_order')}</p>
      )}
      {names.map((name) => (
        <FromSupplier key={name ?? ''} name={name} plan={plan} />
      ))}
      <div className="border-t border-line pt-3">
        <Forecast />
      </div>
      {asking === 'holidays' && <Holidays onClose={() => setAsking(null)} />}
      {asking === 'suppliers' && <Suppliers onClose={() => setAsking(null)} />}
      {asking === 'people' && <ForPeople onClose={() => setAsking(null)} />}
    </div>
  );
}
