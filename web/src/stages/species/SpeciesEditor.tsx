import { contract, type Problem, type SpeciesRow } from '@ember-slate/contract';
import { speciesFaults } from '@ember-slate/core/yields';
import { useState } from 'react';
import { useChange } from '../../app/api.ts';
import { useDraft, useKept } from '../../app/draft.ts';
import { Button } from '../../parts/Button.tsx';
import { Choice } from '../../parts/Choice.tsx';
import { Stale } from '../../parts/Stale.tsx';
import { errorsByPath, SelectField, TextField } from '../../parts/Field.tsx';
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

/** Changes an entry or adds one like the one shown; what cannot be is said while it is typed. */
export function SpeciesEditor({
  species,
  isNew,
  onDone,
  onCancel,
}: {
  species: SpeciesRow;
  isNew: boolean;
  onDone: (id: string) => void;
  onCancel: () => void;
}) {
  const draft = useDraft(isNew ? `species like ${species.id}` : `species ${species.id}`);
  const edit = useChange(contract.species.edit, draft);
  const add = useChange(contract.species.add, draft);
  const [entry, setEntry] = useKept<SpeciesRow>(draft, 'entry', () =>
    isNew
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
  );
  const [typed, setTyped] = useKept(
    draft,
    'typed',
    () =>
      Object.fromEntries(numbers.map(([f]) => [f, species[f] === null ? '' : String(species[f])])) as Record<
        NumberField,
        string
      >,
  );
  const [problem, setProblem] = useState<Problem | null>(null);
  const [touched, setTouched] = useState(false);
  const set =
    <K extends keyof SpeciesRow>(key: K) =>
    (value: SpeciesRow[K]) => {
      setTouched(true);
      setEntry((had) => ({ ...had, [key]: value }));
    };
  const read = Object.fromEntries(
    numbers.map(([f]) => [f, numberOf(typed[f]) ?? (mayBeEmpty.includes(f) ? null : NaN)]),
  ) as Pick<SpeciesRow, NumberField>;
  const {
    own: _own,
    version,
    ...fields
  } = {
    ...entry,
    ...read,
    id: isNew
      ? entry.name
          .trim()
          .toLowerCase()
          .replace(/[^a-z0-9]+/g, '_')
          .replace(/^_|_$/g, '')
      : entry.id,
  };
  const faults = Object.fromEntries(speciesFaults(fields).map((f) => [f.field, f.message]));
  const errors = { ...(touched ? faults : {}), ...errorsByPath(problem) };
  const save = async (over = version) => {
    if (Object.keys(faults).length > 0) return setTouched(true);
    const { id, ...rest } = fields;
    const outcome = isNew ? await add.send(fields) : await edit.send({ ...rest, version: over }, { id });
    if (!outcome.ok) return setProblem(outcome.problem);
    onDone(id);
  };
  return (
    <form
      onSubmit={(e) => {
        e.preventDefault();
        void save();
      }}
    >
      <h1 className="pb-2 text-big">
        {isNew ? `A species, built like ${species.name}` : `Change ${species.name}`}
      </h1>
      <Stale
        problem={problem}
        names={fieldNames}
        mine={{ ...entry, ...read }}
        onKeep={(over) => {
          setEntry((had) => ({ ...had, version: over }));
          void save(over);
        }}
        onTheirs={draft.leave(onCancel)}
      />
      <div className="grid grid-cols-4 gap-x-6 gap-y-1 max-lg:grid-cols-2">
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
          options={options(isNew ? plans : [species.bodyPlan])}
          onChange={set('bodyPlan')}
          error={errors.bodyPlan}
          note={isNew ? '' : 'stays'}
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
        {numbers.map(([field, name]) => (
          <TextField
            key={field}
            label={name}
            value={typed[field]}
            inputMode="decimal"
            onChange={(v) => {
              setTouched(true);
              setTyped((had) => ({ ...had, [field]: v }));
            }}
            error={errors[field]}
          />
        ))}
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
      </div>
      <details className="border-t border-line py-2" open={entry.body !== null}>
        <summary className="cursor-pointer font-figure text-label font-semibold">
          Its body: where the knife goes
        </summary>
        <BodyEditor
          species={{ ...entry, ...read }}
          onChange={set('body')}
          errors={{ ...faults, ...errorsByPath(problem) }}
        />
      </details>
      {problem?.detail && problem.code !== 'stale' && (
        <p role="alert" className="mb-3 border-b-[3px] border-emberline pb-1">
          {problem.detail}
        </p>
      )}
      <div className="flex gap-3">
        <Button submit kind="main" busy={edit.busy || add.busy}>
          {isNew ? 'Add it to the book' : 'Keep the change'}
        </Button>
        <Button onPress={draft.leave(onCancel)}>Leave it</Button>
      </div>
    </form>
  );
}
