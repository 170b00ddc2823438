import type { WeightSource } from '@ember-slate/contract';
import { addDays, formatClock, parseClock } from '@ember-slate/core/calendar';
import {
  formatMass,
  formatTemperature,
  kilogramsMeant,
  massUnit,
  parseMass,
  parseTemperature,
  type MassUnit,
  type UnitSystem,
} from '@ember-slate/core/units';
import { useState, type FormEvent, type ReactNode } from 'react';
import { useTimes, useShop } from '../app/shop.tsx';
import { useAppSelector } from '../app/store.ts';
import { useTakeWeight, weighedSource } from '../app/takeWeight.tsx';
import { SourceMark } from './Mass.tsx';
import { moneySign, parseMoney, plainMoney } from './money.ts';
import { useDegreeSign } from './temperature.ts';
import { say } from './say.ts';
import { firstUnread } from './unread.ts';

interface FrameProps {
  label: string;
  note?: ReactNode;
  error?: string | undefined;
  className?: string;
  children: ReactNode;
}

/** Label above, value on its rule, a note below; an error takes the note's place and says what to do. */
export function Frame({ label, note, error, className = '', children }: FrameProps) {
  return (
    <label className={`field ${className}`} data-error={error ? '' : undefined}>
      <span className="field-label">{label}</span>
      {children}
      <span className="field-note" role={error ? 'alert' : undefined}>
        {error ?? note}
      </span>
    </label>
  );
}

interface TextProps extends Omit<FrameProps, 'children'> {
  value: string;
  onChange: (value: string) => void;
  type?: 'text' | 'tel' | 'date' | 'password';
  inputMode?: 'numeric' | 'decimal' | 'text' | 'tel';
  placeholder?: string;
  autoFocus?: boolean;
}

export function TextField({ label, note, error, className, value, onChange, ...input }: TextProps) {
  return (
    <Frame label={label} note={note} error={error} className={className ?? ''}>
      <input
        {...input}
        className="field-value"
        value={value}
        aria-invalid={Boolean(error)}
        onChange={(e) => onChange(e.target.value)}
        autoComplete="off"
      />
    </Frame>
  );
}

interface SelectProps<T extends string> extends Omit<FrameProps, 'children'> {
  value: T | '';
  options: readonly { value: T; name: string; off?: boolean }[];
  onChange: (value: T) => void;
  empty?: string;
}

export function SelectField<T extends string>({
  label,
  note,
  error,
  className,
  value,
  options,
  onChange,
  empty,
}: SelectProps<T>) {
  return (
    <Frame label={label} note={note} error={error} className={className ?? ''}>
      <select
        className="field-value h-11"
        value={value}
        aria-invalid={Boolean(error)}
        onChange={(e) => onChange(e.target.value as T)}
      >
        {empty !== undefined && <option value="">{empty}</option>}
        {options.map((o) => (
          <option key={o.value} value={o.value} disabled={o.off ?? false}>
            {o.name}
          </option>
        ))}
      </select>
    </Frame>
  );
}

/**
 * For what is typed and may not be understood: while it is not, its form is not sent, for it would count as nothing there.
 * `why` is what is wrong with it; undefined where nothing is.
 */
const readable = (why: string | undefined) => ({
  ref: (input: HTMLInputElement | null) => input?.setCustomValidity(why ?? ''),
  onInvalid: (e: FormEvent<HTMLInputElement>) => {
    e.preventDefault();
    firstUnread(e.currentTarget.form)?.focus();
  },
});

/** A weight and how it is known; null while it is nothing. */
export interface Weight {
  grams: number;
  source: WeightSource;
}

interface Draft {
  text: string;
  unit: MassUnit;
  /** What it was before somebody began to edit it. */
  began: Weight | null;
}

const sourceWords: Record<WeightSource, string> = {
  measured: say('from_the_scale'),
  typed: say('typed'),
  estimated: say('estimated'),
  simulated: say('from_the_simulated_scale'),
};

interface WeightProps extends Omit<FrameProps, 'children' | 'note'> {
  value: Weight | null;
  onChange: (value: Weight | null) => void;
  note?: string;
  /** Offers itself to the scale: the space bar and the corner fill it. Null leaves the scale alone. */
  take: { act: string; title: string; detail?: string } | null;
  plain?: boolean;
}

/** Asks with one tap whether kilograms were meant. */
function Kilograms({
  text,
  grams,
  onMeant,
}: {
  text: string;
  /** What it would be; null where nothing is odd. */
  grams: number | null;
  onMeant: (grams: number) => void;
}) {
  if (grams === null) return null;
  const words = say('kilograms_meant', { text: text.trim() });
  return (
    <button
      type="button"
      aria-label={words}
      className="why shrink-0 py-2 whitespace-nowrap"
      onClick={() => onMeant(grams)}
    >
      {words}
    </button>
  );
}

