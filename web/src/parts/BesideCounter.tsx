import type { ReactNode } from 'react';
import { Link } from 'react-router';
import { say } from './say.ts';

/** The heading of a view beside the counter, with the way back to it. */
export function BesideCounter({ title, children }: { title: string; children?: ReactNode }) {
  return (
    <div className="flex flex-wrap items-end justify-between gap-x-6 gap-y-1 pb-2">
      <div className="min-w-0">
        <h1 className="text-head max-sm:text-big">{title}</h1>
        {children && <div className="text-ink2">{children}</div>}
      </div>
      <Link className="why why-wet" to="/counter">
        {say('back_to_the_counter_2')}
      </Link>
    </div>
  );
}
