import type { DayClose } from '@ember-slate/contract';
import { useEffect, useRef, useState } from 'react';
import { Link } from 'react-router';
import { useTimes } from '../../app/shop.tsx';
import { Button } from '../../parts/Button.tsx';
import { MoneyField } from '../../parts/Field.tsx';
import { Mass, useMass } from '../../parts/Mass.tsx';
import { formatMoney } from '../../parts/money.ts';
import { useDegrees } from '../../parts/temperature.ts';
import { Checks } from './Checks.tsx';
import { openOf, steps, type StepId } from './todo.ts';
import { say } from './say.ts';
import { Table } from '../../parts/Table.tsx';

export interface Counted {
  cash: number | null;
  card: number | null;
}

function Orders({ day }: { day: DayClose }) {
  const { when } = useTimes();
  return day.ordersLeft.length === 0 ? (
    <p>{say('every_order_of_today_has_gone')}</p>
  ) : (
    <>
      <ul>
        {day.ordersLeft.map((o) => (
          <li key={o.id} className="flex justify-between border-t border-line py-1.5">
            <span>{say('order', { number: o.number, customer: o.customer })}</span>
            <span className="text-ink2">
              {when(o.dueAt)}, {o.ready ? say('ready_on_the_shelf') : say('not_cut')}
            </span>
          </li>
        ))}
      </ul>
      <p className="pt-2">
        {say('hand_them_over_or_give_them_up_the')}{' '}
        <Link className="why" to="/orders/due">
          {say('orders_due')}
        </Link>
      </p>
    </>
  );
}

function SlabStep({ day }: { day: DayClose }) {
  return day.onSlab.length === 0 ? (
    <p>{say('slab_and_display_case_are_empty')}</p>
  ) : (
    <>
      <ul>
        {day.onSlab.slice(0, 9).map((r) => (
          <li
            key={`${r.place} ${r.code} ${r.name}`}
            className="flex justify-between border-t border-line py-1"
          >
            <span>
              {r.name} <span className="text-note text-ink3">{r.code}</span>
            </span>
            <span className="font-figure text-label">
              <Mass g={r.grams} />
            </span>
          </li>
        ))}
      </ul>
      <p className="pt-2">
        {day.onSlab.length > 9 && `${say('and_more_2', { onSlab: day.onSlab.length - 9 })} `}
        {say('take_it_all_back_to_the_cold_room')}{' '}
        <Link className="why" to="/counter">
          {say('counter')}
        </Link>
      </p>
    </>
  );
}

function Temperatures({ day }: { day: DayClose }) {
  const inDegrees = useDegrees();
  const degrees = (c: number | null) => (c === null ? '–' : inDegrees(c));
  return (
    <>
      <Table
        rows={day.temperatures}
        keyOf={(t) => t.name}
        columns={[
          { head: say('place'), cell: (t) => t.name },
          { head: say('lowest'), cell: (t) => degrees(t.low), figure: true },
          { head: say('highest'), cell: (t) => degrees(t.high), figure: true },
          { head: say('limit'), cell: (t) => degrees(t.limit), figure: true },
          {
            cell: (t) =>
              t.unanswered > 0
                ? say('to_answer', { unanswered: t.unanswered })
                : t.low === null
                  ? say('no_reading')
                  : say('seen'),
            className: 'pl-3 text-note',
          },
        ]}
      />
      <p className="pt-2 text-ink2">
        {say('warm_and_silent_stretches_are')}{' '}
        <Link className="why" to="/cold">
          {say('cold_places')}
        </Link>
      </p>
    </>
  );
}

