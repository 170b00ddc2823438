import { dayMs } from '@ember-slate/core/calendar';
import type { LotLife } from '@ember-slate/contract';
import { scaleLinear, type ScaleLinear } from 'd3-scale';
import { line } from 'd3-shape';
import { useTimes } from '../../app/shop.tsx';
import { useSize } from '../../app/size.ts';
import { useDegrees } from '../../parts/temperature.ts';
import { say } from './say.ts';

const warmTop = 24;
const warmHeight = 96;
const lifeTop = warmTop + warmHeight + 46;
const lifeFoot = lifeTop + 190;
const left = 46;

const toPath = line<readonly [x: number, y: number]>().digits(1);

interface Axes {
  /** Of an instant, ms. */
  x: ScaleLinear<number, number>;
  /** Of a temperature, °C. */
  warm: ScaleLinear<number, number>;
  /** Of ice days used; what is over stands at the top. */
  used: ScaleLinear<number, number>;
  now: number;
  /** To the right edge, px. */
  right: number;
}

interface Part {
  life: LotLife;
  axes: Axes;
}

const rowOf = (life: LotLife) => life.rows.find((r) => r.item === 'whole') ?? life.rows[0];

function axesOf(life: LotLife, width: number): Axes {
  const at = life.curve.map((p) => Date.parse(p.at));
  const t0 = at[0] ?? 0;
  const now = at.at(-1) ?? t0;
  const left0 = rowOf(life)?.daysLeft ?? 0;
  const end = now + Math.max(1, Math.min(left0 + 1, 21)) * dayMs;
  const seen = [...life.curve, ...life.cores].map((p) => p.celsius);
  const low = Math.min(0, ...seen) - 0.5;
  const high = Math.max(4, ...seen) + 0.5;
  const right = width - 16;
  return {
    x: scaleLinear([t0, end], [left, right]),
    warm: scaleLinear([low, high], [warmTop + warmHeight, warmTop]),
    used: scaleLinear([0, life.iceDays * 1.05], [lifeFoot, lifeTop]).clamp(true),
    now,
    right,
  };
}

/** The midnights of the shop, and the days they begin where there is room for words. */
function Days({ axes: { x, right } }: { axes: Axes }) {
  const { local, written } = useTimes();
  const [t0, end] = x.domain() as [number, number];
  const days: number[] = [];
  const first = local(new Date(t0));
  first.setHours(24, 0, 0, 0);
  for (let t = first.getTime(); t < end; t += dayMs) days.push(t);
  const every = Math.ceil(days.length / Math.max(1, Math.floor((right + 16 - left) / 74)));
  return days.map((t, i) => (
    <g key={t}>
      <path className="hair" d={`M ${Math.round(x(t)) + 0.5} ${warmTop} V ${lifeFoot}`} />
      {i % every === 0 && (
        <text x={x(t) + 4} y={lifeFoot + 18} className="i3">
          {written(t, 'weekdayNumber')}
        </text>
      )}
    </g>
  ));
}

/** Where it lay, above the temperatures. */
function Places({ life, axes: { x } }: Part) {
  return life.path.map((s, i) => {
    const [from, to] = [x(Date.parse(s.from)), x(Date.parse(s.to))];
    return (
      <g key={i}>
        <path d={`M ${from} ${warmTop - 4} H ${to}`} stroke="var(--ink2)" strokeWidth="3" />
        <path d={`M ${from} ${warmTop - 8} v 8`} stroke="var(--ink2)" strokeWidth="1.5" />
        {to - from > 60 && (
          <text x={from + 4} y={warmTop - 11} className="i2">
            {s.placeName.toLowerCase()}
          </text>
        )}
      </g>
    );
  });
}

/** How warm it was: read, assumed between readings, and at the core. */
function Warmth({ life, axes: { x, warm, right } }: Part) {
  const degrees = useDegrees();
  const points = life.curve.map((p) => ({ ...p, at: [x(Date.parse(p.at)), warm(p.celsius)] as const }));
  return (
    <>
      <path className="rul" d={`M ${left} ${warm(0)} H ${right}`} strokeDasharray="1 4" />
      {[0, 4].map((c) => (
        <text key={c} x={left - 6} y={warm(c) + 4} className="i3 end">
          {degrees(c).split('.')[0]}°
        </text>
      ))}
      <path
        d={toPath(points.map((p) => p.at)) ?? ''}
        fill="none"
        stroke="var(--ink)"
        strokeWidth="1.5"
        strokeLinejoin="round"
      />
      {points.map((p, i) => {
        const before = points[i - 1];
        return before && p.assumed && before.assumed ? (
          <path
            key={i}
            d={toPath([before.at, p.at]) ?? ''}
            stroke="var(--slab)"
            strokeWidth="2"
            strokeDasharray="4 4"
          />
        ) : null;
      })}
      {life.cores.map((c) => (
        <path
          key={c.at}
          d={`M ${x(Date.parse(c.at))} ${warm(c.celsius) - 5} l 4.5 8 h -9 z`}
          fill="var(--ink)"
          stroke="var(--slab)"
        />
      ))}
    </>
  );
}

