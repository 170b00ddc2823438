import type { ReactNode } from 'react';
import { Link } from 'react-router';
import { say } from './say.ts';

/** The heading of a view beside the orders, with the way back to them. */
export function BesideHead({ children }: { children: ReactNode }) {
  return (
    <div className="flex flex-wrap items-end justify-between gap-x-6">
      <h1 className="text-head max-sm:text-big">{children}</h1>
      <Link className="why pb-1" to="/orders">
        {say('all_orders')}
      </Link>
    </div>
  );
}
