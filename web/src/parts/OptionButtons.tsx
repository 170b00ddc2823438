import type { SpeciesRow } from '@ember-slate/contract';
import { optionOffered } from '@ember-slate/core/board';
import type { Form } from '@ember-slate/core/forms';
import type { ArrivalCondition } from '@ember-slate/core/species';
import { say } from './say.ts';

/** What may be said about a form of this fish; what was said before stays to be taken back, whatever it is. */
export function OptionButtons({
  form,
  species,
  input,
  options,
  onChange,
}: {
  form: Form;
  species: SpeciesRow | undefined;
  /** How the fish came; null while that is not known. */
  input: ArrivalCondition | null;
  options: readonly string[];
  onChange: (options: string[]) => void;
}) {
  const shown = [
    ...form.options.filter((o) => species === undefined || optionOffered(species, input, form, o)),
    ...options.filter((o) => !form.options.includes(o)),
  ];
  const all = [...new Set([...shown, ...options])];
  if (all.length === 0) return null;
  return (
    <fieldset className="col-span-2 flex flex-wrap gap-2 pb-2">
      <legend className="field-label">{say('done_how')}</legend>
      {all.map((o) => {
        const on = options.includes(o);
        return (
          <button
            key={o}
            type="button"
            aria-pressed={on}
            className={`btn btn-small ${on ? 'bg-lift outline-[2.5px] -outline-offset-2 outline-ink' : ''}`}
            onClick={() => onChange(on ? options.filter((x) => x !== o) : [...options, o])}
          >
            {o}
          </button>
        );
      })}
    </fieldset>
  );
}