/** From now to its end at the temperature to expect, with the interval; nothing for what has no end ahead. */
function Ahead({ life, axes: { x, used, now } }: Part) {
  const row = rowOf(life);
  const today = life.curve.findLast((p) => p.used !== null)?.used ?? null;
  const daysLeft = row?.daysLeft ?? 0;
  if (today === null || !row || row.rate <= 0 || daysLeft <= 0) return null;
  const half = life.halfWidth ?? 0;
  const endOf = (from: number) => now + ((life.iceDays - from) / row.rate) * dayMs;
  const end = now + daysLeft * dayMs;
  const top = used(life.iceDays);
  return (
    <>
      <path
        d={`${
          toPath([
            [x(now), used(today + half)],
            [x(endOf(today + half)), top],
            [x(endOf(today - half)), top],
            [x(now), used(today - half)],
          ]) ?? ''
        } Z`}
        fill="var(--rimewash)"
      />
      <path
        d={
          toPath([
            [x(now), used(today)],
            [x(end), top],
          ]) ?? ''
        }
        stroke="var(--rime)"
        strokeWidth="2"
        strokeDasharray="6 4"
      />
      <text x={x(end)} y={top - 6} className="fig ri halo mid">
        {say('days', { left: daysLeft.toFixed(1) })}
      </text>
    </>
  );
}

/** The ice days used so far; a regrade jumps, and the line before it and after it are not joined. */
function Used({ life, axes: { x, used } }: Part) {
  const jumps = new Set(life.grades.slice(1).map((g) => Date.parse(g.at)));
  const pieces: (readonly [number, number])[][] = [[]];
  for (const p of life.curve) {
    if (p.used === null) continue;
    const t = Date.parse(p.at);
    if (jumps.has(t)) pieces.push([]);
    pieces.at(-1)?.push([x(t), used(p.used)]);
  }
  return pieces
    .filter((p) => p.length > 1)
    .map((p, i) => <path key={i} d={toPath(p) ?? ''} fill="none" stroke="var(--ink)" strokeWidth="2.5" />);
}

/** What it was graded at, each with its interval. */
function Grades({ life, axes: { x, used } }: Part) {
  const { time } = useTimes();
  return life.grades.map((g) => {
    const at = x(Date.parse(g.at));
    // Close to the axis the words stand above the point.
    const low = used(g.used) > lifeFoot - 26;
    return (
      <g key={g.id}>
        <path
          d={`M ${at} ${used(g.used + g.halfWidth)} V ${used(g.used - g.halfWidth)}`}
          stroke="var(--ink2)"
          strokeWidth="1.5"
        />
        <circle cx={at} cy={used(g.used)} r="5" fill="var(--ink)" stroke="var(--slab)" strokeWidth="1.5" />
        <text x={at + 9} y={low ? used(g.used + g.halfWidth) - 6 : used(g.used) + 16} className="fig halo">
          {g.used.toFixed(1)}
          <tspan style={{ fontWeight: 500, fill: 'var(--ink3)' }}> {say('graded', { at: time(g.at) })}</tspan>
        </text>
      </g>
    );
  });
}

/** The two lines its life runs between. */
function LifeFrame({ life, axes: { used, right } }: Part) {
  const top = used(life.iceDays);
  return (
    <>
      <path className="rul" d={`M ${left} ${lifeFoot + 0.5} H ${right}`} />
      <path className="rul" d={`M ${left} ${top} H ${right}`} />
      <text x={left - 6} y={top + 4} className="i3 end">
        {life.iceDays}
      </text>
      <text x={left - 6} y={used(0) + 4} className="i3 end">
        0
      </text>
      <text x={left + 4} y={top - 6} className="i3">
        {say('ice_days_of_this_species_its_life')}
      </text>
    </>
  );
}

function Now({ axes: { x, now } }: { axes: Axes }) {
  return (
    <>
      <path d={`M ${x(now)} ${warmTop} V ${lifeFoot}`} stroke="var(--ink)" strokeWidth="1.5" />
      <path d={`M ${x(now)} ${lifeFoot} l -5 8 h 10 z`} fill="var(--ink)" />
      <text x={x(now) + 6} y={warmTop + 10} className="i2 halo">
        {say('now')}
      </text>
    </>
  );
}

/**
 * The life of a lot in one picture: above, how warm it was where it lay; below, its ice days used, with the grades on
 * them, and the line to the end at the temperature to expect, with its interval.
 */
export function LifePicture({ life }: { life: LotLife }) {
  const [ref, { width }] = useSize<HTMLDivElement>();
  if (life.curve.length < 2) return <p className="py-6 text-ink2">{say('it_has_just_been_landed_its')}</p>;
  const axes = axesOf(life, width);
  const part = { life, axes };
  return (
    <div ref={ref}>
      {width > 0 && (
        <svg
          width={width}
          height={lifeFoot + 30}
          role="img"
          aria-label={say('life_of_the_lot')}
          className="block overflow-visible"
        >
          <Days axes={axes} />
          <Places {...part} />
          <Warmth {...part} />
          <LifeFrame {...part} />
          <Ahead {...part} />
          <Used {...part} />
          <Grades {...part} />
          <Now axes={axes} />
        </svg>
      )}
      <p className="text-note text-ink3">{say('above_temperature_where_it_lay')}</p>
    </div>
  );
}
