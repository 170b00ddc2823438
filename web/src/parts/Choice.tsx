import { Radio, RadioGroup } from '@headlessui/react';

interface Props<T extends string> {
  label: string;
  value: T | null;
  options: readonly { value: T; name: string }[];
  onChange: (value: T) => void;
  className?: string;
}

/** A few exclusive choices side by side: the chosen one stands on an ink rule. */
export function Choice<T extends string>({ label, value, options, onChange, className = '' }: Props<T>) {
  return (
    <RadioGroup
      value={value ?? ('' as T)}
      onChange={onChange}
      aria-label={label}
      className={`field ${className}`}
    >
      <span className="field-label" aria-hidden="true">
        {label}
      </span>
      <div className="flex flex-wrap">
        {options.map((o) => (
          <Radio
            key={o.value}
            value={o.value}
            className="flex h-11 flex-1 cursor-pointer items-center border-b-2 border-rule pr-3 font-figure text-label whitespace-nowrap text-ink2 hover:text-ink data-checked:border-b-[3px] data-checked:border-ink data-checked:font-semibold data-checked:text-ink"
          >
            {o.name}
          </Radio>
        ))}
      </div>
      <span className="field-note" />
    </RadioGroup>
  );
}
