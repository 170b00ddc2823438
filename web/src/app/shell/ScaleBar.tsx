import type { Reading } from '@ember-slate/contract';
import { formatMass, gramsPerOunce, massUnit, type UnitSystem } from '@ember-slate/core/units';
import { useSmall } from '../frame.ts';
import { useShop } from '../shop.tsx';
import { useSize } from '../size.ts';
import { useAppSelector } from '../store.ts';
import { useTarget, type Target } from '../takeWeight.tsx';
import { Devices } from './Devices.tsx';
import { Said, useSpeaks } from './Said.tsx';
import { useScale } from './useScale.ts';
import { say } from '../say.ts';

const words: Record<Reading['state'], string> = {
  steady: say('steady'),
  settling: say('settling'),
  overload: say('overload'),
  none: say('no_reading'),
};
const traces: Record<Reading['state'], string> = {
  steady: 'M 0 9 C 4 2 6 16 9 11 S 13 5 16 9 S 20 9.5 24 9 H 66',
  settling: 'M 0 9 C 4 1 8 17 12 9 S 20 2 24 9 S 32 15 36 9 S 44 4 48 9 S 56 13 66 8',
  overload: 'M 0 16 L 8 2 H 66',
  none: 'M 0 9 H 66',
};

/** Why the corner cannot take now, or null when it can. */
function waitsFor(reading: Reading, target: Target | null): string | null {
  if (!target)
    return reading.grams > 0 && reading.state !== 'none'
      ? say('no_weight_needed_here')
      : say('nothing_on_the_pan');
  if (reading.state === 'none') return say('no_reading_type_it_instead');
  if (reading.state === 'overload') return say('too_heavy_for_this_pan');
  if (reading.grams < -2) return say('below_zero_tare_again');
  if (reading.grams <= 0) return say('nothing_on_the_pan');
  if (target.waits) return target.waits;
  return reading.state === 'steady' ? null : say('waits_for_a_steady_pan');
}

export function useTakeWeightNow() {
  const reading = useAppSelector((s) => s.connection.reading);
  const target = useTarget();
  const waits = waitsFor(reading, target);
  return { waits, take: () => (waits === null ? target!.onTake(reading) : undefined) };
}

/** The corner under the rail: the one move of the hand when a steady weight is wanted. */
export function TakeWeight({ big }: { big: boolean }) {
  const target = useTarget();
  const { waits, take } = useTakeWeightNow();
  return (
    <button
      type="button"
      aria-disabled={waits !== null}
      onClick={take}
      onKeyUp={(e) => e.key === ' ' && e.preventDefault()}
      className={`flex w-[224px] lg:mt-3.5 shrink-0 flex-col justify-center overflow-hidden pl-[18px] text-left font-figure max-lg:w-[208px] small:mt-0 small:min-w-[128px] small:flex-1 small:py-1.5 small:pl-3 ${waits === null ? 'bg-ember text-emberink' : 'bg-lift text-ink'} ${target ? '' : 'small:hidden'}`}
    >
      <span
        className={`font-bold ${big ? 'text-[42px] leading-[46px] max-lg:text-[30px] max-lg:leading-8' : 'text-[30px] leading-8 max-lg:text-big small:text-row'}`}
      >
        {target?.act ?? say('take')}
      </span>
      <span className={`text-body font-semibold small:text-note ${waits === null ? '' : 'text-ink2'}`}>
        {waits ?? say('steady_space_bar')}
      </span>
    </button>
  );
}

interface RuleProps {
  reading: Reading;
  target: Target | null;
  width: number;
  height: number;
  big: boolean;
}

interface Axis {
  unit: string;
  /** Grams in one of the unit, and the heaviest end of the rule it serves. */
  grams: number;
  upTo: number;
  steps: readonly number[];
}
const tens = [10, 20, 50, 100, 200, 500];
const parts = [0.1, 0.2, 0.5, 1, 2, 5, 10, 20];
const pound = 16 * gramsPerOunce;
/** What the rule is graduated in: round steps of the unit the hand thinks in. */
const axes: Record<UnitSystem, readonly Axis[]> = {
  metric: [
    { unit: 'g', grams: 1, upTo: 1000, steps: tens },
    { unit: 'kg', grams: 1000, upTo: Infinity, steps: parts },
  ],
  imperial: [
    { unit: 'oz', grams: gramsPerOunce, upTo: 2 * pound, steps: [...parts, 50] },
    { unit: 'lb', grams: pound, upTo: Infinity, steps: parts },
  ],
};

