import { contract, type Problem, type StockRow } from '@ember-slate/contract';
import { expectedCut, usualPacking, type Packing } from '@ember-slate/core/board';
import { piecesPerFish, usualPieces, formOf, formRefusal, offered, type Form } from '@ember-slate/core/forms';
import { sliceGrams } from '@ember-slate/core/orders';
import { arrivalFraction, isPiece, shortName, type Species } from '@ember-slate/core/species';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { useChange, useRead } from '../../app/api.ts';
import { useDraft, useKept } from '../../app/draft.ts';
import { useNow, useShop, useSpecies, useTimes } from '../../app/shop.tsx';
import { Button } from '../../parts/Button.tsx';
import { Dialog } from '../../parts/Dialog.tsx';
import {
  errorsByPath,
  SelectField,
  TextField,
  WeightField,
  wholeNumber,
  type Weight,
} from '../../parts/Field.tsx';
import { useForms } from '../../parts/forms.ts';
import { useLength } from '../../parts/length.ts';
import { OptionButtons } from '../../parts/OptionButtons.tsx';
import { useMass } from '../../parts/Mass.tsx';
import { Picker } from '../../parts/Picker.tsx';
import { packingOptions } from '../../parts/words.ts';

/** What one of these fish or pieces gives: pieces of the usual weight, or as many of the weight that is said. */
function proposed(
  lot: Pick<StockRow, 'grams' | 'pieces' | 'cutAs'>,
  species: Species,
  form: Form,
  options: readonly string[],
  said: number | null,
  month: number,
): { pieces: number; grams: number } {
  const condition = lot.cutAs!;
  const fishGrams = lot.grams / lot.pieces;
  const { yield: share } = expectedCut({ species, condition, form, options, fishGrams, month });
  const main = fishGrams * share;
  return said === null
    ? usualPieces(species, form, main, condition)
    : { pieces: piecesPerFish(species, form, main, said, condition), grams: said };
}

