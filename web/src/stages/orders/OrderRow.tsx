import type { Order } from '@ember-slate/contract';
import { routes } from '@ember-slate/contract/routes';
import { shortReady } from '@ember-slate/core/orders';
import { shortName } from '@ember-slate/core/species';
import { useEffect, useRef, type ReactNode } from 'react';
import { useChosenRow } from '../../app/address.ts';
import { useNow, useTimes } from '../../app/shop.tsx';
import { Lozenge } from '../../parts/Lozenge.tsx';
import { useMass } from '../../parts/Mass.tsx';
import { useWant } from '../../parts/forms.ts';
import { wishWords } from '../../parts/words.ts';
import { formatMoney } from '../../parts/money.ts';
import { OpenDoubt } from './OpenDoubt.tsx';
import { say } from './say.ts';

type Line = Order['lines'][number];

const stateWords: Record<Line['state'], string> = {
  open: say('not_planned'),
  planned: say('fish_chosen'),
  cutting: say('at_the_bench'),
  ready: say('ready'),
  handed: say('collected'),
  cancelled: say('taken_off'),
};

/** A line with a ticket stands at the bench even before the first cut. */
const lineWord = (line: Line) =>
  line.state === 'planned' && line.tickets.length > 0
    ? say('at_the_bench')
    : line.state === 'open' && line.letGoBy !== null
      ? say('let_go_on_the_plan_by', { name: line.letGoBy.split(' ')[0]! })
      : stateWords[line.state];

/** What lies ready and is less than was asked for: the customer is asked. */
function ShortWord({ line }: { line: Line }) {
  const mass = useMass();
  const short = shortReady(line);
  if (!short) return null;
  return (
    <span className="text-embertext">
      {' '}
      {'grams' in short
        ? say('short_by', { amount: mass(short.grams) })
        : say('pieces_short', { pieces: short.pieces })}
    </span>
  );
}

export function OrderLines({ order }: { order: Order }) {
  const mass = useMass();
  const want = useWant();
  return order.lines
    .filter((l) => l.state !== 'cancelled')
    .map((l) => (
      <div key={l.id} className="text-note text-ink2">
        {shortName(l.speciesName)}, {[want(l), ...wishWords(l)].join(', ')} ·{' '}
        <span className={l.state === 'ready' ? 'text-rime' : 'text-ink3'}>
          {lineWord(l)}
          {l.state === 'ready' ? `, ${mass(l.readyGrams)}` : ''}
        </span>
        <ShortWord line={l} />
      </div>
    ));
}

/** An order in the list: when, who, what of it is where. */
export function OrderRow({ order, children }: { order: Order; children: ReactNode }) {
  const { when, local, today } = useTimes();
  const now = useNow();
  const due = local(order.dueAt);
  const late = order.state === 'open' && new Date(order.dueAt) < now;
  const [sought] = useChosenRow('order');
  const found = sought === String(order.id);
  const row = useRef<HTMLLIElement>(null);
  useEffect(() => {
    if (found) row.current?.scrollIntoView({ block: 'center' });
  }, [found]);
  return (
    <li
      ref={row}
      className={`grid grid-cols-[58px_minmax(0,1fr)_auto] gap-3 border-t border-line py-2 ${found ? 'outline-[2.5px] -outline-offset-2 outline-ink' : ''}`}
    >
      <div className={`font-figure text-row font-semibold ${late ? 'text-embertext' : ''}`}>
        {when(order.dueAt).slice(-5)}
      </div>
      <div className="min-w-0">
        {order.state === 'open' && (
          <OpenDoubt day={today(due)} minutes={due.getHours() * 60 + due.getMinutes()} />
        )}
        <div className="font-figure text-label font-semibold">
          {order.customer}{' '}
          <a
            className="why text-note font-normal"
            href={routes.orders.slip.path.replace(':id', String(order.id))}
            target="_blank"
            rel="noreferrer"
            title={say('its_slip_to_print')}
          >
            {say('order', { number: order.number })}
          </a>{' '}
          <span className="font-text text-note font-normal text-ink3">
            {say('taken_by')} {order.takenBy.split(' ')[0]}
          </span>
          {late && (
            <span className="ml-2 text-embertext">
              <Lozenge /> {say('late')}
            </span>
          )}
        </div>
        <OrderLines order={order} />
        <div className="text-note text-ink3">
          {[
            order.remarks,
            order.deposit > 0 && say('deposit_2', { deposit: formatMoney(order.deposit) }),
            order.standingId !== null && say('every_week_2'),
          ]
            .filter((w) => w)
            .join(' · ')}
        </div>
      </div>
      {children}
    </li>
  );
}
