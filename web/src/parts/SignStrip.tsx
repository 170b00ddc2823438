import {
  dayAxis,
  maxPoints,
  type FishSigns,
  type Grade,
  type Level,
  type Scheme,
  type Sign,
  type SignVote,
} from '@ember-slate/core/freshness';
import type { Species } from '@ember-slate/core/species';
import { scaleLinear, type ScaleLinear } from 'd3-scale';
import { useState, type KeyboardEvent, type ReactNode } from 'react';
import { useSize } from '../app/size.ts';
import { say } from './say.ts';

interface Props {
  speciesName: string;
  species: Pick<Species, 'id' | 'iceDays'>;
  scheme: Scheme;
  signs: readonly Sign[];
  fish: readonly FishSigns[];
  /** Which fish the rings answer for. */
  current: number;
  grade: Grade | null;
  /** Ice days the delivery note claims, null when it says nothing. */
  claimed: number | null;
  onLevel: (signId: string, level: Level) => void;
}

const names = 210;
const categories = [
  ['Extra', 0, 0.24],
  ['A', 0.24, 0.53],
  ['B', 0.53, 0.82],
  [say('not_admitted'), 0.82, 1.08],
] as const;

const levelsOf = (sign: Sign) => sign.words.map((_, level) => level as Level);

/** A lens around a vote: its width the interval, its height the weight. */
function lens(x0: number, xm: number, x1: number, h: number): string {
  const q = (a: number, b: number) => (a + b) / 2;
  return `M ${x0} 0 Q ${q(x0, xm)} ${-h * 0.7} ${xm} ${-h} Q ${q(x1, xm)} ${-h * 0.7} ${x1} 0 Q ${q(x1, xm)} ${h * 0.7} ${xm} ${h} Q ${q(x0, xm)} ${h * 0.7} ${x0} 0 Z`;
}

/** The strip on the screen: where ice days lie, and where rows stand, px. */
interface Ground {
  /** Of ice days. */
  x: ScaleLinear<number, number>;
  left: number;
  width: number;
  narrow: boolean;
  top: number;
  row: number;
  /** The foot of the last row. */
  foot: number;
}

function groundOf(width: number, iceDays: number, rows: number): Ground {
  const narrow = width < 560;
  // A glove needs more room than a mouse.
  const row = narrow ? 76 : window.matchMedia('(pointer: coarse)').matches ? 56 : 48;
  const left = narrow ? 16 : names;
  const top = 44;
  const span = iceDays * 1.08;
  const x = scaleLinear([0, span], [left, width - 14]).clamp(true);
  return { x, left, width, narrow, top, row, foot: top + rows * row };
}

/** The categories behind everything, and the band where the signs agree. */
function Background({ ground: g, iceDays, grade }: { ground: Ground; iceDays: number; grade: Grade | null }) {
  const bandFrom = grade ? Math.max(g.left, g.x(grade.used - grade.halfWidth)) : 0;
  return (
    <Overlay width={g.width}>
      {grade && (
        <rect
          x={bandFrom}
          y={g.top - 8}
          width={g.x(grade.used + grade.halfWidth) - bandFrom}
          height={8 + g.foot - g.top}
          fill="var(--rimewash)"
        />
      )}
      {categories.map(([name, from, to]) => {
        const here = grade?.category === name;
        const x0 = g.x(from * iceDays);
        return (
          <g key={name}>
            {from > 0 && (
              <path className="rul" d={`M ${Math.round(x0) + 0.5} 0 V ${g.foot}`} opacity="0.55" />
            )}
            {(!g.narrow || to - from > 0.2) && (
              <text
                x={x0 + (from > 0 ? 7 : 0)}
                y="14"
                className={`fig ${here ? '' : 'i2'}`}
                style={{ fontWeight: here ? 700 : 500 }}
              >
                {name}
              </text>
            )}
          </g>
        );
      })}
    </Overlay>
  );
}

const Overlay = ({ width, children }: { width: number; children: ReactNode }) => (
  <svg
    className="pointer-events-none absolute top-0 left-0 overflow-visible"
    width={width}
    height="100%"
    aria-hidden="true"
  >
    {children}
  </svg>
);

