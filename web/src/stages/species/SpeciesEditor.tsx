import { contract, type SpeciesRow } from '@ember-slate/contract';
import { speciesFaults } from '@ember-slate/core/yields';
import { useState } from 'react';
import { useDraft } from '../../app/draft.ts';
import { useForm } from '../../app/form.ts';
import { Choice } from '../../parts/Choice.tsx';
import { SelectField, TextField } from '../../parts/Field.tsx';
import { Form } from '../../parts/Form.tsx';
import { BodyEditor } from './BodyEditor.tsx';

const plans = ['fusiform', 'deep', 'elongate', 'mackerel', 'flat', 'large_flat', 'tail', 'wing'] as const;
const rows = [
  'salmon',
  'trout',
  'bass',
  'deep',
  'cod',
  'hake',
  'mackerel',
  'flat',
  'turbot',
  'halibut',
  'monk',
] as const;
const yesNo = [
  { value: 'yes', name: 'yes' },
  { value: 'no', name: 'no' },
] as const;
const options = <T extends string>(values: readonly T[]) =>
  values.map((v) => ({ value: v, name: v.replace('_', ' ') }));

const numbers = [
  ['minG', 'Smallest, g'],
  ['typicalG', 'Usual, g'],
  ['maxG', 'Largest, g'],
  ['iceDays', 'Ice life, days'],
  ['gutted', 'Gutted, share'],
  ['headedGutted', 'Headed, share'],
  ['filletSkinOn', 'Fillet skin on'],
  ['filletSkinless', 'Fillet skinless'],
  ['lwA', 'Length: a'],
  ['lwB', 'Length: b'],
  ['spentFactor', 'Spent, share'],
] as const;
type NumberField = (typeof numbers)[number][0];
const mayBeEmpty: readonly NumberField[] = ['filletSkinOn', 'spentFactor'];

const fieldNames = {
  ...(Object.fromEntries(numbers) as Record<NumberField, string>),
  name: 'Market name',
  scientificName: 'Scientific name',
  names: 'Other names',
  asfis: 'ASFIS code',
  euGroup: 'EU table',
  bodyRow: 'Built like',
  body: 'Its body',
  fat: 'Fat',
  arrives: 'Arrives',
  parasites: 'Parasites',
  spawningMonths: 'Spawns',
  histamine: 'Histamine',
  reefToxin: 'Reef toxin',
  scales: 'Scales',
  frameStock: 'Frame in stock',
  sharp: 'What can hurt the cutter',
  marks: 'Marks to know it by',
  lookAlikes: 'Look-alikes',
};

const numberOf = (text: string) => (text.trim() === '' ? null : Number(text.trim().replace(',', '.')));
const slug = (name: string) =>
  name
    .trim()
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '_')
    .replace(/^_|_$/g, '');

interface Values {
  version: number;
  entry: SpeciesRow;
  /** Numbers as they are typed. */
  typed: Record<NumberField, string>;
}

const opened = (species: SpeciesRow, isNew: boolean): Values => ({
  version: species.version,
  entry: isNew
    ? {
        ...species,
        id: '',
        name: '',
        names: '',
        scientificName: '',
        asfis: null,
        marks: '',
        lookAlikes: '',
      }
    : species,
  typed: Object.fromEntries(
    numbers.map(([f]) => [f, species[f] === null ? '' : String(species[f])]),
  ) as Values['typed'],
});

/** The entry as the book would have it. */
function entryOf({ entry, typed }: Values, isNew: boolean): SpeciesRow {
  const read = Object.fromEntries(
    numbers.map(([f]) => [f, numberOf(typed[f]) ?? (mayBeEmpty.includes(f) ? null : NaN)]),
  ) as Pick<SpeciesRow, NumberField>;
  return { ...entry, ...read, id: isNew ? slug(entry.name) : entry.id };
}

const faultsOf = (entry: SpeciesRow) =>
  speciesFaults(entry).map((f) => ({ path: f.field, message: f.message }));

interface PartProps {
  entry: SpeciesRow;
  set: <K extends keyof SpeciesRow>(key: K) => (value: SpeciesRow[K]) => void;
  errors: Record<string, string>;
}

/** What it is called, where it stands in the tables, and how it is built. */
function Names({
  entry,
  set,
  errors,
  plans: builds,
}: PartProps & { plans: readonly SpeciesRow['bodyPlan'][] }) {
  return (
    <>
      <TextField
        className="col-span-2"
        label="Market name"
        value={entry.name}
        onChange={set('name')}
        error={errors.name ?? errors.id}
      />
      <TextField
        className="col-span-2"
        label="Scientific name"
        value={entry.scientificName}
        onChange={set('scientificName')}
        error={errors.scientificName}
      />
      <TextField
        className="col-span-2"
        label="Other names"
        value={entry.names}
        onChange={set('names')}
        note="with commas; the search finds them"
      />
      <TextField
        label="ASFIS code"
        value={entry.asfis ?? ''}
        onChange={(v) => set('asfis')(v === '' ? null : v.toUpperCase())}
        error={errors.asfis}
        note="empty if not known"
      />
      <SelectField
        label="EU table"
        value={entry.euGroup}
        options={options(['white', 'blue', 'selachian', 'none'] as const)}
        onChange={set('euGroup')}
      />
      <SelectField
        label="Body plan"
        value={entry.bodyPlan}
        options={options(builds)}
        onChange={set('bodyPlan')}
        error={errors.bodyPlan}
        note={builds.length > 1 ? '' : 'stays'}
      />
      <SelectField
        label="Drawn like"
        value={entry.bodyRow as (typeof rows)[number]}
        options={options(rows)}
        onChange={set('bodyRow')}
        error={errors.bodyRow}
      />
      <SelectField
        label="Fat"
        value={entry.fat}
        options={options(['lean', 'medium', 'oily'] as const)}
        onChange={set('fat')}
      />
      <SelectField
        label="Usually arrives"
        value={entry.arrives}
        options={options(['whole', 'gutted', 'tail'] as const)}
        onChange={set('arrives')}
      />
    </>
  );
}

