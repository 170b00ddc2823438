import type { AnswerOf, contract } from '@ember-slate/contract';
import { addDays } from '@ember-slate/core/calendar';
import { useNow, useTimes } from '../shop.tsx';
import { useMass } from '../../parts/Mass.tsx';
import { useSize } from '../size.ts';
import { say } from '../say.ts';

type Summary = AnswerOf<typeof contract.summary.stages>;
interface Mark {
  y: number;
  title: string;
  detail: string;
  hot: boolean;
}

/** Labels keep their distance; each is joined to its true time by a leader. */
function spread(marks: readonly Mark[], low: number, high: number, gap: number): number[] {
  const at = marks.map((m) => m.y);
  at.forEach((_, i) => {
    at[i] = Math.max(at[i]!, i === 0 ? low : at[i - 1]! + gap);
  });
  for (let i = at.length - 1, limit = high; i >= 0; i--, limit -= gap) at[i] = Math.min(at[i]!, limit);
  return at;
}

const cut = (text: string, max: number) => (text.length > max ? `${text.slice(0, max - 1)}…` : text);

function Marks({ marks, low, high }: { marks: readonly Mark[]; low: number; high: number }) {
  const labels = spread(marks, low, high, 44);
  return marks.map((m, i) => (
    <g key={`${m.title} ${m.detail}`}>
      <title>{`${m.title}, ${m.detail}`}</title>
      <path
        d={`M 0 ${m.y} H 8 L 20 ${labels[i]} H 24`}
        fill="none"
        stroke={m.hot ? 'var(--emberline)' : 'var(--rule)'}
        strokeWidth={m.hot ? 2 : 1}
      />
      {m.hot ? (
        <path d={`M 0 ${m.y - 5} l 5 5 l -5 5 l -5 -5 z`} fill="var(--ember)" />
      ) : (
        <circle cx="0" cy={m.y} r="3.2" fill="var(--ink)" />
      )}
      <text x="28" y={labels[i]! + 5} className={`fig ${m.hot ? 'em' : ''}`}>
        {cut(m.title, 25)}
      </text>
      <text x="28" y={labels[i]! + 21} className="i2">
        {cut(m.detail, 27)}
      </text>
    </g>
  ));
}

const hours = 5;

/** The slab's right edge is time: the next hours above the break, the days when fish runs out of life below. */
export function Rail({ summary }: { summary: Summary | undefined }) {
  const mass = useMass();
  const [ref, { height }] = useSize<HTMLElement>();
  const now = useNow();
  const { local, time, today, dayName } = useTimes();
  const split = Math.round(height * 0.6);
  const daysTop = split + 52;
  const daysEnd = height - 22;
  const nowY = 36;
  const t0 = now.getTime();
  const y = (at: number) => nowY + ((at - t0) / (hours * 3_600_000)) * (split - 14 - nowY);
  const room = Math.max(1, Math.floor((split - nowY) / 44));
  const due = (summary?.due ?? [])
    .filter((d) => new Date(d.at).getTime() < t0 + hours * 3_600_000)
    .slice(0, room)
    .map((d) => {
      const late = new Date(d.at).getTime() < t0;
      return {
        y: Math.max(nowY + 4, y(new Date(d.at).getTime())),
        title: `${time(d.at)} ${d.title}${late ? ` ${say('late')}` : ''}`,
        detail: d.detail,
        hot: late,
      };
    });
  const days = Array.from({ length: 5 }, (_, i) => addDays(today(now), i));
  const dayY = (i: number) => daysTop + (i / 4) * (daysEnd - 16 - daysTop);
  const endRoom = Math.max(1, Math.floor((height - daysTop) / 44));
  const ends = (summary?.ends ?? []).slice(0, endRoom).map((e) => ({
    y: dayY(Math.max(0, days.indexOf(e.on)) + 0.4 * Number(e.on === days[0])),
    title: e.title,
    detail: say('lot', {
      grams: mass(e.grams),
      code: e.code,
      on: e.on === days[0] ? say('today') : dayName(e.on),
    }),
    hot: false,
  }));
  const firstHour = local(now);
  firstHour.setMinutes(0, 0, 0);
  const hourMarks = Array.from(
    { length: hours + 1 },
    (_, i) => firstHour.getTime() + (i + 1) * 3_600_000,
  ).filter((h) => y(h) < split - 8);
  return (
    <aside ref={ref} aria-label={say('next_up')} className="relative h-full bg-air">
      {height > 200 && (
        <svg className="absolute inset-0 overflow-visible" width="224" height={height} aria-hidden="true">
          <path d={`M 0.5 0 V ${height}`} className="rul" />
          <text x="18" y="18" className="i3">
            {say('next_up_whole_shop')}
          </text>
          <path d={`M 8 ${nowY} l -8 -5 v 10 z`} fill="var(--ink)" />
          {hourMarks.map((h) => (
            <g key={h}>
              <path d={`M 0 ${Math.round(y(h)) + 0.5} h -8`} className="rul" />
              <text x="-12" y={y(h) + 4} className="i3 end">
                {time(new Date(h)).slice(0, 2)}
              </text>
            </g>
          ))}
          <Marks marks={due} low={nowY + 10} high={split - 24} />
          {due.length === 0 && (
            <text x="28" y={nowY + 26} className="i3">
              {say('nothing_due_in_hours', { hours })}
            </text>
          )}
          <rect x="-4" y={split + 2} width="9" height="32" fill="var(--air)" />
          <path d={`M -5 ${split + 4} l 11 -4 M -5 ${split + 36} l 11 -4`} stroke="var(--rule)" fill="none" />
          <text x="18" y={split + 26} className="i3">
            {say('runs_out_of_life_next')}
          </text>
          {days.map((d, i) => (
            <g key={d}>
              <path d={`M 0 ${Math.round(dayY(i)) + 0.5} h -8`} className="rul" />
              <text x="-12" y={dayY(i) + 4} className="i3 end">
                {dayName(d)}
              </text>
            </g>
          ))}
          <Marks marks={ends} low={daysTop} high={daysEnd - 8} />
        </svg>
      )}
      <ul className="sr-only">
        {[...due, ...ends].map((m) => (
          <li key={`${m.title} ${m.detail}`}>
            {m.title}, {m.detail}
          </li>
        ))}
      </ul>
    </aside>
  );
}
