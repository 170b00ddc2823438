import { NavLink } from 'react-router';

const views = [
  { to: '/close', name: 'the day' },
  { to: '/close/yields', name: 'yield book' },
  { to: '/close/costs', name: 'costs and prices' },
  { to: '/close/buying', name: 'what to buy' },
  { to: '/close/reports', name: 'reports' },
] as const;

/** The pages of the day's close, side by side. */
export function CloseNav() {
  return (
    <nav aria-label="The reckoning" className="flex flex-wrap gap-x-5 pb-1">
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
