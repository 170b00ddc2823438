import { contract, type CostChoices } from '@ember-slate/contract';
import { forPeople } from '@ember-slate/core/buying';
import { shortName } from '@ember-slate/core/species';
import { useState } from 'react';
import { useRead } from '../../app/api.ts';
import { useSpecies } from '../../app/shop.tsx';
import { Button } from '../../parts/Button.tsx';
import { Dialog } from '../../parts/Dialog.tsx';
import { MoneyField, SelectField, TextField, WeightField, wholeNumber } from '../../parts/Field.tsx';
import { useMass } from '../../parts/Mass.tsx';
import { formatMoney } from '../../parts/money.ts';

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
  const book = useSpecies();
  const mass = useMass();
  const [speciesId, setSpecies] = useState('salmon');
  const { data } = useRead(contract.costs.choices, { query: { speciesId } });
  const [form, setForm] = useState('fillet_skin_on');
  const [people, setPeople] = useState('12');
  const [portion, setPortion] = useState(170);
  const [fish, setFish] = useState<number | null>(null);
  const [paid, setPaid] = useState<number | null>(null);
  const sum = sumOf(data, { form, people, portion, fish, paid });
  const { chosen, fishGrams, perKg, so } = sum;
  return (
    <Dialog open title="For so many people" onClose={onClose}>
      <div className="grid grid-cols-2 gap-x-5">
        <SelectField
          label="Fish"
          value={speciesId}
          onChange={(s) => {
            setSpecies(s);
            setFish(null);
            setPaid(null);
          }}
          options={[...book.values()]
            .map((s) => ({ value: s.id, name: shortName(s.name) }))
            .sort((a, b) => a.name.localeCompare(b.name))}
        />
        <SelectField
          label="As"
          value={chosen?.form ?? form}
          onChange={setForm}
          options={(data?.forms ?? []).map((f) => ({ value: f.form, name: f.name }))}
        />
        <TextField label="People" value={people} onChange={setPeople} inputMode="numeric" />
        <WeightField
          label="A portion"
          value={{ grams: portion, source: 'typed' }}
          onChange={(w) => w && setPortion(w.grams)}
          take={null}
          plain
        />
        <WeightField
          label="One fish"
          value={fishGrams > 0 ? { grams: fishGrams, source: 'typed' } : null}
          onChange={(w) => setFish(w?.grams ?? null)}
          take={null}
          plain
        />
        <MoneyField label="Paid a kg" value={perKg} onChange={setPaid} />
      </div>
      {so && chosen && (
        <p className="border-t border-line py-3" role="status">
          <strong className="font-figure text-big font-semibold">
            {so.fish} fish, {mass(so.grams)}, {formatMoney(so.cost)}
          </strong>
          <br />
          {wholeNumber(people)} × {mass(portion)} ÷ {(chosen.yield * 100).toFixed(1)} % yield;{' '}
          {mass(so.spare)} to spare.
        </p>
      )}
      <Button onPress={onClose}>Back to the list</Button>
    </Dialog>
  );
}
