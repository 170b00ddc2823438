import { inWords } from '@ember-slate/words/core';
import {
  arrivalFraction,
  conditionName,
  conditionsFor,
  isPiece,
  type ArrivalCondition,
  type Species,
} from '@ember-slate/core/species';
import {
  bodyOf,
  marksOn,
  peopleFed,
  sliceAdvice,
  zone,
  zoneGrams,
  zoneOfPiece,
  wingZone,
  type CutWish,
  type ZoneKind,
  wingsOf,
} from '@ember-slate/core/body';
import { useState } from 'react';
import { useSold, useSpecies } from '../../app/shop.tsx';
import { Choice } from '../../parts/Choice.tsx';
import { SelectField, TextField, WeightField, wholeNumber, type Weight } from '../../parts/Field.tsx';
import { WingDrawing } from '../../parts/WingDrawing.tsx';
import { useLength } from '../../parts/length.ts';
import { Mass, useMass } from '../../parts/Mass.tsx';
import { Picker } from '../../parts/Picker.tsx';
import { Waiting } from '../../parts/Waiting.tsx';
import { Why } from '../../parts/Why.tsx';
import { MarkedFish, MarkedSide } from './MarkedFish.tsx';
import { say } from './say.ts';
import { rich } from '../../parts/rich.ts';
import { Table } from '../../parts/Table.tsx';

const zones: readonly { value: ZoneKind; name: string; fish: 'any' | 'round' | 'flat' }[] = [
  { value: 'steaks', name: say('steaks_behind_the_vent'), fish: 'any' },
  { value: 'front', name: say('steaks_from_the_collar_on'), fish: 'any' },
  { value: 'joint', name: say('joint_over_the_cavity'), fish: 'round' },
  { value: 'tail', name: say('tail_both_sides'), fish: 'any' },
  { value: 'side', name: say('one_side'), fish: 'any' },
  { value: 'loin', name: say('loin_row_of_a_side'), fish: 'round' },
  { value: 'belly', name: say('belly_row_of_a_side'), fish: 'round' },
  { value: 'slab_back', name: say('slabs_split_down_the_spine_back'), fish: 'flat' },
  { value: 'slab_belly', name: say('slabs_split_down_the_spine_belly'), fish: 'flat' },
];

/** What is typed on the page, as it was typed. */
interface Typed {
  speciesId: string;
  condition: ArrivalCondition;
  weight: Weight | null;
  length: string;
  kind: ZoneKind;
  by: CutWish['by'];
  pieces: string;
  each: Weight | null;
  thick: string;
  rest: CutWish['rest'];
  kerf: string;
  portion: Weight | null;
}
const asOpened: Typed = {
  speciesId: 'hake',
  condition: 'gutted',
  weight: null,
  length: '',
  kind: 'side',
  by: 'grams',
  pieces: '6',
  each: { grams: 170, source: 'typed' },
  thick: '35',
  rest: 'leave',
  kerf: '',
  portion: { grams: 170, source: 'typed' },
};

/** The zones that can be marked on this species as it lies there. */
function zonesOf(species: Species, as: ArrivalCondition) {
  const flat = species.bodyPlan === 'flat' || species.bodyPlan === 'large_flat';
  const shape = flat ? 'flat' : species.bodyPlan === 'tail' ? null : 'round';
  const ofPiece: readonly ZoneKind[] = as === 'loin' ? ['loin'] : ['side', 'loin', 'belly'];
  return zones.filter(
    (z) => (z.fish === 'any' || z.fish === shape) && (!isPiece(as) || ofPiece.includes(z.value)),
  );
}

function amountOf(typed: Typed, millimetres: (text: string) => number | null): number {
  switch (typed.by) {
    case 'pieces':
      return wholeNumber(typed.pieces) ?? 0;
    case 'grams':
      return typed.each?.grams ?? 0;
    case 'mm':
      return millimetres(typed.thick) ?? 0;
  }
}

