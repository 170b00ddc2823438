import type { Pay, Sold } from '@ember-slate/contract';
import { routes } from '@ember-slate/contract/routes';
import { useState } from 'react';
import { useChosenRow, useDay } from '../../app/address.ts';
import { useChange, useRead } from '../../app/api.ts';
import { useDraft, useKept } from '../../app/draft.ts';
import { useShop, useTimes } from '../../app/shop.tsx';
import { Button } from '../../parts/Button.tsx';
import { Choice } from '../../parts/Choice.tsx';
import { TextField } from '../../parts/Field.tsx';
import { useMass } from '../../parts/Mass.tsx';
import { formatMoney } from '../../parts/money.ts';
import { Waiting } from '../../parts/Waiting.tsx';
import { BesideCounter } from '../../parts/BesideCounter.tsx';
import { DayStep } from '../../parts/DayStep.tsx';
import { Picker } from '../../parts/Picker.tsx';
import { WithReason } from '../../parts/WithReason.tsx';
import { Refused } from '../../parts/Refused.tsx';
import { GiveBack, payWords } from './GiveBack.tsx';
import { RefundRight } from './RefundRight.tsx';
import { say } from './say.ts';

/** How it was really paid: the till of its day follows, and the account of who owes it. */
function OtherPay({ sale }: { sale: Sold }) {
  const draft = useDraft(`paid otherwise ${sale.id}`);
  const { send, busy, problem } = useChange(routes.counter.changePay, draft);
  const [pay, setPay] = useKept<Pay | null>(draft, 'pay', null);
  const [customer, setCustomer] = useKept(draft, 'customer', sale.customer ?? '');
  const [reason, setReason] = useKept(draft, 'reason', '');
  const { data: customers } = useRead(routes.orders.customers);
  if (pay === null)
    return (
      <Button small onPress={() => setPay(sale.pay)}>
        {say('paid_another_way')}
      </Button>
    );
  const ofOrder = sale.orderNumber !== null;
  const notYet =
    pay === sale.pay && (pay !== 'account' || ofOrder || customer === sale.customer)
      ? say('choose_how_it_was_paid')
      : pay === 'account' && customer.trim() === ''
        ? say('say_whose_account')
        : reason.trim()
          ? null
          : say('say_why');
  return (
    <form
      className="border-t border-line pt-3"
      onSubmit={(e) => {
        e.preventDefault();
        void send({ pay, customer: pay === 'account' ? customer : null, reason }, { id: sale.id });
      }}
    >
      <Choice
        label={say('how_it_was_paid')}
        value={pay}
        onChange={setPay}
        options={(['cash', 'card', 'account'] as const).map((p) => ({ value: p, name: payWords[p] }))}
      />
      {pay === 'account' && !ofOrder && (
        <Picker
          free
          label={say('whose_account')}
          value={customer}
          onChange={setCustomer}
          options={(customers ?? []).map((c) => ({ value: c.name, name: c.name }))}
        />
      )}
      <TextField
        label={say('why')}
        value={reason}
        onChange={setReason}
        note={say('the_till_of_its_day_follows')}
      />
      <Refused problem={problem} />
      <div className="flex gap-3">
        <Button submit busy={busy} notYet={notYet}>
          {say('put_it_right')}
        </Button>
        <Button onPress={draft.leave(() => undefined)}>{say('cancel')}</Button>
      </div>
    </form>
  );
}