/** When it spawns, what is to be watched, and what tells it from others. */
function Cautions({ entry, set, errors }: PartProps) {
  return (
    <>
      <TextField
        label="Spawning months"
        value={entry.spawningMonths ?? ''}
        onChange={(v) => set('spawningMonths')(v === '' ? null : v)}
        error={errors.spawningMonths}
        note="from-to: 11-2"
      />
      <Choice
        label="Histamine"
        value={entry.histamine ? 'yes' : 'no'}
        options={yesNo}
        onChange={(v) => set('histamine')(v === 'yes')}
      />
      <Choice
        label="Reef toxin"
        value={entry.reefToxin ? 'yes' : 'no'}
        options={yesNo}
        onChange={(v) => set('reefToxin')(v === 'yes')}
      />
      <SelectField
        label="Scales"
        value={entry.scales}
        options={options(['none', 'fine', 'light', 'heavy', 'armour'] as const)}
        onChange={set('scales')}
      />
      <SelectField
        label="Frame in stock"
        value={entry.frameStock}
        options={options(['excellent', 'good', 'fair', 'oily'] as const)}
        onChange={set('frameStock')}
      />
      <TextField
        className="col-span-2"
        label="What can hurt the cutter"
        value={entry.sharp ?? ''}
        onChange={(v) => set('sharp')(v === '' ? null : v)}
      />
      <TextField
        className="col-span-full"
        label="Marks to know it by"
        value={entry.marks}
        onChange={set('marks')}
        error={errors.marks}
      />
      <TextField
        className="col-span-full"
        label="Look-alikes, and what tells them"
        value={entry.lookAlikes}
        onChange={set('lookAlikes')}
        error={errors.lookAlikes}
      />
    </>
  );
}

interface Props {
  species: SpeciesRow;
  isNew: boolean;
  onDone: (id: string) => void;
  onCancel: () => void;
}

/** Changes an entry or adds one like the one shown; what cannot be is said while it is typed. */
export function SpeciesEditor({ species, isNew, onDone, onCancel }: Props) {
  const [touched, setTouched] = useState(false);
  const form = useForm({
    draft: useDraft(isNew ? `species like ${species.id}` : `species ${species.id}`),
    opened: () => opened(species, isNew),
    route: isNew ? contract.species.add : contract.species.edit,
    params: { id: species.id },
    body: (v) => {
      const { own: _own, version: _version, id, ...fields } = entryOf(v, isNew);
      return isNew ? { ...fields, id } : { ...fields, version: v.version };
    },
    mayBeSent: (v) => {
      setTouched(true);
      return faultsOf(entryOf(v, isNew)).length === 0;
    },
    onDone: (_saved, v) => onDone(entryOf(v, isNew).id),
  });
  const { entry, typed } = form.values;
  const asRead = entryOf(form.values, isNew);
  const faults = Object.fromEntries(faultsOf(asRead).map((f) => [f.path, f.message]));
  const errors = { ...(touched ? faults : {}), ...form.errors };
  const set: PartProps['set'] = (key) => (value) => {
    setTouched(true);
    form.set((had) => ({ entry: { ...had.entry, [key]: value } }));
  };
  const parts = { entry, set, errors };
  return (
    <Form
      of={{ ...form, mine: asRead }}
      stale={{ names: fieldNames }}
      submit={isNew ? 'Add it to the book' : 'Keep the change'}
      onLeave={onCancel}
    >
      <h1 className="pb-2 text-big">
        {isNew ? `A species, built like ${species.name}` : `Change ${species.name}`}
      </h1>
      <div className="grid grid-cols-4 gap-x-6 gap-y-1 max-lg:grid-cols-2">
        <Names {...parts} plans={isNew ? plans : [species.bodyPlan]} />
        {numbers.map(([field, name]) => (
          <TextField
            key={field}
            label={name}
            value={typed[field]}
            inputMode="decimal"
            onChange={(v) => {
              setTouched(true);
              form.set((had) => ({ typed: { ...had.typed, [field]: v } }));
            }}
            error={errors[field]}
          />
        ))}
        <Cautions {...parts} />
      </div>
      <details className="border-t border-line py-2" open={entry.body !== null}>
        <summary className="cursor-pointer font-figure text-label font-semibold">
          Its body: where the knife goes
        </summary>
        <BodyEditor species={asRead} onChange={set('body')} errors={{ ...faults, ...form.errors }} />
      </details>
    </Form>
  );
}