/** What a sign says of the ice days: the lens, and how far it stands off when it is at odds. */
function VoteLens({ vote, used, x, color }: { vote: SignVote; used: number; x: Ground['x']; color: string }) {
  const height = Math.min(22, 5 + 9 * (vote.sign.weight - 0.4));
  const off = vote.oddsDays;
  return (
    <g transform="translate(0 24)">
      {off !== null && <path d={`M ${x(used)} 0 H ${x(vote.days)}`} stroke={color} strokeWidth="1.5" />}
      <path
        d={lens(x(vote.interval[0]), x(vote.days), x(vote.interval[1]), height)}
        fill={color}
        fillOpacity={off !== null ? 0.3 : 0.17}
        stroke={color}
        strokeOpacity="0.75"
      />
      <path d={`M ${x(vote.days)} ${-height} V ${height}`} stroke={color} strokeWidth="3" />
      {off !== null && (
        <text x={(x(used) + x(vote.days)) / 2} y="-6" className="fig em halo mid">
          {say('days_off', { oddsDays: Math.abs(off).toFixed(1) })}
        </text>
      )}
    </g>
  );
}

/** The other fish of the sample, as ticks under the level each was given. */
function OtherFish({
  sign,
  others,
  at,
}: {
  sign: Sign;
  others: readonly FishSigns[];
  at: (level: Level) => number;
}) {
  return levelsOf(sign).flatMap((l) => {
    const n = others.filter((f) => f[sign.id] === l).length;
    return Array.from({ length: n }, (_, i) => (
      <path
        key={`${l} ${i}`}
        d={`M ${at(l) + (i - (n - 1) / 2) * 4.5} 5 v 8`}
        stroke="var(--ink2)"
        strokeWidth="1.6"
      />
    ));
  });
}

/** One sign: what it is called and answered, its vote, and a ring for each level. */
function SignRow({
  sign,
  ground,
  at,
  grade,
  fish,
  current,
  onLevel,
}: {
  sign: Sign;
  ground: Ground;
  at: (level: Level) => number;
  grade: Grade | null;
  fish: readonly FishSigns[];
  current: number;
  onLevel: (signId: string, level: Level) => void;
}) {
  const [hint, setHint] = useState<Level | null>(null);
  const { narrow, x, width, row } = ground;
  const vote = grade?.votes.find((v) => v.sign.id === sign.id);
  const odd = grade?.atOdds.some((o) => o.signId === sign.id) ?? false;
  const chosen = fish[current]?.[sign.id];
  const shown = hint ?? chosen;
  const color = odd ? 'var(--emberline)' : 'var(--ink)';
  const byKey = (e: KeyboardEvent<HTMLButtonElement>, level: Level) => {
    const step = { ArrowRight: 1, ArrowUp: -1, ArrowLeft: -1, ArrowDown: 1 }[e.key];
    if (step === undefined) return;
    e.preventDefault();
    const to = chosen === undefined ? level : chosen + step;
    const next = Math.min(maxPoints(sign), Math.max(0, to)) as Level;
    onLevel(sign.id, next);
    e.currentTarget.parentElement?.querySelector<HTMLElement>(`[data-level="${next}"]`)?.focus();
  };
  return (
    <div className="relative border-t border-line" style={{ height: row }}>
      <div
        className={`pointer-events-none absolute left-0 leading-none ${narrow ? 'top-1.5 flex gap-2' : 'top-1 w-[200px]'}`}
      >
        <div className={`font-figure text-label font-semibold ${odd ? 'text-embertext' : ''}`}>
          {sign.name}
        </div>
        <div
          className={`text-note ${shown === undefined ? 'text-ink3' : 'text-ink2'} ${narrow ? 'leading-[22px]' : 'leading-[15px]'}`}
        >
          {shown === undefined ? say('not_looked_at') : sign.words[shown]}
        </div>
      </div>
      <div role="radiogroup" aria-label={sign.name} className="absolute inset-x-0 bottom-0 h-12">
        <svg
          className="pointer-events-none absolute inset-0 overflow-visible"
          width={width}
          height="48"
          aria-hidden="true"
        >
          {grade && vote && <VoteLens vote={vote} used={grade.used} x={x} color={color} />}
          <OtherFish sign={sign} others={fish.filter((_, i) => i !== current)} at={at} />
        </svg>
        {levelsOf(sign).map((l) => (
          <button
            key={l}
            type="button"
            role="radio"
            aria-checked={chosen === l}
            aria-label={`${sign.name}: ${sign.words[l]}`}
            tabIndex={chosen === l || (chosen === undefined && l === 0) ? 0 : -1}
            data-level={l}
            onClick={() => onLevel(sign.id, l)}
            onMouseEnter={() => setHint(l)}
            onMouseLeave={() => setHint(null)}
            onFocus={() => setHint(l)}
            onBlur={() => setHint(null)}
            onKeyDown={(e) => byKey(e, l)}
            style={{ left: at(l) - (narrow ? 22 : 24) }}
            className={`absolute top-0 grid h-12 ${narrow ? 'w-11' : 'w-12'} place-items-center`}
          >
            <Ring on={chosen === l} color={color} />
          </button>
        ))}
      </div>
    </div>
  );
}

