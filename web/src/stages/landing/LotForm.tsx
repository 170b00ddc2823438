import { faoAreas, gearClasses, isSeaArea, subAreas } from '@ember-slate/core/labels';
import { conditionName, conditionsFor, isPiece, shortName } from '@ember-slate/core/species';
import { useEffect, useRef } from 'react';
import { useShop } from '../../app/shop.tsx';
import { Choice } from '../../parts/Choice.tsx';
import { DayField, MoneyField, SelectField, TextField, WeightField } from '../../parts/Field.tsx';
import { Form } from '../../parts/Form.tsx';
import { Picker } from '../../parts/Picker.tsx';
import { BoxScan } from './BoxScan.tsx';
import { OneByOne } from './OneByOne.tsx';
import { isFlat, isScaly, useLotForm, type LotSources } from './useLotForm.ts';

const slits = [
  { value: 'seen', name: 'seen' },
  { value: 'missing', name: 'missing' },
  { value: 'unasked', name: 'not looked' },
] as const;
/** Sea areas to choose from, with the sub-areas labels name in words; one read off a box code stays in reach. */
const seaAreas = (chosen: string) =>
  [
    ...Object.entries(faoAreas).filter(([k]) => Number(k) > 8),
    ...Object.entries(subAreas),
    ...(isSeaArea(chosen) && !(chosen in faoAreas) && !(chosen in subAreas) ? [[chosen, ''] as const] : []),
  ]
    .sort(([a], [b]) => a.localeCompare(b, 'en', { numeric: true }))
    .map(([k, v]) => ({ value: k, name: `${k} ${v}`.trim() }));

const scaledWords = [
  { value: 'no', name: 'no' },
  { value: 'part', name: 'in part' },
  { value: 'yes', name: 'yes' },
] as const;
const productions = [
  { value: 'caught', name: 'Caught' },
  { value: 'caught_freshwater', name: 'Freshwater' },
  { value: 'farmed', name: 'Farmed' },
] as const;

const stale = {
  names: {
    speciesId: 'Species',
    condition: 'Came as',
    pieces: 'Fish',
    grams: 'Weight',
    pricePerKg: 'Price a kg',
    production: 'Production',
    area: 'Area',
    gear: 'Gear',
    caughtOn: 'Caught on',
    supplierLot: 'Supplier’s lot',
    remarks: 'Remarks',
  },
  kinds: { speciesId: 'species', grams: 'mass', pricePerKg: 'money', condition: conditionName },
} as const;

type LotFormState = ReturnType<typeof useLotForm>;

/** What it is and how much of it. */
function WhatCame({ state, isNew }: { state: LotFormState; isNew: boolean }) {
  const { form, book, species, doubt } = state;
  const { shop } = useShop();
  const { condition, fish } = form.values;
  return (
    <>
      {isNew && <BoxScan book={book.values()} onScan={state.scan} />}
      <Picker
        className="col-span-2"
        label="Species"
        {...form.field('speciesId')}
        onChange={state.choose}
        note={
          species ? `${species.scientificName}${species.asfis ? ` · ${species.asfis}` : ''}` : 'name or code'
        }
        options={[...book.values()].map((s) => ({ value: s.id, name: s.name, detail: s.asfis ?? '' }))}
      />
      <SelectField
        label="Came as"
        {...form.field('condition')}
        note={condition === 'whole' ? 'guts in: shorter life, first in the queue' : ''}
        options={(species ? conditionsFor(species) : (['whole', 'gutted', 'headed_gutted'] as const)).map(
          (c) => ({ value: c, name: conditionName[c] }),
        )}
      />
      {isScaly(species, condition) && (
        <Choice className="col-span-2" label="Scaled" {...form.field('scaled')} options={scaledWords} />
      )}
      {isFlat(species) && condition === 'gutted' && (
        <Choice className="col-span-2" label="Gutting slit" {...form.field('slit')} options={slits} />
      )}
      <TextField
        label={isPiece(condition) ? 'Number of pieces' : 'Number of fish'}
        {...form.field('pieces')}
        inputMode="numeric"
      />
      <WeightField
        label="Weight"
        {...form.field('weight')}
        error={form.errors.grams ?? doubt ?? undefined}
        take={
          fish
            ? null
            : {
                act: 'Take lot weight',
                title: species ? `${shortName(species.name)}, whole lot` : 'Weight of this lot',
                detail: 'box by box: tare the box first',
              }
        }
      />
      <MoneyField label={`Price a kg, ${shop.currency}`} {...form.field('price', 'pricePerKg')} />
    </>
  );
}

