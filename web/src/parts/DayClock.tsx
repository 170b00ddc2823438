import { daysBetween } from '@ember-slate/core/calendar';
import { useTimes } from '../app/shop.tsx';
import { say } from './say.ts';

interface Props {
  sellBy: string | null;
  /** Whether the fish has a clock at all. */
  graded: boolean;
  /** Pixels a day: the same on the whole screen, so that lengths compare. */
  perDay?: number;
  days?: number;
  /** A lot nobody may sell shows its clock without asking for a hand. */
  quiet?: boolean;
}

/** From now to the last evening it may be sold, a tick an evening, the day in words after it. */
export function DayClock({ sellBy, graded, perDay = 18, days = 6, quiet = false }: Props) {
  const { today, dayName, local } = useTimes();
  const width = perDay * days + 50;
  if (!graded) {
    return (
      <svg width={width} height="20" role="img" aria-label={say('not_graded_yet')}>
        <path className="rul" strokeDasharray="2 4" d={`M 0 10.5 H ${perDay * days}`} />
        <text x={perDay * days + 6} y="14" className="i3">
          –
        </text>
      </svg>
    );
  }
  const now = local(new Date());
  const hour = now.getHours() + now.getMinutes() / 60;
  // The first evening is what is left of today.
  const first = Math.max(0.1, (18 - hour) / 24);
  const left = sellBy === null ? -1 : daysBetween(today(), sellBy);
  const ends = left < 0 ? 0.1 : Math.min(left + first, days);
  const hot = left <= 0 && !quiet;
  const word =
    left < 0
      ? say('over')
      : left === 0
        ? say('today')
        : left > days
          ? say('days', { left })
          : dayName(sellBy!);
  const color = hot ? 'var(--emberline)' : 'var(--ink)';
  return (
    <svg
      width={width}
      height="20"
      role="img"
      aria-label={left < 0 ? say('out_of_life') : say('sell_by', { word })}
    >
      <path className="rul" d={`M 0 10.5 H ${perDay * days}`} opacity="0.7" />
      {Array.from({ length: days }, (_, i) => (
        <path key={i} className="rul" d={`M ${Math.round((i + first) * perDay) + 0.5} 7 v 6`} />
      ))}
      <path d={`M 0 10 H ${ends * perDay}`} stroke={color} strokeWidth="5" />
      <path d={`M ${ends * perDay} 2 v 16`} stroke={color} strokeWidth="2.5" />
      <text x={ends * perDay + 7} y="15.5" className={`fig halo ${hot ? 'em' : ''}`}>
        {word}
      </text>
    </svg>
  );
}
