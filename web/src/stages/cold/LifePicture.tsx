import { dayMs } from '@ember-slate/core/calendar';
import type { LotLife } from '@ember-slate/contract';
import { useTimes } from '../../app/shop.tsx';
import { useSize } from '../../app/size.ts';
import { useDegrees } from '../../parts/temperature.ts';
import { say } from './say.ts';

const warmTop = 24;
const warmHeight = 96;
const lifeTop = warmTop + warmHeight + 46;
const lifeHeight = 190;
const left = 46;

/**
 * The life of a lot in one picture: above, how warm it was where it lay; below, its ice days used, with the grades on
 * them, and the line to the end at the temperature to expect, with its interval.
 */
export function LifePicture({ life }: { life: LotLife }) {
  const [ref, { width }] = useSize<HTMLDivElement>();
  const { local, time, written } = useTimes();
  const degrees = useDegrees();
  const row = life.rows.find((r) => r.item === 'whole') ?? life.rows[0];
  const points = life.curve.map((p) => ({ ...p, t: Date.parse(p.at) }));
  if (points.length < 2) return <p className="py-6 text-ink2">{say('it_has_just_been_landed_its')}</p>;
  const t0 = points[0]!.t;
  const now = points.at(-1)!.t;
  const left0 = row?.daysLeft ?? 0;
  const end = now + Math.max(1, Math.min(left0 + 1, 21)) * dayMs;
  const x = (t: number) => left + ((t - t0) / (end - t0)) * (width - left - 16);
  const seen = [...points, ...life.cores].map((p) => p.celsius);
  const low = Math.min(0, ...seen) - 0.5;
  const high = Math.max(4, ...seen) + 0.5;
  const yT = (c: number) => warmTop + warmHeight - ((c - low) / (high - low)) * warmHeight;
  const top = life.iceDays * 1.05;
  const yU = (d: number) => lifeTop + lifeHeight - (Math.min(d, top) / top) * lifeHeight;
  const half = life.halfWidth ?? 0;
  const used = points.filter((p) => p.used !== null) as { t: number; used: number }[];
  const toPath = (ps: readonly (readonly [number, number])[]) =>
    ps.map(([px, py], i) => `${i === 0 ? 'M' : 'L'} ${px.toFixed(1)} ${py.toFixed(1)}`).join(' ');
  const nowUsed = used.at(-1)?.used ?? null;
  // A regrade jumps: the line before it and after it are not joined.
  const jumps = life.grades.slice(1).map((g) => Date.parse(g.at));
  const pieces: { t: number; used: number }[][] = [[]];
  for (const p of used) {
    if (jumps.includes(p.t)) pieces.push([]);
    pieces.at(-1)!.push(p);
  }
  const days: number[] = [];
  const firstDay = local(new Date(t0));
  firstDay.setHours(24, 0, 0, 0);
  for (let t = firstDay.getTime(); t < end; t += dayMs) days.push(t);
  const every = Math.ceil(days.length / Math.max(1, Math.floor((width - left) / 74)));
  const stays = life.path.map((s) => ({ ...s, x0: x(Date.parse(s.from)), x1: x(Date.parse(s.to)) }));
  return (
    <div ref={ref}>
      {width > 0 && (
        <svg
          width={width}
          height={lifeTop + lifeHeight + 30}
          role="img"
          aria-label={say('life_of_the_lot')}
          className="block overflow-visible"
        >
          {days.map((t, i) => (
            <g key={t}>
              <path className="hair" d={`M ${Math.round(x(t)) + 0.5} ${warmTop} V ${lifeTop + lifeHeight}`} />
              {i % every === 0 && (
                <text x={x(t) + 4} y={lifeTop + lifeHeight + 18} className="i3">
                  {written(t, 'weekdayNumber')}
                </text>
              )}
            </g>
          ))}
          {stays.map((s, i) => (
            <g key={i}>
              <path d={`M ${s.x0} ${warmTop - 4} H ${s.x1}`} stroke="var(--ink2)" strokeWidth="3" />
              <path d={`M ${s.x0} ${warmTop - 8} v 8`} stroke="var(--ink2)" strokeWidth="1.5" />
              {s.x1 - s.x0 > 60 && (
                <text x={s.x0 + 4} y={warmTop - 11} className="i2">
                  {s.placeName.toLowerCase()}
                </text>
              )}
            </g>
          ))}
          <path className="rul" d={`M ${left} ${yT(0)} H ${width - 16}`} strokeDasharray="1 4" />
          {[0, 4].map((c) => (
            <text key={c} x={left - 6} y={yT(c) + 4} className="i3 end">
              {degrees(c).split('.')[0]}°
            </text>
          ))}
          <path
            d={toPath(points.map((p) => [x(p.t), yT(p.celsius)] as const))}
            fill="none"
            stroke="var(--ink)"
            strokeWidth="1.5"
            strokeLinejoin="round"
          />
          {points.map((p, i) => {
            const before = points[i - 1];
            return before && p.assumed && before.assumed ? (
              <path
                key={p.t}
                d={`M ${x(before.t)} ${yT(before.celsius)} L ${x(p.t)} ${yT(p.celsius)}`}
                stroke="var(--slab)"
                strokeWidth="2"
                strokeDasharray="4 4"
              />
            ) : null;
          })}
          {life.cores.map((c) => (
            <g key={c.at}>
              <path
                d={`M ${x(Date.parse(c.at))} ${yT(c.celsius) - 5} l 4.5 8 h -9 z`}
                fill="var(--ink)"
                stroke="var(--slab)"
              />
            </g>
          ))}
          <path className="rul" d={`M ${left} ${lifeTop + lifeHeight + 0.5} H ${width - 16}`} />
          <path className="rul" d={`M ${left} ${yU(life.iceDays)} H ${width - 16}`} />
          <text x={left - 6} y={yU(life.iceDays) + 4} className="i3 end">
            {life.iceDays}
          </text>
          <text x={left - 6} y={yU(0) + 4} className="i3 end">
            0
          </text>
          <text x={left + 4} y={yU(life.iceDays) - 6} className="i3">
            {say('ice_days_of_this_species_its_life')}
          </text>
          {nowUsed !== null && row && row.rate > 0 && left0 > 0 && (
            <>
              <path
                d={`${toPath([
                  [x(now), yU(nowUsed + half)],
                  [x(now + ((life.iceDays - nowUsed - half) / row.rate) * dayMs), yU(life.iceDays)],
                  [x(now + ((life.iceDays - nowUsed + half) / row.rate) * dayMs), yU(life.iceDays)],
                  [x(now), yU(Math.max(0, nowUsed - half))],
                ])} Z`}
                fill="var(--rimewash)"
              />
              <path
                d={toPath([
                  [x(now), yU(nowUsed)],
                  [x(now + left0 * dayMs), yU(life.iceDays)],
                ])}
                stroke="var(--rime)"
                strokeWidth="2"
                strokeDasharray="6 4"
              />
              <text x={x(now + left0 * dayMs)} y={yU(life.iceDays) - 6} className="fig ri halo mid">
                {say('days', { left0: left0.toFixed(1) })}
              </text>
            </>
          )}
          {pieces
            .filter((p) => p.length > 1)
            .map((p, i) => (
              <path
                key={i}
                d={toPath(p.map((q) => [x(q.t), yU(q.used)] as const))}
                fill="none"
                stroke="var(--ink)"
                strokeWidth="2.5"
              />
            ))}
          {life.grades.map((g) => {
            const gx = x(Date.parse(g.at));
            return (
              <g key={g.id}>
                <path
                  d={`M ${gx} ${yU(g.used + g.halfWidth)} V ${yU(Math.max(0, g.used - g.halfWidth))}`}
                  stroke="var(--ink2)"
                  strokeWidth="1.5"
                />
                <circle
                  cx={gx}
                  cy={yU(g.used)}
                  r="5"
                  fill="var(--ink)"
                  stroke="var(--slab)"
                  strokeWidth="1.5"
                />
                <text
                  x={gx + 9}
                  // Close to the axis the words stand above the point.
                  y={yU(g.used) > lifeTop + lifeHeight - 26 ? yU(g.used + g.halfWidth) - 6 : yU(g.used) + 16}
                  className="fig halo"
                >
                  {g.used.toFixed(1)}
                  <tspan style={{ fontWeight: 500, fill: 'var(--ink3)' }}>
                    {' '}
                    {say('graded', { at: time(g.at) })}
                  </tspan>
                </text>
              </g>
            );
          })}
          <path
            d={`M ${x(now)} ${warmTop} V ${lifeTop + lifeHeight}`}
            stroke="var(--ink)"
            strokeWidth="1.5"
          />
          <path d={`M ${x(now)} ${lifeTop + lifeHeight} l -5 8 h 10 z`} fill="var(--ink)" />
          <text x={x(now) + 6} y={warmTop + 10} className="i2 halo">
            {say('now')}
          </text>
        </svg>
      )}
      <p className="text-note text-ink3">{say('above_temperature_where_it_lay')}</p>
    </div>
  );
}
