import type { Order } from '@ember-slate/contract';
import { routes } from '@ember-slate/contract/routes';
import { useRef, useState } from 'react';
import { Link } from 'react-router';
import { useRead } from '../../app/api.ts';
import { useNow, useShop, useTimes } from '../../app/shop.tsx';
import { Button } from '../../parts/Button.tsx';
import { HandOver } from '../../parts/HandOver.tsx';
import { Waiting } from '../../parts/Waiting.tsx';
import { DepositRight } from './DepositRight.tsx';
import { GiveUp } from './GiveUp.tsx';
import { OrderForm } from './OrderForm.tsx';
import { OrderRow } from './OrderRow.tsx';
import { say } from './say.ts';

function headline(orders: readonly Order[], now: Date, when: (at: string) => string): string {
  const late = orders.filter((o) => o.state === 'open' && new Date(o.dueAt) < now);
  if (late.length > 0)
    return say('waits_order_was_due', {
      customer: late[0]!.customer,
      number: late[0]!.number,
      dueAt: when(late[0]!.dueAt),
    });
  const next = orders[0];
  if (!next) return say('no_orders_yet');
  return next.state === 'ready'
    ? say('order_is_ready_for', { number: next.number, customer: next.customer, dueAt: when(next.dueAt) })
    : say('next_is_2', { customer: next.customer, dueAt: when(next.dueAt) });
}

/** What is asked of which order. */
interface Asking {
  what: 'hand' | 'giveUp' | 'edit' | 'deposit';
  id: number;
}

/** The form the next order is taken with. */
function NewOrder() {
  const [fresh, setFresh] = useState(0);
  const top = useRef<HTMLDivElement>(null);
  return (
    <div ref={top}>
      <OrderForm
        key={fresh}
        order={null}
        onDone={() => undefined}
        onFresh={() => {
          setFresh((n) => n + 1);
          // The next caller's order begins at its first line.
          top.current?.scrollIntoView({ block: 'start' });
        }}
      />
    </div>
  );
}

/** Leads to a deposit that nobody noted when the order was taken. */
const Forgotten = ({ onPress }: { onPress: () => void }) => (
  <p className="pt-3">
    <button type="button" className="why" onClick={onPress}>
      {say('a_deposit_was_left_with_it')}
    </button>
  </p>
);

export default function Orders() {
  const { data: orders, problem, refetch } = useRead(routes.orders.list, { query: {} });
  const { me } = useShop();
  const { when, day } = useTimes();
  const now = useNow();
  const [asking, setAsking] = useState<Asking | null>(null);
  if (!orders) return <Waiting problem={problem} onRetry={refetch} />;
  const mayTake = me.role !== 'bench';
  const asked = orders.find((o) => o.id === asking?.id);
  const days = [...new Set(orders.map((o) => day(o.dueAt)))];
  return (
    <div className="screen">
      <div className="flex flex-wrap items-end justify-between gap-x-6 pb-2">
        <div>
          <h1 className="text-head max-sm:text-big">{headline(orders, now, when)}</h1>
          <p className="text-ink2">
            {orders.length === 0
              ? say('take_the_first_one_here_what')
              : say('orders_open_ready_on_the_shelf', {
                  orders: orders.length,
                  ready: orders.filter((o) => o.state === 'ready').length,
                })}
          </p>
        </div>
        <nav aria-label={say('about_orders')} className="flex flex-wrap gap-x-5 pb-1">
          <Link className="why" to="/orders/due">
            {say('orders_due')}
          </Link>
          <Link className="why" to="/orders/buying">
            {say('to_buy_for_orders')}
          </Link>
          <Link className="why" to="/orders/weekly">
            {say('every_week_2')}
          </Link>
        </nav>
      </div>
      <div
        className={`panes border-t border-line ${mayTake ? 'grid-cols-[minmax(0,1fr)_minmax(0,470px)]' : 'grid-cols-1'}`}
      >
        {/* The order that is being said comes first to the keyboard, and on a narrow screen to the eye. */}
        {mayTake && (
          <section className="pane pt-3 md:border-l md:border-line md:pl-6">
            {asking?.what === 'edit' && asked ? (
              <>
                <OrderForm key={asked.id} order={asked} onDone={() => setAsking(null)} />
                {asked.deposit === 0 && (
                  <Forgotten onPress={() => setAsking({ what: 'deposit', id: asked.id })} />
                )}
              </>
            ) : (
              <NewOrder />
            )}
          </section>
        )}
        <div className="pane pr-1 pb-6 md:order-first">
          {days.map((d) => (
            <section key={d}>
              <h2 className="sticky top-0 z-1 bg-slab pt-3 pb-1 text-label">{d}</h2>
              <ul>
                {orders
                  .filter((o) => day(o.dueAt) === d)
                  .map((o) => (
                    <OrderRow key={o.id} order={o}>
                      {mayTake && (
                        <div className="flex flex-col items-end gap-1">
                          {o.lines.some((l) => l.state === 'ready') && (
                            <Button small onPress={() => setAsking({ what: 'hand', id: o.id })}>
                              {say('hand_over')}
                            </Button>
                          )}
                          <div className="flex flex-wrap justify-end gap-x-3">
                            {o.deposit > 0 && (
                              <button
                                type="button"
                                className="why"
                                aria-label={say('put_deposit_right', { number: o.number })}
                                onClick={() => setAsking({ what: 'deposit', id: o.id })}
                              >
                                {say('deposit_link')}
                              </button>
                            )}
                            <button
                              type="button"
                              className="why"
                              aria-label={say('change_order', { number: o.number })}
                              onClick={() => setAsking({ what: 'edit', id: o.id })}
                            >
                              {say('change')}
                            </button>
                            <button
                              type="button"
                              className="why"
                              aria-label={say('order_is_not_wanted', { number: o.number })}
                              onClick={() => setAsking({ what: 'giveUp', id: o.id })}
                            >
                              {say('not_wanted')}
                            </button>
                          </div>
                        </div>
                      )}
                    </OrderRow>
                  ))}
              </ul>
            </section>
          ))}
        </div>
      </div>
      {asking?.what === 'hand' && asked && <HandOver order={asked} onClose={() => setAsking(null)} />}
      {asking?.what === 'deposit' && asked && <DepositRight order={asked} onClose={() => setAsking(null)} />}
      {asking?.what === 'giveUp' && asked && <GiveUp order={asked} onClose={() => setAsking(null)} />}
    </div>
  );
}