/** The fish, the cut and its marks, of what is typed. */
function marking(species: Species, typed: Typed, millimetres: (text: string) => number | null) {
  // A skate fillet is no side: nothing to lay a ruler on.
  const conditions = conditionsFor(species).filter((c) => !isPiece(c) || species.bodyPlan !== 'wing');
  const as = conditions.find((c) => c === typed.condition) ?? conditions[0]!;
  const grams = typed.weight?.grams ?? Math.round(species.typicalG * arrivalFraction(species, as));
  const allowed = zonesOf(species, as);
  const kind = (
    allowed.find((z) => z.value === typed.kind) ??
    allowed.find((z) => z.value === 'side') ??
    allowed[0]!
  ).value;
  const body = bodyOf(species, as, grams, millimetres(typed.length));
  const of = { conditions, as, grams, allowed, kind };
  const amount = amountOf(typed, millimetres);
  const wish = { by: typed.by, amount, rest: typed.rest, kerfMm: millimetres(typed.kerf) ?? 0 };
  if (!body) {
    // A skate has no side view: one wing is marked from its body edge outward.
    const wing = wingZone(wingsOf(species, as, grams) / 2);
    const marks = amount > 0 ? marksOn(wing, wing.zone, wish) : null;
    return { ...of, body: null, mm: wing.mm, z: wing.zone, marks, sides: 2, advice: null };
  }
  const z = isPiece(as)
    ? zoneOfPiece(body, kind as 'side' | 'loin' | 'belly', as === 'loin' ? 'loin' : 'side', grams)
    : zone(body, kind);
  const marks = amount > 0 ? marksOn(body, z, wish) : null;
  const sides = kind === 'side' || kind === 'loin' || kind === 'belly' ? 2 : 1;
  const advice =
    kind === 'side' && typed.by === 'grams' && amount > 0 ? sliceAdvice(body, z, amount).advice : null;
  return { ...of, body, mm: body.mm, z, marks, sides, advice };
}
type Marking = ReturnType<typeof marking>;

interface FieldsProps {
  typed: Typed;
  set: (next: Partial<Typed>) => void;
}

/** How much of it: by weight, pieces or thickness. */
function Amount({ typed, set }: FieldsProps) {
  const length = useLength();
  return (
    <>
      <Choice
        label={say('into')}
        value={typed.by}
        onChange={(by) => set({ by })}
        options={[
          { value: 'grams', name: say('weight') },
          { value: 'pieces', name: say('pieces_2') },
          { value: 'mm', name: say('thickness') },
        ]}
      />
      {typed.by === 'grams' && (
        <WeightField
          label={say('each_2')}
          value={typed.each}
          onChange={(each) => set({ each })}
          take={null}
          plain
        />
      )}
      {typed.by === 'pieces' && (
        <TextField
          label={say('pieces_2')}
          value={typed.pieces}
          onChange={(pieces) => set({ pieces })}
          inputMode="numeric"
        />
      )}
      {typed.by === 'mm' && (
        <TextField
          label={say('thick', { unit: length.unit })}
          value={typed.thick}
          onChange={(thick) => set({ thick })}
          inputMode="numeric"
        />
      )}
      {typed.by === 'grams' && (
        <Choice
          label={say('remainder')}
          value={typed.rest}
          onChange={(rest) => set({ rest })}
          options={[
            { value: 'leave', name: say('left') },
            { value: 'share', name: say('shared') },
          ]}
        />
      )}
    </>
  );
}

function FishAndCut({ typed, set, of }: FieldsProps & { of: Marking }) {
  const sold = useSold(typed.speciesId);
  const length = useLength();
  const mass = useMass();
  return (
    <form aria-label={say('fish_and_cut')} onSubmit={(e) => e.preventDefault()} className="pane pr-2 pb-4">
      <Picker
        label={say('species')}
        value={typed.speciesId}
        onChange={(speciesId) => set({ speciesId })}
        options={sold.map((s) => ({ value: s.id, name: s.name, detail: s.asfis ?? '' }))}
      />
      <SelectField
        label={say('as_it_lies_there')}
        value={of.as}
        onChange={(condition) => set({ condition })}
        options={inWords(of.conditions.map((c) => ({ value: c, name: conditionName[c] })))}
      />
      <WeightField
        label={say('weight_of_the_fish')}
        value={typed.weight}
        onChange={(weight) => set({ weight })}
        take={{ act: say('take_the_fish'), title: say('the_fish_to_be_marked') }}
        note={typed.weight ? '' : say('taken_as_usual', { grams: mass(of.grams) })}
      />
      {of.body && (
        <>
          <TextField
            label={say('total_length', { unit: length.unit })}
            value={typed.length}
            onChange={(text) => set({ length: text })}
            inputMode="numeric"
            note={say('from_the_weight_a_measured_length', {
              totalMm: length.format(Math.round(of.body.totalMm)),
              unit: length.unit,
            })}
          />
          <SelectField
            label={say('cut')}
            value={of.kind}
            onChange={(kind) => set({ kind })}
            options={of.allowed.map(({ value, name }) => ({ value, name }))}
          />
        </>
      )}
      <Amount typed={typed} set={set} />
      <TextField
        label={say('kerf', { unit: length.unit })}
        value={typed.kerf}
        onChange={(kerf) => set({ kerf })}
        inputMode="decimal"
        note={say('nothing_for_a_knife')}
      />
      <WeightField
        label={say('a_portion')}
        value={typed.portion}
        onChange={(portion) => set({ portion })}
        take={null}
        plain
        note={say('n115_to_170_g_usual')}
      />
    </form>
  );
}

