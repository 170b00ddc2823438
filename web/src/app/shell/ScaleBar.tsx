import { contract, type Reading } from '@ember-slate/contract';
import { formatMass, gramsPerOunce, massUnit, type UnitSystem } from '@ember-slate/core/units';
import { useEffect, useState } from 'react';
import { useChange } from '../api.ts';
import { useNotify } from '../notify.ts';
import { useShop } from '../shop.tsx';
import { useSize } from '../size.ts';
import { notify, useAppDispatch, useAppSelector } from '../store.ts';
import { useTarget, type Target } from '../takeWeight.tsx';
import { Devices } from './Devices.tsx';
import { KeptHere } from './KeptHere.tsx';
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
      className={`flex flex-col justify-center overflow-hidden pl-[18px] text-left font-figure ${waits === null ? 'bg-ember text-emberink' : 'bg-lift text-ink'} max-sm:py-2`}
    >
      <span
        className={`font-bold ${big ? 'text-[42px] leading-[46px] max-lg:text-[30px] max-lg:leading-8' : 'text-[30px] leading-8 max-lg:text-big'}`}
      >
        {target?.act ?? say('take')}
      </span>
      <span className={`text-body font-semibold ${waits === null ? '' : 'text-ink2'}`}>
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
  const top = 14;
  return (
    <svg
      className="pointer-events-none absolute left-0 overflow-visible"
      style={{ top: -top }}
      width={width}
      height={height + top}
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
      {live && (
        <g style={{ transform: `translateX(${x(reading.grams)}px)`, transition: 'transform 120ms ease-out' }}>
          <path d={`M 0 0 V ${top + (big ? 36 : 14)}`} stroke="var(--ink)" strokeWidth={big ? 5 : 3} />
          <path
            d={`M 0 ${top + (big ? 30 : 10)} l ${big ? 13 : 7} ${big ? 22 : 12} h ${big ? -26 : -14} z`}
            fill="var(--ink)"
          />
        </g>
      )}
    </svg>
  );
}

/** Takes back what was just moved or binned. */
function Undo({ act }: { act: number }) {
  const { send, busy } = useChange(contract.counter.takeBack);
  const said = useNotify();
  const undo = async () => {
    const outcome = await send({ reason: say('undone_at_once') }, { id: act });
    said(outcome, say('taken_back'));
  };
  return (
    <button type="button" className="why shrink-0" disabled={busy} onClick={() => void undo()}>
      {say('undo')}
    </button>
  );
}

/** One line that outranks the rest: the line is gone, or what was just said. */
function Said() {
  const { live, lostAt, kept, refused, notice: said } = useAppSelector((s) => s.connection);
  const [looking, setLooking] = useState(false);
  const dispatch = useAppDispatch();
  // Good news gives the line back by itself; a problem stays until it is read.
  useEffect(() => {
    if (!said || said.problem) return;
    // What can be taken back at once can be for a minute.
    const timer = window.setTimeout(() => dispatch(notify(null)), said.act === undefined ? 6000 : 60_000);
    return () => window.clearTimeout(timer);
  }, [said, dispatch]);
  const weights = say('entries_kept_on_this_screen', { kept });
  const look = (
    <button type="button" className="why shrink-0" onClick={() => setLooking(true)}>
      {say('look')}
    </button>
  );
  const list = looking && <KeptHere onClose={() => setLooking(false)} />;
  if (!live && lostAt !== null) {
    return (
      <div role="status" className="min-w-0">
        <div className="font-figure text-label font-semibold">
          {say('offline', { kept: kept > 0 ? `: ${weights}` : '' })}
        </div>
        <div className="text-note text-ink2">
          {kept > 0 ? say('they_go_in_each_once_when_the_line') : say('weights_and_sales_are_kept_here')}
        </div>
      </div>
    );
  }
  if (refused > 0 && !said)
    return (
      <div role="alert" className="flex min-w-0 items-center gap-3">
        <span className="line-clamp-2 border-b-[3px] border-emberline">
          {say('refused_the_shop_has_them_not', {
            entries:
              refused === 1
                ? say('one_entry_of_this_screen_was')
                : say('entries_of_this_screen_were', { refused }),
            count: refused,
          })}
        </span>
        {look}
        {list}
      </div>
    );
  if (!said)
    return kept > 0 ? (
      <div role="status" className="flex min-w-0 items-center gap-3">
        <span>{say('not_in_the_shops_records_yet', { weights })}</span>
        {look}
        {list}
      </div>
    ) : null;
  return (
    <div role={said.problem ? 'alert' : 'status'} className="flex min-w-0 items-center gap-3">
      <span className={`line-clamp-2 ${said.problem ? 'border-b-[3px] border-emberline' : ''}`}>
        {said.text}
      </span>
      {said.act !== undefined && <Undo act={said.act} />}
      <button type="button" className="why shrink-0" onClick={() => dispatch(notify(null))}>
        {say('done')}
      </button>
    </div>
  );
}

