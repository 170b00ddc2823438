import { routes } from '@ember-slate/contract/routes';
import { inWords } from '@ember-slate/words/core';
import { faoAreas, gearClasses, isSeaArea, subAreas } from '@ember-slate/core/labels';
import { conditionName, conditionsFor, isPiece, shortName } from '@ember-slate/core/species';
import { useEffect, useRef } from 'react';
import { useRead } from '../../app/api.ts';
import { Choice } from '../../parts/Choice.tsx';
import { DayField, MoneyField, SelectField, TextField, WeightField } from '../../parts/Field.tsx';
import { Form } from '../../parts/Form.tsx';
import { Picker } from '../../parts/Picker.tsx';
import { BoxScan } from './BoxScan.tsx';
import { LandedTwice, LotFollows } from './LotFollows.tsx';
import { OneByOne } from './OneByOne.tsx';
import { isFlat, isScaly, useLotForm, type LotSources } from './useLotForm.ts';
import { say } from './say.ts';

const slits = [
  { value: 'seen', name: say('seen') },
  { value: 'missing', name: say('missing') },
  { value: 'unasked', name: say('not_looked_2') },
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
  { value: 'no', name: say('no') },
  { value: 'part', name: say('in_part') },
  { value: 'yes', name: say('yes') },
] as const;
const productions = [
  { value: 'caught', name: say('caught_2') },
  { value: 'caught_freshwater', name: say('freshwater') },
  { value: 'farmed', name: say('farmed_2') },
] as const;

const stale = {
  names: {
    speciesId: say('species'),
    condition: say('came_as'),
    pieces: say('fish'),
    grams: say('weight'),
    pricePerKg: say('price_a_kg'),
    production: say('production'),
    area: say('area'),
    gear: say('gear'),
    boat: say('boat_or_farm'),
    caughtOn: say('caught_on'),
    supplierLot: say('suppliers_lot'),
    remarks: say('remarks'),
  },
  kinds: { speciesId: 'species', grams: 'mass', pricePerKg: 'money', condition: conditionName },
} as const;

type LotFormState = ReturnType<typeof useLotForm>;

/** What it is and how much of it. */
function WhatCame({ state, isNew }: { state: LotFormState; isNew: boolean }) {
  const { form, book, species, doubt } = state;
  const { condition, fish } = form.values;
  return (
    <>
      {isNew && <BoxScan book={book.values()} onScan={state.scan} />}
      <Picker
        className="col-span-2"
        label={say('species')}
        {...form.field('speciesId')}
        onChange={state.choose}
        note={
          species
            ? `${species.scientificName}${species.asfis ? ` · ${species.asfis}` : ''}`
            : say('name_or_code')
        }
        // Fish the shop does not deal in may come all the same: it stands last.
        options={[...book.values()]
          .sort((a, b) => Number(b.sold) - Number(a.sold))
          .map((s) => ({
            value: s.id,
            name: s.name,
            detail: s.sold ? (s.asfis ?? '') : say('not_sold_here'),
          }))}
      />
      <SelectField
        label={say('came_as')}
        {...form.field('condition')}
        note={condition === 'whole' ? say('guts_in_shorter_life_first_in_the') : ''}
        options={inWords(
          (species ? conditionsFor(species) : (['whole', 'gutted', 'headed_gutted'] as const)).map((c) => ({
            value: c,
            name: conditionName[c],
          })),
        )}
      />
      {isScaly(species, condition) && (
        <Choice
          className="col-span-2"
          label={say('scaled')}
          {...form.field('scaled')}
          options={scaledWords}
        />
      )}
      {isFlat(species) && condition === 'gutted' && (
        <Choice className="col-span-2" label={say('gutting_slit')} {...form.field('slit')} options={slits} />
      )}
      <TextField
        label={isPiece(condition) ? say('number_of_pieces') : say('number_of_fish')}
        {...form.field('pieces')}
        inputMode="numeric"
      />
      <WeightField
        label={say('weight')}
        {...form.field('weight')}
        error={inWords(form.errors.grams ?? doubt ?? undefined)}
        take={
          fish
            ? null
            : {
                act: say('take_lot_weight'),
                title: species
                  ? say('whole_lot', { species: shortName(species.name) })
                  : say('weight_of_this_lot'),
                detail: say('box_by_box_tare_the_box_first'),
              }
        }
      />
      <MoneyField label={say('price_a_kg_2')} {...form.field('price', 'pricePerKg')} />
    </>
  );
}

