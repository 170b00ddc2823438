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
import { say } from './say.ts';

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
        label={say('pieces_2')}
        {...form.field('pieces')}
        value={pieces === '' && many ? String(many) : pieces}
        inputMode="numeric"
      />
      <WeightField
        label={say('each')}
        {...form.field('each', 'pieceGrams')}
        value={each ?? { grams: given.grams, source: 'estimated' }}
        take={null}
        plain
      />
      {sliced && (
        <TextField
          label={say('thick', { unit: length.unit })}
          {...form.field('thick', 'thickMm')}
          onChange={state.slice}
          inputMode="decimal"
          note={say('the_weight_follows')}
        />
      )}
      <SelectField
        label={say('packed')}
        {...form.field('packing')}
        options={packingOptions(shop.ruleProfile)}
      />
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
    <Dialog title={say('cut_for_the_counter')} open onClose={onClose}>
      <Form of={form} submit={say('make_the_ticket')} notYet={state.missing}>
        <Picker
          label={say('fish_or_pieces_to_cut_again')}
          {...form.field('lotId')}
          onChange={(lotId) => form.set({ lotId, form: '' })}
          options={lots.map((l) => ({
            value: keyOf(l),
            name: say('lot_3', {
              speciesName: shortName(l.speciesName),
              cutAs: isPiece(l.cutAs!) ? `, ${l.itemName}` : '',
              code: l.code,
            }),
            detail: say(isPiece(l.cutAs!) ? 'free_pieces' : 'free_fish', {
              count: l.freePieces,
              grams: mass(l.freeGrams),
            }),
          }))}
        />
        <div className="grid grid-cols-[110px_minmax(0,1fr)] gap-4">
          <TextField
            label={input === null || !isPiece(input) ? say('fish') : say('pieces_of_it')}
            {...form.field('fish')}
            inputMode="numeric"
          />
          <SelectField
            label={say('into')}
            {...form.field('form')}
            empty={say('choose_a_form')}
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
