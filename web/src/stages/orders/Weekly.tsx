import type { StandingOrder } from '@ember-slate/contract';
import { routes } from '@ember-slate/contract/routes';
import { formatClock, weekdayName } from '@ember-slate/core/calendar';
import { shortName } from '@ember-slate/core/species';
import { useState } from 'react';
import { useChange, useRead } from '../../app/api.ts';
import { useShop, useTimes } from '../../app/shop.tsx';
import { notify, useAppDispatch } from '../../app/store.ts';
import { Button } from '../../parts/Button.tsx';
import { Dialog } from '../../parts/Dialog.tsx';
import { useWant } from '../../parts/forms.ts';
import { Lozenge } from '../../parts/Lozenge.tsx';
import { Waiting } from '../../parts/Waiting.tsx';
import { wishWords } from '../../parts/words.ts';
import { BesideHead } from './BesideHead.tsx';
import { ChangeWeekly } from './ChangeWeekly.tsx';
import { say } from './say.ts';

/** Orders that come every week: their orders are made a week ahead, so that planning and buying count them. */
export default function Weekly() {
  const { data: list, problem, refetch } = useRead(routes.orders.standing);
  const { me } = useShop();
  const { dayWords } = useTimes();
  const want = useWant();
  const dispatch = useAppDispatch();
  const end = useChange(routes.orders.endStanding);
  const [ending, setEnding] = useState<StandingOrder | null>(null);
  const [changing, setChanging] = useState<StandingOrder | null>(null);
  if (!list) return <Waiting problem={problem} onRetry={refetch} />;
  const stop = async (s: StandingOrder) => {
    const outcome = await end.send({ version: s.version }, { id: s.id });
    const text = outcome.ok
      ? say('no_more_of_it_for', { customer: s.customer })
      : (outcome.problem.detail ?? say('that_did_not_work'));
    dispatch(notify({ text, problem: !outcome.ok }));
    setEnding(null);
  };
  return (
    <div className="pb-8">
      <BesideHead>
        {list.length === 0 ? say('nobody_has_a_weekly_order') : say('weekly_orders', { count: list.length })}
      </BesideHead>
      <p className="pb-3 text-ink2">
        {list.length === 0 ? say('take_one_in_orders_and_choose') : say('each_stands_among_the_orders_a')}
      </p>
      <ul>
        {list.map((s) => (
          <li
            key={s.id}
            className="grid grid-cols-[150px_minmax(0,1fr)_auto] gap-x-6 border-t border-line py-3 max-sm:grid-cols-1"
          >
            <span className="font-figure text-row font-semibold">
              {weekdayName(s.weekday)} {formatClock(s.minutes)}
              <span className="block font-text text-note font-normal text-ink3">
                {say('next', { nextDay: dayWords(s.nextDay) })}
              </span>
            </span>
            <span>
              <span className="font-figure text-label font-semibold">{s.customer}</span>{' '}
              <span className="text-note text-ink3">
                {[s.phone, say('taken_by_2', { madeBy: s.madeBy.split(' ')[0]! })]
                  .filter((w) => w !== '')
                  .join(' · ')}
              </span>
              {s.lines.map((l, i) => (
                <span key={i} className="block text-note text-ink2">
                  {shortName(l.speciesName)}, {[want(l), ...wishWords(l)].join(', ')}
                </span>
              ))}
              {s.fault && (
                <span className="block text-note text-embertext">
                  <Lozenge /> {say('no_longer_made', { fault: s.fault })}
                </span>
              )}
              {s.remarks && <span className="block text-note text-ink3">{s.remarks}</span>}
            </span>
            {me.role !== 'bench' && (
              <span className="flex items-start gap-3">
                <Button small onPress={() => setChanging(s)}>
                  {say('change')}
                </Button>
                <Button small onPress={() => setEnding(s)}>
                  {say('no_more_of_it')}
                </Button>
              </span>
            )}
          </li>
        ))}
      </ul>
      {changing && <ChangeWeekly of={changing} onDone={() => setChanging(null)} />}
      {ending && (
        <Dialog
          open
          title={say('no_more_every_for', {
            weekday: weekdayName(ending.weekday),
            customer: ending.customer,
          })}
          onClose={() => setEnding(null)}
        >
          <p className="pb-3">{say('orders_made_already_stay_cancel')}</p>
          <div className="flex gap-3">
            <Button kind="main" busy={end.busy} onPress={() => void stop(ending)}>
              {say('no_more_of_it')}
            </Button>
            <Button onPress={() => setEnding(null)}>{say('keep_it')}</Button>
          </div>
        </Dialog>
      )}
    </div>
  );
}
