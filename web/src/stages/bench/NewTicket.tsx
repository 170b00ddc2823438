import { isPiece, shortName } from '@ember-slate/core/species';
import { useShop } from '../../app/shop.tsx';
import { Dialog } from '../../parts/Dialog.tsx';
import { SelectField, TextField, WeightField } from '../../parts/Field.tsx';
import { Form } from '../../parts/Form.tsx';
import { useLength } from '../../parts/length.ts';
import { OptionButtons } from '../../parts/OptionButtons.tsx';
import { useMass } from '../../parts/Mass.tsx';
import { Picker } from '../../parts/Picker.tsx';
import { packingOptions } from '../../parts/words.ts';
import { keyOf, useNewTicket } from './useNewTicket.ts';

/** How many pieces, how heavy, how thick, how packed, and what is asked for beside. */
function Pieces({ state }: { state: ReturnType<typeof useNewTicket> }) {
  const { form, chosen, given, many, sliced, species, input } = state;
  const { shop } = useShop();
  const length = useLength();
  const { pieces, each, options } = form.values;
  if (!chosen || !given) return null;
  return (
    <div className="grid grid-cols-3 gap-4">
      <TextField
        label="Pieces"
        {...form.field('pieces')}
        value={pieces === '' && many ? String(many) : pieces}
        inputMode="numeric"
      />
      <WeightField
        label="Each"
        {...form.field('each', 'pieceGrams')}
        value={each ?? { grams: given.grams, source: 'estimated' }}
        take={null}
        plain
      />
      {sliced && (
        <TextField
          label={`Thick, ${length.unit}`}
          {...form.field('thick', 'thickMm')}
          onChange={state.slice}
          inputMode="decimal"
          note="the weight follows"
        />
      )}
      <SelectField label="Packed" {...form.field('packing')} options={packingOptions(shop.ruleProfile)} />
      <div className="col-span-3">
        <OptionButtons
          form={chosen}
          species={species}
          input={input}
          options={options}
          onChange={(next) => form.set({ options: [...next] })}
        />
      </div>
    </div>
  );
}

/** A ticket without an order: these fish become this form, for the counter. */
export function NewTicket({ onClose }: { onClose: () => void }) {
  const state = useNewTicket();
  const { form, lots, input, fits, chosen } = state;
  const mass = useMass();
  return (
    <Dialog title="Cut for the counter" open onClose={onClose}>
      <Form of={form} submit="Make the ticket" notYet={state.missing}>
        <Picker
          label="Fish, or pieces to cut again"
          {...form.field('lotId')}
          onChange={(lotId) => form.set({ lotId, form: '' })}
          options={lots.map((l) => ({
            value: keyOf(l),
            name: `${shortName(l.speciesName)}${isPiece(l.cutAs!) ? `, ${l.itemName}` : ''}, lot ${l.code}`,
            detail: `${l.freePieces} ${isPiece(l.cutAs!) ? 'pieces' : 'fish'}, ${mass(l.freeGrams)}`,
          }))}
        />
        <div className="grid grid-cols-[110px_minmax(0,1fr)] gap-4">
          <TextField
            label={input === null || !isPiece(input) ? 'Fish' : 'Pieces of it'}
            {...form.field('fish')}
            inputMode="numeric"
          />
          <SelectField
            label="Into"
            {...form.field('form')}
            empty="choose a form"
            onChange={(id) => form.set({ form: id, options: [] })}
            options={fits.map((f) => ({ value: f.id, name: f.name }))}
            note={chosen?.norm ?? ''}
          />
        </div>
        <Pieces state={state} />
      </Form>
    </Dialog>
  );
}