/** How far the needle stands above the edge, in a lane of its own, so that it crosses nothing that is read. */
const top = 14;

interface NeedleProps {
  /** Where it points, px from the left. */
  at: number;
  /** Left (-1) or right (1) of all that is shown: then it points out of the edge. */
  beyond: -1 | 0 | 1;
  width: number;
  big: boolean;
}

/** Where the weight stands on the rule. */
function Needle({ at, beyond, width, big }: NeedleProps) {
  if (beyond !== 0)
    return (
      <path
        d={`M ${beyond < 0 ? 12 : width - 12} 1 l ${beyond * 9} 6 l ${beyond * -9} 6 z`}
        fill="var(--ink)"
      />
    );
  const head = big ? { y: 30, x: 13, h: 22 } : { y: 10, x: 7, h: 12 };
  return (
    <g style={{ transform: `translateX(${at}px)`, transition: 'transform 120ms ease-out' }}>
      <path d={`M 0 0 V ${top + (big ? 36 : 14)}`} stroke="var(--ink)" strokeWidth={big ? 5 : 3} />
      <path d={`M 0 ${top + head.y} l ${head.x} ${head.h} h ${-2 * head.x} z`} fill="var(--ink)" />
    </g>
  );
}

/** The graduated edge with the live needle; it zooms to the window when one is wanted. */
function Rule({ reading, target, width, height, big }: RuleProps) {
  const units = useAppSelector((s) => s.prefs.units);
  const window_ = target?.window;
  const zoomed = window_ !== undefined;
  const span = zoomed ? Math.max(20, (window_[2] - window_[0]) * 2) : 0;
  const from = zoomed ? Math.max(0, Math.round((window_[1] - span / 2) / 10) * 10) : 0;
  const to = zoomed ? from + Math.ceil(span / 20) * 20 : reading.grams > 6000 ? 15_000 : 6000;
  const x = (g: number) => 24 + ((Math.min(Math.max(g, from), to) - from) / (to - from)) * (width - 48);
  const range = to - from;
  const axis = axes[units].find((a) => to <= a.upTo)!;
  const major = axis.steps.find((s) => range / (s * axis.grams) <= width / 75)! * axis.grams;
  const minor = major / 5;
  const firstTick = Math.ceil(from / minor);
  const ticks = Array.from({ length: Math.floor(to / minor) - firstTick + 1 }, (_, i) => firstTick + i);
  const live = reading.state !== 'none';
  const beyond = reading.grams < from ? -1 : reading.grams > to ? 1 : 0;
  return (
    <svg
      className="pointer-events-none absolute inset-0 small:hidden"
      width={width}
      height={height}
      aria-hidden="true"
    >
      <path d={`M 0 ${top + 0.5} H ${width}`} className="rul" />
      {window_ && (
        <>
          <rect
            x={x(window_[0])}
            y={top}
            width={Math.max(2, x(window_[2]) - x(window_[0]))}
            height={big ? 50 : 28}
            fill="var(--rimewash)"
          />
          {[window_[0], window_[2]].map((g) => (
            <path
              key={g}
              d={`M ${x(g)} ${top - 12} V ${top + (big ? 50 : 28)}`}
              stroke="var(--rime)"
              strokeWidth="3"
            />
          ))}
        </>
      )}
      {ticks.map((n) => {
        const g = n * minor;
        const named = n % 5 === 0 && Math.abs(x(g) - x(reading.grams)) > 26;
        return (
          <g key={n}>
            <path className="rul" d={`M ${Math.round(x(g)) + 0.5} ${top} v ${n % 5 === 0 ? 12 : 6}`} />
            {named && (
              <text x={x(g)} y={top + (big ? 38 : 25)} className="i3 mid">
                {Number((g / axis.grams).toFixed(2))}
                {g + major > to ? ` ${axis.unit}` : ''}
              </text>
            )}
          </g>
        );
      })}
      {target?.earlier?.map((g, i) => (
        <path key={i} d={`M ${x(g)} ${top} l -5 -8 h 10 z`} fill="var(--ink2)" />
      ))}
      {live && <Needle at={x(reading.grams)} beyond={zoomed ? beyond : 0} width={width} big={big} />}
    </svg>
  );
}

