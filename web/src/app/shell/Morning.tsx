import { Link, useLocation } from 'react-router';
import { Button } from '../../parts/Button.tsx';
import { mayOpen } from '../pageList.ts';
import { say } from '../say.ts';
import { useShop } from '../shop.tsx';
import { setPrefs, useAppDispatch, useAppSelector } from '../store.ts';

/** What somebody new does in the sample shop, in the order of a morning. */
const stations = [
  { to: '/landing', title: say('morning_landing'), how: say('morning_landing_how') },
  { to: '/grading', title: say('morning_grading'), how: say('morning_grading_how') },
  { to: '/orders', title: say('morning_orders'), how: say('morning_orders_how') },
  { to: '/plan', title: say('morning_plan'), how: say('morning_plan_how') },
  { to: '/bench', title: say('morning_bench'), how: say('morning_bench_how') },
  { to: '/counter', title: say('morning_counter'), how: say('morning_counter_how') },
  { to: '/close', title: say('morning_close'), how: say('morning_close_how') },
  { to: '/help', title: say('morning_own'), how: say('morning_own_how') },
];

/** Walks along with somebody new, station by station, over the screens themselves; left and taken up again at will. */
export function Morning() {
  const { shop, me } = useShop();
  const { walking, morning: at } = useAppSelector((s) => s.prefs);
  const here = useLocation().pathname;
  const dispatch = useAppDispatch();
  const mine = stations.filter((s) => mayOpen(s.to, me.role));
  const station = mine[at];
  if (!shop.sample || !walking || !station) return null;
  const go = (to: number) => dispatch(setPrefs({ morning: to }));
  const next = mine[at + 1];
  return (
    <section
      aria-label={say('first_morning')}
      className="flex flex-wrap items-center gap-x-5 gap-y-2 border-b-[1.5px] border-rule bg-lift py-2 pr-10 pl-6 max-lg:pr-6 max-sm:px-4"
    >
      <p className="min-w-[260px] flex-1">
        <span className="text-note text-ink2">{say('station_of', { at: at + 1, all: mine.length })}</span>{' '}
        <strong className="font-figure text-label">{station.title}</strong>
        <span className="block text-label">{station.how}</span>
      </p>
      {!here.startsWith(station.to) && (
        <Link className="why" to={station.to}>
          {say('take_me_there')}
        </Link>
      )}
      {at > 0 && (
        <Button small onPress={() => go(at - 1)}>
          {say('back')}
        </Button>
      )}
      {next ? (
        <Link className="btn btn-small btn-main" to={next.to} onClick={() => go(at + 1)}>
          {say('next_station', { title: next.title })}
        </Link>
      ) : (
        <Button small kind="main" onPress={() => dispatch(setPrefs({ walking: false, morning: 0 }))}>
          {say('that_was_the_morning')}
        </Button>
      )}
      {next && (
        <button type="button" className="why" onClick={() => dispatch(setPrefs({ walking: false }))}>
          {say('leave_it_for_now')}
        </button>
      )}
    </section>
  );
}
