import { contract, type AnswerOf, type LotRow, type Problem } from '@ember-slate/contract';
import { faoAreas, gearClasses, isSeaArea, subAreas } from '@ember-slate/core/labels';
import {
  conditionName,
  conditionsFor,
  isPiece,
  isSkinned,
  meanWeightDoubt,
  shortName,
  type ArrivalCondition,
} from '@ember-slate/core/species';
import { useEffect, useRef, useState } from 'react';
import { useDraft, useKept } from '../../app/draft.ts';
import { Stale } from '../../parts/Stale.tsx';
import { useChange } from '../../app/api.ts';
import { useShop, useSpecies } from '../../app/shop.tsx';
import { say, useAct } from '../../app/store.ts';
import { Button } from '../../parts/Button.tsx';
import { Choice } from '../../parts/Choice.tsx';
import {
  DayField,
  errorsByPath,
  MoneyField,
  SelectField,
  TextField,
  WeightField,
  wholeNumber,
  type Weight,
} from '../../parts/Field.tsx';
import { Picker } from '../../parts/Picker.tsx';
import { BoxScan, type Scanned } from './BoxScan.tsx';
import { OneByOne } from './OneByOne.tsx';

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

export type LotDraft = AnswerOf<typeof contract.landing.lastLots>[number];

interface Props {
  deliveryId: number;
  lot: LotRow | null;
  /** The lot before: a box of the same boat often repeats its origin. */
  previous?: LotRow | undefined;
  /** A lot of the supplier's delivery before, to land again. */
  draft?: LotDraft | undefined;
  onDone: () => void;
  /** Puts the form away; null while the delivery has no lot yet. */
  onNoMore: (() => void) | null;
}

const fieldNames = {
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
};

