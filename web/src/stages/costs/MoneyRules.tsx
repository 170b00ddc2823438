import type { MoneySettings } from '@ember-slate/contract';
import { routes } from '@ember-slate/contract/routes';
import { formOf } from '@ember-slate/core/forms';
import { usualElasticity } from '@ember-slate/core/prices';
import { useChange } from '../../app/api.ts';
import { useDraft, useKept, type Draft } from '../../app/draft.ts';
import { Button } from '../../parts/Button.tsx';
import { Stale } from '../../parts/Stale.tsx';
import { Choice } from '../../parts/Choice.tsx';
import { Dialog } from '../../parts/Dialog.tsx';
import { Picker } from '../../parts/Picker.tsx';
import { useForms } from '../../parts/forms.ts';
import { MoneyField, SelectField, TextField } from '../../parts/Field.tsx';
import { say } from './say.ts';

const share = (text: string) => {
  const value = Number(text.replace(',', '.'));
  return Number.isFinite(value) ? value / 100 : -1;
};

const methods = {
  joint: say('shared_by_what_all_of_it_brings'),
  credit: say('the_mains_trim_credited'),
} as const;
const endings = { '49_99': say('in_49_or_99'), x0: say('in_x0'), none: say('as_they_fall') } as const;
const saidBy = { kg: say('the_kilogram'), '100g': say('n100_grams'), lb: say('the_pound') } as const;
const named = <T extends string>(words: Readonly<Record<T, string>>) =>
  (Object.keys(words) as T[]).map((value) => ({ value, name: words[value] }));
const fieldNames = {
  method: say('the_fishs_cost_is'),
  perHour: say('bench_hour'),
  landingPerKg: say('landing_costs_a_kg'),
  margin: say('wanted_margin'),
  floorShare: say('lowest_markdown'),
  ending: say('prices_end'),
  unit: say('said_by'),
  elasticity: say('how_a_lower_price_sells'),
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
      <h3 className="field-label">{say('how_a_lower_price_sells')}</h3>
      <p className="text-note text-ink2">
        {say('ten_percent_off_sells_about_more', {
          percent: Math.round((0.9 ** -usualElasticity - 1) * 100),
          elasticity: usualElasticity,
        })}
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
                {say('off')}
              </button>
            </span>
          </li>
        ))}
      </ul>
      <div className="grid grid-cols-[minmax(0,1fr)_120px_auto] items-end gap-4">
        <Picker
          label={say('form_2')}
          value={form}
          options={[...book.values()].map((f) => ({ value: f.id, name: f.name }))}
          onChange={setForm}
        />
        <TextField
          label={say('n1_1_to_2_5')}
          value={value}
          onChange={setValue}
          inputMode="decimal"
          error={
            error ?? (value !== '' && !(number >= 1.1 && number <= 2.5) ? say('from_1_1_to_2_5') : undefined)
          }
        />
        <Button
          small
          notYet={form && number >= 1.1 && number <= 2.5 ? null : say('choose_a_form_and_say_how_strongly')}
          onPress={() => {
            onChange({ ...kept, [form]: number });
            setForm('');
            setValue('');
          }}
        >
          {say('set')}
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
  const { send, busy, problem } = useChange(routes.costs.setSettings, draft);
  const [next, setNext] = useKept<MoneySettings>(draft, 'next', () => {
    const { version: _v, ...fields } = rules;
    return fields;
  });
  const [margin, setMargin] = useKept(draft, 'margin', String(Math.round(rules.margin * 100)));
  const [floor, setFloor] = useKept(draft, 'floor', String(Math.round(rules.floorShare * 100)));
  const error = (path: string) => problem?.errors?.find((e) => e.path === path)?.message;
  const mine = { ...next, margin: share(margin), floorShare: share(floor) };
  const save = async (over = version) => {
    const outcome = await send({ ...mine, version: over });
    if (outcome.ok) onClose();
  };
  return (
    <Dialog open title={say('how_the_shop_reckons_2')} onClose={onClose}>
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
              .join(', ') || say('as_usual'),
        }}
        onKeep={(over) => {
          setVersion(over);
          void save(over);
        }}
        onTheirs={draft.leave(onClose)}
      />
      <Choice
        label={say('the_fishs_cost_is')}
        value={next.method}
        onChange={(method) => setNext({ ...next, method })}
        options={named(methods)}
      />
      <div className="grid grid-cols-2 gap-x-5">
        <MoneyField
          label={say('bench_hour')}
          value={next.perHour}
          onChange={(v) => setNext({ ...next, perHour: v ?? 0 })}
        />
        <MoneyField
          label={say('landing_costs_a_kg')}
          value={next.landingPerKg}
          onChange={(v) => setNext({ ...next, landingPerKg: v ?? 0 })}
          note={say('ice_carriage_dues')}
        />
        <TextField
          label={say('wanted_margin_2')}
          value={margin}
          onChange={setMargin}
          inputMode="decimal"
          error={error('margin')}
        />
        <TextField
          label={say('lowest_markdown_of_the_price')}
          value={floor}
          onChange={setFloor}
          inputMode="decimal"
          error={error('floorShare')}
        />
        <SelectField
          label={say('prices_end')}
          value={next.ending}
          onChange={(ending) => setNext({ ...next, ending })}
          options={named(endings)}
        />
        <SelectField
          label={say('said_by')}
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
          {say('save')}
        </Button>
        <Button onPress={draft.leave(onClose)}>{say('cancel')}</Button>
      </div>
    </Dialog>
  );
}
