import type { Order } from '@ember-slate/contract';
import { routes } from '@ember-slate/contract/routes';
import { shortReady } from '@ember-slate/core/orders';
import { useState } from 'react';
import { useRead } from '../../app/api.ts';
import { useNow, useShop, useTimes } from '../../app/shop.tsx';
import { Button } from '../../parts/Button.tsx';
import { HandOver } from '../../parts/HandOver.tsx';
import { Lozenge } from '../../parts/Lozenge.tsx';
import { Waiting } from '../../parts/Waiting.tsx';
import { OrderLines } from './OrderRow.tsx';
import { BesideHead } from './BesideHead.tsx';
import { say } from './say.ts';

/** When the last ticket of an order is done by the bench's clock; null while none is made or nobody cuts. */
function readyAt(order: Order, done: ReadonlyMap<number, string>): string | null {
  const waits = order.lines.filter((l) => ['open', 'planned', 'cutting'].includes(l.state));
  const times = waits.map((l) => l.tickets.map((t) => done.get(t)).filter((t) => t !== undefined));
  if (waits.length === 0 || times.some((t) => t.length === 0)) return null;
  return times.flat().reduce((a, b) => (a > b ? a : b));
}

/** Today's collections as the counter reads them from a step away: what is ready, and when the rest will be. */
export default function OrdersDue() {
  const { data: orders, problem, refetch } = useRead(routes.orders.list, { query: {} });
  const { data: clock } = useRead(routes.bench.clock);
  const { me } = useShop();
  const { time, when, day, today } = useTimes();
  const now = useNow();
  const [handing, setHanding] = useState<number | null>(null);
  if (!orders) return <Waiting problem={problem} onRetry={refetch} />;
  const done = new Map((clock?.tickets ?? []).map((t) => [t.id, t.doneAt]));
  const mine = orders.filter((o) => today(new Date(o.dueAt)) <= today());
  const ready = mine.filter((o) => o.state === 'ready');
  const asked = orders.find((o) => o.id === handing);
  const next = orders.find((o) => !mine.includes(o));
  return (
    <div className="pb-8">
      <BesideHead>
        {mine.length === 0
          ? say('nothing_more_to_collect_today')
          : say('of_ready_to_collect_today', { ready: ready.length, mine: mine.length })}
      </BesideHead>
      {mine.length === 0 && next && (
        <p className="text-ink2">
          {say('next_is', { customer: next.customer, day: day(next.dueAt), time: time(next.dueAt) })}
        </p>
      )}
      <ul>
        {mine.map((o) => {
          const at = readyAt(o, done);
          const minutes = at
            ? Math.round((new Date(at).getTime() - new Date(o.dueAt).getTime()) / 60_000)
            : 0;
          const late = o.state !== 'ready' && (minutes > 0 || new Date(o.dueAt) < now);
          const lacks = o.lines.some((l) => shortReady(l) !== null);
          const word =
            o.state === 'ready'
              ? lacks
                ? say('ready_short_ask', { customer: o.customer })
                : say('ready')
              : at
                ? say('by', { at: when(at), minutes: minutes > 0 ? say('min_late', { minutes }) : '' })
                : say('not_at_the_bench_yet');
          return (
            <li
              key={o.id}
              data-order={o.number}
              className="grid min-h-[76px] grid-cols-[96px_minmax(0,1.2fr)_minmax(0,2fr)_minmax(0,220px)_150px] items-center gap-x-5 border-t border-line py-2 max-lg:grid-cols-[90px_minmax(0,1fr)_150px] max-sm:grid-cols-[72px_minmax(0,1fr)]"
            >
              <span
                className={`font-figure text-[34px] leading-none font-semibold max-sm:text-big ${late ? 'text-embertext' : ''}`}
              >
                {time(o.dueAt)}
              </span>
              <span>
                <span className="block font-figure text-big leading-tight font-semibold">{o.customer}</span>
                <span className="text-note text-ink3">{say('order', { number: o.number })}</span>
              </span>
              <span className="max-lg:col-start-2 max-lg:row-start-2">
                <OrderLines order={o} />
              </span>
              <span
                className={`font-figure text-row font-semibold max-lg:col-start-2 max-lg:row-start-3 ${o.state === 'ready' ? 'text-rime' : late ? 'text-embertext' : 'text-ink2'}`}
              >
                {late && <Lozenge />} {word}
              </span>
              <span className="text-right max-lg:col-start-3 max-lg:row-start-1 max-sm:col-start-2 max-sm:row-start-4 max-sm:text-left">
                {me.role !== 'bench' && o.lines.some((l) => l.state === 'ready') && (
                  <Button kind={o.state === 'ready' ? 'main' : 'plain'} onPress={() => setHanding(o.id)}>
                    {say('hand_over')}
                  </Button>
                )}
              </span>
            </li>
          );
        })}
      </ul>
      <p className="pt-4">
        <a className="why" href={routes.orders.calendar.path} download>
          {say('calendar_file')}
        </a>
      </p>
      {asked && <HandOver order={asked} onClose={() => setHanding(null)} />}
    </div>
  );
}