const Ring = ({ on, color }: { on: boolean; color: string }) => (
  <svg width="18" height="18" aria-hidden="true">
    <circle
      cx="9"
      cy="9"
      r={on ? 7.5 : 6.5}
      fill={on ? color : 'var(--slab)'}
      stroke={on ? color : 'var(--rule)'}
      strokeWidth="1.5"
    />
  </svg>
);

/** Where the signs agree, and what the note claims. */
function Consensus({
  ground: { x, top, foot, width },
  grade,
  claimed,
}: {
  ground: Ground;
  grade: Grade;
  claimed: number | null;
}) {
  const at = x(grade.used);
  const before = claimed !== null && claimed < grade.used;
  return (
    <Overlay width={width}>
      <path d={`M ${at} ${top - 8} V ${foot + 6}`} stroke="var(--rime)" strokeWidth="2" />
      <path d={`M ${at} ${top - 8} l -5 -7 h 10 z`} fill="var(--rime)" />
      <text x={at + 9} y={top - 8} className="fig ri halo">
        {say('signs_say', { used: grade.used.toFixed(1) })}
      </text>
      {claimed !== null && Math.abs(x(claimed) - at) > 4 && (
        <>
          <path d={`M ${x(claimed)} ${top - 4} V ${foot}`} stroke="var(--ink2)" strokeDasharray="1 5" />
          <text
            x={x(claimed) + (before ? -6 : 9)}
            y={before ? top - 8 : top - 22}
            className={`i2 halo ${before ? 'end' : ''}`}
          >
            {say('note_says', { claimed: claimed.toFixed(1) })}
          </text>
        </>
      )}
    </Overlay>
  );
}

/** Ice days under the strip. */
function Axis({ ground: g, iceDays, speciesName }: { ground: Ground; iceDays: number; speciesName: string }) {
  const step = iceDays > 14 ? 2 : 1;
  const ticks = Array.from({ length: Math.floor(iceDays / step) + 1 }, (_, i) => i * step);
  return (
    <svg className="block overflow-visible" width={g.width} height="28" aria-hidden="true">
      <path className="rul" d={`M ${g.left} 0.5 H ${g.width - 14}`} />
      {ticks.map((d) => (
        <g key={d}>
          <path className="rul" d={`M ${Math.round(g.x(d)) + 0.5} 0 v 6`} />
          <text x={g.x(d)} y="20" className="i3 mid">
            {d}
          </text>
        </g>
      ))}
      {!g.narrow && (
        <text x="0" y="20" className="i3">
          {say('days_in_ice', { speciesName: speciesName.toLowerCase() })}
        </text>
      )}
    </svg>
  );
}

/**
 * Every sign votes on one axis of ice days. Rings are the four levels of a sign, the filled one this fish's answer,
 * ticks the other fish; the lens is the vote, the band where the signs agree. A sign at odds stands last, in ember.
 */
export function SignStrip({
  speciesName,
  species,
  scheme,
  signs,
  fish,
  current,
  grade,
  claimed,
  onLevel,
}: Props) {
  const [ref, { width }] = useSize<HTMLDivElement>();
  const odds = new Set(grade?.atOdds.map((o) => o.signId));
  const ordered = [...signs].sort(
    (a, b) => Number(odds.has(a.id)) - Number(odds.has(b.id)) || b.weight - a.weight,
  );
  const { iceDays } = species;
  const ground = groundOf(width, iceDays, ordered.length);
  const axis = dayAxis(scheme, species, signs);
  return (
    <div
      ref={ref}
      className="relative"
      role="group"
      aria-label={say('signs_of_fish', { current: current + 1 })}
    >
      {width > 0 && <Background ground={ground} iceDays={iceDays} grade={grade} />}
      <div style={{ height: ground.top }} className="relative">
        {!ground.narrow && (
          <div className="absolute top-0 left-0 text-note text-ink3">
            {say('ring_fish_your_answer', { current: current + 1 })}
            <br />
            {say('ticks_others_lens_vote')}
          </div>
        )}
      </div>
      {ordered.map((sign) => (
        <SignRow
          key={sign.id}
          sign={sign}
          at={(level) => ground.x(axis.daysOf(sign, level))}
          {...{ ground, grade, fish, current, onLevel }}
        />
      ))}
      {width > 0 && <Axis ground={ground} iceDays={iceDays} speciesName={speciesName} />}
      {width > 0 && grade && <Consensus ground={ground} grade={grade} claimed={claimed} />}
    </div>
  );
}
