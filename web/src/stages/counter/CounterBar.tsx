import type { Order, StockRow } from '@ember-slate/contract';
import { Link } from 'react-router';
import { Button } from '../../parts/Button.tsx';
import { meant } from './bag.ts';
import type { useChosen } from './useChosen.ts';
import { say } from './say.ts';

interface Props {
  chosen: ReturnType<typeof useChosen>;
  rows: readonly StockRow[];
  view: 'slab' | 'list';
  onView: (view: 'slab' | 'list') => void;
  ready: readonly Order[];
  onHand: (orderId: number) => void;
  onFill: (way: 'fill' | 'clear') => void;
  bare: boolean;
}

/** Above the trays: find one, show them otherwise, go beside, hand over, fill and clear the slab. */
export function CounterBar({ chosen, rows, view, onView, ready, onHand, onFill, bare }: Props) {
  const { bag, asked, find } = chosen;
  return (
    <div className="flex flex-wrap items-end gap-x-5 gap-y-1 pb-1.5">
      <label className="flex items-baseline gap-2 border-b-2 border-rule">
        <span className="text-note text-ink2">{say('which')}</span>
        <input
          ref={find}
          className="h-11 w-[124px] bg-transparent font-figure text-label"
          placeholder={say('b3_hake_fillet')}
          value={asked}
          onChange={(e) => chosen.type(e.target.value)}
          onKeyDown={(e) => {
            if (e.key === 'Enter') chosen.settle(meant(rows, asked)[0]);
            if (e.key === 'Escape') chosen.stopAsking();
          }}
        />
      </label>
      <div role="group" aria-label={say('show_it')} className="flex gap-3">
        {(['slab', 'list'] as const).map((v) => (
          <button
            key={v}
            type="button"
            aria-pressed={view === v}
            onClick={() => onView(v)}
            className={`min-h-11 border-b-2 font-figure text-label ${view === v ? 'border-ink font-semibold' : 'border-transparent text-ink2'}`}
          >
            {v === 'slab' ? say('as_it_lies') : say('as_a_list')}
          </button>
        ))}
      </div>
      <nav aria-label={say('beside_the_counter')} className="flex gap-4 pl-2">
        {bag.maySell && (
          <Link className="why why-wet" to="/counter/sales">
            {say('sales')}
          </Link>
        )}
        <Link className="why why-wet" to="/counter/count">
          {say('stock_take')}
        </Link>
        <Link className="why why-wet" to="/counter/acts">
          {say('moved_and_binned')}
        </Link>
        <Link className="why why-wet" to="/counter/trim">
          {say('trim')}
        </Link>
      </nav>
      <div className="ml-auto flex flex-wrap items-center gap-2">
        {bag.maySell && ready.length > 0 && (
          <ul aria-label={say('ready_to_collect')} className="flex gap-2">
            {ready.slice(0, 1).map((o) => (
              <li key={o.id}>
                <Button small onPress={() => onHand(o.id)}>
                  {say('hand_over', { customer: o.customer })}
                </Button>
              </li>
            ))}
          </ul>
        )}
        {ready.length > 1 && (
          <Link className="why why-wet" to="/orders/due">
            {say('ready', { ready: ready.length })}
          </Link>
        )}
        <Button small onPress={() => onFill('fill')}>
          {say('fill_the_slab')}
        </Button>
        <Button small onPress={() => onFill('clear')} notYet={bare ? say('it_is_bare') : null}>
          {say('clear')}
        </Button>
      </div>
    </div>
  );
}
