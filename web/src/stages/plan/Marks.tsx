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

const zones: readonly { value: ZoneKind; name: string; fish: 'any' | 'round' | 'flat' }[] = [
  { value: 'steaks', name: 'steaks behind the vent', fish: 'any' },
  { value: 'front', name: 'steaks from the collar on', fish: 'any' },
  { value: 'joint', name: 'joint over the cavity', fish: 'round' },
  { value: 'tail', name: 'tail, both sides', fish: 'any' },
  { value: 'side', name: 'one side', fish: 'any' },
  { value: 'loin', name: 'loin row of a side', fish: 'round' },
  { value: 'belly', name: 'belly row of a side', fish: 'round' },
  { value: 'slab_back', name: 'slabs split down the spine, back', fish: 'flat' },
  { value: 'slab_belly', name: 'slabs split down the spine, belly side', fish: 'flat' },
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
        aria-label="Fish and cut"
        onSubmit={(e) => e.preventDefault()}
        className="min-h-0 overflow-y-auto pr-2 pb-4"
      >
        <Picker
          label="Species"
          value={speciesId}
          onChange={setSpeciesId}
          options={[...book.values()].map((s) => ({ value: s.id, name: s.name, detail: s.asfis ?? '' }))}
        />
        <SelectField
          label="As it lies there"
          value={as}
          onChange={setCondition}
          options={conditions.map((c) => ({ value: c, name: conditionName[c] }))}
        />
        <WeightField
          label="Weight of the fish"
          value={weight}
          onChange={setWeight}
          take={{ act: 'Take the fish', title: 'the fish to be marked' }}
          note={weight ? '' : `taken as usual, ${mass(grams)}`}
        />
        {body && (
          <TextField
            label={`Total length, ${length.unit}`}
            value={lengthText}
            onChange={setLengthText}
            inputMode="numeric"
            note={`from the weight: ${length.format(Math.round(body.totalMm))} ${length.unit}; a measured length wins`}
          />
        )}
        {body && (
          <SelectField
            label="Cut"
            value={chosen}
            onChange={setKind}
            options={allowed.map(({ value, name }) => ({ value, name }))}
          />
        )}
        <Choice
          label="Into"
          value={by}
          onChange={setBy}
          options={[
            { value: 'grams', name: 'Weight' },
            { value: 'pieces', name: 'Pieces' },
            { value: 'mm', name: 'Thickness' },
          ]}
        />
        {by === 'grams' ? (
          <WeightField label="Each" value={each} onChange={setEach} take={null} plain />
        ) : by === 'pieces' ? (
          <TextField label="Pieces" value={pieces} onChange={setPieces} inputMode="numeric" />
        ) : (
          <TextField label={`Thick, ${length.unit}`} value={thick} onChange={setThick} inputMode="numeric" />
        )}
        {by === 'grams' && (
          <Choice
            label="Remainder"
            value={rest}
            onChange={setRest}
            options={[
              { value: 'leave', name: 'Left' },
              { value: 'share', name: 'Shared' },
            ]}
          />
        )}
        <TextField
          label={`Kerf, ${length.unit}`}
          value={kerf}
          onChange={setKerf}
          inputMode="decimal"
          note="nothing for a knife"
        />
        <WeightField
          label="A portion"
          value={portion}
          onChange={setPortion}
          take={null}
          plain
          note="115 to 170 g usual"
        />
      </form>
      <div className="min-h-0 overflow-y-auto pb-4">
        <>
          <h1 className="text-head max-sm:text-big">
            {!marks
              ? 'Say how much'
              : marks.pieces.length === 0
                ? 'No such piece in this cut'
                : `${marks.pieces.length} × ${mass(Math.round(marks.pieces[0]!.grams))}${by === 'mm' ? ' and so on' : ''}`}
          </h1>
          <p className="text-ink2">
            {marks && (
              <>
                from <Mass g={Math.round(zoneGrams(z))} />, <Mass g={Math.round(marks.restGrams)} /> left over
                {marks.sawGrams > 0.5 && (
                  <>
                    , <Mass g={Math.round(marks.sawGrams)} /> to the saw
                  </>
                )}
                {'. '}
                {portion && (
                  <strong className="text-ink">
                    Feeds {peopleFed(ready * sides, portion.grams)}
                    {sides === 2 ? (wing ? ' from both wings' : ' from both sides') : ''}.
                  </strong>
                )}{' '}
              </>
            )}
            <Why>
              <p>
                Half-heights and half-widths along the fish make its section; gutted weight over their
                integral is the grams of a slice. Flesh, loin and cavity are shares of the section (typical
                values, our choice).
              </p>
              <p>
                One piece is right to about 10 to 15 %, sums better. Measure the length and it gets closer.
              </p>
              <p>
                The first piece at the collar and the last at the tail come out long: sell the tail as its own
                piece.
              </p>
            </Why>
          </p>
          {body?.doubt && (
            <p role="alert" className="mt-2 border-b-[3px] border-emberline pb-1">
              {body.doubt}.
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
          {advice && <p className="pt-2">{advice}</p>}
          {marks && marks.pieces.length > 0 && (
            <table className="mt-3 w-full max-w-[520px] text-right [&_td]:border-t [&_td]:border-line [&_td]:py-1">
              <thead className="text-note text-ink2">
                <tr>
                  <th className="text-left font-normal">piece</th>
                  <th className="font-normal">mark, {length.unit} from the cut end</th>
                  <th className="font-normal">thick, {length.unit}</th>
                  <th className="font-normal">weight</th>
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
