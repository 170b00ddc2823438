import type { CostChoices } from '@ember-slate/contract';
import { routes } from '@ember-slate/contract/routes';
import { forPeople } from '@ember-slate/core/buying';
import { shortName } from '@ember-slate/core/species';
import { useState } from 'react';
import { useRead } from '../../app/api.ts';
import { useSold } from '../../app/shop.tsx';
import { Button } from '../../parts/Button.tsx';
import { Dialog } from '../../parts/Dialog.tsx';
import { MoneyField, SelectField, TextField, WeightField, wholeNumber } from '../../parts/Field.tsx';
import { useMass } from '../../parts/Mass.tsx';
import { formatMoney } from '../../parts/money.ts';
import { say } from './say.ts';

interface Said {
  form: string;
  people: string;
  portion: number;
  /** What a fish weighs and costs where somebody said so, else as last bought. */
  fish: number | null;
  paid: number | null;
}

/** What was said, with what is known of the fish, comes to. */
function sumOf(data: CostChoices | undefined, said: Said) {
  const chosen = data?.forms.find((f) => f.form === said.form) ?? data?.forms[0];
  const people = wholeNumber(said.people) ?? 0;
  const fishGrams = said.fish ?? data?.fishGrams ?? 0;
  const perKg = said.paid ?? data?.paidPerKg ?? 0;
  const so =
    chosen && people > 0 && fishGrams > 0
      ? forPeople({ people, portionGrams: said.portion, yield: chosen.yield, fishGrams, perKg })
      : null;
  return { chosen, fishGrams, perKg, so };
}

/** The shop question: so many people, a portion, this fish and form: how many fish, what weight, what cost. */
export function ForPeople({ onClose }: { onClose: () => void }) {
  const mass = useMass();
  const [speciesId, setSpecies] = useState('salmon');
  const sold = useSold(speciesId);
  const { data } = useRead(routes.costs.choices, { query: { speciesId } });
  const [form, setForm] = useState('fillet_skin_on');
  const [people, setPeople] = useState('12');
  const [portion, setPortion] = useState(170);
  const [fish, setFish] = useState<number | null>(null);
  const [paid, setPaid] = useState<number | null>(null);
  const sum = sumOf(data, { form, people, portion, fish, paid });
  const { chosen, fishGrams, perKg, so } = sum;
  return (
    <Dialog open title={say('for_so_many_people_2')} onClose={onClose}>
      <div className="grid grid-cols-2 gap-x-5">
        <SelectField
          label={say('fish_2')}
          value={speciesId}
          onChange={(s) => {
            setSpecies(s);
            setFish(null);
            setPaid(null);
          }}
          options={[...sold]
            .map((s) => ({ value: s.id, name: shortName(s.name) }))
            .sort((a, b) => a.name.localeCompare(b.name))}
        />
        <SelectField
          label={say('as')}
          value={chosen?.form ?? form}
          onChange={setForm}
          options={(data?.forms ?? []).map((f) => ({ value: f.form, name: f.name }))}
        />
        <TextField label={say('people')} value={people} onChange={setPeople} inputMode="numeric" />
        <WeightField
          label={say('a_portion')}
          value={{ grams: portion, source: 'typed' }}
          onChange={(w) => w && setPortion(w.grams)}
          take={null}
          plain
        />
        <WeightField
          label={say('one_fish')}
          value={fishGrams > 0 ? { grams: fishGrams, source: 'typed' } : null}
          onChange={(w) => setFish(w?.grams ?? null)}
          take={null}
          plain
        />
        <MoneyField label={say('paid_a_kg')} value={perKg} onChange={setPaid} />
      </div>
      {so && chosen && (
        <p className="border-t border-line py-3" role="status">
          <strong className="font-figure text-big font-semibold">
            {say('fish_3', { fish: so.fish, grams: mass(so.grams), cost: formatMoney(so.cost) })}
          </strong>
          <br />
          {wholeNumber(people)}{' '}
          {say('yield_to_spare', {
            portion: mass(portion),
            yield: (chosen.yield * 100).toFixed(1),
            spare: mass(so.spare),
          })}
        </p>
      )}
      <Button onPress={onClose}>{say('back_to_the_list')}</Button>
    </Dialog>
  );
}
