import { inWords } from '@ember-slate/words/core';
import {
  arrivalFraction,
  conditionName,
  conditionsFor,
  isPiece,
  type ArrivalCondition,
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
import { useSpecies } from '../../app/shop.tsx';
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

/** This fish, that cut: where are the marks, what do the pieces weigh, whom do they feed. */
export default function Marks() {
  const book = useSpecies();
  const length = useLength();
  const mass = useMass();
  const [speciesId, setSpeciesId] = useState('hake');
  const [condition, setCondition] = useState<ArrivalCondition>('gutted');
  const [weight, setWeight] = useState<Weight | null>(null);
  const [lengthText, setLengthText] = useState('');
  const [kind, setKind] = useState<ZoneKind>('side');
  const [by, setBy] = useState<CutWish['by']>('grams');
  const [pieces, setPieces] = useState('6');
  const [each, setEach] = useState<Weight | null>({ grams: 170, source: 'typed' });
  const [thick, setThick] = useState('35');
  const [rest, setRest] = useState<CutWish['rest']>('leave');
  const [kerf, setKerf] = useState('');
  const [portion, setPortion] = useState<Weight | null>({ grams: 170, source: 'typed' });
  const species = book.get(speciesId);
  if (!species) return <Waiting problem={undefined} onRetry={() => undefined} />;
  // A skate fillet is no side: nothing to lay a ruler on.
  const conditions = conditionsFor(species).filter((c) => !isPiece(c) || species.bodyPlan !== 'wing');
  const as = conditions.includes(condition) ? condition : conditions[0]!;
  const grams = weight?.grams ?? Math.round(species.typicalG * arrivalFraction(species, as));
  const body = bodyOf(species, as, grams, length.parse(lengthText));
  const amount =
    by === 'pieces'
      ? (wholeNumber(pieces) ?? 0)
      : by === 'grams'
        ? (each?.grams ?? 0)
        : (length.parse(thick) ?? 0);
  const flat = species.bodyPlan === 'flat' || species.bodyPlan === 'large_flat';
  const round = !flat && species.bodyPlan !== 'tail';
  const piece = isPiece(as);
  const ofPiece: readonly ZoneKind[] = as === 'loin' ? ['loin'] : ['side', 'loin', 'belly'];
  const allowed = zones.filter(
    (z) => (z.fish === 'any' || (z.fish === 'flat' ? flat : round)) && (!piece || ofPiece.includes(z.value)),
  );
  const chosen = allowed.some((z) => z.value === kind)
    ? kind
    : allowed.some((z) => z.value === 'side')
      ? 'side'
      : allowed[0]!.value;
  // A skate has no side view: one wing is marked from its body edge outward.
  const wing = body ? null : wingZone(wingsOf(species, as, grams) / 2);
  const z = body
    ? piece
      ? zoneOfPiece(body, chosen as 'side' | 'loin' | 'belly', as === 'loin' ? 'loin' : 'side', grams)
      : zone(body, chosen)
    : wing!.zone;
  const scale = body ?? wing!;
  const marks = amount > 0 ? marksOn(scale, z, { by, amount, rest, kerfMm: length.parse(kerf) ?? 0 }) : null;
  const ready = marks ? marks.pieces.reduce((s, p) => s + p.grams, 0) : 0;
  const sides = wing || chosen === 'side' || chosen === 'loin' || chosen === 'belly' ? 2 : 1;
  const advice =
    body && chosen === 'side' && by === 'grams' && amount > 0 ? sliceAdvice(body, z, amount).advice : null;
  return (
    <div className="grid h-full grid-cols-[340px_minmax(0,1fr)] gap-8 max-sm:grid-cols-1">
      <form
        aria-label={say('fish_and_cut')}
        onSubmit={(e) => e.preventDefault()}
        className="min-h-0 overflow-y-auto pr-2 pb-4"
      >
        <Picker
          label={say('species')}
          value={speciesId}
          onChange={setSpeciesId}
          options={[...book.values()].map((s) => ({ value: s.id, name: s.name, detail: s.asfis ?? '' }))}
        />
        <SelectField
          label={say('as_it_lies_there')}
          value={as}
          onChange={setCondition}
          options={inWords(conditions.map((c) => ({ value: c, name: conditionName[c] })))}
        />
        <WeightField
          label={say('weight_of_the_fish')}
          value={weight}
          onChange={setWeight}
          take={{ act: say('take_the_fish'), title: say('the_fish_to_be_marked') }}
          note={weight ? '' : say('taken_as_usual', { grams: mass(grams) })}
        />
        {body && (
          <TextField
            label={say('total_length', { unit: length.unit })}
            value={lengthText}
            onChange={setLengthText}
            inputMode="numeric"
            note={say('from_the_weight_a_measured_length', {
              totalMm: length.format(Math.round(body.totalMm)),
              unit: length.unit,
            })}
          />
        )}
        {body && (
          <SelectField
            label={say('cut')}
            value={chosen}
            onChange={setKind}
            options={allowed.map(({ value, name }) => ({ value, name }))}
          />
        )}
        <Choice
          label={say('into')}
          value={by}
          onChange={setBy}
          options={[
            { value: 'grams', name: say('weight') },
            { value: 'pieces', name: say('pieces_2') },
            { value: 'mm', name: say('thickness') },
          ]}
        />
        {by === 'grams' ? (
          <WeightField label={say('each_2')} value={each} onChange={setEach} take={null} plain />
        ) : by === 'pieces' ? (
          <TextField label={say('pieces_2')} value={pieces} onChange={setPieces} inputMode="numeric" />
        ) : (
          <TextField
            label={say('thick', { unit: length.unit })}
            value={thick}
            onChange={setThick}
            inputMode="numeric"
          />
        )}
        {by === 'grams' && (
          <Choice
            label={say('remainder')}
            value={rest}
            onChange={setRest}
            options={[
              { value: 'leave', name: say('left') },
              { value: 'share', name: say('shared') },
            ]}
          />
        )}
        <TextField
          label={say('kerf', { unit: length.unit })}
          value={kerf}
          onChange={setKerf}
          inputMode="decimal"
          note={say('nothing_for_a_knife')}
        />
        <WeightField
          label={say('a_portion')}
          value={portion}
          onChange={setPortion}
          take={null}
          plain
          note={say('n115_to_170_g_usual')}
        />
      </form>
      <div className="min-h-0 overflow-y-auto pb-4">
        <>
          <h1 className="text-head max-sm:text-big">
            {!marks
              ? say('say_how_much')
              : marks.pieces.length === 0
                ? say('no_such_piece_in_this_cut')
                : `${marks.pieces.length} × ${mass(Math.round(marks.pieces[0]!.grams))}${by === 'mm' ? ` ${say('and_so_on')}` : ''}`}
          </h1>
          <p className="text-ink2">
            {marks && (
              <>
                {rich(
                  say.parts('from_left_over', {
                    z: <Mass g={Math.round(zoneGrams(z))} />,
                    restGrams: <Mass g={Math.round(marks.restGrams)} />,
                  }),
                )}
                {marks.sawGrams > 0.5 && (
                  <>
                    , <Mass g={Math.round(marks.sawGrams)} /> {say('to_the_saw')}
                  </>
                )}
                {'. '}
                {portion && (
                  <strong className="text-ink">
                    {say('feeds', {
                      ready: peopleFed(ready * sides, portion.grams),
                      sides:
                        sides === 2
                          ? wing
                            ? ` ${say('from_both_wings')}`
                            : ` ${say('from_both_sides')}`
                          : '',
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
          {body?.doubt && (
            <p role="alert" className="mt-2 border-b-[3px] border-emberline pb-1">
              {inWords(body.doubt)}.
            </p>
          )}
          {marks && body && (
            <div className="space-y-3 pt-3">
              <MarkedFish body={body} z={z} marks={marks} species={species} />
              {sides === 2 && <MarkedSide body={body} z={z} marks={marks} kind={chosen} />}
            </div>
          )}
          {marks && wing && (
            <div className="pt-3">
              <WingDrawing
                grams={z.grams}
                perMm={1}
                pieces={marks.pieces.map((p, i) => ({
                  fromMm: wing.mm(p.from),
                  toMm: wing.mm(p.to),
                  grams: p.grams,
                  name: String(i + 1),
                }))}
              />
            </div>
          )}
          {advice && <p className="pt-2">{inWords(advice)}</p>}
          {marks && marks.pieces.length > 0 && (
            <table className="mt-3 w-full max-w-[520px] text-right [&_td]:border-t [&_td]:border-line [&_td]:py-1">
              <thead className="text-note text-ink2">
                <tr>
                  <th className="text-left font-normal">{say('piece')}</th>
                  <th className="font-normal">{say('mark_from_the_cut_end', { unit: length.unit })}</th>
                  <th className="font-normal">{say('thick_2', { unit: length.unit })}</th>
                  <th className="font-normal">{say('weight_2')}</th>
                </tr>
              </thead>
              <tbody className="font-figure text-label">
                {marks.pieces.slice(0, 60).map((p, i) => (
                  <tr key={p.from}>
                    <td className="text-left">{i + 1}</td>
                    <td>{length.format(Math.round(scale.mm(p.to) - scale.mm(z.from)))}</td>
                    <td>{length.format(Math.round(scale.mm(p.to) - scale.mm(p.from)))}</td>
                    <td>
                      <Mass g={Math.round(p.grams)} />
                    </td>
                  </tr>
                ))}
              </tbody>
            </table>
          )}
        </>
      </div>
    </div>
  );
}