/** What is wrong with a weight as it is typed; undefined where nothing is. */
const weightFault = (
  draft: Draft | null,
  units: UnitSystem,
  kilograms: number | null,
): string | undefined => {
  if (draft === null || draft.text.trim() === '') return undefined;
  if (kilograms !== null) return say('grams_come_whole');
  return parseMass(draft.text, units, draft.unit) === null ? say('that_is_no_weight') : undefined;
};

/** Weigh, do not type: the scale fills it; what is typed is marked as typed. */
export function WeightField({ label, note, error, className, value, onChange, take, plain }: WeightProps) {
  const units = useAppSelector((s) => s.prefs.units);
  // While it is edited its unit stays what it was: a number never means another weight because a digit went.
  const [draft, setDraft] = useState<Draft | null>(null);
  useTakeWeight(
    take && {
      ...take,
      onTake: (r) => {
        setDraft(null);
        onChange({ grams: r.grams, source: weighedSource(r) });
      },
    },
    JSON.stringify(take),
  );
  const unit = draft?.unit ?? massUnit(value?.grams ?? 0, units);
  // No hand means half a gram: what may be kilograms is asked, and counts as nothing until it is said.
  const kilograms = draft === null ? null : kilogramsMeant(draft.text, draft.unit);
  const unread = weightFault(draft, units, kilograms);
  const fault = unread ?? error;
  return (
    <Frame
      label={`${label}, ${unit}`}
      note={note ?? (value ? sourceWords[value.source] : take ? say('weigh_it_or_type') : '')}
      error={fault}
      className={className ?? ''}
    >
      <span className="flex items-center border-b-2 border-rule focus-within:border-rime">
        <input
          className="field-value w-full border-b-0"
          inputMode="decimal"
          autoComplete="off"
          aria-invalid={Boolean(fault)}
          {...readable(unread)}
          value={
            draft?.text ??
            (value ? `${value.source === 'estimated' ? '~ ' : ''}${formatMass(value.grams, units)}` : '')
          }
          onFocus={(e) => {
            setDraft({ text: value ? formatMass(value.grams, units) : '', unit, began: value });
            e.target.select();
          }}
          onChange={(e) => {
            const text = e.target.value;
            const began = draft?.began ?? null;
            setDraft({ text, unit, began });
            // Put back as it stood it is the weight it was, to the gram, and known as it was known.
            if (began && text === formatMass(began.grams, units)) return onChange(began);
            const grams = kilogramsMeant(text, unit) === null ? parseMass(text, units, unit) : null;
            if (grams === null || grams === 0) onChange(null);
            else if (grams !== value?.grams) onChange({ grams, source: 'typed' });
          }}
          onBlur={() => kilograms === null && setDraft(null)}
        />
        <Kilograms
          text={draft?.text ?? ''}
          grams={kilograms}
          onMeant={(grams) => {
            setDraft(null);
            onChange({ grams, source: 'typed' });
          }}
        />
        {value && !plain && <SourceMark source={value.source} />}
      </span>
    </Frame>
  );
}

interface MoneyProps extends Omit<FrameProps, 'children'> {
  value: number | null;
  onChange: (value: number | null) => void;
}

export function MoneyField({ label, note, error, className, value, onChange }: MoneyProps) {
  const [draft, setDraft] = useState<string | null>(null);
  const unread =
    draft !== null && draft.trim() !== '' && parseMoney(draft) === null
      ? say('a_price_looks_like_14_90_or_14_90')
      : undefined;
  return (
    <Frame label={label} note={note} error={unread ?? error} className={className ?? ''}>
      <span className="flex items-baseline gap-1">
        {/* Drawn, not written: the label's words stay its own. */}
        <span aria-hidden data-sign={moneySign()} className="text-ink2 before:content-[attr(data-sign)]" />
        <input
          className="field-value min-w-0 flex-1"
          inputMode="decimal"
          autoComplete="off"
          aria-invalid={Boolean(unread ?? error)}
          {...readable(unread)}
          value={draft ?? (value === null ? '' : plainMoney(value))}
          onChange={(e) => {
            setDraft(e.target.value);
            onChange(parseMoney(e.target.value));
          }}
          onBlur={() => unread === undefined && setDraft(null)}
        />
      </span>
    </Frame>
  );
}