function Till({ day, counted, onCount }: { day: DayClose; counted: Counted; onCount: (c: Counted) => void }) {
  const { cash, card, account } = day.tills;
  const tills: { name: string; till: DayClose['tills']['cash']; was: number | null }[] = [
    { name: say('cash'), till: cash, was: counted.cash },
    { name: say('card'), till: card, was: counted.card },
    ...(account.expected === 0 ? [] : [{ name: say('on_account'), till: account, was: null }]),
  ];
  const some = (minor: number) => (minor === 0 ? '–' : formatMoney(minor));
  return (
    <>
      <Table
        rows={tills}
        keyOf={(t) => t.name}
        columns={[
          { cell: (t) => t.name },
          { head: say('sales'), cell: (t) => formatMoney(t.till.sales), figure: true },
          { head: say('deposits'), cell: (t) => some(t.till.deposits), figure: true },
          { head: say('given_back'), cell: (t) => some(t.till.refunds), figure: true },
          ...(tills.some((t) => t.till.payments > 0)
            ? [
                {
                  head: say('paid_on_accounts'),
                  cell: (t: (typeof tills)[number]) => some(t.till.payments),
                  figure: true,
                },
              ]
            : []),
          {
            head: say('expected'),
            cell: (t) => formatMoney(t.till.expected),
            figure: true,
            className: 'font-semibold',
          },
          {
            head: say('counted'),
            cell: ({ was, till }) =>
              was === null
                ? '–'
                : was === till.expected
                  ? say('agrees')
                  : say(was < till.expected ? 'money_short' : 'money_over', {
                      money: formatMoney(was - till.expected),
                    }),
            figure: true,
          },
        ]}
      />
      {!day.closedBy && (
        <div className="grid max-w-[420px] grid-cols-2 gap-5 pt-3">
          <MoneyField
            label={say('cash_in_the_till')}
            value={counted.cash}
            onChange={(cash) => onCount({ ...counted, cash })}
            note={say('the_float_left_out')}
          />
          <MoneyField
            label={say('card_slips')}
            value={counted.card}
            onChange={(card) => onCount({ ...counted, card })}
          />
        </div>
      )}
    </>
  );
}

function Waste({ day }: { day: DayClose }) {
  return day.waste.length === 0 ? (
    <p>{say('nothing_was_thrown_away')}</p>
  ) : (
    <ul>
      {day.waste.map((w) => (
        <li key={w.reason + w.grams} className="flex justify-between border-t border-line py-1">
          {w.reason}
          <span className="font-figure text-label font-semibold">
            <Mass g={w.grams} />
          </span>
        </li>
      ))}
    </ul>
  );
}

function Lots({ day, onLot }: { day: DayClose; onLot: (id: number) => void }) {
  const mass = useMass();
  const off = day.lots.filter((l) => !l.discrepancy.within);
  return off.length === 0 ? (
    <p>{say('every_lot_of_the_day_balances')}</p>
  ) : (
    <ul>
      {off.map((l) => (
        <li key={l.lotId} className="flex items-center justify-between border-t border-line py-1">
          <span>
            {l.speciesName} <span className="text-note text-ink3">{l.code}</span>
          </span>
          <span>
            {say('of_2', {
              grams: mass(Math.abs(l.discrepancy.grams)),
              side: l.discrepancy.grams > 0 ? say('short') : say('over'),
              received: mass(l.flow.received),
            })}{' '}
            <button type="button" className="why" onClick={() => onLot(l.lotId)}>
              {say('where_it_went')}
            </button>
          </span>
        </li>
      ))}
    </ul>
  );
}

