import { inWords } from '@ember-slate/words/core';
import type { SpeciesRow } from '@ember-slate/contract';
import { routes } from '@ember-slate/contract/routes';
import { speciesFaults } from '@ember-slate/core/yields';
import { useState } from 'react';
import { useDraft } from '../../app/draft.ts';
import { useForm } from '../../app/form.ts';
import { Choice } from '../../parts/Choice.tsx';
import { SelectField, TextField } from '../../parts/Field.tsx';
import { Form } from '../../parts/Form.tsx';
import { BodyEditor } from './BodyEditor.tsx';
import { say } from './say.ts';

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
  { value: 'yes', name: say('yes') },
  { value: 'no', name: say('no') },
] as const;
const options = <T extends string>(values: readonly T[]) =>
  values.map((v) => ({ value: v, name: v.replace('_', ' ') }));

const numbers = [
  ['minG', say('smallest_g')],
  ['typicalG', say('usual_g')],
  ['maxG', say('largest_g')],
  ['iceDays', say('ice_life_days')],
  ['gutted', say('gutted_share')],
  ['headedGutted', say('headed_share')],
  ['filletSkinOn', say('fillet_skin_on')],
  ['filletSkinless', say('fillet_skinless')],
  ['lwA', say('length_a')],
  ['lwB', say('length_b')],
  ['spentFactor', say('spent_share')],
] as const;
type NumberField = (typeof numbers)[number][0];
const mayBeEmpty: readonly NumberField[] = ['filletSkinOn', 'spentFactor'];

const fieldNames = {
  ...(Object.fromEntries(numbers) as Record<NumberField, string>),
  name: say('market_name'),
  scientificName: say('scientific_name'),
  names: say('other_names'),
  asfis: say('asfis_code'),
  euGroup: say('eu_table'),
  bodyRow: say('built_like'),
  body: say('its_body'),
  fat: say('fat'),
  arrives: say('arrives'),
  parasites: say('parasites'),
  spawningMonths: say('spawns'),
  histamine: say('histamine'),
  reefToxin: say('reef_toxin'),
  scales: say('scales'),
  frameStock: say('frame_in_stock'),
  sharp: say('what_can_hurt_the_cutter'),
  marks: say('marks_to_know_it_by'),
  lookAlikes: say('look_alikes'),
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
        label={say('market_name')}
        value={entry.name}
        onChange={set('name')}
        error={errors.name ?? errors.id}
      />
      <TextField
        className="col-span-2"
        label={say('scientific_name')}
        value={entry.scientificName}
        onChange={set('scientificName')}
        error={errors.scientificName}
      />
      <TextField
        className="col-span-2"
        label={say('other_names')}
        value={entry.names}
        onChange={set('names')}
        note={say('with_commas_the_search_finds_them')}
      />
      <TextField
        label={say('asfis_code')}
        value={entry.asfis ?? ''}
        onChange={(v) => set('asfis')(v === '' ? null : v.toUpperCase())}
        error={errors.asfis}
        note={say('empty_if_not_known')}
      />
      <SelectField
        label={say('eu_table')}
        value={entry.euGroup}
        options={options(['white', 'blue', 'selachian', 'none'] as const)}
        onChange={set('euGroup')}
      />
      <SelectField
        label={say('body_plan')}
        value={entry.bodyPlan}
        options={options(builds)}
        onChange={set('bodyPlan')}
        error={errors.bodyPlan}
        note={builds.length > 1 ? '' : say('stays')}
      />
      <SelectField
        label={say('drawn_like')}
        value={entry.bodyRow as (typeof rows)[number]}
        options={options(rows)}
        onChange={set('bodyRow')}
        error={errors.bodyRow}
      />
      <SelectField
        label={say('fat')}
        value={entry.fat}
        options={options(['lean', 'medium', 'oily'] as const)}
        onChange={set('fat')}
      />
      <SelectField
        label={say('usually_arrives')}
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
        label={say('spawning_months')}
        value={entry.spawningMonths ?? ''}
        onChange={(v) => set('spawningMonths')(v === '' ? null : v)}
        error={errors.spawningMonths}
        note="from-to: 11-2"
      />
      <Choice
        label={say('histamine')}
        value={entry.histamine ? 'yes' : 'no'}
        options={yesNo}
        onChange={(v) => set('histamine')(v === 'yes')}
      />
      <Choice
        label={say('reef_toxin')}
        value={entry.reefToxin ? 'yes' : 'no'}
        options={yesNo}
        onChange={(v) => set('reefToxin')(v === 'yes')}
      />
      <SelectField
        label={say('scales')}
        value={entry.scales}
        options={options(['none', 'fine', 'light', 'heavy', 'armour'] as const)}
        onChange={set('scales')}
      />
      <SelectField
        label={say('frame_in_stock')}
        value={entry.frameStock}
        options={options(['excellent', 'good', 'fair', 'oily'] as const)}
        onChange={set('frameStock')}
      />
      <TextField
        className="col-span-2"
        label={say('what_can_hurt_the_cutter')}
        value={entry.sharp ?? ''}
        onChange={(v) => set('sharp')(v === '' ? null : v)}
      />
      <TextField
        className="col-span-full"
        label={say('marks_to_know_it_by')}
        value={entry.marks}
        onChange={set('marks')}
        error={errors.marks}
      />
      <TextField
        className="col-span-full"
        label={say('look_alikes_and_what_tells_them')}
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
    route: isNew ? routes.species.add : routes.species.edit,
    params: { id: species.id },
    body: (v) => {
      const { own: _own, sold: _sold, version: _version, id, ...fields } = entryOf(v, isNew);
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
  const faults = Object.fromEntries(faultsOf(asRead).map((f) => [f.path, inWords(f.message)]));
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
      submit={isNew ? say('add_it_to_the_book') : say('keep_the_change')}
      onLeave={onCancel}
    >
      <h1 className="pb-2 text-big">
        {isNew
          ? say('a_species_built_like', { species: species.name })
          : say('change', { species: species.name })}
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
          {say('its_body_where_the_knife_goes')}
        </summary>
        <BodyEditor species={asRead} onChange={set('body')} errors={{ ...faults, ...form.errors }} />
      </details>
    </Form>
  );
}
