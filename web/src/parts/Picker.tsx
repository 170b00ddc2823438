import { Combobox, ComboboxInput, ComboboxOption, ComboboxOptions } from '@headlessui/react';
import { useState } from 'react';

interface Option {
  value: string;
  name: string;
  detail?: string;
}

interface Props {
  label: string;
  value: string;
  options: readonly Option[];
  onChange: (value: string) => void;
  error?: string | undefined;
  note?: string;
  className?: string;
  /** New names may be typed; without it only the options count. */
  free?: boolean;
}

/** Picks from many by typing part of a name or code; keyboard first. */
export function Picker({ label, value, options, onChange, error, note, className = '', free }: Props) {
  const [query, setQuery] = useState('');
  const wanted = query.trim().toLowerCase();
  const found =
    wanted === ''
      ? options
      : options.filter((o) => `${o.name} ${o.detail ?? ''}`.toLowerCase().includes(wanted));
  return (
    <div className={`field ${className}`} data-error={error ? '' : undefined}>
      <Combobox
        immediate
        value={value}
        onChange={(v: string | null) => v !== null && onChange(v)}
        onClose={() => setQuery('')}
      >
        <label className="field">
          <span className="field-label">{label}</span>
          <ComboboxInput
            className="field-value"
            autoComplete="off"
            aria-invalid={Boolean(error)}
            displayValue={(v: string) => options.find((o) => o.value === v)?.name ?? v}
            onChange={(e) => {
              setQuery(e.target.value);
              if (free) onChange(e.target.value);
            }}
          />
        </label>
        <ComboboxOptions
          modal={false}
          anchor={{ to: 'bottom start', gap: 2 }}
          className="z-40 max-h-72 w-(--input-width) min-w-64 overflow-y-auto border-[1.5px] border-rule bg-slab empty:hidden"
        >
          {found.slice(0, 60).map((o) => (
            <ComboboxOption
              key={o.value}
              value={o.value}
              className="flex cursor-pointer items-baseline justify-between gap-3 px-3 py-2 font-figure text-label data-focus:bg-lift"
            >
              <span>{o.name}</span>
              <span className="font-text text-note text-ink3">{o.detail}</span>
            </ComboboxOption>
          ))}
        </ComboboxOptions>
      </Combobox>
      <span className="field-note" role={error ? 'alert' : undefined}>
        {error ?? note}
      </span>
    </div>
  );
}