interface TemperatureProps extends Omit<FrameProps, 'children'> {
  /** Tenths of a degree Celsius. */
  value: number | null;
  onChange: (value: number | null) => void;
  /** Not a reading: a limit or a set point. */
  plain?: boolean;
}

/** A temperature in this screen's degrees; null while it is none. The probe's reading is one tap away. */
export function TemperatureField({
  label,
  note,
  error,
  className,
  value,
  onChange,
  plain,
}: TemperatureProps) {
  const probe = useAppSelector((s) => s.connection.probe);
  const { shop } = useShop();
  const units = useAppSelector((s) => s.prefs.units);
  const sign = useDegreeSign();
  const [draft, setDraft] = useState<string | null>(null);
  const unread =
    draft !== null && draft.trim() !== '' && parseTemperature(draft, units) === null
      ? say('a_temperature_looks_like_0_8_or_18')
      : undefined;
  return (
    <Frame label={`${label}, ${sign}`} note={note} error={unread ?? error} className={className ?? ''}>
      <span className="flex items-center border-b-2 border-rule focus-within:border-rime">
        <input
          className="field-value w-full border-b-0"
          inputMode="decimal"
          autoComplete="off"
          aria-invalid={Boolean(unread ?? error)}
          {...readable(unread)}
          value={draft ?? (value === null ? '' : formatTemperature(value, units).split(' ')[0]!)}
          onFocus={(e) => e.target.select()}
          onChange={(e) => {
            setDraft(e.target.value);
            onChange(parseTemperature(e.target.value, units));
          }}
          onBlur={() => unread === undefined && setDraft(null)}
        />
        {!plain && probe !== null && (
          <button
            type="button"
            className="why shrink-0 py-2 whitespace-nowrap"
            aria-label={say('take_the_probe', {
              probe: formatTemperature(probe, units).split(' ')[0]!,
              simulated: shop.devices.probe === 'simulated' ? ` ${say('simulated')}` : '',
            })}
            onClick={() => {
              setDraft(null);
              onChange(probe);
            }}
          >
            {formatTemperature(probe, units).split(' ')[0]}
            {shop.devices.probe === 'simulated' ? ` ${say('simulated')}` : ''}
          </button>
        )}
      </span>
    </Frame>
  );
}

interface TimeProps extends Omit<FrameProps, 'children'> {
  /** Minutes after midnight. */
  value: number | null;
  onChange: (value: number | null) => void;
}

/** A time of day on a 24-hour clock, whatever the browser's country; typed as it comes: 930, 9:30, 9. */
export function TimeField({ label, note, error, className, value, onChange }: TimeProps) {
  const [draft, setDraft] = useState<string | null>(null);
  const unread =
    draft !== null && draft.trim() !== '' && parseClock(draft) === null
      ? say('a_time_looks_like_9_30_or_0930')
      : undefined;
  return (
    <Frame label={label} note={note} error={unread ?? error} className={className ?? ''}>
      <input
        className="field-value"
        inputMode="numeric"
        autoComplete="off"
        aria-invalid={Boolean(unread ?? error)}
        {...readable(unread)}
        value={draft ?? (value === null ? '' : formatClock(value))}
        onFocus={(e) => e.target.select()}
        onChange={(e) => {
          setDraft(e.target.value);
          onChange(parseClock(e.target.value));
        }}
        onBlur={() => unread === undefined && setDraft(null)}
      />
    </Frame>
  );
}

interface DayProps extends Omit<FrameProps, 'children'> {
  value: string;
  onChange: (value: string) => void;
  /** Days from today, negative before it. */
  from: number;
  to: number;
  empty?: string;
}

/** A day by its name and distance: today, tomorrow, Fri 27 Nov. */
export function DayField({ value, onChange, from, to, ...frame }: DayProps) {
  const { today, dayWords } = useTimes();
  const inOrder = Array.from({ length: to - from + 1 }, (_, i) => addDays(today(), from + i));
  const days = from < 0 ? inOrder.toReversed() : inOrder;
  // A day outside the range keeps its place when something else of the record is corrected.
  const all = value === '' || days.includes(value) ? days : [value, ...days];
  return (
    <SelectField
      {...frame}
      value={value}
      onChange={onChange}
      options={all.map((d) => ({ value: d, name: dayWords(d) }))}
    />
  );
}

/** A whole number typed, or null. */
export const wholeNumber = (text: string): number | null =>
  /^\s*\d{1,7}\s*$/.test(text) ? Number(text) : null;

/** Field errors of a problem document by path. */
export const errorsByPath = (
  problem: { errors?: { path: string; message: string }[] | undefined } | null,
): Record<string, string> => Object.fromEntries((problem?.errors ?? []).map((e) => [e.path, e.message]));