/** Where it lived, how it was caught, and by which papers. */
function WhereFrom({ form }: Pick<LotFormState, 'form'>) {
  const { production, area } = form.values;
  return (
    <>
      <Choice
        className="col-span-2"
        label="How it lived"
        value={production}
        options={productions}
        onChange={(next) => form.set({ production: next, area: next === 'caught' ? '27' : '' })}
      />
      {production === 'caught' ? (
        <SelectField
          className="col-span-2"
          label="Catch area (FAO)"
          {...form.field('area')}
          options={seaAreas(area)}
        />
      ) : (
        <TextField
          className="col-span-2"
          label={production === 'farmed' ? 'Country of farming' : 'Water and country'}
          {...form.field('area')}
        />
      )}
      {production !== 'farmed' && (
        <SelectField
          label="Gear"
          {...form.field('gear')}
          empty="choose"
          options={gearClasses.map((g) => ({ value: g, name: g }))}
        />
      )}
      <DayField
        label={production === 'farmed' ? 'Harvested on' : 'Caught on'}
        {...form.field('caughtOn')}
        from={-30}
        to={0}
        empty="not said"
        note="as the supplier says"
      />
      <TextField label="Supplier’s lot" {...form.field('supplierLot')} note="as on the box" />
      <TextField className="col-span-2" label="Remarks" {...form.field('remarks')} />
    </>
  );
}

interface Props extends LotSources {
  onDone: () => void;
  /** Puts the form away; null while the delivery has no lot yet. */
  onNoMore: (() => void) | null;
}

/** Lands a lot: species, how it came, how many, what the scale says, what it cost, where it is from. */
export function LotForm({ onDone, onNoMore, ...sources }: Props) {
  const { lot, previous, draft } = sources;
  const state = useLotForm(sources, onDone);
  const { form, species } = state;
  const { fish, condition } = form.values;
  const here = useRef<HTMLDivElement>(null);
  useEffect(() => {
    if (previous || lot) here.current?.scrollIntoView({ block: 'start' });
  }, [previous, lot]);
  return (
    <div ref={here} className="mt-5 border-t border-line pt-3">
      <Form
        of={form}
        stale={stale}
        submit={lot ? 'Correct it' : 'Land this lot'}
        onLeave={onNoMore}
        leave={lot ? 'Cancel' : 'No more lots'}
      >
        <div className="flex items-baseline justify-between gap-4 pb-2">
          <h3 className="text-row">{lot ? `Correct lot ${lot.code}` : 'Land a lot'}</h3>
          {!lot && species && (
            <button
              type="button"
              className="why"
              onClick={() => (fish ? form.set({ fish: null }) : state.changeFish([]))}
            >
              {fish ? 'by the box instead' : 'weigh one by one'}
            </button>
          )}
        </div>
        <div className="grid grid-cols-4 gap-x-6 gap-y-1 max-sm:grid-cols-2">
          <WhatCame state={state} isNew={!lot} />
          <WhereFrom form={form} />
        </div>
        {fish && species && (
          <OneByOne
            species={species}
            condition={condition}
            fish={fish}
            onFish={state.changeFish}
            note={{ pieces: draft?.pieces ?? null, grams: null }}
          />
        )}
      </Form>
    </div>
  );
}
