import type { AnswerOf, ListedPrice } from '@ember-slate/contract';
import { routes } from '@ember-slate/contract/routes';
import type { Unit } from '@ember-slate/core/prices';
import { shortName } from '@ember-slate/core/species';
import { useState } from 'react';
import { useChange } from '../../app/api.ts';
import { useDraft, useKept } from '../../app/draft.ts';
import { useForm } from '../../app/form.ts';
import { useNotify } from '../../app/notify.ts';
import { useSold, useSpecies } from '../../app/shop.tsx';
import { MoneyField, SelectField } from '../../parts/Field.tsx';
import { Choice } from '../../parts/Choice.tsx';
import { Form } from '../../parts/Form.tsx';
import { useForms } from '../../parts/forms.ts';
import { formatMoney } from '../../parts/money.ts';
import { Picker } from '../../parts/Picker.tsx';
import { ReadAndTake } from '../../parts/ReadAndTake.tsx';
import { Refused } from '../../parts/Refused.tsx';
import { Table } from '../../parts/Table.tsx';
import { ListText } from '../../parts/ListText.tsx';
import { formOptions } from '../../parts/words.ts';
import { say } from './say.ts';

interface Asked {
  list: readonly ListedPrice[];
  onDone: () => void;
}

/** A price for a fish and form, whether there is any of it or not; the form stays open for the next. */
export function OnePrice({ list, onDone }: Asked) {
  const book = useSpecies();
  const forms = useForms();
  const said = useNotify();
  const draft = useDraft('new price');
  const listed = (speciesId: string, item: string) =>
    list.find((l) => l.speciesId === speciesId && l.item === item)?.perKg ?? null;
  const form = useForm({
    draft,
    opened: {
      speciesId: '',
      item: 'fillet_skin_on',
      unit: 'kg' as Unit,
      perKg: null as number | null,
    },
    route: routes.prices.set,
    body: ({ speciesId, item, unit, perKg }) => ({
      speciesId,
      item,
      was: listed(speciesId, item),
      // What a piece comes to a kilogram is reckoned where it is kept.
      perKg: perKg ?? NaN,
      perPiece: unit === 'piece' ? (perKg ?? NaN) : null,
    }),
    onDone: (_answer, { speciesId, item, unit, perKg }) => {
      const what = `${shortName(book.get(speciesId)?.name ?? '')}, ${forms.get(item)?.name ?? say('whole')}`;
      said({ ok: true, data: null }, say('is_priced_at', { what, price: formatMoney(perKg ?? 0) }));
      form.set({ speciesId, item, unit, perKg: null });
    },
  });
  const { speciesId, item, unit } = form.values;
  const sold = useSold(speciesId);
  const was = listed(speciesId, item);
  return (
    <Form
      of={form}
      className="border-t border-line pt-3 pb-5"
      label={say('a_new_price')}
      submit={say('set_the_price')}
      onLeave={onDone}
      leave={say('done')}
    >
      <div className="grid grid-cols-4 gap-x-5 max-md:grid-cols-2 max-sm:grid-cols-1">
        <Picker
          label={say('fish')}
          {...form.field('speciesId')}
          options={sold.map((s) => ({ value: s.id, name: shortName(s.name), detail: s.names }))}
        />
        <SelectField
          label={say('as')}
          {...form.field('item')}
          options={[{ value: 'whole', name: say('whole') }, ...formOptions(book.get(speciesId), forms)]}
        />
        <Choice
          label={say('sold_by')}
          {...form.field('unit')}
          options={[
            { value: 'kg', name: say('the_kilogram') },
            { value: 'piece', name: say('the_piece') },
          ]}
        />
        <MoneyField
          label={unit === 'kg' ? say('price_a_kg') : say('price_a_piece')}
          {...form.field('perKg')}
          note={was === null ? say('no_price_yet') : say('stands_at', { price: formatMoney(was) })}
        />
      </div>
    </Form>
  );
}

type Read = AnswerOf<typeof routes.prices.readList>;

/** A price list pasted or from a file: every line as it is read, and then all of them or none. */
export function PastedPrices({ onDone }: Pick<Asked, 'onDone'>) {
  const draft = useDraft('price list');
  const [text, setText] = useKept(draft, 'text', '');
  // What was read counts for the lines it was read from.
  const [had, setHad] = useState<{ text: string; read: Read } | null>(null);
  const read = had?.text === text ? had.read : null;
  const reading = useChange(routes.prices.readList);
  const setting = useChange(routes.prices.setList, draft);
  const said = useNotify();
  const look = async (source: string) => {
    const outcome = await reading.send({ text: source });
    setHad(outcome.ok ? { text: source, read: outcome.data } : null);
  };
  const prices = (read?.rows ?? []).flatMap((r) => r.price ?? []);
  const wrong = (read?.rows.length ?? 0) - prices.length;
  const set = async () => {
    const outcome = await setting.send({
      prices: prices.map(({ speciesId, item, was, perKg }) => ({ speciesId, item, was, perKg })),
    });
    if (said(outcome, say('prices_set', { prices: prices.length }))) onDone();
    else await look(text);
  };
  return (
    <section className="border-t border-line pt-3 pb-5" aria-label={say('a_price_list')}>
      <ListText
        text={text}
        onText={setText}
        onFile={(source) => void look(source)}
        columns={say('columns_fish_form_price')}
        example={say('price_list_example')}
      />
      <Refused problem={reading.problem} />
      {read && (
        <Table
          label={say('as_it_is_read')}
          rows={read.rows}
          keyOf={(r) => r.line}
          columns={[
            { head: say('line'), cell: (r) => r.line, figure: true, width: 'w-14' },
            {
              head: say('what'),
              cell: (r) =>
                r.price ? (
                  `${shortName(r.price.speciesName)}, ${r.price.itemName}`
                ) : (
                  <>
                    {r.cells.join(', ')}
                    {r.errors.map((e) => (
                      <span key={e} className="block text-note text-embertext">
                        {e}
                      </span>
                    ))}
                  </>
                ),
            },
            {
              head: say('stands'),
              cell: (r) => (r.price?.was ? formatMoney(r.price.was) : '–'),
              figure: true,
              className: 'text-ink2',
            },
            {
              head: say('price_a_kg'),
              cell: (r) => (r.price ? formatMoney(r.price.perKg) : ''),
              figure: true,
              className: 'font-semibold',
            },
          ]}
        />
      )}
      <ReadAndTake
        text={text}
        read={read !== null}
        wrong={wrong}
        busy={reading.busy || setting.busy}
        take={say('set_these_prices', { prices: prices.length })}
        onRead={() => void look(text)}
        onTake={() => void set()}
        onLeave={draft.leave(onDone)}
      />
    </section>
  );
}