function OneSale({ sale }: { sale: Sold }) {
  const { me } = useShop();
  const { time } = useTimes();
  const mass = useMass();
  const [back, setBack] = useState<number | null>(null);
  const line = sale.lines.find((l) => l.position === back);
  const [wrongId, setWrong] = useState<number | null>(null);
  const wrong = sale.refunds.find((r) => r.id === wrongId);
  return (
    <section aria-label={say('sale', { number: sale.number })}>
      <h2 className="text-big">
        {say('sale', { number: sale.number })}
        {sale.orderNumber !== null && say('order', { orderNumber: sale.orderNumber })}
      </h2>
      <p className="pb-2 text-ink2">
        {time(sale.at)}, {sale.by}, {payWords[sale.pay]}
        {sale.customer !== null && `, ${sale.customer}`}
        {sale.voided && say('taken_back_whole')}
      </p>
      <ul>
        {sale.lines.map((l) => (
          <li key={l.position} className="flex items-center gap-3 border-t border-line py-1.5">
            <div className="min-w-0 flex-1">
              <div className="font-figure text-label font-semibold">{l.name}</div>
              <div className="text-note text-ink2">
                {l.unit === 'kg' ? mass(l.grams) : String(l.pieces)}
                {l.source === 'simulated' && ` ${say('simulated')}`}{' '}
                {say('at_3', { perKg: formatMoney(l.perKg), unit: l.unit })}
                {l.perKg !== l.fullPerKg && say('list', { fullPerKg: formatMoney(l.fullPerKg) })}
                {l.priceReason && `: ${l.priceReason}`}
                {l.code !== null && ` · ${l.code}`}
                {l.refundedMoney > 0 &&
                  ` ${say('given_back_2', { refundedMoney: formatMoney(l.refundedMoney) })}`}
              </div>
            </div>
            <span className="font-figure text-row font-semibold">{formatMoney(l.money)}</span>
            {!sale.voided && l.money > l.refundedMoney && (
              <Button small onPress={() => setBack(l.position)}>
                {say('give_back_2')}
              </Button>
            )}
          </li>
        ))}
      </ul>
      <p className="flex items-baseline justify-between border-t-[1.5px] border-ink py-2">
        <a
          className="why"
          href={`/api/counter/sales/${sale.id}/receipt.pdf`}
          target="_blank"
          rel="noreferrer"
        >
          {say('receipt_pdf')}
        </a>
        {sale.depositUsed > 0 && (
          <span className="text-note text-ink2">
            {say('deposit_paid_before', { money: formatMoney(sale.depositUsed) })}
          </span>
        )}
        <span className="font-figure text-head font-semibold">{formatMoney(sale.total)}</span>
      </p>
      {sale.refunds.length > 0 && (
        <ul aria-label={say('money_given_back')}>
          {sale.refunds.map((r) => (
            <li key={r.id} className="flex items-center gap-3 border-b border-line py-1.5">
              <span className="min-w-0 flex-1">
                {say('refund_of', {
                  money: formatMoney(r.money),
                  pay: payWords[r.pay],
                  at: time(r.at),
                  by: r.by,
                  reason: r.reason,
                })}
              </span>
              <Button small onPress={() => setWrong(r.id)}>
                {say('put_right')}
              </Button>
            </li>
          ))}
        </ul>
      )}
      {wrong && <RefundRight sale={sale} refund={wrong} onClose={() => setWrong(null)} />}
      {line && <GiveBack key={line.position} sale={sale} line={line} onDone={() => setBack(null)} />}
      {!sale.voided && !line && (
        <div className="flex flex-wrap items-start gap-3 pt-2 [&>form]:w-full">
          <OtherPay sale={sale} />
          {me.role === 'manager' && sale.refunded === 0 && (
            <WithReason
              draft={`take back ${sale.id}`}
              route={routes.counter.voidSale}
              params={{ id: sale.id }}
              body={(reason) => ({ reason })}
              open={say('take_the_whole_sale_back')}
              label={
                sale.orderNumber === null
                  ? say('why_the_fish_goes_back_where_it')
                  : say('why_the_order_goes_back')
              }
              act={say('take_it_back')}
            />
          )}
        </div>
      )}
    </section>
  );
}

/** The sales of a day: receipts, money back, whole sales undone. */
export default function Sales() {
  const { today, time } = useTimes();
  const [day, setDay] = useDay('day', today());
  const { data: sales, problem, refetch } = useRead(routes.counter.sales, { query: { day } });
  const [id, setId] = useChosenRow('sale');
  if (!sales) return <Waiting problem={problem} onRetry={refetch} />;
  const live = sales.filter((s) => !s.voided);
  const total = live.reduce((s, x) => s + x.total - x.refunded, 0);
  const shown = sales.find((s) => String(s.id) === id) ?? sales[0];
  return (
    <div className="screen">
      <BesideCounter
        title={
          sales.length === 0
            ? say('nothing_sold_yet')
            : say('sales_2', { live: live.length, total: formatMoney(total) })
        }
      >
        <DayStep day={day} onDay={setDay} />
      </BesideCounter>
      <div className="panes grid-cols-[minmax(0,1fr)_minmax(0,1fr)] border-t border-line">
        <ul className="pane-list" aria-label={say('sales_3')}>
          {sales.map((s) => (
            <li key={s.id} className="border-b border-line">
              <button
                type="button"
                aria-pressed={s.id === shown?.id}
                onClick={() => setId(s.id)}
                className={`grid min-h-11 w-full grid-cols-[52px_minmax(0,1fr)_64px_84px] items-center gap-3 max-[359px]:grid-cols-[44px_minmax(0,1fr)_76px] max-[359px]:gap-2 px-2 text-left hover:bg-lift ${s.id === shown?.id ? 'bg-lift outline-[2.5px] -outline-offset-2 outline-ink' : ''}`}
              >
                <span className="font-figure text-label">{time(s.at)}</span>
                <span className={`py-1 ${s.voided ? 'line-through' : ''}`}>
                  {s.lines.map((l) => l.name).join('; ')}
                </span>
                <span className="text-note text-ink2 max-[359px]:hidden">{payWords[s.pay]}</span>
                <span className="text-right font-figure text-label font-semibold">
                  {formatMoney(s.total)}
                  {s.refunded > 0 && (
                    <span className="block text-note leading-3 font-normal text-ink2">
                      {formatMoney(-s.refunded)}
                    </span>
                  )}
                </span>
              </button>
            </li>
          ))}
        </ul>
        <div className="pane py-3">
          {shown ? (
            <OneSale key={shown.id} sale={shown} />
          ) : (
            <p className="text-ink2">{say('what_is_paid_at_the_counter_stands')}</p>
          )}
        </div>
      </div>
    </div>
  );
}