/** A ticket without an order: these fish become this form, for the counter. */
export function NewTicket({ onClose }: { onClose: () => void }) {
  const { data: stock } = useRead(contract.counter.stock);
  const draft = useDraft('new ticket');
  const { send, busy } = useChange(contract.bench.make, draft);
  const speciesBook = useSpecies();
  const book = useForms();
  const mass = useMass();
  const length = useLength();
  const go = useNavigate();
  const now = useNow();
  const { today } = useTimes();
  const [lotId, setLotId] = useKept(draft, 'lotId', '');
  const [fish, setFish] = useKept(draft, 'fish', '1');
  const [form, setForm] = useKept(draft, 'form', '');
  const [options, setOptions] = useKept<string[]>(draft, 'options', []);
  const [pieces, setPieces] = useKept(draft, 'pieces', '');
  const [each, setEach] = useKept<Weight | null>(draft, 'each', null);
  const [thick, setThick] = useKept(draft, 'thick', '');
  const [packing, setPacking] = useKept<Packing>(draft, 'packing', usualPacking);
  const { shop } = useShop();
  const [problem, setProblem] = useState<Problem | null>(null);
  const places = ['place:cold_room', 'place:slab', 'place:display'] as const;
  const lots = (stock ?? []).filter(
    (r) =>
      r.freePieces > 0 &&
      !r.blocked &&
      !r.frozen &&
      (r.item === 'whole' ? r.place === 'place:cold_room' : r.cutAs !== null) &&
      (places as readonly string[]).includes(r.place),
  );
  const keyOf = (l: (typeof lots)[number]) => `${l.lotId} ${l.item} ${l.batch} ${l.place}`;
  const lot = lots.find((l) => keyOf(l) === lotId);
  const input = lot?.cutAs ?? null;
  const fishes = input === null || !isPiece(input);
  const species = lot ? speciesBook.get(lot.speciesId) : undefined;
  const whole =
    lot && species && !isPiece(lot.cutAs!)
      ? lot.grams / lot.pieces / arrivalFraction(species, lot.condition)
      : null;
  const n = wholeNumber(fish);
  const errors = errorsByPath(problem);
  const fits = species
    ? offered(book).filter(
        (f) => formRefusal(species, input, f, whole) === null && f.does.length > 0 && f.section !== 'trim',
      )
    : [];
  const make = async () => {
    const outcome = await send({
      lotId: lot!.lotId,
      item: lot!.item,
      batch: lot!.batch,
      place: lot!.place as (typeof places)[number],
      fish: n!,
      form,
      dueAt: new Date(now.getTime() + 2 * 3_600_000).toISOString(),
      pieces: many!,
      pieceGrams: given!.grams,
      totalGrams: null,
      options,
      thickMm: sliced ? mm : null,
      packing,
    });
    if (outcome.ok) void go(`/bench/${outcome.data.id}`);
    else setProblem(outcome.problem);
  };
  const chosen = form ? formOf(book, form) : null;
  const sliced = chosen?.section === 'middle';
  const mm = length.parse(thick);
  const month = Number(today().slice(5, 7));
  const given =
    lot && species && chosen ? proposed(lot, species, chosen, options, each?.grams ?? null, month) : null;
  // As many as the fish give, until somebody says how many.
  const many =
    pieces === '' ? (n === null || !given ? null : n * Math.max(1, given.pieces)) : wholeNumber(pieces);
  const missing = !lot
    ? 'choose the fish'
    : !n
      ? 'say how many fish'
      : !form
        ? 'choose a form'
        : many
          ? null
          : 'say how many pieces';
  return (
    <Dialog title="Cut for the counter" open onClose={onClose}>
      <Picker
        label="Fish, or pieces to cut again"
        value={lotId}
        onChange={(id) => {
          setLotId(id);
          setForm('');
        }}
        error={errors.lotId}
        options={lots.map((l) => ({
          value: keyOf(l),
          name: `${shortName(l.speciesName)}${isPiece(l.cutAs!) ? `, ${l.itemName}` : ''}, lot ${l.code}`,
          detail: `${l.freePieces} ${isPiece(l.cutAs!) ? 'pieces' : 'fish'}, ${mass(l.freeGrams)}`,
        }))}
      />
      <div className="grid grid-cols-[110px_minmax(0,1fr)] gap-4">
        <TextField
          label={fishes ? 'Fish' : 'Pieces of it'}
          value={fish}
          onChange={setFish}
          inputMode="numeric"
          error={errors.fish}
        />
        <SelectField
          label="Into"
          value={form}
          empty="choose a form"
          onChange={(id) => {
            setForm(id);
            setOptions([]);
          }}
          error={errors.form}
          options={fits.map((f) => ({ value: f.id, name: f.name }))}
          note={form ? formOf(book, form).norm : ''}
        />
      </div>
      {chosen && given && (
        <div className="grid grid-cols-3 gap-4">
          <TextField
            label="Pieces"
            value={pieces === '' && many ? String(many) : pieces}
            onChange={setPieces}
            inputMode="numeric"
            error={errors.pieces}
          />
          <WeightField
            label="Each"
            value={each ?? { grams: given.grams, source: 'estimated' }}
            onChange={setEach}
            error={errors.pieceGrams}
            take={null}
            plain
          />
          {sliced && (
            <TextField
              label={`Thick, ${length.unit}`}
              value={thick}
              onChange={(text) => {
                setThick(text);
                const grams = species && length.parse(text) ? sliceGrams(species, length.parse(text)!) : null;
                if (grams) setEach({ grams, source: 'estimated' });
              }}
              inputMode="decimal"
              note="the weight follows"
              error={errors.thickMm}
            />
          )}
          <SelectField
            label="Packed"
            value={packing}
            onChange={setPacking}
            options={packingOptions(shop.ruleProfile)}
            error={errors.packing}
          />
          <div className="col-span-3">
            <OptionButtons
              form={chosen}
              species={species}
              input={input}
              options={options}
              onChange={setOptions}
            />
          </div>
        </div>
      )}
      {problem && Object.keys(errors).length === 0 && (
        <p role="alert" className="border-b-[3px] border-emberline pb-1">
          {problem.detail}
        </p>
      )}
      <Button kind="main" busy={busy} notYet={missing} onPress={() => void make()}>
        Make the ticket
      </Button>
    </Dialog>
  );
}