/** The slab's bottom edge is weight: the rule, the live figure, what the weight is for. */
export function ScaleBar({ big }: { big: boolean }) {
  const [ref, { width, height }] = useSize<HTMLDivElement>();
  const reading = useAppSelector((s) => s.connection.reading);
  const units = useAppSelector((s) => s.prefs.units);
  const speaks = useAppSelector(
    (s) =>
      s.connection.notice !== null ||
      s.connection.kept > 0 ||
      s.connection.refused > 0 ||
      (!s.connection.live && s.connection.lostAt !== null),
  );
  // What can be undone for a minute leaves room for what is weighed meanwhile.
  const undoable = useAppSelector((s) => s.connection.notice?.act !== undefined);
  const target = useTarget();
  const { shop } = useShop();
  const command = useScale();
  const dead = reading.state === 'none';
  return (
    <footer ref={ref} className="relative z-10 bg-air" aria-label={say('scale')}>
      {width > 0 && <Rule reading={reading} target={target} width={width} height={height} big={big} />}
      <div
        className={`flex h-full items-center gap-6 pr-4 pl-6 max-lg:gap-4 max-sm:pl-4 ${big ? 'pt-14' : 'pt-7'}`}
      >
        <output
          className={`shrink-0 font-figure font-semibold whitespace-nowrap ${big ? 'min-w-[230px] text-[104px] leading-[100px] max-lg:min-w-[190px] max-lg:text-[84px]' : 'min-w-[138px] text-[46px] leading-[46px] max-sm:text-[34px]'}`}
          aria-label={say('live_weight')}
          // It changes all day: it is read when somebody goes there, and said when a weight is taken.
          aria-live="off"
        >
          {dead ? '–' : formatMass(reading.grams, units)}
          <span className={`ml-1.5 font-medium text-ink2 ${big ? 'text-[34px]' : 'text-[22px]'}`}>
            {massUnit(reading.grams, units)}
          </span>
        </output>
        <div className="w-[84px] shrink-0 max-sm:hidden">
          <svg width="66" height="18" aria-hidden="true">
            <path
              d={traces[reading.state]}
              fill="none"
              stroke="var(--rime)"
              strokeWidth="1.75"
              strokeDasharray={dead ? '4 4' : undefined}
            />
          </svg>
          <div className="font-figure text-body font-semibold" data-scale={reading.state}>
            {words[reading.state]}
            {reading.simulated && (
              <span className="block text-note font-medium text-ink2">{say('simulated')}</span>
            )}
          </div>
        </div>
        <button
          type="button"
          className={`btn shrink-0 gap-2 px-3.5 ${big ? 'min-h-16' : ''}`}
          onClick={() => void command({ command: 'tare' })}
        >
          {say('tare')}{' '}
          <span className="font-medium text-ink2">
            {formatMass(reading.tare, units)} {massUnit(reading.tare, units)}
          </span>{' '}
          <span className="key max-lg:hidden">T</span>
        </button>
        <div className="min-w-0 flex-1 max-sm:hidden">
          {speaks && !(target && undoable) ? (
            <Said />
          ) : (
            target && (
              <>
                <div
                  className={`truncate font-figure font-semibold ${big ? (target.title.length > 28 ? 'text-[26px] leading-8' : 'text-head') : 'text-label'}`}
                >
                  {target.title}
                </div>
                {undoable ? (
                  <Said />
                ) : (
                  <div className={`truncate text-ink2 ${big ? 'text-row' : 'text-note'}`}>
                    {target.detail}
                  </div>
                )}
              </>
            )
          )}
        </div>
        {shop.devices.scale === 'simulated' && <Devices />}
      </div>
    </footer>
  );
}