/** What the weight is for, or what was just said. */
function Purpose({ target, big }: { target: Target | null; big: boolean }) {
  const speaks = useSpeaks();
  // What can be undone for a minute leaves room for what is weighed meanwhile.
  const undoable = useAppSelector((s) => s.connection.notice?.act !== undefined);
  return (
    <div className="min-w-0 flex-1">
      {speaks && !(target && undoable) ? (
        <Said />
      ) : (
        target && (
          <>
            <div
              title={target.title}
              className={`truncate font-figure font-semibold ${big ? (target.title.length > 28 ? 'text-[26px] leading-8' : 'text-head') : 'text-label'}`}
            >
              {target.title}
            </div>
            {undoable ? (
              <Said />
            ) : (
              <div
                title={typeof target.detail === 'string' ? target.detail : undefined}
                className={`truncate text-ink2 ${big ? 'text-row' : 'text-note'}`}
              >
                {target.detail}
              </div>
            )}
          </>
        )
      )}
    </div>
  );
}

/** The slab's bottom edge is weight: the rule, the live figure, what the weight is for. */
export function ScaleBar({ big }: { big: boolean }) {
  const [ref, { width, height }] = useSize<HTMLDivElement>();
  const reading = useAppSelector((s) => s.connection.reading);
  const units = useAppSelector((s) => s.prefs.units);
  const small = useSmall();
  const target = useTarget();
  const { shop } = useShop();
  const command = useScale();
  const dead = reading.state === 'none';
  return (
    <footer
      ref={ref}
      className={`relative min-w-0 flex-1 bg-air ${target ? 'small:flex-none' : 'low:hidden'}`}
      aria-label={say('scale')}
    >
      <div className="h-3.5 bg-slab small:hidden" />
      {width > 0 && <Rule reading={reading} target={target} width={width} height={height} big={big} />}
      <div
        className={`flex items-center gap-6 pr-4 pl-6 max-lg:gap-4 small:h-14 small:gap-3 small:pt-0 small:pr-3 small:pl-4 low:h-11 ${big ? 'h-[174px] pt-14' : 'h-[86px] pt-[26px]'}`}
      >
        <output
          className={`shrink-0 font-figure font-semibold whitespace-nowrap ${big ? 'min-w-[230px] text-[104px] leading-[100px] max-lg:min-w-[190px] max-lg:text-[84px]' : 'min-w-[138px] text-[46px] leading-[46px] small:min-w-0 small:text-[30px] low:text-[24px]'}`}
          aria-label={say('live_weight')}
          // It changes all day: it is read when somebody goes there, and said when a weight is taken.
          aria-live="off"
        >
          {dead ? '–' : formatMass(reading.grams, units)}
          <span className={`ml-1.5 font-medium text-ink2 ${big ? 'text-[34px]' : 'text-[22px]'}`}>
            {massUnit(reading.grams, units)}
          </span>
        </output>
        <div className="w-[84px] shrink-0 small:w-auto">
          <svg width="66" height="18" className="small:hidden" aria-hidden="true">
            <path
              d={traces[reading.state]}
              fill="none"
              stroke="var(--rime)"
              strokeWidth="1.75"
              strokeDasharray={dead ? '4 4' : undefined}
            />
          </svg>
          <div className="font-figure text-body font-semibold small:text-note" data-scale={reading.state}>
            {words[reading.state]}
            {reading.simulated && (
              <span className="block text-note font-medium text-ink2">{say('simulated')}</span>
            )}
          </div>
        </div>
        <button
          type="button"
          className={`btn shrink-0 gap-2 px-3.5 small:min-h-11 small:px-2.5 ${big ? 'min-h-16' : ''}`}
          onClick={() => void command({ command: 'tare' })}
        >
          {say('tare')}{' '}
          <span className="font-medium text-ink2 small:hidden">
            {formatMass(reading.tare, units)} {massUnit(reading.tare, units)}
          </span>{' '}
          <span className="key max-lg:hidden">T</span>
        </button>
        {!small && <Purpose target={target} big={big} />}
        {shop.devices.scale === 'simulated' && <Devices />}
      </div>
    </footer>
  );
}