function Step({
  id,
  day,
  counted,
  onCount,
  onLot,
}: {
  id: StepId;
  day: DayClose;
  counted: Counted;
  onCount: (c: Counted) => void;
  onLot: (id: number) => void;
}) {
  const mass = useMass();
  switch (id) {
    case 'orders':
      return <Orders day={day} />;
    case 'bench':
      return (
        <p>
          {openOf('bench', day, mass) ?? say('no_fish_is_on_the_board_every')}{' '}
          <Link className="why" to={day.openTickets > 0 ? '/bench' : '/landing'}>
            {day.openTickets > 0 ? say('bench') : say('landing')}
          </Link>
        </p>
      );
    case 'slab':
      return <SlabStep day={day} />;
    case 'waste':
      return <Waste day={day} />;
    case 'counts':
      return (
        <p>
          {day.counts.rows === 0
            ? say('nothing_was_counted_today')
            : say('rows_counted_in_all', {
                rows: day.counts.rows,
                grams: mass(Math.abs(day.counts.grams)),
                side: day.counts.grams <= 0 ? say('short') : say('over'),
              })}{' '}
          {day.counts.largest && `${say('most', { largest: day.counts.largest })} `}
          <Link className="why" to="/counter/count">
            {say('stock_take')}
          </Link>
        </p>
      );
    case 'lots':
      return <Lots day={day} onLot={onLot} />;
    case 'cold':
      return <Temperatures day={day} />;
    case 'checks':
      return <Checks day={day} />;
    case 'till':
      return <Till day={day} counted={counted} onCount={onCount} />;
    case 'tomorrow':
      return day.tomorrow.length === 0 ? (
        <p>{say('nothing_presses_in_the_morning')}</p>
      ) : (
        <ul>
          {day.tomorrow.map((t) => (
            <li key={t.what} className="flex justify-between gap-6 border-t border-line py-1">
              <span className="font-figure text-label font-semibold">{t.what}</span>
              <span className="text-right text-ink2">{t.why}</span>
            </li>
          ))}
        </ul>
      );
  }
}

interface Props {
  day: DayClose;
  counted: Counted;
  onCount: (c: Counted) => void;
  onLot: (id: number) => void;
  onClose: () => void;
}

/** The closing, step by step: what is open stands out, everything else can be looked at. */
export function Guide({ day, counted, onCount, onLot, onClose }: Props) {
  const mass = useMass();
  const open = steps.filter((s) => openOf(s.id, day, mass) !== null);
  const [chosen, setChosen] = useState<StepId | null>(null);
  const at = chosen ?? open[0]?.id ?? 'till';
  const index = steps.findIndex((s) => s.id === at);
  const counts = counted.cash !== null && counted.card !== null;
  const heading = useRef<HTMLHeadingElement>(null);
  // A long step left at its end: the next one is read from its beginning.
  useEffect(() => {
    if (chosen) heading.current?.scrollIntoView({ block: 'nearest' });
  }, [chosen]);
  return (
    <section
      aria-label={say('closing_step_by_step')}
      className="grid grid-cols-[252px_minmax(0,1fr)] gap-8 border-t border-line pt-3 pb-4 max-sm:grid-cols-1"
    >
      <ol>
        {steps.map((s, i) => {
          const left = openOf(s.id, day, mass);
          const here = s.id === at;
          return (
            <li key={s.id}>
              <button
                type="button"
                aria-current={here ? 'step' : undefined}
                onClick={() => setChosen(s.id)}
                className={`grid min-h-9 w-full grid-cols-[24px_minmax(0,1fr)_auto] items-center gap-2 border-b border-line px-1.5 text-left hover:bg-lift ${here ? 'bg-lift outline-[2.5px] -outline-offset-2 outline-ink' : ''}`}
              >
                <span className="font-figure text-label text-ink3">{i + 1}</span>
                <span className="font-figure text-label font-semibold">{s.name}</span>
                <span className={`text-note ${left ? 'text-embertext' : 'text-ink3'}`}>
                  {left
                    ? say('open')
                    : s.id === 'till' && !counts && !day.closedBy
                      ? say('to_count')
                      : say('done')}
                </span>
              </button>
            </li>
          );
        })}
      </ol>
      <div className="flex min-w-0 flex-col">
        <h2 ref={heading} className="scroll-mt-4 pb-2 text-row">
          {steps[index]!.name}
        </h2>
        <div className="min-h-[180px] flex-1">
          <Step id={at} day={day} counted={counted} onCount={onCount} onLot={onLot} />
        </div>
        {!day.closedBy && (
          <div className="flex gap-3 pt-3">
            {index < steps.length - 1 ? (
              <Button onPress={() => setChosen(steps[index + 1]!.id)}>
                {say('next', { steps: steps[index + 1]!.name.toLowerCase() })}
              </Button>
            ) : (
              <Button
                kind="main"
                notYet={day.openTickets > 0 ? say('a_fish_is_still_on_the_board') : null}
                onPress={onClose}
              >
                {say('close_the_day')}
              </Button>
            )}
          </div>
        )}
      </div>
    </section>
  );
}
