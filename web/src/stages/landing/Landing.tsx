import type { Delivery } from '@ember-slate/contract';
import { routes } from '@ember-slate/contract/routes';
import { lazy, Suspense } from 'react';
import { useChosenRow, useDay } from '../../app/address.ts';
import { useRead } from '../../app/api.ts';
import { useShop, useTimes } from '../../app/shop.tsx';
import { Button } from '../../parts/Button.tsx';
import { Mass, useMass } from '../../parts/Mass.tsx';
import { DayStep } from '../../parts/DayStep.tsx';
import { FirstSteps } from '../../parts/FirstSteps.tsx';
import { Waiting } from '../../parts/Waiting.tsx';
import { DeliveryForm } from './DeliveryForm.tsx';
import { DeliveryView } from './DeliveryView.tsx';
import { differenceText } from './words.ts';
import { formatMoney } from '../../parts/money.ts';
import { say } from './say.ts';

/** Reading a note from a file is not the day's first need. */
const ImportNote = lazy(() => import('./ImportNote.tsx').then((m) => ({ default: m.ImportNote })));

/** The heading is the answer: what at the back door wants a hand. */
function headline(deliveries: readonly Delivery[], mass: (g: number) => string): string {
  const open = deliveries.filter((d) => d.state === 'open');
  const off = open.find((d) => d.differences.length > 0);
  if (off) return `${off.supplier}: ${differenceText(off.differences[0]!, mass)}`;
  if (open.length > 0) return say('is_being_unloaded', { supplier: open[0]!.supplier });
  if (deliveries.length === 0) return say('nothing_has_landed_today');
  return say('deliveries_landed_and_checked', { deliveries: deliveries.length });
}

/** Landed weight against the note on one axis for all deliveries: the note is a post, lots are the bar. */
function Against({ delivery, full }: { delivery: Delivery; full: number }) {
  const x = (g: number) => (g / full) * 168;
  const before = (i: number) => delivery.lots.slice(0, i).reduce((sum, l) => sum + l.grams, 0);
  return (
    <svg width="176" height="16" aria-hidden="true" className="overflow-visible">
      <path className="rul" d="M 0 15.5 H 170" />
      {delivery.lots.map((l, i) => (
        <rect
          key={l.id}
          x={x(before(i))}
          y="5"
          width={Math.max(1, x(l.grams) - 1.5)}
          height="10"
          fill="var(--ink2)"
          opacity="0.55"
        />
      ))}
      {delivery.noteGrams !== null && (
        <path
          d={`M ${x(delivery.noteGrams)} 0 V 15`}
          stroke={delivery.differences.length > 0 ? 'var(--emberline)' : 'var(--ink)'}
          strokeWidth="2.5"
        />
      )}
    </svg>
  );
}

interface InListProps {
  delivery: Delivery;
  /** The most that any of them weighs or should, g. */
  full: number;
  on: boolean;
  onChoose: () => void;
}

/** How a delivery stands to its note, in a word or two. */
function standing(d: Delivery, mass: (g: number) => string): string {
  if (d.state === 'closed') return say('checked');
  if (d.differences.length > 0) return differenceText(d.differences[0]!, mass);
  return d.noteGrams === null ? say('open_no_weight_on_the_note') : say('open_agrees_so_far');
}

/** One delivery of the list: whose, when, how much, and how it stands to its note. */
function InList({ delivery: d, full, on, onChoose }: InListProps) {
  const { time } = useTimes();
  const mass = useMass();
  return (
    <li className="border-b border-line">
      <button
        type="button"
        aria-current={on}
        onClick={onChoose}
        className={`block w-full px-2 py-2.5 text-left hover:bg-lift ${on ? 'bg-lift outline-[2.5px] -outline-offset-2 outline-ink' : ''}`}
      >
        <span className="flex items-baseline justify-between gap-2">
          <span className="truncate font-figure text-label font-semibold">{d.supplier}</span>
          <span className="text-note text-ink3">{time(d.arrivedAt)}</span>
        </span>
        <span className="flex items-baseline justify-between">
          <span className="font-figure text-row font-semibold">
            <Mass g={d.totals.grams} />
          </span>
          <span className="text-note text-ink2">
            {d.totals.money === null
              ? say('fish_2', { pieces: d.totals.pieces })
              : formatMoney(d.totals.money)}
          </span>
        </span>
        <Against delivery={d} full={full} />
        <span
          className={`block text-note ${d.state === 'open' && d.differences.length > 0 ? 'text-embertext' : 'text-ink3'}`}
        >
          {standing(d, mass)}
        </span>
      </button>
    </li>
  );
}

