import type { Order } from '@ember-slate/contract';
import { shortName } from '@ember-slate/core/species';
import { useSpecies } from '../../app/shop.tsx';
import { Button } from '../../parts/Button.tsx';
import { Choice } from '../../parts/Choice.tsx';
import { DayField, MoneyField, TextField, TimeField } from '../../parts/Field.tsx';
import { Form } from '../../parts/Form.tsx';
import { Lozenge } from '../../parts/Lozenge.tsx';
import { Picker } from '../../parts/Picker.tsx';
import { useWant } from '../../parts/forms.ts';
import { draftFrom, emptyLine, type NewLine } from './draft.ts';
import { LineFields } from './LineFields.tsx';
import { answers, changeFor, PromiseLine } from './Promise.tsx';
import { OpenDoubt } from './OpenDoubt.tsx';
import { Recall } from './Recall.tsx';
import { Said } from './Said.tsx';
import { useOrderForm } from './useOrderForm.ts';
import { say } from './say.ts';

type State = ReturnType<typeof useOrderForm>;

/** Each line, with what the shop can promise of it. */
function Lines({ state }: { state: State }) {
  const { drafts } = state.form.values;
  return drafts.map((d, i) => (
    <div key={d.key}>
      <LineFields
        draft={d}
        set={(change) => state.changeLine(d.key, change)}
        errors={state.errorsOf(i)}
        remove={drafts.length > 1 ? () => state.dropLine(d.key) : null}
      />
      {!d.fixed && (
        <PromiseLine
          promise={state.promiseOf(d.key)}
          dueAt={state.dueAt}
          onOffer={(near) => {
            state.changeLine(d.key, changeFor(d, near));
            if (near.kind === 'sooner' || near.kind === 'later')
              state.moveTo(near.dueAt, near.kind === 'sooner');
          }}
        />
      )}
    </div>
  ));
}

/** How often, and what is left with the shop. */
function Terms({ form: { values, field } }: Pick<State, 'form'>) {
  return (
    <div className="grid grid-cols-2 gap-x-5">
      <Choice
        label={say('how_often')}
        {...field('often')}
        options={[
          { value: 'once', name: say('once') },
          { value: 'weekly', name: say('every_week') },
        ]}
      />
      {values.often === 'once' && <MoneyField label={say('deposit')} {...field('deposit')} />}
      {values.often === 'once' && (values.deposit ?? 0) > 0 && (
        <Choice
          label={say('deposit_paid_by')}
          {...field('depositPay')}
          options={[
            { value: 'cash', name: say('cash') },
            { value: 'card', name: say('card') },
          ]}
        />
      )}
    </div>
  );
}

/** What the shop says to all lines at once: its answer to the only one, or to how many it says yes. */
function Promised({ state }: { state: State }) {
  const said = state.form.values.drafts.flatMap((d) => state.promiseOf(d.key)?.answer ?? []);
  if (said.length === 0) return null;
  const yes = said.filter((answer) => answer === 'yes').length;
  const fine = yes === said.length;
  return (
    <p className={`font-figure text-body font-semibold ${fine ? 'text-rime' : 'text-embertext'}`}>
      {!fine && <Lozenge />}{' '}
      {said.length === 1
        ? answers[said[0]!]
        : fine
          ? say('yes_to_all_lines', { lines: yes })
          : say('yes_to_some_lines', { yes, lines: said.length })}
    </p>
  );
}

interface Props {
  order: Order | null;
  onDone: () => void;
  /** A new form is wanted: this one is saved. */
  onFresh?: () => void;
}

/** Takes an order, or changes one: who, when, the note, and each line that is not cut yet. */
export function OrderForm({ order, onDone, onFresh = () => undefined }: Props) {
  const state = useOrderForm({ order, onDone, onFresh });
  const { form, known, customers, addLines } = state;
  const { field, values } = form;
  const want = useWant();
  const book = useSpecies();
  const nameOf = (id: string) => shortName(book.get(id)?.name ?? id);
  const stale = {
    names: {
      customer: say('customer'),
      phone: say('phone'),
      dueAt: say('due'),
      remarks: say('note'),
      lines: say('lines'),
    },
    kinds: {
      dueAt: 'moment',
      lines: (all: readonly (Order['lines'][number] | NewLine | null)[]) =>
        all.map((l) => (l ? `${want(l)}, ${nameOf(l.speciesId)}` : say('not_complete'))).join('; '),
    } as const,
  };
  const title = order ? say('change_order', { number: order.number }) : say('take_an_order');
  return (
    <Form
      of={{ ...form, mine: state.mine }}
      label={order ? title : say('new_order')}
      stale={stale}
      submit={
        order
          ? say('change_it')
          : values.often === 'weekly'
            ? say('keep_it_for_every_week')
            : say('take_the_order')
      }
      onLeave={order && onDone}
      stands={<Promised state={state} />}
      more={
        !order &&
        state.draft.kept && <Button onPress={state.draft.leave(onFresh)}>{say('throw_away')}</Button>
      }
    >
      <h2 className="pb-2 text-big">{title}</h2>
      <Said
        onTake={(said, day, minutes) => {
          addLines(said, (d) => d.id !== null || d.speciesId !== '');
          form.set({
            ...(day === null ? {} : { dueDay: day }),
            ...(minutes === null ? {} : { dueTime: minutes }),
          });
        }}
      />
      <div className="grid grid-cols-2 gap-x-5">
        <Picker
          free
          label={say('customer')}
          {...field('customer')}
          onChange={state.choose}
          options={customers.map((c) => ({ value: c.name, name: c.name, detail: c.phone }))}
        />
        <TextField label={say('phone')} type="tel" inputMode="tel" {...field('phone')} />
      </div>
      {known && !order && (
        <Recall
          id={known.id}
          onAgain={(had) =>
            addLines(
              had.map((l) => draftFrom(l, false)),
              (d) => d.speciesId !== '',
            )
          }
        />
      )}
      <div className="grid grid-cols-2 gap-x-5">
        <DayField label={say('for_the_day')} {...field('dueDay', 'dueAt')} from={0} to={120} />
        <TimeField label={say('at')} {...field('dueTime')} />
      </div>
      <OpenDoubt day={values.dueDay} minutes={values.dueTime} />
      <Lines state={state} />
      <button type="button" className="why pt-1" onClick={() => addLines([emptyLine()], () => true)}>
        {say('one_more_line')}
      </button>
      <TextField className="pt-2" label={say('note')} {...field('remarks')} />
      {!order && <Terms form={form} />}
    </Form>
  );
}