/** Lands a lot: species, how it came, how many, what the scale says, what it cost, where it is from. */
export function LotForm({ deliveryId, lot, previous, draft, onDone, onNoMore }: Props) {
  const book = useSpecies();
  const { shop } = useShop();
  const act = useAct();
  const add = useChange(contract.landing.addLot);
  const edit = useChange(contract.landing.editLot);
  const like = lot ?? draft ?? previous;
  const kept = useDraft(lot ? `lot ${lot.id}` : `lot of delivery ${deliveryId} ${draft?.speciesId ?? ''}`);
  const [version, setVersion] = useKept(kept, 'version', lot?.version ?? 0);
  const [speciesId, setSpeciesId] = useKept(kept, 'speciesId', lot?.speciesId ?? draft?.speciesId ?? '');
  const [condition, setCondition] = useKept<ArrivalCondition>(
    kept,
    'condition',
    lot?.condition ?? draft?.condition ?? 'gutted',
  );
  const [pieces, setPieces] = useKept(kept, 'pieces', String(lot?.pieces ?? draft?.pieces ?? ''));
  const [weight, setWeight] = useKept<Weight | null>(
    kept,
    'weight',
    lot ? { grams: lot.grams, source: lot.weightSource } : null,
  );
  const [price, setPrice] = useKept(kept, 'price', lot?.pricePerKg ?? draft?.pricePerKg ?? null);
  const [production, setProduction] = useKept(kept, 'production', like?.production ?? 'caught');
  const [area, setArea] = useKept(kept, 'area', like?.area ?? '27');
  const [gear, setGear] = useKept(kept, 'gear', like?.gear ?? '');
  // What was caught for the delivery before says nothing of this one.
  const [caughtOn, setCaughtOn] = useKept(kept, 'caughtOn', (lot ?? previous)?.caughtOn ?? '');
  const [supplierLot, setSupplierLot] = useKept(kept, 'supplierLot', lot?.supplierLot ?? '');
  const [scaled, setScaled] = useKept<NonNullable<LotRow['scaled']>>(kept, 'scaled', lot?.scaled ?? 'no');
  const [slit, setSlit] = useKept<LotRow['slit']>(kept, 'slit', lot?.slit ?? 'unasked');
  const [fish, setFish] = useKept<LotRow['fish'] | null>(kept, 'fish', null);
  const [remarks, setRemarks] = useKept(kept, 'remarks', lot?.remarks ?? '');
  const [problem, setProblem] = useState<Problem | null>(null);
  const errors = errorsByPath(problem);
  const species = book.get(speciesId);
  const count = wholeNumber(pieces);
  const doubt = species && weight && count ? meanWeightDoubt(species, condition, weight.grams, count) : null;

  const flat = species?.bodyPlan === 'flat' || species?.bodyPlan === 'large_flat';
  const scaly =
    species !== undefined &&
    !['none', 'fine'].includes(species.scales) &&
    condition !== 'tail' &&
    condition !== 'wing' &&
    !isSkinned(condition);
  const changeFish = (next: LotRow['fish']) => {
    setFish(next);
    setPieces(next.length > 0 ? String(next.length) : '');
    // All of them are known as the least sure of them.
    const source = (['simulated', 'estimated', 'typed'] as const).find((x) =>
      next.some((f) => f.source === x),
    );
    setWeight(
      next.length > 0 ? { grams: next.reduce((s, f) => s + f.grams, 0), source: source ?? 'measured' } : null,
    );
  };
  const scan = (s: Scanned) => {
    if (s.speciesId) choose(s.speciesId);
    if (s.pieces) setPieces(String(s.pieces));
    if (s.grams) setWeight({ grams: s.grams, source: 'typed' });
    if (s.supplierLot) setSupplierLot(s.supplierLot);
    if (s.caughtOn) setCaughtOn(s.caughtOn);
    if (s.production) setProduction(s.production);
    if (s.area && isSeaArea(s.area)) setArea(s.area);
    if (s.gear) setGear(s.gear);
    if (s.frozen) setRemarks((had) => (had ? had : 'frozen before: label as defrosted'));
  };
  const choose = (id: string) => {
    setSpeciesId(id);
    const chosen = book.get(id);
    if (chosen && !lot) setCondition(chosen.arrives === 'tail' ? 'tail' : chosen.arrives);
  };
  const changeProduction = (next: typeof production) => {
    setProduction(next);
    setArea(next === 'caught' ? '27' : '');
  };
  const submit = async (over = version) => {
    const body = {
      speciesId,
      condition,
      pieces: count ?? 0,
      grams: weight?.grams ?? 0,
      weightSource: weight?.source ?? ('typed' as const),
      pricePerKg: price as number,
      production,
      area,
      gear: production === 'farmed' ? null : gear || null,
      caughtOn: caughtOn || null,
      supplierLot,
      scaled: scaly ? scaled : ('no' as const),
      slit: flat && condition === 'gutted' ? slit : ('unasked' as const),
      remarks,
    };
    if (lot) {
      const edited = await edit.send({ ...body, version: over }, { id: lot.id });
      if (!edited.ok) return setProblem(edited.problem);
    } else {
      const added = await add.send({ ...body, fish: fish ?? [] }, { id: deliveryId });
      if (!added.ok) return setProblem(added.problem);
      const text = `${added.data.code}: ${species ? shortName(species.name) : ''} landed. Its label carries this code.`;
      act(say({ text, problem: false }));
    }
    kept.forget();
    onDone();
  };
  const leave = () => {
    kept.forget();
    onNoMore?.();
  };

  const here = useRef<HTMLFormElement>(null);
  useEffect(() => {
    if (previous || lot) here.current?.scrollIntoView({ block: 'start' });
  }, [previous, lot]);
  return (
    <form
      ref={here}
      className="mt-5 border-t border-line pt-3"
      onSubmit={(e) => {
        e.preventDefault();
        void submit();
      }}
    >
      {problem && (
        <Stale
          problem={problem}
          names={fieldNames}
          mine={{
            speciesId,
            condition,
            pieces: count,
            grams: weight?.grams,
            pricePerKg: price,
            production,
            area,
            gear,
            caughtOn,
            supplierLot,
            remarks,
          }}
          kinds={{
            speciesId: 'species',
            grams: 'mass',
            pricePerKg: 'money',
            condition: conditionName,
          }}
          onKeep={(over) => {
            setVersion(over);
            void submit(over);
          }}
          onTheirs={leave}
        />
      )}
      <div className="flex items-baseline justify-between gap-4 pb-2">
        <h3 className="text-row">{lot ? `Correct lot ${lot.code}` : 'Land a lot'}</h3>
        {!lot && species && (
          <button type="button" className="why" onClick={() => (fish ? setFish(null) : changeFish([]))}>
            {fish ? 'by the box instead' : 'weigh one by one'}
          </button>
        )}
      </div>
      <div className="grid grid-cols-4 gap-x-6 gap-y-1 max-sm:grid-cols-2">
        {!lot && <BoxScan book={book.values()} onScan={scan} />}
        <Picker
          className="col-span-2"
          label="Species"
          value={speciesId}
          onChange={choose}
          error={errors.speciesId}
          note={
            species
              ? `${species.scientificName}${species.asfis ? ` · ${species.asfis}` : ''}`
              : 'name or code'
          }
          options={[...book.values()].map((s) => ({ value: s.id, name: s.name, detail: s.asfis ?? '' }))}
        />
        <SelectField
          label="Came as"
          value={condition}
          onChange={setCondition}
          error={errors.condition}
          note={condition === 'whole' ? 'guts in: shorter life, first in the queue' : ''}
          options={(species ? conditionsFor(species) : (['whole', 'gutted', 'headed_gutted'] as const)).map(
            (c) => ({ value: c, name: conditionName[c] }),
          )}
        />
        {scaly && (
          <Choice
            className="col-span-2"
            label="Scaled"
            value={scaled}
            options={scaledWords}
            onChange={setScaled}
          />
        )}
        {flat && condition === 'gutted' && (
          <Choice
            className="col-span-2"
            label="Gutting slit"
            value={slit}
            options={slits}
            onChange={setSlit}
          />
        )}
        <TextField
          label={isPiece(condition) ? 'Number of pieces' : 'Number of fish'}
          value={pieces}
          onChange={setPieces}
          inputMode="numeric"
          error={errors.pieces}
        />
        <WeightField
          label="Weight"
          value={weight}
          onChange={setWeight}
          error={errors.grams ?? doubt ?? undefined}
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
        <MoneyField
          label={`Price a kg, ${shop.currency}`}
          value={price}
          onChange={setPrice}
          error={errors.pricePerKg}
        />
        <Choice
          className="col-span-2"
          label="How it lived"
          value={production}
          options={productions}
          onChange={changeProduction}
        />
        {production === 'caught' ? (
          <SelectField
            className="col-span-2"
            label="Catch area (FAO)"
            value={area}
            onChange={setArea}
            error={errors.area}
            options={seaAreas(area)}
          />
        ) : (
          <TextField
            className="col-span-2"
            label={production === 'farmed' ? 'Country of farming' : 'Water and country'}
            value={area}
            onChange={setArea}
            error={errors.area}
          />
        )}
        {production !== 'farmed' && (
          <SelectField
            label="Gear"
            value={gear}
            onChange={setGear}
            error={errors.gear}
            empty="choose"
            options={gearClasses.map((g) => ({ value: g, name: g }))}
          />
        )}
        <DayField
          label={production === 'farmed' ? 'Harvested on' : 'Caught on'}
          value={caughtOn}
          onChange={setCaughtOn}
          error={errors.caughtOn}
          from={-30}
          to={0}
          empty="not said"
          note="as the supplier says"
        />
        <TextField
          label="Supplier’s lot"
          value={supplierLot}
          onChange={setSupplierLot}
          error={errors.supplierLot}
          note="as on the box"
        />
        <TextField
          className="col-span-2"
          label="Remarks"
          value={remarks}
          onChange={setRemarks}
          error={errors.remarks}
        />
      </div>
      {fish && species && (
        <OneByOne
          species={species}
          condition={condition}
          fish={fish}
          onFish={changeFish}
          note={{ pieces: draft?.pieces ?? null, grams: null }}
        />
      )}
      {problem && Object.keys(errors).length === 0 && (
        <p role="alert" className="mb-3 border-b-[3px] border-emberline pb-1">
          {problem.detail}
        </p>
      )}
      <div className="flex gap-3">
        <Button submit kind="main" busy={add.busy || edit.busy}>
          {lot ? 'Correct it' : 'Land this lot'}
        </Button>
        {onNoMore && <Button onPress={leave}>{lot ? 'Leave it' : 'No more lots'}</Button>}
      </div>
    </form>
  );
}
