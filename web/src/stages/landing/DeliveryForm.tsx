import type { Delivery } from '@ember-slate/contract';
import { routes } from '@ember-slate/contract/routes';
import { instantOn, parseClock } from '@ember-slate/core/calendar';
import { useRead } from '../../app/api.ts';
import { useDraft } from '../../app/draft.ts';
import { useForm } from '../../app/form.ts';
import { useShop, useTimes } from '../../app/shop.tsx';
import { Choice } from '../../parts/Choice.tsx';
import {
  DayField,
  MoneyField,
  TemperatureField,
  TextField,
  TimeField,
  type Weight,
  WeightField,
  wholeNumber,
} from '../../parts/Field.tsx';
import { Form } from '../../parts/Form.tsx';
import { Picker } from '../../parts/Picker.tsx';
import { say } from './say.ts';

const ices = [
  { value: 'buried', name: say('buried') },
  { value: 'some', name: say('some') },
  { value: 'none', name: say('none') },
] as const;

const drainings = [
  { value: 'drains', name: say('drains') },
  { value: 'stands', name: say('stands_in_water') },
  { value: 'unknown', name: say('not_looked') },
] as const;

const stale = {
  names: {
    supplier: say('supplier'),
    arrivedAt: say('came_at'),
    probeTenths: say('core_by_probe'),
    ice: say('ice'),
    drains: say('drains'),
    noteRef: say('note_number'),
    noteGrams: say('weight_on_the_note'),
    notePieces: say('fish_on_the_note'),
    noteMoney: say('sum_on_the_note'),
    remarks: say('remarks'),
  },
  kinds: { arrivedAt: 'moment', probeTenths: 'tenths', noteGrams: 'mass', noteMoney: 'money' },
} as const;

interface Values {
  version: number;
  supplier: string;
  /** The day it came: what lay here before the program did came earlier. */
  day: string;
  /** Minutes after midnight. */
  at: number | null;
  probeTenths: number | null;
  ice: Delivery['ice'];
  drains: Delivery['drains'];
  noteRef: string;
  noteWeight: Weight | null;
  notePieces: string;
  noteMoney: number | null;
  remarks: string;
  /** Why it is put right. */
  reason: string;
}

const blank = {
  version: 0,
  supplier: '',
  day: '',
  probeTenths: null,
  ice: 'buried',
  drains: 'drains',
  noteRef: '',
  noteWeight: null,
  notePieces: '',
  noteMoney: null,
  remarks: '',
  reason: '',
} as const;

/** As it stands, with its version: what others save meanwhile is not written over unseen. */
const asItStands = (d: Delivery): Omit<Values, 'at'> => ({
  version: d.version,
  supplier: d.supplier,
  day: d.landedOn,
  probeTenths: d.probeTenths,
  ice: d.ice,
  drains: d.drains,
  noteRef: d.noteRef,
  noteWeight: d.noteGrams === null ? null : { grams: d.noteGrams, source: 'typed' },
  notePieces: d.notePieces === null ? '' : String(d.notePieces),
  noteMoney: d.noteMoney,
  remarks: d.remarks,
  reason: '',
});

interface Props {
  delivery: Delivery | null;
  onDone: (id: number) => void;
  onCancel: () => void;
}

/** Opens a delivery, or corrects its head. */
export function DeliveryForm({ delivery, onDone, onCancel }: Props) {
  const { shop } = useShop();
  const { time, today } = useTimes();
  const { data: suppliers } = useRead(routes.landing.suppliers);
  const form = useForm({
    draft: useDraft(delivery ? `delivery ${delivery.id}` : 'delivery'),
    opened: (): Values => ({
      ...(delivery ? asItStands(delivery) : { ...blank, day: today() }),
      at: parseClock(time(delivery?.arrivedAt ?? new Date())),
    }),
    route: delivery ? routes.landing.editDelivery : routes.landing.createDelivery,
    params: { id: delivery?.id ?? 0 },
    body: (v: Values) => ({
      supplier: v.supplier,
      // Without a time it is no instant: the field says so.
      arrivedAt: v.at === null ? '' : instantOn(v.day, v.at, shop).toISOString(),
      probeTenths: v.probeTenths,
      ice: v.ice,
      drains: v.drains,
      noteRef: v.noteRef,
      noteGrams: v.noteWeight?.grams ?? null,
      notePieces: wholeNumber(v.notePieces),
      noteMoney: v.noteMoney,
      remarks: v.remarks,
      ...(delivery ? { version: v.version, reason: v.reason } : {}),
    }),
    onDone: ({ id }) => onDone(id),
  });
  const { field, values } = form;
  return (
    <Form
      of={form}
      className="max-w-[720px]"
      stale={stale}
      submit={delivery ? say('put_it_right') : say('open_the_delivery')}
      onLeave={onCancel}
    >
      <h2 className="pb-3 text-big">
        {delivery
          ? say('put_delivery_right', { supplier: delivery.supplier })
          : say('a_delivery_is_at_the_door')}
      </h2>
      <div className="grid grid-cols-4 gap-x-6 gap-y-2 max-sm:grid-cols-2">
        <Picker
          free
          className="col-span-2"
          label={say('supplier')}
          {...field('supplier')}
          options={(suppliers ?? []).map((s) => ({ value: s.name, name: s.name }))}
        />
        {!delivery && <DayField label={say('arrived_on')} {...field('day')} from={-14} to={0} />}
        <TimeField
          label={say('arrived')}
          {...field('at')}
          error={
            form.errors.arrivedAt && values.at === null ? say('say_when_it_came') : form.errors.arrivedAt
          }
        />
        <TemperatureField
          label={say('core_by_probe')}
          {...field('probeTenths')}
          note={say('leave_empty_if_not_probed')}
        />
        <Choice className="col-span-2" label={say('ice')} {...field('ice')} options={ices} />
        <Choice className="col-span-2" label={say('the_box')} {...field('drains')} options={drainings} />
        <TextField label={say('note_number')} {...field('noteRef')} />
        <MoneyField label={say('total_on_note')} {...field('noteMoney')} />
        <WeightField
          label={say('weight_on_the_note')}
          {...field('noteWeight', 'noteGrams')}
          take={null}
          plain
          note={say('checked_against_the_scale')}
        />
        <TextField label={say('fish_on_the_note')} {...field('notePieces')} inputMode="numeric" />
        <TextField className="col-span-2" label={say('remarks')} {...field('remarks')} />
        {delivery?.state === 'closed' && (
          <TextField
            className="col-span-2"
            label={say('why_is_it_put_right')}
            {...field('reason')}
            note={say('kept_with_what_it_said_before')}
          />
        )}
      </div>
    </Form>
  );
}