/** Where it lived, how it was caught, and by which papers. */
function WhereFrom({ form }: Pick<LotFormState, 'form'>) {
  const { production, area } = form.values;
  const { data: boats } = useRead(routes.landing.boats);
  return (
    <>
      <Choice
        className="col-span-2"
        label={say('how_it_lived')}
        value={production}
        options={productions}
        onChange={(next) => form.set({ production: next, area: next === 'caught' ? '27' : '' })}
      />
      {production === 'caught' ? (
        <SelectField
          className="col-span-2"
          label={say('catch_area_fao')}
          {...form.field('area')}
          options={seaAreas(area)}
        />
      ) : (
        <TextField
          className="col-span-2"
          label={production === 'farmed' ? say('country_of_farming') : say('water_and_country')}
          {...form.field('area')}
        />
      )}
      {production !== 'farmed' && (
        <SelectField
          label={say('gear')}
          {...form.field('gear')}
          empty={say('choose')}
          options={gearClasses.map((g) => ({ value: g, name: g }))}
        />
      )}
      <Picker
        className={production === 'farmed' ? 'col-span-2' : ''}
        label={production === 'farmed' ? say('farm') : say('boat')}
        {...form.field('boat')}
        free
        options={(boats ?? []).map((b) => ({ value: b.name, name: b.name }))}
        note={say('as_the_supplier_says')}
      />
      <DayField
        label={production === 'farmed' ? say('harvested_on') : say('caught_on')}
        {...form.field('caughtOn')}
        from={-30}
        to={0}
        empty={say('not_said')}
        note={say('as_the_supplier_says')}
      />
      <TextField label={say('suppliers_lot')} {...form.field('supplierLot')} note={say('as_on_the_box')} />
      <TextField className="col-span-2" label={say('remarks')} {...form.field('remarks')} />
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
  const { lot, landed, draft } = sources;
  const state = useLotForm(sources, onDone);
  const { form, species } = state;
  const { fish, condition } = form.values;
  const here = useRef<HTMLDivElement>(null);
  useEffect(() => {
    if (landed?.length || lot) here.current?.scrollIntoView({ block: 'start' });
  }, [landed, lot]);
  return (
    <div ref={here} className="mt-5 border-t border-line pt-3">
      <Form
        of={form}
        stale={inWords(stale)}
        submit={lot ? say('put_it_right') : say('land_this_lot')}
        onLeave={onNoMore}
        leave={lot ? say('cancel') : say('no_more_lots')}
      >
        <div className="flex items-baseline justify-between gap-4 pb-2">
          <h3 className="text-row">{lot ? say('put_lot_right', { code: lot.code }) : say('land_a_lot')}</h3>
          {!lot && species && (
            <button
              type="button"
              className="why"
              onClick={() => (fish ? form.set({ fish: null }) : state.changeFish([]))}
            >
              {fish ? say('by_the_box_instead') : say('weigh_one_by_one')}
            </button>
          )}
        </div>
        <div className="grid grid-cols-4 gap-x-6 gap-y-1 max-sm:grid-cols-2">
          <WhatCame state={state} isNew={!lot} />
          <WhereFrom form={form} />
        </div>
        {lot && <LotFollows lot={lot} state={state} />}
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
      {lot && <LandedTwice lot={lot} onDone={onDone} />}
    </div>
  );
}
