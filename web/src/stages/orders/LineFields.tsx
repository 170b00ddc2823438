import { formOf } from '@ember-slate/core/forms';
import type { Use } from '@ember-slate/core/freshness';
import { useSpecies } from '../../app/shop.tsx';
import { Choice } from '../../parts/Choice.tsx';
import { SelectField, TextField, WeightField } from '../../parts/Field.tsx';
import { useMass } from '../../parts/Mass.tsx';
import { Picker } from '../../parts/Picker.tsx';
import { useForms } from '../../parts/forms.ts';
import { formOptions } from '../../parts/words.ts';
import type { Draft } from './draft.ts';

const uses: readonly { value: Use; name: string }[] = [
  { value: 'raw', name: 'raw' },
  { value: 'steam', name: 'steam' },
  { value: 'grill', name: 'grill or roast' },
  { value: 'poach', name: 'poach or soup' },
  { value: 'fry', name: 'fry' },
];

/** One line of an order in plain fields. */
export function LineFields({
  draft,
  set,
  errors,
  remove,
}: {
  draft: Draft;
  set: (change: Partial<Draft>) => void;
  errors: Record<string, string>;
  remove: (() => void) | null;
}) {
  const book = useSpecies();
  const forms = useForms();
  const mass = useMass();
  const form = formOf(forms, draft.form);
  const species = book.get(draft.speciesId);
  return (
    <div className="grid grid-cols-2 gap-x-5 border-t border-line pt-2">
      <Picker
        label="Species"
        value={draft.speciesId}
        onChange={(speciesId) => set({ speciesId })}
        error={errors.speciesId}
        options={[...book.values()].map((s) => ({ value: s.id, name: s.name, detail: s.asfis ?? '' }))}
      />
      <SelectField
        label="Form"
        value={draft.form}
        onChange={(id) => set({ form: id, options: [] })}
        error={errors.form}
        options={formOptions(species, forms)}
        note={form.norm}
      />
      <Choice
        label="Counted by"
        value={draft.by}
        onChange={(by) => set({ by })}
        options={[
          { value: 'pieces', name: 'Pieces' },
          { value: 'total', name: 'Weight' },
        ]}
      />
      <SelectField
        label="How it will be used"
        value={draft.use}
        onChange={(use) => set({ use })}
        options={uses}
        note={draft.use === 'raw' ? 'needs the freezing record' : ''}
      />
      {draft.by === 'pieces' ? (
        <>
          <TextField
            label={form.count === 'fish' ? 'Fish' : 'Pieces'}
            value={draft.pieces}
            onChange={(pieces) => set({ pieces })}
            inputMode="numeric"
            error={errors.pieces}
          />
          <WeightField
            label="Each about"
            value={draft.each}
            onChange={(each) => set({ each })}
            take={null}
            plain
            note={`usual ${mass(form.pieceG)}`}
            error={errors.pieceGrams}
          />
        </>
      ) : (
        <WeightField
          label="In all"
          value={draft.total}
          onChange={(total) => set({ total })}
          take={null}
          plain
          note="ready to take away"
          error={errors.totalGrams}
        />
      )}
      {form.options.length > 0 && (
        <fieldset className="col-span-2 flex flex-wrap gap-2 pb-2">
          <legend className="field-label">Done how</legend>
          {form.options.map((o) => {
            const on = draft.options.includes(o);
            return (
              <button
                key={o}
                type="button"
                aria-pressed={on}
                className={`btn btn-small ${on ? 'bg-lift outline-[2.5px] -outline-offset-2 outline-ink' : ''}`}
                onClick={() =>
                  set({ options: on ? draft.options.filter((x) => x !== o) : [...draft.options, o] })
                }
              >
                {o}
              </button>
            );
          })}
        </fieldset>
      )}
      {remove && (
        <button type="button" className="why col-span-2 justify-self-end pb-1" onClick={remove}>
          take this line off
        </button>
      )}
    </div>
  );
}
