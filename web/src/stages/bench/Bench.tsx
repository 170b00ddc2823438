import { contract, type TicketSummary } from '@ember-slate/contract';
import { shortName } from '@ember-slate/core/species';
import { Link } from 'react-router';
import { useRead } from '../../app/api.ts';
import { useNow, useTimes } from '../../app/shop.tsx';
import { useMass } from '../../parts/Mass.tsx';
import { Waiting } from '../../parts/Waiting.tsx';
import { wantText } from '../../parts/words.ts';

/** Minutes until it must be begun to be ready in time; negative is late. */
const slack = (t: TicketSummary, now: Date) =>
  Math.round((new Date(t.dueAt).getTime() - now.getTime()) / 60_000 - t.minutes);

function headline(tickets: readonly TicketSummary[], now: Date): string {
  const cutting = tickets.find((t) => t.state === 'cutting');
  if (cutting) return `Ticket ${cutting.number} is on the board`;
  const next = tickets[0];
  if (!next) return 'The bench is clear';
  return slack(next, now) < 0
    ? `Begin ticket ${next.number}: it is ${-slack(next, now)} min behind`
    : `Begin ticket ${next.number} within ${slack(next, now)} min`;
}

export default function Bench() {
  const { data: tickets, problem, again } = useRead(contract.bench.tickets);
  const { when } = useTimes();
  const mass = useMass();
  const now = useNow();
  if (!tickets) return <Waiting problem={problem} again={again} />;
  const sorted = [...tickets].sort(
    (a, b) => Number(b.state === 'cutting') - Number(a.state === 'cutting') || a.dueAt.localeCompare(b.dueAt),
  );
  return (
    <div>
      <h1 className="text-head">{headline(sorted, now)}</h1>
      <p className="pb-3 text-label text-ink2">
        {tickets.length === 0
          ? 'Lines sent from the cut plan wait here.'
          : `${Math.round(tickets.reduce((s, t) => s + t.minutes, 0))} minutes of work on ${tickets.length} tickets.`}
      </p>
      <ul>
        {sorted.map((t) => {
          const late = slack(t, now) < 0;
          return (
            <li key={t.id} className="border-t border-line">
              <Link
                to={`/bench/${t.id}`}
                className="grid min-h-[76px] grid-cols-[92px_minmax(0,1fr)_190px_auto] items-center gap-5 py-2 hover:bg-lift max-lg:grid-cols-[80px_minmax(0,1fr)_auto]"
              >
                <span className="font-figure text-big font-semibold">{when(t.dueAt)}</span>
                <span className="min-w-0">
                  <span className="block truncate font-figure text-[22px] leading-7 font-semibold">
                    {shortName(t.speciesName)}, {wantText(t, mass)}
                  </span>
                  <span className="block text-label text-ink2">
                    ticket {t.number} for {t.customer} · {t.fish} fish
                  </span>
                </span>
                <span className={`text-label max-lg:hidden ${late ? 'text-embertext' : 'text-ink2'}`}>
                  about {Math.round(t.minutes)} min{late ? `, ${-slack(t, now)} behind` : ''}
                </span>
                <span className="btn min-h-14">{t.state === 'cutting' ? 'Go on' : 'Begin'}</span>
              </Link>
            </li>
          );
        })}
      </ul>
    </div>
  );
}