/** What is left over, what the saw takes, whom it feeds, and how it is reckoned. */
function Balance({ of, typed }: { of: Marking; typed: Typed }) {
  const { marks, sides } = of;
  const ready = marks ? marks.pieces.reduce((s, p) => s + p.grams, 0) : 0;
  const fromBoth = ` ${say(of.body ? 'from_both_sides' : 'from_both_wings')}`;
  return (
    <p className="text-ink2">
      {marks && (
        <>
          {rich(
            say.parts('from_left_over', {
              z: <Mass g={Math.round(zoneGrams(of.z))} />,
              restGrams: <Mass g={Math.round(marks.restGrams)} />,
            }),
          )}
          {marks.sawGrams > 0.5 && (
            <>
              , <Mass g={Math.round(marks.sawGrams)} /> {say('to_the_saw')}
            </>
          )}
          {'. '}
          {typed.portion && (
            <strong className="text-ink">
              {say('feeds', {
                ready: peopleFed(ready * sides, typed.portion.grams),
                sides: sides === 2 ? fromBoth : '',
              })}
            </strong>
          )}{' '}
        </>
      )}
      <Why>
        <p>{say('half_heights_and_half_widths_along')}</p>
        <p>{say('one_piece_is_right_to_about_10_to')}</p>
        <p>{say('the_first_piece_at_the_collar_and')}</p>
      </Why>
    </p>
  );
}

/** The fish with its marks: its side and one fillet, or a wing. */
function Drawing({ of, species }: { of: Marking; species: Species }) {
  const { body, marks, z, sides, kind, mm } = of;
  if (!marks) return null;
  if (body)
    return (
      <div className="space-y-3 pt-3">
        <MarkedFish body={body} z={z} marks={marks} species={species} />
        {sides === 2 && <MarkedSide body={body} z={z} marks={marks} kind={kind} />}
      </div>
    );
  return (
    <div className="pt-3">
      <WingDrawing
        grams={z.grams}
        perMm={1}
        pieces={marks.pieces.map((p, i) => ({
          fromMm: mm(p.from),
          toMm: mm(p.to),
          grams: p.grams,
          name: String(i + 1),
        }))}
      />
    </div>
  );
}

function PieceTable({ of: { marks, mm, z } }: { of: Marking }) {
  const length = useLength();
  if (!marks || marks.pieces.length === 0) return null;
  const between = (from: number, to: number) => length.format(Math.round(mm(to) - mm(from)));
  return (
    <div className="mt-3 max-w-[520px]">
      <Table
        rows={marks.pieces.slice(0, 60).map((p, i) => ({ ...p, number: i + 1 }))}
        keyOf={(p) => p.number}
        columns={[
          { head: say('piece'), cell: (p) => p.number },
          {
            head: say('mark_from_the_cut_end', { unit: length.unit }),
            cell: (p) => between(z.from, p.to),
            figure: true,
          },
          {
            head: say('thick_2', { unit: length.unit }),
            cell: (p) => between(p.from, p.to),
            figure: true,
          },
          { head: say('weight_2'), cell: (p) => <Mass g={Math.round(p.grams)} />, figure: true },
        ]}
      />
    </div>
  );
}

/** This fish, that cut: where are the marks, what do the pieces weigh, whom do they feed. */
export default function Marks() {
  const book = useSpecies();
  const length = useLength();
  const mass = useMass();
  const [typed, setTyped] = useState(asOpened);
  const species = book.get(typed.speciesId);
  if (!species) return <Waiting problem={undefined} onRetry={() => undefined} />;
  const of = marking(species, typed, length.parse);
  const first = of.marks?.pieces[0];
  return (
    <div className="panes grid-cols-[340px_minmax(0,1fr)]">
      <FishAndCut typed={typed} set={(next) => setTyped((had) => ({ ...had, ...next }))} of={of} />
      <div className="pane pb-4">
        <h1 className="text-head max-sm:text-big">
          {!of.marks
            ? say('say_how_much')
            : !first
              ? say('no_such_piece_in_this_cut')
              : `${of.marks.pieces.length} × ${mass(Math.round(first.grams))}${typed.by === 'mm' ? ` ${say('and_so_on')}` : ''}`}
        </h1>
        <Balance of={of} typed={typed} />
        {of.body?.doubt && (
          <p role="alert" className="mt-2 border-b-[3px] border-emberline pb-1">
            {inWords(of.body.doubt)}.
          </p>
        )}
        <Drawing of={of} species={species} />
        {of.advice && <p className="pt-2">{inWords(of.advice)}</p>}
        <PieceTable of={of} />
      </div>
    </div>
  );
}
