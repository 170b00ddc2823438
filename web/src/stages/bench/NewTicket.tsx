import { contract, type Problem } from '@ember-slate/contract';
import { formOf, formRefusal, offered } from '@ember-slate/core/forms';
import { arrivalFraction, shortName } from '@ember-slate/core/species';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { useChange, useRead } from '../../app/api.ts';
import { useDraft, useKept } from '../../app/draft.ts';
import { useNow, useSpecies } from '../../app/shop.tsx';
import { Button } from '../../parts/Button.tsx';
import { Dialog } from '../../parts/Dialog.tsx';
import { errorsByPath, SelectField, TextField, wholeNumber } from '../../parts/Field.tsx';
import { useForms } from '../../parts/forms.ts';
import { useMass } from '../../parts/Mass.tsx';
import { Picker } from '../../parts/Picker.tsx';

/** A ticket without an order: these fish become this form, for the counter. */
export function NewTicket({ onClose }: { onClose: () => void }) {
  const { data: stock } = useRead(contract.counter.stock);
  const draft = useDraft('new ticket');
  const { send, busy } = useChange(contract.bench.make, draft);
  const speciesBook = useSpecies();
  const book = useForms();
  const mass = useMass();
  const go = useNavigate();
  const now = useNow();
  const [lotId, setLotId] = useKept(draft, 'lotId', '');
  const [fish, setFish] = useKept(draft, 'fish', '1');
  const [form, setForm] = useKept(draft, 'form', '');
  const [problem, setProblem] = useState<Problem | null>(null);
  const lots = (stock ?? []).filter(
    (r) => r.place === 'place:cold_room' && r.item === 'whole' && r.freePieces > 0 && !r.blocked,
  );
  const lot = lots.find((l) => String(l.lotId) === lotId);
  const species = lot ? speciesBook.get(lot.speciesId) : undefined;
  const whole = lot && species ? lot.grams / lot.pieces / arrivalFraction(species, lot.condition) : null;
  const n = wholeNumber(fish);
  const errors = errorsByPath(problem);
  const fits = species
    ? offered(book).filter(
        (f) => formRefusal(species, lot!.condition, f, whole) === null && f.does.length > 0,
      )
    : [];
  const make = async () => {
    const chosen = formOf(book, form);
    const each = chosen.count === 'fish' ? 1 : 2;
    const outcome = await send({
      lotId: lot!.lotId,
      fish: n!,
      form,
      dueAt: new Date(now.getTime() + 2 * 3_600_000).toISOString(),
      pieces: n! * each,
      pieceGrams: chosen.pieceG,
      totalGrams: null,
    });
    if (outcome.ok) void go(`/bench/${outcome.data.id}`);
    else setProblem(outcome.problem);
  };
  const missing = !lot ? 'choose the fish' : !n ? 'say how many fish' : !form ? 'choose a form' : null;
  return (
    <Dialog title="Cut for the counter" open onClose={onClose}>
      <Picker
        label="Fish in the cold room"
        value={lotId}
        onChange={(id) => {
          setLotId(id);
          setForm('');
        }}
        error={errors.lotId}
        options={lots.map((l) => ({
          value: String(l.lotId),
          name: `${shortName(l.speciesName)}, lot ${l.code}`,
          detail: `${l.freePieces} fish, ${mass(l.freeGrams)}`,
        }))}
      />
      <div className="grid grid-cols-[110px_minmax(0,1fr)] gap-4">
        <TextField label="Fish" value={fish} onChange={setFish} inputMode="numeric" error={errors.fish} />
        <SelectField
          label="Into"
          value={form}
          empty="choose a form"
          onChange={setForm}
          error={errors.form}
          options={fits.map((f) => ({ value: f.id, name: f.name }))}
          note={form ? formOf(book, form).norm : ''}
        />
      </div>
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