/** What landed in words, and when nothing did. */
function Head({ deliveries, past }: { deliveries: readonly Delivery[]; past: boolean }) {
  const mass = useMass();
  const sum = {
    total: mass(deliveries.reduce((s, d) => s + d.totals.grams, 0)),
    lots: deliveries.reduce((s, d) => s + d.lots.length, 0),
  };
  const none = past ? '' : say('open_the_first_delivery_when_the');
  return (
    <div>
      <h1 className="text-head max-sm:text-big">
        {past ? say('landed_on_day', { deliveries: deliveries.length }) : headline(deliveries, mass)}
      </h1>
      <p className="text-ink2">
        {deliveries.length === 0 ? none : say(past ? 'in_lots_that_day' : 'in_lots_so_far_today', sum)}
      </p>
    </div>
  );
}

/** The delivery that is looked at: the one chosen, the one of the chosen lot, the first that is open. */
function shownOf(
  deliveries: readonly Delivery[],
  chosen: string | null,
  lot: string | null,
): Delivery | null {
  if (chosen === 'new' || chosen === 'note') return null;
  return (
    deliveries.find((d) => String(d.id) === chosen) ??
    deliveries.find((d) => d.lots.some((l) => String(l.id) === lot)) ??
    deliveries.find((d) => d.state === 'open') ??
    deliveries[0] ??
    null
  );
}

export default function Landing() {
  const { me } = useShop();
  const { today } = useTimes();
  const [day, setDay] = useDay('day', today());
  const past = day < today();
  const {
    data: found,
    problem,
    refetch,
  } = useRead(routes.landing.deliveries, { query: past ? { day } : {} });
  // One that is still open belongs to today’s work, whenever it came.
  const deliveries = past ? found?.filter((d) => d.landedOn === day) : found;
  const [lot] = useChosenRow('lot');
  const [chosen, setChosen] = useChosenRow('delivery');
  if (!deliveries) return <Waiting problem={problem} onRetry={refetch} />;
  const shown = shownOf(deliveries, chosen, lot);
  const full = Math.max(1, ...deliveries.map((d) => Math.max(d.totals.grams, d.noteGrams ?? 0)));
  const mayLand = me.role !== 'counter';
  return (
    <div className="screen">
      {/* Whoever writes a delivery down wants its form in sight, not the list that led there. */}
      <FirstSteps brief={deliveries.length > 0 || chosen !== null} />
      <div className="flex items-center justify-between gap-4 pb-2 max-sm:block max-sm:space-y-3 max-sm:pb-4">
        <Head deliveries={deliveries} past={past} />
        {mayLand && !past && (
          <div className="flex gap-3">
            <Button onPress={() => setChosen('note')}>{say('from_a_note')}</Button>
            <Button
              kind={chosen === 'new' || deliveries.some((d) => d.state === 'open') ? 'plain' : 'main'}
              onPress={() => setChosen('new')}
            >
              {say('new_delivery')}
            </Button>
          </div>
        )}
      </div>
      <div className="panes grid-cols-[250px_minmax(0,1fr)] border-t border-line">
        <ul className="pane-list" aria-label={say('deliveries_today')}>
          {deliveries.map((d) => (
            <InList
              key={d.id}
              delivery={d}
              full={full}
              on={shown?.id === d.id}
              onChoose={() => setChosen(d.id)}
            />
          ))}
          {deliveries.length > 0 && (
            <li className="pt-2 text-note text-ink3">{say('bar_weighed_a_lot_each_post_the')}</li>
          )}
          <li className="pt-4">
            <DayStep day={day} onDay={setDay} stacked />
          </li>
        </ul>
        <section className="pane pt-3 pb-6">
          {chosen === 'note' ? (
            <Suspense fallback={<p className="text-ink3">…</p>}>
              <ImportNote onDone={(id) => setChosen(id)} onCancel={() => setChosen(null)} />
            </Suspense>
          ) : shown ? (
            <DeliveryView key={shown.id} delivery={shown} mayLand={mayLand} />
          ) : mayLand && !past ? (
            <DeliveryForm delivery={null} onDone={(id) => setChosen(id)} onCancel={() => setChosen(null)} />
          ) : (
            <p className="text-ink2">{past ? '' : say('the_back_door_records_deliveries')}</p>
          )}
        </section>
      </div>
    </div>
  );
}
