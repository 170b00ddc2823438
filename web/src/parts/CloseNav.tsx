import { NavLink } from 'react-router';
import { say } from './say.ts';

const views = [
  { to: '/close', name: say('the_day') },
  { to: '/close/yields', name: say('yield_book') },
  { to: '/close/costs', name: say('costs_and_prices') },
  { to: '/close/buying', name: say('what_to_buy') },
  { to: '/close/reports', name: say('reports') },
  { to: '/close/put-right', name: say('put_right_nav') },
] as const;

/** The pages of the day's close, side by side. */
export function CloseNav() {
  return (
    <nav aria-label={say('the_reckoning')} className="flex flex-wrap gap-x-5 pb-1">
      {views.map((v) => (
        <NavLink
          key={v.to}
          to={v.to}
          end
          className={({ isActive }) =>
            `min-h-7 text-note ${isActive ? 'font-semibold text-ink underline decoration-2 underline-offset-4' : 'why'}`
          }
        >
          {v.name}
        </NavLink>
      ))}
    </nav>
  );
}
