import {
  centreOf,
  maxPoints,
  type FishSigns,
  type Grade,
  type Level,
  type Scheme,
  type Sign,
} from '@ember-slate/core/freshness';
import { useState } from 'react';
import { useSize } from '../app/size.ts';
import { say } from './say.ts';

interface Props {
  speciesName: string;
  iceDays: number;
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

/**
 * Every sign votes on one axis of ice days. Rings are the four levels of a sign, the filled one this fish's answer,
 * ticks the other fish; the lens is the vote, the band where the signs agree. A sign at odds stands last, in ember.
 */
export function SignStrip({
  speciesName,
  iceDays,
  scheme,
  signs,
  fish,
  current,
  grade,
  claimed,
  onLevel,
}: Props) {
  const [ref, { width }] = useSize<HTMLDivElement>();
  const [hint, setHint] = useState<{ sign: string; level: Level } | null>(null);
  const narrow = width < 560;
  // A glove needs more room than a mouse.
  const row = narrow ? 76 : window.matchMedia('(pointer: coarse)').matches ? 56 : 48;
  const left = narrow ? 16 : names;
  const span = iceDays * 1.08;
  const x = (days: number) => left + (Math.min(days, span) / span) * (width - left - 14);
  const odds = new Set(grade?.atOdds.map((o) => o.signId));
  const ordered = [...signs].sort(
    (a, b) => Number(odds.has(a.id)) - Number(odds.has(b.id)) || b.weight - a.weight,
  );
  const answers = fish[current] ?? {};
  const top = 44;
  const bandTop = grade ? x(grade.used - grade.halfWidth) : 0;
  return (
    <div
      ref={ref}
      className="relative"
      role="group"
      aria-label={say('signs_of_fish', { current: current + 1 })}
    >
      {width > 0 && (
        <svg
          className="pointer-events-none absolute top-0 left-0 overflow-visible"
          width={width}
          height="100%"
          aria-hidden="true"
        >
          {grade && (
            <rect
              x={Math.max(left, bandTop)}
              y={top - 8}
              width={x(grade.used + grade.halfWidth) - Math.max(left, bandTop)}
              height={8 + ordered.length * row}
              fill="var(--rimewash)"
            />
          )}
          {categories.map(([name, from, to]) => {
            const here = grade?.category === name;
            const x0 = x(from * iceDays);
            return (
              <g key={name}>
                {from > 0 && (
                  <path
                    className="rul"
                    d={`M ${Math.round(x0) + 0.5} 0 V ${top + ordered.length * row}`}
                    opacity="0.55"
                  />
                )}
                {(!narrow || to - from > 0.2) && (
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
        </svg>
      )}
      <div style={{ height: top }} className="relative">
        {!narrow && (
          <div className="absolute top-0 left-0 text-note text-ink3">
            {say('ring_fish_your_answer', { current: current + 1 })}
            <br />
            {say('ticks_others_lens_vote')}
          </div>
        )}
      </div>
      {ordered.map((sign) => {
        const vote = grade?.votes.find((v) => v.sign.id === sign.id);
        const odd = odds.has(sign.id);
        const chosen = answers[sign.id];
        const shown = hint?.sign === sign.id ? hint.level : chosen;
        const color = odd ? 'var(--emberline)' : 'var(--ink)';
        return (
          <div key={sign.id} className="relative border-t border-line" style={{ height: row }}>
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
                {vote && (
                  <g transform="translate(0 24)">
                    {odd && (
                      <path
                        d={`M ${x(grade!.used)} 0 H ${x(vote.interval[vote.oddsDays! > 0 ? 0 : 1])}`}
                        stroke={color}
                        strokeWidth="1.5"
                      />
                    )}
                    <path
                      d={lens(
                        x(vote.interval[0]),
                        x(vote.days),
                        x(vote.interval[1]),
                        5 + 9 * (sign.weight - 0.4),
                      )}
                      fill={color}
                      fillOpacity={odd ? 0.3 : 0.17}
                      stroke={color}
                      strokeOpacity="0.75"
                    />
                    <path
                      d={`M ${x(vote.days)} ${-(5 + 9 * (sign.weight - 0.4))} V ${5 + 9 * (sign.weight - 0.4)}`}
                      stroke={color}
                      strokeWidth="3"
                    />
                    {odd && (
                      <text
                        x={(x(grade!.used) + x(vote.interval[vote.oddsDays! > 0 ? 0 : 1])) / 2}
                        y="-6"
                        className="fig em halo mid"
                      >
                        {say('days_off', { oddsDays: Math.abs(vote.oddsDays!).toFixed(1) })}
                      </text>
                    )}
                  </g>
                )}
                {levelsOf(sign).map((l) => {
                  const others = fish.filter((f, i) => i !== current && f[sign.id] === l).length;
                  return Array.from({ length: others }, (_, i) => (
                    <path
                      key={`${l} ${i}`}
                      d={`M ${x(centreOf(scheme, sign, l) * iceDays) + (i - (others - 1) / 2) * 4.5} 5 v 8`}
                      stroke="var(--ink2)"
                      strokeWidth="1.6"
                    />
                  ));
                })}
              </svg>
              {levelsOf(sign).map((l) => {
                const on = chosen === l;
                return (
                  <button
                    key={l}
                    type="button"
                    role="radio"
                    aria-checked={on}
                    aria-label={`${sign.name}: ${sign.words[l]}`}
                    tabIndex={on || (chosen === undefined && l === 0) ? 0 : -1}
                    data-level={l}
                    onClick={() => onLevel(sign.id, l)}
                    onMouseEnter={() => setHint({ sign: sign.id, level: l })}
                    onMouseLeave={() => setHint(null)}
                    onFocus={() => setHint({ sign: sign.id, level: l })}
                    onBlur={() => setHint(null)}
                    onKeyDown={(e) => {
                      const step = { ArrowRight: 1, ArrowUp: -1, ArrowLeft: -1, ArrowDown: 1 }[e.key];
                      if (step === undefined) return;
                      e.preventDefault();
                      const next = Math.min(
                        maxPoints(sign),
                        Math.max(0, (chosen ?? l) + (chosen === undefined ? 0 : step)),
                      ) as Level;
                      onLevel(sign.id, next);
                      (
                        e.currentTarget.parentElement!.querySelector(`[data-level="${next}"]`) as HTMLElement
                      ).focus();
                    }}
                    style={{ left: x(centreOf(scheme, sign, l) * iceDays) - (narrow ? 22 : 24) }}
                    className={`absolute top-0 grid h-12 ${narrow ? 'w-11' : 'w-12'} place-items-center`}
                  >
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
                  </button>
                );
              })}
            </div>
          </div>
        );
      })}
      {width > 0 && <Axis x={x} left={left} width={width} iceDays={iceDays} speciesName={speciesName} />}
      {width > 0 && grade && (
        <svg
          className="pointer-events-none absolute top-0 left-0 overflow-visible"
          width={width}
          height="100%"
          aria-hidden="true"
        >
          <ConsensusLine x={x(grade.used)} from={top - 8} rows={top + ordered.length * row} />
          <path d={`M ${x(grade.used)} ${top - 8} l -5 -7 h 10 z`} fill="var(--rime)" />
          <text x={x(grade.used) + 9} y={top - 8} className="fig ri halo">
            {say('signs_say', { used: grade.used.toFixed(1) })}
          </text>
          {claimed !== null && Math.abs(x(claimed) - x(grade.used)) > 4 && (
            <>
              <path
                d={`M ${x(claimed)} ${top - 4} V ${top + ordered.length * row}`}
                stroke="var(--ink2)"
                strokeDasharray="1 5"
              />
              <text
                x={x(claimed) + (claimed < grade.used ? -6 : 9)}
                y={claimed < grade.used ? top - 8 : top - 22}
                className={`i2 halo ${claimed < grade.used ? 'end' : ''}`}
              >
                {say('note_says', { claimed: claimed.toFixed(1) })}
              </text>
            </>
          )}
        </svg>
      )}
    </div>
  );
}

const ConsensusLine = ({ x, from, rows }: { x: number; from: number; rows: number }) => (
  <path d={`M ${x} ${from} V ${rows + 6}`} stroke="var(--rime)" strokeWidth="2" />
);

function Axis({
  x,
  left,
  width,
  iceDays,
  speciesName,
}: {
  x: (days: number) => number;
  left: number;
  width: number;
  iceDays: number;
  speciesName: string;
}) {
  const step = iceDays > 14 ? 2 : 1;
  const ticks = Array.from({ length: Math.floor(iceDays / step) + 1 }, (_, i) => i * step);
  return (
    <svg className="block overflow-visible" width={width} height="28" aria-hidden="true">
      <path className="rul" d={`M ${left} 0.5 H ${width - 14}`} />
      {ticks.map((d) => (
        <g key={d}>
          <path className="rul" d={`M ${Math.round(x(d)) + 0.5} 0 v 6`} />
          <text x={x(d)} y="20" className="i3 mid">
            {d}
          </text>
        </g>
      ))}
      {left > 100 && (
        <text x="0" y="20" className="i3">
          {say('days_in_ice', { speciesName: speciesName.toLowerCase() })}
        </text>
      )}
    </svg>
  );
}
