import type { BenchClock as Clock } from '@ember-slate/contract';
import { routes } from '@ember-slate/contract/routes';
import { Link } from 'react-router';
import { useRead } from '../../app/api.ts';
import { useNow, useTimes } from '../../app/shop.tsx';
import { useSize } from '../../app/size.ts';
import { Lozenge } from '../../parts/Lozenge.tsx';
import { Waiting } from '../../parts/Waiting.tsx';
import { Hatch } from '../../parts/patterns.tsx';
import { Why } from '../../parts/Why.tsx';
import { say } from './say.ts';

const rowPx = 74;
const namePx = 110;

/** A row for each hand, time from left to right: cleaning hatched, tickets as blocks, what comes too late in ember. */
function Timeline({ clock, now }: { clock: Clock; now: Date }) {
  const [ref, { width }] = useSize<HTMLDivElement>();
  const { time } = useTimes();
  const ends = clock.slots.map((s) => new Date(s.end).getTime());
  const from = now.getTime();
  const span = Math.max(60 * 60_000, ...ends.map((e) => e - from)) * 1.04;
  const x = (at: string | number) =>
    namePx + ((new Date(at).getTime() - from) / span) * Math.max(1, width - namePx - 8);
  const height = clock.hands.length * rowPx + 34;
  const most = Math.max(2, Math.min(10, (width - namePx) / 60));
  const step = [15, 30, 60, 120, 240, 480].find((m) => span / (m * 60_000) <= most) ?? 960;
  const first = Math.ceil(from / (step * 60_000)) * step * 60_000;
  const hours = Array.from(
    { length: Math.floor((from + span - first) / (step * 60_000)) + 1 },
    (_, i) => first + i * step * 60_000,
  );
  return (
    <div ref={ref}>
      {width > 200 && (
        <svg
          width={width}
          height={height}
          role="img"
          aria-label={clock.hands
            .map((h, i) =>
              say('pieces_of_work', { h: h.name, slots: clock.slots.filter((s) => s.hand === i).length }),
            )
            .join('; ')}
        >
          <defs>
            <Hatch id="clean" />
          </defs>
          {hours.map((h) => (
            <g key={h}>
              <path className="rul" d={`M ${Math.round(x(h)) + 0.5} 0 V ${height - 20}`} opacity="0.4" />
              <text x={x(h)} y={height - 4} className="mid i3">
                {time(new Date(h))}
              </text>
            </g>
          ))}
          {clock.hands.map((h, i) => (
            <g key={h.id}>
              <text x="0" y={i * rowPx + 40} className="fig" fill="var(--ink)" style={{ fontSize: 17 }}>
                {h.name.split(' ')[0]}
              </text>
              <path className="rul" d={`M ${namePx} ${(i + 1) * rowPx - 8.5} H ${width}`} />
            </g>
          ))}
          {clock.slots.map((s, i) => {
            const t = clock.tickets.find((k) => k.id === s.ticketId)!;
            const late = t.lateMinutes > 0;
            const [a, b] = [x(s.start), x(s.end)];
            const y = s.hand * rowPx + 8;
            return (
              <g key={i}>
                {x(s.cleanFrom) < a - 1 && (
                  <rect x={x(s.cleanFrom)} y={y} width={a - x(s.cleanFrom)} height="44" fill="url(#clean)" />
                )}
                <rect
                  x={a}
                  y={y}
                  width={Math.max(3, b - a - 1)}
                  height="44"
                  fill="var(--rimewash)"
                  stroke={late ? 'var(--emberline)' : 'var(--rule)'}
                  strokeWidth={late ? 2.5 : 1.25}
                />
                {b - a > 24 && (
                  <text x={(a + b) / 2} y={y + 28} className="mid fig" fill="var(--ink)">
                    {t.number}
                  </text>
                )}
              </g>
            );
          })}
        </svg>
      )}
    </div>
  );
}

export default function BenchClock() {
  const { data: clock, problem, refetch } = useRead(routes.bench.clock);
  const now = useNow();
  const { when } = useTimes();
  if (!clock) return <Waiting problem={problem} onRetry={refetch} />;
  const late = clock.tickets.filter((t) => t.lateMinutes > 0).sort((a, b) => b.lateMinutes - a.lateMinutes);
  const last = clock.tickets
    .map((t) => t.doneAt)
    .sort()
    .at(-1);
  const words = (m: number) =>
    m < 90 ? say('min', { m }) : say('h_min', { hours: Math.floor(m / 60), minutes: m % 60 });
  return (
    <div>
      <h1 className="text-head max-sm:text-big">
        {clock.hands.length === 0
          ? say('nobody_is_at_the_bench')
          : clock.tickets.length === 0
            ? say('nothing_to_cut')
            : late.length === 0
              ? say('all_done_by_nothing_late', { last: when(last!) })
              : say('of_tickets_will_be_late', { late: late.length, tickets: clock.tickets.length })}
      </h1>
      <p className="pb-3 text-ink2">
        {clock.hands.length === 0
          ? say('add_people_with_the_benchs_role')
          : say('hands_the_work_that_is_left_at_its', { hands: clock.hands.length })}{' '}
        <Why>
          <p>{say('late_minutes_are_kept_as_few_as')}</p>
          <p>{say('one_ticket_at_a_time_for_each_hand')}</p>
          <p>
            {clock.exact ? say('every_order_was_tried_nothing_is') : say('with_so_many_tickets_by_due_time')}
          </p>
        </Why>
      </p>
      {clock.tickets.length > 0 && clock.hands.length > 0 && <Timeline clock={clock} now={now} />}
      {late.length > 0 && <h2 className="pt-4 pb-1 text-label">{say('ring_these_or_put_them_first')}</h2>}
      <ul>
        {late.map((t) => (
          <li key={t.id} className="border-t border-line">
            <Link to={`/bench/${t.id}`} className="flex items-baseline gap-3 py-3 hover:bg-lift">
              <Lozenge />
              <strong className="w-28 font-figure text-label">{say('ticket', { number: t.number })}</strong>
              <span className="flex-1">{t.title}</span>
              <span className="text-ink2">{say('due', { dueAt: when(t.dueAt) })}</span>
              <span className="w-48 text-right text-embertext">
                {say('done_late', { doneAt: when(t.doneAt), lateMinutes: words(t.lateMinutes) })}
              </span>
            </Link>
          </li>
        ))}
      </ul>
    </div>
  );
}
