import { contract, type MoneySettings, type Problem } from '@ember-slate/contract';
import { formOf } from '@ember-slate/core/forms';
import { usualElasticity } from '@ember-slate/core/prices';
import { useState } from 'react';
import { useChange } from '../../app/api.ts';
import { useDraft, useKept, type Draft } from '../../app/draft.ts';
import { Button } from '../../parts/Button.tsx';
import { Stale } from '../../parts/Stale.tsx';
import { Choice } from '../../parts/Choice.tsx';
import { Dialog } from '../../parts/Dialog.tsx';
import { Picker } from '../../parts/Picker.tsx';
import { useForms } from '../../parts/forms.ts';
import { MoneyField, SelectField, TextField } from '../../parts/Field.tsx';

const share = (text: string) => {
  const value = Number(text.replace(',', '.'));
  return Number.isFinite(value) ? value / 100 : -1;
};

const methods = { joint: 'shared by what all of it brings', credit: 'the main’s, trim credited' } as const;
const endings = { '49_99': 'in .49 or .99', x0: 'in .x0', none: 'as they fall' } as const;
const saidBy = { kg: 'the kilogram', '100g': '100 grams', lb: 'the pound' } as const;
const named = <T extends string>(words: Readonly<Record<T, string>>) =>
  (Object.keys(words) as T[]).map((value) => ({ value, name: words[value] }));
const fieldNames = {
  method: 'The fish’s cost is',
  perHour: 'Bench hour',
  landingPerKg: 'Landing costs a kg',
  margin: 'Wanted margin',
  floorShare: 'Lowest markdown',
  ending: 'Prices end',
  unit: 'Said by',
  elasticity: 'How a lower price sells',
};

/** How strongly a lower price sells more, by form, where the shop knows better than the usual. */
function Elasticity({
  kept,
  draft,
  onChange,
  error,
}: {
  kept: Record<string, number>;
  draft: Draft;
  onChange: (kept: Record<string, number>) => void;
  error: string | undefined;
}) {
  const book = useForms();
  const [form, setForm] = useKept(draft, 'elasticity form', '');
  const [value, setValue] = useKept(draft, 'elasticity value', '');
  const number = Number(value.replace(',', '.'));
  return (
    <section className="border-t border-line py-2">
      <h3 className="field-label">How a lower price sells</h3>
      <p className="text-note text-ink2">
        Ten percent off sells about {Math.round((0.9 ** -usualElasticity - 1) * 100)} % more where nothing
        else is known (elasticity {usualElasticity}). Higher for what people buy on a whim, lower for what
        they came for.
      </p>
      <ul>
        {Object.entries(kept).map(([id, e]) => (
          <li key={id} className="flex items-center justify-between py-1">
            {formOf(book, id).name}
            <span>
              {e}{' '}
              <button
                type="button"
                className="why"
                onClick={() => onChange(Object.fromEntries(Object.entries(kept).filter(([k]) => k !== id)))}
              >
                off
              </button>
            </span>
          </li>
        ))}
      </ul>
      <div className="grid grid-cols-[minmax(0,1fr)_120px_auto] items-end gap-4">
        <Picker
          label="Form"
          value={form}
          options={[...book.values()].map((f) => ({ value: f.id, name: f.name }))}
          onChange={setForm}
        />
        <TextField
          label="1.1 to 2.5"
          value={value}
          onChange={setValue}
          inputMode="decimal"
          error={error ?? (value !== '' && !(number >= 1.1 && number <= 2.5) ? 'from 1.1 to 2.5' : undefined)}
        />
        <Button
          small
          notYet={form && number >= 1.1 && number <= 2.5 ? null : 'choose a form and say how strongly'}
          onPress={() => {
            onChange({ ...kept, [form]: number });
            setForm('');
            setValue('');
          }}
        >
          Set
        </Button>
      </div>
    </section>
  );
}

/** How the shop reckons: rates, margin, endings, method. */
export function MoneyRules({
  rules,
  onClose,
}: {
  rules: MoneySettings & { version: number };
  onClose: () => void;
}) {
  const book = useForms();
  const draft = useDraft('money rules');
  const [version, setVersion] = useKept(draft, 'version', rules.version);
  const { send, busy } = useChange(contract.costs.setSettings, draft);
  const [next, setNext] = useKept<MoneySettings>(draft, 'next', () => {
    const { version: _v, ...fields } = rules;
    return fields;
  });
  const [margin, setMargin] = useKept(draft, 'margin', String(Math.round(rules.margin * 100)));
  const [floor, setFloor] = useKept(draft, 'floor', String(Math.round(rules.floorShare * 100)));
  const [problem, setProblem] = useState<Problem | null>(null);
  const error = (path: string) => problem?.errors?.find((e) => e.path === path)?.message;
  const mine = { ...next, margin: share(margin), floorShare: share(floor) };
  const save = async (over = version) => {
    const outcome = await send({ ...mine, version: over });
    if (outcome.ok) onClose();
    else setProblem(outcome.problem);
  };
  return (
    <Dialog open title="How the shop reckons" onClose={onClose}>
      <Stale
        problem={problem}
        names={fieldNames}
        mine={mine}
        kinds={{
          method: methods,
          perHour: 'money',
          landingPerKg: 'money',
          margin: 'share',
          floorShare: 'share',
          ending: endings,
          unit: saidBy,
          elasticity: (kept: MoneySettings['elasticity']) =>
            Object.entries(kept)
              .map(([form, e]) => `${formOf(book, form).name} ${e}`)
              .join(', ') || 'as usual',
        }}
        onKeep={(over) => {
          setVersion(over);
          void save(over);
        }}
        onTheirs={draft.leave(onClose)}
      />
      <Choice
        label="The fish’s cost is"
        value={next.method}
        onChange={(method) => setNext({ ...next, method })}
        options={named(methods)}
      />
      <div className="grid grid-cols-2 gap-x-5">
        <MoneyField
          label="Bench hour"
          value={next.perHour}
          onChange={(v) => setNext({ ...next, perHour: v ?? 0 })}
        />
        <MoneyField
          label="Landing costs a kg"
          value={next.landingPerKg}
          onChange={(v) => setNext({ ...next, landingPerKg: v ?? 0 })}
          note="ice, carriage, dues"
        />
        <TextField
          label="Wanted margin, %"
          value={margin}
          onChange={setMargin}
          inputMode="decimal"
          error={error('margin')}
        />
        <TextField
          label="Lowest markdown, % of the price"
          value={floor}
          onChange={setFloor}
          inputMode="decimal"
          error={error('floorShare')}
        />
        <SelectField
          label="Prices end"
          value={next.ending}
          onChange={(ending) => setNext({ ...next, ending })}
          options={named(endings)}
        />
        <SelectField
          label="Said by"
          value={next.unit}
          onChange={(unit) => setNext({ ...next, unit })}
          options={named(saidBy)}
        />
      </div>
      <Elasticity
        kept={next.elasticity}
        draft={draft}
        onChange={(elasticity) => setNext({ ...next, elasticity })}
        error={problem?.errors?.find((e) => e.path.startsWith('elasticity'))?.message}
      />
      {problem && problem.code !== 'stale' && !problem.errors?.length && (
        <p role="alert" className="mb-3 border-b-[3px] border-emberline pb-1">
          {problem.detail}
        </p>
      )}
      <div className="flex gap-3">
        <Button kind="main" busy={busy} onPress={() => void save()}>
          Save
        </Button>
        <Button onPress={draft.leave(onClose)}>Cancel</Button>
      </div>
    </Dialog>
  );
}
